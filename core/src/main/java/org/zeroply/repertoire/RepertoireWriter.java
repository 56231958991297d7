package org.zeroply.repertoire;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Position;

/**
 * A repertoire as a game with variations, so that any program can show it and {@link RepertoireReader} reads the same
 * again. What follows a position is written where it comes first; other orders of moves end there.
 */
public final class RepertoireWriter {
    private RepertoireWriter() {}

    private record Item(int node, int game) {}

    public static GameTree tree(Repertoire repertoire) {
        GameTree.Builder tree = new GameTree.Builder(Position.START);
        Set<Integer> written = new HashSet<>();
        Deque<Item> open = new ArrayDeque<>(List.of(new Item(Repertoire.ROOT, GameTree.ROOT)));
        while (!open.isEmpty()) {
            Item item = open.pop();
            if (!written.add(item.node())) {
                continue;
            }
            Deque<Item> next = new ArrayDeque<>();
            for (Edge edge : repertoire.node(item.node()).edges()) {
                int child = tree.add(item.game(), edge.move());
                tree.after(child, EdgeText.comment(edge));
                for (Command command : EdgeText.commands(edge)) {
                    tree.command(child, command);
                }
                next.push(new Item(edge.to(), child));
            }
            // Last in is first out: turned round, the first move is followed first.
            next.forEach(open::push);
        }
        return tree.build();
    }
}
