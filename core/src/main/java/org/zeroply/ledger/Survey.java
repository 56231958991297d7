package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** What several families of measures need of one position, worked out once. Squares are masks, a1 lowest. */
final class Survey {
    static final long LIGHT_SQUARES = 0x55AA55AA55AA55AAL;
    static final long FILES_C_TO_F = PawnMasks.file(2) | PawnMasks.file(3) | PawnMasks.file(4) | PawnMasks.file(5);

    /** Values in pawns by kind of man, as the exchange counts. */
    final Position position;

    final long occupied;

    private final long[] men = new long[2];
    private final long[] pawns = new long[2];
    private final long[] pawnAttacks = new long[2];
    private final long[] pieces = new long[2];
    private final long[] zones = new long[2];
    private final long[] attacks = new long[64];
    private final @Nullable List<Move>[] moves;
    private long hanging;
    private boolean hangingKnown;

    @SuppressWarnings("unchecked")
    Survey(Position position) {
        this.position = position;
        occupied = position.occupied().bits();
        moves = (List<Move>[]) new List<?>[2];
        for (Side side : Side.values()) {
            int of = side.ordinal();
            men[of] = position.men(side).bits();
            pawns[of] = position.men(side, PieceType.PAWN).bits();
            pawnAttacks[of] = PawnMasks.attacks(side, pawns[of]);
            pieces[of] = men[of] & ~pawns[of] & ~position.king(side).bit();
            zones[of] = zone(position.king(side), side);
            for (Square square : position.men(side)) {
                attacks[square.ordinal()] = position.attacksFrom(square).bits();
            }
        }
    }

    /** The king's square, its neighbours, and the three squares two ranks ahead. */
    static long zone(Square king, Side side) {
        long near = king.bit() | Attacks.king(king.ordinal());
        int ahead = side == Side.WHITE ? king.rank() + 2 : king.rank() - 2;
        if (ahead < 0 || ahead > 7) {
            return near;
        }
        long files = PawnMasks.file(king.file() - 1) | PawnMasks.file(king.file()) | PawnMasks.file(king.file() + 1);
        return near | files & 0xFFL << 8 * ahead;
    }

    long men(Side side) {
        return men[side.ordinal()];
    }

    long pawns(Side side) {
        return pawns[side.ordinal()];
    }

    long pawnAttacks(Side side) {
        return pawnAttacks[side.ordinal()];
    }

    /** Knights, bishops, rooks and queens. */
    long pieces(Side side) {
        return pieces[side.ordinal()];
    }

    long zone(Side side) {
        return zones[side.ordinal()];
    }

    /** What the man on a square attacks; nothing from an empty one. */
    long attacks(Square square) {
        return attacks[square.ordinal()];
    }

    PieceType type(Square square) {
        return piece(square).type();
    }

    Piece piece(Square square) {
        Piece piece = position.pieceAt(square);
        if (piece == null) {
            throw new IllegalArgumentException("no man on " + square);
        }
        return piece;
    }

    /** In pawns, as the exchange counts. */
    int value(Square square) {
        return PieceValues.of(type(square));
    }

    /** All squares of the colour of one. */
    static long colour(Square square) {
        return square.isLight() ? LIGHT_SQUARES : ~LIGHT_SQUARES;
    }

    /** All squares on ranks strictly ahead, as the side sees it. */
    static long ahead(Side side, int rank) {
        if (side == Side.WHITE) {
            return rank >= 7 ? 0 : -1L << 8 * (rank + 1);
        }
        return rank <= 0 ? 0 : -1L >>> 8 * (8 - rank);
    }

    /** The squares of a side's own ranks, both included. */
    static long ownRanks(Side side, int first, int last) {
        long ranks = 0;
        for (int own = first; own <= last; own++) {
            ranks |= 0xFFL << 8 * side.rank(own);
        }
        return ranks;
    }

    /** A square's rank as the side counts it, 1 to 8. */
    static int ownRank(Side side, Square square) {
        return side == Side.WHITE ? square.rank() + 1 : 8 - square.rank();
    }

    /** The squares ahead of one on the files beside it. */
    static long passedBy(Side side, Square square) {
        return ahead(side, square.rank()) & (PawnMasks.file(square.file() - 1) | PawnMasks.file(square.file() + 1));
    }

    /** Squares from the side's own first rank on, so that colours exchanged give the same order. */
    static List<Square> fromOwnSide(Side side, long squares) {
        List<Square> list = new ArrayList<>(Long.bitCount(squares));
        int flip = side == Side.WHITE ? 0 : 56;
        for (long rest = flip == 0 ? squares : Long.reverseBytes(squares); rest != 0; rest &= rest - 1) {
            list.add(Square.of(Long.numberOfTrailingZeros(rest) ^ flip));
        }
        return list;
    }

    /** The legal moves of a side, as if it were to move; none while the other side is in check. */
    List<Move> moves(Side side) {
        List<Move> known = moves[side.ordinal()];
        if (known == null) {
            known = position.sideToMove() == side
                    ? position.legalMoves()
                    : position.isCheck() ? List.of() : toMove(side).legalMoves();
            moves[side.ordinal()] = known;
        }
        return known;
    }

    /** The position with the side to move; only where it may be. */
    Position toMove(Side side) {
        return position.sideToMove() == side ? position : position.play(Move.PASS);
    }

    /** Whether a man of the side could stand on the square without loss: no pawn hits it, and no exchange gains. */
    boolean isSafe(Square from, Square to) {
        Side enemy = piece(from).side().opposite();
        return (pawnAttacks(enemy) & to.bit()) == 0
                && (occupied & to.bit()) == 0
                && Exchange.lossByStepping(position, from, to) == 0;
    }

    boolean isLoose(Square square) {
        return Exchange.isLoose(position, square);
    }

    boolean isHanging(Square square) {
        if (!hangingKnown) {
            for (Side side : Side.values()) {
                for (Square man : position.men(side)) {
                    hanging |= Exchange.isHanging(position, man) ? man.bit() : 0;
                }
            }
            hangingKnown = true;
        }
        return (hanging & square.bit()) != 0;
    }

    /** "knight c3". */
    String name(Square square) {
        Piece piece = position.pieceAt(square);
        return piece == null ? square.toString() : Words.of("man.on", Words.of("piece." + piece.type()), square);
    }

    /** "knight c3 and rook a1"; empty for none. */
    String names(SquareSet squares) {
        return Lists.inWords(squares.stream().map(this::name).toList());
    }
}
