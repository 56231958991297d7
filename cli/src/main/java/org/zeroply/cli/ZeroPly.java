package org.zeroply.cli;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStreamWriter;
import java.io.PrintStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.Questions;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Evidence;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.SearchedEntries;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Fen;
import org.zeroply.notation.FenReading;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnFault;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** The command line: exit code 0 for done, 1 for faults found, 2 for a call or an input that makes no sense. */
@Command(
        name = "zeroply",
        description = "Zero Ply for scripts and batches.",
        mixinStandardHelpOptions = true,
        subcommands = {
            ZeroPly.Perft.class,
            ZeroPly.Legal.class,
            ZeroPly.Read.class,
            ZeroPly.Pgn.class,
            Calculating.Calc.class,
            Calculating.ThreatList.class,
            Calculating.Solve.class,
            LineCheckCommand.class,
            HarvestCommand.class,
            Marking.Mark.class,
            Marking.TaskCommand.class
        })
public final class ZeroPly {
    static final int FAULTS = 1;
    static final int BAD_INPUT = 2;

    private ZeroPly() {}

    public static void main(String[] arguments) {
        System.exit(commandLine(System.out, System.err).execute(arguments));
    }

    static CommandLine commandLine(PrintStream out, PrintStream err) {
        return commandLine().setOut(printer(out)).setErr(printer(err));
    }

    private static PrintWriter printer(PrintStream out) {
        return new PrintWriter(
                new TerminalWriter(new BufferedWriter(new OutputStreamWriter(out, out.charset()))), true);
    }

    static CommandLine commandLine() {
        CommandLine all = new CommandLine(new ZeroPly());
        Questions.ALL.stream()
                .filter(question -> !question.command().isEmpty())
                .forEach(question -> all.addSubcommand(question.command(), QuestionCommand.of(question)));
        return all.setExecutionExceptionHandler((failed, line, result) -> {
            String message = failed instanceof NoSuchFileException missing
                    ? "there is no file " + missing.getFile()
                    : String.valueOf(failed.getMessage());
            line.getErr().println(message);
            return BAD_INPUT;
        });
    }

    /** What all commands share. */
    abstract static class Base implements Callable<Integer> {
        @Spec
        private @Nullable CommandSpec spec;

        @Option(names = "--json", description = "Print JSON.")
        boolean json;

        final PrintWriter out() {
            return line().getOut();
        }

        final CommandLine line() {
            if (spec == null) {
                throw new IllegalStateException("the command runs outside its line");
            }
            return spec.commandLine();
        }

        final Position position(String fen) {
            return ZeroPly.position(line(), fen);
        }

        final void printJson(Json content) throws IOException {
            ZeroPly.printJson(out(), content);
        }
    }

    static Position position(CommandLine line, String fen) {
        return switch (Fen.read(fen)) {
            case FenReading.Read read -> read.position();
            case FenReading.Refused refused ->
                throw new CommandLine.ParameterException(
                        line, "not a position: " + String.join("; ", refused.reasons()));
        };
    }

    interface Json {
        void write(JsonGenerator generator) throws IOException;
    }

    static void printJson(PrintWriter out, Json content) throws IOException {
        StringWriter text = new StringWriter();
        try (JsonGenerator generator = new JsonFactory().createGenerator(text).useDefaultPrettyPrinter()) {
            content.write(generator);
        }
        out.println(text);
    }

    @Command(name = "perft", description = "Count the paths of legal moves, move by move.")
    static final class Perft extends Base {
        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Parameters(index = "1", paramLabel = "DEPTH", description = "1 to 12 half-moves")
        int depth;

        @Override
        public Integer call() throws IOException {
            if (depth < 1 || depth > 12) {
                throw new CommandLine.ParameterException(line(), "the depth must be 1 to 12, was " + depth);
            }
            Position position = position(fen);
            long begin = System.nanoTime();
            List<Move> moves = position.legalMoves();
            long[] paths = new long[moves.size()];
            long total = 0;
            for (int i = 0; i < paths.length; i++) {
                paths[i] = position.play(moves.get(i)).board().countPaths(depth - 1);
                total += paths[i];
            }
            double seconds = (System.nanoTime() - begin) / 1e9;
            long sum = total;
            if (json) {
                printJson(generator -> {
                    generator.writeStartObject();
                    generator.writeNumberField("depth", depth);
                    generator.writeNumberField("paths", sum);
                    generator.writeNumberField("seconds", seconds);
                    generator.writeObjectFieldStart("moves");
                    for (int i = 0; i < paths.length; i++) {
                        generator.writeNumberField(moves.get(i).toString(), paths[i]);
                    }
                    generator.writeEndObject();
                    generator.writeEndObject();
                });
                return 0;
            }
            for (int i = 0; i < paths.length; i++) {
                out().println(moves.get(i) + " " + paths[i]);
            }
            out().printf(
                            "%d paths of depth %d in %.3f s (%.1f million a second)%n",
                            sum, depth, seconds, sum / seconds / 1e6);
            return 0;
        }
    }

