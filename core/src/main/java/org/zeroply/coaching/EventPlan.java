package org.zeroply.coaching;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.zeroply.analysis.Judgement;
import org.zeroply.words.Words;

/**
 * The way of a student to an event: how the minutes of each week are shared, by the rules of {@link Teaching} and what the
 * coach set over them.
 *
 * @param days left until it begins; 0 or less once it has
 * @param shares of the time beside the long think, as they are in the weeks before the last ones
 * @param weeks in order; the last one ends on the day before the event
 */
public record EventPlan(int days, List<Share> shares, List<Week> weeks) {
    private static final int ROUND = 5;
    private static final int WHOLE = 100;
    private static final int A_WEEK = 7;

    /** What time is given to. */
    public enum Part {
        HABITS,
        CALCULATION,
        ENDINGS,
        REPERTOIRE;

        public String text() {
            return Words.of("plan." + name());
        }
    }

    /**
     * A share with the rule behind it.
     *
     * @param hundredths of the time beside the long think
     * @param isOwn whether the coach set it
     */
    public record Share(Part part, int hundredths, String why, boolean isOwn) {}

    /**
     * Up to seven days.
     *
     * @param think minutes of the long think
     * @param minutes by part, in steps of five
     * @param isLast whether it lies in the last weeks
     */
    public record Week(LocalDate from, LocalDate to, int think, Map<Part, Integer> minutes, boolean isLast) {
        public Week {
            minutes = new EnumMap<>(minutes);
        }

        public int all() {
            return think + minutes.values().stream().mapToInt(Integer::intValue).sum();
        }
    }

    /**
     * What the account says of a student.
     *
     * @param weights what is to be trained, in points a game, by part; empty if nothing is judged
     * @param lostInOpenings the part of what was given away that was given away in the opening, 0 to 1
     */
    public record Needs(Map<Part, Double> weights, double lostInOpenings) {
        public static final Needs UNKNOWN = new Needs(Map.of(), 0);

        public Needs {
            weights = Map.copyOf(weights);
        }

        /** By an account: calculation for tactics and threats, endings, habits for the rest. */
        public static Needs of(StudentAccount account) {
            Map<Part, Double> weights = new EnumMap<>(Part.class);
            for (Habit habit : account.training()) {
                Part part = switch (habit.key().kind()) {
                    case TACTICS_OWN, TACTICS_THEIRS, THREAT_OVERLOOKED -> Part.CALCULATION;
                    case ENDING -> Part.ENDINGS;
                    default -> Part.HABITS;
                };
                weights.merge(part, habit.weight(), Double::sum);
            }
            double given =
                    account.games().stream().mapToDouble(JudgedGame::givenAway).sum();
            double opening = account.games().stream()
                    .mapToDouble(game -> game.account().phases().getOrDefault(Judgement.Phase.OPENING, 0.0))
                    .sum();
            return new Needs(weights, given == 0 ? 0 : opening / given);
        }
    }

    public EventPlan {
        shares = List.copyOf(shares);
        weeks = List.copyOf(weeks);
    }

    public static EventPlan of(Event event, Event.Goer goer, Needs needs, LocalDate today) {
        int days = (int) ChronoUnit.DAYS.between(today, event.from());
        List<Week> weeks = new ArrayList<>();
        for (LocalDate from = today; from.isBefore(event.from()); from = from.plusDays(A_WEEK)) {
            LocalDate to = from.plusDays(A_WEEK - 1L);
            if (!to.isBefore(event.from())) {
                to = event.from().minusDays(1);
            }
            weeks.add(week(from, to, event, goer, needs));
        }
        return new EventPlan(days, shares(goer, needs, false), weeks);
    }

    private static Week week(LocalDate from, LocalDate to, Event event, Event.Goer goer, Needs needs) {
        int length = (int) ChronoUnit.DAYS.between(from, to) + 1;
        int minutes = goer.minutes() * length / A_WEEK;
        boolean isLast = ChronoUnit.DAYS.between(from, event.from()) <= Teaching.LAST_WEEKS;
        // A week that is almost over by then has no day for it.
        int think =
                length <= Teaching.NOTHING_NEW ? 0 : stepped(Math.min(Teaching.THINK, minutes * Teaching.MOST_THINK));
        return new Week(from, to, think, spread(minutes - think, shares(goer, needs, isLast)), isLast);
    }

    private static int stepped(double minutes) {
        return ((int) (minutes / ROUND)) * ROUND;
    }

