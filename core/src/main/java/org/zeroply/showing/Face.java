package org.zeroply.showing;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.ledger.ConceptMap;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** What a card shows. */
public sealed interface Face {
    /** How the kind of card is called in texts and files. */
    default String key() {
        return switch (this) {
            case Board board -> "position";
            case Maps maps -> "map";
            case Sketched sketched -> "sketch";
            case Words words -> "words";
        };
    }

    /**
     * A position with its answer.
     *
     * @param tree the position with what is drawn on it, and the answer as its moves: the main line is released move by
     *     move, with what is drawn after each; its last move states the verdict
     */
    record Board(GameTree tree) implements Face {
        public List<OwnMark> marks(int node) {
            return CoachRemarks.of(tree.node(node)).marks();
        }

        /** The lines of the answer: the main line, then each branch from where it leaves another one. */
        public List<Line> lines() {
            List<Line> lines = new ArrayList<>();
            if (!tree.mainLine().isEmpty()) {
                lines.add(new Line(GameTree.ROOT, tree.mainLine()));
            }
            for (GameNode node : tree.table()) {
                if (node == null || node.parent() < 0) {
                    continue;
                }
                if (tree.node(node.parent()).children().getFirst() != node.id()) {
                    List<Integer> through = tree.lineThrough(node.id());
                    lines.add(new Line(node.parent(), through.subList(through.indexOf(node.id()), through.size())));
                }
            }
            return lines;
        }
    }

    /**
     * One map or two side by side.
     *
     * @param position for maps of a position, and for the king whose zone is meant
     * @param move with it made, for what shows the position after it, or the change; null for none
     */
    record Maps(Position position, @Nullable Move move, List<MapView> views) implements Face {
        public Maps {
            views = List.copyOf(views);
            if (views.isEmpty() || views.size() > 2) {
                throw new IllegalArgumentException("one map or two, not " + views.size());
            }
            boolean needsMove = views.stream().anyMatch(view -> view.when() != When.NOW);
            if (needsMove && (move == null || !position.accepts(move))) {
                throw new IllegalArgumentException("a map after a move needs one that is legal, was " + move);
            }
        }

        /** The map of a view, worked out. */
        public ConceptMap map(MapView view) {
            ConceptMap now = ConceptMap.of(view.wish(), position);
            if (view.when() == When.NOW || move == null) {
                return now;
            }
            ConceptMap after = ConceptMap.of(moved(view.wish()), position.play(move));
            return view.when() == When.AFTER ? after : now.until(after);
        }

        /** The piece of a wish where it stands after the move. */
        private ConceptMap.Wish moved(ConceptMap.Wish wish) {
            return move != null && move.from() == wish.from()
                    ? new ConceptMap.Wish(wish.kind(), wish.type(), move.to())
                    : wish;
        }
    }

    /**
     * A line of an answer.
     *
     * @param from the node that it leaves
     * @param nodes its moves, at least one
     */
    record Line(int from, List<Integer> nodes) {
        public Line {
            nodes = List.copyOf(nodes);
        }
    }

    record MapView(ConceptMap.Wish wish, When when) {}

    enum When {
        NOW,
        /** After the move of the card. */
        AFTER,
        /** What the move changes. */
        CHANGE
    }

    /** Anything, with what is drawn on it; nothing is calculated. */
    record Sketched(Sketch sketch, List<OwnMark> marks) implements Face {
        public Sketched {
            marks = List.copyOf(marks);
        }
    }

    /** Paragraphs, released one by one. */
    record Words(String text) implements Face {
        public List<String> paragraphs() {
            return text.lines()
                    .map(String::strip)
                    .filter(line -> !line.isEmpty())
                    .toList();
        }
    }
}
