package org.zeroply.desktop.game;

import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameDate;
import org.zeroply.store.GameSummary;

/** How a game is named where there is little room. */
public final class GameNames {
    private GameNames() {}

    /** White and Black, with a word for whoever is not known. */
    public static String players(GameSummary game) {
        return players(game.white(), game.black(), game.plies() == 0);
    }

    public static String players(Game game) {
        return players(
                game.tags().known("White"),
                game.tags().known("Black"),
                game.tree().root().children().isEmpty());
    }

    /** White as the list shows it: of a game without names what it is. */
    public static String white(GameSummary game) {
        boolean isShown = !game.result().isEmpty();
        return isShown && game.white().isEmpty() && game.black().isEmpty() ? players(game) : game.white();
    }

    private static String players(String white, String black, boolean isBare) {
        if (white.isEmpty() && black.isEmpty()) {
            return Texts.of(isBare ? "game.position" : "game.nameless");
        }
        String unknown = Texts.of("game.unknown");
        return (white.isEmpty() ? unknown : white) + " – " + (black.isEmpty() ? unknown : black);
    }

    /** A date as the list shows it: without the parts that are not known. */
    public static String date(String pgnDate) {
        return GameDate.shown(pgnDate);
    }

    /** A result with a half sign instead of fractions. */
    public static String result(String pgn) {
        return pgn.equals("1/2-1/2") ? "½–½" : pgn.equals("*") ? "" : pgn.replace('-', '–');
    }
}
