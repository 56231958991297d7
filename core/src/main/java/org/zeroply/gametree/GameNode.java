package org.zeroply.gametree;

import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;

/**
 * One move of a game tree with what was said about it. The root has no move and stands for the start position.
 *
 * @param id stable through all edits of the tree; 0 for the root
 * @param parent the id of the move before, -1 for the root
 * @param move null for the root only
 * @param children the ids of the moves that follow, the main continuation first
 * @param before what was said before the first move of a variation; empty elsewhere
 * @param after what was said after the move; paragraphs are separated by line feeds
 * @param signs the signs given to the move, as numbers of the PGN standard (1 is a good move, 18 White is winning)
 * @param commands machine-readable remarks such as clock times, in their order
 */
public record GameNode(
        int id,
        int parent,
        @Nullable Move move,
        List<Integer> children,
        String before,
        String after,
        List<Integer> signs,
        List<Command> commands) {
    private static final Pattern CLOCK = Pattern.compile("(?:(\\d{1,4}):)?(\\d{1,4}):(\\d{1,2})(?:\\.\\d*)?");

    public GameNode {
        children = List.copyOf(children);
        signs = List.copyOf(signs);
        commands = List.copyOf(commands);
    }

    static GameNode bare(int id, int parent, @Nullable Move move) {
        return new GameNode(id, parent, move, List.of(), "", "", List.of(), List.of());
    }

    /** The move of a node that is not the root. */
    public Move played() {
        if (move == null) {
            throw new IllegalStateException("the root has no move");
        }
        return move;
    }

    /** What the mover's clock showed after the move, where the game says it. */
    public Optional<Duration> clock() {
        for (Command command : commands) {
            if (command.name().equals(Command.CLOCK)) {
                Matcher matcher = CLOCK.matcher(command.value());
                if (matcher.matches()) {
                    long hours = matcher.group(1) == null ? 0 : Long.parseLong(matcher.group(1));
                    return Optional.of(Duration.ofSeconds(
                            hours * 3600 + Long.parseLong(matcher.group(2)) * 60 + Long.parseLong(matcher.group(3))));
                }
            }
        }
        return Optional.empty();
    }

    public GameNode withChildren(List<Integer> next) {
        return new GameNode(id, parent, move, next, before, after, signs, commands);
    }

    public GameNode withBefore(String text) {
        return new GameNode(id, parent, move, children, text, after, signs, commands);
    }

    public GameNode withAfter(String text) {
        return new GameNode(id, parent, move, children, before, text, signs, commands);
    }

    public GameNode withSigns(List<Integer> next) {
        return new GameNode(id, parent, move, children, before, after, next, commands);
    }

    public GameNode withCommands(List<Command> next) {
        return new GameNode(id, parent, move, children, before, after, signs, next);
    }
}