    /** In steps of five minutes, by largest remainder, so that they add up to all whole steps there are. */
    private static Map<Part, Integer> spread(int minutes, List<Share> shares) {
        int steps = Math.max(0, minutes) / ROUND;
        Map<Part, Integer> spread = new EnumMap<>(Part.class);
        Map<Part, Double> rest = new EnumMap<>(Part.class);
        int given = 0;
        for (Share share : shares) {
            double exact = steps * share.hundredths() / (double) WHOLE;
            int whole = (int) exact;
            spread.put(share.part(), whole);
            rest.put(share.part(), exact - whole);
            given += whole;
        }
        for (; given < steps; given++) {
            Part most = rest.entrySet().stream()
                    .max(Map.Entry.comparingByValue())
                    .orElseThrow()
                    .getKey();
            spread.merge(most, 1, Integer::sum);
            rest.put(most, -1.0);
        }
        spread.replaceAll((part, number) -> number * ROUND);
        return spread;
    }

    /** The shares, which add up to a hundred: those that the coach set, the others by the rule within what is left. */
    private static List<Share> shares(Event.Goer goer, Needs needs, boolean isLast) {
        Map<Part, Double> rule = rule(needs, isLast);
        Map<Part, Integer> own = goer.own();
        int set = own.values().stream().mapToInt(Integer::intValue).sum();
        double open = rule.entrySet().stream()
                .filter(entry -> !own.containsKey(entry.getKey()))
                .mapToDouble(Map.Entry::getValue)
                .sum();
        // More than all there is gives way in proportion.
        double fits = Math.min(1, WHOLE / (double) Math.max(1, set));
        double left = Math.max(0, WHOLE - set);
        Map<Part, Double> exact = new EnumMap<>(Part.class);
        rule.forEach((part, share) -> {
            Integer wanted = own.get(part);
            exact.put(part, wanted != null ? wanted * fits : open == 0 ? 0 : left * share / open);
        });
        // Where the coach set all of them to less than the whole, the rest is nobody's.
        Map<Part, Integer> rounded = rounded(exact);
        List<Share> shares = new ArrayList<>();
        for (Part part : Part.values()) {
            boolean isOwn = own.containsKey(part);
            shares.add(new Share(
                    part, rounded.getOrDefault(part, 0), isOwn ? Words.of("plan.own") : why(part, needs), isOwn));
        }
        return shares;
    }

    private static Map<Part, Integer> rounded(Map<Part, Double> exact) {
        int whole = (int) Math.round(
                exact.values().stream().mapToDouble(Double::doubleValue).sum());
        Map<Part, Integer> rounded = new EnumMap<>(Part.class);
        exact.forEach((part, share) -> rounded.put(part, share.intValue()));
        List<Part> parts = new ArrayList<>(exact.keySet());
        parts.sort((one, other) -> Double.compare(fraction(exact, other), fraction(exact, one)));
        int given = rounded.values().stream().mapToInt(Integer::intValue).sum();
        for (int i = 0; given + i < whole && i < parts.size(); i++) {
            rounded.merge(parts.get(i), 1, Integer::sum);
        }
        return rounded;
    }

    private static double fraction(Map<Part, Double> exact, Part part) {
        double share = exact.getOrDefault(part, 0.0);
        return share - Math.floor(share);
    }

    private static Map<Part, Double> rule(Needs needs, boolean isLast) {
        double repertoire =
                Math.max(Teaching.LEAST_REPERTOIRE, needs.lostInOpenings()) + (isLast ? Teaching.MORE_REPERTOIRE : 0);
        repertoire = Math.min(Teaching.MOST_REPERTOIRE, repertoire);
        Map<Part, Double> base = new EnumMap<>(Part.class);
        double all = needs.weights().values().stream()
                .mapToDouble(weight -> Math.max(0, weight))
                .sum();
        base.put(Part.HABITS, Teaching.HABITS);
        base.put(Part.CALCULATION, Teaching.CALCULATION);
        base.put(Part.ENDINGS, Teaching.ENDINGS);
        if (all > 0) {
            double left = 1 - base.size() * Teaching.LEAST_SHARE;
            base.replaceAll((part, share) ->
                    Teaching.LEAST_SHARE + left * Math.max(0, needs.weights().getOrDefault(part, 0.0)) / all);
        }
        double rest = 1 - repertoire;
        base.replaceAll((part, share) -> share * rest);
        base.put(Part.REPERTOIRE, repertoire);
        return base;
    }

    private static String why(Part part, Needs needs) {
        if (part == Part.REPERTOIRE) {
            return needs.lostInOpenings() > Teaching.LEAST_REPERTOIRE
                    ? Words.of("plan.why.openings", Words.share(needs.lostInOpenings()))
                    : Words.of("plan.why.least", Words.share(Teaching.LEAST_REPERTOIRE));
        }
        return needs.weights().isEmpty()
                ? Words.of("plan.why.unknown")
                : Words.of(
                        "plan.why.weight",
                        Words.share(Math.max(0, needs.weights().getOrDefault(part, 0.0))));
    }
}
