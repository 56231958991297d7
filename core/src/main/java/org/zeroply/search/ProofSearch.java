package org.zeroply.search;

import java.util.function.BooleanSupplier;
import org.zeroply.rules.Board;
import org.zeroply.rules.Position;

/**
 * Proves or disproves that a side reaches a goal by force within so many of its own moves, whatever the other side does.
 *
 * <p>This is depth-first proof-number search (a published technique). A position is worth two numbers: how many
 * positions at least have still to be proven for it to be proven, and how many to be disproven for it to be disproven.
 * At each step the search goes where the number that is in question is smallest, so forcing moves, which leave few
 * replies, are followed deeply before quiet ones are begun. Since the moves left are part of what is asked, no line can
 * come back to the same question, and what is proven or disproven stays so.
 *
 * <p>What is known of a position stands in a table by its key: the fewest moves for which it is proven, the most for
 * which it is disproven, and the two numbers of the last question. Where the 50 moves could end the game before the
 * goal, the count of half-moves is part of the key, so that a position met earlier in the count proves nothing.
 *
 * <p>One search at a time; not safe for use by several threads.
 */
public final class ProofSearch {
    /** What the attacker wants. Asked where no mate stands. */
    public interface Goal {
        /** Mate and nothing else. */
        Goal MATE = board -> 0;

        /**
         * What is known of a position beforehand.
         *
         * @return 1 if the attacker has reached the goal, -1 if it never will, 0 if it has to be searched
         */
        int known(Board board);
    }

    /** What became of a question. */
    public enum Answer {
        PROVEN,
        DISPROVEN,
        /** The search was stopped before. */
        NOT_SETTLED
    }

    /** The longest that can be asked for, in moves of the attacker. */
    public static final int MOST_MOVES = 60;

    private static final int NEVER = (1 << 20) - 1;
    private static final int TOGETHER = 4;
    private static final int FIFTY_MOVES = 100;
    private static final int QUIET_MOVE = 12;

    /** Thrown through the tree when the search has to stop; carries nothing. */
    private static final class Stopped extends RuntimeException {
        private static final long serialVersionUID = 1;

        Stopped() {
            super(null, null, false, false);
        }
    }

    private final Goal goal;
    private final boolean mateOnly;
    private final boolean checksOnly;
    private final long[] keys;
    private final long[] entries;
    private final int mask;
    private final int[][] moves = new int[2 * MOST_MOVES + 2][];
    private final long[][] childKeys = new long[2 * MOST_MOVES + 2][];
    private final Checks[] checks = new Checks[2 * MOST_MOVES + 2];
    private final int[] replies = new int[Board.MAX_MOVES];
    private final int[] scratch = new int[Board.MAX_MOVES];
    private final Checks lastChecks = new Checks();

    private Board board = Position.START.board();
    private long nodes;
    private long nodeLimit;
    private BooleanSupplier stop = () -> false;

    /**
     * @param megabytes the size of the table, 1 to 2048, rounded down to a power of two
     * @param checksOnly whether the attacker may only give check: then much longer proofs are found, and a disproof says
     *     only that checks alone do not do it
     */
    public ProofSearch(int megabytes, Goal goal, boolean checksOnly) {
        if (megabytes < 1 || megabytes > 2048) {
            throw new IllegalArgumentException("the table of proofs has 1 to 2048 megabytes, not " + megabytes);
        }
        this.goal = goal;
        mateOnly = goal.equals(Goal.MATE);
        this.checksOnly = checksOnly;
        int size = (int) Long.highestOneBit(megabytes * 1024L * 1024L / 16);
        keys = new long[size];
        entries = new long[size];
        mask = size - TOGETHER;
    }

    /** Positions looked at since this search was made. */
    public long nodes() {
        return nodes;
    }

    /** How many more positions may be looked at, for all questions from now on, and who else may stop them. */
    public void limit(long moreNodes, BooleanSupplier stopWished) {
        nodeLimit = nodes + moreNodes;
        stop = stopWished;
    }

    /** Whether the side to move reaches the goal within so many moves of its own. */
    public Answer attackerToMove(Position position, int movesLeft) {
        require(movesLeft, 1);
        return ask(position, () -> attack(movesLeft, NEVER, NEVER, 0), movesLeft);
    }

    /** Whether the side that has just moved reaches the goal whatever is replied, within so many further moves. */
    public Answer defenderToMove(Position position, int movesLeft) {
        require(movesLeft, 0);
        board = position.board();
        int known = whenDefenderMoves(position.hasLegalMove() ? 1 : 0, movesLeft);
        if (known != 0) {
            return known > 0 ? Answer.PROVEN : Answer.DISPROVEN;
        }
        return ask(position, () -> defend(movesLeft, NEVER, NEVER, 0), movesLeft);
    }

    private static void require(int movesLeft, int least) {
        if (movesLeft < least || movesLeft > MOST_MOVES) {
            throw new IllegalArgumentException(
                    "a proof of " + least + " to " + MOST_MOVES + " moves can be asked for, not of " + movesLeft);
        }
    }

