package org.zeroply.ledger;

import java.util.List;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * What the pieces are worth, in hundredths of a pawn.
 *
 * @param values from pawn to queen
 * @param bishopPair what owning both bishops adds
 */
public record ValueScale(String name, List<Integer> values, int bishopPair) {
    /** The scale of teaching: 1-3-3-5-9. */
    public static final ValueScale SCHOOLROOM =
            new ValueScale(Words.of("scale.schoolroom"), List.of(100, 300, 300, 500, 900), 0);

    /** The finer scale of a published statistical study of master games, with half a pawn for both bishops. */
    public static final ValueScale TWO_BISHOP =
            new ValueScale(Words.of("scale.twoBishop"), List.of(100, 325, 325, 500, 975), 50);

    public ValueScale {
        values = List.copyOf(values);
        if (values.size() != 5) {
            throw new IllegalArgumentException("a scale has five values, pawn to queen, not " + values.size());
        }
        for (int value : values) {
            if (value < 0 || value > 10_000) {
                throw new IllegalArgumentException("a value must be 0 to 10000 hundredths, was " + value);
            }
        }
        if (bishopPair < 0 || bishopPair > 10_000) {
            throw new IllegalArgumentException("the pair must be 0 to 10000 hundredths, was " + bishopPair);
        }
    }

    /** The coach's own scale. */
    public static ValueScale custom(List<Integer> values, int bishopPair) {
        return new ValueScale(Words.of("scale.custom"), values, bishopPair);
    }

    /** What a man is worth; a king counts nothing. */
    public int of(PieceType type) {
        return type == PieceType.KING ? 0 : values.get(type.ordinal());
    }

    /** All that a side has. Both bishops count as a pair when they stand on squares of different colour. */
    public int total(Position position, Side side) {
        int total = 0;
        for (PieceType type : PieceType.values()) {
            total += of(type) * position.count(side, type);
        }
        boolean light = position.men(side, PieceType.BISHOP).stream().anyMatch(square -> square.isLight());
        boolean dark = position.men(side, PieceType.BISHOP).stream().anyMatch(square -> !square.isLight());
        return light && dark ? total + bishopPair : total;
    }

    /** White's total minus Black's. */
    public int balance(Position position) {
        return total(position, Side.WHITE) - total(position, Side.BLACK);
    }
}