    @Command(name = "legal", description = "List the legal moves.")
    static final class Legal extends Base {
        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            List<Move> moves = position.legalMoves();
            if (json) {
                printJson(generator -> {
                    generator.writeStartArray();
                    for (Move move : moves) {
                        generator.writeStartObject();
                        generator.writeStringField("san", San.write(position, move));
                        generator.writeStringField("move", move.toString());
                        generator.writeEndObject();
                    }
                    generator.writeEndArray();
                });
            } else {
                moves.forEach(move -> out().println(San.write(position, move)));
            }
            return 0;
        }
    }

    @Command(name = "read", description = "The ledger of a position.")
    static final class Read extends Base {
        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Option(names = "--scale", description = "schoolroom (default) or two-bishop")
        String scale = "schoolroom";

        @Option(
                names = "--search",
                description = "with threats, intentions, duties and the back rank (some tenths of a second)")
        boolean search;

        @Override
        public Integer call() throws IOException {
            ValueScale values = switch (scale) {
                case "schoolroom" -> ValueScale.SCHOOLROOM;
                case "two-bishop" -> ValueScale.TWO_BISHOP;
                default ->
                    throw new CommandLine.ParameterException(
                            line(), "the scale is schoolroom or two-bishop, was " + scale);
            };
            Position position = position(fen);
            Ledger ledger = Ledger.of(position, values);
            if (search) {
                ledger = ledger.with(new SearchedEntries().read(position, Language.ENGLISH, new Cancel()));
            }
            Ledger whole = ledger;
            if (json) {
                printJson(generator -> writeLedger(generator, whole));
                return 0;
            }
            for (Entry entry : whole.entries()) {
                out().printf(
                                "%-18s | %-22s | %-22s | %s%n",
                                entry.factor().title(),
                                entry.white().value().text(),
                                entry.black().value().text(),
                                entry.explanation());
            }
            return 0;
        }

        private static void writeLedger(JsonGenerator generator, Ledger ledger) throws IOException {
            generator.writeStartArray();
            for (Entry entry : ledger.entries()) {
                generator.writeStartObject();
                generator.writeStringField("factor", entry.factor().name());
                generator.writeStringField("section", entry.factor().section().name());
                for (Side side : Side.values()) {
                    generator.writeObjectFieldStart(side == Side.WHITE ? "white" : "black");
                    generator.writeStringField("value", entry.of(side).value().text());
                    generator.writeArrayFieldStart("evidence");
                    for (Evidence.Exhibit exhibit : entry.of(side).evidence().exhibits()) {
                        writeExhibit(generator, exhibit);
                    }
                    generator.writeEndArray();
                    generator.writeEndObject();
                }
                generator.writeStringField("explanation", entry.explanation());
                if (entry.exceptionHere().isPresent()) {
                    generator.writeStringField(
                            "exception", entry.exceptionHere().get());
                }
                generator.writeEndObject();
            }
            generator.writeEndArray();
        }

        /** Squares with their part, or the stops of a path in their order. */
        private static void writeExhibit(JsonGenerator generator, Evidence.Exhibit exhibit) throws IOException {
            generator.writeStartObject();
            generator.writeStringField("role", exhibit.role().name());
            List<Square> squares = exhibit instanceof Evidence.Path path
                    ? path.stops()
                    : exhibit.squares().stream().toList();
            generator.writeArrayFieldStart(exhibit instanceof Evidence.Path ? "path" : "squares");
            for (Square square : squares) {
                generator.writeString(square.toString());
            }
            generator.writeEndArray();
            generator.writeEndObject();
        }
    }

    @Command(
            name = "pgn",
            description = "Check or rewrite PGN files.",
            subcommands = {PgnCheck.class, PgnNormalise.class})
    static final class Pgn implements Callable<Integer> {
        @Spec
        private @Nullable CommandSpec spec;

        @Override
        public Integer call() {
            if (spec != null) {
                spec.commandLine().usage(spec.commandLine().getErr());
            }
            return BAD_INPUT;
        }
    }

    @Command(name = "check", description = "Report every fault with its place.")
    static final class PgnCheck extends Base {
        @Parameters(arity = "1..*", paramLabel = "FILE")
        List<Path> files = List.of();

        @Override
        public Integer call() throws IOException {
            long faults = 0;
            for (Path file : files) {
                faults += check(file);
            }
            return faults == 0 ? 0 : FAULTS;
        }

        private long check(Path file) throws IOException {
            long games = 0;
            long faults = 0;
            try (InputStream in = InputFile.open(file)) {
                PgnReader reader = new PgnReader(in);
                for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
                    games += entry instanceof PgnEntry.Read ? 1 : 0;
                    faults += entry.faults().size();
                    for (PgnFault fault : entry.faults()) {
                        print(file, fault);
                    }
                }
            }
            if (!json) {
                out().printf("%s: %d games, %d faults%n", file, games, faults);
            }
            return faults;
        }

        private void print(Path file, PgnFault fault) throws IOException {
            if (json) {
                printJson(generator -> {
                    generator.writeStartObject();
                    generator.writeStringField("file", file.toString());
                    generator.writeNumberField("line", fault.line());
                    generator.writeNumberField("game", fault.game());
                    generator.writeStringField("token", fault.token());
                    generator.writeStringField("reason", fault.reason());
                    generator.writeEndObject();
                });
            } else {
                out().printf(
                                "%s:%d: game %d: %s%s%n",
                                file,
                                fault.line(),
                                fault.game(),
                                fault.token().isEmpty() ? "" : fault.token() + ": ",
                                fault.reason());
            }
        }
    }

    @Command(name = "normalise", description = "Write the games anew in export format to standard output.")
    static final class PgnNormalise extends Base {
        @Parameters(index = "0", paramLabel = "FILE")
        Path file = Path.of("");

        @Override
        public Integer call() throws IOException {
            long faults = 0;
            try (InputStream in = InputFile.open(file)) {
                PgnReader reader = new PgnReader(in);
                for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
                    faults += entry.faults().size();
                    if (entry instanceof PgnEntry.Read read) {
                        PgnWriter.write(read.game(), out());
                    }
                }
            }
            out().flush();
            return faults == 0 ? 0 : FAULTS;
        }
    }
}
