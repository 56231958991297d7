package org.zeroply.print;

import java.awt.Color;
import java.io.IOException;
import java.io.OutputStream;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import org.apache.batik.transcoder.TranscoderException;
import org.apache.batik.transcoder.TranscoderInput;
import org.apache.batik.transcoder.TranscoderOutput;
import org.apache.batik.transcoder.image.PNGTranscoder;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.showing.Card;
import org.zeroply.showing.CardSheet;
import org.zeroply.showing.Face;
import org.zeroply.showing.Shown;
import org.zeroply.task.Opinion;
import org.zeroply.words.Words;

/**
 * Sheets on paper and for a browser: a handout with two to six boards a page, with or without the answers, and one file
 * that works by itself, in which boards are clicked through and answers folded. Maps as drawings of their own.
 */
public final class SheetPages {
    public static final int FEWEST = 2;
    public static final int MOST = 6;

    private static final double WIDE_PAGE = 168;
    private static final double MAP_MILLIMETRES = 120;

    /** Millimetres of a board by the number of boards a page. */
    private static final double[] BOARDS = {0, 0, 96, 74, 74, 52, 52};

    /** Rows to write on below a board, by the number of boards a page. */
    private static final int[] ROWS = {0, 0, 3, 2, 3, 2, 2};

    private static final double SCREEN_MILLIMETRES = 100;
    private static final double ANSWER_MILLIMETRES = 48;

    /** So many rows of squares make a picture sharp on any screen. */
    private static final float PIXELS = 1200;

    private SheetPages() {}

    /**
     * How a handout is made.
     *
     * @param boards a page, from {@link #FEWEST} to {@link #MOST}
     * @param language of the moves
     */
    public record Handout(CardSheet sheet, int boards, boolean withAnswers, Language language) {
        public Handout {
            if (boards < FEWEST || boards > MOST) {
                throw new IllegalArgumentException("two to six boards a page, not " + boards);
            }
        }
    }

    // ---- handout

    /** The handout for a browser's own printing, and the source of the PDF. */
    public static String html(Handout handout) {
        Page page = new Page();
        Setting.begin(page, handout.sheet().name(), styles(handout.boards()));
        page.line("h1", "title", handout.sheet().name());
        page.open("div", "class", "cards");
        int number = 0;
        int column = 0;
        int columns = columns(handout.boards());
        page.open("table", "class", "handout");
        for (Card card : handout.sheet().cards()) {
            number++;
            if (column == 0) {
                page.open("tr");
            }
            page.open("td", "style", "width: " + Page.number(WIDE_PAGE / columns) + "mm");
            handed(page, number, card, handout);
            page.close();
            column = (column + 1) % columns;
            if (column == 0) {
                page.close();
            }
        }
        if (column != 0) {
            page.close();
        }
        page.close().close();
        if (handout.withAnswers()) {
            answers(page, handout);
        }
        page.close();
        page.close();
        return page.finish();
    }

    private static int columns(int boards) {
        return boards <= 2 ? 1 : boards <= 4 ? 2 : 3;
    }

    private static String styles(int boards) {
        return "\ntable.handout { width: 100%; border-collapse: collapse; }"
                + "\ntable.handout td { vertical-align: top; padding: 0 4mm 5mm 0; }"
                + "\ntable.handout tr { page-break-inside: avoid; }"
                + "\np.rule { border-bottom: 0.3mm solid " + Ink.RULE + "; height: " + (boards > 4 ? 6 : 7)
                + "mm; margin: 0; }";
    }

    private static void handed(Page page, int number, Card card, Handout handout) {
        double wide = BOARDS[handout.boards()];
        page.line("p", "strong", Words.of("sheet.number", number, card.question()));
        // What is drawn may be the answer, and stands with it.
        List<OwnMark> marks = card.marksOfQuestion();
        switch (card.face()) {
            case Face.Board board -> Diagram.write(page, board.tree().start(), card.bottom(), marks, wide);
            case Face.Sketched sketched -> {
                Diagram.write(page, sketched.sketch(), card.bottom(), marks, wide);
                page.line("p", "legend", Words.of("sheet.sketch"));
            }
            case Face.Maps maps -> maps(page, card, maps, false, wide);
            case Face.Words words -> words.paragraphs().forEach(each -> page.line("p", "", each));
        }
        if (!(card.face() instanceof Face.Words)) {
            for (int i = 0; i < ROWS[handout.boards()]; i++) {
                page.open("p", "class", "rule").close();
            }
        }
    }

