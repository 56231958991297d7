package org.zeroply.rules;

import java.util.Iterator;
import java.util.NoSuchElementException;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;

/** An immutable set of squares, kept as one 64-bit mask with a1 as the lowest bit. Iterates from a1 to h8. */
public record SquareSet(long bits) implements Iterable<Square> {
    public static final SquareSet NONE = new SquareSet(0);

    public static SquareSet of(Square... squares) {
        long bits = 0;
        for (Square square : squares) {
            bits |= square.bit();
        }
        return new SquareSet(bits);
    }

    public boolean contains(Square square) {
        return (bits & square.bit()) != 0;
    }

    public boolean isEmpty() {
        return bits == 0;
    }

    public int size() {
        return Long.bitCount(bits);
    }

    public SquareSet and(SquareSet other) {
        return new SquareSet(bits & other.bits);
    }

    public SquareSet or(SquareSet other) {
        return new SquareSet(bits | other.bits);
    }

    public SquareSet without(SquareSet other) {
        return new SquareSet(bits & ~other.bits);
    }

    public Stream<Square> stream() {
        return StreamSupport.stream(spliterator(), false);
    }

    @Override
    public Iterator<Square> iterator() {
        return new Iterator<>() {
            private long rest = bits;

            @Override
            public boolean hasNext() {
                return rest != 0;
            }

            @Override
            public Square next() {
                if (rest == 0) {
                    throw new NoSuchElementException();
                }
                Square square = Square.of(Long.numberOfTrailingZeros(rest));
                rest &= rest - 1;
                return square;
            }
        };
    }

    /** The squares with blanks between them, {@code d4 e5}. */
    @Override
    public String toString() {
        return stream().map(Square::toString).collect(Collectors.joining(" "));
    }
}
