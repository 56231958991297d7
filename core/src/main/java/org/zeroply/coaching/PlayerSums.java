package org.zeroply.coaching;

import java.util.Collections;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.zeroply.analysis.Judgement;
import org.zeroply.coaching.OwnMove.Mark;
import org.zeroply.rules.Side;

/**
 * What a player gave away and what was well done, over one game or many, with the number of moves it rests on.
 *
 * @param total over everything
 * @param phases by phase; phases without a move of the player are left out
 * @param sides by the side the player had
 * @param openings by the name of the opening, most moves first; games that have none stand under the empty name
 */
public record PlayerSums(
        Tally total, Map<Judgement.Phase, Tally> phases, Map<Side, Tally> sides, Map<String, Tally> openings) {
    /**
     * Sums over moves. A drift or a plan belongs to the phase in which it began.
     *
     * @param games that have at least one of these moves
     * @param moves of the player
     * @param given expected score given away, in points
     */
    public record Tally(int games, int moves, double given, int turning, int drifts, int missed, int praised) {
        static final Tally NONE = new Tally(0, 0, 0, 0, 0, 0, 0);

        /** Of moves of one game. */
        static Tally of(List<OwnMove> moves) {
            return new Tally(
                    1,
                    moves.size(),
                    moves.stream().mapToDouble(OwnMove::loss).sum(),
                    count(moves, Mark.TURNING_POINT),
                    count(moves, Mark.DRIFT),
                    count(moves, Mark.MISSED_CHANCE),
                    count(moves, Mark.PRAISE));
        }

        private static int count(List<OwnMove> moves, Mark mark) {
            return (int)
                    moves.stream().filter(move -> move.marks().contains(mark)).count();
        }

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
    }

    public static PlayerSums of(List<JudgedGame> games) {
        Tally total = Tally.NONE;
        Map<Judgement.Phase, Tally> phases = new EnumMap<>(Judgement.Phase.class);
        Map<Side, Tally> sides = new EnumMap<>(Side.class);
        Map<String, Tally> openings = new TreeMap<>();
        for (JudgedGame game : games) {
            Tally whole = Tally.of(game.moves());
            total = total.plus(whole);
            sides.merge(game.side(), whole, Tally::plus);
            openings.merge(game.opening(), whole, Tally::plus);
            for (Judgement.Phase phase : Judgement.Phase.values()) {
                List<OwnMove> part = game.moves().stream()
                        .filter(move -> move.phase() == phase)
                        .toList();
                if (!part.isEmpty()) {
                    phases.merge(phase, Tally.of(part), Tally::plus);
                }
            }
        }
        Map<String, Tally> byMoves = new LinkedHashMap<>();
        openings.entrySet().stream()
                .sorted(Comparator.comparingInt((Map.Entry<String, Tally> entry) ->
                                entry.getValue().moves())
                        .reversed())
                .forEach(entry -> byMoves.put(entry.getKey(), entry.getValue()));
        return new PlayerSums(total, phases, sides, byMoves);
    }
}
