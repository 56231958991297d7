package org.zeroply.ledger;

import java.util.List;
import java.util.function.BiPredicate;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** What can be won on single squares: hanging and loose men, and the account of one chosen square. */
public final class ExchangeFamily {
    private ExchangeFamily() {}

    static List<Entry> read(Survey survey) {
        Position position = survey.position;
        return List.of(
                entry(Factor.HANGING, position, (at, square) -> survey.isHanging(square)),
                entry(Factor.LOOSE, position, (at, square) -> canBeLoose(at, square) && Exchange.isLoose(at, square)));
    }

    /** Pawns without a guard are ordinary, and so are rooks in their corners. */
    private static boolean canBeLoose(Position position, Square square) {
        Piece man = position.pieceAt(square);
        if (man == null || man.type() == PieceType.PAWN) {
            return false;
        }
        boolean corner = square.rank() == man.side().rank(1) && (square.file() == 0 || square.file() == 7);
        return man.type() != PieceType.ROOK || !corner;
    }

    private static Entry entry(Factor factor, Position position, BiPredicate<Position, Square> test) {
        SquareSet white = select(position, Side.WHITE, test);
        SquareSet black = select(position, Side.BLACK, test);
        return new Entry(factor, Account.of(white), Account.of(black), Words.of("explain." + factor));
    }

    private static SquareSet select(Position position, Side side, BiPredicate<Position, Square> test) {
        long bits = 0;
        for (Square square : position.men(side)) {
            if (test.test(position, square)) {
                bits |= square.bit();
            }
        }
        return new SquareSet(bits);
    }

    /**
     * The account of one square.
     *
     * @param white the white men that bear on it, in order of use
     * @param black the black men that bear on it, in order of use
     * @param taker who could take there, or who would if a man of the other side stood there
     * @param gain what the taker gains by best play on that square, in pawns; 0 for an empty square
     */
    public record SquareAccount(Square square, List<Square> white, List<Square> black, Side taker, int gain) {
        public SquareAccount {
            white = List.copyOf(white);
            black = List.copyOf(black);
        }

        public List<Square> of(Side side) {
            return side == Side.WHITE ? white : black;
        }
    }

    /** Attackers, defenders and the exchange result of a chosen square. */
    public static SquareAccount of(Position position, Square square) {
        Side taker = position.men(Side.WHITE).contains(square)
                ? Side.BLACK
                : position.men(Side.BLACK).contains(square) ? Side.WHITE : position.sideToMove();
        return new SquareAccount(
                square,
                Exchange.orderOfUse(position, square, Side.WHITE),
                Exchange.orderOfUse(position, square, Side.BLACK),
                taker,
                Exchange.result(position, square, taker));
    }
}
