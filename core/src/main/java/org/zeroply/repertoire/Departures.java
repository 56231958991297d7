package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.zeroply.rules.Move;

/**
 * What the games of a student tell of a repertoire.
 *
 * @param games how many were compared
 * @param forgotten answers that were not played, most often forgotten first
 * @param otherOpenings first moves of the student that the repertoire does not have, most often played first
 * @param missing replies that were met and have no answer, most often met first
 * @param ended lines that games went on from, most often first
 */
public record Departures(int games, List<Met> forgotten, List<Met> otherOpenings, List<Met> missing, List<Met> ended) {
    /**
     * A move that was played at a node.
     *
     * @param games in which it was, by their ids
     */
    public record Met(int node, Move move, List<Long> games) {
        public Met {
            games = List.copyOf(games);
        }
    }

    public Departures {
        forgotten = List.copyOf(forgotten);
        otherOpenings = List.copyOf(otherOpenings);
        missing = List.copyOf(missing);
        ended = List.copyOf(ended);
    }

    /**
     * @param byGame the departures of each game, by its id
     */
    public static Departures of(Map<Long, List<Departure>> byGame) {
        return new Departures(
                byGame.size(),
                met(byGame, Departure.Kind.WE_LEFT),
                met(byGame, Departure.Kind.OTHER_OPENING),
                met(byGame, Departure.Kind.THEY_LEFT, Departure.Kind.NO_ANSWER),
                met(byGame, Departure.Kind.LINE_ENDED));
    }

    private record At(int node, Move move) {}

    private static List<Met> met(Map<Long, List<Departure>> byGame, Departure.Kind... kinds) {
        Map<At, List<Long>> found = new LinkedHashMap<>();
        byGame.forEach((game, departures) -> {
            for (Departure departure : departures) {
                if (List.of(kinds).contains(departure.kind())) {
                    departure
                            .played()
                            .ifPresent(move -> found.computeIfAbsent(
                                            new At(departure.node(), move), each -> new ArrayList<>())
                                    .add(game));
                }
            }
        });
        List<Met> all = new ArrayList<>();
        found.forEach((at, games) -> all.add(new Met(at.node(), at.move(), games)));
        all.sort(Comparator.comparingInt((Met each) -> each.games().size()).reversed());
        return all;
    }
}
