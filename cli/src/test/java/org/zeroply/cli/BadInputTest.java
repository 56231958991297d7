package org.zeroply.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.Questions;

/** Whatever a call gets wrong ends with exit code 2 and a message that says what; nothing is printed as a result. */
class BadInputTest {
    private static final String START = "rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR w KQkq - 0 1";

    /** Both kings stand next to each other. */
    private static final String IMPOSSIBLE = "8/8/8/3kK3/8/8/8/8 w - - 0 1";

    @TempDir
    Path folder;

    private static String refused(String... arguments) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        int exit = ZeroPly.commandLine()
                .setOut(new PrintWriter(out, true))
                .setErr(new PrintWriter(err, true))
                .execute(arguments);
        assertThat(exit).as("exit code of %s", List.of(arguments)).isEqualTo(ZeroPly.BAD_INPUT);
        assertThat(out.toString())
                .as("nothing is printed as if it were a result")
                .isEmpty();
        assertThat(err.toString()).isNotBlank().doesNotContain("Exception", "null", "\tat ");
        return err.toString();
    }

    static List<String> questions() {
        return Questions.ALL.stream()
                .map(CoachQuestion::command)
                .filter(command -> !command.isEmpty())
                .toList();
    }

    static List<String> commandsOfAPosition() {
        List<String> commands = new ArrayList<>(questions());
        commands.addAll(List.of("perft", "legal", "read", "calc", "threats"));
        return commands;
    }

    @ParameterizedTest
    @MethodSource("commandsOfAPosition")
    void everyCommandRefusesWhatIsNoPositionAndSaysWhy(String command) {
        String[] garbage = command.equals("perft")
                ? new String[] {command, "no position", "3"}
                : new String[] {command, "no position"};
        assertThat(refused(garbage)).contains("not a position", "eight ranks");
        String[] kings =
                command.equals("perft") ? new String[] {command, IMPOSSIBLE, "3"} : new String[] {command, IMPOSSIBLE};
        assertThat(refused(kings)).contains("not a position");
    }

    @ParameterizedTest
    @MethodSource("commandsOfAPosition")
    void everyCommandAsksForAPositionThatIsMissing(String command) {
        assertThat(refused(command)).contains("Missing required parameter", "FEN");
    }

    @ParameterizedTest
    @MethodSource("commandsOfAPosition")
    void everyCommandNamesAnOptionThatItDoesNotKnow(String command) {
        String[] call = command.equals("perft")
                ? new String[] {command, START, "3", "--fatser"}
                : new String[] {command, START, "--fatser"};
        assertThat(refused(call)).contains("--fatser");
    }

    @ParameterizedTest
    @CsvSource({
        "perft, 0, the depth must be 1 to 12",
        "perft, 13, the depth must be 1 to 12",
        "perft, two, two",
    })
    void aDepthIsANumberOfHalfMoves(String command, String depth, String message) {
        assertThat(refused(command, START, depth)).contains(message);
    }

    @ParameterizedTest
    @CsvSource({
        "calc, --lines, 0, 1 to 8 lines",
        "calc, --threads, 0, threads",
        "calc, --table, -4, table",
        "calc, --nodes, many, many",
        "prove, --mate, 61, --mate takes 1 to 60",
        "ready, --sets, -1, --sets takes 0 to 5",
        "checks, --side, GREEN, GREEN",
        "read, --scale, generous, generous"
    })
    void anOptionOutOfItsRangeIsNamed(String command, String option, String value, String message) {
        assertThat(refused(command, START, option, value)).contains(message);
    }

    @Test
    void anUnknownCommandIsNamed() {
        assertThat(refused("prophesy", START)).contains("prophesy");
    }

    @ParameterizedTest
    @CsvSource({
        "pgn check, games.pgn",
        "pgn normalise, games.pgn",
        "suite, positions.epd",
        "linecheck, lines.pgn",
        "task check, paper.pgn"
    })
    void aFileThatIsNotThereIsNamed(String command, String name) {
        List<String> arguments = new ArrayList<>(List.of(command.split(" ")));
        arguments.add(folder.resolve(name).toString());
        assertThat(refused(arguments.toArray(String[]::new))).contains("there is no file", name);
    }

    @ParameterizedTest
    @CsvSource({"pgn check", "pgn normalise", "suite", "linecheck", "task check"})
    void aFolderIsNoFile(String command) {
        List<String> arguments = new ArrayList<>(List.of(command.split(" ")));
        arguments.add(folder.toString());
        assertThat(refused(arguments.toArray(String[]::new))).contains(folder.toString(), "folder");
    }

    @Test
    void aPaperWithoutTasksAndAMissingScriptAreTold() throws IOException {
        Path paper = Files.writeString(folder.resolve("paper.pgn"), "", StandardCharsets.UTF_8);
        Path script = Files.writeString(folder.resolve("script.txt"), "1. d4\n", StandardCharsets.UTF_8);
        assertThat(refused("mark", paper.toString(), script.toString())).contains("holds no task");
        assertThat(refused("mark", paper.toString(), folder.resolve("none.txt").toString()))
                .containsAnyOf("none.txt", "holds no task");
    }

    @ParameterizedTest
    @MethodSource("questions")
    void everyQuestionHasAHelpThatSaysWhatItTakes(String command) {
        StringWriter out = new StringWriter();
        int exit = ZeroPly.commandLine().setOut(new PrintWriter(out, true)).execute(command, "--help");
        assertThat(exit).isZero();
        assertThat(out.toString()).contains("FEN", "--json");
    }

    private static final String PAPER = """
            [Event "P"]
            [SetUp "1"]
            [FEN "8/1k6/1P6/2p5/P7/8/4K3/8 w - - 2 51"]
            [TaskKind "calculate"]

            {[%mark 1|0|choose|5|no move|because|e1e8]} 51. a5 {[%mark 2|0|find|2|found|well|]} c4
            52. Kd2 {[%mark 3|0|judge|3|verdict||white-winning]} *
            """;

    private record Marked(int exit, String out, String err) {}

    /** As a terminal gets it. */
    private static Marked mark(Path paper, Path script) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ByteArrayOutputStream err = new ByteArrayOutputStream();
        int exit = ZeroPly.commandLine(
                        new PrintStream(out, true, StandardCharsets.UTF_8),
                        new PrintStream(err, true, StandardCharsets.UTF_8))
                .execute("mark", paper.toString(), script.toString());
        return new Marked(exit, out.toString(StandardCharsets.UTF_8), err.toString(StandardCharsets.UTF_8));
    }

    @Test
    void aScriptIsMarkedWhateverEditorSavedItAndWhateverIsWrongWithItsPaper() throws IOException {
        Path paper = Files.writeString(folder.resolve("paper.pgn"), PAPER);
        Path wide = Files.write(folder.resolve("wide.pgn"), PAPER.getBytes(StandardCharsets.UTF_16));
        String text = "task: 1\n# Zoë\n51.a5 c4 52.Kd2 +-\n";
        for (Charset charset : List.of(
                StandardCharsets.UTF_8,
                StandardCharsets.UTF_16,
                StandardCharsets.UTF_16LE,
                StandardCharsets.UTF_16BE,
                StandardCharsets.ISO_8859_1)) {
            Path script = Files.write(folder.resolve("script.txt"), text.getBytes(charset));
            for (Path each : List.of(paper, wide)) {
                Marked marked = mark(each, script);
                assertThat(marked.exit()).as(charset.name()).isZero();
                assertThat(marked.out())
                        .contains("5 out of 5")
                        .contains("e1e8 is no legal move, so this item earns nothing");
            }
        }
    }

    @Test
    void whatAScriptGetsWrongIsToldWithItsLineAndTheRestIsMarked() throws IOException {
        Path paper = Files.writeString(folder.resolve("paper.pgn"), PAPER);
        Path script = Files.writeString(folder.resolve("script.txt"), """
                task: 1
                used: 99999999999
                answer 99999999999: White
                51.a5 c4 52.Kd2 | w++
                @99999999999 52.Kd2
                99999999999.a5
                51.a5 | \u001b[31mred\u009b0m\u202e
                """);
        Marked marked = mark(paper, script);
        assertThat(marked.exit()).isEqualTo(ZeroPly.FAULTS);
        assertThat(marked.err())
                .contains("script.txt, line 2: \"used: 99999999999\" makes no sense")
                .contains("script.txt, line 3: \"answer 99999999999: White\" makes no sense");
        assertThat(marked.out())
                .contains("5 out of 5")
                .contains("there is no row 99999999999 above this one")
                .contains("99999999999.a5");
        assertThat(marked.out() + marked.err())
                .as("a terminal gets no orders")
                .contains("\\u001b[31mred\\u009b0m\\u202e")
                .doesNotContainPattern("[\\x00-\\x08\\x0b-\\x1f\\x7f-\\x9f\\u202e]");
        assertThat(mark(folder, script).err()).contains("is a folder, not a file");
        assertThat(mark(paper, folder).err()).contains("is a folder, not a file");
    }
}
