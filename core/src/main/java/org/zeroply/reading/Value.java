package org.zeroply.reading;

import org.zeroply.rules.SquareSet;

/** One side's figure in a ledger entry, in its own unit. */
public sealed interface Value {
    /** How the figure is shown: short enough for a column. */
    String text();

    /** A number of things. */
    record Count(int count) implements Value {
        @Override
        public String text() {
            return Integer.toString(count);
        }
    }

    /** Hundredths of a pawn, shown in pawns with as many decimals as are needed. */
    record Hundredths(int hundredths) implements Value {
        @Override
        public String text() {
            String sign = hundredths < 0 ? "-" : "";
            int size = Math.abs(hundredths);
            String decimals =
                    size % 100 == 0 ? "" : size % 10 == 0 ? "." + size / 10 % 10 : "." + (size / 10 % 10) + size % 10;
            return sign + size / 100 + decimals;
        }
    }

    /** Squares; none is shown as a dash. */
    record Squares(SquareSet squares) implements Value {
        @Override
        public String text() {
            return squares.isEmpty() ? "–" : squares.toString();
        }
    }

    /** Something that only words can say, such as what is left of the material. */
    record Said(String text) implements Value {}
}
