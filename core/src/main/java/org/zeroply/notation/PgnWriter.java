package org.zeroply.notation;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * Writes games in PGN's export format: the seven roster tags first, lines of at most 80 columns, ASCII marks. Reading
 * the output gives the same tree. Two liberties: braces inside a note become round brackets, since PGN cannot hold
 * them, and a paragraph of a note is a comment of its own.
 */
public final class PgnWriter {
    private static final List<String> ROSTER = List.of("Event", "Site", "Date", "Round", "White", "Black", "Result");
    private static final int WIDTH = 80;

    private PgnWriter() {}

    public static String write(Game game) {
        StringBuilder out = new StringBuilder();
        try {
            write(game, out);
        } catch (IOException impossible) {
            throw new IllegalStateException(impossible);
        }
        return out.toString();
    }

    /** Appends one game and the empty line behind it. */
    public static void write(Game game, Appendable out) throws IOException {
        for (String name : ROSTER) {
            String value =
                    name.equals("Result") ? game.result().text() : game.tags().get(name);
            tag(out, name, value.isEmpty() ? unknown(name) : value);
        }
        Position start = game.tree().start();
        if (!start.equals(Position.START)) {
            tag(out, "SetUp", "1");
            tag(out, "FEN", Fen.write(start));
        }
        for (Map.Entry<String, String> tag : game.tags().values().entrySet()) {
            if (!ROSTER.contains(tag.getKey())) {
                tag(out, tag.getKey(), tag.getValue());
            }
        }
        out.append('\n');
        new Movetext(game.tree(), out).write(game.result().text());
        out.append('\n');
    }

    /** What the standard asks for in a roster tag that is not known. */
    private static String unknown(String name) {
        return name.equals("Date") ? "????.??.??" : "?";
    }

    /** Whether a tag only says that its value is not known, so that nothing is lost without it. */
    static boolean isUnknown(String name, String value) {
        return ROSTER.contains(name) && (value.isEmpty() || value.equals("?") || value.equals(unknown(name)));
    }

    private static void tag(Appendable out, String name, String value) throws IOException {
        out.append('[').append(name).append(" \"");
        out.append(value.replace("\\", "\\\\").replace("\"", "\\\"").replaceAll("[\\r\\n]+", " "));
        out.append("\"]\n");
    }

    /** Only the moves with their remarks, as one paragraph; for pasting a line elsewhere. */
    public static String movetext(GameTree tree) {
        StringBuilder out = new StringBuilder();
        try {
            new Movetext(tree, out).write("");
        } catch (IOException impossible) {
            throw new IllegalStateException(impossible);
        }
        return out.toString().strip();
    }

    /** The walk over the tree, without recursion, and the breaking of lines. */
    private static final class Movetext {
        private final GameTree tree;
        private final Appendable out;
        private final Board board;
        private int column;
        private boolean numberNeeded = true;
        private boolean tight;

        /** Codes of the moves made on the board, -1 for a pass. */
        private final Deque<Integer> made = new ArrayDeque<>();

        /** What is still to be written, the next step on top. */
        private final Deque<Step> steps = new ArrayDeque<>();

        private sealed interface Step {
            /** Writes a move, then plans its variations and what follows. */
            record Play(int node, boolean withVariations) implements Step {}

            /** Takes the last move back, before its alternatives are written. */
            record Rewind() implements Step {}

            /** Makes a move again, once its alternatives are written. */
            record Resume(int code) implements Step {}

            record Open() implements Step {}

            /** Closes a variation and takes its moves back, down to as many as were made before it. */
            record Close(int movesBefore) implements Step {}

            record FollowFirst(int node) implements Step {}
        }

        Movetext(GameTree tree, Appendable out) {
            this.tree = tree;
            this.out = out;
            this.board = tree.start().board();
        }

        void write(String result) throws IOException {
            remarks(tree.root());
            steps.push(new Step.FollowFirst(GameTree.ROOT));
            while (!steps.isEmpty()) {
                switch (steps.pop()) {
                    case Step.Play play -> play(tree.node(play.node()), play.withVariations());
                    case Step.Rewind rewind -> unmake();
                    case Step.Resume resume -> make(resume.code());
                    case Step.Open open -> {
                        word("(");
                        tight = true;
                        numberNeeded = true;
                    }
                    case Step.Close close -> {
                        tight = true;
                        word(")");
                        numberNeeded = true;
                        while (made.size() > close.movesBefore()) {
                            unmake();
                        }
                    }
                    case Step.FollowFirst follow -> followFirst(tree.node(follow.node()));
                }
            }
            if (!result.isEmpty()) {
                word(result);
            }
            out.append('\n');
        }

