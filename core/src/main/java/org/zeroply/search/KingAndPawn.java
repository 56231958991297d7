package org.zeroply.search;

import org.zeroply.rules.Attacks;

/**
 * Kings and one pawn, known without search: a bit for each state, worked out once by going over all of them until nothing
 * changes (a published method). Looked at from the side of the pawn, which is White's here and on the files a to d.
 */
final class KingAndPawn {
    private static final int STATES = 2 * 64 * 64 * 24;
    private static final byte OPEN = 0;
    private static final byte DRAWN = 1;
    private static final byte WON = 2;
    private static final byte IMPOSSIBLE = 3;

    /** Made by whoever asks first. */
    private static final class Made {
        static final KingAndPawn ONE = new KingAndPawn();
    }

    private final byte[] results = new byte[STATES];

    private KingAndPawn() {
        for (int state = 0; state < STATES; state++) {
            results[state] = begin(state);
        }
        for (boolean changed = true; changed; ) {
            changed = false;
            for (int state = 0; state < STATES; state++) {
                if (results[state] == OPEN) {
                    results[state] = look(state);
                    changed |= results[state] != OPEN;
                }
            }
        }
    }

    /**
     * Whether the side with the pawn wins.
     *
     * @param strong 0 if the pawn is White's, 1 if it is Black's
     * @param toMove 0 or 1
     */
    static boolean isWon(int strong, int toMove, int strongKing, int weakKing, int pawn) {
        int flip = strong == 0 ? 0 : 56;
        int mirror = (pawn & 7) > 3 ? 7 : 0;
        int change = flip ^ mirror;
        return Made.ONE.results[state(toMove == strong ? 0 : 1, strongKing ^ change, weakKing ^ change, pawn ^ change)]
                == WON;
    }

    private static int state(int side, int king, int enemy, int pawn) {
        int place = ((pawn >> 3) - 1) * 4 + (pawn & 7);
        return ((side * 64 + king) * 64 + enemy) * 24 + place;
    }

    private static int pawn(int state) {
        int place = state % 24;
        return (place / 4 + 1) * 8 + place % 4;
    }

    private static byte begin(int state) {
        int pawn = pawn(state);
        int enemy = state / 24 & 63;
        int king = state / (24 * 64) & 63;
        boolean ours = state / (24 * 64 * 64) == 0;
        long near = Attacks.king(king);
        if (king == enemy
                || king == pawn
                || enemy == pawn
                || (near & 1L << enemy) != 0
                || ours && (Attacks.pawn(0, pawn) & 1L << enemy) != 0) {
            return IMPOSSIBLE;
        }
        if (ours && pawn >= 48) {
            int last = pawn + 8;
            boolean free = last != king && last != enemy;
            boolean kept = (Attacks.king(enemy) & 1L << last) == 0 || (near & 1L << last) != 0;
            return free && kept ? WON : OPEN;
        }
        if (!ours) {
            long steps = Attacks.king(enemy) & ~near & ~Attacks.pawn(0, pawn);
            boolean takes = (steps & 1L << pawn) != 0;
            boolean stuck = (steps & ~(1L << pawn)) == 0 && !takes && (Attacks.pawn(0, pawn) & 1L << enemy) == 0;
            return takes || stuck ? DRAWN : OPEN;
        }
        return OPEN;
    }

    private byte look(int state) {
        int pawn = pawn(state);
        int enemy = state / 24 & 63;
        int king = state / (24 * 64) & 63;
        boolean ours = state / (24 * 64 * 64) == 0;
        byte good = ours ? WON : DRAWN;
        byte bad = ours ? DRAWN : WON;
        boolean allBad = true;
        for (long rest = Attacks.king(ours ? king : enemy); rest != 0; rest &= rest - 1) {
            int to = Long.numberOfTrailingZeros(rest);
            byte after = results[ours ? state(1, to, enemy, pawn) : state(0, king, to, pawn)];
            if (after == good) {
                return good;
            }
            allBad &= after == bad || after == IMPOSSIBLE;
        }
        if (ours && pawn < 48 && pawn + 8 != king && pawn + 8 != enemy) {
            byte after = results[state(1, king, enemy, pawn + 8)];
            boolean twice = pawn < 16 && pawn + 16 != king && pawn + 16 != enemy;
            byte afterTwo = twice ? results[state(1, king, enemy, pawn + 16)] : bad;
            if (after == good || afterTwo == good) {
                return good;
            }
            allBad &= (after == bad || after == IMPOSSIBLE) && afterTwo == bad;
        }
        return allBad ? bad : OPEN;
    }
}
