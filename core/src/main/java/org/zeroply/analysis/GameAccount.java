package org.zeroply.analysis;

import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * What a side of a game gave away and was given, so that it adds up: start − given away + given back + seen later = end. All in
 * points of the expected score, from the view of that side.
 *
 * @param start before the first move
 * @param givenAway the falls over its own moves that were not the best found
 * @param givenBack the rises over the other side's moves that were not the best found
 * @param seenLater what only a look at a later position found: rises over its own moves and over the other side's best ones,
 *     less falls over its own best moves and over the other side's
 * @param end after the last move
 */
public record GameAccount(Side side, double start, double givenAway, double givenBack, double seenLater, double end) {
    /** In hundredths, as it is printed. */
    public record Printed(int start, int givenAway, int givenBack, int seenLater, int end) {}

    /** @throws IllegalArgumentException if no move was judged */
    public static GameAccount of(Judgement judgement, Side side) {
        List<Judgement.Judged> moves = judgement.moves();
        if (moves.isEmpty()) {
            throw new IllegalArgumentException("an account wants at least one move");
        }
        double away = 0;
        double back = 0;
        double later = 0;
        for (Judgement.Judged move : moves) {
            double rise = move.after().verdict().expectedFor(side)
                    - move.before().verdict().expectedFor(side);
            boolean own = move.side() == side;
            if (own && rise < 0 && !move.isBest()) {
                away -= rise;
            } else if (!own && rise > 0 && !move.isBest()) {
                back += rise;
            } else {
                later += rise;
            }
        }
        return new GameAccount(
                side,
                moves.getFirst().before().verdict().expectedFor(side),
                away,
                back,
                later,
                moves.getLast().after().verdict().expectedFor(side));
    }

    /**
     * Rounded to hundredths so that it adds up on paper too: the end is rounded by itself, and of the other four those are
     * rounded up that have the largest remainders (a published way to share out seats).
     */
    public Printed printed() {
        double[] exact = {100 * start, -100 * givenAway, 100 * givenBack, 100 * seenLater};
        int[] whole = Arrays.stream(exact)
                .mapToInt(value -> (int) Math.floor(value + 1e-9))
                .toArray();
        int wanted = (int) Math.round(100 * end);
        List<Integer> byRemainder = IntStream.range(0, exact.length)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer i) -> whole[i] - exact[i]))
                .toList();
        int left = wanted - Arrays.stream(whole).sum();
        for (int i = 0; i < left; i++) {
            whole[byRemainder.get(i % exact.length)]++;
        }
        return new Printed(whole[0], -whole[1], whole[2], whole[3], wanted);
    }

    /** In words: "from 0.52 gave 1.43, was given 0.98, ended at 0.07", and what was seen later where it is not nothing. */
    public String inWords() {
        Printed now = printed();
        String key = now.seenLater() == 0 ? "account.sums" : "account.sumsLater";
        return Words.of(
                key,
                points(now.start()),
                points(now.givenAway()),
                points(now.givenBack()),
                points(now.end()),
                (now.seenLater() < 0 ? "−" : "+") + points(Math.abs(now.seenLater())));
    }

    private static String points(int hundredths) {
        return String.format(Locale.ROOT, "%.2f", hundredths / 100.0);
    }
}
