package org.zeroply.desktop.register;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.task.Skill;

/**
 * Everything that is shown of a student.
 *
 * @param older games of the account that an older version of the calculator judged
 * @param left games that are not judged
 * @param selfPlayed games in which both players have one of the student's names
 * @param claimed names of the student that another one has as well, with whose they are
 * @param level over all tasks; empty if nothing was handed in
 * @param sittings it rests on
 * @param departures games in which the student left the own repertoire first, and how many had a repertoire
 * @param questions the newest first
 * @param coming what the diary has for the student
 */
public record StudentPage(
        Profile profile,
        Span span,
        StudentAccount account,
        int older,
        List<Long> left,
        List<Long> selfPlayed,
        List<String> claimed,
        Optional<Level> level,
        int sittings,
        Map<String, Level> themes,
        Map<Skill, Level> skills,
        Departed departures,
        List<Question> questions,
        Coming coming) {
    /** Which games an account is over. */
    public enum Span {
        ALL,
        LAST_YEAR,
        WITH_WHITE,
        WITH_BLACK
    }

    /**
     * Where games left the own repertoires.
     *
     * @param games that began in one of them
     * @param first a move each by which the student left one first
     */
    public record Departed(int games, List<At> first) {
        public Departed {
            first = List.copyOf(first);
        }
    }

    /**
     * What the diary has for a student.
     *
     * @param next lesson
     * @param held how many lessons were closed, and the last of them
     * @param owed homework with something left to do
     * @param event the next one the student goes to
     */
    public record Coming(
            Optional<Diary.Entry> next, int held, Optional<Lesson> last, List<Assignment> owed, Optional<Event> event) {
        public Coming {
            owed = List.copyOf(owed);
        }
    }

    /** A move of a game. */
    public record At(long game, int ply) {}

    public StudentPage {
        left = List.copyOf(left);
        selfPlayed = List.copyOf(selfPlayed);
        questions = List.copyOf(questions);
        claimed = List.copyOf(claimed);
    }
}
