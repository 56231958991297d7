package org.zeroply.coaching;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.zeroply.words.Words;

/**
 * Homework: something set for students with a day on which it is due.
 *
 * @param id in the workbook; 0 for one that is not kept
 * @param text what is to be done, or the name of the paper, sheet or game
 * @param number of the paper, sheet or game; 0 for words alone
 * @param lesson in which it was set; 0 for none
 * @param parts one for each student
 */
public record Assignment(
        long id, Kind kind, String text, long number, LocalDate set, LocalDate due, long lesson, List<Part> parts) {
    /** What is set. */
    public enum Kind {
        PAPER,
        /** Cards to go through. */
        SHEET,
        /** A game to annotate. */
        GAME,
        WORDS
    }

    /** How far a student's part is. */
    public enum State {
        SET,
        OUT,
        BACK,
        MARKED;

        public String text() {
            return Words.of("homework." + name());
        }
    }

    /** The part of one student. */
    public record Part(long student, State state) {}

    public Assignment {
        text = text.strip();
        parts = List.copyOf(parts);
        if (text.isEmpty()) {
            throw new IllegalArgumentException("homework says what is to be done");
        }
        if (due.isBefore(set)) {
            throw new IllegalArgumentException("homework is due on the day it is set or later");
        }
    }

    public Optional<Part> of(long student) {
        return parts.stream().filter(part -> part.student() == student).findFirst();
    }

    /** Whether somebody still has something to hand in. */
    public boolean isOwed() {
        return parts.stream().anyMatch(Assignment::isOwed);
    }

    public static boolean isOwed(Part part) {
        return part.state() == State.SET || part.state() == State.OUT;
    }

    /** Whether anything is left to do with it, for the students or for the coach. */
    public boolean isOpen() {
        return parts.stream().anyMatch(part -> part.state() != State.MARKED);
    }

    public boolean isLate(Part part, LocalDate today) {
        return isOwed(part) && due.isBefore(today);
    }

    public Assignment with(long student, State state) {
        return withParts(parts.stream()
                .map(part -> part.student() == student ? new Part(student, state) : part)
                .toList());
    }

    public Assignment withParts(List<Part> next) {
        return new Assignment(id, kind, text, number, set, due, lesson, next);
    }

    public Assignment withDue(LocalDate day) {
        return new Assignment(id, kind, text, number, set, day, lesson, parts);
    }

    public Assignment withId(long next) {
        return new Assignment(next, kind, text, number, set, due, lesson, parts);
    }

    /** With other numbers for whatever it points at; who is not there has no part. */
    public Assignment renamed(Ref.Renaming names) {
        Ref what = switch (kind) {
            case PAPER -> Ref.PAPER;
            case SHEET -> Ref.SHEET;
            case GAME, WORDS -> Ref.GAME;
        };
        return new Assignment(
                id,
                kind,
                text,
                number == 0 ? 0 : names.of(what, number),
                set,
                due,
                lesson == 0 ? 0 : names.of(Ref.LESSON, lesson),
                parts.stream()
                        .map(part -> new Part(names.of(Ref.STUDENT, part.student()), part.state()))
                        .filter(part -> part.student() != 0)
                        .toList());
    }
}
