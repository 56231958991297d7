package org.zeroply.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.zeroply.analysis.Suite;
import org.zeroply.ending.ExactEndings;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Grounds;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.search.Verdict;
import org.zeroply.store.FileShelf;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** The commands that calculate. */
final class Calculating {
    private static final long USUAL_MILLIS = 3_000;

    private Calculating() {}

    /** What the calculating commands share. */
    abstract static class Base extends ZeroPly.Base {
        @Option(names = "--threads", description = "1 to 64; default: all cores")
        int threads = Runtime.getRuntime().availableProcessors();

        @Option(names = "--table", description = "megabytes of the table; default: ${DEFAULT-VALUE}")
        int megabytes = Calculator.DEFAULT_TABLE_MEGABYTES;

        final Calculator calculator() {
            if (threads < 1 || threads > 64) {
                throw wrong("1 to 64 threads can calculate, not " + threads);
            }
            if (megabytes < 1 || megabytes > 8192) {
                throw wrong("the table has 1 to 8192 megabytes, not " + megabytes);
            }
            return new Calculator(megabytes, threads);
        }

        /** Who is asked: the exact endings first. */
        final Analyst analyst() {
            return new ExactEndings(FileShelf.usual()).before(calculator());
        }

        final CommandLine.ParameterException wrong(String reason) {
            return new CommandLine.ParameterException(line(), reason);
        }
    }

    /** How long a command may calculate: by the clock, or by a number of positions, so that runs repeat each other. */
    static final class Span {
        private final String what;

        @Option(names = "--ms", description = "milliseconds for each calculation; default: ${DEFAULT-VALUE}")
        long millis;

        @Option(names = "--nodes", description = "positions instead of milliseconds; with one thread, runs repeat")
        long nodes;

        Span(String what, long usualMillis) {
            this.what = what;
            millis = usualMillis;
        }

        /** The limit for one calculation; what makes no sense is refused. */
        Limit limit(CommandLine line) {
            if (nodes < 0 || nodes == 0 && millis < 1) {
                throw new CommandLine.ParameterException(
                        line,
                        what + " wants at least a millisecond or a position, not " + (nodes < 0 ? nodes : millis));
            }
            return nodes > 0 ? Limit.nodes(nodes) : Limit.millis(millis);
        }
    }

    @Command(name = "calc", description = "Calculate a position. Without a limit, three seconds.")
    static final class Calc extends Base {
        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Option(names = "--ms", description = "milliseconds")
        long millis;

        @Option(names = "--nodes", description = "positions looked at by the first thread")
        long nodes;

        @Option(names = "--depth", description = "half-moves")
        int depth;

        @Option(names = "--lines", description = "how many best lines, 1 to 8")
        int lines = 1;

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            if (lines < 1 || lines > Question.MOST_LINES) {
                throw wrong("1 to " + Question.MOST_LINES + " lines can be asked for, not " + lines);
            }
            if (millis < 0 || nodes < 0 || depth < 0) {
                throw wrong("limits must not be negative");
            }
            boolean none = millis == 0 && nodes == 0 && depth == 0;
            Limit limit = new Limit(none ? USUAL_MILLIS : millis, nodes, depth);
            Calculation found =
                    analyst().calculate(Question.of(position, limit).withLines(lines), partial -> {}, new Cancel());
            if (json) {
                printJson(generator -> write(generator, found));
                return 0;
            }
            if (found.lines().isEmpty()) {
                out().println(position.isCheckmate() ? "mate" : "stalemate");
            }
            for (CalculatedLine line : found.lines()) {
                Verdict verdict = line.verdict();
                out().printf(
                                Locale.ROOT,
                                "%s (%.2f, %s): %s%n",
                                verdict.text(),
                                verdict.expected(),
                                pawns(verdict),
                                San.line(position, line.moves()));
            }
            out().printf(
                            Locale.ROOT,
                            "%s, %d nodes in %d ms (%.2f million a second)%n",
                            Grounds.of(found.depth()).isProof() ? "proven" : "depth " + found.depth(),
                            found.nodes(),
                            found.millis(),
                            found.nodes() / 1e3 / Math.max(1, found.millis()));
            return 0;
        }

        private static String pawns(Verdict verdict) {
            return verdict.isMate()
                    ? "#" + verdict.mateIn()
                    : String.format(Locale.ROOT, "%+.2f", verdict.hundredths() / 100.0);
        }

