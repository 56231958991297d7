package org.zeroply.coaching;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** The days of lessons: which takes place when, once what repeats is written out. */
public final class Diary {
    private Diary() {}

    /**
     * A lesson on a day.
     *
     * @param lesson the one that takes place; for a time of a series without a lesson of its own, the series
     * @param time local in the zone of the lesson, as its series has it
     * @param begins the moment
     */
    public record Entry(Lesson lesson, LocalDateTime time, ZonedDateTime begins) {
        /** Whether it is a time of a series that has no lesson of its own yet. */
        public boolean isOfSeries() {
            return lesson.when().repeat() != null;
        }

        /** The lesson of this time: one of its own, made of the series where there is none yet. */
        public Lesson own() {
            return isOfSeries() ? lesson.instead(time) : lesson;
        }

        public ZonedDateTime ends() {
            return begins.plusMinutes(lesson.when().minutes());
        }
    }

    /**
     * What takes place from a day to a day, both included, as they are in a zone; in the order of time.
     *
     * @param lessons all that may, with every lesson that stands for a time of a series among them
     */
    public static List<Entry> between(List<Lesson> lessons, LocalDate from, LocalDate to, ZoneId here) {
        Set<When.Instead> instead = new HashSet<>();
        lessons.stream().map(lesson -> lesson.when().instead()).forEach(instead::add);
        List<Entry> entries = new ArrayList<>();
        for (Lesson lesson : lessons) {
            // A day of another zone may be a day earlier or later here.
            for (LocalDateTime time : lesson.when().times(from.minusDays(1), to.plusDays(1))) {
                ZonedDateTime begins = lesson.when().at(time).withZoneSameInstant(here);
                boolean isOn = !begins.toLocalDate().isBefore(from)
                        && !begins.toLocalDate().isAfter(to);
                boolean isReplaced =
                        lesson.when().repeat() != null && instead.contains(new When.Instead(lesson.id(), time));
                if (isOn && !isReplaced) {
                    entries.add(new Entry(lesson, time, begins));
                }
            }
        }
        entries.sort(
                Comparator.<Entry, Instant>comparing(entry -> entry.begins().toInstant())
                        .thenComparingLong(entry -> entry.lesson().id()));
        return entries;
    }

    /** Those of a day's entries that an entry overlaps, itself left out. */
    public static List<Entry> overlapping(List<Entry> entries, Entry entry) {
        return entries.stream()
                .filter(each -> !each.equals(entry)
                        && each.begins().isBefore(entry.ends())
                        && entry.begins().isBefore(each.ends()))
                .toList();
    }
}
