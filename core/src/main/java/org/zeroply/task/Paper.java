package org.zeroply.task;

import java.util.List;

/**
 * An ordered set of tasks.
 *
 * @param minutes for the whole paper; 0 for the sum of its tasks
 * @param mayPause whether the clock may be stopped during a sitting
 * @param isStrict whether illegal moves are taken while typing and found by the marker
 * @param showsDiagram whether the solver sees a diagram; otherwise a list of the men, for a real board
 */
public record Paper(
        String name, int minutes, boolean mayPause, boolean isStrict, boolean showsDiagram, List<Task> tasks) {
    public Paper {
        if (minutes < 0) {
            throw new IllegalArgumentException("the time of a paper must not be negative, was " + minutes);
        }
        name = name.strip();
        tasks = List.copyOf(tasks);
    }

    public static Paper of(String name, List<Task> tasks) {
        return new Paper(name, 0, false, false, true, tasks);
    }

    /** The time allowed, in minutes. */
    public int allowed() {
        return minutes > 0 ? minutes : minutesOfTasks();
    }

    /** The times of the tasks together. */
    public int minutesOfTasks() {
        return tasks.stream().mapToInt(Task::minutes).sum();
    }

    /** What one student can earn. */
    public Points outOf() {
        return tasks.stream().map(task -> AttainablePoints.of(task).points()).reduce(Points.ZERO, Points::plus);
    }

    public Paper withName(String next) {
        return new Paper(next, minutes, mayPause, isStrict, showsDiagram, tasks);
    }

    public Paper withTasks(List<Task> next) {
        return new Paper(name, minutes, mayPause, isStrict, showsDiagram, next);
    }
}
