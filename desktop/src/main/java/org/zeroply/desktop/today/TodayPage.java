package org.zeroply.desktop.today;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * A page of the diary.
 *
 * @param students on the list; without any there is nothing to say
 * @param hours the lessons of the day
 * @param sections what there is to do, each line with the one button that does it; empty ones are left out
 * @param days from today on, for the strip
 */
record TodayPage(LocalDate today, int students, List<Hour> hours, List<Section> sections, List<Day> days) {
    TodayPage {
        hours = List.copyOf(hours);
        sections = List.copyOf(sections);
        days = List.copyOf(days);
    }

    /** Nothing is known yet. */
    static TodayPage empty(LocalDate today) {
        return new TodayPage(today, 0, List.of(), List.of(), List.of());
    }

    /** Whether there is nothing to do. */
    boolean isFree() {
        return hours.isEmpty() && sections.isEmpty();
    }

    /**
     * A lesson of the day.
     *
     * @param names who comes
     * @param board the first position of the plan
     */
    record Hour(Diary.Entry entry, String names, List<Owed> owes, Optional<Board> board) {
        Hour {
            owes = List.copyOf(owes);
        }
    }

    /**
     * What a student who comes owes.
     *
     * @param days it is late; 0 for not late
     */
    record Owed(Assignment homework, long student, String name, int days) {}

    /** A position with the move that is looked at. */
    record Board(Position position, Side bottom, Move move, String caption) {}

    /** Lines under a heading. */
    record Section(Kind kind, List<Line> lines) {
        Section {
            lines = List.copyOf(lines);
        }
    }

    /** What lines are about, in the order in which they stand. */
    enum Kind {
        BACK,
        UNJUDGED,
        DUE,
        PLANS,
        AHEAD,
        NOT_SEEN
    }

    /**
     * A line.
     *
     * @param text what it is about
     * @param more in a second, softer line
     */
    record Line(String text, String more, Act act) {}

    /** What the button of a line does. */
    sealed interface Act {
        /** Goes over homework that came back. */
        record GoOver(Assignment homework, long student) implements Act {}

        record Judge(List<Long> games) implements Act {
            public Judge {
                games = List.copyOf(games);
            }
        }

        /** One step further: handed out, back. */
        record Advance(Assignment homework, long student, String name) implements Act {}

        record Fill(Diary.Entry entry) implements Act {}

        record ShowEvent(Event event) implements Act {}

        record FindHour(long student) implements Act {}

        /** Opens the page of somebody who asked something. */
        record Answer(String student) implements Act {}
    }

    /**
     * A day of the strip.
     *
     * @param minutes of each lesson
     * @param due how much homework is due
     */
    record Day(LocalDate day, List<Integer> minutes, int due, List<Event> events) {
        Day {
            minutes = List.copyOf(minutes);
            events = List.copyOf(events);
        }
    }
}
