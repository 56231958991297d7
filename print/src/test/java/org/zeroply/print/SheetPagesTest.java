package org.zeroply.print;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.Color;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import javax.imageio.ImageIO;
import org.apache.batik.transcoder.TranscoderException;
import org.apache.batik.transcoder.TranscoderInput;
import org.apache.batik.transcoder.TranscoderOutput;
import org.apache.batik.transcoder.image.PNGTranscoder;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.gametree.OwnMark.Kind;
import org.zeroply.gametree.OwnMark.Pencil;
import org.zeroply.ledger.ConceptMap;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.showing.Card;
import org.zeroply.showing.CardSheet;
import org.zeroply.showing.Face;
import org.zeroply.showing.Shown;
import org.zeroply.showing.Sketch;
import org.zeroply.task.Opinion;

/** Sheets and own marks on paper. */
class SheetPagesTest {
    private static final Position START = Fen.position("2r3k1/3b1ppp/1q2p3/p2pP3/3P4/P2Q4/1P1N1PPP/4R1K1 w - - 0 20");

    /** The width of a board of 40 mm at 300 dots an inch. */
    private static final float SMALL = 472;

    private static final int INK = 80;

    private static CardSheet sheet() {
        GameTree tree = GameTree.of(START);
        GameTree.Edit edit = tree.add(GameTree.ROOT, Objects.requireNonNull(San.read(START, "Nb3")));
        tree = edit.tree().with(Opinion.WHITE_BETTER.on(edit.tree().node(edit.focus())));
        tree = tree.add(GameTree.ROOT, Objects.requireNonNull(San.read(START, "b3")))
                .tree();
        Card position = Card.of(new Face.Board(tree), Side.WHITE)
                .withQuestion("Meet it & say <why>.")
                .withHints(List.of("Which piece does least?"))
                .withNote("Never shown.");
        Card map = Card.of(
                        new Face.Maps(
                                START,
                                null,
                                List.of(new Face.MapView(
                                        ConceptMap.Wish.onEmptyBoard(ConceptMap.Kind.ATTACKS, PieceType.KNIGHT),
                                        Face.When.NOW))),
                        Side.WHITE)
                .withQuestion("How far does a knight see?");
        Card sketch =
                Card.of(new Face.Sketched(Sketch.EMPTY.with(Square.D4, Piece.WHITE_KNIGHT), List.of()), Side.WHITE);
        List<Card> cards = new ArrayList<>(List.of(position, map, sketch));
        cards.add(Card.of(new Face.Words("A knight wants a square."), Side.WHITE));
        return new CardSheet("Where knights belong", cards);
    }

