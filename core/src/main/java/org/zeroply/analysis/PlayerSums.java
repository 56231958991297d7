package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.zeroply.rules.Side;

/**
 * What a player gave away and what was well done, over one game or many, with the number of moves it rests on.
 *
 * @param total over everything
 * @param phases by phase; phases without a move of the player are left out
 * @param sides by the side the player had
 * @param openings by the name of the opening, most moves first; games that have none stand under the empty name
 * @param causes what turning points gave away, by the cause that has evidence; those without one under empty
 * @param hurried what turning points in time trouble gave away, whatever else was their cause
 */
public record PlayerSums(
        Tally total,
        Map<Judgement.Phase, Tally> phases,
        Map<Side, Tally> sides,
        Map<String, Tally> openings,
        Map<Optional<Cause.Kind>, Double> causes,
        double hurried) {
    /**
     * A judged game of the player.
     *
     * @param opening its name; empty if it has none
     */
    public record Played(Judgement judgement, Side side, String opening) {}

    /**
     * Sums over moves.
     *
     * @param games that have at least one of these moves
     * @param moves of the player
     * @param given expected score given away, in points
     */
    public record Tally(int games, int moves, double given, int turning, int drifts, int missed, int praised) {
        static final Tally NONE = new Tally(0, 0, 0, 0, 0, 0, 0);

        Tally plus(Tally other) {
            return new Tally(
                    games + other.games,
                    moves + other.moves,
                    given + other.given,
                    turning + other.turning,
                    drifts + other.drifts,
                    missed + other.missed,
                    praised + other.praised);
        }

        /** Points given away a game. */
        public double perGame() {
            return games == 0 ? 0 : given / games;
        }
    }

    public PlayerSums {
        phases = Map.copyOf(phases);
        sides = Map.copyOf(sides);
        openings = Collections.unmodifiableMap(openings);
        causes = Collections.unmodifiableMap(causes);
    }

    public static PlayerSums of(List<Played> games) {
        Tally total = Tally.NONE;
        Map<Judgement.Phase, Tally> phases = new EnumMap<>(Judgement.Phase.class);
        Map<Side, Tally> sides = new EnumMap<>(Side.class);
        Map<String, Tally> openings = new TreeMap<>();
        Map<Optional<Cause.Kind>, Double> causes = new HashMap<>();
        double hurried = 0;
        for (Played game : games) {
            Tally whole = Tally.NONE;
            for (Judgement.Phase phase : Judgement.Phase.values()) {
                Tally part = tally(game, phase);
                if (part.moves() > 0) {
                    phases.merge(phase, part, Tally::plus);
                    whole = whole.plus(part);
                }
            }
            // A game counts once, however many phases it has.
            whole = new Tally(
                    1, whole.moves(), whole.given(), whole.turning(), whole.drifts(), whole.missed(), whole.praised());
            total = total.plus(whole);
            sides.merge(game.side(), whole, Tally::plus);
            openings.merge(game.opening(), whole, Tally::plus);
            for (Judgement.Judged turning : game.judgement().turningPoints()) {
                if (turning.side() == game.side()) {
                    causes.merge(Cause.of(turning).map(Cause::kind), turning.loss(), Double::sum);
                    hurried += turning.hurried().isPresent() ? turning.loss() : 0;
                }
            }
        }
        return new PlayerSums(total, phases, sides, byMoves(openings), causes, hurried);
    }

    private static Map<String, Tally> byMoves(Map<String, Tally> openings) {
        List<Map.Entry<String, Tally>> entries = new ArrayList<>(openings.entrySet());
        entries.sort((one, other) ->
                Integer.compare(other.getValue().moves(), one.getValue().moves()));
        Map<String, Tally> sorted = new LinkedHashMap<>();
        entries.forEach(entry -> sorted.put(entry.getKey(), entry.getValue()));
        return sorted;
    }

    /** What happened in a phase; a drift or a plan belongs to the phase in which it began. */
    private static Tally tally(Played game, Judgement.Phase phase) {
        Judgement judgement = game.judgement();
        List<Judgement.Judged> moves = judgement.moves().stream()
                .filter(move -> move.side() == game.side() && move.phase() == phase)
                .toList();
        return new Tally(
                moves.isEmpty() ? 0 : 1,
                moves.size(),
                moves.stream().mapToDouble(Judgement.Judged::loss).sum(),
                count(judgement.turningPoints(), game, phase),
                count(judgement.drifts().stream().map(Judgement.Drift::first).toList(), game, phase),
                count(judgement.missed().stream().map(MissedChance::move).toList(), game, phase),
                count(judgement.praise().stream().map(Praise::first).toList(), game, phase));
    }

    private static int count(List<Judgement.Judged> moves, Played game, Judgement.Phase phase) {
        return (int) moves.stream()
                .filter(move -> move.side() == game.side() && move.phase() == phase)
                .count();
    }
}
