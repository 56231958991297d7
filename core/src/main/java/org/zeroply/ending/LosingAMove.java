package org.zeroply.ending;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

/**
 * Whether the side to move can lose a move: reach the same position with the other side to move, by force.
 *
 * <p>Exact for kings and pawns. What "by force" means there: let the goal be worth nothing. Where the side to move then
 * still gets what it wants, it does so without the goal, and the other side will not go there. If it wins (or holds) by the
 * rules as they are, but not with the goal worth nothing, it has to pass through the goal. The way is searched backwards
 * from there over the squares that the other side may go to, so the one found is the shortest.
 */
public final class LosingAMove {
    private static final int NEVER = Integer.MAX_VALUE;

    private final int side;
    private final int white;
    private final int black;
    private final int wanted;
    private final PawnEnding.CertainValues values;
    private final PawnTables.Placement placement;
    private final int[] distance = new int[PawnTables.STATES];

    /** By the kings, with the side to move that wants to lose the move: whether the other side holds there. */
    private final boolean[] holds = new boolean[64 * 64];

    private final long pawns;
    private final long attacksOfWhite;
    private final long attacksOfBlack;

    private LosingAMove(Position position, PawnEnding.CertainValues values, int wanted) {
        side = position.sideToMove().ordinal();
        white = position.king(Side.WHITE).ordinal();
        black = position.king(Side.BLACK).ordinal();
        this.wanted = wanted;
        this.values = values;
        placement = PawnEnding.placement(position);
        pawns = placement.white() | placement.black();
        attacksOfWhite = PawnTables.pawnAttacks(placement.white(), 0);
        attacksOfBlack = PawnTables.pawnAttacks(placement.black(), 1);
        for (int kings = 0; kings < holds.length; kings++) {
            holds[kings] = isHeld(placement, side << 12 | kings);
        }
    }

    /** What is not certain counts as held, so that nothing is claimed on it. */
    private boolean isHeld(PawnTables.Placement here, int state) {
        int outcome = values.outcome(here, state);
        return outcome == PawnEnding.UNKNOWN || outcome < wanted;
    }

    /** Whether the question can be settled exactly: kings and pawns only, and the king not in check. */
    public static boolean covers(Position position) {
        return PawnEnding.covers(position) && !position.isCheck();
    }

    /** What became of it. */
    public sealed interface Reading {}

    /** @param way moves of both sides, the last of which reaches the position with the other side to move */
    public record Found(List<Move> way) implements Reading {
        public Found {
            way = List.copyOf(way);
        }
    }

    /** The side to move gets as much without it. */
    public record NotNeeded() implements Reading {}

    /** It is proven that there is no way. */
    public record Impossible() implements Reading {}

    /** The ending itself could not be settled. */
    public record NotSettled() implements Reading {}

    /**
     * @throws IllegalArgumentException if {@link #covers} is false
     */
    public static Reading search(Position position, PawnEnding ending, Cancel cancel) {
        if (!covers(position)) {
            throw new IllegalArgumentException("kings and pawns without a check are needed: " + position);
        }
        try {
            Position turned = position.play(Move.PASS);
            PawnEnding.CertainValues usual = ending.certainValues(position, PawnTables.Variant.USUAL, cancel);
            usual.settle(turned);
            usual.settle(position);
            Optional<Exact> after = usual.outcome(turned);
            Optional<Exact> now = usual.outcome(position);
            if (after.isEmpty() || now.isEmpty()) {
                return new NotSettled();
            }
            int wanted = -after.get().outcome();
            if (wanted < 0) {
                return new NotNeeded();
            }
            int goal = PawnTables.state(
                    turned.sideToMove().ordinal(),
                    position.king(Side.WHITE).ordinal(),
                    position.king(Side.BLACK).ordinal());
            PawnTables.Variant barred = new PawnTables.Variant(PawnEnding.placement(position), goal, wanted == 0);
            PawnEnding.CertainValues without = ending.certainValues(position, barred, cancel);
            without.settle(position);
            if (without.atLeast(position) >= wanted) {
                return new NotNeeded();
            }
            if (now.get().outcome() < wanted) {
                return new Impossible();
            }
            without.makeCertain(position);
            if (without.atLeast(position) >= wanted) {
                return new NotNeeded();
            }
            List<Move> way = new LosingAMove(position, without, wanted).way();
            return way == null ? new NotSettled() : new Found(way);
        } catch (PawnTables.Unfinished unfinished) {
            return new NotSettled();
        }
    }

