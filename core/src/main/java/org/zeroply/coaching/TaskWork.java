package org.zeroply.coaching;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.Points;
import org.zeroply.task.Skill;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;

/**
 * What a student earned of one task that was handed in.
 *
 * @param task the same for the same task in other sittings: its position and kind
 * @param level of the task, from and to; 0 for none
 * @param themes keys, and words of the coach's own
 * @param points that were earned, the coach's own ones among them
 * @param bySkill what was earned of the points of each skill
 */
public record TaskWork(
        long student,
        long task,
        Task.Level level,
        TaskKind kind,
        Set<String> themes,
        Instant when,
        Points points,
        Points outOf,
        Map<Skill, MarkedScript.Sum> bySkill) {
    public TaskWork {
        themes = Set.copyOf(themes);
        bySkill = Map.copyOf(bySkill);
    }

    /** Of the tasks of a sitting that have ended; those without points are left out. */
    public static List<TaskWork> of(MarkedSitting marked) {
        List<TaskWork> work = new ArrayList<>();
        Sitting sitting = marked.sitting();
        for (int i = 0; i < sitting.tasks().size(); i++) {
            Sitting.Attempt attempt = sitting.tasks().get(i);
            MarkedScript script = marked.scripts().get(i);
            if (attempt.end() == Sitting.End.OPEN || script.outOf().halves() == 0) {
                continue;
            }
            Task task = attempt.task();
            Points byHand = attempt.awarded().atMost(script.outOf().less(script.points()));
            work.add(new TaskWork(
                    sitting.student().id(),
                    idOf(task),
                    task.level(),
                    task.kind(),
                    new HashSet<>(task.themes()),
                    sitting.saved(),
                    script.points().plus(byHand),
                    script.outOf(),
                    script.bySkill()));
        }
        return work;
    }

    /** The same for the same task in every paper and sitting: by its position and kind. */
    public static long idOf(Task task) {
        return task.start().key() * 31 + task.kind().ordinal();
    }

    /** The share of its points, 0 to 1. */
    public double share() {
        return Math.clamp(points.shareOf(outOf), 0, 1);
    }
}
