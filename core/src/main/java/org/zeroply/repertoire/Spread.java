package org.zeroply.repertoire;

/**
 * How far a score over a few games can be trusted: the score interval of E. B. Wilson (1927) for nine cases of ten. Draws
 * count as half a win, which makes it rather too wide than too narrow.
 *
 * @param low the lower end, 0 to 1
 * @param high the upper end, 0 to 1
 */
public record Spread(double low, double high) {
    /** The value of the normal distribution that nine cases of ten stay within. */
    private static final double NINE_OF_TEN = 1.645;

    /**
     * @param points scored, 0 to {@code games}
     * @param games with a result; none leaves everything open
     */
    public static Spread of(double points, int games) {
        if (games < 0 || points < 0 || points > games) {
            throw new IllegalArgumentException("points must be from 0 to the games, was " + points + " of " + games);
        }
        if (games == 0) {
            return new Spread(0, 1);
        }
        double score = points / games;
        double z2 = NINE_OF_TEN * NINE_OF_TEN;
        double centre = (score + z2 / (2 * games)) / (1 + z2 / games);
        double half =
                NINE_OF_TEN * Math.sqrt(score * (1 - score) / games + z2 / (4.0 * games * games)) / (1 + z2 / games);
        return new Spread(Math.max(0, centre - half), Math.min(1, centre + half));
    }
}
