package org.zeroply.coaching;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.Levels.Observation;
import org.zeroply.coaching.Levels.Prior;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.Skill;
import org.zeroply.task.Task;
import org.zeroply.task.Theme;

/** The levels of all students and tasks of a workbook, from everything that was handed in. */
public final class StudentLevels {
    /** How far a level at a theme or a skill may be from the one over all, as a standard deviation. */
    private static final double APART = 150;

    /** Skills are told from so many sittings on. */
    private static final int SITTINGS_FOR_SKILLS = 10;

    /** Tasks to set next have a chance from this to that. */
    public static final double LEAST_CHANCE = 0.55;

    public static final double MOST_CHANCE = 0.75;

    private final List<TaskWork> work;
    private final Levels levels;

    private StudentLevels(List<TaskWork> work, Levels levels) {
        this.work = List.copyOf(work);
        this.levels = levels;
    }

    /** @param ratings of the students by their ids; those without one may be left out */
    public static StudentLevels of(List<TaskWork> work, Map<Long, Integer> ratings) {
        Map<Long, Task.Level> tasks = new HashMap<>();
        work.forEach(each -> tasks.putIfAbsent(each.task(), each.level()));
        List<Observation> observations = work.stream()
                .map(each -> new Observation(each.student(), each.task(), each.share()))
                .toList();
        Levels levels = Levels.of(
                observations,
                student -> Prior.ofRating(ratings.getOrDefault(student, 0)),
                task -> prior(tasks.getOrDefault(task, Task.Level.ANY)));
        return new StudentLevels(work, levels);
    }

    private static Prior prior(Task.Level level) {
        return Prior.between(level.from(), level.to());
    }

    /** Over all tasks; empty if nothing was handed in. */
    public Optional<Level> of(long student) {
        return levels.student(student);
    }

    /** From how many sittings a level is; those that were handed in at one time are one. */
    public int sittings(long student) {
        return (int) work.stream()
                .filter(each -> each.student() == student)
                .map(TaskWork::when)
                .distinct()
                .count();
    }

    /** By the title of the theme, the theme with most tasks first. */
    public Map<String, Level> byTheme(long student) {
        Map<String, List<Observation>> some = new TreeMap<>();
        for (TaskWork each : work) {
            if (each.student() == student) {
                each.themes()
                        .forEach(theme -> some.computeIfAbsent(Theme.title(theme), any -> new ArrayList<>())
                                .add(new Observation(student, each.task(), each.share())));
            }
        }
        Map<String, Level> levelsOf = new LinkedHashMap<>();
        some.entrySet().stream()
                .sorted((one, other) ->
                        Integer.compare(other.getValue().size(), one.getValue().size()))
                .forEach(entry ->
                        of(student).ifPresent(overall -> levelsOf.put(entry.getKey(), at(entry.getValue(), overall))));
        return levelsOf;
    }

    /** By skill; empty before there are enough sittings. */
    public Map<Skill, Level> bySkill(long student) {
        Map<Skill, Level> found = new EnumMap<>(Skill.class);
        if (sittings(student) < SITTINGS_FOR_SKILLS) {
            return found;
        }
        Map<Skill, List<Observation>> some = new EnumMap<>(Skill.class);
        for (TaskWork each : work) {
            for (Map.Entry<Skill, MarkedScript.Sum> entry : each.bySkill().entrySet()) {
                if (each.student() == student && entry.getValue().outOf().halves() > 0) {
                    double share = Math.clamp(entry.getValue().share(), 0, 1);
                    some.computeIfAbsent(entry.getKey(), any -> new ArrayList<>())
                            .add(new Observation(student, each.task(), share));
                }
            }
        }
        of(student).ifPresent(overall -> some.forEach((skill, seen) -> found.put(skill, at(seen, overall))));
        return found;
    }

    private Level at(List<Observation> some, Level overall) {
        return Levels.at(some, levels.tasks(), new Prior(overall.value(), APART));
    }

    /** The chance of a student at a task, as its expected share; the prior stands for what was not seen. */
    public double chance(long student, int rating, long task, Task.Level level) {
        double ofStudent =
                of(student).map(Level::value).orElse(Prior.ofRating(rating).mean());
        double ofTask = levels.task(task).map(Level::value).orElse(prior(level).mean());
        return Levels.expected(ofStudent, ofTask);
    }
}
