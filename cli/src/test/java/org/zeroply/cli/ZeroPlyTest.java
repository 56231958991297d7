package org.zeroply.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.task.MarkedPage;
import org.zeroply.task.Marker;
import org.zeroply.task.Script;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Task;
import org.zeroply.task.TaskPgn;
import picocli.CommandLine;

class ZeroPlyTest {
    private static final String START = "rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR w KQkq - 0 1";

    @TempDir
    Path folder;

    private record Run(int exit, String out, String err) {}

    private static Run run(String... arguments) {
        StringWriter out = new StringWriter();
        StringWriter err = new StringWriter();
        CommandLine line =
                ZeroPly.commandLine().setOut(new PrintWriter(out, true)).setErr(new PrintWriter(err, true));
        int exit = line.execute(arguments);
        return new Run(exit, out.toString(), err.toString());
    }

    @Test
    void countsPaths() {
        Run run = run("perft", START, "4");
        assertThat(run.exit()).isZero();
        assertThat(run.out().lines()).hasSize(21);
        assertThat(run.out()).contains("197281 paths of depth 4");
        assertThat(run("perft", START, "3", "--json").out()).contains("\"paths\" : 8902");
        assertThat(run("perft", START, "40").exit()).isEqualTo(2);
    }

    @Test
    void listsLegalMovesAndReadsTheLedger() {
        assertThat(run("legal", START).out().lines()).hasSize(20).contains("Nf3");
        Run read = run("read", "4k3/8/8/3P4/8/8/8/4K3 w - - 0 1", "--json");
        assertThat(read.out()).contains("\"factor\" : \"PASSED\"").contains("\"d5\"");
        Run searched = run("read", "6k1/5ppp/8/8/8/8/8/3R2K1 b - - 0 1", "--search", "--json");
        assertThat(searched.out()).contains("\"factor\" : \"BACK_RANK\"").contains("\"path\" : [ \"d1\", \"d8\" ]");
        assertThat(run("read", START, "--scale", "two-bishop").out()).contains("41.25");
        assertThat(run("read", "8/8 w").err()).contains("not a position: the first field must have eight ranks");
    }

    @Test
    void checksFilesAndGivesTheExitCode() throws IOException {
        Path good = Files.writeString(folder.resolve("good.pgn"), "[White \"A\"]\n1.d4 d5 1-0\n");
        Path bad = Files.writeString(folder.resolve("bad.pgn"), "[White \"A\"]\n\n1.d4 d5 2.Qd4 *\n");
        assertThat(run("pgn", "check", good.toString()).exit()).isZero();
        Run run = run("pgn", "check", good.toString(), bad.toString());
        assertThat(run.exit()).isEqualTo(1);
        assertThat(run.out()).contains("bad.pgn:3: game 1: Qd4: an own pawn stands on d4");
        assertThat(run("pgn", "check", folder.resolve("none.pgn").toString()).err())
                .contains("there is no file");
        assertThat(run("pgn", "normalise", good.toString()).out()).contains("1. d4 d5 1-0");
    }

    @Test
    void calculatesAndNamesThreats() {
        String mate = "6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1";
        Run calc = run("calc", mate, "--depth", "6", "--threads", "1", "--table", "4");
        assertThat(calc.exit()).isZero();
        assertThat(calc.out()).startsWith("White mates in 1 (1.00, #1): 1.Rd8#");
        Run json = run("calc", mate, "--nodes", "2000", "--threads", "1", "--table", "4", "--lines", "2", "--json");
        assertThat(json.out()).contains("\"mate\" : 1").contains("\"Rd8#\"");
        assertThat(run("calc", mate, "--lines", "9").err()).contains("1 to 8 lines can be asked for, not 9");
        assertThat(run("calc", mate, "--threads", "0").exit()).isEqualTo(2);
        Run threats = run("threats", "6k1/5ppp/8/8/8/8/5PPP/3R2K1 b - - 0 1");
        assertThat(threats.out()).contains("mate in 1: 2.Rd8#");
        assertThat(run("threats", START, "--json").out()).startsWith("[ ]");
    }

