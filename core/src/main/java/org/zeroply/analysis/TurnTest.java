package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.ending.Exact;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.LosingAMove;
import org.zeroply.ending.PawnEnding;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Grounds;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/**
 * The same position with either side to move. A side is in zugzwang if, being to move, it would stand clearly better with
 * the right to pass wherever it likes: the duty to move is what costs it. If that holds for both, whoever is to move has to
 * give way.
 *
 * @param asItIs the verdict with the side to move that the position has
 * @param turned with the other side to move
 * @param inZugzwang the sides that the duty to move costs something
 * @param grounds what all of it rests on
 * @param losingAMove whether the side to move can reach the position with the other side to move
 */
public record TurnTest(
        Position position,
        Verdict asItIs,
        Verdict turned,
        Set<Side> inZugzwang,
        Grounds grounds,
        LosingAMoveAnswer losingAMove) {
    /** Moves of both sides that the search for a lost move goes to outside pawn endings. */
    private static final int DEPTH_OF_RETURN = 5;

    /** Whether a move can be lost. */
    public sealed interface LosingAMoveAnswer {}

    /** @param way moves of both sides, after which the position stands with the other side to move */
    public record Way(List<Move> way, Grounds grounds) implements LosingAMoveAnswer {
        public Way {
            way = List.copyOf(way);
        }
    }

    /** It is proven that it cannot be done. */
    public record NoWay() implements LosingAMoveAnswer {}

    /** It would gain nothing that is not there without it. */
    public record NotNeeded() implements LosingAMoveAnswer {}

    /** Looked for to so many half-moves. */
    public record NotFound(int depth) implements LosingAMoveAnswer {}

    public TurnTest {
        inZugzwang = Set.copyOf(inZugzwang);
    }

    /** In a word: zugzwang for one side, for both, or none. */
    public String text() {
        if (inZugzwang.isEmpty()) {
            return Words.of("turn.none");
        }
        return inZugzwang.size() == 2
                ? Words.of("turn.both")
                : Words.of("turn.one", Words.of("side." + inZugzwang.iterator().next()));
    }

    /** The verdict with a side to move. */
    public Verdict with(Side toMove) {
        return position.sideToMove() == toMove ? asItIs : turned;
    }

    /** Why the turn may not be swapped, or an empty text. */
    public static String refusal(Position position) {
        if (position.isCheck()) {
            return Words.of("turn.check", Words.of("side." + position.sideToMove()));
        }
        if (!position.hasLegalMove()) {
            return Words.of("turn.over");
        }
        return "";
    }

    /**
     * Tests it on the calling thread; empty if it was cancelled.
     *
     * @param limit for each of four calculations; a pawn ending is solved instead if it can be
     * @param exact null to calculate even then
     * @throws IllegalArgumentException if {@link #refusal} has a reason
     */
    public static Optional<TurnTest> of(
            Position position, Limit limit, Analyst analyst, @Nullable ExactEndings exact, Cancel cancel) {
        if (!refusal(position).isEmpty()) {
            throw new IllegalArgumentException(refusal(position));
        }
        Position turned = position.play(Move.PASS);
        LosingAMoveAnswer losing = losing(position, exact, cancel);
        if (exact != null && PawnEnding.covers(position)) {
            Optional<TurnTest> solved = solved(position, turned, exact, losing, cancel);
            if (solved.isPresent()) {
                return solved;
            }
        }
        Side us = position.sideToMove();
        Calculation here = analyst.calculate(Question.of(position, limit), found -> {}, cancel);
        Calculation there = analyst.calculate(Question.of(turned, limit), found -> {}, cancel);
        Calculation ourPass = analyst.calculate(Question.of(turned, limit).withPasses(us), found -> {}, cancel);
        Calculation theirPass =
                analyst.calculate(Question.of(position, limit).withPasses(us.opposite()), found -> {}, cancel);
        if (cancel.isRequested()) {
            return Optional.empty();
        }
        Set<Side> harmed = EnumSet.noneOf(Side.class);
        if (isHarmed(us, here.verdict(), ourPass.verdict())) {
            harmed.add(us);
        }
        if (isHarmed(us.opposite(), there.verdict(), theirPass.verdict())) {
            harmed.add(us.opposite());
        }
        int depth = Math.min(Math.min(here.depth(), there.depth()), Math.min(ourPass.depth(), theirPass.depth()));
        return Optional.of(
                new TurnTest(position, here.verdict(), there.verdict(), harmed, new Grounds.AtDepth(depth), losing));
    }

    private static boolean isHarmed(Side side, Verdict moving, Verdict passing) {
        return passing.expectedFor(side) - moving.expectedFor(side) >= Candidate.REFUTED;
    }

    private static Optional<TurnTest> solved(
            Position position, Position turned, ExactEndings exact, LosingAMoveAnswer losing, Cancel cancel) {
        if (!(exact.solveQuickly(position, cancel) instanceof ExactEndings.Solved here)
                || !(exact.solveQuickly(turned, cancel) instanceof ExactEndings.Solved there)) {
            return Optional.empty();
        }
        Set<Side> harmed = EnumSet.noneOf(Side.class);
        for (ExactEndings.Solved each : List.of(here, there)) {
            Position from = each.solution().position();
            Side side = from.sideToMove();
            Optional<Exact> passing = exact.pawnEnding().withPasses(from, side, cancel);
            if (passing.isEmpty()) {
                return Optional.empty();
            }
            if (passing.get().outcome() > each.solution().exact().outcome()) {
                harmed.add(side);
            }
        }
        return Optional.of(new TurnTest(
                position, here.solution().verdict(), there.solution().verdict(), harmed, new Grounds.Proven(), losing));
    }

    // ---- losing a move

    private static LosingAMoveAnswer losing(Position position, @Nullable ExactEndings exact, Cancel cancel) {
        if (exact != null && LosingAMove.covers(position)) {
            return switch (LosingAMove.search(position, exact.pawnEnding(), cancel)) {
                case LosingAMove.Found found -> new Way(found.way(), new Grounds.Proven());
                case LosingAMove.Impossible impossible -> new NoWay();
                case LosingAMove.NotNeeded notNeeded -> new NotNeeded();
                case LosingAMove.NotSettled open -> search(position);
            };
        }
        return search(position);
    }

    /** Whether it can be done against every reply, in at most so many half-moves. */
    private static LosingAMoveAnswer search(Position position) {
        Position goal = position.play(Move.PASS);
        for (int depth = 1; depth <= DEPTH_OF_RETURN; depth += 2) {
            List<Move> way = way(position, goal, depth);
            if (!way.isEmpty()) {
                return new Way(way, new Grounds.Proven());
            }
        }
        return new NotFound(DEPTH_OF_RETURN);
    }

    /** A line in which every reply was met, one of them shown; empty if there is none. */
    private static List<Move> way(Position here, Position goal, int depth) {
        for (Move move : here.legalMoves()) {
            if (isIrreversible(here, move)) {
                continue;
            }
            Position after = here.play(move);
            if (after.repeats(goal)) {
                return List.of(move);
            }
            if (depth < 3) {
                continue;
            }
            List<Move> shown = List.of();
            boolean met = after.hasLegalMove() && after.legalMoves().stream().noneMatch(r -> isIrreversible(after, r));
            for (Move reply : met ? after.legalMoves() : List.<Move>of()) {
                List<Move> rest = way(after.play(reply), goal, depth - 2);
                if (rest.isEmpty()) {
                    met = false;
                    break;
                }
                if (rest.size() + 2 > shown.size()) {
                    shown = new ArrayList<>(List.of(move, reply));
                    shown.addAll(rest);
                }
            }
            if (met) {
                return shown;
            }
        }
        return List.of();
    }

    private static boolean isIrreversible(Position position, Move move) {
        return position.isCapture(move) || position.play(move).halfmoveClock() == 0;
    }
}
