package org.zeroply.task;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** Tasks as tests need them. */
final class Papers {
    private Papers() {}

    /** A file of tasks that must have no faults. */
    static Paper read(String pgn) {
        TaskPgn.Contents contents = contents(pgn);
        if (!contents.faults().isEmpty() || !contents.gameFaults().isEmpty()) {
            throw new AssertionError(contents.faults() + " " + contents.gameFaults());
        }
        return contents.paper();
    }

    static TaskPgn.Contents contents(String pgn) {
        try {
            return TaskPgn.read(new ByteArrayInputStream(pgn.getBytes(StandardCharsets.UTF_8)));
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
    }

    /** The node at the end of a line of names. */
    static int node(GameTree tree, String line) {
        int node = GameTree.ROOT;
        for (String name : line.split(" ")) {
            node = Objects.requireNonNull(tree.child(node, move(tree.positionAt(node), name)), name)
                    .id();
        }
        return node;
    }

    static Move move(Position position, String name) {
        return Objects.requireNonNull(San.read(position, name), name);
    }

    static MarkedScript mark(Task task, String choice, String... rows) {
        return Marker.mark(task, Script.of(choice, List.of(rows)), List.of());
    }

    /** What each item earned, in order, such as "5 4 - 2". */
    static String earned(MarkedScript marked) {
        return String.join(
                " ",
                marked.items().stream()
                        .map(item ->
                                item.earned().isZero() ? "-" : item.earned().plain())
                        .toList());
    }
}
