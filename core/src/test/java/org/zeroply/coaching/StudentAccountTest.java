package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.Cause;
import org.zeroply.analysis.GameAccount;
import org.zeroply.coaching.Habit.Kind;
import org.zeroply.coaching.StudentAccount.Season;
import org.zeroply.gametree.GameResult;
import org.zeroply.rules.Move;
import org.zeroply.rules.Square;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.Points;
import org.zeroply.task.Skill;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;

/** The account of a student: sums that add up, habits, what to train, occasions, praise. */
class StudentAccountTest {
    private static final Instant NOW = Instant.parse("2026-03-01T12:00:00Z");
    private static final Habit.Key KING = new Habit.Key(Kind.KING, null);
    private static final Habit.Key THREAT = new Habit.Key(Kind.THREAT_OVERLOOKED, null);

    private static Season season(List<JudgedGame> games, TaskWork... work) {
        return new Season(games, 1900, Map.of(), List.of(work), Optional.empty(), NOW);
    }

    private static StudentAccount account(List<JudgedGame> games, TaskWork... work) {
        return StudentAccount.of(season(games, work));
    }

    private static Habit habit(StudentAccount account, Habit.Key key) {
        return account.habits().stream()
                .filter(each -> each.key().equals(key))
                .findFirst()
                .orElseThrow();
    }

    private static TaskWork work(String theme, String day, int earned, int of, Map<Skill, MarkedScript.Sum> skills) {
        return new TaskWork(
                1,
                7,
                Task.Level.ANY,
                TaskKind.CALCULATE,
                Set.of(theme),
                Instant.parse(day + "T12:00:00Z"),
                Points.of(earned),
                Points.of(of),
                skills);
    }

    private static MarkedScript.Sum sum(int earned, int of) {
        return new MarkedScript.Sum(Points.of(earned), Points.of(of));
    }

    @Test
    void ofNoGamesThereIsNothing() {
        StudentAccount account = account(List.of());
        assertThat(account.average()).isNull();
        assertThat(account.rate()).isEmpty();
        assertThat(account.habits()).isEmpty();
        assertThat(account.trend()).isEqualTo(new Rate.Trend.TooFew(15));
    }

    /** Whatever was given away is in a habit or in small change, and the average of the games adds up like each of them. */
    @Test
    void habitsAndSmallChangeMakeUpTheWhole() {
        Random random = new Random(5);
        Cause.Kind[] kinds = Cause.Kind.values();
        for (int round = 0; round < 50; round++) {
            List<JudgedGame> games = new ArrayList<>();
            for (int i = 0; i < 8; i++) {
                OwnMove[] moves = new OwnMove[20];
                for (int ply = 0; ply < moves.length; ply++) {
                    double loss = random.nextInt(3) == 0 ? 0.12 * random.nextDouble() : 0;
                    Cause.Kind cause = kinds[random.nextInt(kinds.length)];
                    moves[ply] = loss == 0
                            ? Accounts.fine(2 * ply, random.nextDouble())
                            : cause == Cause.Kind.TACTICS
                                    ? Accounts.missed(
                                            2 * ply, loss, new Slip.Tactic(random.nextBoolean(), Motif.FORK, 1))
                                    : Accounts.gave(2 * ply, loss, cause);
                }
                games.add(Accounts.game(i, "2026.01.10", GameResult.DRAW, moves));
            }
            StudentAccount account = account(games);
            double given = games.stream().mapToDouble(JudgedGame::givenAway).sum();
            assertThat(account.habits().stream().mapToDouble(Habit::points).sum() + account.smallChange())
                    .isCloseTo(given, within(1e-9));
            GameAccount average = Objects.requireNonNull(account.average());
            assertThat(average.start() - average.givenAway() + average.givenBack() + average.foundLater())
                    .isCloseTo(average.end(), within(1e-9));
            assertThat(account.habits())
                    .isSortedAccordingTo((one, other) -> Double.compare(other.points(), one.points()));
        }
    }

