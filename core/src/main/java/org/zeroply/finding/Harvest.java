package org.zeroply.finding;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.Game;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/**
 * Makes exercises out of the {@link Prospect prospects} of judged games. Each is looked at again, with a fixed number of
 * positions or by the exact endings, and falls if that look does not bear it out; what stays gets its kind, themes, level,
 * solution and hints. The same games always give the same exercises.
 */
public final class Harvest {
    /** What the second look of a prospect costs. */
    public static final Limit SECOND_LOOK = Limit.nodes(6_000_000);

    /** Every other move must give away so much at the second look. */
    public static final double MARGIN = 0.08;

    /** A move that gives away less is as good as the best. */
    static final double AS_GOOD = 0.03;

    /** From this half-move on, two lines that come to one position are one. */
    private static final int MEETING = 3;

    private static final int LINES = 3;

    /** Where the key is as easy as that and nobody missed it, it is asked what is wrong with the move that tempts. */
    private static final int EASY = 1;

    /** What became of a prospect. */
    public sealed interface Outcome {
        record Kept(Exercise exercise) implements Outcome {}

        /** @param margin what the best of the other moves gave away at the second look; 0 if it was not looked at */
        record Dropped(DropReason reason, double margin) implements Outcome {}
    }

    private final Analyst analyst;
    private final Limit limit;
    private final Making making;

    /** @param analyst asks proofs and exact endings first */
    public Harvest(Analyst analyst) {
        this(analyst, SECOND_LOOK);
    }

    /** With another effort of the second look. */
    public Harvest(Analyst analyst, Limit limit) {
        this.analyst = analyst;
        this.limit = limit;
        making = new Making(analyst);
    }

    /**
     * Looks at a prospect again.
     *
     * @param isKnown whether an exercise that is the same for this purpose is there already
     * @return empty if it was cancelled
     */
    public Optional<Outcome> look(Game game, Prospect prospect, Predicate<Likeness> isKnown, Cancel cancel) {
        if (isKnown.test(Likeness.of(prospect.position(), List.of(prospect.key())))) {
            return Optional.of(new Outcome.Dropped(DropReason.DOUBLE, 0));
        }
        Sure sure = ask(prospect.line(), cancel);
        if (sure == null) {
            return Optional.empty();
        }
        Optional<DropReason> fault = fault(prospect, sure);
        if (fault.isPresent()) {
            return Optional.of(new Outcome.Dropped(fault.get(), sure.margin()));
        }
        boolean isMissed = !sure.good().contains(prospect.played());
        Move tempting = prospect.tempting();
        if (!isMissed && tempting != null && !sure.good().contains(tempting) && prospect.hardness() <= EASY) {
            List<Position> after = new ArrayList<>(prospect.line());
            after.add(prospect.position().play(tempting));
            Sure refutation = ask(after, cancel);
            if (refutation == null) {
                return Optional.empty();
            }
            if (faultOf(refutation).isEmpty()) {
                return made(game, prospect, refutation, ExerciseKind.REFUTE, isKnown, cancel);
            }
        }
        if (!isMissed && prospect.hardness() == 0) {
            return Optional.of(new Outcome.Dropped(DropReason.OBVIOUS, sure.margin()));
        }
        return made(game, prospect, sure, null, isKnown, cancel);
    }

    private Optional<Outcome> made(
            Game game,
            Prospect prospect,
            Sure sure,
            @Nullable ExerciseKind kind,
            Predicate<Likeness> isKnown,
            Cancel cancel) {
        Optional<Exercise> made = making.of(game, prospect, sure, kind, cancel);
        return made.map(exercise -> isKnown.test(Likeness.of(exercise.position(), exercise.line()))
                ? new Outcome.Dropped(DropReason.DOUBLE, sure.margin())
                : new Outcome.Kept(exercise));
    }

    /**
     * The second look at a position.
     *
     * @param line the positions up to it, itself last
     * @param good the best move and those that come to the same position
     * @param rest the best of the others; null if there is none
     */
    record Sure(
            List<Position> line,
            Calculation found,
            List<Move> good,
            @Nullable CalculatedLine rest) {
        Position position() {
            return line.getLast();
        }

        CalculatedLine best() {
            return found.lines().getFirst();
        }

        double value() {
            return best().verdict().expectedFor(position().sideToMove());
        }

        /** What every other move gives away; all that there is, if there is no other. */
        double margin() {
            Side side = position().sideToMove();
            return rest == null ? value() : Math.max(0, value() - rest.verdict().expectedFor(side));
        }
    }

    private @Nullable Sure ask(List<Position> line, Cancel cancel) {
        analyst.forget();
        Position position = line.getLast();
        Question question = new Question(position, line.subList(0, line.size() - 1), List.of(), LINES, limit);
        Calculation found = analyst.calculate(question, partial -> {}, cancel);
        if (cancel.isRequested() || found.lines().isEmpty()) {
            return null;
        }
        CalculatedLine best = found.lines().getFirst();
        List<Move> good = new ArrayList<>(List.of(best.first()));
        CalculatedLine rest = null;
        for (CalculatedLine each : found.lines().subList(1, found.lines().size())) {
            if (meet(position, best, each)) {
                good.add(each.first());
            } else if (rest == null) {
                rest = each;
            }
        }
        return new Sure(line, found, good, rest);
    }

    /** Whether two lines come to one position: the same moves in another order. */
    private static boolean meet(Position position, CalculatedLine one, CalculatedLine other) {
        Side side = position.sideToMove();
        if (Math.abs(one.verdict().expectedFor(side) - other.verdict().expectedFor(side)) >= AS_GOOD) {
            return false;
        }
        List<Position> first = position.positionsAlong(one.moves());
        List<Position> second = position.positionsAlong(other.moves());
        for (int ply = MEETING; ply < Math.min(first.size(), second.size()); ply++) {
            if (first.get(ply).repeats(second.get(ply))) {
                return true;
            }
        }
        return false;
    }

    private static Optional<DropReason> fault(Prospect prospect, Sure sure) {
        Optional<DropReason> fault = faultOf(sure);
        if (fault.isPresent()) {
            return fault;
        }
        boolean fails = !sure.good().contains(prospect.played())
                || prospect.tempting() != null && !sure.good().contains(prospect.tempting());
        return fails ? Optional.empty() : Optional.of(DropReason.NOTHING_FAILS);
    }

    private static Optional<DropReason> faultOf(Sure sure) {
        Side side = sure.position().sideToMove();
        if (isWonBy(side.opposite(), sure.best().verdict())) {
            return Optional.of(DropReason.LOST_ANYWAY);
        }
        List<CalculatedLine> lines = sure.found().lines();
        if (lines.size() == LINES && lines.stream().allMatch(line -> isWonBy(side, line.verdict()))) {
            return Optional.of(DropReason.WON_ANYWAY);
        }
        if (sure.margin() < AS_GOOD) {
            return Optional.of(DropReason.TWO_GOOD);
        }
        return sure.margin() < MARGIN ? Optional.of(DropReason.LOST_MARGIN) : Optional.empty();
    }

    private static boolean isWonBy(Side side, Verdict verdict) {
        return verdict.step() == (side == Side.WHITE ? Verdict.Step.WHITE_WINNING : Verdict.Step.BLACK_WINNING);
    }
}
