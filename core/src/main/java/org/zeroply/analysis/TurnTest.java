package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.LosingAMove;
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
 * The same position with either side to move. It is zugzwang if a side stands clearly worse being to move than with the other
 * side to move: the duty to move is what costs it. What the one loses by it the other gains, so it holds for both or for none.
 *
 * @param asItIs the verdict with the side to move that the position has
 * @param turned with the other side to move
 * @param isZugzwang whether whoever is to move has to give way
 * @param grounds what all of it rests on
 * @param losingAMove whether the side to move can reach the position with the other side to move
 */
public record TurnTest(
        Position position,
        Verdict asItIs,
        Verdict turned,
        boolean isZugzwang,
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

    /** In a word. */
    public String text() {
        return Words.of(isZugzwang ? "turn.zugzwang" : "turn.none");
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
     * @param limit for each of two calculations, where the position is not known exactly
     * @param exact null to look for a lost move by search even in pawn endings
     * @throws IllegalArgumentException if {@link #refusal} has a reason
     */
    public static Optional<TurnTest> of(
            Position position, Limit limit, Analyst analyst, @Nullable ExactEndings exact, Cancel cancel) {
        if (!refusal(position).isEmpty()) {
            throw new IllegalArgumentException(refusal(position));
        }
        Position turned = position.play(Move.PASS);
        Calculation here = analyst.calculate(Question.of(position, limit), found -> {}, cancel);
        Calculation there = analyst.calculate(Question.of(turned, limit), found -> {}, cancel);
        LosingAMoveAnswer losing = losing(position, exact, cancel);
        if (cancel.isRequested()) {
            return Optional.empty();
        }
        Side us = position.sideToMove();
        double lost = there.verdict().expectedFor(us) - here.verdict().expectedFor(us);
        boolean worse = lost >= Candidate.REFUTED
                && here.verdict().step() != there.verdict().step();
        Grounds grounds = Grounds.of(Math.min(here.depth(), there.depth()));
        return Optional.of(new TurnTest(position, here.verdict(), there.verdict(), worse, grounds, losing));
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