    /** The shortest way, or null. Distances in moves of the side that loses the move, found in rounds. */
    private @Nullable List<Move> way() {
        Arrays.fill(distance, NEVER);
        int other = side ^ 1;
        int goal = PawnTables.state(other, white, black);
        distance[goal] = 0;
        int root = PawnTables.state(side, white, black);
        boolean changed = true;
        for (int round = 1; changed && distance[root] == NEVER; round++) {
            changed = false;
            for (int first = 0; first < 64; first++) {
                for (int second = 0; second < 64; second++) {
                    int state = PawnTables.state(side, first, second);
                    if (distance[state] == NEVER && isPossible(side, first, second) && reaches(first, second, round)) {
                        distance[state] = round;
                        changed = true;
                    }
                }
            }
            for (int first = 0; first < 64; first++) {
                for (int second = 0; second < 64; second++) {
                    int state = PawnTables.state(other, first, second);
                    if (distance[state] == NEVER && isPossible(other, first, second) && isForced(first, second)) {
                        distance[state] = round;
                        changed = true;
                    }
                }
            }
        }
        return distance[root] == NEVER ? null : line(root);
    }

    /** Whether a step leads to a state of the other side that was decided in an earlier round. */
    private boolean reaches(int first, int second, int round) {
        for (long rest = steps(side, first, second); rest != 0; rest &= rest - 1) {
            int next = after(side, first, second, Long.numberOfTrailingZeros(rest));
            if (distance[next] < round) {
                return true;
            }
        }
        return false;
    }

    /** Whether all replies that hold lead on, and there is one. */
    private boolean isForced(int first, int second) {
        if (canLeave(first, second)) {
            return false;
        }
        boolean any = false;
        for (long rest = steps(side ^ 1, first, second); rest != 0; rest &= rest - 1) {
            int next = after(side ^ 1, first, second, Long.numberOfTrailingZeros(rest));
            if (holds[next & 0xFFF]) {
                any = true;
                if (distance[next] == NEVER) {
                    return false;
                }
            }
        }
        return any;
    }

    /** Whether the other side has a pawn move or a capture that holds, after which nothing comes back. */
    private boolean canLeave(int first, int second) {
        int other = side ^ 1;
        int king = other == 0 ? first : second;
        int enemy = other == 0 ? second : first;
        long kings = 1L << first | 1L << second;
        boolean[] leaves = new boolean[1];
        PawnTables.eachPawnMove(placement, other, (to, next, passed, promotes) -> {
            boolean free = (kings & 1L << to) == 0 && (passed < 0 || (kings & 1L << passed) == 0);
            long attacked = PawnTables.pawnAttacks(next.of(side), side);
            if (free && (attacked & 1L << king) == 0) {
                leaves[0] |= promotes || isHeld(next, PawnTables.state(side, first, second));
            }
        });
        long own = placement.of(side);
        for (long rest = Attacks.king(king) & own & ~Attacks.king(enemy); rest != 0; rest &= rest - 1) {
            long pawn = Long.lowestOneBit(rest);
            PawnTables.Placement next = placement.with(side, own & ~pawn);
            int to = Long.numberOfTrailingZeros(pawn);
            if ((PawnTables.pawnAttacks(next.of(side), side) & pawn) == 0) {
                leaves[0] |= isHeld(next, after(other, first, second, to));
            }
        }
        return leaves[0];
    }

    private List<Move> line(int root) {
        List<Move> way = new ArrayList<>();
        int state = root;
        while (distance[state] != 0) {
            int mover = state >> 12;
            boolean ours = mover == side;
            int best = -1;
            int bestTo = -1;
            for (long rest = steps(mover, state >> 6 & 63, state & 63); rest != 0; rest &= rest - 1) {
                int to = Long.numberOfTrailingZeros(rest);
                int next = after(mover, state >> 6 & 63, state & 63, to);
                boolean candidate = ours ? distance[next] < distance[state] : holds[next & 0xFFF];
                boolean better = best < 0 || (ours ? distance[next] < distance[best] : distance[next] > distance[best]);
                if (candidate && better) {
                    best = next;
                    bestTo = to;
                }
            }
            int from = mover == 0 ? state >> 6 & 63 : state & 63;
            way.add(new Move(Square.of(from), Square.of(bestTo)));
            state = best;
        }
        return way;
    }

    private static int after(int mover, int first, int second, int to) {
        return PawnTables.state(mover ^ 1, mover == 0 ? to : first, mover == 0 ? second : to);
    }

    private long steps(int mover, int first, int second) {
        int king = mover == 0 ? first : second;
        int enemy = mover == 0 ? second : first;
        long attacked = mover == 0 ? attacksOfBlack : attacksOfWhite;
        return Attacks.king(king) & ~pawns & ~attacked & ~Attacks.king(enemy) & ~(1L << enemy);
    }

    private boolean isPossible(int mover, int first, int second) {
        int waiting = mover == 0 ? second : first;
        long attacked = mover == 0 ? attacksOfWhite : attacksOfBlack;
        return first != second
                && (Attacks.king(first) & 1L << second) == 0
                && (pawns & (1L << first | 1L << second)) == 0
                && (attacked & 1L << waiting) == 0;
    }
}
