package org.zeroply.coaching;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.zeroply.analysis.Candidate;

/** What a student did well; it counts for the level. */
public sealed interface Praised {
    /** A habit whose occasions came again after it was trained and were met. */
    record Mastered(Habit habit) implements Praised {}

    /**
     * A move that keeps or gains what the tempting one loses, and hard enough to see for the level.
     *
     * @param cost what the tempting move loses
     */
    record Found(Habit.Moment moment, double cost) implements Praised {}

    /** A free decision that the ledger proves. */
    record Decided(Habit.Moment moment, FreeDecision decision) implements Praised {}

    /** Below these ratings a student is of the class 1, 2, 3; else of the hardest. */
    List<Integer> CLASSES = List.of(1300, 1700, 2100);

    /** What is believed of a student of whom nothing is known. */
    int UNKNOWN = 1600;

    /** Where even the second-best move expects this, nothing had to be found. */
    double WON_ANYWAY = 0.90;

    /** Of these three at most are told at once. */
    int MOST = 3;

    int FEWEST_OCCASIONS = 5;
    double MASTERED = 0.8;
    double GAINED = 0.15;

    /** How hard to see a move must be to be praised at a rating, 1 to 4. */
    static int hardness(int rating) {
        int level = rating == 0 ? UNKNOWN : rating;
        return 1 + (int) CLASSES.stream().filter(bound -> level >= bound).count();
    }

    /** How many half-moves deep glances tempt a student of a rating, 1 to 3. */
    static int glances(int rating) {
        return Math.min(3, hardness(rating));
    }

    /** Whether a move was found that deserves praise at a rating. */
    static boolean isFound(OwnMove move, int rating) {
        Glances glances = move.glances();
        if (glances == null
                || !move.isBest()
                || glances.rest() >= WON_ANYWAY
                || glances.hardness() < hardness(rating)) {
            return false;
        }
        int lure = glances.lure(glances(rating));
        return lure > 0 && glances.cost(lure) >= Candidate.REFUTED - 1e-9;
    }

    /** All of it: habits mastered, then moves found, the dearest alternative first, then free decisions, the newest first. */
    static List<Praised> in(List<JudgedGame> games, List<Habit> habits, int rating) {
        List<Praised> all = new ArrayList<>();
        habits.stream().filter(habit -> isMastered(habit.occasions())).forEach(habit -> all.add(new Mastered(habit)));
        List<Found> found = new ArrayList<>();
        List<Decided> decided = new ArrayList<>();
        for (JudgedGame game : games) {
            for (OwnMove move : game.moves()) {
                Habit.Moment moment = new Habit.Moment(game, move);
                if (move.glances() != null && isFound(move, rating)) {
                    Glances glances = move.glances();
                    found.add(new Found(moment, glances.cost(glances.lure(glances(rating)))));
                } else if (move.decision() != null) {
                    decided.add(new Decided(moment, move.decision()));
                }
            }
        }
        found.sort(Comparator.comparingDouble(Found::cost).reversed());
        all.addAll(found);
        all.addAll(decided.reversed());
        return all;
    }

    private static boolean isMastered(Habit.Occasions occasions) {
        return occasions.isBeforeAndAfter()
                && occasions.of() - occasions.before() >= FEWEST_OCCASIONS
                && occasions.shareSince() >= MASTERED
                && occasions.shareSince() - occasions.shareBefore() >= GAINED;
    }
}
