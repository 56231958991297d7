package org.zeroply.coaching;

import java.time.LocalDate;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A tournament or match.
 *
 * @param id in the workbook; 0 for one that is not kept
 * @param pace of play, in words
 * @param rounds 0 where it is not known
 * @param goers who go
 */
public record Event(
        long id, String name, String place, LocalDate from, LocalDate to, String pace, int rounds, List<Goer> goers) {
    private static final int MOST_ROUNDS = 99;

    /**
     * A student who goes.
     *
     * @param minutes a week that the student has for it
     * @param own shares of the time in hundredths that the coach set over the rule
     */
    public record Goer(long student, int minutes, Map<EventPlan.Part, Integer> own) {
        public Goer {
            own = own.isEmpty() ? Map.of() : new EnumMap<>(own);
            if (minutes < 0 || minutes > 7 * 24 * 60) {
                throw new IllegalArgumentException("a week has no " + minutes + " minutes");
            }
        }

        /** One share set by the coach; null for the rule again. */
        public Goer with(EventPlan.Part part, @Nullable Integer share) {
            Map<EventPlan.Part, Integer> next = new EnumMap<>(EventPlan.Part.class);
            next.putAll(own);
            if (share == null) {
                next.remove(part);
            } else {
                next.put(part, share);
            }
            return new Goer(student, minutes, next);
        }
    }

    public Event {
        name = name.strip();
        place = place.strip();
        pace = pace.strip();
        goers = List.copyOf(goers);
        if (name.isEmpty()) {
            throw new IllegalArgumentException("an event has a name");
        }
        if (to.isBefore(from)) {
            throw new IllegalArgumentException("an event does not end before it begins");
        }
        if (rounds < 0 || rounds > MOST_ROUNDS) {
            throw new IllegalArgumentException("an event has up to " + MOST_ROUNDS + " rounds, was " + rounds);
        }
    }

    public Optional<Goer> goer(long student) {
        return goers.stream().filter(each -> each.student() == student).findFirst();
    }

    public Event withGoers(List<Goer> next) {
        return new Event(id, name, place, from, to, pace, rounds, next);
    }

    public Event with(Goer goer) {
        return withGoers(goers.stream()
                .map(each -> each.student() == goer.student() ? goer : each)
                .toList());
    }

    public Event withId(long next) {
        return new Event(next, name, place, from, to, pace, rounds, goers);
    }

    /** With other numbers for the students; who is not there does not go. */
    public Event renamed(Ref.Renaming names) {
        return withGoers(goers.stream()
                .map(each -> new Goer(names.of(Ref.STUDENT, each.student()), each.minutes(), each.own()))
                .filter(each -> each.student() != 0)
                .toList());
    }
}
