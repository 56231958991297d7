package org.zeroply.desktop.game;

import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Game;
import org.zeroply.store.GameSummary;

/** How a game is named where there is little room. */
public final class GameNames {
    private GameNames() {}

    /** White and Black, with a word for whoever is not known. */
    public static String players(GameSummary game) {
        return players(game.white(), game.black());
    }

    public static String players(Game game) {
        return players(game.tags().known("White"), game.tags().known("Black"));
    }

    private static String players(String white, String black) {
        if (white.isEmpty() && black.isEmpty()) {
            return Texts.of("game.nameless");
        }
        String unknown = Texts.of("game.unknown");
        return (white.isEmpty() ? unknown : white) + " – " + (black.isEmpty() ? unknown : black);
    }

    /** A date as the list shows it: without the parts that are not known. */
    public static String date(String pgnDate) {
        return pgnDate.replaceAll("(\\.\\?\\?)+$", "").replace('.', '-');
    }

    /** A result with a half sign instead of fractions. */
    public static String result(String pgn) {
        return pgn.equals("1/2-1/2") ? "½–½" : pgn.equals("*") ? "" : pgn.replace('-', '–');
    }
}
