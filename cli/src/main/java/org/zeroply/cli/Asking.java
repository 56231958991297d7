package org.zeroply.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.ChecksRunOut;
import org.zeroply.analysis.EveryMove;
import org.zeroply.analysis.LineCheck;
import org.zeroply.analysis.LineCheckText;
import org.zeroply.analysis.TurnTest;
import org.zeroply.ending.Correspondence;
import org.zeroply.ending.Counted;
import org.zeroply.ending.Elementary;
import org.zeroply.ending.Exact;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.MateProof;
import org.zeroply.search.MateProver;
import org.zeroply.search.MateTree;
import org.zeroply.search.ProofSearch;
import org.zeroply.search.Question;
import org.zeroply.store.FileShelf;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** The coach's questions on the command line. */
final class Asking {
    private static final int PROOF_TABLE = 256;
    private static final int MOST_CHECKED = 20_000;

    private Asking() {}

    /** Where solved endings are kept. */
    static final class Endings {
        @Option(names = "--endings", description = "folder of solved endings; default: that of the window")
        @Nullable
        Path folder;

        ExactEndings open() {
            return new ExactEndings(folder == null ? FileShelf.usual() : new FileShelf(folder));
        }
    }

    @Command(name = "prove", description = "Prove or disprove a mate with every defence covered.")
    static final class Prove extends Calculating.Base {
        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Option(names = "--mate", description = "in at most so many moves, 1 to 60; default: ${DEFAULT-VALUE}")
        int moves = 5;

        @Option(names = "--checks", description = "look at checks only")
        boolean checksOnly;

