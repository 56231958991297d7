package org.zeroply.bench.calc;

import java.util.List;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/** Chooses moves in self-play. */
interface Player {
    /** A move and what the player thinks of the position, in hundredths of a pawn for White. */
    record Choice(Move move, int white) {}

    /** @param line the positions of the game so far, the one to move in last */
    Choice choose(List<Position> line);

    /** A new game begins: nothing of the last one is remembered. */
    void forget();

    /** This version of the calculator, with the same limit for every move. */
    static Player of(Calculator calculator, Limit limit) {
        return new Player() {
            @Override
            public Choice choose(List<Position> line) {
                Question question = new Question(line.getLast(), line.subList(0, line.size() - 1), List.of(), 1, limit);
                Calculation found = calculator.calculate(question, partial -> {}, new Cancel());
                return new Choice(
                        found.lines().getFirst().first(), found.verdict().hundredths());
            }

            @Override
            public void forget() {
                calculator.forget();
            }
        };
    }
}
