package org.zeroply.ending;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * Which men an elementary ending has besides the kings, the stronger side first: it is White in the table, whatever its
 * colour on the board.
 */
record MaterialKey(List<PieceType> strong, List<PieceType> weak) {
    private static final Comparator<PieceType> STRONGEST_FIRST = Comparator.reverseOrder();

    MaterialKey {
        strong = strong.stream().sorted(STRONGEST_FIRST).toList();
        weak = weak.stream().sorted(STRONGEST_FIRST).toList();
    }

    /** The men of a position; {@link #isSwapped} tells whether Black is the stronger side. */
    static MaterialKey of(Position position) {
        return isSwapped(position)
                ? new MaterialKey(list(position, Side.BLACK), list(position, Side.WHITE))
                : new MaterialKey(list(position, Side.WHITE), list(position, Side.BLACK));
    }

    static boolean isSwapped(Position position) {
        return rank(list(position, Side.BLACK)) > rank(list(position, Side.WHITE));
    }

    static MaterialKey of(List<PieceType> one, List<PieceType> other) {
        return rank(other) > rank(one) ? new MaterialKey(other, one) : new MaterialKey(one, other);
    }

    private static List<PieceType> list(Position position, Side side) {
        List<PieceType> men = new ArrayList<>();
        for (PieceType type : PieceType.values()) {
            for (int i = 0; type != PieceType.KING && i < position.count(side, type); i++) {
                men.add(type);
            }
        }
        return men;
    }

    /** More men come first, then stronger ones. */
    static int rank(List<PieceType> men) {
        int rank = men.size() * 1_000;
        for (PieceType type : men) {
            rank += type == PieceType.PAWN ? 1 : 1 << 2 * type.ordinal();
        }
        return rank;
    }

    int count() {
        return strong.size() + weak.size();
    }

    boolean hasPawns() {
        return strong.contains(PieceType.PAWN) || weak.contains(PieceType.PAWN);
    }

    boolean hasPawnsOfBoth() {
        return strong.contains(PieceType.PAWN) && weak.contains(PieceType.PAWN);
    }

    /** Neither side can mate: nothing but a single minor piece in all. */
    boolean isDead() {
        return weak.isEmpty()
                && (strong.isEmpty()
                        || strong.size() == 1
                                && (strong.getFirst() == PieceType.KNIGHT || strong.getFirst() == PieceType.BISHOP));
    }

    /** As in "KQ-KR". */
    String name() {
        return letters(strong) + "-" + letters(weak);
    }

    private static String letters(List<PieceType> men) {
        StringBuilder text = new StringBuilder("K");
        men.forEach(type -> text.append("PNBRQK".charAt(type.ordinal())));
        return text.toString();
    }
}