    private Answer ask(Position position, Runnable search, int movesLeft) {
        board = position.board();
        long key = key(movesLeft);
        try {
            search.run();
        } catch (Stopped stopped) {
            return Answer.NOT_SETTLED;
        }
        long entry = find(key);
        int proof = proofNumber(entry, movesLeft);
        if (proof == 0) {
            return Answer.PROVEN;
        }
        return disproofNumber(entry, movesLeft) == 0 ? Answer.DISPROVEN : Answer.NOT_SETTLED;
    }

    // ---- the tree

    private void count() {
        nodes++;
        if (nodes >= nodeLimit || (nodes & 1023) == 0 && stop.getAsBoolean()) {
            throw new Stopped();
        }
    }

    /** The attacker moves; returns when a number has reached its threshold. */
    private void attack(int left, int proofWanted, int disproofWanted, int ply) {
        count();
        long here = key(left);
        int known = board.halfmoveClock() >= FIFTY_MOVES ? -1 : goal.known(board);
        if (known != 0) {
            store(here, left, known > 0 ? 0 : NEVER, known > 0 ? NEVER : 0);
            return;
        }
        int[] buffer = buffer(ply);
        int count = attackersMoves(buffer, ply, checksOnly || left == 1 && mateOnly);
        long[] children = children(ply);
        // What the children are worth at first: mates and what ends the game at once, else the number of replies.
        for (int i = 0; i < count; i++) {
            int move = buffer[i];
            board.make(move);
            children[i] = key(left - 1);
            long entry = find(children[i]);
            if (proofNumber(entry, left - 1) != 0 && disproofNumber(entry, left - 1) != 0 && !has(entry, left - 1)) {
                int answers = board.countLegalMoves();
                int verdict = whenDefenderMoves(answers, left - 1);
                if (verdict == 0 && left == 2 && mateOnly) {
                    verdict = matesNextMove() ? 1 : -1;
                }
                if (verdict > 0) {
                    store(children[i], left - 1, 0, NEVER);
                } else if (verdict < 0) {
                    store(children[i], left - 1, NEVER, 0);
                } else {
                    store(children[i], left - 1, answers + (board.inCheck() ? 0 : QUIET_MOVE), 1);
                }
            }
            board.unmake(move);
            if (proofNumber(find(children[i]), left - 1) == 0) {
                store(here, left, 0, NEVER);
                return;
            }
        }
        while (true) {
            int best = -1;
            int least = NEVER;
            int second = NEVER;
            int bestDisproof = 0;
            int sum = 0;
            for (int i = 0; i < count; i++) {
                long entry = find(children[i]);
                int proof = proofNumber(entry, left - 1);
                int disproof = disproofNumber(entry, left - 1);
                sum = Math.min(NEVER, sum + disproof);
                if (proof < least) {
                    second = least;
                    least = proof;
                    best = i;
                    bestDisproof = disproof;
                } else if (proof < second) {
                    second = proof;
                }
            }
            if (least == 0) {
                sum = NEVER;
            } else if (sum == 0 || best < 0) {
                least = NEVER;
                sum = 0;
            }
            if (least >= proofWanted || sum >= disproofWanted || least == 0 || sum == 0) {
                store(here, left, least, sum);
                return;
            }
            int proofLimit = Math.min(proofWanted, second >= NEVER ? NEVER : second + second / 4 + 1);
            int disproofLimit = disproofWanted >= NEVER ? NEVER : disproofWanted - sum + bestDisproof;
            int move = buffer[best];
            board.make(move);
            defend(left - 1, proofLimit, disproofLimit, ply + 1);
            board.unmake(move);
        }
    }

    /** The defender moves; every reply has to be met. */
    private void defend(int left, int proofWanted, int disproofWanted, int ply) {
        count();
        long here = key(left);
        int[] buffer = buffer(ply);
        int count = board.legalMoves(buffer);
        int verdict = whenDefenderMoves(count, left);
        if (verdict != 0) {
            store(here, left, verdict > 0 ? 0 : NEVER, verdict > 0 ? NEVER : 0);
            return;
        }
        long[] children = children(ply);
        for (int i = 0; i < count; i++) {
            board.make(buffer[i]);
            children[i] = key(left);
            board.unmake(buffer[i]);
        }
        while (true) {
            int best = -1;
            int least = NEVER;
            int second = NEVER;
            int bestProof = 0;
            int sum = 0;
            for (int i = 0; i < count; i++) {
                long entry = find(children[i]);
                int proof = proofNumber(entry, left);
                int disproof = disproofNumber(entry, left);
                sum = Math.min(NEVER, sum + proof);
                if (disproof < least) {
                    second = least;
                    least = disproof;
                    best = i;
                    bestProof = proof;
                } else if (disproof < second) {
                    second = disproof;
                }
            }
            if (least == 0) {
                sum = NEVER;
            } else if (sum == 0 || best < 0) {
                least = NEVER;
                sum = 0;
            }
            if (sum >= proofWanted || least >= disproofWanted || least == 0 || sum == 0) {
                store(here, left, sum, least);
                return;
            }
            int disproofLimit = Math.min(disproofWanted, second >= NEVER ? NEVER : second + second / 4 + 1);
            int proofLimit = proofWanted >= NEVER ? NEVER : proofWanted - sum + bestProof;
            int move = buffer[best];
            board.make(move);
            attack(left, proofLimit, disproofLimit, ply + 1);
            board.unmake(move);
        }
    }

