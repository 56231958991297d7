package org.zeroply.coaching;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import org.zeroply.task.MarkEvidence;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.Marker;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.Script;
import org.zeroply.task.Task;

/**
 * One student solving one paper. It keeps the tasks as they were then, so that later edits change no result.
 *
 * @param id in the workbook; 0 for one that is not kept
 * @param paper the name of the paper
 * @param minutes for the whole paper; 0 for no limit beside those of the tasks
 * @param mayPause whether the clock may be stopped
 * @param isStrict whether illegal moves are taken while typing
 * @param showsDiagram whether there is a diagram, or a list of the men
 * @param saved when it was saved last
 */
public record Sitting(
        long id,
        String paper,
        Student student,
        Instant begun,
        int minutes,
        boolean mayPause,
        boolean isStrict,
        boolean showsDiagram,
        Instant saved,
        List<Attempt> tasks) {
    public Sitting {
        tasks = List.copyOf(tasks);
    }

    /** How the work on a task ended. */
    public enum End {
        /** It has not ended, or not begun. */
        OPEN,
        COMMITTED,
        TIME_UP,
        /** Broken off with the coach's word. */
        LEFT
    }

    /**
     * A task in a sitting.
     *
     * @param evidence what marking may rely on beyond the board
     * @param awards the coach's own points
     */
    public record Attempt(
            Task task, Script script, Stopwatch clock, End end, List<MarkEvidence> evidence, List<Award> awards) {
        public Attempt {
            evidence = List.copyOf(evidence);
            awards = List.copyOf(awards);
        }

        public static Attempt of(Task task) {
            return new Attempt(task, Script.EMPTY, Stopwatch.NEW, End.OPEN, List.of(), List.of());
        }

        public Attempt with(Script next) {
            return new Attempt(task, next, clock, end, evidence, awards);
        }

        public Attempt with(Stopwatch next) {
            return new Attempt(task, script, next, end, evidence, awards);
        }

        public Attempt with(End next) {
            return new Attempt(task, script, clock, next, evidence, awards);
        }

        public Attempt withEvidence(List<MarkEvidence> next) {
            return new Attempt(task, script, clock, end, next, awards);
        }

        public Attempt withAwards(List<Award> next) {
            return new Attempt(task, script, clock, end, evidence, next);
        }

        private long left(long now) {
            return Math.max(0, task.minutes() * 60_000L - clock.used(now));
        }

        public MarkedScript marked() {
            return Marker.mark(task, script, evidence);
        }

        /** The coach's points, all awards together. */
        public Points awarded() {
            return awards.stream().map(Award::points).reduce(Points.ZERO, Points::plus);
        }
    }

    /** A paper that nobody has begun to solve. */
    public static Sitting of(Paper paper, Student student, Instant now) {
        return new Sitting(
                0,
                paper.name(),
                student,
                now,
                paper.minutes(),
                paper.mayPause(),
                paper.isStrict(),
                paper.showsDiagram(),
                now,
                paper.tasks().stream().map(Attempt::of).toList());
    }

    /** Milliseconds that are left for a task: of its own time, and of what the whole paper has; none once they are used up. */
    public long left(int place, long now) {
        long own = tasks.get(place).left(now);
        if (minutes == 0) {
            return own;
        }
        long used =
                tasks.stream().mapToLong(attempt -> attempt.clock().used(now)).sum();
        return Math.min(own, Math.max(0, minutes * 60_000L - used));
    }

    /** The place of the task that is being worked on, or comes next; empty when all have ended. */
    public OptionalInt current() {
        return IntStream.range(0, tasks.size())
                .filter(i -> tasks.get(i).end() == End.OPEN)
                .findFirst();
    }

    public boolean isDone() {
        return current().isEmpty();
    }

    public Sitting with(Student other) {
        return new Sitting(id, paper, other, begun, minutes, mayPause, isStrict, showsDiagram, saved, tasks);
    }

    public Sitting with(int place, Attempt attempt) {
        List<Attempt> next = new ArrayList<>(tasks);
        next.set(place, attempt);
        return new Sitting(id, paper, student, begun, minutes, mayPause, isStrict, showsDiagram, saved, next);
    }

    /** The same sitting with other attempts at its tasks. */
    public Sitting with(List<Attempt> attempts, Instant now) {
        return new Sitting(id, paper, student, begun, minutes, mayPause, isStrict, showsDiagram, now, attempts);
    }
}
