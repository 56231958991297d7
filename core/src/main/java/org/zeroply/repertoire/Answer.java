package org.zeroply.repertoire;

import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Move;
import org.zeroply.words.Words;

/**
 * Our move in a repertoire position, with what a student should know of it.
 *
 * @param approach calm, sharp or the coach's own word; empty for one that fits every approach
 * @param memorise whether it is too hard to find at the board
 * @param notes what is written of it; a note that is not there is empty
 * @param guards conditions for this move, or for a later one of its plan
 * @param marks what is drawn on the position after it
 */
public record Answer(
        Move move,
        int to,
        String approach,
        boolean memorise,
        Map<Note, String> notes,
        List<Guard> guards,
        List<OwnMark> marks)
        implements Edge {
    /** What can be written of an answer. */
    public enum Note {
        REASON,
        PLAN,
        BREAKS,
        SQUARES,
        /** Replies that would be a mistake; what setting the trap costs against the best reply is worked out. */
        TRAPS_SET,
        TRAPS_TO_AVOID,
        SOURCES;

        public String title() {
            return Words.of("answer." + name());
        }
    }

    public Answer {
        approach = approach.strip();
        Map<Note, String> written = new EnumMap<>(Note.class);
        notes.forEach((note, text) -> {
            if (!text.isBlank()) {
                written.put(note, text.strip());
            }
        });
        notes = Map.copyOf(written);
        guards = List.copyOf(guards);
        marks = List.copyOf(marks);
    }

    /** An answer of which nothing is said yet. */
    public static Answer bare(Move move, int to) {
        return new Answer(move, to, "", false, Map.of(), List.of(), List.of());
    }

    public String note(Note note) {
        return notes.getOrDefault(note, "");
    }

    public Answer withNote(Note note, String text) {
        Map<Note, String> next = new EnumMap<>(Note.class);
        next.putAll(notes);
        next.put(note, text);
        return new Answer(move, to, approach, memorise, next, guards, marks);
    }

    public Answer withApproach(String other) {
        return new Answer(move, to, other, memorise, notes, guards, marks);
    }

    public Answer withMemorise(boolean wanted) {
        return new Answer(move, to, approach, wanted, notes, guards, marks);
    }

    public Answer withGuards(List<Guard> other) {
        return new Answer(move, to, approach, memorise, notes, other, marks);
    }

    @Override
    public Answer withMarks(List<OwnMark> other) {
        return new Answer(move, to, approach, memorise, notes, guards, other);
    }

    /** Whether it belongs to an approach, whatever its case. */
    boolean isOf(String wanted) {
        return approach.toLowerCase(Locale.ROOT).equals(wanted.strip().toLowerCase(Locale.ROOT));
    }

    /**
     * The answers that are played by who has chosen an approach: those of it; where there are none, those that fit every
     * approach; where there are none of these either, all.
     *
     * @param approach empty if none is chosen
     */
    static List<Answer> chosen(List<Answer> answers, String approach) {
        if (approach.isBlank()) {
            return answers;
        }
        List<Answer> own = answers.stream().filter(each -> each.isOf(approach)).toList();
        if (!own.isEmpty()) {
            return own;
        }
        List<Answer> any = answers.stream().filter(each -> each.isOf("")).toList();
        return any.isEmpty() ? answers : any;
    }
}
