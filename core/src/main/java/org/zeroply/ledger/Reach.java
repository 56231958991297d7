package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;

/** How many moves a piece needs to each square when the opponent does not move, and a shortest way there. */
public final class Reach {
    /** More than any number of moves: it never gets there. */
    public static final int NEVER = 99;

    private final Square from;
    private final PieceType type;

    /** From whose side ways are looked at first. */
    private final Side side;

    /** What stands in the way of lines, the piece itself lifted. */
    private final long occupied;

    private final int[] moves = new int[64];

    private Reach(Square from, PieceType type, Side side, long occupied, long avoided) {
        this.from = from;
        this.side = side;
        this.type = type;
        this.occupied = occupied & ~from.bit();
        Arrays.fill(moves, NEVER);
        long reached = from.bit();
        long edge = reached;
        for (int count = 0; edge != 0; count++) {
            long next = 0;
            for (long rest = edge; rest != 0; rest &= rest - 1) {
                int square = Long.numberOfTrailingZeros(rest);
                moves[square] = count;
                next |= Attacks.of(type, square, this.occupied);
            }
            edge = next & ~avoided & ~reached;
            reached |= edge;
        }
    }

    /**
     * In this position: own men block, squares that enemy pawns attack are avoided (by a king, squares that any enemy
     * man attacks), enemy men but the king may be taken on the way.
     *
     * @throws IllegalArgumentException if no piece stands there, or a pawn
     */
    public static Reach inPosition(Position position, Square from) {
        Piece piece = position.pieceAt(from);
        if (piece == null || piece.type() == PieceType.PAWN) {
            throw new IllegalArgumentException("no piece on " + from);
        }
        Side enemy = piece.side().opposite();
        long avoided = position.men(piece.side()).bits() & ~from.bit();
        avoided |= position.king(enemy).bit();
        avoided |= piece.type() == PieceType.KING
                ? attacked(position, enemy, from)
                : PawnMasks.attacks(enemy, position.men(enemy, PieceType.PAWN).bits());
        return new Reach(from, piece.type(), piece.side(), position.occupied().bits(), avoided);
    }

    /**
     * As in this position, from another square: the piece has left its own and stands there, where it has taken whatever
     * stood there.
     *
     * @throws IllegalArgumentException if no piece stands on the first square, or a pawn
     */
    static Reach placed(Position position, Square home, Square on) {
        Piece piece = position.pieceAt(home);
        if (piece == null || piece.type() == PieceType.PAWN) {
            throw new IllegalArgumentException("no piece on " + home);
        }
        Side enemy = piece.side().opposite();
        long avoided = position.men(piece.side()).bits() & ~home.bit();
        avoided |= position.king(enemy).bit();
        avoided |= piece.type() == PieceType.KING
                ? attacked(position, enemy, home)
                : PawnMasks.attacks(enemy, position.men(enemy, PieceType.PAWN).bits() & ~on.bit());
        return new Reach(on, piece.type(), piece.side(), position.occupied().bits() & ~home.bit(), avoided & ~on.bit());
    }

    /** In this position as well, but on empty squares alone: nothing is taken on the way. */
    static Reach byQuietMoves(Position position, Square from) {
        Piece piece = position.pieceAt(from);
        if (piece == null || piece.type() == PieceType.PAWN) {
            throw new IllegalArgumentException("no piece on " + from);
        }
        Side enemy = piece.side().opposite();
        long guarded =
                PawnMasks.attacks(enemy, position.men(enemy, PieceType.PAWN).bits());
        long occupied = position.occupied().bits();
        return new Reach(from, piece.type(), piece.side(), occupied, occupied & ~from.bit() | guarded);
    }

    /** With nothing else on the board. */
    public static Reach onEmptyBoard(Square from, PieceType type) {
        return new Reach(from, type, Side.WHITE, 0, 0);
    }

    /** The squares a side attacks with one man of the other side lifted. */
    private static long attacked(Position position, Side by, Square lifted) {
        long occupied = position.occupied().bits() & ~lifted.bit();
        long attacked = 0;
        for (Square square : position.men(by)) {
            Piece piece = position.pieceAt(square);
            if (piece != null) {
                attacked |= piece.type() == PieceType.PAWN
                        ? Attacks.pawn(by.ordinal(), square.ordinal())
                        : Attacks.of(piece.type(), square.ordinal(), occupied);
            }
        }
        return attacked;
    }

    public Square from() {
        return from;
    }

    /** Moves to a square: 0 for where the piece stands, {@link #NEVER} where it cannot get. */
    public int moves(Square to) {
        return moves[to.ordinal()];
    }

    /** The squares it can get to in at most so many moves, its own among them. */
    public SquareSet within(int most) {
        long bits = 0;
        for (int square = 0; square < 64; square++) {
            bits |= moves[square] <= most ? 1L << square : 0;
        }
        return new SquareSet(bits);
    }

    /** A shortest way, both ends included; empty if there is none. Where several are as short, always the same one. */
    public List<Square> route(Square to) {
        if (moves(to) == NEVER) {
            return List.of();
        }
        List<Square> route = new ArrayList<>(List.of(to));
        while (route.getLast() != from) {
            Square at = route.getLast();
            // Pieces move back the way they came: what leads to a square is what it leads to.
            for (Square before : Survey.fromOwnSide(side, Attacks.of(type, at.ordinal(), occupied))) {
                if (moves(before) == moves(at) - 1) {
                    route.add(before);
                    break;
                }
            }
        }
        Collections.reverse(route);
        return route;
    }

    /** The number of ways to make two moves in a row, back again included. */
    public int twoMoveRoutes() {
        int routes = 0;
        for (Square first : within(1)) {
            if (first != from) {
                for (Square second : new SquareSet(Attacks.of(type, first.ordinal(), occupied))) {
                    routes += second == from || moves(second) <= 2 ? 1 : 0;
                }
            }
        }
        return routes;
    }

    /** The number of different squares it can stand on after one move or two, its own left out. */
    public int squaresWithinTwo() {
        return within(2).size() - 1;
    }
}
