package org.zeroply.coaching;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.MarkedScript.Sum;
import org.zeroply.task.Points;
import org.zeroply.task.Skill;
import org.zeroply.task.TaskKind;
import org.zeroply.task.Theme;
import org.zeroply.words.Words;

/**
 * What tasks that have ended came to. Sums are exact; a share is worked out last.
 *
 * @param computed points by the mark scheme, and what they could have been
 * @param awarded points by the coach's hand; together with the computed ones never more than could be earned in a task
 * @param millis time used
 * @param byTheme by the theme's name; a task with several themes counts for each
 */
public record Result(
        Sum computed,
        Points awarded,
        long millis,
        Map<Skill, Sum> bySkill,
        Map<TaskKind, Sum> byKind,
        Map<String, Sum> byTheme) {
    /**
     * @param scripts the marked script of each task
     */
    static Result of(List<Sitting.Attempt> tasks, List<MarkedScript> scripts) {
        List<Result> each = new ArrayList<>();
        for (int i = 0; i < tasks.size(); i++) {
            if (tasks.get(i).end() != Sitting.End.OPEN) {
                each.add(of(tasks.get(i), scripts.get(i)));
            }
        }
        return together(each);
    }

    private static Result of(Sitting.Attempt attempt, MarkedScript marked) {
        Points byHand = attempt.awarded().atMost(marked.outOf().less(marked.points()));
        Sum whole = new Sum(marked.points().plus(byHand), marked.outOf());
        Map<String, Sum> byTheme = new TreeMap<>();
        attempt.task().themes().forEach(theme -> byTheme.merge(Theme.title(theme), whole, Sum::plus));
        return new Result(
                new Sum(marked.points(), marked.outOf()),
                byHand,
                attempt.clock().used(),
                marked.bySkill(),
                Map.of(attempt.task().kind(), whole),
                byTheme);
    }

    /** What tasks or sittings came to together. */
    public static Result together(List<Result> results) {
        Sum computed = Sum.NONE;
        Points awarded = Points.ZERO;
        long millis = 0;
        Map<Skill, Sum> bySkill = new EnumMap<>(Skill.class);
        Map<TaskKind, Sum> byKind = new EnumMap<>(TaskKind.class);
        Map<String, Sum> byTheme = new TreeMap<>();
        for (Result result : results) {
            computed = computed.plus(result.computed);
            awarded = awarded.plus(result.awarded);
            millis += result.millis;
            result.bySkill.forEach((skill, sum) -> bySkill.merge(skill, sum, Sum::plus));
            result.byKind.forEach((kind, sum) -> byKind.merge(kind, sum, Sum::plus));
            result.byTheme.forEach((theme, sum) -> byTheme.merge(theme, sum, Sum::plus));
        }
        return new Result(computed, awarded, millis, bySkill, byKind, byTheme);
    }

    /** Everything that was earned. */
    public Points points() {
        return computed.points().plus(awarded);
    }

    public Points outOf() {
        return computed.outOf();
    }

    public double share() {
        return points().shareOf(outOf());
    }

    /**
     * In a few sentences what to work at: what is seen, whether lines are followed, judged and refuted. Empty if
     * there is too little to tell.
     */
    public String advice() {
        Sum seen =
                bySkill.getOrDefault(Skill.FINDING, Sum.NONE).plus(bySkill.getOrDefault(Skill.CONSIDERING, Sum.NONE));
        Sum followed = bySkill.getOrDefault(Skill.REACHING, Sum.NONE);
        Sum judged = bySkill.getOrDefault(Skill.JUDGING, Sum.NONE);
        StringBuilder text = new StringBuilder();
        if (seen.outOf().halves() >= 6) {
            text.append(Words.of(
                    seen.share() >= 0.7 ? "advice.sees" : seen.share() >= 0.4 ? "advice.some" : "advice.misses"));
        }
        if (followed.outOf().halves() >= 4 && followed.share() < 0.5 && seen.share() >= 0.4) {
            text.append(' ').append(Words.of("advice.stops"));
        }
        if (judged.outOf().halves() >= 4 && judged.share() < 0.5) {
            text.append(' ').append(Words.of("advice.judges"));
        }
        Sum refuted = bySkill.getOrDefault(Skill.REFUTING, Sum.NONE);
        if (refuted.outOf().halves() >= 4 && refuted.share() < 0.5) {
            text.append(' ').append(Words.of("advice.refutes"));
        }
        return text.toString().strip();
    }
}
