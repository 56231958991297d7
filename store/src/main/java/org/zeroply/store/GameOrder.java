package org.zeroply.store;

/** In which order games are listed; within equals the newest comes first. */
public record GameOrder(By by, boolean descending) {
    public static final GameOrder NEWEST_FIRST = new GameOrder(By.DATE, true);

    /** What games can be ordered by. */
    public enum By {
        DATE("date"),
        WHITE("white collate nocase"),
        BLACK("black collate nocase"),
        EVENT("event collate nocase"),
        ROUND("cast(round as real), round"),
        RESULT("result"),
        LENGTH("plies"),
        REMARKS("remarks");

        private final String sql;

        By(String sql) {
            this.sql = sql;
        }
    }

    String sql() {
        String way = descending ? " desc" : "";
        String newest = by == By.DATE ? "id" + way : "date desc, id desc";
        return by.sql.replace(",", way + ",") + way + ", " + newest;
    }
}
