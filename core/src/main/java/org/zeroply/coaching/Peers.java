package org.zeroply.coaching;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What other players of the workbook give away at which rating: a straight line of ln(rate + .1) against the rating, by least
 * squares. Without enough games, or without a slope that is surely negative, there is none.
 *
 * @param intercept at rating 0
 * @param slope of ln(rate + .1) a point of rating; negative
 * @param lowest rating of the players it rests on
 * @param games it rests on
 * @param shares of what the others gave away that has a cause or none, by habit; they add up to at most 1
 */
public record Peers(
        double intercept,
        double slope,
        int lowest,
        int highest,
        int games,
        int players,
        Map<Habit.Key, Double> shares) {
    /** Added to a rate, so that a game without a fault has a logarithm. */
    private static final double OFFSET = 0.1;

    private static final int FEWEST_GAMES = 30;
    private static final int FEWEST_PLAYERS = 8;
    private static final int FEWEST_MOVES = 15;
    private static final int ROUNDED = 50;

    /** Standard errors that a slope must be away from nought to be surely negative, nineteen times in twenty. */
    private static final double SURELY = 1.645;

    public Peers {
        shares = Map.copyOf(shares);
    }

    /**
     * A judged game of a player with a known rating.
     *
     * @param ownMoves all of them
     * @param part what it adds to a rate
     * @param habits what was given away, by habit
     */
    public record PeerGame(String player, int rating, int ownMoves, Rate.Part part, Map<Habit.Key, Double> habits) {
        public PeerGame {
            habits = Map.copyOf(habits);
        }

        /** Of one side of a judged game. */
        public static PeerGame of(JudgedGame game) {
            Map<Habit.Key, Double> habits = new HashMap<>();
            for (OwnMove move : game.moves()) {
                if (move.slip() != null) {
                    habits.merge(Habit.Key.of(move.slip()), move.loss(), Double::sum);
                }
            }
            return new PeerGame(
                    game.player(), game.rating(), game.moves().size(), StudentAccount.part(game, Map.of()), habits);
        }
    }

    /** @param self the names of the student, whose games are left out */
    public static Optional<Peers> of(List<PeerGame> all, Set<String> self) {
        List<PeerGame> games = all.stream()
                .filter(game -> game.rating() > 0
                        && game.ownMoves() >= FEWEST_MOVES
                        && game.part().moves() > 0
                        && !self.contains(game.player()))
                .toList();
        Set<String> players = new HashSet<>();
        games.forEach(game -> players.add(game.player()));
        if (games.size() < FEWEST_GAMES || players.size() < FEWEST_PLAYERS) {
            return Optional.empty();
        }
        List<Double> x = new ArrayList<>();
        List<Double> y = new ArrayList<>();
        for (PeerGame game : games) {
            x.add((double) game.rating());
            y.add(Math.log(game.part().rate().orElse(0.0) + OFFSET));
        }
        double meanX = mean(x);
        double meanY = mean(y);
        double squares = 0;
        double products = 0;
        for (int i = 0; i < x.size(); i++) {
            squares += (x.get(i) - meanX) * (x.get(i) - meanX);
            products += (x.get(i) - meanX) * (y.get(i) - meanY);
        }
        if (squares == 0) {
            return Optional.empty();
        }
        double slope = products / squares;
        double intercept = meanY - slope * meanX;
        double residual = 0;
        for (int i = 0; i < x.size(); i++) {
            double off = y.get(i) - intercept - slope * x.get(i);
            residual += off * off;
        }
        double error = Math.sqrt(residual / (x.size() - 2) / squares);
        if (slope + SURELY * error >= 0) {
            return Optional.empty();
        }
        return Optional.of(new Peers(
                intercept,
                slope,
                games.stream().mapToInt(PeerGame::rating).min().orElse(0),
                games.stream().mapToInt(PeerGame::rating).max().orElse(0),
                games.size(),
                players.size(),
                shares(games)));
    }

    private static double mean(List<Double> values) {
        return values.stream().mapToDouble(Double::doubleValue).average().orElse(0);
    }

    private static Map<Habit.Key, Double> shares(List<PeerGame> games) {
        Map<Habit.Key, Double> shares = new HashMap<>();
        games.forEach(game -> game.habits().forEach((habit, given) -> shares.merge(habit, given, Double::sum)));
        double all = games.stream().mapToDouble(game -> game.part().given()).sum();
        shares.replaceAll((habit, given) -> all == 0 ? 0 : Math.min(1, given / all));
        return shares;
    }

    /** What players of a rating give away; empty outside the ratings that were seen. */
    public Optional<Double> rateAt(int rating) {
        return rating < lowest || rating > highest
                ? Optional.empty()
                : Optional.of(Math.max(0, Math.exp(intercept + slope * rating) - OFFSET));
    }

    /** Ratings from one to another, rounded to fifties. */
    public record Ratings(int from, int to) {}

    /** The ratings at which players here give away as much; empty if that is outside those that were seen. */
    public Optional<Ratings> ratingsOf(Rate rate) {
        double at = rating(rate.points());
        if (at < lowest || at > highest) {
            return Optional.empty();
        }
        return Optional.of(new Ratings(
                rounded(Math.max(lowest, rating(rate.high()))), rounded(Math.min(highest, rating(rate.low())))));
    }

    private double rating(double rate) {
        return (Math.log(rate + OFFSET) - intercept) / slope;
    }

    private static int rounded(double rating) {
        return ROUNDED * (int) Math.round(rating / ROUNDED);
    }
}
