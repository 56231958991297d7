package org.zeroply.coaching;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import org.zeroply.rules.Move;

/**
 * Time against the hardness of the moves, and when it happens that points are given away.
 *
 * @param byHardness what was thought over moves of each class of hardness, where clocks are known
 * @param when what stands out
 */
public record ClockAccount(SortedMap<Integer, Thought> byHardness, List<When> when) {
    /** A turning point is what is called an error here. */
    private static final double ERROR = 0.15;

    /** So many own moves after an error are after it. */
    private static final int AFTER = 3;

    private static final int FEWEST_MOVES = 15;
    private static final double STANDS_OUT = 1.5;

    /** Average time over so many moves. */
    public record Thought(Duration average, int moves) {}

    /** When points are given away. */
    public enum Circumstance {
        AFTER_ERROR,
        AFTER_LOSS,
        FAR_AHEAD,
        SHORT_OF_TIME
    }

    /**
     * A circumstance in which more is given away than else.
     *
     * @param then points in forty moves of this kind
     * @param otherwise points in forty of the others
     * @param moves of this kind
     */
    public record When(Circumstance circumstance, double then, double otherwise, int moves) {}

    public ClockAccount {
        when = List.copyOf(when);
    }

    /** @param games in the order in which they were played */
    static ClockAccount of(List<JudgedGame> games, Map<Long, Set<Move>> repertoire) {
        Map<Integer, List<Duration>> thought = new HashMap<>();
        Map<Circumstance, Tally> tallies = new HashMap<>();
        for (Circumstance each : Circumstance.values()) {
            tallies.put(each, new Tally());
        }
        boolean lostBefore = false;
        for (JudgedGame game : games) {
            int sinceError = AFTER;
            for (OwnMove move : game.moves()) {
                if (StudentAccount.counts(move, repertoire)) {
                    add(tallies, Circumstance.AFTER_ERROR, sinceError < AFTER, move);
                    add(tallies, Circumstance.AFTER_LOSS, lostBefore, move);
                    add(tallies, Circumstance.FAR_AHEAD, move.before() >= FreeDecision.FAR_AHEAD, move);
                    add(tallies, Circumstance.SHORT_OF_TIME, move.isHurried(), move);
                }
                if (move.glances() != null && move.used().isPresent()) {
                    thought.computeIfAbsent(move.glances().hardness(), any -> new ArrayList<>())
                            .add(move.used().get());
                }
                sinceError = move.loss() >= ERROR ? 0 : sinceError + 1;
            }
            lostBefore = game.score().filter(score -> score == 0).isPresent();
        }
        SortedMap<Integer, Thought> byHardness = new TreeMap<>();
        thought.forEach((hardness, times) -> byHardness.put(
                hardness,
                new Thought(
                        times.stream().reduce(Duration.ZERO, Duration::plus).dividedBy(times.size()), times.size())));
        List<When> when = new ArrayList<>();
        for (Circumstance each : Circumstance.values()) {
            Tally tally = tallies.getOrDefault(each, new Tally());
            if (tally.moves >= FEWEST_MOVES && tally.others >= FEWEST_MOVES) {
                double then = Rate.MOVES * tally.given / tally.moves;
                double otherwise = Rate.MOVES * tally.givenElse / tally.others;
                if (then >= STANDS_OUT * otherwise) {
                    when.add(new When(each, then, otherwise, tally.moves));
                }
            }
        }
        return new ClockAccount(byHardness, when);
    }

    private static void add(Map<Circumstance, Tally> tallies, Circumstance circumstance, boolean holds, OwnMove move) {
        Tally tally = tallies.computeIfAbsent(circumstance, any -> new Tally());
        if (holds) {
            tally.given += move.loss();
            tally.moves++;
        } else {
            tally.givenElse += move.loss();
            tally.others++;
        }
    }

    private static final class Tally {
        private double given;
        private double givenElse;
        private int moves;
        private int others;
    }
}
