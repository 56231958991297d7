package org.zeroply.analysis;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.notation.Signs;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Verdict;

/**
 * A game as one reads it in a book: the main line, each variation as a paragraph of its own set in by its depth, notes where
 * they belong.
 *
 * @param paragraphs in reading order, none without words
 */
public record GameText(List<Paragraph> paragraphs) {
    /** A long line without notes is broken after so many half-moves. */
    private static final int LONGEST = 20;

    public GameText {
        paragraphs = List.copyOf(paragraphs);
    }

    /**
     * Words that stand together.
     *
     * @param depth 0 for the main line, 1 for its variations, 2 for theirs
     */
    public record Paragraph(int depth, List<Run> runs) {
        public Paragraph {
            runs = List.copyOf(runs);
        }

        /** All of it without a difference between moves and words. */
        public String text() {
            return String.join(" ", runs.stream().map(Run::text).toList());
        }
    }

    /** A piece of a paragraph. */
    public sealed interface Run {
        String text();

        /** A move with its number where one is needed, and its sign. */
        record Played(int node, String text) implements Run {}

        /** What was said. */
        record Said(String text) implements Run {}
    }

    /** @param language whose piece letters name the moves */
    public static GameText of(GameTree tree, Language language) {
        return new Writing(tree, language).write();
    }

    /** A line still to be written, from a node on, and the position before it. */
    private record Line(int node, Position before, int depth) {}

    private static final class Writing {
        private final GameTree tree;
        private final Language language;
        private final List<Paragraph> paragraphs = new ArrayList<>();
        private final List<Run> runs = new ArrayList<>();

        /** What is still to be written, the next on top; files nest too deep for calls. */
        private final Deque<Line> lines = new ArrayDeque<>();

        Writing(GameTree tree, Language language) {
            this.tree = tree;
            this.language = language;
        }

        GameText write() {
            say(tree.root().after(), 0);
            end(0);
            if (!tree.root().children().isEmpty()) {
                lines.push(new Line(tree.root().children().getFirst(), tree.start(), 0));
            }
            while (!lines.isEmpty()) {
                write(lines.pop());
            }
            return new GameText(paragraphs);
        }

        /** Down to where it ends or variations come between. */
        private void write(Line line) {
            Position before = line.before();
            int id = line.node();
            boolean numbered = false;
            while (true) {
                GameNode node = tree.node(id);
                if (!node.before().isEmpty()) {
                    runs.add(new Run.Said(oneLine(node.before())));
                }
                runs.add(new Run.Played(id, move(before, node, numbered)));
                numbered = true;
                verdict(node);
                if (!node.after().isBlank()) {
                    say(node.after(), line.depth());
                    numbered = false;
                }
                Position after = before.play(node.played());
                int next = node.children().isEmpty() ? -1 : node.children().getFirst();
                List<Integer> siblings = tree.node(node.parent()).children();
                boolean branches = siblings.getFirst() == id && siblings.size() > 1;
                if (branches) {
                    if (next >= 0) {
                        lines.push(new Line(next, after, line.depth()));
                    }
                    for (int i = siblings.size() - 1; i > 0; i--) {
                        lines.push(new Line(siblings.get(i), before, line.depth() + 1));
                    }
                }
                if (branches || next < 0) {
                    end(line.depth());
                    return;
                }
                if (runs.size() >= LONGEST && line.depth() == 0 && after.sideToMove() == Side.WHITE) {
                    end(0);
                }
                before = after;
                id = next;
            }
        }

        private String move(Position before, GameNode node, boolean numbered) {
            boolean white = before.sideToMove() == Side.WHITE;
            String number = white ? before.moveNumber() + "." : numbered ? "" : before.moveNumber() + "...";
            StringBuilder text = new StringBuilder(number + San.write(before, node.played(), language));
            node.signs().forEach(sign -> text.append(Signs.suffix(sign)));
            return text.toString();
        }

        private void verdict(GameNode node) {
            Verdict.@Nullable Step stated = LineCheck.stated(node);
            if (stated != null) {
                runs.add(new Run.Said("(" + stated.text() + ")"));
            }
        }

        /** In the main line a note stands by itself, in a variation it goes on in the line. */
        private void say(String text, int depth) {
            if (text.isBlank()) {
                return;
            }
            if (depth > 0) {
                runs.add(new Run.Said(oneLine(text)));
                return;
            }
            end(depth);
            text.lines().filter(each -> !each.isBlank()).forEach(each -> {
                runs.add(new Run.Said(each.strip()));
                end(depth);
            });
        }

        private static String oneLine(String text) {
            return text.replaceAll("\\s+", " ").strip();
        }

        private void end(int depth) {
            if (!runs.isEmpty()) {
                paragraphs.add(new Paragraph(depth, runs));
                runs.clear();
            }
        }
    }
}
