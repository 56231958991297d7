package org.zeroply.search;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * What became of the question whether the side to move mates in at most so many moves.
 *
 * @param asked the most moves that were allowed
 * @param checksOnly whether only checks were looked at
 * @param outcome proven, disproven (with {@code checksOnly}: by checks alone), or not settled
 * @param mateIn the fewest moves to mate; 0 unless proven
 * @param refutedIn it is proven that there is no mate in so many moves or fewer
 * @param solution every defence and its answer; null unless proven
 * @param others what is known of the other first moves that mate within the moves asked, the quickest first
 * @param othersSettled whether every other first move has been decided
 * @param nodes positions looked at
 */
public record MateProof(
        Position position,
        int asked,
        boolean checksOnly,
        ProofSearch.Answer outcome,
        int mateIn,
        int refutedIn,
        @Nullable MateTree solution,
        List<OtherMove> others,
        boolean othersSettled,
        long nodes) {
    /** Another first move that mates, and in how many moves. */
    public record OtherMove(Move move, int mateIn) {}

    public MateProof {
        others = List.copyOf(others);
    }

    public boolean isProven() {
        return outcome == ProofSearch.Answer.PROVEN;
    }
}
