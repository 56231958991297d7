package org.zeroply.repertoire;

import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Section;
import org.zeroply.ledger.State;
import org.zeroply.ledger.Value;
import org.zeroply.rules.CastlingRight;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;

/** What can be tested of a position. Each has a text of its own, see {@link ConditionText}. */
public sealed interface Condition {
    /** Whether it holds. A condition of the ledger takes some milliseconds; one that needs a search, some tenths of a second. */
    boolean holds(Situation situation);

    /** As a part of a sentence: "a white knight bears on e5". */
    String inWords();

    /** Whether the way to the position matters, so that every order of moves has to be looked at. */
    default boolean asksTheWay() {
        return false;
    }

    /** The innermost conditions because of which it does not hold; empty if it holds. */
    default List<Condition> failing(Situation situation) {
        return holds(situation) ? List.of() : List.of(this);
    }

    /** At least so much, or at most. */
    enum Bound {
        LEAST,
        MOST;

        boolean admits(double figure, double limit) {
            return this == LEAST ? figure >= limit : figure <= limit;
        }

        String inWords(Object limit) {
            return Words.of("bound." + name(), limit);
        }
    }

    private static String name(Side side) {
        return Words.of("side." + side);
    }

    /** "white" or "black", before a piece. */
    private static String of(Side side) {
        return Words.of("condition.of." + side);
    }

    private static String name(@Nullable PieceType piece) {
        return piece == null ? Words.of("condition.anyMan") : Words.of("piece." + piece);
    }

    /** Men of a side bear on a square, so that it is attacked or guarded. */
    record Bears(Side side, @Nullable PieceType piece, Square square) implements Condition {
        @Override
        public boolean holds(Situation situation) {
            Position position = situation.position();
            return position.attackers(square, side).stream().anyMatch(from -> {
                Piece man = position.pieceAt(from);
                return piece == null || man != null && man.type() == piece;
            });
        }

        @Override
        public String inWords() {
            return Words.of("condition.bears", square, of(side), name(piece));
        }
    }

    /** A man of a side stands on a square. */
    record Stands(Side side, @Nullable PieceType piece, Square square) implements Condition {
        @Override
        public boolean holds(Situation situation) {
            Piece man = situation.position().pieceAt(square);
            return man != null && man.side() == side && (piece == null || man.type() == piece);
        }

        @Override
        public String inWords() {
            return Words.of("condition.stands", of(side), name(piece), square);
        }
    }

    /** Where to castle. */
    enum Wing {
        SHORT,
        LONG,
        EITHER
    }

    /** A side has not lost the right to castle. */
    record MayCastle(Side side, Wing wing) implements Condition {
        @Override
        public boolean holds(Situation situation) {
            return situation.position().castlingRights().stream()
                    .anyMatch(right -> right.side() == side && fits(right));
        }

        private boolean fits(CastlingRight right) {
            return wing == Wing.EITHER || right.isShort() == (wing == Wing.SHORT);
        }

        @Override
        public String inWords() {
            return Words.of("condition.castle." + wing, name(side));
        }
    }

    /** A side has played a man of a kind to a square on the way here. */
    record Played(Side side, PieceType piece, Square square) implements Condition {
        @Override
        public boolean holds(Situation situation) {
            for (int i = 0; i < situation.moves().size(); i++) {
                Move move = situation.moves().get(i);
                Piece man = situation.positions().get(i).pieceAt(move.from());
                if (move.to() == square && man != null && man.side() == side && man.type() == piece) {
                    return true;
                }
            }
            return false;
        }

        @Override
        public boolean asksTheWay() {
            return true;
        }

        @Override
        public String inWords() {
            return Words.of("condition.played", name(side), name(piece), square);
        }
    }

    /**
     * What a side gains by taking on a square first, see {@link Exchange}.
     *
     * @param pawns the limit, in pawns
     */
    record Gains(Side first, Square square, Bound bound, int pawns) implements Condition {
        @Override
        public boolean holds(Situation situation) {
            return bound.admits(Exchange.result(situation.position(), square, first), pawns);
        }

        @Override
        public String inWords() {
            return bound == Bound.MOST && pawns == 0
                    ? Words.of("condition.gains.nothing", name(first), square)
                    : Words.of("condition.gains", name(first), square, bound.inWords(pawns));
        }
    }

