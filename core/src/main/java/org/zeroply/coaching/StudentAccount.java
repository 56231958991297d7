package org.zeroply.coaching;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.GameAccount;
import org.zeroply.analysis.Judgement;
import org.zeroply.rules.Move;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.Skill;
import org.zeroply.task.TaskKind;
import org.zeroply.task.Theme;

/**
 * What a student gives away and gets back over judged games, how surely, by which habits, and what to train first. Worked out
 * from what is kept of each game; no clock, no random but a fixed one.
 *
 * @param games in the order in which they were played
 * @param average the account of a game on average; null if there are no games
 * @param rate empty if nothing could be lost anywhere
 * @param forLevel the ratings at which other players here give away as much
 * @param dots a game each in which something could be lost, in order
 * @param habits what gave away {@link Slip#SMALLEST} or more, by cause; the largest first
 * @param smallChange what everything below gave away; with the habits it makes up the whole
 * @param training the habits worth training, the first first
 * @param lastChances of lost games
 * @param praise what was done well, the most telling first
 */
public record StudentAccount(
        List<JudgedGame> games,
        @Nullable GameAccount average,
        Optional<Rate> rate,
        Rate.Trend trend,
        Optional<Peers.Ratings> forLevel,
        List<Dot> dots,
        List<Habit> habits,
        double smallChange,
        List<Habit> training,
        ClockAccount clock,
        List<Habit.Moment> lastChances,
        List<Praised> praise) {
    /** So many games make the mean that is drawn over time. */
    public static final int LAST = 5;

    /** An alternative that expects so much held. */
    private static final double HELD = 0.40;

    private static final double LONG_AGO = 21;
    private static final double A_TASK = 0.1;
    private static final double MOST_FADED = 0.9;
    private static final double MOST_COUNTED = 0.30;

    /** So many fine moves of one kind in one structure are a usual move. */
    private static final int USUAL = 2;

    /**
     * What an account is made of.
     *
     * @param games one side each, in any order
     * @param rating of the student; 0 for none
     * @param repertoire the answers of the student's own repertoires, by the key of the position
     * @param work what was earned of tasks
     * @param peers what others give away; empty if it cannot be said
     * @param now when it is asked for
     */
    public record Season(
            List<JudgedGame> games,
            int rating,
            Map<Long, Set<Move>> repertoire,
            List<TaskWork> work,
            Optional<Peers> peers,
            Instant now) {}

    /**
     * A game in the plot.
     *
     * @param rate of this game alone
     * @param mean of the last {@link #LAST} games with its range; empty before there are as many
     */
    public record Dot(JudgedGame game, double rate, Optional<Rate> mean) {}

    public StudentAccount {
        games = List.copyOf(games);
        dots = List.copyOf(dots);
        habits = List.copyOf(habits);
        training = List.copyOf(training);
        lastChances = List.copyOf(lastChances);
        praise = List.copyOf(praise);
    }

    /** What a game adds to a rate: at moves at which something could be lost, in no repertoire and not forced. */
    static Rate.Part part(JudgedGame game, Map<Long, Set<Move>> repertoire) {
        double given = 0;
        int moves = 0;
        for (OwnMove move : game.moves()) {
            if (counts(move, repertoire)) {
                given += move.loss();
                moves++;
            }
        }
        return new Rate.Part(given, moves);
    }

    static boolean counts(OwnMove move, Map<Long, Set<Move>> repertoire) {
        return move.stake() >= Slip.SMALLEST - 1e-9
                && !repertoire.getOrDefault(move.position(), Set.of()).contains(move.move());
    }

    public static StudentAccount of(Season season) {
        List<JudgedGame> games = season.games().stream()
                .sorted(Comparator.comparing(JudgedGame::date).thenComparingLong(JudgedGame::game))
                .toList();
        List<Rate.Part> parts =
                games.stream().map(game -> part(game, season.repertoire())).toList();
        Optional<Rate> rate = Rate.of(parts);
        Habits found = new Habits(games, parts, season);
        List<Habit> habits = found.habits();
        return new StudentAccount(
                games,
                average(games),
                rate,
                Rate.Trend.of(parts),
                rate.flatMap(each -> season.peers().flatMap(peers -> peers.ratingsOf(each))),
                dots(games, parts),
                habits,
                found.smallChange,
                habits.stream()
                        .filter(habit -> habit.weight() > 0 && habit.key().kind() != Habit.Kind.NONE)
                        .sorted(Comparator.comparingDouble(Habit::weight).reversed())
                        .toList(),
                ClockAccount.of(games, season.repertoire()),
                games.stream().flatMap(game -> lastChance(game).stream()).toList(),
                Praised.in(games, habits, season.rating()));
    }

    /** The account of a game on average; null for no games. */
    public static @Nullable GameAccount average(List<JudgedGame> games) {
        if (games.isEmpty()) {
            return null;
        }
        double start = 0;
        double back = 0;
        double later = 0;
        double end = 0;
        Map<Judgement.Phase, Double> phases = new EnumMap<>(Judgement.Phase.class);
        double each = 1.0 / games.size();
        for (JudgedGame game : games) {
            GameAccount account = game.account();
            start += each * account.start();
            back += each * account.givenBack();
            later += each * account.foundLater();
            end += each * account.end();
            account.phases().forEach((phase, given) -> phases.merge(phase, each * given, Double::sum));
        }
        return new GameAccount(games.getFirst().side(), start, phases, back, later, end);
    }

    private static List<Dot> dots(List<JudgedGame> games, List<Rate.Part> parts) {
        List<Dot> dots = new ArrayList<>();
        List<Rate.Part> counted = new ArrayList<>();
        for (int i = 0; i < games.size(); i++) {
            Optional<Double> rate = parts.get(i).rate();
            if (rate.isPresent()) {
                counted.add(parts.get(i));
                Optional<Rate> mean = counted.size() < LAST
                        ? Optional.empty()
                        : Rate.ofBand(counted.subList(counted.size() - LAST, counted.size()));
                dots.add(new Dot(games.get(i), rate.get(), mean));
            }
        }
        return dots;
    }

    /** The last own move of a lost game with an alternative that held. */
    static Optional<Habit.Moment> lastChance(JudgedGame game) {
        if (game.score().filter(score -> score == 0).isEmpty()) {
            return Optional.empty();
        }
        return game.moves().reversed().stream()
                .filter(move -> move.loss() > 0 && move.before() >= HELD && move.after() < HELD)
                .findFirst()
                .map(move -> new Habit.Moment(game, move));
    }

    /** The habit of a moment. */
    public Optional<Habit> habitOf(long game, int ply) {
        return habits.stream()
                .filter(habit -> habit.times().stream()
                        .anyMatch(time ->
                                time.game().game() == game && time.move().ply() == ply))
                .findFirst();
    }

    /** A move in a structure of pawns. */
    private record InStructure(long pawns, Move move) {}

    /**
     * A move with what it is an example of.
     *
     * @param isUsual whether it is the student's usual move in the structure
     * @param key null where it gave away next to nothing
     */
    private record Seen(JudgedGame game, OwnMove move, boolean isUsual, Habit.@Nullable Key key) {}

    /** Finds the habits of all games together. */
    private static final class Habits {
        private final List<JudgedGame> games;
        private final Season season;
        private final Map<InStructure, Integer> fine = new HashMap<>();
        private final Map<Habit.Key, List<Habit.Moment>> times = new LinkedHashMap<>();
        private final List<Seen> seen = new ArrayList<>();
        private final double chances;
        private double smallChange;

        Habits(List<JudgedGame> games, List<Rate.Part> parts, Season season) {
            this.games = games;
            this.season = season;
            chances = games.isEmpty()
                    ? 0
                    : (double) parts.stream().mapToInt(Rate.Part::moves).sum() / games.size();
            for (JudgedGame game : games) {
                for (OwnMove move : game.moves()) {
                    if (move.slip() == null) {
                        fine.merge(new InStructure(move.pawns(), move.move()), 1, Integer::sum);
                    }
                }
            }
            for (JudgedGame game : games) {
                for (OwnMove move : game.moves()) {
                    boolean isUsual = isUsual(move);
                    Slip slip = move.slip();
                    Habit.Key key = slip == null ? null : key(slip, isUsual);
                    seen.add(new Seen(game, move, isUsual, key));
                    if (key == null) {
                        smallChange += move.loss();
                    } else {
                        times.computeIfAbsent(key, any -> new ArrayList<>()).add(new Habit.Moment(game, move));
                    }
                }
            }
        }

        private boolean isUsual(OwnMove move) {
            return fine.getOrDefault(new InStructure(move.pawns(), move.move()), 0) >= USUAL;
        }

        /** What is refuted though it is the usual move was played by rote. */
        private static Habit.Key key(Slip slip, boolean isUsual) {
            Habit.Key key = Habit.Key.of(slip);
            boolean isRefuted = key.kind().isTactics() || key.kind() == Habit.Kind.THREAT_OVERLOOKED;
            return isRefuted && isUsual ? new Habit.Key(Habit.Kind.BY_ROTE, null) : key;
        }

        List<Habit> habits() {
            List<Habit> habits = new ArrayList<>();
            times.forEach((key, moments) -> habits.add(habit(key, moments)));
            habits.sort(Comparator.comparingDouble(Habit::points).reversed());
            return habits;
        }

        private Habit habit(Habit.Key key, List<Habit.Moment> moments) {
            List<TaskWork> work = season.work().stream()
                    .filter(each -> trains(each, key))
                    .sorted(Comparator.comparing(TaskWork::when))
                    .toList();
            Map<Judgement.Phase, Double> phases = new EnumMap<>(Judgement.Phase.class);
            moments.forEach(
                    each -> phases.merge(each.move().phase(), each.move().loss(), Double::sum));
            double points =
                    moments.stream().mapToDouble(each -> each.move().loss()).sum();
            return new Habit(
                    key,
                    points,
                    games(moments),
                    games.size(),
                    moments,
                    phases,
                    occasions(key, work.isEmpty() ? null : work.getFirst().when()),
                    work.isEmpty() ? OptionalInt.empty() : OptionalInt.of((int) days(work.getLast())),
                    weight(key, moments, work),
                    split(work));
        }

        /** How many games these moments are from; a game is told by itself, since comparing whole ones takes long. */
        private static int games(List<Habit.Moment> moments) {
            Set<JudgedGame> different = Collections.newSetFromMap(new IdentityHashMap<>());
            moments.forEach(each -> different.add(each.game()));
            return different.size();
        }

        private static boolean trains(TaskWork work, Habit.Key key) {
            return key.kind() == Habit.Kind.THREAT_OVERLOOKED && work.kind() == TaskKind.PARRY
                    || work.themes().stream()
                            .flatMap(theme -> Theme.of(theme).stream())
                            .anyMatch(key.themes()::contains);
        }

        private double days(TaskWork work) {
            return Math.max(0, Duration.between(work.when(), season.now()).toMinutes() / 1440.0);
        }

        private double weight(Habit.Key key, List<Habit.Moment> moments, List<TaskWork> work) {
            double counted = moments.stream()
                            .mapToDouble(
                                    each -> Math.min(MOST_COUNTED, each.move().loss()))
                            .sum()
                    / games.size();
            double usual = season.peers()
                    .flatMap(peers -> peers.rateAt(season.rating())
                            .map(rate ->
                                    rate * chances / Rate.MOVES * peers.shares().getOrDefault(key, 0.0)))
                    .orElse(0.0);
            double faded = work.stream()
                    .mapToDouble(each -> A_TASK * each.share() * Math.exp(-days(each) / LONG_AGO))
                    .sum();
            return (counted - usual) * (1 - Math.min(MOST_FADED, faded));
        }

        private static Habit.ScriptSplit split(List<TaskWork> work) {
            double notConsidered = 0;
            double stoppedEarly = 0;
            double misjudged = 0;
            for (TaskWork each : work) {
                for (Map.Entry<Skill, MarkedScript.Sum> entry : each.bySkill().entrySet()) {
                    double lost = entry.getValue()
                                    .outOf()
                                    .less(entry.getValue().points())
                                    .halves()
                            / 2.0;
                    switch (entry.getKey()) {
                        case CHOOSING, FINDING, CONSIDERING -> notConsidered += lost;
                        case REACHING, REFUTING -> stoppedEarly += lost;
                        case JUDGING -> misjudged += lost;
                        case ANSWERING, PLAYING -> {}
                    }
                }
            }
            return new Habit.ScriptSplit(notConsidered, stoppedEarly, misjudged);
        }

        private Habit.Occasions occasions(Habit.Key key, @Nullable Instant trained) {
            String day = trained == null
                    ? "~"
                    : LocalDate.ofInstant(trained, ZoneOffset.UTC).toString().replace('-', '.');
            int met = 0;
            int of = 0;
            int metBefore = 0;
            int before = 0;
            for (Seen each : seen) {
                boolean isMissed = key.equals(each.key());
                if (isMissed || isOccasion(key, each)) {
                    boolean isBefore = each.game().date().compareTo(day) < 0;
                    of++;
                    met += isMissed ? 0 : 1;
                    before += isBefore ? 1 : 0;
                    metBefore += isBefore && !isMissed ? 1 : 0;
                }
            }
            return new Habit.Occasions(met, of, metBefore, before);
        }

        private static boolean isOccasion(Habit.Key key, Seen seen) {
            OwnMove move = seen.move();
            boolean isAtStake = move.stake() >= Slip.SMALLEST - 1e-9;
            return switch (key.kind()) {
                case TACTICS_OWN -> move.wins() == key.motif();
                case TACTICS_THEIRS -> isAtStake && move.wins() == null && !move.isThreatened();
                case THREAT_OVERLOOKED -> move.isThreatened();
                case EXCHANGE -> isAtStake && move.trades();
                case ENDING -> isAtStake && move.phase() == Judgement.Phase.ENDING;
                case DEVELOPMENT -> isAtStake && move.phase() == Judgement.Phase.OPENING;
                case KING, ACTIVITY, STRUCTURE -> isAtStake && move.phase() != Judgement.Phase.ENDING;
                case BY_ROTE -> seen.isUsual();
                case NONE -> isAtStake;
            };
        }
    }
}
