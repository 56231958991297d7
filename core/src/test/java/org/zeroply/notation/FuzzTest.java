package org.zeroply.notation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.fail;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.function.Consumer;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.task.Marker;
import org.zeroply.task.Paper;
import org.zeroply.task.Script;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Task;
import org.zeroply.task.TaskPgn;

/**
 * The readers under damaged input. Whatever comes, they answer, and what they made of it holds: a game that was read is
 * written and read again as the same game without a fault, a position likewise, a line is legal to its end. Inputs are
 * good texts that are changed by chance from a seed; the seed of a failure is in its message.
 */
class FuzzTest {
    private static final long SEED = 20261124;

    private static final List<String> GAMES = List.of("""
            [Event "Lantern Quay Open"]
            [Site "Tannau"]
            [Date "2026.03.14"]
            [White "Brandt, Ida"]
            [Black "M\u00fcller \\"Kit\\" S\u00f8ren"]
            [Result "1-0"]

            1. d4 {[%clk 1:29:58] solid} d5 2. c4 (2. Nf3 Nf6 (2... e6 3. e3) 3. g3 $1) 2... e6 $10
            3. Nc3 ; to the end of the line
            Nf6 4. cxd5 exd5 5. Bg5 c6! 6. e3 Bf5 $2 {a note
            of two lines} 7. Qf3 1-0
            """, """
            [FEN "4k3/P6p/8/8/2pP4/8/7P/R3K2R b KQ d3 0 1"]
            [SetUp "1"]

            1... cxd3 {en passant} 2. a8=Q+ Kd7 3. O-O-O d2+ 4. Rxd2+ (4. Kb1 -- 5. Qd5+) 1/2-1/2

            [White "Tarn, Bastian"]
            1.e4 c6 2.d4 d5 3.Nc3 dxe4 4.Nxe4 Bf5 0-1
            """);

    private static final List<String> POSITIONS = List.of(
            "rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR w KQkq - 0 1",
            "4k3/P6p/8/8/2pP4/8/7P/R3K2R b KQ d3 0 17",
            "r1bq1rk1/pp2bppp/2n1pn2/2pp4/3P4/2PBPN2/PP1N1PPP/R1BQ1RK1 w - - 4 8");

    private static final List<String> EPDS = List.of(
            "4k3/8/8/8/8/8/4P3/4K3 w - - bm e4; id \"a pawn; and more\"; c0 \"said \\\"so\\\"\";",
            "r3k2r/8/8/8/8/8/8/R3K2R b KQkq - am O-O; acd 12;");

    private static final List<String> LINES = List.of(
            "1.e4 e5 2.Nf3 Nc6 3.d4 exd4",
            "d4 Sf6 c4 g6 0-0",
            "e2e4 e7-e5 Ng1f3, and then Nc6!?",
            "\u2658f3 d5 axb8=Q+ bxc4 e.p.");

    private static final List<String> PAPERS = List.of("""
            [Event "Endings"]
            [Round "1"]
            [SetUp "1"]
            [FEN "8/1k6/1P6/2p5/P7/8/4K3/8 w - - 2 51"]
            [TaskKind "calculate"]
            [TaskMinutes "12"]
            [TaskPenalty "0.5"]
            [PaperMinutes "40"]

            {[%group 1|0|all|5|both|why] [%mark 2|1|choose|5|the key|because|a4a5]} 51. a5 {[%mark 3|1|find|2|found|]}
            c4 {[%mark 4|0|reach|1|||1]} (51... Ka6 {[%mark 5|0|consider|2||]} 52. Kd3 $18) 52. Kd2 $18
            {[%mark 6|0|judge|2|won||white-winning white-better]} *
            """);

    private static final List<String> SCRIPTS = List.of("""
            student: Zabel, Nora
            task: 1
            lang: en
            choice: 51.a5
            used: 75
            candidates: a5, Kd3; Kf3
            51.a5 c4 52.Kd2 Ka6 53.Kc3 | White is winning
            @1 52...Kc6 53.Kc3 +-
            ~51.Kd3 c4+ | =

            51...Ka6 52.Kd3 | w++
            task: 2
            answer 1: White
            """);

    private static final Paper PAPER = paper(PAPERS.getFirst());

