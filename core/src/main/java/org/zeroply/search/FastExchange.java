package org.zeroply.search;

import org.zeroply.rules.Attacks;
import org.zeroply.rules.Board;

/**
 * Whether an exchange that a move begins brings at least so much: the hot sister of {@link org.zeroply.rules.Exchange},
 * which judges pins and is exact; this one does not look at pins, and answers a question of yes or no (a published
 * technique) in a few dozen steps.
 */
final class FastExchange {
    /** Hundredths of a pawn by type; a king is never given. */
    static final int[] VALUE = {100, 310, 330, 500, 950, 20_000};

    private FastExchange() {}

    static boolean atLeast(Board board, int move, int threshold) {
        int kind = Board.kind(move);
        if (kind == Board.CASTLING) {
            return threshold <= 0;
        }
        int from = Board.from(move);
        int to = Board.to(move);
        int taken = board.codeAt(to);
        int standing = VALUE[(board.codeAt(from) - 1) % 6];
        int balance = -threshold;
        if (taken != 0) {
            balance += VALUE[(taken - 1) % 6];
        } else if (kind == Board.EN_PASSANT) {
            balance += VALUE[0];
        }
        if (kind >= Board.PROMOTION) {
            standing = VALUE[kind - Board.PROMOTION + 1];
            balance += standing - VALUE[0];
        }
        if (balance < 0) {
            return false;
        }
        balance -= standing;
        if (balance >= 0) {
            return true;
        }
        long occupied = (board.occupied() ^ 1L << from) | 1L << to;
        if (kind == Board.EN_PASSANT) {
            occupied ^= 1L << (to ^ 8);
        }
        long straight = board.type(3) | board.type(4);
        long diagonal = board.type(2) | board.type(4);
        long attackers = board.attackersTo(to, occupied);
        int side = board.side() ^ 1;
        boolean firstWins = true;
        while (true) {
            attackers &= occupied;
            long own = attackers & board.all(side);
            if (own == 0) {
                return firstWins;
            }
            int type = 0;
            while ((own & board.type(type)) == 0) {
                type++;
            }
            if (type == 5 && (attackers & board.all(side ^ 1)) != 0) {
                return firstWins;
            }
            firstWins = !firstWins;
            balance = -balance - 1 - VALUE[type];
            if (balance >= 0) {
                return firstWins;
            }
            occupied ^= Long.lowestOneBit(own & board.type(type));
            if (type == 0 || type == 2 || type == 4) {
                attackers |= Attacks.bishop(to, occupied) & diagonal;
            }
            if (type == 3 || type == 4) {
                attackers |= Attacks.rook(to, occupied) & straight;
            }
            side ^= 1;
        }
    }
}
