package org.zeroply.gametree;

/** How a game ended, as a score sheet says it. */
public enum GameResult {
    WHITE_WINS("1-0"),
    BLACK_WINS("0-1"),
    DRAW("1/2-1/2"),
    OPEN("*");

    private final String text;

    GameResult(String text) {
        this.text = text;
    }

    /** The result as PGN writes it. */
    public String text() {
        return text;
    }

    /** The result of a text such as {@code 1-0}; anything unknown is open. */
    public static GameResult of(String text) {
        for (GameResult result : values()) {
            if (result.text.equals(text)) {
                return result;
            }
        }
        return text.equals("½-½") || text.equals("1/2") ? DRAW : OPEN;
    }
}
