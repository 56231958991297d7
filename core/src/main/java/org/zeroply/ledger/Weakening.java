package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/**
 * What a pawn move gave up for good: squares that no pawn of its side can attack any more, and who gets there.
 *
 * @param side whose pawn moved
 * @param squares whether or not anybody can use them yet; none after any other move
 * @param inWords for the squares that an enemy knight or bishop reaches soonest, in one sentence; empty if there are none
 */
public record Weakening(Side side, SquareSet squares, String inWords) {
    private static final int TOLD = 2;
    private static final int SOON = 3;

    public static Weakening of(Position before, Move move) {
        Side side = before.sideToMove();
        if (move.isPass() || !before.men(side, PieceType.PAWN).contains(move.from())) {
            return new Weakening(side, SquareSet.NONE, "");
        }
        Position after = before.play(move);
        SquareSet weak = PawnFamily.weakSquares(after, side).without(PawnFamily.weakSquares(before, side));
        return new Weakening(side, weak, told(after, side, weak));
    }

    private record Visitor(Square square, Square from, int moves) {}

    private static String told(Position after, Side side, SquareSet weak) {
        Side enemy = side.opposite();
        List<Visitor> visitors = new ArrayList<>();
        for (Square square : weak) {
            Visitor soonest = soonest(after, enemy, square);
            if (soonest != null) {
                visitors.add(soonest);
            }
        }
        visitors.sort(Comparator.comparingInt(Visitor::moves));
        Survey survey = new Survey(after);
        return Lists.inWords(visitors.stream()
                .limit(TOLD)
                .map(visitor -> visitor.moves() == 0
                        ? Words.of("weakening.held", survey.name(visitor.from()))
                        : Words.of(
                                "weakening.reached",
                                visitor.square(),
                                survey.name(visitor.from()),
                                new Value.Moves(visitor.moves()).text()))
                .toList());
    }

    private static @Nullable Visitor soonest(Position position, Side enemy, Square square) {
        Visitor soonest = null;
        for (PieceType type : List.of(PieceType.KNIGHT, PieceType.BISHOP)) {
            for (Square piece : position.men(enemy, type)) {
                int moves = Reach.inPosition(position, piece).moves(square);
                if (moves <= SOON && (soonest == null || moves < soonest.moves())) {
                    soonest = new Visitor(square, piece, moves);
                }
            }
        }
        return soonest;
    }
}
