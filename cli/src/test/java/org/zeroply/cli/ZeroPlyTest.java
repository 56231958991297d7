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
}
