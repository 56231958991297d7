package org.zeroply.coaching;

import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * When something takes place: in local time of a zone, so that a lesson at five stays at five when the clocks change, and
 * perhaps again every week. As RFC 5545 has it, a time that the clocks leave out counts with the offset before the gap, and of
 * a time that comes twice the first is meant; {@link ZonedDateTime#of} does the same.
 *
 * @param minutes how long, from 1
 * @param repeat null for once
 * @param instead of which time of a series this stands; null for what stands for itself
 */
public record When(
        LocalDateTime start,
        ZoneId zone,
        int minutes,
        @Nullable Repeat repeat,
        @Nullable Instead instead) {
    /**
     * Every so many weeks, on the weekday and at the local time of the first.
     *
     * @param until the last local time at which it may be, that time included
     * @param without local times at which it is left out
     */
    public record Repeat(int weeks, LocalDateTime until, Set<LocalDateTime> without) {
        public Repeat {
            if (weeks < 1 || weeks > 52) {
                throw new IllegalArgumentException("it repeats every 1 to 52 weeks, was " + weeks);
            }
            without = Set.copyOf(without);
        }

        public Repeat without(LocalDateTime time) {
            Set<LocalDateTime> more = new TreeSet<>(without);
            more.add(time);
            return new Repeat(weeks, until, more);
        }
    }

    /**
     * A time of a series that has a lesson of its own, for a plan or because it was moved.
     *
     * @param series the lesson that repeats
     * @param original the time in the series, local in its zone
     */
    public record Instead(long series, LocalDateTime original) {}

    /** The longest: a day. */
    public static final int MOST_MINUTES = 24 * 60;

    public When {
        if (minutes < 1 || minutes > MOST_MINUTES) {
            throw new IllegalArgumentException("a lesson has 1 to " + MOST_MINUTES + " minutes, was " + minutes);
        }
        if (repeat != null && instead != null) {
            throw new IllegalArgumentException("what stands for one time of a series does not repeat itself");
        }
    }

    public static When once(LocalDateTime start, ZoneId zone, int minutes) {
        return new When(start, zone, minutes, null, null);
    }

    /** The local times at which it is, in order, from a day to a day, both included; those that are left out are not there. */
    public List<LocalDateTime> times(LocalDate from, LocalDate to) {
        List<LocalDateTime> times = new ArrayList<>();
        int weeks = repeat == null ? 1 : repeat.weeks();
        LocalDateTime last = repeat == null ? start : repeat.until();
        long passed = Math.max(0, Duration.between(start, from.atStartOfDay()).toDays() / (7L * weeks) - 1);
        for (LocalDateTime time = repeat == null ? start : start.plusWeeks(passed * weeks);
                !time.isAfter(last) && !time.toLocalDate().isAfter(to);
                time = time.plusWeeks(weeks)) {
            boolean isOut = repeat != null && repeat.without().contains(time);
            if (!time.toLocalDate().isBefore(from) && !isOut) {
                times.add(time);
            }
        }
        return times;
    }

    /** The moment of a local time here. */
    public ZonedDateTime at(LocalDateTime time) {
        return ZonedDateTime.of(time, zone);
    }

    /** The moment of the first, or only, time. */
    public ZonedDateTime begins() {
        return at(start);
    }

    /** The day after which it is no more. */
    public LocalDate lastDay() {
        return (repeat == null ? start : repeat.until()).toLocalDate();
    }

    /** Whether a time of it goes on into the next day. */
    public boolean isOverMidnight() {
        return start.plusMinutes(minutes - 1L).toLocalDate().isAfter(start.toLocalDate());
    }

    public When withRepeat(@Nullable Repeat next) {
        return new When(start, zone, minutes, next, instead);
    }

    public When withStart(LocalDateTime next, int length) {
        return new When(next, zone, length, repeat, instead);
    }
}
