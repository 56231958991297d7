package org.zeroply.rules;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.function.Consumer;

/** Seeded random games, the input of the property tests. */
public final class RandomPlay {
    private RandomPlay() {}

    /** Plays games of random moves and shows every position on the way. */
    public static void positions(long seed, int games, int plies, Consumer<Position> each) {
        Random random = new Random(seed);
        for (int game = 0; game < games; game++) {
            Position position = Position.START;
            for (int ply = 0; ply < plies; ply++) {
                each.accept(position);
                List<Move> legal = position.legalMoves();
                if (legal.isEmpty()) {
                    break;
                }
                position = position.play(legal.get(random.nextInt(legal.size())));
            }
        }
    }

    /** The moves of one random game. */
    public static List<Move> game(Random random, int plies) {
        List<Move> moves = new ArrayList<>();
        Position position = Position.START;
        for (int ply = 0; ply < plies; ply++) {
            List<Move> legal = position.legalMoves();
            if (legal.isEmpty()) {
                break;
            }
            Move move = legal.get(random.nextInt(legal.size()));
            moves.add(move);
            position = position.play(move);
        }
        return moves;
    }
}
