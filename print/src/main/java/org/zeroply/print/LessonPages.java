package org.zeroply.print;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import com.openhtmltopdf.util.XRLog;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
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
    private static final double DIAGRAM_MILLIMETRES = 56;

    private LessonPages() {}

    /** The report as a page that needs nothing else. */
    public static String html(LessonReport report, Judgement judgement) {
        Page page = new Page();
        page.open("html", "xmlns", "http://www.w3.org/1999/xhtml", "lang", "en");
        page.open("head");
        page.empty("meta", "charset", "UTF-8");
        page.open("title").text(report.title()).close();
        page.open("style").text(styles()).close();
        page.close();
        page.open("body");
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
            moment(page, i + 1, items.get(i), report.student());
        }
        lines(page, Words.of("print.train"), report.train());
        page.close();
        page.close();
        return page.finish();
    }

    private static String styles() {
        try (InputStream in = LessonPages.class.getResourceAsStream("report.css")) {
            return new String(
                    Objects.requireNonNull(in, "report.css is missing").readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
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
    private static void moment(Page page, int number, LessonReport.Item item, Side student) {
        page.open("table", "class", "moment").open("tr");
        page.open("td", "class", "diagram");
        Diagram.write(page, item.position(), student, DIAGRAM_MILLIMETRES);
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
        byte[] bytes = set(html(report, judgement));
        out.write(bytes);
        try (PDDocument document = Loader.loadPDF(bytes)) {
            return document.getNumberOfPages();
        }
    }

    private static byte[] set(String html) throws IOException {
        XRLog.setLoggingEnabled(false);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        PdfRendererBuilder builder = new PdfRendererBuilder();
        // An archive's rules allow embedded fonts alone, so that nobody looks for fonts on the machine.
        builder.usePdfAConformance(PdfRendererBuilder.PdfAConformance.PDFA_2_U);
        builder.useSVGDrawer(new BatikSVGDrawer());
        for (Fonts.Face face : Fonts.all()) {
            builder.useFont(
                    face::withoutLigatures,
                    face.family(),
                    face.weight(),
                    face.isItalic() ? FontStyle.ITALIC : FontStyle.NORMAL,
                    true);
        }
        builder.withHtmlContent(html, null);
        builder.toStream(bytes);
        builder.run();
        return bytes.toByteArray();
    }

    /**
     * The pages as PNG pictures, for looking before printing.
     *
     * @param dotsPerInch how fine
     */
    public static List<byte[]> pictures(LessonReport report, Judgement judgement, float dotsPerInch)
            throws IOException {
        List<byte[]> pages = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(set(html(report, judgement)))) {
            PDFRenderer renderer = new PDFRenderer(document);
            for (int i = 0; i < document.getNumberOfPages(); i++) {
                BufferedImage image = renderer.renderImageWithDPI(i, dotsPerInch);
                ByteArrayOutputStream png = new ByteArrayOutputStream();
                ImageIO.write(image, "png", png);
                pages.add(png.toByteArray());
            }
        }
        return pages;
    }
}