    private static String text(byte[] pdf) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            return new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
        }
    }

    @Test
    void aHandoutGivesAnswersOnlyWhereTheyAreWanted() throws IOException {
        for (int boards = SheetPages.FEWEST; boards <= SheetPages.MOST; boards++) {
            ByteArrayOutputStream without = new ByteArrayOutputStream();
            SheetPages.pdf(new SheetPages.Handout(sheet(), boards, false, Language.ENGLISH), without);
            assertThat(text(without.toByteArray()))
                    .contains("Where knights belong", "1. Meet it & say <why>.", "A knight wants a square.")
                    .doesNotContain("Nb3", "White is better", "Never shown", "does least", "16 squares");
        }
        ByteArrayOutputStream with = new ByteArrayOutputStream();
        SheetPages.pdf(new SheetPages.Handout(sheet(), 4, true, Language.GERMAN), with);
        assertThat(text(with.toByteArray()))
                .contains("20.Sb3, White is better", "20.b3")
                .doesNotContain("Never shown");
    }

    @Test
    void theFileForABrowserNeedsNothingElseAndKeepsTheNoteBack() {
        String page = SheetPages.browser(sheet(), Language.ENGLISH);
        assertThat(page)
                .contains("<details><summary>Hint 1</summary>", "20.Nb3, White is better", "class=\"steps\"")
                .doesNotContain("Never shown")
                .doesNotContain("src=")
                .doesNotContain("href=");
        assertThat(page.replace(Page.SVG, "").replace("http://www.w3.org/1999/xhtml", ""))
                .doesNotContain("http");
    }

    @Test
    void mapsAreWrittenAsDrawingPictureAndPage() throws IOException {
        ConceptMap map = ConceptMap.of(
                ConceptMap.Wish.onEmptyBoard(ConceptMap.Kind.TWO_MOVES, PieceType.KNIGHT), Position.START);
        Shown.MapShown shown = Shown.MapShown.whole(map, Side.WHITE);
        assertThat(SheetPages.svg(shown)).startsWith("<svg").contains("knight: squares within two moves");
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        SheetPages.png(shown, png);
        BufferedImage picture = ImageIO.read(new ByteArrayInputStream(png.toByteArray()));
        assertThat(picture.getWidth()).isEqualTo(1200);
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        assertThat(SheetPages.mapsPdf("Knights", List.of(shown, shown), pdf)).isBetween(1, 2);
    }

    // ---- own marks in small print

    private static OwnMark mark(Kind kind) {
        return switch (kind) {
            case RING, HATCH -> OwnMark.on(kind, Pencil.AMBER, Square.C5);
            case TAG -> OwnMark.tag(Pencil.AMBER, Square.C5, "a");
            case PATH, THREAT -> OwnMark.along(kind, Pencil.AMBER, Square.B6, Square.B4);
            case REGION -> new OwnMark(kind, Pencil.AMBER, List.of(Square.A7, Square.B7, Square.B8), "");
        };
    }

    /** A board in greys, as a printer without colour gives it. */
    private static BufferedImage printed(Position position, List<OwnMark> marks) throws IOException {
        Page page = new Page();
        Diagram.write(page, position, Side.WHITE, marks, 40);
        PNGTranscoder transcoder = new PNGTranscoder();
        transcoder.addTranscodingHint(PNGTranscoder.KEY_WIDTH, SMALL);
        transcoder.addTranscodingHint(PNGTranscoder.KEY_BACKGROUND_COLOR, Color.WHITE);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            transcoder.transcode(
                    new TranscoderInput(new StringReader(page.finish().replaceFirst("<!DOCTYPE html>\n", ""))),
                    new TranscoderOutput(out));
        } catch (TranscoderException broken) {
            throw new IOException(broken);
        }
        BufferedImage colour = ImageIO.read(new ByteArrayInputStream(out.toByteArray()));
        BufferedImage grey = new BufferedImage(colour.getWidth(), colour.getHeight(), BufferedImage.TYPE_BYTE_GRAY);
        grey.getGraphics().drawImage(colour, 0, 0, Color.WHITE, null);
        return grey;
    }

    @ParameterizedTest
    @EnumSource(Kind.class)
    void aMarkIsSeenWithoutColourOnASmallBoardAndLeavesEveryOutline(Kind kind) throws IOException {
        BufferedImage plain = printed(START, List.of());
        BufferedImage bare = printed(Fen.position("4k3/8/8/8/8/8/8/4K3 w - - 0 1"), List.of());
        BufferedImage marked = printed(START, List.of(mark(kind)));
        int seen = 0;
        for (int x = 0; x < plain.getWidth(); x++) {
            for (int y = 0; y < plain.getHeight(); y++) {
                int before = plain.getRaster().getSample(x, y, 0);
                int after = marked.getRaster().getSample(x, y, 0);
                boolean isOutline = before < INK && bare.getRaster().getSample(x, y, 0) > 2 * INK;
                if (isOutline) {
                    assertThat(after).as("%s at %d, %d", kind, x, y).isEqualTo(before);
                }
                seen += before - after > INK ? 1 : 0;
            }
        }
        assertThat(seen).as("pixels that are clearly darker").isGreaterThan(40);
    }
}
