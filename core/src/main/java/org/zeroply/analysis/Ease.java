package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/**
 * How easy the opponent's game is after a candidate: the easier game to play is not always the better one.
 *
 * @param replies legal replies
 * @param holding replies that give away less than {@link Candidate#REFUTED} of the expected score against the best
 * @param depthToFind half-moves that one must look ahead for the best reply to become first choice and to stay it
 * @param depth half-moves to which the replies were looked at
 */
public record Ease(int replies, int holding, int depthToFind, int depth) {
    /**
     * Looks at every reply.
     *
     * @param nodes what each reply may cost; the best one is looked for with as many as all together
     * @return null if it was cancelled, or if there is no reply
     */
    public static @Nullable Ease after(Position position, Move candidate, Analyst analyst, long nodes, Cancel cancel) {
        Position after = position.play(candidate);
        List<Move> replies = after.legalMoves();
        if (replies.isEmpty()) {
            return null;
        }
        Side side = after.sideToMove();
        List<Move> firstChoice = new ArrayList<>();
        Question question = Question.of(after, Limit.nodes(nodes * replies.size()));
        Calculation best = analyst.calculate(
                question,
                found -> {
                    while (firstChoice.size() < found.depth()) {
                        firstChoice.add(found.lines().getFirst().first());
                    }
                },
                cancel);
        if (cancel.isRequested() || best.lines().isEmpty()) {
            return null;
        }
        double highest = best.verdict().expectedFor(side);
        Move bestReply = best.lines().getFirst().first();
        int holding = 1;
        for (Move reply : replies) {
            if (reply.equals(bestReply)) {
                continue;
            }
            Question one = question.onlyMoves(List.of(reply)).withLimit(Limit.nodes(nodes));
            Calculation found = analyst.calculate(one, partial -> {}, cancel);
            if (cancel.isRequested() || found.lines().isEmpty()) {
                return null;
            }
            if (highest - found.verdict().expectedFor(side) < Candidate.REFUTED) {
                holding++;
            }
        }
        int depthToFind = firstChoice.size() + 1;
        while (depthToFind > 1 && firstChoice.get(depthToFind - 2).equals(bestReply)) {
            depthToFind--;
        }
        return new Ease(replies.size(), holding, Math.max(1, depthToFind), best.depth());
    }
}
