package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * What a side of a game gave away and was given, so that it adds up: start − given away + given back + found later = end. All in
 * points of the expected score, from the view of that side.
 *
 * @param start before the first move
 * @param phases the falls over its own moves that were not the best found, by phase; phases without one are left out
 * @param givenBack the rises over the other side's moves that were not the best found
 * @param foundLater what only a look at a later position found: rises over its own moves and over the other side's best ones,
 *     less falls over its own best moves and over the other side's
 * @param end after the last move
 */
public record GameAccount(
        Side side, double start, Map<Judgement.Phase, Double> phases, double givenBack, double foundLater, double end) {
    public GameAccount {
        phases = Collections.unmodifiableMap(new EnumMap<>(phases));
    }

    /** In hundredths, as it is printed. */
    public record Printed(int start, int givenAway, int givenBack, int foundLater, int end) {}

    /** @throws IllegalArgumentException if no move was judged */
    public static GameAccount of(Judgement judgement, Side side) {
        List<Judgement.Judged> moves = judgement.moves();
        if (moves.isEmpty()) {
            throw new IllegalArgumentException("an account wants at least one move");
        }
        Map<Judgement.Phase, Double> away = new EnumMap<>(Judgement.Phase.class);
        double back = 0;
        double later = 0;
        for (Judgement.Judged move : moves) {
            double rise = move.after().verdict().expectedFor(side)
                    - move.before().verdict().expectedFor(side);
            boolean own = move.side() == side;
            if (own && rise < 0 && !move.isBest()) {
                away.merge(move.phase(), -rise, Double::sum);
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

    /** What it gave away over the whole game. */
    public double givenAway() {
        return phases.values().stream().mapToDouble(Double::doubleValue).sum();
    }

    /** Rounded to hundredths so that it adds up on paper too, to the end rounded by itself. */
    public Printed printed() {
        int[] whole = shared((int) Math.round(100 * end), start, -givenAway(), givenBack, foundLater);
        return new Printed(whole[0], -whole[1], whole[2], whole[3], (int) Math.round(100 * end));
    }

    /**
     * Hundredths of parts that add up to a sum: of the parts those are rounded up that have the largest remainders (a
     * published way to share out seats).
     */
    private static int[] shared(int sum, double... parts) {
        int[] whole = Arrays.stream(parts)
                .mapToInt(part -> (int) Math.floor(100 * part + 1e-9))
                .toArray();
        List<Integer> byRemainder = IntStream.range(0, parts.length)
                .boxed()
                .sorted(Comparator.comparingDouble((Integer i) -> whole[i] - 100 * parts[i]))
                .toList();
        int left = sum - Arrays.stream(whole).sum();
        for (int i = 0; i < left; i++) {
            whole[byRemainder.get(i % parts.length)]++;
        }
        return whole;
    }

    /**
     * In words: "from .52 gave 1.43 (.40 in the opening, 1.03 in the middlegame), was given .98, ended at .07". What is
     * nothing is left out.
     */
    public String inWords() {
        Printed now = printed();
        List<String> said = new ArrayList<>();
        said.add(Words.of("account.from", points(now.start())));
        if (now.givenAway() != 0) {
            said.add(Words.of("account.gave", points(now.givenAway())) + byPhase(now.givenAway()));
        }
        if (now.givenBack() != 0) {
            said.add(Words.of("account.given", points(now.givenBack())));
        }
        if (now.foundLater() != 0) {
            said.add(Words.of("account.later", (now.foundLater() > 0 ? "+" : "") + points(now.foundLater())));
        }
        said.add(Words.of("account.end", points(now.end())));
        return String.join(", ", said);
    }

    private String byPhase(int sum) {
        int[] parts = shared(
                sum, phases.values().stream().mapToDouble(Double::doubleValue).toArray());
        if (phases.size() == 1) {
            return " " + Words.of("account." + phases.keySet().iterator().next());
        }
        List<String> said = new ArrayList<>();
        int part = 0;
        for (Judgement.Phase phase : phases.keySet()) {
            if (parts[part] != 0) {
                said.add(points(parts[part]) + " " + Words.of("account." + phase));
            }
            part++;
        }
        return " (" + String.join(", ", said) + ")";
    }

    private static String points(int hundredths) {
        return Words.share(hundredths / 100.0);
    }
}
