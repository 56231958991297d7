package org.zeroply.search;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** The slow plain twin of the prover: tries everything out, remembers nothing, and goes over solutions move by move. */
public final class PlainMate {
    private PlainMate() {}

    /** Whether the side to move mates in at most so many moves. The 50 moves end the game as a draw. */
    public static boolean mates(Position position, int moves, boolean checksOnly) {
        for (Move move : position.legalMoves()) {
            Position after = position.play(move);
            if (checksOnly && !after.isCheck()) {
                continue;
            }
            if (after.isCheckmate()) {
                return true;
            }
            if (moves == 1 || !after.hasLegalMove() || after.halfmoveClock() >= 100) {
                continue;
            }
            boolean all = true;
            for (Move reply : after.legalMoves()) {
                Position next = after.play(reply);
                if (next.halfmoveClock() >= 100 || !mates(next, moves - 1, checksOnly)) {
                    all = false;
                    break;
                }
            }
            if (all) {
                return true;
            }
        }
        return false;
    }

    /** What is wrong with a solution; empty if every legal reply is answered and every line ends in mate in time. */
    static String fault(Position position, MateTree tree) {
        if (!position.isLegal(tree.move())) {
            return tree.move() + " is not legal in " + position;
        }
        Position after = position.play(tree.move());
        if (tree.replies().isEmpty()) {
            return after.isCheckmate() && tree.matesIn() == 1 ? "" : "no mate in " + after;
        }
        if (after.halfmoveClock() >= 100) {
            return "drawn by the 50 moves: " + after;
        }
        List<Move> legal = after.legalMoves();
        Set<Move> answered = new HashSet<>();
        int longest = 0;
        for (MateTree.Reply reply : tree.replies()) {
            answered.add(reply.move());
            longest = Math.max(longest, reply.answer().matesIn());
            String fault = fault(after.play(reply.move()), reply.answer());
            if (!fault.isEmpty()) {
                return fault;
            }
        }
        if (!answered.equals(new HashSet<>(legal))
                || answered.size() != tree.replies().size()) {
            return "replies " + answered + " are not all legal ones of " + after;
        }
        return longest == tree.matesIn() - 1 ? "" : "the longest defence takes " + longest + " in " + after;
    }
}