        private void followFirst(GameNode node) {
            if (!node.children().isEmpty()) {
                steps.push(new Step.Play(node.children().getFirst(), true));
            }
        }

        private void play(GameNode node, boolean withVariations) throws IOException {
            for (String paragraph : paragraphs(node.before())) {
                comment(paragraph);
            }
            Position before = board.position();
            Move move = node.played();
            if (before.sideToMove() == Side.WHITE) {
                word(before.moveNumber() + ".");
            } else if (numberNeeded) {
                word(before.moveNumber() + "...");
            }
            numberNeeded = false;
            String suffix =
                    node.signs().isEmpty() ? "" : Signs.suffix(node.signs().getFirst());
            word(San.write(before, move) + suffix);
            List<Integer> siblings = tree.node(node.parent()).children();
            int code = move.isPass() ? -1 : board.codeOf(move);
            make(code);
            for (int sign : suffix.isEmpty()
                    ? node.signs()
                    : node.signs().subList(1, node.signs().size())) {
                word("$" + sign);
            }
            remarks(node);
            steps.push(new Step.FollowFirst(node.id()));
            if (withVariations && siblings.size() > 1) {
                planVariations(siblings, code);
            }
        }

        /** Each sibling in brackets on the position before; the stack takes what is planned first last. */
        private void planVariations(List<Integer> siblings, int code) {
            steps.push(new Step.Resume(code));
            for (int i = siblings.size() - 1; i > 0; i--) {
                steps.push(new Step.Close(made.size() - 1));
                steps.push(new Step.Play(siblings.get(i), false));
                steps.push(new Step.Open());
            }
            steps.push(new Step.Rewind());
        }

        private void make(int code) {
            made.push(code);
            if (code < 0) {
                board.makePass();
            } else {
                board.make(code);
            }
        }

        private void unmake() {
            int code = made.pop();
            if (code < 0) {
                board.unmakePass();
            } else {
                board.unmake(code);
            }
        }

        private void remarks(GameNode node) throws IOException {
            if (node.move() == null) {
                for (int sign : node.signs()) {
                    word("$" + sign);
                }
            }
            List<String> paragraphs = paragraphs(node.after());
            StringBuilder commands = new StringBuilder();
            for (Command command : node.commands()) {
                commands.append("[%")
                        .append(command.name())
                        .append(' ')
                        .append(command.value())
                        .append("] ");
            }
            if (!commands.isEmpty()) {
                comment(commands + (paragraphs.isEmpty() ? "" : paragraphs.getFirst()));
                paragraphs = paragraphs.isEmpty() ? paragraphs : paragraphs.subList(1, paragraphs.size());
            }
            for (String paragraph : paragraphs) {
                comment(paragraph);
            }
        }

        private static List<String> paragraphs(String text) {
            return text.lines()
                    .map(String::strip)
                    .filter(line -> !line.isEmpty())
                    .toList();
        }

        private void comment(String text) throws IOException {
            String[] words = text.strip().replace('}', ')').split("\\s+");
            for (int i = 0; i < words.length; i++) {
                word((i == 0 ? "{" : "") + words[i] + (i == words.length - 1 ? "}" : ""));
            }
            numberNeeded = true;
        }

        /** A word with a blank or a line break before it, unless it belongs tightly to the one before. */
        private void word(String word) throws IOException {
            if (column > 0 && column + (tight ? 0 : 1) + word.length() > WIDTH) {
                // A line must not begin like a tag or an escape line, so such a word is set in by a blank.
                boolean setIn = word.startsWith("[") || word.startsWith("%");
                out.append(setIn ? "\n " : "\n");
                column = setIn ? 1 : 0;
            } else if (column > 0 && !tight) {
                out.append(' ');
                column++;
            }
            out.append(word);
            column += word.length();
            tight = false;
        }
    }
}