    @Test
    void movesOfTheRepertoireDoNotCountForTheRate() {
        OwnMove inRepertoire = Accounts.gave(4, 0.3, null);
        List<JudgedGame> games =
                List.of(Accounts.game(1, "2026.01.01", GameResult.DRAW, inRepertoire, Accounts.gave(20, 0.1, null)));
        Season season = new Season(
                games, 1900, Map.of(inRepertoire.position(), Set.of(Accounts.E4)), List.of(), Optional.empty(), NOW);
        assertThat(StudentAccount.of(season).rate().orElseThrow().points()).isEqualTo(4.0, within(1e-9));
        assertThat(account(games).rate().orElseThrow().points()).isEqualTo(8.0, within(1e-9));
    }

    @Test
    void theDearestAndTheNewestAreShownOnce() {
        Habit habit = habit(account(Accounts.games(Cause.Kind.KING, 0.2, 0.4, 0.1)), KING);
        assertThat(habit.telling())
                .extracting(each -> Math.round(100 * each.move().loss()))
                .containsExactly(40L, 10L);
        assertThat(habit.games()).isEqualTo(3);
        assertThat(habit.perGame()).isEqualTo(0.7 / 3, within(1e-9));
        Habit one = habit(account(Accounts.games(Cause.Kind.KING, 0.1, 0.2, 0.4)), KING);
        assertThat(one.telling())
                .as("dearest and newest are one")
                .extracting(each -> Math.round(100 * each.move().loss()))
                .containsExactly(40L, 20L);
        assertThat(habit(account(Accounts.games(Cause.Kind.KING, 0.4)), KING).telling())
                .hasSize(1);
    }

    /** The same move went well in the same pawn structure twice before; now it is refuted. */
    @Test
    void theUsualMoveThatIsRefutedIsByRote() {
        OwnMove usual = Accounts.fine(20, 0.1);
        Slip.Tactic fork = new Slip.Tactic(false, Motif.FORK, 1);
        List<JudgedGame> games = List.of(
                Accounts.game(1, "2026.01.01", GameResult.DRAW, usual),
                Accounts.game(2, "2026.01.02", GameResult.DRAW, usual),
                Accounts.game(3, "2026.01.03", GameResult.DRAW, Accounts.missed(20, 0.3, fork)),
                Accounts.game(4, "2026.01.04", GameResult.DRAW, Accounts.missed(22, 0.3, fork)));
        StudentAccount account = account(games);
        Habit rote = habit(account, new Habit.Key(Kind.BY_ROTE, null));
        assertThat(rote.times())
                .singleElement()
                .satisfies(each -> assertThat(each.game().game()).isEqualTo(3));
        assertThat(rote.occasions()).isEqualTo(new Habit.Occasions(2, 3, 2, 3));
        assertThat(habit(account, new Habit.Key(Kind.TACTICS_THEIRS, Motif.FORK))
                        .times())
                .as("another structure")
                .hasSize(1);
    }

    @Test
    void trainingFadesWhatWasTrainedAndComesBack() {
        List<JudgedGame> games = new ArrayList<>(Accounts.games(Cause.Kind.KING, 0.2, 0.2, 0.2));
        games.addAll(Accounts.games(Cause.Kind.ENDING, 0.15, 0.15, 0.15));
        assertThat(account(games).training())
                .extracting(Habit::key)
                .containsExactly(KING, new Habit.Key(Kind.ENDING, null));
        TaskWork[] lately = new TaskWork[6];
        TaskWork[] longAgo = new TaskWork[6];
        for (int i = 0; i < lately.length; i++) {
            lately[i] = work("rook-lift", "2026-02-27", 10, 10, Map.of());
            longAgo[i] = work("rook-lift", "2025-06-01", 10, 10, Map.of());
        }
        StudentAccount trained = account(games, lately);
        assertThat(trained.training()).extracting(Habit::key).containsExactly(new Habit.Key(Kind.ENDING, null), KING);
        assertThat(habit(trained, KING).trained()).hasValue(2);
        assertThat(account(games, longAgo).training())
                .extracting(Habit::key)
                .first()
                .isEqualTo(KING);
        assertThat(habit(account(games), KING).trained()).isEmpty();
    }