    /** With its figures where answers are given; else an empty board to be filled in. */
    private static void maps(Page page, Card card, Face.Maps maps, boolean isFilled, double wide) {
        page.open("table").open("tr");
        for (Face.MapView view : maps.views()) {
            Shown.MapShown whole = Shown.MapShown.whole(maps.map(view), card.bottom());
            page.open("td");
            page.line("p", "legend", whole.title());
            MapPicture.write(
                    page,
                    isFilled ? whole : whole.without(),
                    wide / maps.views().size());
            page.close();
        }
        page.close().close();
    }

    private static void answers(Page page, Handout handout) {
        page.open("div", "style", "page-break-before: always").close();
        page.line("h2", "part", Words.of("sheet.answers"));
        for (int i = 0; i < handout.sheet().cards().size(); i++) {
            Card card = handout.sheet().cards().get(i);
            List<String> lines = answer(card, handout.language());
            boolean isDrawn = card.marks().size() > card.marksOfQuestion().size();
            if (lines.isEmpty() && !isDrawn && !(card.face() instanceof Face.Maps)) {
                continue;
            }
            page.line("p", "strong", Words.of("sheet.number", i + 1, card.question()));
            switch (card.face()) {
                case Face.Board board
                when isDrawn ->
                    Diagram.write(page, board.tree().start(), card.bottom(), card.marks(), ANSWER_MILLIMETRES);
                case Face.Sketched sketched ->
                    Diagram.write(page, sketched.sketch(), card.bottom(), card.marks(), ANSWER_MILLIMETRES);
                case Face.Maps maps -> maps(page, card, maps, true, 2 * ANSWER_MILLIMETRES);
                case Face.Board board -> {}
                case Face.Words words -> {}
            }
            lines.forEach(line -> page.line("p", "", line));
        }
    }

    /** The answer: the main line with its verdict, and the branches, a line each. */
    private static List<String> answer(Card card, Language language) {
        return card.face() instanceof Face.Board board
                ? board.lines().stream()
                        .map(line -> line(board.tree(), line.from(), line.nodes(), language))
                        .toList()
                : List.of();
    }

    private static String line(GameTree tree, int from, List<Integer> nodes, Language language) {
        GameNode end = tree.node(nodes.getLast());
        Opinion opinion = Opinion.of(end);
        String moves = San.line(
                tree.positionAt(from),
                nodes.stream().map(id -> tree.node(id).played()).toList(),
                language);
        String said = end.after().replace('\n', ' ');
        return moves + (opinion == null ? "" : ", " + opinion.text()) + (said.isEmpty() ? "" : ". " + said);
    }

    /** Writes the handout as PDF; gives the number of pages. The stream stays open. */
    public static int pdf(Handout handout, OutputStream out) throws IOException {
        return Setting.pdf(html(handout), out);
    }

    // ---- one file for a browser

    private static final String CLICKS = """
            document.querySelectorAll('.steps').forEach(function (steps) {
              var all = steps.querySelectorAll('.step'), at = 0;
              function show(next) {
                at = Math.max(0, Math.min(all.length - 1, next));
                all.forEach(function (step, i) { step.hidden = i !== at; });
              }
              steps.querySelectorAll('button').forEach(function (button) {
                button.onclick = function () { show(at + Number(button.dataset.by)); };
              });
              show(0);
            });
            """;

