package org.zeroply.desktop.lessons;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.zeroply.coaching.Lesson;
import org.zeroply.print.TeachingPages;
import org.zeroply.store.Workbook;

/** The upper part of the page after a lesson, as a picture for the guide. */
public final class AfterPicture {
    private static final float DOTS_PER_INCH = 110;
    private static final double UPPER_PART = 0.72;

    private AfterPicture() {}

    /** Draws the page of the lesson of a day that was closed. */
    public static void write(Workbook workbook, LocalDate day, Path target) throws IOException {
        Lesson closed = workbook.diary().lessons(day, day).stream()
                .filter(Lesson::isClosed)
                .findFirst()
                .orElseThrow();
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        TeachingPages.pdf(new TeachingPapers(workbook).afterTheLesson(closed, false), pdf);
        try (PDDocument document = Loader.loadPDF(pdf.toByteArray())) {
            BufferedImage page = new PDFRenderer(document).renderImageWithDPI(0, DOTS_PER_INCH);
            ImageIO.write(
                    page.getSubimage(0, 0, page.getWidth(), (int) (UPPER_PART * page.getHeight())),
                    "png",
                    target.toFile());
        }
    }
}
