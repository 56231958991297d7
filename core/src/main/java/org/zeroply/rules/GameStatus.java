package org.zeroply.rules;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Where a game stands after its last position: over by itself, or open, with the draws that the side to move may claim.
 *
 * @param end why the game is over, or null while it goes on
 * @param claims the draws that may be claimed now; empty when the game is over
 */
public record GameStatus(@Nullable End end, Set<Claim> claims) {
    /** What ends a game without anybody's word. */
    public enum End {
        CHECKMATE,
        STALEMATE,
        DEAD_POSITION,
        FIVEFOLD_REPETITION,
        SEVENTY_FIVE_MOVES
    }

    /** Draws that a player may claim. */
    public enum Claim {
        THREEFOLD_REPETITION,
        FIFTY_MOVES
    }

    public GameStatus {
        claims = Set.copyOf(claims);
    }

    /**
     * The status at the end of a line of positions, each one move after the one before.
     *
     * @throws IllegalArgumentException if the line is empty
     */
    public static GameStatus of(List<Position> line) {
        if (line.isEmpty()) {
            throw new IllegalArgumentException("a line has at least one position");
        }
        Position now = line.getLast();
        if (!now.hasLegalMove()) {
            return new GameStatus(now.isCheck() ? End.CHECKMATE : End.STALEMATE, Set.of());
        }
        if (DeadPosition.isDead(now)) {
            return new GameStatus(End.DEAD_POSITION, Set.of());
        }
        long visits = line.stream().filter(now::repeats).count();
        if (visits >= 5) {
            return new GameStatus(End.FIVEFOLD_REPETITION, Set.of());
        }
        if (now.halfmoveClock() >= 150) {
            return new GameStatus(End.SEVENTY_FIVE_MOVES, Set.of());
        }
        EnumSet<Claim> claims = EnumSet.noneOf(Claim.class);
        if (visits >= 3) {
            claims.add(Claim.THREEFOLD_REPETITION);
        }
        if (now.halfmoveClock() >= 100) {
            claims.add(Claim.FIFTY_MOVES);
        }
        return new GameStatus(null, claims);
    }
}