    private static Paper paper(String text) {
        try {
            return TaskPgn.read(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)))
                    .paper();
        } catch (IOException impossible) {
            throw new AssertionError(impossible);
        }
    }

    private static final String[] PIECES = {
        "{",
        "}",
        "(",
        ")",
        "[",
        "]",
        "\"",
        "\\",
        "$",
        ";",
        "%",
        "\n",
        "\r\n",
        "\u0000",
        "\u00a0",
        "\ufeff",
        "1.",
        "...",
        "O-O-O",
        "0-0",
        "--",
        "Z0",
        "e8=Q",
        "[Event \"x\"]",
        "\n\n[White \"y\"]\n",
        "1-0",
        "*",
        "1/2",
        "[%clk 0:00:01]",
        "\u265e",
        "$256",
        "99999999999999999999",
        "/",
        "8",
        "w",
        "KQkq",
        "=",
        "+",
        "#",
        "x",
        "!?"
    };

    /** Changes a text in one to six places. */
    private static byte[] damage(String text, Random random) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        int changes = 1 + random.nextInt(6);
        for (int i = 0; i < changes && bytes.length > 0; i++) {
            int at = random.nextInt(bytes.length);
            int length = Math.min(bytes.length - at, 1 + random.nextInt(12));
            bytes = switch (random.nextInt(6)) {
                case 0 -> splice(bytes, at, 0, new byte[] {(byte) random.nextInt(256)});
                case 1 -> splice(bytes, at, 1, new byte[] {(byte) random.nextInt(256)});
                case 2 -> splice(bytes, at, length, new byte[0]);
                case 3 -> splice(bytes, at, 0, Arrays.copyOfRange(bytes, at, at + length));
                case 4 -> Arrays.copyOf(bytes, at);
                default -> splice(bytes, at, 0, PIECES[random.nextInt(PIECES.length)].getBytes(StandardCharsets.UTF_8));
            };
        }
        return bytes;
    }

    private static byte[] splice(byte[] bytes, int at, int removed, byte[] inserted) {
        byte[] next = new byte[bytes.length - removed + inserted.length];
        System.arraycopy(bytes, 0, next, 0, at);
        System.arraycopy(inserted, 0, next, at, inserted.length);
        System.arraycopy(bytes, at + removed, next, at + inserted.length, bytes.length - at - removed);
        return next;
    }

    private static void fuzz(List<String> texts, Consumer<byte[]> check, long rounds) {
        for (long round = 0; round < rounds; round++) {
            Random random = new Random(SEED + round);
            byte[] input = damage(texts.get(random.nextInt(texts.size())), random);
            try {
                check.accept(input);
            } catch (RuntimeException | Error failed) {
                fail("seed " + (SEED + round) + " on <" + new String(input, StandardCharsets.ISO_8859_1) + ">", failed);
            }
        }
    }

    // ---- what must hold

    private static void checkPgn(byte[] input) {
        PgnReader reader = new PgnReader(new ByteArrayInputStream(input));
        try {
            for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
                if (entry instanceof PgnEntry.Read read) {
                    String written = PgnWriter.write(read.game());
                    PgnReader again = new PgnReader(new ByteArrayInputStream(written.getBytes(StandardCharsets.UTF_8)));
                    PgnEntry second = again.next();
                    assertThat(second).as(written).isInstanceOf(PgnEntry.Read.class);
                    PgnEntry.Read back = (PgnEntry.Read) Objects.requireNonNull(second);
                    assertThat(back.faults()).as(written).isEmpty();
                    assertThat(PgnWriter.write(back.game())).isEqualTo(written);
                    assertThat(back.game().sameAs(read.game())).as(written).isTrue();
                    assertThat(again.next()).as(written).isNull();
                }
            }
        } catch (IOException impossible) {
            throw new AssertionError(impossible);
        }
    }

    /** What was read of a paper is written and read as the same, and a script of it is marked. */
    private static void checkPaper(byte[] input) {
        try {
            Paper paper = TaskPgn.read(new ByteArrayInputStream(input)).paper();
            String written = TaskPgn.write(paper);
            TaskPgn.Contents again = TaskPgn.read(new ByteArrayInputStream(written.getBytes(StandardCharsets.UTF_8)));
            assertThat(TaskPgn.write(again.paper())).isEqualTo(written);
            for (Task task : paper.tasks()) {
                Marker.mark(task, Script.of("a5", List.of("51.a5 c4 52.Kd2 | +-", "51.Kd3 | =")), List.of());
            }
        } catch (IOException impossible) {
            throw new AssertionError(impossible);
        }
    }

    private static void checkScript(byte[] input) {
        Task task = PAPER.tasks().getFirst();
        ScriptText.Contents read = ScriptText.read(TextBytes.of(input));
        read.scripts().forEach((number, script) -> {
            Marker.mark(task, script, List.of());
            String written = ScriptText.write(number, script);
            assertThat(ScriptText.write(
                            number, ScriptText.read(written).scripts().getOrDefault(number, Script.EMPTY)))
                    .isEqualTo(written);
        });
    }

    private static void checkFen(byte[] input) {
        if (Fen.read(new String(input, StandardCharsets.UTF_8)) instanceof FenReading.Read read) {
            FenReading again = Fen.read(Fen.write(read.position()));
            assertThat(again).isEqualTo(new FenReading.Read(read.position()));
            assertThat(read.position().legalMoves()).allMatch(read.position()::isLegal);
        }
    }

    private static void checkEpd(byte[] input) {
        if (Epd.read(new String(input, StandardCharsets.UTF_8)) instanceof Epd.Reading.Read read) {
            assertThat(Epd.read(read.epd().write())).isEqualTo(read);
        }
    }

    private static void checkLine(byte[] input) {
        String text = new String(input, StandardCharsets.UTF_8);
        for (Language language : Language.values()) {
            switch (new LineReader(language).read(Position.START, text)) {
                case LineReading.Read read -> {
                    Position position = Position.START;
                    for (Move move : read.moves()) {
                        assertThat(position.accepts(move)).isTrue();
                        position = position.play(move);
                    }
                }
                case LineReading.Refused refused -> assertThat(refused.column()).isBetween(1, text.length() + 1);
            }
        }
    }

    // ---- what was found, kept

    @ParameterizedTest
    @ValueSource(
            strings = {
                "1. e4 {a {brace} e5 *",
                "1. e4 ; a } brace\n e5 *",
                "[White \"x\"]tUp \"1\"]\n1. e4 {a\u0001b} e5 *",
                "[Result \"1-0\"]1-0\"]\n1. d4 {[%clk 1:29:58] solid} d5 *"
            })
    void gamesThatOnceCameBackChanged(String text) {
        checkPgn(text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void epdThatOnceCameBackChanged() {
        checkEpd("4k3/8/8/8/8/8/4P3/4K3 w - - id \"a p\u0085wn; and\nmore\"; c0 \"said \\\""
                .getBytes(StandardCharsets.UTF_8));
        checkEpd("4k3/8/8/8/8/8/4P3/4K3 w - - id \"a p\u0085wn;\nmore\";".getBytes(StandardCharsets.UTF_8));
    }

    // ---- the runs

    @Test
    void damagedGamesAreReadAsFarAsTheyGo() {
        fuzz(GAMES, FuzzTest::checkPgn, 800);
    }

    @Test
    void damagedPositionsAreReadOrRefused() {
        fuzz(POSITIONS, FuzzTest::checkFen, 4_000);
        fuzz(EPDS, FuzzTest::checkEpd, 4_000);
    }

    @Test
    void damagedLinesAreReadOrRefused() {
        fuzz(LINES, FuzzTest::checkLine, 80);
    }

    @Test
    void damagedPapersAndScriptsAreReadAndMarkedAllTheSame() {
        fuzz(PAPERS, FuzzTest::checkPaper, 200);
        fuzz(SCRIPTS, FuzzTest::checkScript, 400);
    }

    /** Ten thousand files, by count. */
    @Tag("long")
    @Test
    void tenThousandDamagedFiles() {
        fuzz(GAMES, FuzzTest::checkPgn, 4_000);
        fuzz(PAPERS, FuzzTest::checkPaper, 3_000);
        fuzz(SCRIPTS, FuzzTest::checkScript, 3_000);
        fuzz(POSITIONS, FuzzTest::checkFen, 200_000);
        fuzz(EPDS, FuzzTest::checkEpd, 200_000);
        fuzz(LINES, FuzzTest::checkLine, 2_000);
    }

    /** A stream of the same bytes again and again, without the memory for them. */
    private static final class Endless extends InputStream {
        private final byte[] pattern;
        private long left;
        private int at;

        Endless(String pattern, long length) {
            this.pattern = pattern.getBytes(StandardCharsets.UTF_8);
            left = length;
        }

        @Override
        public int read() {
            if (left == 0) {
                return -1;
            }
            left--;
            at = at == pattern.length ? 0 : at;
            return pattern[at++];
        }

        @Override
        public int read(byte[] buffer, int offset, int length) {
            int count = (int) Math.min(left, length);
            for (int i = 0; i < count; i++) {
                buffer[offset + i] = (byte) read();
            }
            return count == 0 && length > 0 ? -1 : count;
        }
    }

    /** Reads all, and gives the faults and how much memory lay in the largest game. */
    private static void assertReported(InputStream in) throws IOException {
        PgnReader reader = new PgnReader(in);
        long faults = 0;
        for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
            faults += entry.faults().size();
            if (entry instanceof PgnEntry.Read read) {
                assertThat(PgnWriter.write(read.game()).length()).as("bounded").isLessThan(8 << 20);
            }
        }
        assertThat(faults).as("something was reported").isPositive();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"{", "(", "[", "abc ", "1. e4 e5 ", "{a comment without an end ", "\u0000\u0001\u00ff", "\"", "$"
            })
    void enormousLinesAreReportedInBoundedMemory(String pattern) throws IOException {
        assertReported(new Endless(pattern, 1L << 20));
    }

    @Tag("long")
    @ParameterizedTest
    @ValueSource(strings = {"{", "(e4 ", "x", "1. e4 e5 2. Nf3 Ng8 "})
    void aGigabyteInOneLineIsReportedInBoundedMemory(String pattern) throws IOException {
        assertReported(new Endless(pattern, 1L << 30));
    }

    @Test
    void hundredThousandBracketsAreReported() throws IOException {
        assertReported(new ByteArrayInputStream(("1.e4 " + "(".repeat(100_000)).getBytes(StandardCharsets.UTF_8)));
        assertReported(new ByteArrayInputStream(
                ("1.e4 " + "(1.d4 ".repeat(100_000) + ")".repeat(100_000)).getBytes(StandardCharsets.UTF_8)));
    }
}
