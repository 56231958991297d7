package org.zeroply.store;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.zeroply.gametree.Command;
import org.zeroply.repertoire.Edge;
import org.zeroply.repertoire.EdgeText;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Tally;
import org.zeroply.rules.Move;

/**
 * A position of a repertoire as text. Each move is a row: the move, the node it leads to, the comment, then names and values
 * of its commands (see {@link EdgeText}), with tabs between; tabs, line breaks and backslashes in a text are escaped. A tally
 * is {@code move:games:won:drawn:lost} for each move, won and lost as White sees it.
 */
final class NodeText {
    private NodeText() {}

    /** A move that was read, before the position it stands in is known. */
    record Row(Move move, int to, String comment, List<Command> commands) {
        Edge edge(boolean ours) {
            return ours ? EdgeText.answer(move, to, comment, commands) : EdgeText.reply(move, to, comment, commands);
        }
    }

    static String edges(Repertoire.Node node) {
        return node.edges().stream().map(NodeText::row).collect(Collectors.joining("\n"));
    }

    private static String row(Edge edge) {
        List<String> fields = new ArrayList<>(
                List.of(edge.move().toString(), Integer.toString(edge.to()), escape(EdgeText.comment(edge))));
        for (Command command : EdgeText.commands(edge)) {
            fields.add(command.name());
            fields.add(escape(command.value()));
        }
        return String.join("\t", fields);
    }

    /**
     * @throws WorkbookException if it is damaged
     */
    static List<Row> rows(String edges) {
        List<Row> rows = new ArrayList<>();
        for (String line : edges.isEmpty() ? new String[0] : edges.split("\n")) {
            String[] fields = line.split("\t", -1);
            try {
                List<Command> commands = new ArrayList<>();
                for (int i = 3; i + 1 < fields.length; i += 2) {
                    commands.add(new Command(fields[i], unescape(fields[i + 1])));
                }
                rows.add(new Row(move(fields[0]), Integer.parseInt(fields[1]), unescape(fields[2]), commands));
            } catch (NumberFormatException | IndexOutOfBoundsException damaged) {
                throw new WorkbookException("a position of a repertoire is damaged: " + line, damaged);
            }
        }
        return rows;
    }

    private static Move move(String text) {
        Move move = Move.parse(text);
        if (move == null) {
            throw new WorkbookException("a position of a repertoire is damaged: no move " + text);
        }
        return move;
    }

    static String tally(Tally tally) {
        return tally.moves().stream()
                .map(each -> String.join(
                        ":",
                        each.move().toString(),
                        Integer.toString(each.games()),
                        Integer.toString(each.whiteWon()),
                        Integer.toString(each.drawn()),
                        Integer.toString(each.blackWon())))
                .collect(Collectors.joining(" "));
    }

    static Tally tally(String text) {
        List<Tally.Played> moves = new ArrayList<>();
        for (String each : text.isEmpty() ? new String[0] : text.split(" ")) {
            String[] fields = each.split(":");
            try {
                moves.add(new Tally.Played(
                        move(fields[0]),
                        Integer.parseInt(fields[1]),
                        Integer.parseInt(fields[2]),
                        Integer.parseInt(fields[3]),
                        Integer.parseInt(fields[4])));
            } catch (IllegalArgumentException | IndexOutOfBoundsException damaged) {
                throw new WorkbookException("a count of a repertoire is damaged: " + each, damaged);
            }
        }
        return new Tally(moves);
    }

    /** Keeps a text in one field of one row. */
    static String escape(String text) {
        return text.replace("\\", "\\\\")
                .replace("\t", "\\t")
                .replace("\r", "\\r")
                .replace("\n", "\\n");
    }

    static String unescape(String text) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c != '\\' || i + 1 == text.length()) {
                out.append(c);
                continue;
            }
            char next = text.charAt(++i);
            out.append(next == 't' ? '\t' : next == 'n' ? '\n' : next == 'r' ? '\r' : next);
        }
        return out.toString();
    }

    /** Whether two nodes are kept in the same way. */
    static boolean isSame(Repertoire.Node one, Repertoire.Node other) {
        return Objects.equals(one.edges(), other.edges()) && Objects.equals(one.tally(), other.tally());
    }
}
