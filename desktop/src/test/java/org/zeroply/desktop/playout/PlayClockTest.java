package org.zeroply.desktop.playout;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.rules.Side;

class PlayClockTest {
    private static final long SECOND = 1_000_000_000L;

    @Test
    void theFirstMoveStartsTheOtherClockAndLaterMovesAddTime() {
        PlayClock clock = PlayClock.of(Duration.ofMinutes(1), Duration.ofSeconds(5));
        clock = clock.press(Side.WHITE, 0);
        assertThat(clock.left(Side.WHITE, 0))
                .as("no time was used, none is added")
                .isEqualTo(60 * SECOND);
        assertThat(clock.left(Side.BLACK, 10 * SECOND)).isEqualTo(50 * SECOND);
        clock = clock.press(Side.BLACK, 10 * SECOND);
        assertThat(clock.left(Side.BLACK, 99 * SECOND)).isEqualTo(55 * SECOND);
        clock = clock.press(Side.WHITE, 30 * SECOND);
        assertThat(clock.left(Side.WHITE, 40 * SECOND)).isEqualTo(45 * SECOND);
    }

    @Test
    void aStoppedClockStandsAndAFlagFalls() {
        PlayClock clock = PlayClock.of(Duration.ofSeconds(30), Duration.ZERO).start(Side.WHITE, 0);
        clock = clock.stop(20 * SECOND);
        assertThat(clock.left(Side.WHITE, 500 * SECOND)).isEqualTo(10 * SECOND);
        clock = clock.start(Side.WHITE, 500 * SECOND);
        assertThat(clock.hasFallen(Side.WHITE, 509 * SECOND)).isFalse();
        assertThat(clock.hasFallen(Side.WHITE, 510 * SECOND)).isTrue();
        assertThat(clock.left(Side.WHITE, 600 * SECOND)).isZero();
    }

    @ParameterizedTest
    @CsvSource({
        "900, 15:00, 0:15:00",
        "61.2, 1:02, 0:01:01",
        "3725, 1:02:05, 1:02:05",
        "19.91, 20.0, 0:00:19",
        "0, 0.0, 0:00:00"
    })
    void timesAreReadAsOnAClockAndKeptAsInPgn(double seconds, String shown, String kept) {
        long nanos = Math.round(seconds * SECOND);
        assertThat(PlayClock.text(nanos)).isEqualTo(shown);
        assertThat(PlayClock.pgn(nanos)).isEqualTo(kept);
    }
}
