package org.zeroply.desktop.flow;

/** Chances as a coach reads them. */
public final class Chances {
    private Chances() {}

    /** A chance (0 to 1) as so many of 100 games, with a decimal where it tells something. */
    public static String figure(double chance) {
        double games = 100 * chance;
        return games >= 10 || games == 0
                ? Long.toString(Math.round(games))
                : games >= 0.1 ? Double.toString(Math.round(10 * games) / 10.0) : "<0.1";
    }
}
