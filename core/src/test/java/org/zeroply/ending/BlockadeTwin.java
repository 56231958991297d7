package org.zeroply.ending;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

/** Blockades against walking through all positions. */
public final class BlockadeTwin {
    private BlockadeTwin() {}

    /** A random structure of locked pawns; says whether it was shut in, and if so whether it was found drawn. */
    public static boolean compare(Random random, ExactEndings endings) {
        Position position = locked(random);
        if (position == null || shutIn(position).isEmpty()) {
            return false;
        }
        Optional<ExactEndings.Solution> found = endings.lookUp(position, new Cancel());
        assertThat(found).as(Fen.write(position)).isPresent();
        assertThat(found.get().exact()).as(Fen.write(position)).isEqualTo(Exact.DRAWN);
        return true;
    }

    /** All positions that can come about; none once a pawn can move or something can be taken. */
    static Set<Position> shutIn(Position start) {
        Set<Position> seen = new HashSet<>(Set.of(start));
        Deque<Position> open = new ArrayDeque<>(seen);
        while (!open.isEmpty()) {
            Position here = open.removeLast();
            for (Move move : here.legalMoves()) {
                if (here.isCapture(move) || here.play(move).halfmoveClock() == 0) {
                    return Set.of();
                }
                PositionSetup setup = here.play(move).setup();
                setup.halfmoveClock(0).moveNumber(1);
                if (setup.read() instanceof SetupReading.Possible possible && seen.add(possible.position())) {
                    open.add(possible.position());
                }
            }
        }
        return seen;
    }

    /** Pairs of pawns that block each other on five to eight files, the kings behind them; null if it cannot be. */
    static @Nullable Position locked(Random random) {
        PositionSetup setup = new PositionSetup();
        int rank = 2 + random.nextInt(3);
        for (int file = 0; file < 8; file++) {
            rank = Math.clamp(rank + random.nextInt(3) - 1, 2, 4);
            if (random.nextInt(6) > 0) {
                setup.put(Square.of(file, rank), Piece.WHITE_PAWN);
                setup.put(Square.of(file, rank + 1), Piece.BLACK_PAWN);
            }
        }
        setup.put(Square.of(random.nextInt(8), random.nextInt(2)), Piece.WHITE_KING);
        setup.put(Square.of(random.nextInt(8), 6 + random.nextInt(2)), Piece.BLACK_KING);
        setup.sideToMove(Side.values()[random.nextInt(2)]);
        return setup.read() instanceof SetupReading.Possible possible ? possible.position() : null;
    }
}