        private static void write(JsonGenerator generator, Calculation found) throws IOException {
            generator.writeStartObject();
            writeGrounds(generator, Grounds.of(found.depth()));
            generator.writeNumberField("nodes", found.nodes());
            generator.writeNumberField("ms", found.millis());
            generator.writeArrayFieldStart("lines");
            for (CalculatedLine line : found.lines()) {
                generator.writeStartObject();
                generator.writeStringField("verdict", line.verdict().text());
                generator.writeNumberField("expected", line.verdict().expected());
                generator.writeNumberField("hundredths", line.verdict().hundredths());
                generator.writeNumberField("mate", line.verdict().mateIn());
                writeGrounds(generator, line.grounds());
                writeMoves(generator, found.position(), line.moves());
                generator.writeEndObject();
            }
            generator.writeEndArray();
            generator.writeEndObject();
        }
    }

    private static void writeGrounds(JsonGenerator generator, Grounds grounds) throws IOException {
        switch (grounds) {
            case Grounds.Proven proven -> generator.writeBooleanField("proven", true);
            case Grounds.AtDepth at -> generator.writeNumberField("depth", at.depth());
        }
    }

    /** The moves of a line as an array of SAN. */
    static void writeMoves(JsonGenerator generator, Position start, List<Move> moves) throws IOException {
        generator.writeArrayFieldStart("moves");
        Position position = start;
        for (Move move : moves) {
            generator.writeString(San.write(position, move));
            position = position.play(move);
        }
        generator.writeEndArray();
    }

    @Command(name = "threats", description = "What the side not to move would do with a free move.")
    static final class ThreatList extends ZeroPly.Base {
        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            List<Threat> threats = new Threats().against(position, new Cancel());
            if (json) {
                printJson(generator -> {
                    generator.writeStartArray();
                    for (Threat threat : threats) {
                        write(generator, position, threat);
                    }
                    generator.writeEndArray();
                });
                return 0;
            }
            if (threats.isEmpty()) {
                out().println("none found");
            }
            for (Threat threat : threats) {
                String line = threat.line().isEmpty()
                        ? threat.from().toString()
                        : San.line(position.play(Move.PASS), threat.line());
                out().printf(
                                "%s: %s (%s)%n",
                                Words.of("threat." + threat.kind(), threat.mateIn()), line, threat.targets());
            }
            return 0;
        }

        private static void write(JsonGenerator generator, Position position, Threat threat) throws IOException {
            generator.writeStartObject();
            generator.writeStringField("kind", threat.kind().name());
            generator.writeStringField("targets", threat.targets().toString());
            generator.writeStringField("from", threat.from().toString());
            generator.writeNumberField("gain", threat.gain());
            generator.writeNumberField("mate", threat.mateIn());
            writeMoves(generator, threat.line().isEmpty() ? position : position.play(Move.PASS), threat.line());
            generator.writeEndObject();
        }
    }

    @Command(
            name = "suite",
            description = "Solve the positions of an EPD file with bm, am or dm; print those unsolved.")
    static final class Solve extends Base {
        @Parameters(index = "0", paramLabel = "FILE")
        Path file = Path.of("");

        @Option(names = "--ms", description = "milliseconds a position; default: ${DEFAULT-VALUE}")
        long millis = 1_000;

        @Override
        public Integer call() throws IOException {
            if (millis < 1) {
                throw wrong("a position wants at least a millisecond, not " + millis);
            }
            Suite.Contents suite = Suite.read(InputFile.text(file).lines().toList());
            suite.faults().forEach(fault -> line().getErr().println(file + ": " + fault));
            Calculator calculator = calculator();
            List<Suite.Outcome> outcomes = new ArrayList<>();
            int solved = Suite.solve(
                    suite.items(),
                    calculator,
                    Limit.millis(millis),
                    outcome -> {
                        outcomes.add(outcome);
                        calculator.forget();
                        if (!json && !outcome.isSolved()) {
                            out().println(outcome.item().id() + ": " + found(outcome));
                        }
                    },
                    new Cancel());
            if (json) {
                printJson(generator -> {
                    generator.writeStartObject();
                    generator.writeNumberField("solved", solved);
                    generator.writeNumberField("of", outcomes.size());
                    generator.writeArrayFieldStart("unsolved");
                    for (Suite.Outcome outcome : outcomes) {
                        if (!outcome.isSolved()) {
                            generator.writeStartObject();
                            generator.writeStringField("id", outcome.item().id());
                            generator.writeStringField("found", found(outcome));
                            generator.writeEndObject();
                        }
                    }
                    generator.writeEndArray();
                    generator.writeEndObject();
                });
            } else {
                out().printf("solved %d of %d%n", solved, outcomes.size());
            }
            return suite.faults().isEmpty() ? 0 : ZeroPly.FAULTS;
        }

        private static String found(Suite.Outcome outcome) {
            return outcome.found().lines().isEmpty()
                    ? "nothing"
                    : San.write(
                            outcome.item().position(),
                            outcome.found().lines().getFirst().first());
        }
    }
}
