package org.zeroply.ending;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

/** Pawn endings, looked up and solved in full, against the elementary endings, which are solved in another way. */
public final class EndingTwin {
    private EndingTwin() {}

    /** Kings and a pawn at random squares: by placements of pawns, and backwards from every mate. */
    public static void compare(Random random, PawnEnding pawns, Elementary elementary) {
        Position position = random(random);
        Exact byMates = elementary.solve(position, new Cancel()).orElseThrow();
        PawnEnding.Solved byPawns = pawns.lookUp(position, new Cancel()).orElseThrow();
        assertThat(byPawns.exact().outcome()).as(Fen.write(position)).isEqualTo(byMates.outcome());
        for (Elementary.Choice choice : byPawns.choices()) {
            Position after = position.play(choice.move());
            int theirs = after.occupied().size() == 2
                    ? 0
                    : elementary.solve(after, new Cancel()).orElseThrow().outcome();
            assertThat(choice.exact().outcome())
                    .as("%s in %s", choice.move(), Fen.write(position))
                    .isEqualTo(-theirs);
        }
    }

    private static Position random(Random random) {
        while (true) {
            PositionSetup setup = new PositionSetup();
            boolean white = random.nextBoolean();
            setup.put(Square.of(8 + random.nextInt(48)), white ? Piece.WHITE_PAWN : Piece.BLACK_PAWN);
            setup.put(Square.of(random.nextInt(64)), Piece.WHITE_KING);
            setup.put(Square.of(random.nextInt(64)), Piece.BLACK_KING);
            setup.sideToMove(Side.values()[random.nextInt(2)]);
            if (setup.read() instanceof SetupReading.Possible possible
                    && possible.position().occupied().size() == 3
                    && hasMoves(possible.position())) {
                return possible.position();
            }
        }
    }

    private static boolean hasMoves(Position position) {
        List<Move> legal = position.legalMoves();
        return !legal.isEmpty();
    }
}