    @Test
    void meetsThreatsEliminatesAndPrepares() {
        String mate = "r1bq1rk1/pp1n1ppp/2p1p3/8/3P4/3Q4/PPB2PPP/R3R1K1 b - - 0 1";
        Run parries = run("parries", mate);
        assertThat(parries.out())
                .startsWith("Threat: mate in 1, 2.Qxh7#. 6 moves meet it (proven)")
                .contains("1...Nf6: guards, loses nothing. ")
                .contains("1...Kh8 2.Qxh7#: fails: moves away");
        assertThat(run("parries", mate, "--json").out()).contains("\"kinds\" : [ \"GUARD\" ]");
        assertThat(run("parries", mate, "--threat", "Nf9").err()).contains("no legal move");
        assertThat(run("parries", mate, "--threat", "a3").err()).contains("threatens nothing");
        assertThat(run("parries", START).out()).isEqualToIgnoringNewLines("No threat: none found");
        String queen = "6k1/5ppp/8/8/1q6/8/5PPP/R2N2K1 w - - 0 1";
        assertThat(run("eliminate", queen, "Kh1", "Ra8+").out())
                .contains("1.Ra8+: survives. ")
                .contains("1.Kh1 Qe1#: refuted. ");
        assertThat(run("eliminate", queen, "Kh7").err()).contains("Kh7 is no legal move here");
        String push = "r2q1rk1/ppp2ppp/2np1n2/1B2p3/4P2b/2NP1N2/PPP2PPP/R1BQ1RK1 w - - 0 1";
        assertThat(run("ready", push, "g4").out())
                .startsWith("g4 drops pawn g4")
                .contains("  h3: then g4 is guarded once and attacked once")
                .contains("1.h3 Nd7 2.g4")
                .contains("holds against best replies");
        assertThat(run("ready", push, "g4", "--json").out())
                .contains("\"why\" : \"then g4 is guarded once and attacked once\"");
        assertThat(run("ready", push, "Zz9").exit()).isEqualTo(2);
        assertThat(run("ready", push, "g4", "--sets", "9").err()).contains("--sets takes 0 to 5, not 9");
    }

    @Test
    void solvesSuites() throws IOException {
        Path suite = Files.writeString(folder.resolve("suite.epd"), """
                6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - bm Rd8#; dm 1; id "back rank";
                6k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - bm Rd4; id "a wrong key";
                nonsense
                """);
        Run run = run("suite", suite.toString(), "--ms", "50", "--threads", "1", "--table", "4");
        assertThat(run.exit()).isEqualTo(1);
        assertThat(run.out()).contains("a wrong key: Rd8#").endsWith("solved 1 of 2" + System.lineSeparator());
        assertThat(run.err()).contains("row 3: ");
    }

    @Test
    void provesMatesAndSaysWhatItProved() {
        String position = "5r1k/6pp/7N/8/8/1Q6/8/6K1 w - - 0 1";
        Run proof = run("prove", position, "--mate", "3");
        assertThat(proof.exit()).isZero();
        assertThat(proof.out())
                .startsWith("Mate in 2, by one first move only: one line (proven)")
                .contains("1...Rxg8 2.Nf7#");
        assertThat(run("prove", position, "--mate", "1").out()).contains("No mate in 1 (proven)");
        assertThat(run("prove", START, "--mate", "9", "--nodes", "2000").out())
                .contains("No mate in ")
                .contains("beyond that not settled");
        assertThat(run("prove", position, "--mate", "3", "--json").out())
                .contains("\"outcome\" : \"PROVEN\"")
                .contains("\"mateIn\" : 2");
        assertThat(run("prove", position, "--mate", "0").err()).contains("--mate takes 1 to 60, not 0");
    }

    @Test
    void asksEveryMoveTheChecksAndTheTurn() {
        String shelf = folder.resolve("endings").toString();
        Run moves =
                run("moves", "8/8/8/8/8/6k1/7p/6K1 w - - 0 1", "--endings", shelf, "--threads", "1", "--table", "4");
        assertThat(moves.out())
                .startsWith("Only move: 1.Kh1, by .50 of a point (proven)")
                .contains("1.Kf1 h1=Q+: Black mates in 6; gives away .50 of a point; proven");
        assertThat(folder.resolve("endings")).isNotEmptyDirectory();
        Run checks = run("checks", "r5k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1");
        assertThat(checks.out())
                .startsWith("White has no check that does not give material away")
                .contains("1.Rd8+: gives material away")
                .contains("One check is left out that only gives material away");
        Run other = run("checks", "r5k1/5ppp/8/8/8/8/5PPP/3R2K1 w - - 0 1", "--side", "BLACK", "--json");
        assertThat(other.out()).contains("\"end\" : \"RUN_OUT\"");
        Run turn = run("turn", "8/8/8/4k3/8/4K3/4P3/8 w - - 0 1", "--endings", shelf, "--threads", "1", "--table", "4");
        assertThat(turn.out())
                .contains("White to move: Level")
                .startsWith("Zugzwang: whoever")
                .contains("(proven)");
        assertThat(run("turn", "3R2k1/5pp1/8/8/8/8/8/4K3 b - - 0 1").err()).contains("Black is in check");
    }

    @Test
    void checksLinesAndSolvesEndings() throws IOException {
        Path file = Files.writeString(folder.resolve("lines.pgn"), """
                [FEN "6k1/5ppp/8/8/8/8/q4PPP/3R2K1 w - - 0 1"]

                1. h3 Qxf2+ *
                """);
        Run lines = run("linecheck", file.toString(), "--ms", "30", "--threads", "1", "--table", "4");
        assertThat(lines.exit()).isEqualTo(1);
        assertThat(lines.out())
                .contains("game 1, 1.h3 is White's first bad move")
                .contains("better 1.Rd8#");
        Run ending = run("ending", "8/8/1p1k4/1P6/3K4/8/8/8 w - - 0 1", "--endings", folder.toString());
        assertThat(ending.out())
                .startsWith("Drawn (proven)")
                .contains("1.Kc3: draws")
                .contains("Squares that correspond: White's king first: A ");
        Run json = run("ending", "8/8/8/8/8/1k6/8/K5R1 b - - 0 1", "--endings", folder.toString(), "--json");
        assertThat(json.out()).contains("\"result\" : \"lost\"").contains("\"pliesToMate\"");
        assertThat(run("ending", START).err()).contains("Only kings and pawns");
    }

