package org.zeroply.defence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import org.zeroply.notation.Language;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.Known;
import org.zeroply.work.Cancel;

/**
 * How a piece of the other side can be driven away, and what must be ready first: quiet moves, possible now or after one other
 * quiet move, after which a man attacks it so that it would be lost if it stayed; each with its readiness.
 *
 * @param ways those that are ready first, then those that need fewest moves
 * @param hangs whether the piece can be taken with a gain already
 */
public record DrivingOff(Position position, Square piece, List<Readiness> ways, boolean hangs) {
    private static final int MOST_WAYS = 8;
    private static final int SETS = 3;

    public DrivingOff {
        ways = List.copyOf(ways);
    }

    /**
     * Looks for the ways on the calling thread.
     *
     * @param partial told after each way
     * @throws IllegalArgumentException if no piece of the side that is not to move stands on the square
     */
    public static DrivingOff of(
            Position position,
            Square piece,
            Language language,
            Known known,
            Consumer<DrivingOff> partial,
            Cancel cancel) {
        Side us = position.sideToMove();
        Piece man = position.pieceAt(piece);
        if (man == null || man.side() == us || man.type() == PieceType.KING) {
            throw new IllegalArgumentException("no piece of the other side can be driven from " + piece);
        }
        boolean hangs = Exchange.result(position, piece, us) > 0;
        List<Readiness> ways = new ArrayList<>();
        if (!hangs) {
            for (Wish wish : wishes(position, piece)) {
                if (cancel.isRequested() || ways.size() == MOST_WAYS) {
                    break;
                }
                Readiness way =
                        driving(Readiness.of(position, wish, SETS, language, known, found -> {}, cancel), piece);
                if (way.isReady() || !way.sets().isEmpty()) {
                    ways.add(way);
                    ways.sort(Comparator.comparingInt(DrivingOff::moves));
                    partial.accept(new DrivingOff(position, piece, ways, false));
                }
            }
        }
        return new DrivingOff(position, piece, ways, hangs);
    }

    /** The same without the sets after which the move can be played and yet does not drive the piece away. */
    private static Readiness driving(Readiness way, Square piece) {
        List<Preparation> sets = way.sets().stream()
                .filter(set -> {
                    Position ready = Plan.after(way.position(), set.inOrder());
                    return way.wish().in(ready).stream().anyMatch(move -> drives(ready, move, piece));
                })
                .toList();
        return way.withSets(sets);
    }

    /** Own moves until the piece is driven away cleanly. */
    private static int moves(Readiness way) {
        return 1 + (way.isReady() ? 0 : way.sets().getFirst().size());
    }

    /**
     * Moves that would attack the piece with a gain: those that are possible now first, pawns before pieces. A move that is
     * possible now and would do so only after another is none of them.
     */
    private static List<Wish> wishes(Position position, Square piece) {
        Set<Wish> now = new LinkedHashSet<>();
        Set<Wish> later = new LinkedHashSet<>();
        add(position, piece, now);
        for (Move move : position.legalMoves()) {
            Position after = position.play(move);
            if (!position.isCapture(move) && !after.isCheck() && move.promotion() == null) {
                add(after.play(Move.PASS), piece, later);
            }
        }
        // Whoever can go there now need not go round, and of two ways round one is enough.
        Set<String> aims = new HashSet<>();
        now.forEach(wish -> aims.add(wish.text(Language.ENGLISH)));
        List<Wish> wishes = new ArrayList<>(now);
        later.stream()
                .filter(wish -> wish.in(position).isEmpty() && aims.add(wish.text(Language.ENGLISH)))
                .forEach(wishes::add);
        wishes.sort(Comparator.comparing((Wish wish) -> !now.contains(wish)).thenComparing(Wish::type));
        return wishes;
    }

    private static void add(Position position, Square piece, Set<Wish> wishes) {
        for (Move move : position.legalMoves()) {
            if (!position.isCapture(move) && move.promotion() == null && drives(position, move, piece)) {
                wishes.add(Wish.of(position, move));
            }
        }
    }

    /** Whether a move attacks the piece so that it would be lost if it stayed. */
    private static boolean drives(Position position, Move move, Square piece) {
        Position after = position.play(move);
        return after.attackers(piece, position.sideToMove()).contains(move.to())
                && Exchange.result(after, piece, position.sideToMove()) > 0;
    }
}
