package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Question;
import org.zeroply.task.MarkEvidence;
import org.zeroply.task.Opinion;
import org.zeroply.work.Cancel;

class OpponentTest {
    private static final Analyst ANALYST = new Calculator(16, 1);
    private static final Opponent OPPONENT = new Opponent(new ExactEndings(Shelf.NONE), 1_000);

    /** An analyst who must not be asked. */
    private static final Analyst SILENT = new Analyst() {
        @Override
        public String name() {
            return "silent";
        }

        @Override
        public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
            throw new AssertionError("asked about " + Fen.write(question.position()));
        }
    };

    private static String answer(String fen, Analyst analyst) {
        Position position = Fen.position(fen);
        return OPPONENT.answer(position, analyst, new Cancel())
                .map(move -> San.write(position, move))
                .orElse("");
    }

    @Test
    void theExactEndingsAnswerWithTheQuickestWinAndTheLongestDefence() {
        assertThat(answer("7k/8/5KQ1/8/8/8/8/8 w - - 0 1", SILENT)).isEqualTo("Qg7#");
        assertThat(answer("8/8/8/8/8/5k2/6q1/4K3 b - - 0 1", SILENT)).isEqualTo("Qe2#");
    }

    @Test
    void aDrawnEndingIsHeldByAMoveThatDraws() {
        // Only the king in front of the pawn, straight back, holds the opposition.
        assertThat(answer("4k3/8/3KP3/8/8/8/8/8 b - - 0 1", ANALYST)).isEqualTo("Kd8");
    }

    @Test
    void whatNobodyKnowsExactlyIsCalculated() {
        assertThat(answer("r5k1/5ppp/8/8/8/8/5PPP/6K1 b - - 0 1", ANALYST)).isEqualTo("Ra1#");
        assertThat(answer("7k/5K2/6Q1/8/8/8/8/8 b - - 0 1", ANALYST))
                .as("no move")
                .isEmpty();
    }

    @Test
    void anEndThatIsKnownExactlyIsNotEstimated() {
        MarkEvidence drawn = OPPONENT.judge(Fen.position("8/8/4k3/8/4K3/4P3/8/8 w - - 0 1"), SILENT, new Cancel());
        assertThat(drawn.opinion()).isEqualTo(Opinion.LEVEL);
        MarkEvidence won = OPPONENT.judge(Fen.position("8/8/3k4/8/8/8/6q1/4K3 w - - 0 1"), SILENT, new Cancel());
        assertThat(won.opinion()).isEqualTo(Opinion.BLACK_WINNING);
        assertThat(won.by()).isEqualTo("the exact endings");
        assertThat(won.effort()).startsWith("Black").contains("mate in");
        MarkEvidence estimated =
                OPPONENT.judge(Fen.position("r4rk1/5ppp/8/8/8/8/5PPP/6K1 w - - 0 1"), ANALYST, new Cancel());
        assertThat(estimated.opinion()).isEqualTo(Opinion.BLACK_WINNING);
        assertThat(Optional.of(estimated.by())).contains(ANALYST.name());
    }
}
