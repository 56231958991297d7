package org.zeroply.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
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
        assertThat(run.out()).contains("bad.pgn:3: game 1: Qd4: d4 is taken by the own pawn");
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
}
