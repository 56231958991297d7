package org.zeroply.coaching;

import org.jspecify.annotations.Nullable;
import org.zeroply.words.Words;

/**
 * A part of a lesson.
 *
 * @param minutes planned, from 1
 * @param title what is done
 * @param material what is opened for it; null for nothing
 * @param why it was proposed; empty for a block of the coach's own
 * @param note for the coach
 * @param seconds spent on it
 */
public record Block(
        Kind kind,
        int minutes,
        String title,
        @Nullable Material material,
        String why,
        String note,
        State state,
        int seconds) {
    /** What a block is of. */
    public enum Kind {
        HOMEWORK,
        MOMENT,
        EXAMPLE,
        TASK,
        SHEET,
        HOLD,
        LINES,
        CLOSE,
        FREE;

        public String text() {
            return Words.of("block." + name());
        }
    }

    /** What became of a block. */
    public enum State {
        OPEN,
        DONE,
        /** It was ended before its time. */
        CUT,
        /** It opens the next plan. */
        CARRIED
    }

    /**
     * What one key opens.
     *
     * @param at half-moves before the move of a game, or the place of a task in its paper; -1 for the whole
     */
    public record Material(Ref what, long number, int at) {
        public Material {
            if (at < -1) {
                throw new IllegalArgumentException("a place is at 0 or later, or -1 for the whole, was " + at);
            }
        }
    }

    /** The longest a block may be planned: a day. */
    public static final int MOST_MINUTES = 24 * 60;

    public Block {
        title = title.strip();
        why = why.strip();
        note = note.strip();
        if (minutes < 1 || minutes > MOST_MINUTES) {
            throw new IllegalArgumentException("a block has 1 to " + MOST_MINUTES + " minutes, was " + minutes);
        }
        if (seconds < 0) {
            throw new IllegalArgumentException("time spent is not negative, was " + seconds);
        }
    }

    /** An open one. */
    public static Block of(Kind kind, int minutes, String title, @Nullable Material material, String why) {
        return new Block(kind, minutes, title, material, why, "", State.OPEN, 0);
    }

    public Block withMinutes(int next) {
        return new Block(kind, next, title, material, why, note, state, seconds);
    }

    public Block withTitle(String text) {
        return new Block(kind, minutes, text, material, why, note, state, seconds);
    }

    public Block withNote(String text) {
        return new Block(kind, minutes, title, material, why, text, state, seconds);
    }

    public Block withMaterial(@Nullable Material next) {
        return new Block(kind, minutes, title, next, why, note, state, seconds);
    }

    public Block withState(State next, int spent) {
        return new Block(kind, minutes, title, material, why, note, next, spent);
    }

    /** As it opens the next plan. */
    public Block again(String reason) {
        return new Block(kind, minutes, title, material, reason, note, State.OPEN, 0);
    }

    Block renamed(Ref.Renaming names) {
        if (material == null) {
            return this;
        }
        long number = names.of(material.what(), material.number());
        return withMaterial(number == 0 ? null : new Material(material.what(), number, material.at()));
    }
}
