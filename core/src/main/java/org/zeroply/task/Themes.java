package org.zeroply.task;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.Fork;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** The motifs of a solution that the board shows for certain. The others are the coach's to name. */
public final class Themes {
    private static final int ENDING_PIECES = 2;
    private static final int A_POINT = 100;

    private Themes() {}

    /** Motifs of the start position and of the solver's moves along the main line of the solution. */
    public static Set<Theme> of(GameTree solution) {
        Set<Theme> themes = EnumSet.noneOf(Theme.class);
        Position start = solution.start();
        Side solver = start.sideToMove();
        material(start, themes);
        if (isKingInTheCentre(start, solver.opposite())) {
            themes.add(Theme.KING_IN_THE_CENTRE);
        }
        Position here = start;
        List<Integer> line = solution.mainLine();
        for (int i = 0; i < line.size(); i++) {
            Move move = solution.node(line.get(i)).played();
            if (move.isPass()) {
                break;
            }
            if (here.sideToMove() == solver) {
                ofMove(here, move, i == 0, themes);
            }
            here = here.play(move);
        }
        if (here.isCheckmate() && here.sideToMove() != solver) {
            themes.add(Theme.MATE);
            mates(here, themes);
        }
        if (here.isStalemate()) {
            themes.add(Theme.STALEMATE);
        }
        return themes;
    }

    private static void ofMove(Position here, Move move, boolean isKey, Set<Theme> themes) {
        Side solver = here.sideToMove();
        Position after = here.play(move);
        PieceType promotion = move.promotion();
        if (promotion != null) {
            themes.add(promotion == PieceType.QUEEN ? Theme.PROMOTION : Theme.UNDERPROMOTION);
        }
        if (after.isCheck()) {
            List<Square> checkers = new ArrayList<>();
            after.attackers(after.king(solver.opposite()), solver).forEach(checkers::add);
            if (checkers.size() > 1) {
                themes.add(Theme.DOUBLE_CHECK);
            } else if (!checkers.contains(move.to()) && !isCastling(here, after)) {
                themes.add(Theme.DISCOVERED_CHECK);
            }
        }
        if (isKey && here.isCheck() && here.legalMoves().size() == 1) {
            themes.add(Theme.ONLY_MOVE);
        }
        if (isQuiet(here, move)) {
            if (isKey) {
                themes.add(Theme.QUIET_MOVE);
            }
        } else if (isSacrifice(here, move)) {
            themes.add(Theme.SACRIFICE);
        }
        if (Fork.targets(here, move).size() > 1) {
            themes.add(Theme.FORK);
        }
    }

    /** A king's move after which a rook stands elsewhere as well. */
    private static boolean isCastling(Position before, Position after) {
        Side side = before.sideToMove();
        return !before.king(side).equals(after.king(side))
                && !before.men(side, PieceType.ROOK).equals(after.men(side, PieceType.ROOK));
    }

    /** Whether a move takes nothing, checks nobody and promotes nothing. */
    public static boolean isQuiet(Position here, Move move) {
        return !here.isCapture(move)
                && move.promotion() == null
                && !here.play(move).isCheck();
    }

    /** Whether the moved piece can be taken for more than it took, whatever else is gained. */
    private static boolean isSacrifice(Position here, Move move) {
        Piece taken = here.captured(move);
        int won = taken == null ? 0 : ValueScale.SCHOOLROOM.of(taken.type()) / A_POINT;
        Position after = here.play(move);
        return Exchange.result(after, move.to(), after.sideToMove()) - won >= 2;
    }

    private static void mates(Position mated, Set<Theme> themes) {
        Square king = mated.king(mated.sideToMove());
        int rank = mated.sideToMove() == Side.WHITE ? 0 : 7;
        boolean byLine = false;
        for (Square checker : mated.attackers(king, mated.sideToMove().opposite())) {
            Piece piece = mated.pieceAt(checker);
            byLine |= piece != null
                    && (piece.type() == PieceType.ROOK || piece.type() == PieceType.QUEEN)
                    && checker.rank() == rank;
        }
        if (king.rank() == rank && byLine) {
            themes.add(Theme.BACK_RANK);
        }
    }

    private static void material(Position start, Set<Theme> themes) {
        boolean white = isTwoBishops(start, Side.WHITE);
        boolean black = isTwoBishops(start, Side.BLACK);
        if (white != black) {
            themes.add(Theme.TWO_BISHOPS);
        }
        if (isOppositeBishops(start)) {
            themes.add(Theme.OPPOSITE_BISHOPS);
        }
        int queens = both(start, PieceType.QUEEN);
        int rooks = both(start, PieceType.ROOK);
        int minors = both(start, PieceType.BISHOP) + both(start, PieceType.KNIGHT);
        if (queens + rooks + minors == 0) {
            themes.add(Theme.PAWN_ENDING);
        } else if (queens == 0 && minors == 0 && rooks <= 2 * ENDING_PIECES) {
            themes.add(Theme.ROOK_ENDING);
        } else if (queens == 0 && rooks == 0 && minors <= 2 * ENDING_PIECES) {
            themes.add(Theme.MINOR_PIECE_ENDING);
        } else if (rooks == 0 && minors == 0) {
            themes.add(Theme.QUEEN_ENDING);
        }
    }

    private static int both(Position position, PieceType type) {
        return position.count(Side.WHITE, type) + position.count(Side.BLACK, type);
    }

    private static boolean isTwoBishops(Position position, Side side) {
        int dark = 0;
        int light = 0;
        for (Square square : position.men(side, PieceType.BISHOP)) {
            if (square.isLight()) {
                light++;
            } else {
                dark++;
            }
        }
        return dark > 0 && light > 0;
    }

    private static boolean isOppositeBishops(Position position) {
        if (position.count(Side.WHITE, PieceType.BISHOP) != 1
                || position.count(Side.BLACK, PieceType.BISHOP) != 1
                || both(position, PieceType.KNIGHT) > 0) {
            return false;
        }
        boolean white =
                position.men(Side.WHITE, PieceType.BISHOP).iterator().next().isLight();
        boolean black =
                position.men(Side.BLACK, PieceType.BISHOP).iterator().next().isLight();
        return white != black;
    }

    /** On the d- or e-file of its own first rank, with enemy queen and a rook to attack it. */
    private static boolean isKingInTheCentre(Position position, Side side) {
        Square king = position.king(side);
        boolean central = king.file() == 3 || king.file() == 4;
        boolean home = king.rank() == (side == Side.WHITE ? 0 : 7);
        return central
                && home
                && position.count(side.opposite(), PieceType.QUEEN) > 0
                && position.count(side.opposite(), PieceType.ROOK) > 0;
    }
}
