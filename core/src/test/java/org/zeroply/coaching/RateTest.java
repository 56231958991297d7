package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Rate.Part;
import org.zeroply.coaching.Rate.Trend;

/** How much is given away in forty moves, how surely, and whether it changes. */
class RateTest {
    /** A game of a player who errs at every twentieth move or so, the dearer the rarer. */
    private static Part game(Random random, double scale) {
        int moves = 10 + random.nextInt(30);
        double given = 0;
        for (int i = 0; i < moves; i++) {
            given += random.nextInt(8) == 0 ? scale * random.nextDouble() : 0;
        }
        return new Part(given, moves);
    }

    private static List<Part> games(Random random, int count, double scale) {
        List<Part> games = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            games.add(game(random, scale));
        }
        return games;
    }

    @Test
    void longGamesWeighAsTheirMovesDo() {
        Rate rate = Rate.of(List.of(new Part(1, 10), new Part(1, 70), new Part(0, 0)))
                .orElseThrow();
        assertThat(rate.points()).isEqualTo(1.0, within(1e-12));
        assertThat(rate.games())
                .as("a game in which nothing could be lost tells nothing")
                .isEqualTo(2);
        assertThat(rate.low()).isEqualTo(40.0 / 70, within(1e-12));
        assertThat(rate.high()).isEqualTo(4.0, within(1e-12));
        assertThat(Rate.of(List.of(new Part(0, 0)))).isEmpty();
    }

    @Test
    void theSameGamesGiveTheSameRange() {
        List<Part> games = games(new Random(7), 12, 0.5);
        assertThat(Rate.of(games)).isEqualTo(Rate.of(games));
    }

    /** The true rate is a seventh-and-a-bit of what an error costs on average; the range should hold it nine times in ten. */
    @Test
    void theRangeHoldsNineTimesInTen() {
        Random random = new Random(1965);
        double truth = 40 * 0.125 * 0.25;
        int held = 0;
        for (int player = 0; player < 300; player++) {
            Rate rate = Rate.of(games(random, 25, 0.5)).orElseThrow();
            held += rate.low() <= truth && truth <= rate.high() ? 1 : 0;
        }
        assertThat(held).isBetween(250, 290);
    }

    @Test
    void aTrendIsToldFromFifteenGamesOnAndOnlyIfItIsSure() {
        Random random = new Random(11);
        assertThat(Trend.of(games(random, 11, 0.5))).isEqualTo(new Trend.TooFew(4));
        List<Part> much = games(random, 10, 1.0);
        List<Part> little = games(random, 10, 0.1);
        List<Part> better = new ArrayList<>(much);
        better.addAll(little);
        assertThat(Trend.of(better)).isInstanceOf(Trend.Better.class);
        assertThat(Trend.of(better.reversed())).isInstanceOf(Trend.Worse.class);
        List<Part> noGame = new ArrayList<>(much);
        noGame.add(new Part(0, 0));
        assertThat(Trend.of(noGame))
                .as("games without anything at stake do not count")
                .isEqualTo(new Trend.TooFew(5));
    }

    /** With nothing changed a trend is told once in ten times at most, or hardly more. */
    @Test
    void chanceIsNoTrend() {
        Random random = new Random(1979);
        int told = 0;
        for (int player = 0; player < 200; player++) {
            told += Trend.of(games(random, 30, 0.5)) instanceof Trend.NoClearChange ? 0 : 1;
        }
        assertThat(told).isBetween(5, 36);
    }
}