    @Test
    void oneDisasterDoesNotLeadTheTraining() {
        List<JudgedGame> games = new ArrayList<>(Accounts.games(Cause.Kind.KING, 0.5));
        games.addAll(Accounts.games(Cause.Kind.ENDING, 0.12, 0.12, 0.12));
        StudentAccount account = account(games);
        assertThat(account.habits().getFirst().key()).isEqualTo(KING);
        assertThat(account.training().getFirst().key())
                .as("at most .30 an occurrence")
                .isEqualTo(new Habit.Key(Kind.ENDING, null));
    }

    @Test
    void whatNobodyCanNameIsAHabitButNotTrained() {
        StudentAccount account = account(Accounts.games(null, 0.4, 0.4));
        assertThat(account.habits()).extracting(Habit::key).containsExactly(new Habit.Key(Kind.NONE, null));
        assertThat(account.training()).isEmpty();
    }

    @Test
    void occasionsAreCountedBeforeAndAfterTheTraining() {
        List<JudgedGame> games = new ArrayList<>();
        for (int day = 1; day <= 20; day++) {
            boolean missed = day <= 10 ? day % 2 == 0 : day == 20;
            double loss = missed ? 0.2 : 0;
            games.add(Accounts.game(
                    day,
                    "2026.01.%02d".formatted(day),
                    GameResult.DRAW,
                    Accounts.move(
                            20,
                            missed ? Accounts.D4 : Accounts.E4,
                            0.5,
                            loss,
                            Accounts.slip(loss, Cause.Kind.THREAT_OVERLOOKED, null),
                            null,
                            true)));
        }
        Habit before = habit(account(games), THREAT);
        assertThat(before.occasions()).isEqualTo(new Habit.Occasions(14, 20, 14, 20));
        StudentAccount trained = account(games, work("defence", "2026-01-11", 5, 10, Map.of()));
        assertThat(habit(trained, THREAT).occasions()).isEqualTo(new Habit.Occasions(14, 20, 5, 10));
        assertThat(trained.praise()).as("9 of 10 since, 5 of 10 before").first().isInstanceOf(Praised.Mastered.class);
        assertThat(account(games).praise()).isEmpty();
    }

    @Test
    void scriptsTellWhereTheirPointsWereLost() {
        Habit habit = habit(
                account(
                        Accounts.games(Cause.Kind.KING, 0.2),
                        work(
                                "pawn-storm",
                                "2026-02-01",
                                5,
                                20,
                                Map.of(
                                        Skill.FINDING, sum(1, 4),
                                        Skill.REACHING, sum(2, 10),
                                        Skill.JUDGING, sum(2, 6)))),
                KING);
        assertThat(habit.scripts()).isEqualTo(new Habit.ScriptSplit(3, 8, 4));
        assertThat(habit.scripts().most()).contains("stoppedEarly");
    }

    @Test
    void whatTheLevelGivesAnywayIsTakenOff() {
        List<JudgedGame> games = new ArrayList<>(Accounts.games(Cause.Kind.KING, 0.2, 0.2));
        games.addAll(Accounts.games(Cause.Kind.ENDING, 0.15, 0.15));
        // Everybody exposes the king: at this level .15 a game; a game has one move that counts, so a rate of 6.
        Peers peers = new Peers(Math.log(6.1), 0, 1000, 2400, 60, 12, Map.of(KING, 1.0));
        StudentAccount account =
                StudentAccount.of(new Season(games, 1900, Map.of(), List.of(), Optional.of(peers), NOW));
        assertThat(account.training()).extracting(Habit::key).containsExactly(new Habit.Key(Kind.ENDING, null));
    }

    @Test
    void aLostGameNamesItsLastChance() {
        OwnMove early = Accounts.move(10, Accounts.E4, 0.55, 0.2, Accounts.slip(0.2, null, null), null, false);
        OwnMove last = Accounts.move(30, Accounts.D4, 0.45, 0.3, Accounts.slip(0.3, null, null), null, false);
        OwnMove late = Accounts.move(40, Accounts.E4, 0.2, 0.15, Accounts.slip(0.15, null, null), null, false);
        assertThat(account(List.of(Accounts.game(1, "2026.01.01", GameResult.BLACK_WINS, early, last, late)))
                        .lastChances())
                .singleElement()
                .satisfies(each -> assertThat(each.move()).isEqualTo(last));
        assertThat(account(List.of(Accounts.game(1, "2026.01.01", GameResult.DRAW, early, last)))
                        .lastChances())
                .isEmpty();
    }

