package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.zeroply.gametree.GameResult;
import org.zeroply.rules.GameStatus;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * A draw that was there in a game that went on or that somebody won.
 *
 * @param ply half-moves from the start to the position in which it was there for the first time
 * @param claimant the side to move there, which could have claimed it; a dead position is a draw without a claim
 */
public record UnclaimedDraw(int ply, Reason reason, Side claimant) {
    /** Why it was a draw. */
    public enum Reason {
        THREEFOLD_REPETITION,
        FIFTY_MOVES,
        DEAD_POSITION
    }

    /**
     * The first of each kind in a game.
     *
     * @param line the positions of the game, the start first
     */
    public static List<UnclaimedDraw> in(List<Position> line, GameResult result) {
        List<UnclaimedDraw> found = new ArrayList<>();
        Set<Reason> told = EnumSet.noneOf(Reason.class);
        // A game that was drawn where the draw came up lost nothing by it.
        int last = result == GameResult.DRAW ? line.size() - 1 : line.size();
        for (int ply = 0; ply < last; ply++) {
            GameStatus status = GameStatus.of(line.subList(0, ply + 1));
            List<Reason> reasons = new ArrayList<>();
            if (status.end() == GameStatus.End.DEAD_POSITION) {
                reasons.add(Reason.DEAD_POSITION);
            }
            status.claims().stream().sorted().forEach(claim -> reasons.add(Reason.valueOf(claim.name())));
            for (Reason reason : reasons) {
                if (told.add(reason)) {
                    found.add(new UnclaimedDraw(ply, reason, line.get(ply).sideToMove()));
                }
            }
        }
        return found;
    }

    /**
     * As a sentence.
     *
     * @param move that led to the position, with its number; empty at the start
     */
    public String inWords(String move) {
        return Words.of("unclaimed." + reason, move, Words.of("side." + claimant));
    }
}
