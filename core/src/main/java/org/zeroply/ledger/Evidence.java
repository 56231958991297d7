package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** What proves a figure of the ledger: squares, men and paths, each with its part in it. */
public record Evidence(List<Exhibit> exhibits) {
    public static final Evidence NONE = new Evidence(List.of());

    public Evidence {
        exhibits = List.copyOf(exhibits);
    }

    /** One piece of evidence. */
    public sealed interface Exhibit {
        Role role();

        SquareSet squares();
    }

    /** Squares, or the men that stand on them. */
    public record Squares(Role role, SquareSet squares) implements Exhibit {}

    /** A way over the board from its first stop to its last. */
    public record Path(Role role, List<Square> stops) implements Exhibit {
        public Path {
            stops = List.copyOf(stops);
            if (stops.size() < 2) {
                throw new IllegalArgumentException("a path has at least two stops, had " + stops);
            }
        }

        @Override
        public SquareSet squares() {
            return SquareSet.of(stops.toArray(new Square[0]));
        }
    }

    public static Evidence of(SquareSet counted) {
        return NONE.with(Role.COUNTED, counted);
    }

    /** This and more squares; the same if there are none. */
    Evidence with(Role role, SquareSet squares) {
        return squares.isEmpty() ? this : with(new Squares(role, squares));
    }

    Evidence with(Role role, Square square) {
        return with(new Squares(role, SquareSet.of(square)));
    }

    Evidence withPath(Role role, List<Square> stops) {
        return stops.size() < 2 ? this : with(new Path(role, stops));
    }

    private Evidence with(Exhibit exhibit) {
        List<Exhibit> more = new ArrayList<>(exhibits);
        more.add(exhibit);
        return new Evidence(more);
    }

    /** All squares, whatever their part. */
    public SquareSet squares() {
        long bits = 0;
        for (Exhibit exhibit : exhibits) {
            bits |= exhibit.squares().bits();
        }
        return new SquareSet(bits);
    }
}
