package org.zeroply.finding;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.task.Task;

/**
 * An exercise that was made out of a judged game.
 *
 * @param task position, solution with the hasty moves as branches, themes, level and a drafted scheme
 * @param player who was to move in the game, as the game names them
 * @param isMissed whether that player went wrong there
 * @param tempting the natural move that fails; null if what was played is all that fails
 * @param margin what every other move gives away against the key, 0 to 1
 * @param depth half-moves of the look that says so, or {@link org.zeroply.search.CalculatedLine#EXACT}
 * @param hints three at most, the vaguest first
 * @param ply half-moves of the game before the position out of which it was made
 */
public record Exercise(
        Task task,
        ExerciseKind kind,
        String player,
        boolean isMissed,
        @Nullable Move tempting,
        double margin,
        int depth,
        List<String> hints,
        int ply) {
    public static final int MOST_HINTS = 3;

    public Exercise {
        hints = List.copyOf(hints);
        if (hints.size() > MOST_HINTS) {
            throw new IllegalArgumentException("three hints at most, were " + hints);
        }
        if (task.solution().mainLine().isEmpty()) {
            throw new IllegalArgumentException("an exercise has a solution");
        }
    }

    public Position position() {
        return task.start();
    }

    /** The one right move. */
    public Move key() {
        return task.solution().node(task.solution().mainLine().getFirst()).played();
    }

    /** The moves of the solution. */
    public List<Move> line() {
        return task.solution().mainLine().stream()
                .map(node -> task.solution().node(node).played())
                .toList();
    }

    public Exercise withTask(Task next) {
        return new Exercise(next, kind, player, isMissed, tempting, margin, depth, hints, ply);
    }
}