    /** What is clear of a position with the defender to move: 1 reached, -1 not to be reached, 0 open. */
    private int whenDefenderMoves(int replies, int left) {
        if (replies == 0) {
            return board.inCheck() ? 1 : -1;
        }
        if (board.halfmoveClock() >= FIFTY_MOVES) {
            return -1;
        }
        int known = goal.known(board);
        return known != 0 ? known : left == 0 ? -1 : 0;
    }

    /** With one move left to the attacker: whether it mates after every reply. Stops at the first reply that holds. */
    private boolean matesNextMove() {
        int count = board.legalMoves(replies);
        for (int i = 0; i < count; i++) {
            board.make(replies[i]);
            count();
            boolean mates = board.halfmoveClock() < FIFTY_MOVES && hasMate();
            board.unmake(replies[i]);
            if (!mates) {
                return false;
            }
        }
        return true;
    }

    private boolean hasMate() {
        int count = board.legalMoves(scratch);
        lastChecks.prepare(board);
        for (int i = 0; i < count; i++) {
            int move = scratch[i];
            if (lastChecks.gives(board, move)) {
                board.make(move);
                boolean mate = board.countLegalMoves() == 0;
                board.unmake(move);
                if (mate) {
                    return true;
                }
            }
        }
        return false;
    }

    private int attackersMoves(int[] buffer, int ply, boolean onlyChecks) {
        int count = board.legalMoves(buffer);
        if (!onlyChecks) {
            return count;
        }
        Checks checking = checks[ply];
        if (checking == null) {
            checking = new Checks();
            checks[ply] = checking;
        }
        checking.prepare(board);
        int kept = 0;
        for (int i = 0; i < count; i++) {
            if (checking.gives(board, buffer[i])) {
                buffer[kept++] = buffer[i];
            }
        }
        return kept;
    }

    private int[] buffer(int ply) {
        if (moves[ply] == null) {
            moves[ply] = new int[Board.MAX_MOVES];
        }
        return moves[ply];
    }

    private long[] children(int ply) {
        if (childKeys[ply] == null) {
            childKeys[ply] = new long[Board.MAX_MOVES];
        }
        return childKeys[ply];
    }

    // ---- the table. An entry: proven 8 bits, disproven 8, moves asked 8, proof number 20, disproof number 20

    /** The key of the question "within so many moves". */
    private long key(int left) {
        int clock = board.halfmoveClock();
        return clock + 2 * left + 2 < FIFTY_MOVES ? board.key() : board.key() ^ (clock + 1) * 0x9E3779B97F4A7C15L;
    }

    private long find(long key) {
        int at = (int) (key >>> 20) & mask;
        for (int i = at; i < at + TOGETHER; i++) {
            if (keys[i] == key) {
                return entries[i];
            }
        }
        return 0;
    }

    private static int proven(long entry) {
        return (int) (entry & 255);
    }

    private static int disproven(long entry) {
        return (int) (entry >>> 8 & 255);
    }

    private static int asked(long entry) {
        return (int) (entry >>> 16 & 255);
    }

    /** Moves are kept raised by one, so that 0 stands for nothing. */
    private static boolean has(long entry, int left) {
        return asked(entry) == left + 1;
    }

    private static int proofNumber(long entry, int left) {
        if (proven(entry) != 0 && proven(entry) <= left + 1) {
            return 0;
        }
        if (disproven(entry) >= left + 1) {
            return NEVER;
        }
        return has(entry, left) ? (int) (entry >>> 24) & NEVER : 1;
    }

    private static int disproofNumber(long entry, int left) {
        if (proven(entry) != 0 && proven(entry) <= left + 1) {
            return NEVER;
        }
        if (disproven(entry) >= left + 1) {
            return 0;
        }
        return has(entry, left) ? (int) (entry >>> 44) & NEVER : 1;
    }

    private void store(long key, int left, int proof, int disproof) {
        int at = (int) (key >>> 20) & mask;
        int chosen = -1;
        int least = Integer.MAX_VALUE;
        for (int i = at; i < at + TOGETHER; i++) {
            if (keys[i] == key) {
                chosen = i;
                break;
            }
            int use = entries[i] == 0 ? -1 : asked(entries[i]);
            if (use < least) {
                least = use;
                chosen = i;
            }
        }
        long old = keys[chosen] == key ? entries[chosen] : 0;
        int proven = proven(old);
        int disproven = disproven(old);
        if (proof == 0) {
            proven = proven == 0 ? left + 1 : Math.min(proven, left + 1);
        } else if (disproof == 0) {
            disproven = Math.max(disproven, left + 1);
        }
        keys[chosen] = key;
        entries[chosen] = proven
                | (long) disproven << 8
                | (long) (left + 1) << 16
                | (long) Math.min(proof, NEVER) << 24
                | (long) Math.min(disproof, NEVER) << 44;
    }
}
