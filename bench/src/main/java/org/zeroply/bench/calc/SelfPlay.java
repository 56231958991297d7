package org.zeroply.bench.calc;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.zeroply.rules.GameStatus;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/**
 * One game between two players from a short random opening. It ends by the rules, or is given up when both players have
 * agreed for a while that it is won or that nothing happens.
 */
final class SelfPlay {
    static final int TABLE_MEGABYTES = 16;

    private static final int WON = 900;
    private static final int WON_FOR_PLIES = 6;
    private static final int NOTHING = 12;
    private static final int NOTHING_FOR_PLIES = 16;
    private static final int NOTHING_FROM_PLY = 80;
    private static final int LONGEST = 300;

    private SelfPlay() {}

    /**
     * @param result the score of White: 0, 0.5 or 1
     * @param choices what was played and thought from the end of the opening on, one fewer than the positions after it
     */
    record Played(List<Position> positions, List<Player.Choice> choices, int openingPlies, double result) {}

    /** Random legal moves that leave the game about level; the same number gives the same opening. */
    static List<Position> opening(long number) {
        Random random = new Random(number * 0x9E3779B97F4A7C15L + 17);
        Calculator judge = new Calculator(1, 1);
        while (true) {
            List<Position> line = new ArrayList<>(List.of(Position.START));
            int plies = 6 + random.nextInt(4);
            for (int i = 0; i < plies && line.getLast().hasLegalMove(); i++) {
                List<Move> moves = line.getLast().legalMoves();
                line.add(line.getLast().play(moves.get(random.nextInt(moves.size()))));
            }
            if (!line.getLast().hasLegalMove()) {
                continue;
            }
            int white = judge.calculate(Question.of(line.getLast(), Limit.nodes(4000)), partial -> {}, new Cancel())
                    .verdict()
                    .hundredths();
            if (Math.abs(white) <= 70) {
                return line;
            }
        }
    }

    static Played play(Player white, Player black, List<Position> opening) {
        white.forget();
        black.forget();
        List<Position> line = new ArrayList<>(opening);
        List<Player.Choice> choices = new ArrayList<>();
        int won = 0;
        int nothing = 0;
        while (true) {
            GameStatus status = GameStatus.of(line);
            if (status.end() != null || !status.claims().isEmpty()) {
                boolean mate = status.end() == GameStatus.End.CHECKMATE;
                double result = !mate ? 0.5 : line.getLast().sideToMove() == Side.WHITE ? 0 : 1;
                return new Played(line, choices, opening.size() - 1, result);
            }
            Player player = line.getLast().sideToMove() == Side.WHITE ? white : black;
            Player.Choice choice = player.choose(line);
            choices.add(choice);
            line.add(line.getLast().play(choice.move()));
            won = choice.white() >= WON ? Math.max(won, 0) + 1 : choice.white() <= -WON ? Math.min(won, 0) - 1 : 0;
            nothing = Math.abs(choice.white()) <= NOTHING ? nothing + 1 : 0;
            if (Math.abs(won) >= WON_FOR_PLIES) {
                return new Played(line, choices, opening.size() - 1, won > 0 ? 1 : 0);
            }
            if (nothing >= NOTHING_FOR_PLIES && line.size() > NOTHING_FROM_PLY || line.size() > LONGEST) {
                return new Played(line, choices, opening.size() - 1, 0.5);
            }
        }
    }
}
