package org.zeroply.gametree;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class GameDateTest {
    private static List<String> read(String text) {
        return GameDate.read(text).stream().map(GameDate::shown).toList();
    }

    @ParameterizedTest
    @CsvSource({
        "2026-3-14, 2026-03-14",
        "2026.03.14, 2026-03-14",
        "2026/3/14, 2026-03-14",
        "14.3.2026, 2026-03-14",
        "14. 3. 2026, 2026-03-14",
        "3.4.2026, 2026-04-03",
        "14/3/2026, 2026-03-14",
        "3/14/2026, 2026-03-14",
        "5/5/2026, 2026-05-05",
        "31.12.99, 1999-12-31",
        "14 March 2026, 2026-03-14",
        "'Mar 14, 2026', 2026-03-14",
        "March 2026, 2026-03",
        "2026.03.??, 2026-03",
        "2026.??.??, 2026",
        "2026-03, 2026-03",
        "2026, 2026"
    })
    void usualWaysOfWritingADay(String text, String shown) {
        assertThat(read(text)).containsExactly(shown);
    }

    @Test
    void whatCanBeReadInTwoWaysIsBoth() {
        assertThat(read("3/4/2026")).containsExactly("2026-04-03", "2026-03-04");
        assertThat(read("14/3/26")).containsExactly("2026-03-14", "2014-03-26");
        assertThat(read("1-2-03")).containsExactly("2003-02-01", "2003-01-02", "2001-02-03");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "soon", "31.2.2026", "2026-13-01", "14.3", "0-0-2026", "????.??.??", "3 Foo 2026", "99999"})
    void whatIsNoDateIsNone(String text) {
        assertThat(read(text)).isEmpty();
    }

    @Test
    void everyDayOfFourYearsIsReadBackAsItIsWritten() {
        for (LocalDate day = LocalDate.of(2023, 1, 1); day.getYear() < 2027; day = day.plusDays(1)) {
            GameDate date = new GameDate(day.getYear(), day.getMonthValue(), day.getDayOfMonth());
            assertThat(date.shown()).isEqualTo(day.toString());
            assertThat(GameDate.read(date.pgn())).containsExactly(date);
            assertThat(GameDate.read(date.shown())).containsExactly(date);
        }
    }
}
