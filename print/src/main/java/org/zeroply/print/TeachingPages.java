package org.zeroply.print;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/** Pages around lessons and events: after the lesson, between rounds, the plan to an event, the term. All of one make. */
public final class TeachingPages {
    private static final double DIAGRAM_MILLIMETRES = 52;

    /** ISO 216 A6. */
    private static final String SMALL = "\n@page { size: 105mm 148mm; margin: 9mm; }";

    private TeachingPages() {}

    /**
     * A diagram with a line under it.
     *
     * @param marks what the coach drew on it
     */
    public record Shown(Position position, Side bottom, List<OwnMark> marks, String legend) {
        public Shown {
            marks = List.copyOf(marks);
        }
    }

    /**
     * A part under a heading of its own.
     *
     * @param heading empty for none
     * @param lines a paragraph each
     * @param rows of a table, the first its head; empty for none
     */
    public record Part(String heading, List<String> lines, List<List<String>> rows) {
        public Part {
            lines = List.copyOf(lines);
            rows = rows.stream().map(List::copyOf).toList();
        }

        public static Part of(String heading, List<String> lines) {
            return new Part(heading, lines, List.of());
        }
    }

    /**
     * A page.
     *
     * @param occasion under the title
     * @param isSmall for the pocket: a quarter of the usual paper
     */
    public record Contents(String title, String occasion, List<Part> parts, List<Shown> shown, boolean isSmall) {
        public Contents(String title, String occasion, List<Part> parts, List<Shown> shown) {
            this(title, occasion, parts, shown, false);
        }

        public Contents {
            parts = List.copyOf(parts);
            shown = List.copyOf(shown);
        }
    }

    /** The page for a browser. */
    public static String html(Contents contents) {
        Page page = new Page();
        Setting.begin(page, contents.title(), contents.isSmall() ? SMALL : "");
        page.line("h1", "title", contents.title());
        if (!contents.occasion().isEmpty()) {
            page.line("p", "occasion", contents.occasion());
        }
        for (Part part : contents.parts()) {
            if (part.lines().isEmpty() && part.rows().isEmpty()) {
                continue;
            }
            if (!part.heading().isEmpty()) {
                page.line("h2", "part", part.heading());
            }
            part.lines().forEach(line -> page.line("p", "", line));
            table(page, part.rows());
        }
        if (!contents.shown().isEmpty()) {
            page.line("h2", "part", Words.of("teaching.positions"));
            page.open("table", "class", "moment").open("tr");
            for (Shown shown : contents.shown()) {
                page.open("td", "class", "diagram", "style", "width: " + (DIAGRAM_MILLIMETRES + 4) + "mm");
                Diagram.write(page, shown.position(), shown.bottom(), shown.marks(), DIAGRAM_MILLIMETRES);
                page.line("p", "legend", shown.legend());
                page.close();
            }
            page.close().close();
        }
        page.close();
        page.close();
        return page.finish();
    }

    private static void table(Page page, List<List<String>> rows) {
        if (rows.isEmpty()) {
            return;
        }
        page.open("table", "class", "rows");
        for (int i = 0; i < rows.size(); i++) {
            page.open("tr");
            for (String cell : rows.get(i)) {
                page.open(i == 0 ? "th" : "td").text(cell).close();
            }
            page.close();
        }
        page.close();
    }

    /** Writes it as a PDF; gives the number of pages. The stream stays open. */
    public static int pdf(Contents contents, OutputStream out) throws IOException {
        return Setting.pdf(html(contents), out);
    }
}
