package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.coaching.When;
import org.zeroply.store.CalendarFile.Contents;
import org.zeroply.store.CalendarFile.Incoming;

/** Calendars out and in again, and calendars as other programs write them. */
class CalendarFileTest {
    private static final ZoneId BERLIN = ZoneId.of("Europe/Berlin");
    private static final LocalDate TODAY = LocalDate.of(2027, 1, 4);
    private static final LocalDateTime MONDAY = LocalDateTime.of(2027, 1, 11, 17, 0);
    private static final Instant NOON = Instant.parse("2027-01-04T12:00:00Z");

    private static Contents read(String text) throws Exception {
        return CalendarFile.read(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), BERLIN, TODAY);
    }

    private static String calendar(String... lines) {
        return "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Somebody//Else//EN\r\n" + String.join("\r\n", lines)
                + "\r\nEND:VCALENDAR\r\n";
    }

    private static String event(String... lines) {
        return "BEGIN:VEVENT\r\nUID:one@elsewhere\r\nDTSTAMP:20270101T000000Z\r\nSUMMARY:Brandt\\, Ida\r\n"
                + String.join("\r\n", lines) + "\r\nEND:VEVENT";
    }

    private static Incoming only(Contents contents) {
        assertThat(contents.lessons()).hasSize(1);
        return contents.lessons().getFirst();
    }

    @ParameterizedTest
    @ValueSource(strings = {"Europe/Berlin", "America/New_York", "Australia/Lord_Howe"})
    void whatGoesOutComesInAgain(String zone) throws Exception {
        ZoneId there = ZoneId.of(zone);
        When.Repeat repeat = new When.Repeat(2, MONDAY.plusWeeks(40), Set.of(MONDAY.plusWeeks(12)));
        When weekly = new When(MONDAY, there, 75, repeat, null);
        When moved =
                new When(MONDAY.plusWeeks(4).plusDays(1), there, 90, null, new When.Instead(7, MONDAY.plusWeeks(4)));
        String long250 = "A title of some length, with a comma; and more. ".repeat(5);
        String text = CalendarFile.write(
                List.of(
                        new CalendarFile.Timed("a@zeroply", weekly, long250.strip(), "aim\nof two lines"),
                        new CalendarFile.Timed("a@zeroply", moved, "moved", "")),
                List.of(new CalendarFile.Days("cup@zeroply", TODAY.plusDays(9), TODAY.plusDays(10), "Cup", "Mill", "")),
                List.of(new CalendarFile.Todo("h@zeroply", TODAY.plusDays(3), "Forks I", "")),
                NOON);
        assertThat(text)
                .contains("BEGIN:VTIMEZONE", "DTSTART;VALUE=DATE:20270113", "DTEND;VALUE=DATE:20270115", "BEGIN:VTODO");
        for (String line : text.split("\r\n", -1)) {
            assertThat(line.getBytes(StandardCharsets.UTF_8).length).as(line).isLessThanOrEqualTo(75);
        }
        Contents back = read(text);
        assertThat(back.wholeDays()).isEqualTo(1);
        assertThat(back.lessons()).extracting(Incoming::uid).containsExactly("a@zeroply", "a@zeroply");
        assertThat(back.lessons().getFirst().when()).isEqualTo(weekly);
        assertThat(back.lessons().getFirst().title()).isEqualTo(long250.strip());
        assertThat(back.lessons().getLast().original()).isEqualTo(MONDAY.plusWeeks(4));
        assertThat(back.lessons().getLast().when().start()).isEqualTo(moved.start());
    }

    @Test
    void aFileOfAnotherProgramComesIn() throws Exception {
        Contents contents = read(calendar(
                "METHOD:PUBLISH",
                "X-WR-CALNAME:My hours",
                "BEGIN:VTIMEZONE",
                "TZID:Middle of Europe",
                "BEGIN:STANDARD",
                "DTSTART:16010101T030000",
                "TZOFFSETFROM:+0200",
                "TZOFFSETTO:+0100",
                "RRULE:FREQ=YEARLY;INTERVAL=1;BYDAY=-1SU;BYMONTH=10",
                "END:STANDARD",
                "BEGIN:DAYLIGHT",
                "DTSTART:16010101T020000",
                "TZOFFSETFROM:+0100",
                "TZOFFSETTO:+0200",
                "RRULE:FREQ=YEARLY;INTERVAL=1;BYDAY=-1SU;BYMONTH=3",
                "END:DAYLIGHT",
                "END:VTIMEZONE",
                event(
                        "DTSTART;TZID=Middle of Europe:20270111T170000",
                        "DTEND;TZID=Middle of Europe:20270111T180000",
                        "RRULE:FREQ=WEEKLY;COUNT=10;WKST=MO",
                        "EXDATE;TZID=Middle of Europe:20270118T170000,20270125T170000",
                        "X-SOMETHING;X-MORE=1:what nobody ",
                        " else knows",
                        "BEGIN:VALARM",
                        "ACTION:DISPLAY",
                        "TRIGGER:-PT15M",
                        "DESCRIPTION:soon",
                        "END:VALARM"),
                event(
                        "RECURRENCE-ID;TZID=Middle of Europe:20270201T170000",
                        "DTSTART;TZID=Middle of Europe:20270202T183000",
                        "DTEND;TZID=Middle of Europe:20270202T193000"),
                event("DTSTART;VALUE=DATE:20270301", "DTEND;VALUE=DATE:20270302"),
                event("DTSTART:20270501T150000Z", "DURATION:PT45M"),
                event("SUMMARY:without a time")));
        assertThat(contents.wholeDays()).isEqualTo(1);
        assertThat(contents.without()).isEqualTo(1);
        assertThat(contents.zones()).containsEntry("Middle of Europe", BERLIN);
        List<Incoming> lessons = contents.lessons();
        assertThat(lessons).hasSize(3);
        When series = lessons.getFirst().when();
        assertThat(lessons.getFirst().title()).isEqualTo("Brandt, Ida");
        assertThat(series.zone()).isEqualTo(BERLIN);
        assertThat(series.times(TODAY, TODAY.plusYears(1))).hasSize(8).doesNotContain(MONDAY.plusWeeks(1));
        assertThat(Objects.requireNonNull(series.repeat()).until()).isEqualTo(MONDAY.plusWeeks(9));
        assertThat(lessons.get(1).original()).isEqualTo(MONDAY.plusWeeks(3));
        assertThat(lessons.get(1).when().start()).isEqualTo(LocalDateTime.of(2027, 2, 2, 18, 30));
        assertThat(lessons.get(2).when()).isEqualTo(When.once(LocalDateTime.of(2027, 5, 1, 17, 0), BERLIN, 45));
    }

    @Test
    void repeatsThatAreNotSimplyWeeklyAreWrittenOutAndThoseWithoutEndEndAfterAYear() throws Exception {
        Contents twice = read(calendar(event(
                "DTSTART;TZID=Europe/Berlin:20270111T170000",
                "DTEND;TZID=Europe/Berlin:20270111T180000",
                "RRULE:FREQ=WEEKLY;BYDAY=MO,TH;UNTIL=20270131T225959Z",
                "EXDATE;TZID=Europe/Berlin:20270121T170000")));
        assertThat(twice.lessons())
                .extracting(each -> each.when().start().getDayOfMonth())
                .containsExactly(11, 14, 18, 25, 28);
        assertThat(twice.lessons()).extracting(Incoming::uid).doesNotHaveDuplicates();
        Contents endless = read(calendar(event(
                "DTSTART;TZID=Europe/Berlin:20270111T170000",
                "DTEND;TZID=Europe/Berlin:20270111T180000",
                "RRULE:FREQ=WEEKLY")));
        assertThat(endless.endless()).isEqualTo(1);
        assertThat(Objects.requireNonNull(only(endless).when().repeat()).until())
                .isEqualTo(MONDAY.plusYears(1));
        Contents daily = read(calendar(event(
                "DTSTART;TZID=Europe/Berlin:20270111T170000",
                "DTEND;TZID=Europe/Berlin:20270111T180000",
                "RRULE:FREQ=DAILY")));
        assertThat(daily.lessons()).hasSizeBetween(365, 366);
    }

    @Test
    void nonsenseSaysWhereItIsNone() {
        List<String> nonsense = new ArrayList<>(List.of("", "hello", "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n", "\0\0\0"));
        nonsense.add("x".repeat(100_000));
        for (String each : nonsense) {
            assertThatThrownBy(() -> read(each)).isInstanceOf(CalendarFile.Unreadable.class);
        }
        assertThatThrownBy(() -> read("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nrubbish\r\nEND:VCALENDAR\r\n"))
                .isInstanceOfSatisfying(
                        CalendarFile.Unreadable.class,
                        each -> assertThat(each.line()).isBetween(3, 5));
    }

    @Test
    void anEntryThatMakesNoSenseCostsOnlyItself() throws Exception {
        Contents contents = read(calendar(
                event("DTSTART:20270511T150000Z", "DTEND:20270511T140000Z"),
                event("DTSTART:20270511T150000Z", "DTEND:20270511T150000Z"),
                event("DTSTART:20270512T150000Z", "DTEND:20270512T160000Z")));
        assertThat(contents.lessons()).hasSize(1);
        assertThat(contents.without()).isEqualTo(2);
    }
}
