package org.zeroply.asking;

import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.LineCheck;
import org.zeroply.rules.Move;
import org.zeroply.search.MateTree;

/**
 * What a question gave, ready to be shown.
 *
 * @param headline the answer in one sentence
 * @param grounds what it rests on; empty if nothing is claimed
 * @param drawn over the board, while no row is chosen
 * @param facts the same for machines
 * @param solution a proven mate that can be taken into the game as a whole; else null
 * @param seed of what a task can be made; else null
 * @param isRefusal whether it could not be asked
 */
public record QuestionReport(
        String headline,
        String grounds,
        List<Row> rows,
        List<Drawn> drawn,
        Fact facts,
        @Nullable MateTree solution,
        @Nullable TaskSeed seed,
        boolean isRefusal) {
    public QuestionReport {
        rows = List.copyOf(rows);
        drawn = List.copyOf(drawn);
    }

    /** A report without marks, or anything that could be taken in. */
    public static QuestionReport of(String headline, String grounds, List<Row> rows, Fact facts) {
        return new QuestionReport(headline, grounds, rows, List.of(), facts, null, null, false);
    }

    /** Why it cannot be asked here, or not like that. */
    public static QuestionReport refused(String reason) {
        return new QuestionReport(
                sentence(reason), "", List.of(), List.of(), Fact.named("refused", reason), null, null, true);
    }

    public QuestionReport withDrawn(List<? extends Drawn> over) {
        return new QuestionReport(headline, grounds, rows, List.copyOf(over), facts, solution, seed, isRefusal);
    }

    public QuestionReport withSolution(MateTree tree) {
        return new QuestionReport(headline, grounds, rows, drawn, facts, tree, seed, isRefusal);
    }

    public QuestionReport withSeed(TaskSeed of) {
        return new QuestionReport(headline, grounds, rows, drawn, facts, solution, of, isRefusal);
    }

    /** With a capital letter at its beginning. */
    static String sentence(String text) {
        return text.isEmpty() ? text : text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
    }

    /**
     * One row.
     *
     * @param text moves or a word, in the face of moves
     * @param detail what is to be said of them
     * @param emphasis how much it stands out
     * @param line the moves from the asked position up to this row; empty if it cannot be played
     * @param drawn over the board while it is chosen
     * @param finding what a line check found, which can be taken in; else null
     * @param asks what the question is asked with instead if the row is taken, as if it had been typed; empty for nothing
     * @param children the rows under it, made when they are opened
     */
    public record Row(
            String text,
            String detail,
            Emphasis emphasis,
            List<Move> line,
            List<Drawn> drawn,
            LineCheck.@Nullable Finding finding,
            String asks,
            boolean hasChildren,
            Supplier<List<Row>> children) {
        public Row {
            line = List.copyOf(line);
            drawn = List.copyOf(drawn);
        }

        /** A row that can be played. */
        public static Row of(String text, String detail, Emphasis emphasis, List<Move> line) {
            return new Row(text, detail, emphasis, line, List.of(), null, "", false, List::of);
        }

        /** A row that only says something. */
        public static Row remark(String text, String detail, Emphasis emphasis) {
            return of(text, detail, emphasis, List.of());
        }

        public Row withDrawn(List<? extends Drawn> over) {
            return new Row(text, detail, emphasis, line, List.copyOf(over), finding, asks, hasChildren, children);
        }

        /** With rows under it, made when they are first asked for. */
        public Row over(boolean isThereAny, Supplier<List<Row>> under) {
            return new Row(text, detail, emphasis, line, drawn, finding, asks, isThereAny, under);
        }

        Row of(LineCheck.Finding found) {
            return new Row(text, detail, emphasis, line, drawn, found, asks, hasChildren, children);
        }

        /** A row that asks the question again when it is taken. */
        Row asking(String typed) {
            return new Row(text, detail, emphasis, line, drawn, finding, typed, hasChildren, children);
        }
    }

    /** How a row stands out: what answers the question, what is usual, what fails. */
    public enum Emphasis {
        STRONG,
        USUAL,
        WEAK
    }
}
