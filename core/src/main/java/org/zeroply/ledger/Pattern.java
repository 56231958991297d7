package org.zeroply.ledger;

import java.util.List;
import org.zeroply.rules.Board;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;

/**
 * What a coach looks for in a collection: how many men of each kind stand there, and how the pawns lie. "Rook and four
 * against rook and three on one wing" and "White has an isolated d-pawn" are patterns.
 *
 * @param men bounds on the number of men; kinds that are not named may be there in any number
 * @param features what the pawns must show, all of it
 * @param pawnsOnOneWing whether all pawns of both sides must stand on files a to d, or all on e to h
 * @param oppositeBishops whether each side must have exactly one bishop, on squares of different colour
 * @param eitherWayRound whether the same with colours exchanged will do as well
 * @param lasting how many half-moves in a row the pattern must hold, so that the middle of an exchange does not count
 */
public record Pattern(
        List<Men> men,
        List<Shape> features,
        boolean pawnsOnOneWing,
        boolean oppositeBishops,
        boolean eitherWayRound,
        int lasting) {
    private static final long QUEENSIDE_HALF =
            PawnMasks.file(0) | PawnMasks.file(1) | PawnMasks.file(2) | PawnMasks.file(3);
    private static final long LIGHT_SQUARES = 0x55AA55AA55AA55AAL;
    private static final int ANY_FILE = -1;

    public Pattern {
        men = List.copyOf(men);
        features = List.copyOf(features);
        if (lasting < 1) {
            throw new IllegalArgumentException("lasting must be at least 1 half-move, was " + lasting);
        }
    }

    /** At least and at most so many men of a kind. */
    public record Men(Side side, PieceType type, int fewest, int most) {
        public Men {
            if (fewest < 0 || most < fewest) {
                throw new IllegalArgumentException(
                        "fewest to most must be a range from 0, was " + fewest + " to " + most);
            }
        }
    }

    /** What pawns, or their absence, can show. */
    public enum Feature {
        ISOLATED,
        DOUBLED,
        PASSED,
        FIXED,
        HANGING,
        /** No own pawn on the file, but an enemy one. */
        HALF_OPEN_FILE,
        /** No pawn of either side on the file. */
        OPEN_FILE
    }

    /**
     * A feature that a side shows.
     *
     * @param file 0 (a) to 7 (h), or -1 for any
     */
    public record Shape(Side side, Feature feature, int file) {
        public Shape {
            if (file < ANY_FILE || file > 7) {
                throw new IllegalArgumentException("file must be from -1 to 7, was " + file);
            }
        }
    }

    /** Whether nothing is asked, so that every position would do. */
    public boolean isEmpty() {
        return men.isEmpty() && features.isEmpty() && !pawnsOnOneWing && !oppositeBishops;
    }

    /** Whether the position on the board shows the pattern. */
    public boolean holds(Board board) {
        return holds(board, false) || eitherWayRound && holds(board, true);
    }

    private boolean holds(Board board, boolean exchanged) {
        for (Men each : men) {
            int count = Long.bitCount(board.men(exchanged ? each.side().opposite() : each.side(), each.type()));
            if (count < each.fewest() || count > each.most()) {
                return false;
            }
        }
        if (pawnsOnOneWing && !pawnsOnOneWing(board) || oppositeBishops && !oppositeBishops(board)) {
            return false;
        }
        for (Shape shape : features) {
            if (!shows(board, exchanged ? shape.side().opposite() : shape.side(), shape)) {
                return false;
            }
        }
        return true;
    }

    private static boolean pawnsOnOneWing(Board board) {
        long pawns = board.men(Side.WHITE, PieceType.PAWN) | board.men(Side.BLACK, PieceType.PAWN);
        return (pawns & QUEENSIDE_HALF) == 0 || (pawns & ~QUEENSIDE_HALF) == 0;
    }

    private static boolean oppositeBishops(Board board) {
        long white = board.men(Side.WHITE, PieceType.BISHOP);
        long black = board.men(Side.BLACK, PieceType.BISHOP);
        return Long.bitCount(white) == 1
                && Long.bitCount(black) == 1
                && ((white & LIGHT_SQUARES) == 0) != ((black & LIGHT_SQUARES) == 0);
    }

    private static boolean shows(Board board, Side side, Shape shape) {
        long own = board.men(side, PieceType.PAWN);
        long enemy = board.men(side.opposite(), PieceType.PAWN);
        long where = shape.file() == ANY_FILE ? -1L : PawnMasks.file(shape.file());
        long found = switch (shape.feature()) {
            case ISOLATED -> PawnMasks.isolated(own);
            case DOUBLED -> PawnMasks.doubled(side, own);
            case PASSED -> PawnMasks.passed(side, own, enemy);
            case FIXED -> PawnMasks.fixed(side, own, enemy);
            case HANGING -> PawnMasks.hanging(own, enemy);
            case HALF_OPEN_FILE -> PawnMasks.files(enemy) & ~PawnMasks.files(own);
            case OPEN_FILE -> ~PawnMasks.files(enemy | own);
        };
        return (found & where) != 0;
    }
}
