package org.zeroply.coaching;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * What a coach keeps of a student.
 *
 * @param names under which games know the student, beside the student's own
 * @param ratings as they were, the newest last
 * @param groups by their names
 * @param goals in the coach's words
 */
public record Profile(Student student, List<String> names, List<Rated> ratings, List<String> groups, String goals) {
    /**
     * A rating of the past.
     *
     * @param date as PGN has it
     */
    public record Rated(String date, int rating) {
        public Rated {
            if (rating < 0 || rating > 4000) {
                throw new IllegalArgumentException("a rating is 0 to 4000, was " + rating);
            }
        }
    }

    public Profile {
        names = plain(names);
        ratings = List.copyOf(ratings);
        groups = plain(groups);
        goals = goals.strip();
    }

    private static List<String> plain(List<String> texts) {
        return texts.stream()
                .map(String::strip)
                .filter(text -> !text.isEmpty())
                .distinct()
                .toList();
    }

    public static Profile of(Student student) {
        return new Profile(student, List.of(), List.of(), List.of(), "");
    }

    /** The student's own name and the others. */
    public Set<String> allNames() {
        Set<String> all = new LinkedHashSet<>(List.of(student.name()));
        all.addAll(names);
        return all;
    }

    public Profile with(Student next) {
        return new Profile(next, names, ratings, groups, goals);
    }

    public Profile withNames(List<String> next) {
        return new Profile(student, next, ratings, groups, goals);
    }

    public Profile withGroups(List<String> next) {
        return new Profile(student, names, ratings, next, goals);
    }

    public Profile withGoals(String text) {
        return new Profile(student, names, ratings, groups, text);
    }

    /** With another rating from a day on; a second one of the same day takes the place of the first, and 0 is none. */
    public Profile rated(int rating, String date) {
        Student next = new Student(student.id(), student.name(), rating);
        if (rating == 0 || rating == student.rating() && !ratings.isEmpty()) {
            return with(next);
        }
        List<Rated> history = new ArrayList<>(ratings);
        history.removeIf(each -> each.date().equals(date));
        history.add(new Rated(date, rating));
        return new Profile(next, names, history, groups, goals);
    }
}
