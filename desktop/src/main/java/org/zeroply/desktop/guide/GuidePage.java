package org.zeroply.desktop.guide;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URL;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import javafx.scene.image.ImageView;
import javafx.scene.layout.VBox;
import javafx.scene.text.Text;
import javafx.scene.text.TextFlow;
import org.commonmark.node.AbstractVisitor;
import org.commonmark.node.BulletList;
import org.commonmark.node.Code;
import org.commonmark.node.HardLineBreak;
import org.commonmark.node.Heading;
import org.commonmark.node.Image;
import org.commonmark.node.ListItem;
import org.commonmark.node.Node;
import org.commonmark.node.Paragraph;
import org.commonmark.node.SoftLineBreak;
import org.commonmark.node.StrongEmphasis;
import org.commonmark.parser.Parser;

/** One page of the guide, as paragraphs of the window's own type. Links are shown as their text; pages are listed beside. */
public final class GuidePage extends VBox {
    /** The pages in their order, by the names of their files. */
    public static final List<String> NAMES = List.of(
            "today",
            "teaching",
            "cards",
            "games",
            "reading",
            "ledger",
            "calculation",
            "questions",
            "defence",
            "judging",
            "repertoire",
            "tasks",
            "register",
            "setting-up",
            "lesson",
            "workbook",
            "everywhere",
            "care");

    /** Width of a picture. */
    private static final double PICTURE = 600;

    private GuidePage() {
        super(8);
        getStyleClass().add("guide-page");
    }

    public static GuidePage of(String name) {
        GuidePage page = new GuidePage();
        try (InputStream in = GuidePage.class.getResourceAsStream("/org/zeroply/guide/" + name + ".md")) {
            String text = new String(
                    Objects.requireNonNull(in, "the guide has no page " + name).readAllBytes(), StandardCharsets.UTF_8);
            Parser.builder().build().parse(text).accept(page.new Writer());
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
        return page;
    }

    /** Turns a page into nodes, block by block. */
    private final class Writer extends AbstractVisitor {
        private TextFlow flow = new TextFlow();
        private String style = "guide-text";
        private boolean inItem;

        private void block(String blockStyle, String textStyle, Node block) {
            flow = new TextFlow();
            flow.getStyleClass().add(blockStyle);
            getChildren().add(flow);
            style = textStyle;
            visitChildren(block);
            style = "guide-text";
        }

        private void write(String said, String textStyle) {
            Text text = new Text(said);
            text.getStyleClass().add(textStyle);
            flow.getChildren().add(text);
        }

        @Override
        public void visit(Heading heading) {
            block("guide-block", heading.getLevel() == 1 ? "guide-title" : "guide-heading", heading);
        }

        @Override
        public void visit(Paragraph paragraph) {
            if (inItem) {
                visitChildren(paragraph);
            } else {
                block("guide-block", "guide-text", paragraph);
            }
        }

        /** A picture of the documents, as wide as the page; where it is missing, what it shows is said. */
        @Override
        public void visit(Image image) {
            String name = image.getDestination().replaceFirst("^\\.\\./", "/org/zeroply/");
            URL found = GuidePage.class.getResource(name);
            if (found == null) {
                visitChildren(image);
                return;
            }
            ImageView picture = new ImageView(new javafx.scene.image.Image(found.toString(), true));
            picture.setPreserveRatio(true);
            picture.setFitWidth(PICTURE);
            flow.getChildren().add(picture);
        }

        @Override
        public void visit(BulletList list) {
            visitChildren(list);
        }

        @Override
        public void visit(ListItem item) {
            flow = new TextFlow();
            flow.getStyleClass().add("guide-item");
            getChildren().add(flow);
            inItem = true;
            write("–  ", "guide-text");
            visitChildren(item);
            inItem = false;
        }

        @Override
        public void visit(StrongEmphasis strong) {
            String before = style;
            style = "guide-strong";
            visitChildren(strong);
            style = before;
        }

        @Override
        public void visit(Code code) {
            write(code.getLiteral(), "guide-code");
        }

        @Override
        public void visit(SoftLineBreak softBreak) {
            write(" ", style);
        }

        @Override
        public void visit(HardLineBreak hardBreak) {
            write("\n", style);
        }

        @Override
        public void visit(org.commonmark.node.Text text) {
            write(text.getLiteral(), style);
        }
    }
}