        @Option(names = "--nodes", description = "give up after so many positions; default: never")
        long nodes;

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            if (moves < 1 || moves > ProofSearch.MOST_MOVES) {
                throw wrong("a mate in 1 to " + ProofSearch.MOST_MOVES + " can be asked for, not in " + moves);
            }
            MateProof proof =
                    new MateProver(PROOF_TABLE).prove(position, moves, checksOnly, nodes, partial -> {}, new Cancel());
            MateTree solution = proof.solution();
            if (json) {
                printJson(generator -> {
                    generator.writeStartObject();
                    generator.writeStringField("outcome", proof.outcome().name());
                    generator.writeNumberField("mateIn", proof.mateIn());
                    generator.writeNumberField("refutedIn", proof.refutedIn());
                    generator.writeNumberField("nodes", proof.nodes());
                    if (solution != null) {
                        Calculating.writeMoves(generator, position, solution.mainLine());
                        generator.writeNumberField("lines", solution.lines());
                        generator.writeArrayFieldStart("otherFirstMoves");
                        for (MateProof.OtherMove other : proof.others()) {
                            generator.writeStartObject();
                            generator.writeStringField("move", San.write(position, other.move()));
                            generator.writeNumberField("mateIn", other.mateIn());
                            generator.writeEndObject();
                        }
                        generator.writeEndArray();
                        generator.writeBooleanField("otherFirstMovesSettled", proof.othersSettled());
                    }
                    generator.writeEndObject();
                });
                return 0;
            }
            switch (proof.outcome()) {
                case PROVEN -> {
                    out().printf(Locale.ROOT, "proven: mate in %d%n", proof.mateIn());
                    if (solution != null) {
                        out().println(San.line(position, solution.mainLine()));
                        out().printf(
                                        Locale.ROOT,
                                        "%d lines over %d positions; %d replies at once shorten it%n",
                                        solution.lines(),
                                        solution.size(),
                                        solution.shortening().size());
                    }
                    for (MateProof.OtherMove other : proof.others()) {
                        out().printf(
                                        Locale.ROOT,
                                        "also %s, in %d%n",
                                        San.write(position, other.move()),
                                        other.mateIn());
                    }
                }
                case DISPROVEN ->
                    out().printf(
                                    Locale.ROOT,
                                    checksOnly
                                            ? "disproven: no mate in %d by checks alone%n"
                                            : "disproven: no mate in %d%n",
                                    moves);
                case NOT_SETTLED -> out().printf(Locale.ROOT, "not settled; no mate in %d%n", proof.refutedIn());
            }
            out().printf(Locale.ROOT, "%d positions%n", proof.nodes());
            return 0;
        }
    }

    @Command(name = "moves", description = "Every legal move with its best reply and verdict.")
    static final class EachMove extends Calculating.Base {
        @Mixin
        private final Endings endings = new Endings();

        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Option(names = "--nodes", description = "positions for each move; default: ${DEFAULT-VALUE}")
        long nodes = 100_000;

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            if (nodes < 1) {
                throw wrong("each move wants at least one position, not " + nodes);
            }
            EveryMove found = EveryMove.of(
                    Question.of(position, Limit.NONE),
                    nodes,
                    calculator(),
                    endings.open(),
                    partial -> {},
                    new Cancel());
            if (json) {
                printJson(generator -> {
                    generator.writeStartArray();
                    for (EveryMove.Entry entry : found.moves()) {
                        generator.writeStartObject();
                        generator.writeStringField("move", San.write(position, entry.move()));
                        generator.writeBooleanField("holds", entry.holds());
                        generator.writeNumberField("loss", entry.loss());
                        generator.writeStringField(
                                "verdict", entry.line().verdict().text());
                        generator.writeStringField("grounds", entry.grounds().text());
                        Calculating.writeMoves(generator, position, entry.line().moves());
                        generator.writeEndObject();
                    }
                    generator.writeEndArray();
                });
                return 0;
            }
            found.onlyMove()
                    .ifPresent(only -> out().printf(
                                    Locale.ROOT,
                                    "only move: %s, by %.0f in 100 (%s)%n",
                                    San.write(position, only.move()),
                                    100 * only.margin(),
                                    only.grounds().text()));
            for (EveryMove.Entry entry : found.moves()) {
                out().printf(
                                Locale.ROOT,
                                "%s %s, %s, %s: %s%n",
                                entry.holds() ? "holds" : "loses",
                                San.write(position, entry.move()),
                                entry.line().verdict().text(),
                                entry.grounds().text(),
                                San.line(position, entry.line().moves()));
            }
            return 0;
        }
    }

    @Command(name = "checks", description = "Every check with every reply, until they run out.")
    static final class Checks extends ZeroPly.Base {
        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Option(names = "--side", description = "WHITE or BLACK; default: the side to move")
        @Nullable
        Side side;

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            Side checking = side == null ? position.sideToMove() : side;
            String refusal = ChecksRunOut.refusal(position, checking);
            if (!refusal.isEmpty()) {
                throw new CommandLine.ParameterException(line(), refusal);
            }
            ChecksRunOut found = ChecksRunOut.of(position, checking, MOST_CHECKED, new Cancel());
            Position start = found.position(0);
            if (json) {
                printJson(generator -> {
                    generator.writeStartObject();
                    generator.writeStringField("end", found.end().name());
                    generator.writeNumberField("checks", found.count());
                    generator.writeStringField("text", found.text());
                    Calculating.writeMoves(generator, start, found.line());
                    generator.writeStringField("king", squares(found));
                    generator.writeNumberField("positions", found.size());
                    generator.writeEndObject();
                });
                return 0;
            }
            out().println(found.text());
            if (!found.line().isEmpty()) {
                out().println(San.line(start, found.line()));
                out().println("the king: " + squares(found));
            }
            out().printf(Locale.ROOT, "%d positions%n", found.size());
            return 0;
        }

        private static String squares(ChecksRunOut found) {
            return String.join(
                    " ", found.kingPath().stream().map(String::valueOf).toList());
        }
    }

    @Command(name = "turn", description = "The same position with either side to move.")
    static final class Turn extends Calculating.Base {
        @Mixin
        private final Endings endings = new Endings();

        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Mixin
        private final Calculating.Span span = new Calculating.Span("each of four calculations", 1_000);

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            String refusal = TurnTest.refusal(position);
            if (!refusal.isEmpty()) {
                throw wrong(refusal);
            }
            TurnTest test = TurnTest.of(position, span.limit(line()), calculator(), endings.open(), new Cancel())
                    .orElseThrow();
            String losing = losing(position, test);
            if (json) {
                printJson(generator -> {
                    generator.writeStartObject();
                    generator.writeStringField(
                            "whiteToMove", test.with(Side.WHITE).text());
                    generator.writeStringField(
                            "blackToMove", test.with(Side.BLACK).text());
                    generator.writeStringField("word", test.text());
                    generator.writeStringField("grounds", test.grounds().text());
                    generator.writeStringField("losingAMove", losing);
                    generator.writeEndObject();
                });
                return 0;
            }
            out().println("White to move: " + test.with(Side.WHITE).text());
            out().println("Black to move: " + test.with(Side.BLACK).text());
            out().println(test.text() + " (" + test.grounds().text() + ")");
            out().println(losing);
            return 0;
        }

        private static String losing(Position position, TurnTest test) {
            return switch (test.losingAMove()) {
                case TurnTest.Way way -> Words.of("turn.way", San.line(position, way.way()));
                case TurnTest.NoWay none -> Words.of("turn.noWay");
                case TurnTest.NotNeeded needless -> Words.of("turn.notNeeded");
                case TurnTest.NotFound notFound -> Words.of("turn.notFound", notFound.depth());
            };
        }
    }

    @Command(
            name = "linecheck",
            description = "Go over the lines of a PGN file: bad moves, stronger ones left out, verdicts at the ends.")
    static final class CheckLines extends Calculating.Base {
        @Parameters(index = "0", paramLabel = "FILE")
        Path file = Path.of("");

        @Mixin
        private final Calculating.Span span = new Calculating.Span("a position", 300);

        private Limit limit = Limit.NONE;
        private int games;
        private int findings;

        @Override
        public Integer call() throws IOException {
            limit = span.limit(line());
            Calculator calculator = calculator();
            try (InputStream in = new BufferedInputStream(Files.newInputStream(file))) {
                if (json) {
                    printJson(generator -> {
                        generator.writeStartArray();
                        read(in, calculator, generator);
                        generator.writeEndArray();
                    });
                } else {
                    read(in, calculator, null);
                    out().printf(Locale.ROOT, "%d games, %d findings%n", games, findings);
                }
            }
            return findings == 0 ? 0 : ZeroPly.FAULTS;
        }

        private void read(InputStream in, Calculator calculator, @Nullable JsonGenerator generator) throws IOException {
            PgnReader reader = new PgnReader(in);
            for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
                entry.faults()
                        .forEach(fault -> line().getErr()
                                .println(file + ", line " + fault.line() + ": " + fault.token() + ": "
                                        + fault.reason()));
                if (!(entry instanceof PgnEntry.Read found)) {
                    continue;
                }
                games++;
                Game game = found.game();
                LineCheck check =
                        LineCheck.of(game.tree(), GameTree.ROOT, limit, calculator, partial -> {}, new Cancel());
                for (LineCheck.Finding finding : check.findings()) {
                    findings += finding.kind() == LineCheck.Kind.RIGHT_VERDICT ? 0 : 1;
                    String text = LineCheckText.of(game.tree(), finding, Language.ENGLISH);
                    if (generator == null) {
                        out().printf(Locale.ROOT, "game %d, %s%n", games, text);
                    } else {
                        generator.writeStartObject();
                        generator.writeNumberField("game", games);
                        generator.writeStringField("kind", finding.kind().name());
                        generator.writeStringField("text", text);
                        generator.writeNumberField("loss", finding.loss());
                        generator.writeEndObject();
                    }
                }
            }
        }
    }

    @Command(name = "ending", description = "Solve an ending exactly: up to four men, or kings and pawns.")
    static final class Ending extends ZeroPly.Base {
        @Mixin
        private final Endings endings = new Endings();

        @Parameters(index = "0", paramLabel = "FEN")
        String fen = "";

        @Override
        public Integer call() throws IOException {
            Position position = position(fen);
            if (!ExactEndings.covers(position)) {
                throw new CommandLine.ParameterException(
                        line(), "only kings and pawns with at most one piece, or up to four men, can be solved");
            }
            switch (endings.open().solve(position, new Cancel())) {
                case ExactEndings.NotSolved not -> {
                    String reason = Words.of("ending." + not.reason());
                    if (json) {
                        printJson(generator -> {
                            generator.writeStartObject();
                            generator.writeStringField("notSolved", reason);
                            generator.writeEndObject();
                        });
                    } else {
                        out().println(reason);
                    }
                    return ZeroPly.FAULTS;
                }
                case ExactEndings.ProvenWin won -> {
                    if (json) {
                        printJson(generator -> {
                            generator.writeStartObject();
                            generator.writeStringField("provenWin", won.winner().name());
                            generator.writeNumberField("moves", won.moves());
                            generator.writeEndObject();
                        });
                    } else {
                        out().println(won.text());
                    }
                }
                case ExactEndings.Solved solved -> print(solved.solution());
            }
            return 0;
        }

        private void print(ExactEndings.Solution solution) throws IOException {
            Position position = solution.position();
            Correspondence squares = solution.correspondence();
            if (json) {
                printJson(generator -> {
                    generator.writeStartObject();
                    write(generator, solution.exact(), solution.counted());
                    generator.writeArrayFieldStart("moves");
                    for (Elementary.Choice choice : solution.choices()) {
                        generator.writeStartObject();
                        generator.writeStringField("move", San.write(position, choice.move()));
                        write(generator, choice.exact(), solution.counted());
                        generator.writeEndObject();
                    }
                    generator.writeEndArray();
                    if (squares != null) {
                        generator.writeStringField(
                                "attacker", squares.attacker().name());
                        generator.writeObjectFieldStart("corresponding");
                        for (Correspondence.Group group : squares.groups()) {
                            generator.writeStringField(
                                    String.valueOf(group.letter()), group.attacking() + " ~ " + group.defending());
                        }
                        generator.writeEndObject();
                    }
                    generator.writeEndObject();
                });
                return;
            }
            out().println(solution.text());
            out().println("keeps the result: "
                    + String.join(
                            ", ",
                            solution.keeping().stream()
                                    .map(choice -> San.write(position, choice.move()))
                                    .toList()));
            if (!solution.unsettled().isEmpty()) {
                out().println("not settled: "
                        + String.join(
                                ", ",
                                solution.unsettled().stream()
                                        .map(move -> San.write(position, move))
                                        .toList()));
            }
            if (squares != null) {
                out().println("corresponding squares, " + Words.of("side." + squares.attacker()) + "'s king first:");
                for (Correspondence.Group group : squares.groups()) {
                    out().println("  " + group.letter() + ": " + group.attacking() + " ~ " + group.defending());
                }
            }
        }

        private static void write(JsonGenerator generator, Exact exact, Counted counted) throws IOException {
            generator.writeStringField("result", exact.outcome() > 0 ? "won" : exact.outcome() < 0 ? "lost" : "drawn");
            String field = switch (counted) {
                case MATE -> "pliesToMate";
                case PROMOTION -> "pliesToPromotionOrMate";
                case LAST_PAWN -> "pliesToPromotionMateOrLastPawn";
            };
            generator.writeNumberField(field, exact.plies());
        }
    }
}
