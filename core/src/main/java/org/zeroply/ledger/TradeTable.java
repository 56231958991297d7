package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.CastlingRight;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.Evaluation;
import org.zeroply.search.Weights;
import org.zeroply.work.Cancel;

/**
 * Which pieces a side wants to see leave the board: every own piece against every enemy piece of the same value, with what
 * the calculator's static evaluation says of the position without both. No search: the evaluation sees structure and
 * activity, not tactics.
 */
public final class TradeTable {
    private static final int MOST_TRADES = 3;

    private final Position position;
    private final Side side;
    private final Survey survey;
    private final Evaluation evaluation = new Evaluation(Weights.SHIPPED);
    private final int before;
    private final List<Trade> trades = new ArrayList<>();

    /** How the position after a trade was made. */
    public enum Kind {
        /** Captured and retaken on the board, the recapture being the best for the side that retakes. */
        PLAYED,
        /** Both lifted off, the same side to move. */
        LIFTED
    }

    /**
     * One own piece against one enemy piece.
     *
     * @param gain static evaluation afterwards minus before, in hundredths of a pawn, for the side of the table
     * @param after the position without both
     * @param moves of a trade that was played, the capture and the recapture; else none
     * @param offer of a lifted trade, the shortest way of one of the two, without captures, to a square from which it attacks the other;
     *     empty if there is none
     */
    public record Trade(
            Square own, Square enemy, Kind kind, int gain, Position after, List<Move> moves, List<Square> offer) {
        public Trade {
            moves = List.copyOf(moves);
            offer = List.copyOf(offer);
        }

        /** Moves until one of them attacks the other: 0 if it does already, {@link Reach#NEVER} if it cannot. */
        public int movesToOffer() {
            return kind == Kind.PLAYED ? 0 : offer.isEmpty() ? Reach.NEVER : offer.size() - 1;
        }
    }

    /** Trades one after the other, and what remains. */
    public record Plan(List<Trade> trades, int gain, Position after) {
        public Plan {
            trades = List.copyOf(trades);
        }

        /** Moves until all of them have been offered; {@link Reach#NEVER} if one cannot be. */
        public int moves() {
            return Math.min(
                    Reach.NEVER, trades.stream().mapToInt(Trade::movesToOffer).sum());
        }
    }

    private TradeTable(Position position, Side side) {
        this.position = position;
        this.side = side;
        survey = new Survey(position);
        before = evaluate(position);
    }

    /** The table of a side; as far as it got when a cancel was requested. */
    public static TradeTable of(Position position, Side side, Cancel cancel) {
        TradeTable table = new TradeTable(position, side);
        for (Square own : new SquareSet(table.survey.pieces(side))) {
            for (Square enemy : new SquareSet(table.survey.pieces(side.opposite()))) {
                if (!cancel.isRequested() && table.survey.value(own) == table.survey.value(enemy)) {
                    table.add(own, enemy);
                }
            }
        }
        table.trades.sort(Comparator.comparingInt(Trade::gain).reversed());
        return table;
    }

    public Position position() {
        return position;
    }

    public Side side() {
        return side;
    }

    /** All trades, the most welcome first. */
    public List<Trade> trades() {
        return List.copyOf(trades);
    }

    private int evaluate(Position there) {
        int value = evaluation.of(there.board());
        return there.sideToMove() == side ? value : -value;
    }

    private void add(Square own, Square enemy) {
        Trade played = played(own, enemy);
        if (played != null) {
            trades.add(played);
            return;
        }
        Position lifted = lift(position, own, enemy);
        if (lifted != null) {
            trades.add(new Trade(
                    own, enemy, Kind.LIFTED, evaluate(lifted) - before, lifted, List.of(), offer(own, enemy)));
        }
    }

    // ---- a trade that can be played

    /** The side to move takes and is retaken; null if it cannot take or nobody can retake. */
    private @Nullable Trade played(Square own, Square enemy) {
        boolean ownTakes = position.sideToMove() == side;
        Move capture = new Move(ownTakes ? own : enemy, ownTakes ? enemy : own);
        if (!position.isLegal(capture)) {
            return null;
        }
        Position taken = position.play(capture);
        Trade best = null;
        for (Move back : taken.legalMoves()) {
            if (back.to() != capture.to() || back.promotion() != null && back.promotion() != PieceType.QUEEN) {
                continue;
            }
            Position after = taken.play(back);
            int gain = evaluate(after) - before;
            boolean better = best == null || (ownTakes ? gain < best.gain() : gain > best.gain());
            if (better) {
                best = new Trade(own, enemy, Kind.PLAYED, gain, after, List.of(capture, back), List.of());
            }
        }
        return best;
    }

