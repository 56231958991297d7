package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Language;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** One side's figure in a ledger entry, in its own unit. */
public sealed interface Value {
    String DASH = "–";

    /** How the figure is shown: short enough for a column. */
    String text();

    /** Whether the figure says that there is nothing. */
    default boolean isNothing() {
        return false;
    }

    /** How many things the figure counts, whatever they are; 0 for figures that count nothing. */
    default int size() {
        return switch (this) {
            case Count count -> count.count();
            case Squares squares -> squares.squares().size();
            case Files files -> Integer.bitCount(files.files());
            case Men men ->
                men.counts().values().stream().mapToInt(Integer::intValue).sum();
            case Absent absent -> 0;
            case Hundredths hundredths -> 0;
            case Moves moves -> 0;
            case Is state -> 0;
        };
    }

    /** There is nothing of which the figure could be taken. */
    record Absent() implements Value {
        @Override
        public String text() {
            return DASH;
        }

        @Override
        public boolean isNothing() {
            return true;
        }
    }

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

    /**
     * Squares; none is shown as a dash. The same squares are the same figure, whoever stands there.
     *
     * @param letters what stands before the name of a square: the letter of the piece there, where pieces are counted
     */
    record Squares(SquareSet squares, Map<Square, String> letters) implements Value {
        public Squares {
            letters = Map.copyOf(letters);
        }

        Squares(SquareSet squares) {
            this(squares, Map.of());
        }

        /** The same with the letters of the pieces that stand there. */
        Squares named(Position position, Language language) {
            Map<Square, String> letters = new EnumMap<>(Square.class);
            for (Square square : squares) {
                Piece piece = position.pieceAt(square);
                if (piece != null) {
                    letters.put(square, language.letter(piece.type()));
                }
            }
            return new Squares(squares, letters);
        }

        @Override
        public String text() {
            return squares.isEmpty() ? DASH : text(squares);
        }

        /** Some of these squares as they are named here. */
        String text(SquareSet some) {
            return some.stream()
                    .map(square -> letters.getOrDefault(square, "") + square)
                    .collect(Collectors.joining(" "));
        }

        /**
         * Some of these squares in a sentence: "Nf3 and pawn on c6".
         *
         * @param pawnsKey of the words for pawns, given how many and where
         */
        String inWords(SquareSet some, String pawnsKey) {
            List<String> parts = new ArrayList<>();
            List<String> pawns = new ArrayList<>();
            for (Square square : some) {
                String letter = letters.getOrDefault(square, "");
                (letter.isEmpty() ? pawns : parts).add(letter + square);
            }
            if (!pawns.isEmpty()) {
                parts.add(Words.of(pawnsKey, pawns.size(), Lists.inWords(pawns)));
            }
            return Lists.inWords(parts);
        }

        @Override
        public boolean equals(@Nullable Object other) {
            return other instanceof Squares set && set.squares.equals(squares);
        }

        @Override
        public int hashCode() {
            return squares.hashCode();
        }

        @Override
        public boolean isNothing() {
            return squares.isEmpty();
        }
    }

    /** Files as a mask, the a-file lowest. */
    record Files(int files) implements Value {
        @Override
        public String text() {
            StringBuilder text = new StringBuilder();
            for (int file = 0; file < 8; file++) {
                if ((files & 1 << file) != 0) {
                    text.append(text.isEmpty() ? "" : " ").append((char) ('a' + file));
                }
            }
            return text.isEmpty() ? DASH : text.toString();
        }

        @Override
        public boolean isNothing() {
            return files == 0;
        }
    }

    /** A number of moves until something is reached, or that it never is. */
    record Moves(int moves) implements Value {
        static final Moves NEVER = new Moves(Reach.NEVER);

        @Override
        public String text() {
            return isNothing() ? DASH : Words.of(moves == 1 ? "value.move" : "value.moves", moves);
        }

        @Override
        public boolean isNothing() {
            return moves >= Reach.NEVER;
        }
    }

    /** Men by kind and number; kings are never among them. */
    record Men(Map<PieceType, Integer> counts) implements Value {
        private static final List<PieceType> BIG_TO_SMALL =
                List.of(PieceType.QUEEN, PieceType.ROOK, PieceType.BISHOP, PieceType.KNIGHT, PieceType.PAWN);

        public Men {
            counts = Map.copyOf(counts);
        }

        @Override
        public String text() {
            List<String> parts = new ArrayList<>();
            for (PieceType type : BIG_TO_SMALL) {
                int count = counts.getOrDefault(type, 0);
                if (count == 1) {
                    parts.add(Words.of("piece." + type));
                } else if (count > 1) {
                    parts.add(Words.of("count.pieces", count, Words.of("pieces." + type)));
                }
            }
            return Lists.inWords(parts);
        }

        @Override
        public boolean isNothing() {
            return counts.isEmpty();
        }
    }

    /** A state that has a name. */
    record Is(State state) implements Value {
        @Override
        public String text() {
            return state.title();
        }

        @Override
        public boolean isNothing() {
            return state == State.NONE;
        }
    }
}
