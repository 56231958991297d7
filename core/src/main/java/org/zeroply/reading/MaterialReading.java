package org.zeroply.reading;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.reading.Entry.Account;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** Material: totals under a scale, what is left when like is cancelled against like, and bishops facing bishops. */
final class MaterialReading {
    private static final List<PieceType> BIG_TO_SMALL =
            List.of(PieceType.QUEEN, PieceType.ROOK, PieceType.BISHOP, PieceType.KNIGHT, PieceType.PAWN);

    private MaterialReading() {}

    static List<Entry> read(Position position, ValueScale scale) {
        return List.of(total(position, scale), imbalance(position), bishops(position));
    }

    private static Entry total(Position position, ValueScale scale) {
        int balance = scale.balance(position);
        String size = new Value.Hundredths(Math.abs(balance)).text();
        String explanation = balance == 0
                ? Words.of("total.level", scale.name())
                : Words.of(
                        "total.ahead", Words.of("side." + (balance > 0 ? Side.WHITE : Side.BLACK)), size, scale.name());
        return new Entry(
                Factor.TOTAL,
                new Account(new Value.Hundredths(scale.total(position, Side.WHITE)), SquareSet.NONE),
                new Account(new Value.Hundredths(scale.total(position, Side.BLACK)), SquareSet.NONE),
                explanation);
    }

    private static Entry imbalance(Position position) {
        int[] surplus = new int[5];
        for (PieceType type : BIG_TO_SMALL) {
            surplus[type.ordinal()] = position.count(Side.WHITE, type) - position.count(Side.BLACK, type);
        }
        String white = surplus(surplus, 1);
        String black = surplus(surplus, -1);
        return new Entry(
                Factor.IMBALANCE,
                new Account(new Value.Said(white), SquareSet.NONE),
                new Account(new Value.Said(black), SquareSet.NONE),
                inWords(surplus, white, black));
    }

    private static String inWords(int[] surplus, String white, String black) {
        if (white.isEmpty() && black.isEmpty()) {
            return Words.of("imbalance.none");
        }
        for (Side side : Side.values()) {
            if (isExchangeUp(surplus, side == Side.WHITE ? 1 : -1)) {
                return Words.of("imbalance.exchange", Words.of("side." + side));
            }
        }
        if (black.isEmpty() || white.isEmpty()) {
            Side side = black.isEmpty() ? Side.WHITE : Side.BLACK;
            return Words.of("imbalance.ahead", Words.of("side." + side), white + black);
        }
        return Words.of("imbalance.against", white, black);
    }

    /** A rook for one bishop or knight, and nothing else. */
    private static boolean isExchangeUp(int[] surplus, int sign) {
        int minor = surplus[1] * sign + surplus[2] * sign;
        boolean oneMinor = minor == -1 && (surplus[1] == 0 || surplus[2] == 0);
        return surplus[3] * sign == 1 && oneMinor && surplus[0] == 0 && surplus[4] == 0;
    }

    private static String surplus(int[] surplus, int sign) {
        List<String> parts = new ArrayList<>();
        for (PieceType type : BIG_TO_SMALL) {
            int count = surplus[type.ordinal()] * sign;
            if (count == 1) {
                parts.add(Words.of("piece." + type));
            } else if (count > 1) {
                parts.add(Words.of("count.pieces", count, Words.of("pieces." + type)));
            }
        }
        return Lists.inWords(parts);
    }

    private static Entry bishops(Position position) {
        SquareSet white = position.men(Side.WHITE, PieceType.BISHOP);
        SquareSet black = position.men(Side.BLACK, PieceType.BISHOP);
        String key = "bishops.other";
        if (white.isEmpty() && black.isEmpty()) {
            key = "bishops.none";
        } else if (white.size() == 1 && black.size() == 1) {
            key = lightIn(white) == lightIn(black) ? "bishops.same" : "bishops.opposite";
        } else if (isPair(white) != isPair(black)) {
            key = isPair(white) ? "bishops.pairWhite" : "bishops.pairBlack";
        } else if (isPair(white)) {
            key = "bishops.pairs";
        }
        return new Entry(Factor.BISHOPS, account(white), account(black), Words.of(key));
    }

    private static Account account(SquareSet bishops) {
        return new Account(new Value.Said(bishops.isEmpty() ? "" : bishopWords(bishops)), bishops);
    }

    private static String bishopWords(SquareSet bishops) {
        if (isPair(bishops) && bishops.size() == 2) {
            return Words.of("bishops.pair");
        }
        return bishops.size() == 1
                ? Words.of(lightIn(bishops) > 0 ? "bishops.light" : "bishops.dark")
                : Words.of("count.pieces", bishops.size(), Words.of("pieces.BISHOP"));
    }

    private static long lightIn(SquareSet bishops) {
        return bishops.stream().filter(Square::isLight).count();
    }

    private static boolean isPair(SquareSet bishops) {
        long light = lightIn(bishops);
        return light > 0 && light < bishops.size();
    }
}