    // ---- a trade that cannot be played yet

    private static @Nullable Position lift(Position position, Square own, Square enemy) {
        PositionSetup setup = position.setup().put(own, null).put(enemy, null).enPassant(null);
        EnumSet<CastlingRight> rights = EnumSet.noneOf(CastlingRight.class);
        for (CastlingRight right : position.castlingRights()) {
            Square rook = rookOf(right);
            if (rook != own && rook != enemy) {
                rights.add(right);
            }
        }
        return setup.castling(rights).read() instanceof SetupReading.Possible possible ? possible.position() : null;
    }

    private static Square rookOf(CastlingRight right) {
        return switch (right) {
            case WHITE_SHORT -> Square.H1;
            case WHITE_LONG -> Square.A1;
            case BLACK_SHORT -> Square.H8;
            case BLACK_LONG -> Square.A8;
        };
    }

    private List<Square> offer(Square own, Square enemy) {
        List<Square> ours = wayToAttack(own, enemy);
        List<Square> theirs = wayToAttack(enemy, own);
        boolean oursFirst = !ours.isEmpty() && (theirs.isEmpty() || ours.size() <= theirs.size());
        return oursFirst ? ours : theirs;
    }

    /** The shortest way to a square from which it attacks the other; only its own square if it does already. */
    private List<Square> wayToAttack(Square piece, Square target) {
        Reach reach = Reach.byQuietMoves(position, piece);
        Square nearest = null;
        for (Square square : Survey.fromOwnSide(
                survey.piece(piece).side(), reach.within(Reach.NEVER - 1).bits())) {
            long attacks = Attacks.of(survey.type(piece), square.ordinal(), survey.occupied & ~piece.bit());
            boolean nearer = nearest == null || reach.moves(square) < reach.moves(nearest);
            if ((attacks & target.bit()) != 0 && nearer) {
                nearest = square;
            }
        }
        return nearest == null ? List.of() : reach.route(nearest);
    }

    // ---- what should remain

    /**
     * The ways of at most three trades after which, of pieces of their value, only these two are left.
     *
     * @return those with the fewest moves first; empty if there is none
     */
    public List<Plan> toRemain(Square own, Square enemy) {
        Piece kept = position.pieceAt(own);
        Piece against = position.pieceAt(enemy);
        if (kept == null || against == null || survey.value(own) != survey.value(enemy)) {
            throw new IllegalArgumentException("two pieces of the same value remain, not " + own + " and " + enemy);
        }
        int value = survey.value(own);
        List<Square> ours = others(side, own, value);
        List<Square> theirs = others(side.opposite(), enemy, value);
        List<Plan> plans = new ArrayList<>();
        if (!ours.isEmpty() && ours.size() == theirs.size() && ours.size() <= MOST_TRADES) {
            pair(ours, theirs, new ArrayList<>(), new HashSet<>(), plans);
        }
        plans.sort(Comparator.comparingInt(Plan::moves)
                .thenComparing(Comparator.comparingInt(Plan::gain).reversed()));
        return plans;
    }

    private List<Square> others(Side of, Square kept, int value) {
        return new SquareSet(survey.pieces(of))
                .stream()
                        .filter(piece -> piece != kept && survey.value(piece) == value)
                        .toList();
    }

    private void pair(List<Square> ours, List<Square> theirs, List<Trade> chosen, Set<Square> used, List<Plan> plans) {
        if (chosen.size() == ours.size()) {
            Position after = position;
            for (Trade trade : chosen) {
                after = after == null ? null : lift(after, trade.own(), trade.enemy());
            }
            if (after != null) {
                plans.add(new Plan(chosen, evaluate(after) - before, after));
            }
            return;
        }
        Square own = ours.get(chosen.size());
        for (Trade trade : trades) {
            if (trade.own() == own && theirs.contains(trade.enemy()) && used.add(trade.enemy())) {
                chosen.add(trade);
                pair(ours, theirs, chosen, used, plans);
                chosen.removeLast();
                used.remove(trade.enemy());
            }
        }
    }
}
