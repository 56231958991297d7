package org.zeroply.search;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.zeroply.rules.Move;

/**
 * A solution: a move of the attacker with an answer to every reply. Positions that several lines reach share their
 * subtree, so the tree is small in memory however many lines it has.
 *
 * @param move the attacker's move
 * @param matesIn moves of the attacker to mate with best defence, this one included
 * @param replies every legal reply, those that hold out longest first; none if the move mates
 */
public record MateTree(Move move, int matesIn, List<Reply> replies) {
    /** A reply of the defender and the attacker's answer. */
    public record Reply(Move move, MateTree answer) {}

    public MateTree {
        replies = List.copyOf(replies);
    }

    /** The line of longest defence, from the attacker's move to mate. */
    public List<Move> mainLine() {
        List<Move> line = new ArrayList<>(List.of(move));
        for (MateTree at = this; !at.replies.isEmpty(); ) {
            Reply longest = at.replies.getFirst();
            line.add(longest.move());
            at = longest.answer();
            line.add(at.move());
        }
        return line;
    }

    /** How many different positions with the attacker to move the tree answers. */
    public int size() {
        Set<MateTree> seen = Collections.newSetFromMap(new IdentityHashMap<>());
        collect(seen);
        return seen.size();
    }

    private void collect(Set<MateTree> seen) {
        if (seen.add(this)) {
            replies.forEach(reply -> reply.answer().collect(seen));
        }
    }

    /** How many lines from the first move to a mate the tree holds. */
    public long lines() {
        return lines(new IdentityHashMap<>());
    }

    private long lines(Map<MateTree, Long> known) {
        if (replies.isEmpty()) {
            return 1;
        }
        Long before = known.get(this);
        if (before != null) {
            return before;
        }
        long sum = 0;
        for (Reply reply : replies) {
            sum += reply.answer().lines(known);
        }
        known.put(this, sum);
        return sum;
    }
}
