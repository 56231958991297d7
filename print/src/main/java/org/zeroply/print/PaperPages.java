package org.zeroply.print;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import org.zeroply.coaching.MarkedSitting;
import org.zeroply.coaching.Result;
import org.zeroply.coaching.Sitting;
import org.zeroply.notation.Language;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.task.AttainablePoints;
import org.zeroply.task.Item;
import org.zeroply.task.MarkedPage;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.SchemeRows;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;
import org.zeroply.words.Words;

/**
 * Papers to print: the tasks with lines to write on and no answers, the marking sheet with tree, scheme and boxes, and a
 * marked script. Not for the interface thread.
 */
public final class PaperPages {
    private static final double DIAGRAM_MILLIMETRES = 62;
    private static final double SMALL_MILLIMETRES = 50;
    private static final double TINY_MILLIMETRES = 38;
    private static final int FEWEST = 2;
    private static final int MOST = 6;

    /** Lines to write on for a task, by how many tasks stand on a page. */
    private static final int[] LINES = {0, 0, 13, 5, 4, 2, 1};

    private PaperPages() {}

    /** What is printed. */
    public sealed interface Sheet {
        /** @param perPage how many diagrams stand on a page, 2 to 6 */
        record Tasks(Paper paper, int perPage) implements Sheet {
            public Tasks {
                if (perPage < FEWEST || perPage > MOST) {
                    throw new IllegalArgumentException("2 to 6 diagrams stand on a page, not " + perPage);
                }
            }
        }

        record Marking(Paper paper) implements Sheet {}

        record Marked(Sitting sitting) implements Sheet {}
    }

    /** The sheet as a page for a browser. */
    public static String html(Sheet sheet) {
        return switch (sheet) {
            case Sheet.Tasks tasks -> tasks(tasks.paper(), tasks.perPage());
            case Sheet.Marking marking -> marking(marking.paper());
            case Sheet.Marked marked -> marked(marked.sitting());
        };
    }

    /** Writes the sheet as a PDF of A4 pages; gives the number of pages. The stream stays open. */
    public static int pdf(Sheet sheet, OutputStream out) throws IOException {
        return Setting.pdf(html(sheet), out);
    }

    /** The pages as PNG pictures. */
    public static List<byte[]> pictures(Sheet sheet, float dotsPerInch) throws IOException {
        return Setting.pictures(html(sheet), dotsPerInch);
    }

    // ---- the tasks

    private static String tasks(Paper paper, int perPage) {
        Page page = new Page();
        Setting.begin(page, paper.name());
        page.line("h1", "title", paper.name());
        page.line("p", "occasion", Words.of("paper.head", paper.tasks().size(), paper.allowed(), paper.outOf()));
        page.line("p", "name-line", Words.of("paper.name"));
        for (int i = 0; i < paper.tasks().size(); i++) {
            task(page, i + 1, paper.tasks().get(i), perPage);
        }
        page.close();
        page.close();
        return page.finish();
    }

    private static void task(Page page, int number, Task task, int perPage) {
        page.open("table", "class", "moment").open("tr");
        page.open("td", "class", "diagram");
        Diagram.write(
                page,
                task.start(),
                task.solver(),
                task.drawn(),
                perPage > 4 ? TINY_MILLIMETRES : perPage > 3 ? SMALL_MILLIMETRES : DIAGRAM_MILLIMETRES);
        page.close();
        page.open("td", "class", "said");
        heading(
                page,
                number,
                Words.of(
                        "paper.task",
                        task.kind().title(),
                        task.minutes(),
                        AttainablePoints.of(task).points()));
        page.line("p", "", toMove(task));
        page.line(
                "p",
                "summary",
                task.instruction().isEmpty() ? Words.of("paper.instruction." + task.kind()) : task.instruction());
        for (int i = 0; i < task.questions().size(); i++) {
            page.line("p", "", (i + 1) + ". " + task.questions().get(i).text());
            write(page, 1);
        }
        if (task.kind() == TaskKind.CALCULATE || task.kind() == TaskKind.CANDIDATES) {
            page.line("p", "write", Words.of("paper.choice"));
        }
        write(page, LINES[perPage]);
        page.close();
        page.close().close();
    }

    private static void write(Page page, int lines) {
        for (int i = 0; i < lines; i++) {
            page.open("div", "class", "write-line").text("\u00a0").close();
        }
    }

    private static void heading(Page page, int number, String text) {
        page.open("h2")
                .open("span", "class", "number")
                .text(Integer.toString(number))
                .close();
        page.text(text).close();
    }

    private static String toMove(Task task) {
        Position start = task.start();
        boolean white = start.sideToMove() == Side.WHITE;
        Task.LastMove last = task.last();
        String side = Words.of("side." + start.sideToMove());
        if (last == null) {
            return Words.of("paper.toMove", side);
        }
        int number = white ? start.moveNumber() - 1 : start.moveNumber();
        return Words.of("paper.toMove.last", side, number + (white ? "..." : ".") + last.san());
    }

