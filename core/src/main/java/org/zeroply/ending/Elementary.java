package org.zeroply.ending;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

/**
 * Exact results of endings with at most four men, solved when they are first asked for and kept on a shelf. The distance
 * is to mate, in half-moves, with the quickest attack and the longest defence; the 50 moves are left out of account.
 *
 * <p>Endings with pawns of both sides are for {@link PawnEnding}; castling does not occur. Safe for use by several
 * threads, of which one solves at a time.
 */
public final class Elementary {
    public static final int MOST_MEN = 4;

    private final Shelf shelf;
    private final Map<String, ElementaryTable> solved = new HashMap<>();

    public Elementary(Shelf shelf) {
        this.shelf = shelf;
    }

    /** Whether such a position can be asked for: at most four men, no castling, no pawns on both sides. */
    public static boolean covers(Position position) {
        if (position.occupied().size() > MOST_MEN
                || !position.castlingRights().isEmpty()
                || position.enPassant() != null) {
            return false;
        }
        return !MaterialKey.of(position).hasPawnsOfBoth();
    }

    /**
     * The exact result; its ending is solved first if it has not been yet, which takes seconds.
     *
     * @return empty if it was cancelled
     * @throws IllegalArgumentException if {@link #covers} is false
     */
    public Optional<Exact> solve(Position position, Cancel cancel) {
        if (!covers(position)) {
            throw new IllegalArgumentException("not an elementary ending: " + position);
        }
        MaterialKey men = MaterialKey.of(position);
        if (men.isDead()) {
            return Optional.of(Exact.DRAWN);
        }
        ElementaryTable table = table(men, cancel);
        return table == null ? Optional.empty() : Optional.of(table.exact(position));
    }

    /** A move with the exact result after it, from the view of the side that makes it. */
    public record Choice(Move move, Exact exact) {}

    /** All legal moves, the best first: the quickest win, a draw, the longest defence. Empty if it was cancelled. */
    public Optional<List<Choice>> moves(Position position, Cancel cancel) {
        if (!covers(position)) {
            throw new IllegalArgumentException("not an elementary ending: " + position);
        }
        List<Choice> choices = new ArrayList<>();
        for (Move move : position.legalMoves()) {
            Optional<Exact> after = solve(position.play(move), cancel);
            if (after.isEmpty()) {
                return Optional.empty();
            }
            choices.add(new Choice(move, before(after.get())));
        }
        choices.sort((a, b) -> Integer.compare(worth(b.exact()), worth(a.exact())));
        return Optional.of(choices);
    }

    /** What a result means half a move earlier, for the side that moves there. */
    static Exact before(Exact after) {
        return after.outcome() == 0 ? Exact.DRAWN : new Exact(-after.outcome(), after.plies() + 1);
    }

    static int worth(Exact exact) {
        return exact.outcome() * 1_000 - exact.outcome() * exact.plies();
    }

    /** The longest mate of an ending, in half-moves, with either side to move; 0 if it was cancelled. */
    public int longestMate(List<PieceType> one, List<PieceType> other, Side winner, Cancel cancel) {
        MaterialKey men = MaterialKey.of(one, other);
        ElementaryTable table = table(men, cancel);
        boolean strongWins = (winner == Side.WHITE) == men.equals(new MaterialKey(one, other));
        return table == null ? 0 : table.longest(strongWins);
    }

    /** The table of an ending that was solved before, or null. */
    @Nullable
    ElementaryTable known(MaterialKey men) {
        synchronized (solved) {
            ElementaryTable table = solved.get(men.name());
            if (table == null) {
                table = ElementaryTable.kept(men, shelf.take(men.name()));
                if (table != null) {
                    solved.put(men.name(), table);
                }
            }
            return table;
        }
    }

    /** The table of an ending, solved now if need be; null if it was cancelled. */
    @Nullable
    ElementaryTable table(MaterialKey men, Cancel cancel) {
        synchronized (solved) {
            ElementaryTable table = known(men);
            if (table == null) {
                table = new ElementarySolver(men, this, cancel).solve();
                if (table == null) {
                    return null;
                }
                shelf.put(men.name(), table.bytes());
                solved.put(men.name(), table);
            }
            return table;
        }
    }

    /** Squares of the men in the order of {@link MaterialKey}: kings first, then the strong side's, then the weak side's. */
    static int[] squares(Position position, MaterialKey men, boolean swapped) {
        Side strong = swapped ? Side.BLACK : Side.WHITE;
        int flip = swapped ? 56 : 0;
        int[] squares = new int[2 + men.count()];
        squares[0] = position.king(strong).ordinal() ^ flip;
        squares[1] = position.king(strong.opposite()).ordinal() ^ flip;
        int at = 2;
        for (int half = 0; half < 2; half++) {
            Side side = half == 0 ? strong : strong.opposite();
            List<PieceType> types = half == 0 ? men.strong() : men.weak();
            for (PieceType type : types.stream().distinct().toList()) {
                for (Square square : position.men(side, type)) {
                    squares[at++] = square.ordinal() ^ flip;
                }
            }
        }
        return squares;
    }
}
