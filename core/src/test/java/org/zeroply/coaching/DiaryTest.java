package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.zone.ZoneOffsetTransition;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** When lessons are: weeks, zones, clocks that change, times left out and moved. */
class DiaryTest {
    private static final ZoneId BERLIN = ZoneId.of("Europe/Berlin");
    private static final LocalDate NEW_YEAR = LocalDate.of(2027, 1, 1);

    private static When weekly(LocalDateTime start, ZoneId zone, int weeks, LocalDateTime until) {
        return new When(start, zone, 60, new When.Repeat(weeks, until, Set.of()), null);
    }

    @ParameterizedTest
    @ValueSource(strings = {"Europe/Berlin", "America/New_York", "Australia/Lord_Howe"})
    void overAYearOfDatesALessonStaysAtItsLocalTime(String name) {
        ZoneId zone = ZoneId.of(name);
        for (LocalDate day = NEW_YEAR; day.getYear() == 2027; day = day.plusDays(1)) {
            LocalDateTime start = day.atTime(17, 0);
            When when = weekly(start, zone, 1, start.plusWeeks(60));
            List<LocalDateTime> times = when.times(day, day.plusYears(1));
            assertThat(times).hasSize(53);
            ZonedDateTime before = null;
            for (LocalDateTime time : times) {
                ZonedDateTime at = when.at(time);
                assertThat(at.toLocalTime()).isEqualTo(LocalTime.of(17, 0));
                assertThat(at.getDayOfWeek()).isEqualTo(day.getDayOfWeek());
                if (before != null) {
                    Duration moved = Duration.ofSeconds(at.getOffset().getTotalSeconds()
                            - before.getOffset().getTotalSeconds());
                    assertThat(Duration.between(before, at))
                            .isEqualTo(Duration.ofDays(7).minus(moved));
                }
                before = at;
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"Europe/Berlin", "America/New_York", "Australia/Lord_Howe"})
    void whereTheClocksChangeTheRfcIsFollowed(String name) {
        ZoneId zone = ZoneId.of(name);
        ZoneOffsetTransition change =
                zone.getRules().nextTransition(NEW_YEAR.atStartOfDay(zone).toInstant());
        int gaps = 0;
        for (int i = 0; i < 2; i++) {
            LocalDateTime odd = change.isGap()
                    ? change.getDateTimeBefore().plusMinutes(10)
                    : change.getDateTimeAfter().plusMinutes(10);
            // A time that is left out has the offset before the gap; of a time that comes twice the first counts.
            assertThat(When.once(odd, zone, 60).begins().toInstant())
                    .isEqualTo(odd.toInstant(change.getOffsetBefore()));
            gaps += change.isGap() ? 1 : 0;
            change = zone.getRules().nextTransition(change.getInstant());
        }
        assertThat(gaps).isEqualTo(1);
    }

    @Test
    void aSpanOfDaysHasTheTimesThatGoingThroughThemAllGives() {
        Random random = new Random(5545);
        for (int i = 0; i < 500; i++) {
            LocalDateTime start = NEW_YEAR.plusDays(random.nextInt(365)).atTime(random.nextInt(24), 30);
            int weeks = 1 + random.nextInt(4);
            LocalDateTime until = start.plusDays(random.nextInt(300));
            LocalDateTime out = start.plusWeeks((long) weeks * random.nextInt(5));
            When when = new When(start, BERLIN, 45, new When.Repeat(weeks, until, Set.of(out)), null);
            LocalDate from = NEW_YEAR.plusDays(random.nextInt(500));
            LocalDate to = from.plusDays(random.nextInt(60));
            List<LocalDateTime> plain = new ArrayList<>();
            for (LocalDateTime time = start; !time.isAfter(until); time = time.plusWeeks(weeks)) {
                if (!time.equals(out)
                        && !time.toLocalDate().isBefore(from)
                        && !time.toLocalDate().isAfter(to)) {
                    plain.add(time);
                }
            }
            assertThat(when.times(from, to)).isEqualTo(plain);
        }
    }

    @Test
    void aMovedTimeTakesThePlaceOfItsOwnAndNoOther() {
        LocalDateTime monday = LocalDateTime.of(2027, 3, 1, 17, 0);
        Lesson series = Lesson.of(List.of(1L), weekly(monday, BERLIN, 1, monday.plusWeeks(5)))
                .withId(7);
        Lesson own = series.instead(monday.plusWeeks(1));
        Lesson moved =
                own.withId(8).withWhen(own.when().withStart(monday.plusWeeks(1).plusDays(2), 90));
        List<Diary.Entry> entries = Diary.between(
                List.of(series, moved),
                monday.toLocalDate(),
                monday.toLocalDate().plusWeeks(2),
                BERLIN);
        assertThat(entries)
                .extracting(entry -> entry.begins().toLocalDateTime())
                .containsExactly(monday, monday.plusWeeks(1).plusDays(2), monday.plusWeeks(2));
        assertThat(entries).extracting(Diary.Entry::isOfSeries).containsExactly(true, false, true);
        Lesson made = entries.getFirst().own();
        assertThat(made.id()).isZero();
        assertThat(made.when().instead()).isEqualTo(new When.Instead(7, monday));
        assertThat(made.students()).containsExactly(1L);
    }

    @Test
    void aDayIsTheDayHereWhereverTheLessonIs() {
        LocalDateTime late = LocalDateTime.of(2027, 5, 3, 23, 0);
        Lesson far = Lesson.of(List.of(1L), When.once(late, ZoneId.of("America/New_York"), 60));
        LocalDate next = late.toLocalDate().plusDays(1);
        assertThat(Diary.between(List.of(far), next, next, BERLIN))
                .extracting(entry -> entry.begins().toLocalDateTime())
                .containsExactly(LocalDateTime.of(2027, 5, 4, 5, 0));
        assertThat(Diary.between(List.of(far), late.toLocalDate(), late.toLocalDate(), BERLIN))
                .isEmpty();
        assertThat(next.getDayOfWeek()).isEqualTo(DayOfWeek.TUESDAY);
    }

    @Test
    void lessonsThatOverlapAreTold() {
        LocalDateTime five = LocalDateTime.of(2027, 5, 3, 17, 0);
        Lesson first = Lesson.of(List.of(1L), When.once(five, BERLIN, 60)).withId(1);
        Lesson over = Lesson.of(List.of(2L), When.once(five.plusMinutes(59), BERLIN, 60))
                .withId(2);
        Lesson behind = Lesson.of(List.of(3L), When.once(five.plusMinutes(119), BERLIN, 60))
                .withId(3);
        List<Diary.Entry> all =
                Diary.between(List.of(first, over, behind), five.toLocalDate(), five.toLocalDate(), BERLIN);
        assertThat(Diary.overlapping(all, all.getFirst())).containsExactly(all.get(1));
        assertThat(Diary.overlapping(all, all.get(1))).containsExactly(all.getFirst());
        assertThat(Diary.overlapping(all, all.get(2))).isEmpty();
    }

    @Test
    void whatIsNoTimeIsRefused() {
        LocalDateTime five = LocalDateTime.of(2027, 5, 3, 17, 0);
        assertThatThrownBy(() -> When.once(five, BERLIN, 0)).hasMessageContaining("1 to 1440 minutes");
        assertThatThrownBy(() -> new When.Repeat(0, five, Set.of())).hasMessageContaining("every 1 to 52 weeks");
        assertThat(When.once(five.withHour(23), BERLIN, 60).isOverMidnight()).isFalse();
        assertThat(When.once(five.withHour(23), BERLIN, 61).isOverMidnight()).isTrue();
    }
}
