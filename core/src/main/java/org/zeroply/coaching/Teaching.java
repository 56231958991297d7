package org.zeroply.coaching;

/** The minutes, shares and days by which hours are filled, events prepared and Today is written; the guide has the same table. */
public final class Teaching {
    // ---- an hour, in minutes

    /** For each task of homework that came back. */
    public static final int BACK_A_TASK = 2;

    /** For a moment of an own game, three of them silent. */
    public static final int MOMENT = 8;

    public static final int SILENT = 3;

    public static final int MOMENTS = 2;

    /** For an example from somebody else's game. */
    public static final int EXAMPLE = 5;

    /** For a task that says nothing of its time. */
    public static final int TASK = 8;

    public static final int TASKS = 2;

    /** For a card of a sheet. */
    public static final int SHEET_CARD = 3;

    /** For a position to hold. */
    public static final int HOLD = 10;

    /** For a line of a repertoire that is due. */
    public static final double LINE = 0.5;

    /** For all lines of a repertoire together, at most. */
    public static final int MOST_LINES = 10;

    public static final int CLOSING = 5;

    // ---- the way to an event

    /** The repertoire's least share of the time. */
    public static final double LEAST_REPERTOIRE = 0.15;

    /** What comes to it in the last weeks. */
    public static final double MORE_REPERTOIRE = 0.15;

    /** And its most. */
    public static final double MOST_REPERTOIRE = 0.50;

    /** The last weeks, in days. */
    public static final int LAST_WEEKS = 14;

    /** The last days, in which nothing new is learned. */
    public static final int NOTHING_NEW = 3;

    /** One long think a week, in minutes, at the pace of the event. */
    public static final int THINK = 45;

    /** But no more of a week than this. */
    public static final double MOST_THINK = 1.0 / 3;

    /** What habits, calculation and endings have at least of the rest each. */
    public static final double LEAST_SHARE = 0.10;

    /** How they share the rest where nothing is known of the student. */
    public static final double HABITS = 0.4;

    public static final double CALCULATION = 0.4;

    public static final double ENDINGS = 0.2;

    // ---- Today, in days

    /** Lessons without a plan are told so long ahead. */
    public static final int PLANS_AHEAD = 7;

    /** Homework that is due. */
    public static final int DUE_AHEAD = 7;

    /** Events. */
    public static final int EVENTS_AHEAD = 42;

    /** A student who was not seen for so long is told. */
    public static final int NOT_SEEN = 21;

    private Teaching() {}
}
