package org.zeroply.print;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.xml.parsers.DocumentBuilderFactory;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDResources;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LessonDraft;
import org.zeroply.analysis.LessonReport;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Verdict;

class LessonPagesTest {
    /** Names and notes with everything that could break a page. */
    private static final String PGN = """
            [White "Ardley & <Sons>, Tom"]
            [Black "Żółkowska, Łucja"]
            [Result "*"]

            1. e4 {"quoted" <b>not bold</b> & so on} e5 2. f3 Nf6 3. g4 d5 4. Nh3 Bc5 *
            """;

    private record Case(Game game, Judgement judgement, LessonReport report) {}

    private static Case sample() throws IOException {
        PgnReader reader = new PgnReader(new ByteArrayInputStream(PGN.getBytes(StandardCharsets.UTF_8)));
        Game game = ((PgnEntry.Read) Objects.requireNonNull(reader.next())).game();
        List<Integer> main = game.tree().mainLine();
        List<Position> positions = game.tree().positionsAlong(main);
        List<Judgement.Point> points = new ArrayList<>();
        List<Move> played = new ArrayList<>();
        for (int ply = 0; ply < positions.size(); ply++) {
            Position position = positions.get(ply);
            points.add(new Judgement.Point(
                    position,
                    new Verdict(0, Math.max(0, 0.8 - 0.085 * (ply + ply % 2)), 0),
                    List.of(position.legalMoves().getFirst())));
            if (ply < main.size()) {
                played.add(game.tree().node(main.get(ply)).played());
            }
        }
        Judgement judgement = Judgement.of(points, played, 0.15);
        return new Case(
                game, judgement, LessonDraft.of(game, judgement, Side.WHITE, Optional.empty(), Language.ENGLISH));
    }

    private static String text(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return new PDFTextStripper().getText(document);
        }
    }

    private static byte[] pdf(Case of) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int pages = LessonPages.pdf(of.report(), of.judgement(), out);
        assertThat(pages).isBetween(1, 4);
        return out.toByteArray();
    }

    @Test
    void everythingIsOnThePagesInTheFontsThatShip() throws IOException {
        Case sample = sample();
        assertThat(sample.report().shownItems()).isNotEmpty();
        byte[] pdf = pdf(sample);
        String text = text(pdf);
        assertThat(text).contains("Lesson for Ardley & <Sons>, Tom").contains("Żółkowska, Łucja");
        for (LessonReport.Item item : sample.report().shownItems()) {
            assertThat(text).contains(item.heading());
        }
        // Letters that a font would join are still found and copied.
        assertThat(text).contains("What to train").contains("shows who stands better after each move");
        try (PDDocument document = Loader.loadPDF(pdf)) {
            for (PDPage page : document.getPages()) {
                PDResources resources = page.getResources();
                for (var name : resources.getFontNames()) {
                    assertThat(resources.getFont(name).isEmbedded()).isTrue();
                    assertThat(resources.getFont(name).getName()).containsAnyOf("Charis", "Lato");
                }
            }
        }
    }

    /** Whatever the number of moments, no page but the last is left with a blank foot. */
    @Test
    void noPageStaysBlankByAFifth() throws IOException {
        Case sample = sample();
        List<LessonReport.Item> items = sample.report().shownItems();
        assertThat(items).hasSizeGreaterThan(2);
        double worst = 0;
        for (int shown = 3; shown <= items.size(); shown++) {
            List<LessonReport.Item> some = items.subList(0, shown);
            LessonReport report = sample.report().withItems(some);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            LessonPages.pdf(report, sample.judgement(), out);
            worst = Math.max(worst, Setting.blank(out.toByteArray()));
        }
        assertThat(worst).isLessThan(0.2);
    }

    @Test
    void thePageForABrowserIsWellFormedWithItsDrawingsInIt() throws Exception {
        Case sample = sample();
        String html = LessonPages.html(sample.report(), sample.judgement());
        DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
        factory.setNamespaceAware(true);
        Document document =
                factory.newDocumentBuilder().parse(new ByteArrayInputStream(html.getBytes(StandardCharsets.UTF_8)));
        int drawings = document.getElementsByTagNameNS(Page.SVG, "svg").getLength();
        assertThat(drawings).isEqualTo(1 + sample.report().shownItems().size());
        assertThat(document.getElementsByTagName("b").getLength()).isZero();
        // Its letters are outlines, so that no machine's fonts play a part.
        assertThat(document.getElementsByTagNameNS(Page.SVG, "text").getLength())
                .isZero();
        assertThat(html).doesNotContain("http://www.w3.org/1999/xlink").doesNotContain("<script");
    }

    @Test
    void aDiagramShowsEveryManAndWhoIsToMove() throws IOException {
        Case sample = sample();
        byte[] png =
                LessonPages.pictures(sample.report(), sample.judgement(), 60).getFirst();
        BufferedImage page = ImageIO.read(new ByteArrayInputStream(png));
        assertThat(page.getWidth()).isEqualTo((int) Math.round(210 / 25.4 * 60));
        int dark = 0;
        for (int x = 0; x < page.getWidth(); x++) {
            for (int y = 0; y < page.getHeight(); y++) {
                dark += (page.getRGB(x, y) & 0xFF) < 100 ? 1 : 0;
            }
        }
        // Text and pieces in ink; a page without them would be nearly white.
        assertThat(dark).isGreaterThan(2_000);
        Page drawing = new Page();
        Diagram.write(drawing, Position.START, Side.BLACK, 50);
        String svg = drawing.finish();
        assertThat(svg.split("<g ", -1)).hasSize(33);
        assertThat(svg).contains("<circle");
    }

    @Test
    void whatIsLeftOutIsNotPrinted() throws IOException {
        Case sample = sample();
        LessonReport.Item first = sample.report().shownItems().getFirst();
        LessonReport without =
                sample.report().with(first.shown(false)).withTrain("").withTitle("Only this");
        String text = text(pdf(new Case(sample.game(), sample.judgement(), without)));
        assertThat(text).contains("Only this").doesNotContain(first.heading()).doesNotContain("What to train");
    }
}
