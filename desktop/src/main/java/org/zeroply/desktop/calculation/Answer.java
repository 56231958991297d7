package org.zeroply.desktop.calculation;

import java.util.List;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.LineCheck;
import org.zeroply.desktop.board.Mark;
import org.zeroply.desktop.board.Trace;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.MateTree;
import org.zeroply.task.Task;

/**
 * What a question gave, ready to be shown: a sentence, what it rests on, and rows.
 *
 * @param node the node of the game at which it was asked
 * @param headline the answer in one sentence
 * @param grounds what it rests on; empty if nothing is claimed
 * @param marks letters on the board, shown while no row is chosen
 * @param traces paths on the board, shown while no row is chosen
 * @param solution a proven mate that can be taken into the game as a whole; else null
 * @param task what a task can be made of; else null
 */
public record Answer(
        CoachQuestion question,
        int node,
        Position position,
        String headline,
        String grounds,
        List<Row> rows,
        List<Mark> marks,
        List<Trace> traces,
        @Nullable MateTree solution,
        @Nullable Task task) {
    public Answer {
        rows = List.copyOf(rows);
        marks = List.copyOf(marks);
        traces = List.copyOf(traces);
    }

    Answer(
            CoachQuestion question,
            int node,
            Position position,
            String headline,
            String grounds,
            List<Row> rows,
            List<Mark> marks,
            List<Trace> traces,
            @Nullable MateTree solution) {
        this(question, node, position, headline, grounds, rows, marks, traces, solution, null);
    }

    Answer withTask(Task made) {
        return new Answer(question, node, position, headline, grounds, rows, marks, traces, solution, made);
    }

    /**
     * One row.
     *
     * @param text moves or a word, in the face of moves
     * @param detail what is to be said of them
     * @param emphasis how much it stands out
     * @param line the moves from the asked position up to this row; empty if it cannot be played
     * @param traces paths on the board while it is chosen
     * @param finding what a line check found, else null
     * @param children the rows under it, made when they are opened
     */
    public record Row(
            String text,
            String detail,
            Emphasis emphasis,
            List<Move> line,
            List<Trace> traces,
            LineCheck.@Nullable Finding finding,
            Supplier<List<Row>> children,
            boolean hasChildren) {
        public Row {
            line = List.copyOf(line);
            traces = List.copyOf(traces);
        }

        static Row plain(String text, String detail, Emphasis emphasis, List<Move> line) {
            return new Row(text, detail, emphasis, line, List.of(), null, List::of, false);
        }

        Row withTraces(List<Trace> drawn) {
            return new Row(text, detail, emphasis, line, drawn, finding, children, hasChildren);
        }
    }

    /** How a row stands out: what answers the question, what is usual, what fails. */
    public enum Emphasis {
        STRONG,
        USUAL,
        WEAK
    }
}