    // ---- the marking sheet

    private static String marking(Paper paper) {
        Page page = new Page();
        Setting.begin(page, paper.name());
        page.line("h1", "title", Words.of("paper.marking", paper.name()));
        page.line("p", "name-line", Words.of("paper.name"));
        for (int i = 0; i < paper.tasks().size(); i++) {
            Task task = paper.tasks().get(i);
            page.open("table", "class", "moment").open("tr");
            page.open("td", "class", "diagram");
            Diagram.write(page, task.start(), task.solver(), task.drawn(), SMALL_MILLIMETRES);
            page.close();
            page.open("td", "class", "said");
            heading(
                    page,
                    i + 1,
                    Words.of(
                            "paper.task.marking",
                            task.kind().title(),
                            AttainablePoints.of(task).points()));
            page.line("p", "occasion", toMove(task));
            page.open("table", "class", "rows");
            for (SchemeRows.Row row : SchemeRows.of(task, Language.ENGLISH)) {
                row(page, row);
            }
            page.close();
            page.close();
            page.close().close();
        }
        page.close();
        page.close();
        return page.finish();
    }

    private static void row(Page page, SchemeRows.Row row) {
        String said = row.comment() + (row.comment().isEmpty() || row.opinion().isEmpty() ? "" : " · ") + row.opinion();
        page.open("tr");
        page.open("td", "class", row.isMain() ? "row-main" : "", "style", "padding-left: " + 3 * row.indent() + "mm");
        page.text(row.moves() + " ");
        page.line("span", "row-said", said);
        page.close();
        page.open("td", "class", "row-marks");
        for (SchemeRows.MarkCell cell : row.marks()) {
            Item.Group group = cell.group();
            boolean whole = group != null && !group.way().isOfParts();
            Points points = whole && cell.isFirst() && group != null
                    ? group.points()
                    : cell.item().points();
            String way = group == null ? "" : Words.of("way." + group.way()) + " · ";
            page.open("span", "class", "row-kind")
                    .text(way + cell.item().want().skill().title() + " ")
                    .close();
            // The box is for what was earned; beside it stands what there is.
            page.open("span", "class", "box").text("\u00a0\u00a0\u00a0").close();
            page.text(points.isZero() ? " " : " " + Words.of("paper.box", points) + " ");
        }
        page.close();
        page.close();
    }

    // ---- a marked script

    private static String marked(Sitting sitting) {
        Page page = new Page();
        Setting.begin(page, sitting.paper());
        MarkedSitting whole = MarkedSitting.of(sitting);
        Result result = whole.result();
        page.line("h1", "title", Words.of("paper.marked", sitting.student().name()));
        page.line(
                "p",
                "occasion",
                Words.of(
                        "paper.marked.head",
                        sitting.paper(),
                        result.points(),
                        result.outOf(),
                        result.millis() / 60_000));
        for (int i = 0; i < sitting.tasks().size(); i++) {
            Sitting.Attempt attempt = sitting.tasks().get(i);
            if (attempt.end() != Sitting.End.OPEN) {
                marked(page, i + 1, attempt, whole.scripts().get(i));
            }
        }
        page.close();
        page.close();
        return page.finish();
    }

    private static void marked(Page page, int number, Sitting.Attempt attempt, MarkedScript marked) {
        Task task = attempt.task();
        page.open("table", "class", "moment").open("tr");
        page.open("td", "class", "diagram");
        Diagram.write(page, task.start(), task.solver(), task.drawn(), SMALL_MILLIMETRES);
        page.close();
        page.open("td", "class", "said");
        heading(
                page,
                number,
                attempt.awarded().isZero()
                        ? Words.of("paper.points", marked.points(), marked.outOf())
                        : Words.of("paper.points.award", marked.points(), attempt.awarded(), marked.outOf()));
        page.line("p", "occasion", toMove(task));
        page.open("table", "class", "rows");
        MarkedPage read = MarkedPage.of(task, attempt.script(), marked);
        read.choice()
                .filter(MarkedPage.Choice::isMove)
                .ifPresent(choice ->
                        script(page, margin(choice.points()), choice.move(), Words.of("paper.marked.choice"), ""));
        for (MarkedPage.Row row : read.rows()) {
            script(page, row.points().toString(), row.inFull(), row.verdict(), row.uncounted());
        }
        page.close();
        if (!read.missed().isEmpty()) {
            page.line("p", "occasion", Words.of("paper.missing"));
            read.missed()
                    .forEach(each ->
                            page.line("p", "missing", each.worth() + "  " + each.label() + ": " + each.reason()));
        }
        page.close();
        page.close().close();
    }

    private static String margin(Points points) {
        return points.isZero() ? "" : points.toString();
    }

    private static void script(Page page, String points, String moves, String opinion, String remark) {
        page.open("tr");
        page.open("td", "class", "margin").text(points).close();
        page.open("td").text(moves);
        page.line("p", "occasion", remark);
        page.close();
        page.open("td", "class", "row-marks").text(opinion).close();
        page.close();
    }
}