    private static OwnMove found(List<Integer> ranks, double rest, double tempting, boolean isUnusual) {
        Glances glances = new Glances(ranks, 0.6, rest, new Move(Square.G2, Square.G4), tempting, isUnusual);
        return Accounts.move(20, Accounts.E4, 0.6, 0, null, glances, false);
    }

    @Test
    void praiseCountsForTheLevel() {
        // Only the first glance prefers another move, which loses .2.
        OwnMove easy = found(List.of(2, 1, 1), 0.4, 0.6, false);
        assertThat(Praised.isFound(easy, 1200)).isTrue();
        assertThat(Praised.isFound(easy, 1500)).as("class 1, not 2").isFalse();
        OwnMove harder = found(List.of(3, 2, 1), 0.4, 0.6, false);
        assertThat(Praised.isFound(harder, 1500)).isTrue();
        assertThat(Praised.isFound(harder, 1900)).isFalse();
        OwnMove hard = found(List.of(5, 4, 3), 0.55, 0.4, false);
        assertThat(Praised.isFound(hard, 1900))
                .as("the third glance's move loses .2")
                .isTrue();
        assertThat(Praised.isFound(hard, 1500))
                .as("the second glance's loses .05 for certain")
                .isFalse();
        assertThat(Praised.isFound(hard, 2200)).isFalse();
        assertThat(Praised.isFound(found(List.of(5, 4, 3), 0.4, 0.4, true), 2200))
                .isTrue();
        assertThat(Praised.isFound(found(List.of(1, 1, 1), 0.1, 0.6, true), 1200))
                .as("nothing tempts")
                .isFalse();
        assertThat(Praised.isFound(found(List.of(2, 2, 2), 0.92, 0.4, true), 1200))
                .as("won anyway")
                .isFalse();
    }

    @Test
    void timeStandsBesideTheHardnessOfTheMoveAndWhatStandsOutIsTold() {
        List<JudgedGame> games = new ArrayList<>();
        for (int game = 0; game < 20; game++) {
            List<OwnMove> moves = new ArrayList<>();
            moves.add(Accounts.gave(10, 0.15, null));
            // After the error twice as much is given away as else.
            moves.add(Accounts.gave(12, 0.14, null));
            moves.add(Accounts.fine(14, 0.1));
            moves.add(Accounts.fine(16, 0.1));
            for (int ply = 18; ply < 30; ply += 2) {
                moves.add(Accounts.fine(ply, 0.1));
            }
            games.add(Accounts.game(game, "2026.01.01", GameResult.DRAW, moves.toArray(new OwnMove[0])));
        }
        ClockAccount clock = account(games).clock();
        assertThat(clock.byHardness()).as("no clocks").isEmpty();
        assertThat(clock.when()).singleElement().satisfies(when -> {
            assertThat(when.circumstance()).isEqualTo(ClockAccount.Circumstance.AFTER_ERROR);
            assertThat(when.moves()).isEqualTo(60);
            assertThat(when.then()).isEqualTo(40 * 2.8 / 60, within(1e-9));
            assertThat(when.otherwise()).isEqualTo(40 * 3.0 / 140, within(1e-9));
        });
    }

    @Test
    void thePlotShowsEveryGameAndTheMeanOfTheLastFive() {
        StudentAccount account = account(Accounts.games(Cause.Kind.KING, 0.1, 0.2, 0, 0.1, 0.2, 0.4));
        assertThat(account.dots()).hasSize(6);
        assertThat(account.dots().get(3).mean()).isEmpty();
        assertThat(account.dots().get(4).mean().orElseThrow().points()).isEqualTo(4.8, within(1e-9));
        assertThat(account.dots().get(5).mean().orElseThrow().points()).isEqualTo(7.2, within(1e-9));
        assertThat(account.trend()).isEqualTo(new Rate.Trend.TooFew(9));
    }
}
