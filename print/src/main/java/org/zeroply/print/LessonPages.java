package org.zeroply.print;

import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LessonReport;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * A lesson report on paper and on screen. One XHTML text with the drawings in it as SVG is both: the page for a browser,
 * and the source from which the PDF is set with our fonts. Not for the interface thread: setting a report takes a second.
 */
public final class LessonPages {
    private static final double STRIP_MILLIMETRES = 170;

    /** The sizes of diagrams that are tried, the usual one first. */
    private static final double[] DIAGRAM_MILLIMETRES = {56, 50, 62, 44};

    /** So much of a page may stay blank below what stands on it before another size is tried. */
    private static final double BLANK = 0.2;

    private static final double GUTTER_MILLIMETRES = 4;

    private LessonPages() {}

    /** The report as a page that needs nothing else. */
    public static String html(LessonReport report, Judgement judgement) {
        return html(report, judgement, DIAGRAM_MILLIMETRES[0]);
    }

    private static String html(LessonReport report, Judgement judgement, double diagram) {
        Page page = new Page();
        Setting.begin(page, report.title());
        page.line("h1", "title", report.title());
        page.line("p", "occasion", report.occasion());
        page.line("p", "opening", report.opening());
        page.open("div", "class", "strip");
        List<LessonReport.Item> items = report.shownItems();
        StripPicture.write(
                page, judgement, items.stream().map(LessonReport.Item::ply).toList(), STRIP_MILLIMETRES);
        page.line("p", "legend", Words.of("print.legend"));
        page.close();
        page.line("p", "summary", report.summary());
        lines(page, Words.of("print.notes"), report.notes());
        for (int i = 0; i < items.size(); i++) {
            moment(page, i + 1, items.get(i), report.student(), diagram);
        }
        lines(page, Words.of("print.train"), report.train());
        page.close();
        page.close();
        return page.finish();
    }

    private static void lines(Page page, String heading, String text) {
        if (!text.isBlank()) {
            page.open("div", "class", "lines");
            page.line("h2", "", heading);
            text.lines().forEach(line -> page.line("p", "", line));
            page.close();
        }
    }

    /** The diagram at the left, what there is to say at its right; never torn between two pages. */
    private static void moment(Page page, int number, LessonReport.Item item, Side student, double diagram) {
        page.open("table", "class", "moment").open("tr");
        page.open("td", "class", "diagram", "style", "width: " + (diagram + GUTTER_MILLIMETRES) + "mm");
        Diagram.write(page, item.position(), student, item.marks(), diagram);
        page.close();
        page.open("td", "class", "said");
        page.open("h2")
                .open("span", "class", "number")
                .text(Integer.toString(number))
                .close();
        page.text(item.heading()).close();
        item.text().lines().forEach(line -> page.line("p", "", line));
        page.close();
        page.close().close();
    }

    /** Writes the report as a PDF of A4 pages; gives the number of pages. The stream stays open. */
    public static int pdf(LessonReport report, Judgement judgement, OutputStream out) throws IOException {
        return Setting.write(set(report, judgement), out);
    }

    /**
     * The pages as PNG pictures, for looking before printing.
     *
     * @param dotsPerInch how fine
     */
    public static List<byte[]> pictures(LessonReport report, Judgement judgement, float dotsPerInch)
            throws IOException {
        return Setting.pictures(set(report, judgement), dotsPerInch);
    }

    /** Diagrams a little smaller or larger, where that keeps the foot of a page from staying blank. */
    private static byte[] set(LessonReport report, Judgement judgement) throws IOException {
        byte[] best = {};
        double least = Double.MAX_VALUE;
        for (double diagram : DIAGRAM_MILLIMETRES) {
            byte[] set = Setting.set(html(report, judgement, diagram));
            double blank = Setting.blank(set);
            if (blank < least) {
                best = set;
                least = blank;
            }
            if (least <= BLANK) {
                break;
            }
        }
        return best;
    }
}
