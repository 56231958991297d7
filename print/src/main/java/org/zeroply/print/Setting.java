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
import org.apache.pdfbox.rendering.ImageType;
import org.apache.pdfbox.rendering.PDFRenderer;

/** Sets an XHTML page as PDF or as pictures, with our fonts and styles. */
final class Setting {
    private static final float COARSE = 24;
    private static final int INKED = 0xE0;

    /** The margins of a page, as shares of its height; see the style sheet. */
    private static final double TOP_MARGIN = 17.0 / 297;

    private static final double FOOT_MARGIN = 18.0 / 297;

    private Setting() {}

    /** Opens a page with its head and styles; two elements are open afterwards. */
    static void begin(Page page, String title) {
        begin(page, title, "");
    }

    /** @param more styles after the usual ones */
    static void begin(Page page, String title, String more) {
        page.open("html", "xmlns", "http://www.w3.org/1999/xhtml", "lang", "en");
        page.open("head");
        page.empty("meta", "charset", "UTF-8");
        page.empty("meta", "name", "viewport", "content", "width=device-width, initial-scale=1");
        page.open("title").text(title).close();
        page.open("style").text(styles() + more).close();
        page.close();
        page.open("body");
    }

    private static String styles() {
        try (InputStream in = Setting.class.getResourceAsStream("report.css")) {
            return new String(
                    Objects.requireNonNull(in, "report.css is missing").readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
    }

    /** Writes a page as PDF; gives the number of pages. The stream stays open. */
    static int pdf(String html, OutputStream out) throws IOException {
        return write(set(html), out);
    }

    /** Writes what was set; gives the number of pages. */
    static int write(byte[] bytes, OutputStream out) throws IOException {
        out.write(bytes);
        try (PDDocument document = Loader.loadPDF(bytes)) {
            return document.getNumberOfPages();
        }
    }

    /** The page as PDF. */
    static byte[] set(String html) throws IOException {
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

    static List<byte[]> pictures(String html, float dotsPerInch) throws IOException {
        return pictures(set(html), dotsPerInch);
    }

    /** What was set as pictures. */
    static List<byte[]> pictures(byte[] bytes, float dotsPerInch) throws IOException {
        List<byte[]> pages = new ArrayList<>();
        try (PDDocument document = Loader.loadPDF(bytes)) {
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

    /** The share of the emptiest page but the last that is blank below what stands on it, 0 to 1; the margins left out. */
    static double blank(byte[] bytes) throws IOException {
        double most = 0;
        try (PDDocument document = Loader.loadPDF(bytes)) {
            PDFRenderer renderer = new PDFRenderer(document);
            for (int i = 0; i < document.getNumberOfPages() - 1; i++) {
                BufferedImage page = renderer.renderImageWithDPI(i, COARSE, ImageType.GRAY);
                double top = page.getHeight() * TOP_MARGIN;
                double foot = page.getHeight() * (1 - FOOT_MARGIN);
                most = Math.max(most, (foot - lastInked(page, (int) foot)) / (foot - top));
            }
        }
        return most;
    }

    private static int lastInked(BufferedImage page, int foot) {
        for (int y = foot - 1; y > 0; y--) {
            for (int x = 0; x < page.getWidth(); x++) {
                if ((page.getRGB(x, y) & 0xFF) < INKED) {
                    return y;
                }
            }
        }
        return 0;
    }
}
