package org.zeroply.coaching;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.zeroply.words.Words;

/** What an account says, in sentences, for the screen and for paper. */
public final class AccountSentences {
    private AccountSentences() {}

    /** The rate with its range. */
    public static String rate(Rate rate) {
        return Words.of("rate.is", Words.share(rate.points()), Words.share(rate.low()), Words.share(rate.high()));
    }

    /** What a rate is. */
    public static String rateMeans() {
        return Words.of("rate.means");
    }

    public static String trend(Rate.Trend trend) {
        return switch (trend) {
            case Rate.Trend.Better better -> Words.of("trend.better", points(better.before()), points(better.now()));
            case Rate.Trend.Worse worse -> Words.of("trend.worse", points(worse.before()), points(worse.now()));
            case Rate.Trend.NoClearChange none -> Words.of("trend.none");
            case Rate.Trend.TooFew few -> Words.of("trend.few", few.missing());
        };
    }

    private static String points(Rate rate) {
        return Words.share(rate.points());
    }

    /** For the coach alone. */
    public static String forLevel(Peers.Ratings ratings) {
        return Words.of("rate.level", ratings.from(), ratings.to());
    }

    /** What a habit costs, and when it was trained. */
    public static String cost(Habit habit) {
        String trained = habit.trained().isEmpty()
                ? Words.of("habit.untrained")
                : Words.of("habit.trained", habit.trained().getAsInt());
        return Words.of("habit.cost", Words.share(habit.perGame()), habit.games(), habit.of()) + " · " + trained;
    }

    /** A habit in a line of a list. */
    public static String line(Habit habit) {
        return Words.of("habit.line", habit.key().text(), Words.share(habit.perGame()), habit.games(), habit.of());
    }

    /** What everything below a habit costs a game. */
    public static String smallChange(StudentAccount account) {
        return Words.of(
                "habit.small",
                Words.share(account.smallChange() / Math.max(1, account.games().size())));
    }

    /** Occasions met, and where scripts lose their points. */
    public static List<String> occasions(Habit habit) {
        List<String> said = new ArrayList<>();
        Habit.Occasions occasions = habit.occasions();
        String all = Words.of("habit.met", occasions.met(), occasions.of());
        said.add(
                occasions.isBeforeAndAfter()
                        ? all + Words.of("habit.metBefore", occasions.metBefore(), occasions.before())
                        : all);
        habit.scripts().most().ifPresent(most -> said.add(Words.of("habit.scripts." + most)));
        return said;
    }

    public static String when(ClockAccount.When when) {
        return Words.of("when." + when.circumstance(), Words.share(when.then()), Words.share(when.otherwise()));
    }

    public static String thought(int hardness, ClockAccount.Thought thought) {
        long seconds = thought.average().toSeconds();
        return Words.of(
                "clock.hardness." + hardness,
                String.format(Locale.ROOT, "%d:%02d", seconds / 60, seconds % 60),
                thought.moves());
    }

    /** What is said of a moment, with its move and whom it was played against. */
    public static String moment(Habit.Moment moment, String text) {
        return Words.of(
                "moment.line", moment.move().ply() / 2 + 1, moment.game().opponent(), text);
    }

    /** What is praised; of moments without where. */
    public static String praise(Praised praised) {
        return switch (praised) {
            case Praised.Mastered(Habit habit) ->
                Words.of("praised.mastered", habit.key().text());
            case Praised.Found(Habit.Moment moment, double cost) -> Words.of("praised.found", Words.share(cost));
            case Praised.Decided(Habit.Moment moment, FreeDecision decision) -> decision.text();
        };
    }

    public static String lastChance() {
        return Words.of("moment.lastChance");
    }
}
