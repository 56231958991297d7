package org.zeroply.ledger;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** Material: totals under a scale, what is left when like is cancelled against like, and bishops facing bishops. */
final class MaterialFamily {
    private static final List<PieceType> COUNTED =
            List.of(PieceType.PAWN, PieceType.KNIGHT, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN);

    private MaterialFamily() {}

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
                new Account(new Value.Hundredths(scale.total(position, Side.WHITE)), Evidence.NONE),
                new Account(new Value.Hundredths(scale.total(position, Side.BLACK)), Evidence.NONE),
                explanation);
    }

    private static Entry imbalance(Position position) {
        int[] surplus = new int[5];
        for (PieceType type : COUNTED) {
            surplus[type.ordinal()] = position.count(Side.WHITE, type) - position.count(Side.BLACK, type);
        }
        Value.Men white = surplus(surplus, 1);
        Value.Men black = surplus(surplus, -1);
        return new Entry(
                Factor.IMBALANCE,
                new Account(white, Evidence.NONE),
                new Account(black, Evidence.NONE),
                inWords(surplus, white, black));
    }

    private static String inWords(int[] surplus, Value.Men white, Value.Men black) {
        if (white.isNothing() && black.isNothing()) {
            return Words.of("imbalance.none");
        }
        for (Side side : Side.values()) {
            if (isExchangeUp(surplus, side == Side.WHITE ? 1 : -1)) {
                return Words.of("imbalance.exchange", Words.of("side." + side));
            }
        }
        if (black.isNothing() || white.isNothing()) {
            Side side = black.isNothing() ? Side.WHITE : Side.BLACK;
            return Words.of("imbalance.ahead", Words.of("side." + side), white.text() + black.text());
        }
        return Words.of("imbalance.against", white.text(), black.text());
    }

    /** A rook for one bishop or knight, and nothing else. */
    private static boolean isExchangeUp(int[] surplus, int sign) {
        int minor = surplus[1] * sign + surplus[2] * sign;
        boolean oneMinor = minor == -1 && (surplus[1] == 0 || surplus[2] == 0);
        return surplus[3] * sign == 1 && oneMinor && surplus[0] == 0 && surplus[4] == 0;
    }

    private static Value.Men surplus(int[] surplus, int sign) {
        Map<PieceType, Integer> counts = new EnumMap<>(PieceType.class);
        for (PieceType type : COUNTED) {
            int count = surplus[type.ordinal()] * sign;
            if (count > 0) {
                counts.put(type, count);
            }
        }
        return new Value.Men(counts);
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
        return new Account(new Value.Is(state(bishops)), Evidence.of(bishops));
    }

    private static State state(SquareSet bishops) {
        return switch (bishops.size()) {
            case 0 -> State.NONE;
            case 1 -> lightIn(bishops) > 0 ? State.LIGHT_BISHOP : State.DARK_BISHOP;
            case 2 -> isPair(bishops) ? State.BOTH_BISHOPS : State.SEVERAL_BISHOPS;
            default -> State.SEVERAL_BISHOPS;
        };
    }

    private static long lightIn(SquareSet bishops) {
        return bishops.stream().filter(Square::isLight).count();
    }

    private static boolean isPair(SquareSet bishops) {
        long light = lightIn(bishops);
        return light > 0 && light < bishops.size();
    }
}