    private static final String PAPER = """
            [Event "Mates"]
            [SetUp "1"]
            [FEN "6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1"]
            [TaskOutOf "4"]

            {[%mark 1|0|choose|2|the mate||a1a8]} 1. Ra8# {[%mark 2|0|judge|1|its verdict||white-winning]} *
            """;

    @Test
    void marksAScriptAndSaysWhatIsMissing() throws IOException {
        Path paper = Files.writeString(folder.resolve("paper.pgn"), PAPER);
        Path script = Files.writeString(folder.resolve("script.txt"), "choice: Ra8\n1.Ra8# | better\n");
        Run marked = run("mark", paper.toString(), script.toString());
        assertThat(marked.exit()).as(marked.err()).isZero();
        assertThat(marked.out())
                .contains("Task 1: 2 out of 3")
                .contains("\"better\" is no verdict")
                .contains("2  the mate")
                .contains("missing  1  its verdict: line 1 comes here without a verdict")
                .endsWith("2 out of 3\n");
        assertThat(run("mark", paper.toString(), script.toString(), "--json").out())
                .contains("\"points\" : \"2\"")
                .contains("\"met\" : true");
        Files.writeString(script, "task: 2\nchoice: Ra8\n");
        Run elsewhere = run("mark", paper.toString(), script.toString());
        assertThat(elsewhere.exit()).isEqualTo(1);
        assertThat(elsewhere.err()).contains("there is no task 2; the paper has 1");
    }

    @Test
    void aScriptIsReadWhateverEditorSavedIt() throws IOException {
        Path paper = Files.writeString(folder.resolve("paper.pgn"), PAPER);
        String text = "student: Zoë Müller\nchoice: Ra8\n1.Ra8#\n";
        for (byte[] saved : List.of(
                text.getBytes(StandardCharsets.UTF_8),
                ("\uFEFF" + text).getBytes(StandardCharsets.UTF_8),
                text.replace("\n", "\r\n").getBytes(Charset.forName("windows-1252")))) {
            Path script = Files.write(folder.resolve("script.txt"), saved);
            Run marked = run("mark", paper.toString(), script.toString());
            assertThat(marked.err()).isEmpty();
            assertThat(marked.out()).contains("Task 1: 2 out of 3");
        }
    }

    @Test
    void goesOverAPaper() throws IOException {
        Path paper = Files.writeString(folder.resolve("paper.pgn"), PAPER);
        Run check = run("task", "check", paper.toString(), "--ms", "100", "--threads", "1", "--table", "4");
        assertThat(check.exit()).isEqualTo(1);
        assertThat(check.out())
                .contains("the total written down is 4, but one script can earn 3: 1 less")
                .contains("the start: mate in 1 is proven")
                .endsWith("1 tasks, 20 minutes, out of 3; 1 remarks\n");
        assertThat(run("task", "check", paper.toString(), "--ms", "0").exit()).isEqualTo(2);
    }

    @Test
    void marksGroupsAsThePageHasThem() throws Exception {
        Path paper = Path.of(Objects.requireNonNull(ZeroPlyTest.class.getResource("golden/groups.pgn"))
                .toURI());
        Path script = paper.resolveSibling("groups.txt");
        Task task = TaskPgn.read(Files.newInputStream(paper)).paper().tasks().getFirst();
        Script written = Objects.requireNonNull(
                ScriptText.read(Files.readString(script)).scripts().get(1));
        MarkedPage page = MarkedPage.of(task, written, Marker.mark(task, written, List.of()));
        assertThat(page.missed()).extracting(MarkedPage.Missed::label).contains("Ke4 Kf7 Kf5 Ke8", "ALL");
        Run text = run("mark", paper.toString(), script.toString());
        assertThat(text.exit()).isZero();
        List<String> missing = text.out()
                .lines()
                .filter(line -> line.startsWith("  missing"))
                .map(String::strip)
                .toList();
        assertThat(missing)
                .containsExactlyElementsOf(page.missed().stream()
                        .map(each -> "missing  " + each.worth() + "  " + each.label() + ": " + each.reason())
                        .toList());
        assertThat(text.out()).contains("Task 1: " + page.points() + " out of " + page.outOf());
        page.rows()
                .forEach(row -> row.earned()
                        .forEach(each -> assertThat(text.out()).contains(each.points() + "  " + each.reason())));
        String json = run("mark", paper.toString(), script.toString(), "--json").out();
        assertThat(json.substring(json.indexOf("missed")).split("\"label\""))
                .hasSize(page.missed().size() + 1);
    }
}
