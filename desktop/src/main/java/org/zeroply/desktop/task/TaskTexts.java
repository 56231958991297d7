package org.zeroply.desktop.task;

import java.util.Locale;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.task.Task;

/** Sentences about tasks. */
final class TaskTexts {
    private TaskTexts() {}

    /** Who is to move, and what was just played. */
    static String toMove(Task task) {
        Position start = task.start();
        boolean white = start.sideToMove() == Side.WHITE;
        Task.LastMove last = task.last();
        if (last == null) {
            return Texts.of(white ? "tasks.toMove.white" : "tasks.toMove.black");
        }
        int number = white ? start.moveNumber() - 1 : start.moveNumber();
        return Texts.of(
                white ? "tasks.toMove.white.last" : "tasks.toMove.black.last",
                number + (white ? "..." : ".") + last.san());
    }

    /** Time as a clock shows it: 4:05, or 1:04:05. */
    static String clock(long millis) {
        long seconds = (millis + 999) / 1000;
        long hours = seconds / 3600;
        return hours > 0
                ? String.format(Locale.ROOT, "%d:%02d:%02d", hours, seconds / 60 % 60, seconds % 60)
                : String.format(Locale.ROOT, "%d:%02d", seconds / 60, seconds % 60);
    }
}
