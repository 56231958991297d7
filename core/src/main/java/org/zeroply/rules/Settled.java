package org.zeroply.rules;

import java.util.List;

/** Material at 1-3-3-5-9, in pawns, as it stands once the exchange that wins most has been played out. */
public final class Settled {
    private Settled() {}

    /** What a side has more after the side to move has taken what wins most on one square; in check nothing is taken. */
    public static int balance(Position position, Side side) {
        Side mover = position.sideToMove();
        int won = position.isCheck() ? 0 : bestExchange(position, mover);
        return PieceValues.balance(position, side) + (mover == side ? won : -won);
    }

    /** The most that a side wins by an exchange on one square, 0 for nothing. */
    public static int bestExchange(Position position, Side by) {
        int best = 0;
        for (Square square : position.men(by.opposite())) {
            best = Math.max(best, Exchange.result(position, square, by));
        }
        return best;
    }

    /** What a side wins by a line, negative if it loses something. */
    public static int won(Position start, List<Move> line, Side side) {
        return atEnd(start, line, side) - PieceValues.balance(start, side);
    }

    /** What a side has more at the end of a line. */
    public static int atEnd(Position start, List<Move> line, Side side) {
        return balance(start.playAll(line), side);
    }

    /**
     * The moves of the side that moves first along a line of positions after which it has won a pawn or more, from 1; a
     * number beyond all of them if it never has.
     */
    public static int winsAfter(List<Position> line) {
        Side side = line.getFirst().sideToMove();
        int before = PieceValues.balance(line.getFirst(), side);
        for (int ply = 1; ply < line.size(); ply += 2) {
            if (balance(line.get(ply), side) > before) {
                return (ply + 1) / 2;
            }
        }
        return Integer.MAX_VALUE;
    }
}
