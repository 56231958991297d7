package org.zeroply.search;

import java.util.Set;
import org.zeroply.rules.Board;

/**
 * The order in which one thread of the search tries moves: that of the table, good captures, killers, the counter-move, quiet
 * moves by what they have done before, losing captures. Learns from every move that refutes a position.
 */
final class MoveOrder {
    /** Captures that lose nothing, and nothing but them and the move of the table, stand at least here. */
    static final int GOOD_CAPTURE = 1 << 26;

    private static final int TABLE_FIRST = 1 << 30;
    private static final int KILLER = 1 << 25;
    private static final int COUNTER = 1 << 24;
    private static final int BAD_CAPTURE = -(1 << 26);

    private final Board board;
    private final int[] made;
    private final boolean exchangeOrder;
    private final boolean killersOn;
    private final boolean historyOn;
    private final boolean counterOn;

    private final int[][] orders = new int[Searcher.MAX_PLY + 2][Board.MAX_MOVES];
    private final int[][] killers = new int[Searcher.MAX_PLY + 2][2];
    private final int[] history = new int[2 * 4096];
    private final int[] captureHistory = new int[13 * 64 * 7];
    private final short[] follow = new short[13 * 64 * 13 * 64];
    private final int[] counters = new int[13 * 64];

    /**
     * @param board on which the search makes its moves
     * @param made by half-move: piece code times 64 plus target of the move made there, 0 for a pass
     */
    MoveOrder(Board board, int[] made, Set<Technique> without) {
        this.board = board;
        this.made = made;
        exchangeOrder = !without.contains(Technique.EXCHANGE_ORDER);
        killersOn = !without.contains(Technique.KILLERS);
        historyOn = !without.contains(Technique.HISTORY);
        counterOn = !without.contains(Technique.COUNTER_MOVE);
    }

    /** How the moves of a half-move stand, at the same places as the moves. */
    int[] scores(int ply) {
        return orders[ply];
    }

    /** Neither a capture nor a promotion to a queen. */
    boolean isQuiet(int move) {
        int kind = Board.kind(move);
        return board.codeAt(Board.to(move)) == 0 && kind != Board.EN_PASSANT && kind != Board.PROMOTION + 3;
    }

    /** Puts the move of the table first, so that the others need no order if it is enough; false if it is not there. */
    static boolean bring(int move, int[] buffer, int[] scores, int count) {
        if (move == 0) {
            return false;
        }
        for (int i = 0; i < count; i++) {
            if (buffer[i] == move) {
                buffer[i] = buffer[0];
                buffer[0] = move;
                scores[0] = TABLE_FIRST;
                return true;
            }
        }
        return false;
    }

    /** Says how moves stand, from a place on. */
    void score(int[] buffer, int first, int count, int ply) {
        int[] scores = orders[ply];
        int killer = killers[ply][0];
        int second = killers[ply][1];
        int counter = counterOn ? counters[made[ply]] : 0;
        for (int i = first; i < count; i++) {
            int move = buffer[i];
            int kind = Board.kind(move);
            int code = board.codeAt(Board.from(move));
            if (!isQuiet(move)) {
                int taken = board.codeAt(Board.to(move));
                int victim = kind == Board.EN_PASSANT ? 0 : taken == 0 ? -1 : (taken - 1) % 6;
                int value = (victim < 0 ? 0 : FastExchange.VALUE[victim] * 16)
                        + (kind == Board.PROMOTION + 3 ? 12_000 : 0)
                        - (code - 1) % 6
                        + (historyOn ? captureHistory[captureIndex(move, code)] : 0);
                boolean good = exchangeOrder
                        ? FastExchange.atLeast(board, move, 0)
                        : victim >= (code - 1) % 6 || kind == Board.PROMOTION + 3;
                scores[i] = (good ? GOOD_CAPTURE : exchangeOrder ? BAD_CAPTURE : 0) + value;
            } else if (kind >= Board.PROMOTION) {
                scores[i] = BAD_CAPTURE;
            } else if (killersOn && move == killer) {
                scores[i] = KILLER + 1;
            } else if (killersOn && move == second) {
                scores[i] = KILLER;
            } else if (move == counter) {
                scores[i] = COUNTER;
            } else {
                scores[i] = standing(move, code, ply);
            }
        }
    }

    /** What a quiet move has done before, here and after the moves before it; 0 for nothing. */
    int standing(int move, int code, int ply) {
        if (!historyOn) {
            return 0;
        }
        int target = code << 6 | Board.to(move);
        int sum = 2 * history[board.side() << 12 | move & 4095];
        if (made[ply] != 0) {
            sum += 2 * follow[made[ply] * 832 + target];
        }
        if (ply > 1 && made[ply - 1] != 0) {
            sum += follow[made[ply - 1] * 832 + target];
        }
        return sum;
    }

    boolean isKiller(int move, int ply) {
        return killersOn && (move == killers[ply][0] || move == killers[ply][1]);
    }

    private int captureIndex(int move, int code) {
        int taken = board.codeAt(Board.to(move));
        return (code << 6 | Board.to(move)) * 7 + (taken == 0 ? 6 : (taken - 1) % 6);
    }

    /** Brings the best of the moves from a place on to that place. */
    static int pick(int[] buffer, int[] scores, int from, int count) {
        int best = from;
        for (int i = from + 1; i < count; i++) {
            if (scores[i] > scores[best]) {
                best = i;
            }
        }
        int move = buffer[best];
        if (best != from) {
            int score = scores[best];
            buffer[best] = buffer[from];
            scores[best] = scores[from];
            buffer[from] = move;
            scores[from] = score;
        }
        return move;
    }

    /** A move refuted the position: it gains standing, those tried before it lose some. */
    void learn(int move, boolean quiet, int quiets, int captures, int[] triedHere, int depth, int ply) {
        int gain = Math.min(1800, 20 * depth * depth + 90 * depth);
        if (quiet) {
            if (killers[ply][0] != move) {
                killers[ply][1] = killers[ply][0];
                killers[ply][0] = move;
            }
            counters[made[ply]] = move;
            adjustQuiet(move, gain, ply);
            for (int i = 0; i < quiets; i++) {
                adjustQuiet(triedHere[i], -gain, ply);
            }
        } else {
            adjust(captureHistory, captureIndex(move, board.codeAt(Board.from(move))), gain);
        }
        for (int i = 0; i < captures; i++) {
            int other = triedHere[63 - i];
            adjust(captureHistory, captureIndex(other, board.codeAt(Board.from(other))), -gain);
        }
    }

    private void adjustQuiet(int move, int gain, int ply) {
        adjust(history, board.side() << 12 | move & 4095, gain);
        int target = board.codeAt(Board.from(move)) << 6 | Board.to(move);
        if (made[ply] != 0) {
            adjust(follow, made[ply] * 832 + target, gain);
        }
        if (ply > 1 && made[ply - 1] != 0) {
            adjust(follow, made[ply - 1] * 832 + target, gain);
        }
    }

    /** Moves a standing toward its limit of 16,384, by less the nearer it is. */
    private static void adjust(int[] standing, int index, int gain) {
        standing[index] += gain - standing[index] * Math.abs(gain) / 16_384;
    }

    private static void adjust(short[] standing, int index, int gain) {
        standing[index] += (short) (gain - standing[index] * Math.abs(gain) / 16_384);
    }

    /** Whether the exchange loses; for captures the order has already asked. */
    boolean isLosing(int move, boolean quiet, int score) {
        return exchangeOrder && !quiet ? score < GOOD_CAPTURE : !FastExchange.atLeast(board, move, 0);
    }
}
