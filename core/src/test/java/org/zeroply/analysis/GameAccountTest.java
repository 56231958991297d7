package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Verdict;

/** What was given away stands beside what came back, and adds up, exactly and as it is printed. */
class GameAccountTest {
    /** A game of random moves with given expected scores of White; a move is the best found where it is said so. */
    private static Judgement judgement(double[] white, boolean[] best) {
        List<Judgement.Point> points = new ArrayList<>();
        List<Move> played = new ArrayList<>();
        Position here = Position.START;
        for (int ply = 0; ply < white.length; ply++) {
            List<Move> legal = here.legalMoves();
            Move move = legal.getFirst();
            boolean isLast = ply == white.length - 1;
            Move found = !isLast && best[ply] ? move : legal.getLast();
            points.add(new Judgement.Point(here, new Verdict(0, white[ply], 0), List.of(found)));
            if (!isLast) {
                played.add(move);
                here = here.play(move);
            }
        }
        return Judgement.of(points, played, 0.15);
    }

    @Test
    void everyStepGoesWhereItBelongs() {
        // White errs by .20, Black gives .30 back, White's best move is seen to be worse by .05, Black's best by .10
        // better
        // for White, and White finds .05 that nobody saw.
        double[] white = {0.50, 0.30, 0.60, 0.55, 0.65, 0.70};
        boolean[] best = {false, false, true, true, false};
        GameAccount account = GameAccount.of(judgement(white, best), Side.WHITE);
        assertThat(account.start()).isEqualTo(0.50);
        assertThat(account.givenAway()).isCloseTo(0.20, within(1e-9));
        assertThat(account.givenBack()).isCloseTo(0.30, within(1e-9));
        assertThat(account.foundLater()).isCloseTo(-0.05 + 0.10 + 0.05, within(1e-9));
        assertThat(account.end()).isEqualTo(0.70);
        assertThat(account.inWords())
                .isEqualTo(
                        "from .50, gave .20 in the opening, was given .30, later calculation found +.10, ended at .70");
        GameAccount black = GameAccount.of(judgement(white, best), Side.BLACK);
        assertThat(black.givenAway()).isCloseTo(0.30, within(1e-9));
        assertThat(black.givenBack()).isCloseTo(0.20, within(1e-9));
        assertThat(black.end()).isCloseTo(0.30, within(1e-9));
    }

    @Test
    void nothingFoundLaterIsNotPrinted() {
        GameAccount account = GameAccount.of(judgement(new double[] {0.52, 0.30, 0.07}, new boolean[2]), Side.WHITE);
        // Black's move made it worse for White, which is found later.
        assertThat(account.foundLater()).isCloseTo(-0.23, within(1e-9));
        GameAccount plain = GameAccount.of(judgement(new double[] {0.52, 0.07}, new boolean[1]), Side.WHITE);
        assertThat(plain.inWords()).isEqualTo("from .52, gave .45 in the opening, ended at .07");
    }

    @Test
    void itAddsUpExactlyAndOnPaper() {
        Random random = new Random(2200);
        for (int game = 0; game < 500; game++) {
            double[] white = random.doubles(2 + random.nextInt(30)).toArray();
            boolean[] best = new boolean[white.length - 1];
            for (int i = 0; i < best.length; i++) {
                best[i] = random.nextBoolean();
            }
            for (Side side : Side.values()) {
                GameAccount account = GameAccount.of(judgement(white, best), side);
                assertThat(account.start() - account.givenAway() + account.givenBack() + account.foundLater())
                        .isCloseTo(account.end(), within(1e-9));
                assertThat(account.givenAway()).isNotNegative();
                assertThat(account.givenBack()).isNotNegative();
                GameAccount.Printed printed = account.printed();
                assertThat(printed.start() - printed.givenAway() + printed.givenBack() + printed.foundLater())
                        .isEqualTo(printed.end());
                assertThat(printed.start()).isCloseTo((int) Math.round(100 * account.start()), within(1));
                assertThat(printed.givenAway()).isCloseTo((int) Math.round(100 * account.givenAway()), within(1));
                assertThat(printed.foundLater()).isCloseTo((int) Math.round(100 * account.foundLater()), within(1));
            }
        }
    }

    @Test
    void withoutAMoveThereIsNone() {
        Judgement nothing = new Judgement(List.of(), List.of(), List.of(), List.of(), List.of());
        assertThatThrownBy(() -> GameAccount.of(nothing, Side.WHITE)).isInstanceOf(IllegalArgumentException.class);
    }
}