    /** One file that needs nothing else: boards are clicked through, hints and answers folded. */
    public static String browser(CardSheet sheet, Language language) {
        Page page = new Page();
        Setting.begin(
                page,
                sheet.name(),
                "\nsection { margin: 0 0 12mm; } details { margin: 2mm 0; } summary { cursor: pointer; }"
                        + "\n.steps svg { max-width: 100%; height: auto; }");
        page.line("h1", "title", sheet.name());
        for (int i = 0; i < sheet.cards().size(); i++) {
            Card card = sheet.cards().get(i);
            page.open("section");
            page.line("h2", "part", Words.of("sheet.number", i + 1, card.question()));
            switch (card.face()) {
                case Face.Board board ->
                    Diagram.write(
                            page, board.tree().start(), card.bottom(), card.marksOfQuestion(), SCREEN_MILLIMETRES);
                case Face.Sketched sketched -> {
                    Diagram.write(page, sketched.sketch(), card.bottom(), card.marksOfQuestion(), SCREEN_MILLIMETRES);
                    page.line("p", "legend", Words.of("sheet.sketch"));
                }
                case Face.Maps maps ->
                    folded(page, "sheet.map", () -> maps(page, card, maps, true, SCREEN_MILLIMETRES));
                case Face.Words words -> words.paragraphs().forEach(each -> page.line("p", "", each));
            }
            for (int hint = 0; hint < card.hints().size(); hint++) {
                String text = card.hints().get(hint);
                page.open("details").open("summary");
                page.text(Words.of("sheet.hint", hint + 1)).close();
                page.line("p", "", text).close();
            }
            if (card.face() instanceof Face.Board board
                    && !board.tree().mainLine().isEmpty()) {
                folded(page, "sheet.answer", () -> clicked(page, card, board, language));
            }
            page.close();
        }
        page.open("script").text(CLICKS).close();
        page.close();
        page.close();
        return page.finish();
    }

    private static void folded(Page page, String key, Runnable content) {
        page.open("details").open("summary").text(Words.of(key)).close();
        content.run();
        page.close();
    }

    private static void clicked(Page page, Card card, Face.Board board, Language language) {
        GameTree tree = board.tree();
        List<Integer> line = new ArrayList<>(List.of(GameTree.ROOT));
        line.addAll(tree.mainLine());
        page.open("div", "class", "steps");
        for (int node : line) {
            List<OwnMark> marks = board.marks(node);
            page.open("div", "class", "step");
            Diagram.write(page, tree.positionAt(node), card.bottom(), marks, SCREEN_MILLIMETRES);
            GameNode at = tree.node(node);
            Opinion opinion = Opinion.of(at);
            String move =
                    node == GameTree.ROOT ? "" : San.line(tree.positionAt(at.parent()), List.of(at.played()), language);
            page.line("p", "legend", move + (opinion == null ? "" : ", " + opinion.text()));
            page.close();
        }
        page.open("p");
        page.open("button", "data-by", "-1").text(Words.of("sheet.back")).close();
        page.open("button", "data-by", "1").text(Words.of("sheet.on")).close();
        page.close();
        page.close();
        answer(card, language).forEach(each -> page.line("p", "", each));
    }

    // ---- maps by themselves

    /** A map as a file of SVG. */
    public static String svg(Shown.MapShown map) {
        Page page = new Page();
        MapPicture.write(page, map, MAP_MILLIMETRES);
        return page.finish().replaceFirst("<!DOCTYPE html>\n", "");
    }

    /** A map as a picture. The stream stays open. */
    public static void png(Shown.MapShown map, OutputStream out) throws IOException {
        PNGTranscoder transcoder = new PNGTranscoder();
        transcoder.addTranscodingHint(PNGTranscoder.KEY_WIDTH, PIXELS);
        transcoder.addTranscodingHint(PNGTranscoder.KEY_BACKGROUND_COLOR, Color.WHITE);
        try {
            transcoder.transcode(new TranscoderInput(new StringReader(svg(map))), new TranscoderOutput(out));
        } catch (TranscoderException broken) {
            throw new IOException(broken);
        }
    }

    /** Maps on a page of PDF. The stream stays open. */
    public static int mapsPdf(String title, List<Shown.MapShown> maps, OutputStream out) throws IOException {
        Page page = new Page();
        Setting.begin(page, title);
        page.line("h1", "title", title);
        for (Shown.MapShown map : maps) {
            page.line("p", "strong", map.title());
            MapPicture.write(page, map, MAP_MILLIMETRES);
        }
        page.close();
        page.close();
        return Setting.pdf(page.finish(), out);
    }
}
