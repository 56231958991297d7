package org.zeroply.search;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

/** Proofs of mate against trying everything out. */
public final class MateTwin {
    private MateTwin() {}

    /** Few men at random squares, and a mate in two asked for. */
    public static void compare(Random random) {
        Position position = random(random);
        boolean checksOnly = random.nextInt(4) == 0;
        MateProof proof = new MateProver(16).prove(position, 2, checksOnly, 0, partial -> {}, new Cancel());
        assertThat(proof.outcome() == ProofSearch.Answer.PROVEN)
                .as(position.toString())
                .isEqualTo(PlainMate.mates(position, 2, checksOnly));
        MateTree solution = proof.solution();
        if (solution != null) {
            assertThat(PlainMate.fault(position, solution))
                    .as(position.toString())
                    .isEmpty();
        }
    }

    static Position random(Random random) {
        Piece[] men = {
            Piece.WHITE_KING,
            Piece.BLACK_KING,
            Piece.WHITE_QUEEN,
            Piece.WHITE_ROOK,
            Piece.of(Side.WHITE, PieceType.KNIGHT),
            Piece.WHITE_PAWN,
            Piece.BLACK_PAWN,
            Piece.BLACK_PAWN,
            Piece.of(Side.BLACK, PieceType.ROOK)
        };
        while (true) {
            PositionSetup setup = new PositionSetup();
            for (Piece man : men) {
                // The black king at the edge, so that there is something to find.
                int square = man == Piece.BLACK_KING ? 56 + random.nextInt(8) : random.nextInt(64);
                setup.put(Square.of(square), man);
            }
            setup.sideToMove(Side.WHITE);
            if (setup.read() instanceof SetupReading.Possible possible) {
                return possible.position();
            }
        }
    }
}
