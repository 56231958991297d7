package org.zeroply.print;

import java.io.IOException;
import java.io.OutputStream;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.zeroply.analysis.GameText;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.Language;

/** A game with its variations and notes on paper. Not for the interface thread. */
public final class GamePages {
    private static final int DEEPEST = 5;

    private GamePages() {}

    /**
     * Writes the game as a PDF of A4 pages; gives the number of pages. The stream stays open.
     *
     * @param title its players
     */
    public static int pdf(Game game, String title, Language language, OutputStream out) throws IOException {
        return Setting.pdf(html(game, title, language), out);
    }

    /** The game as a page that needs nothing else. */
    public static String html(Game game, String title, Language language) {
        Tags tags = game.tags();
        Page page = new Page();
        Setting.begin(page, title);
        page.line("h1", "title", title);
        page.line(
                "p",
                "occasion",
                Stream.of("Event", "Site", "Round", "Date")
                        .map(tags::known)
                        .filter(text -> !text.isEmpty())
                        .collect(Collectors.joining(", ")));
        for (GameText.Paragraph paragraph : GameText.of(game.tree(), language).paragraphs()) {
            page.open("p", "class", "depth" + Math.min(DEEPEST, paragraph.depth()));
            boolean first = true;
            for (GameText.Run run : paragraph.runs()) {
                page.text(first ? "" : " ");
                first = false;
                if (run instanceof GameText.Run.Played && paragraph.depth() == 0) {
                    page.open("b").text(run.text()).close();
                } else {
                    page.text(run.text());
                }
            }
            page.close();
        }
        page.line("p", "result", game.result().text());
        page.close();
        page.close();
        return page.finish();
    }
}