    /**
     * A figure of the ledger.
     *
     * @param limit how many; for figures in pawns, how many pawns; for moves, how many moves
     */
    record Measure(Factor factor, Side side, Bound bound, int limit) implements Condition {
        @Override
        public boolean holds(Situation situation) {
            return bound.admits(figure(situation.value(factor, side)), limit);
        }

        private static double figure(Value value) {
            return switch (value) {
                case Value.Hundredths hundredths -> hundredths.hundredths() / 100.0;
                case Value.Moves moves -> moves.moves();
                case Value other -> other.size();
            };
        }

        @Override
        public boolean asksTheWay() {
            return factor.section() == Section.TEMPO;
        }

        @Override
        public String inWords() {
            return Words.of("condition.measure", factor.title(), name(side), bound.inWords(limit));
        }
    }

    /** A state that the ledger has a name for. */
    record Is(Factor factor, Side side, State state) implements Condition {
        @Override
        public boolean holds(Situation situation) {
            return situation.value(factor, side) instanceof Value.Is is && is.state() == state;
        }

        @Override
        public String inWords() {
            return Words.of("condition.is", factor.title(), name(side), state.title());
        }
    }

    /** A pawn of a side may be pushed, whoever is to move, and nothing is lost by it that was not lost before. */
    record Lever(Side side, Square from, Square to) implements Condition {
        @Override
        public boolean holds(Situation situation) {
            Position position = situation.position();
            if (position.sideToMove() != side) {
                if (!position.accepts(Move.PASS)) {
                    return false;
                }
                position = position.play(Move.PASS);
            }
            Piece pawn = position.pieceAt(from);
            Move push = new Move(from, to);
            if (pawn == null || pawn.type() != PieceType.PAWN || !position.isLegal(push)) {
                return false;
            }
            return mostLost(position.play(push)) <= mostLost(position);
        }

        /** What the other side could win by the best single exchange, in pawns. */
        private int mostLost(Position position) {
            return position.men(side).stream()
                    .map(square -> Exchange.result(position, square, side.opposite()))
                    .max(Comparator.naturalOrder())
                    .orElse(0);
        }

        @Override
        public String inWords() {
            return Words.of("condition.lever", name(side), from, to);
        }
    }

    /** Every one of some conditions holds. */
    record All(List<Condition> parts) implements Condition {
        public All {
            parts = List.copyOf(parts);
        }

        @Override
        public boolean holds(Situation situation) {
            return parts.stream().allMatch(part -> part.holds(situation));
        }

        @Override
        public boolean asksTheWay() {
            return parts.stream().anyMatch(Condition::asksTheWay);
        }

        @Override
        public List<Condition> failing(Situation situation) {
            return parts.stream()
                    .flatMap(part -> part.failing(situation).stream())
                    .toList();
        }

        @Override
        public String inWords() {
            return joined(parts, "condition.and");
        }
    }

    /** One of some conditions holds. */
    record Any(List<Condition> parts) implements Condition {
        public Any {
            parts = List.copyOf(parts);
        }

        @Override
        public boolean holds(Situation situation) {
            return parts.stream().anyMatch(part -> part.holds(situation));
        }

        @Override
        public boolean asksTheWay() {
            return parts.stream().anyMatch(Condition::asksTheWay);
        }

        @Override
        public String inWords() {
            return joined(parts, "condition.or");
        }
    }

    private static String joined(List<Condition> parts, String between) {
        return parts.stream()
                .map(part -> part instanceof All || part instanceof Any ? "(" + part.inWords() + ")" : part.inWords())
                .collect(Collectors.joining(" " + Words.of(between) + " "));
    }

    /** A condition does not hold. */
    record Not(Condition part) implements Condition {
        @Override
        public boolean holds(Situation situation) {
            return !part.holds(situation);
        }

        @Override
        public boolean asksTheWay() {
            return part.asksTheWay();
        }

        @Override
        public String inWords() {
            return Words.of("condition.not", part.inWords());
        }
    }

    /** The word that a constant has in the text of a condition. */
    static String word(Enum<?> constant) {
        return constant.name().toLowerCase(Locale.ROOT);
    }
}
