package org.zeroply.search;

import java.util.Arrays;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Board;

/**
 * The order in which one thread of the search tries moves: that of the table, captures that lose nothing, killers, the
 * counter-move, quiet moves by what they have done before, losing captures. Each group is only generated when the ones
 * before it were not enough. Learns from every move that refutes a position.
 *
 * <p>A move in a list is one long, its score in the upper half and its code in the lower, so that one comparison orders.
 */
final class MoveOrder {
    private static final int GOOD_CAPTURE = 1 << 26;
    private static final int KILLER = 1 << 25;
    private static final int COUNTER = 1 << 24;
    private static final int BAD_CAPTURE = -(1 << 26);

    /** What stands below this loses. */
    private static final long LOSING = (long) BAD_CAPTURE / 2 << 32;

    private final Board board;
    private final int[] made;
    private final boolean exchangeOrder;
    private final boolean killersOn;
    private final boolean historyOn;
    private final boolean counterOn;

    private final int[] buffer = new int[Board.MAX_MOVES];
    private final Picker[] pickers = new Picker[Searcher.MAX_PLY + 2];
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
        Arrays.setAll(pickers, Picker::new);
    }

    /** What a picker does next. */
    private enum Stage {
        TABLE,
        CAPTURES,
        GOOD_CAPTURES,
        FIRST_KILLER,
        SECOND_KILLER,
        COUNTER,
        OTHERS,
        QUIETS,
        BAD_CAPTURES,
        EVASIONS,
        CAPTURES_AT_REST,
        TAKING,
        CHECKS,
        OVER
    }

    /** The picker of a half-move. */
    Picker picker(int ply) {
        return pickers[ply];
    }

    /** The moves of one position, one after the other. */
    final class Picker {
        private final int ply;
        private final long[] list = new long[Board.MAX_MOVES];
        private final int[] badCaptures = new int[Board.MAX_MOVES];
        private Stage stage = Stage.OVER;
        private Stage afterTable = Stage.OVER;
        private @Nullable Checks checks;
        private int tableMove;
        private int killer;
        private int second;
        private int counter;
        private int at;
        private int end;
        private int badAt;
        private int badEnd;
        private boolean losing;

        Picker(int ply) {
            this.ply = ply;
        }

        /**
         * Begins with all legal moves.
         *
         * @param known the move of the table, 0 for none; it is only given if it is legal
         * @return how many moves there are if the side to move is in check, else -1
         */
        int begin(int known, boolean inCheck) {
            start(known != 0 && board.isLegal(known) ? known : 0, inCheck ? Stage.EVASIONS : Stage.CAPTURES);
            return inCheck ? evasions() : -1;
        }

        /**
         * Begins with what is looked at at rest: captures and promotions, those that lose among them, and then quiet checks
         * if they are wanted; in check with all legal moves.
         *
         * @param wanted from where check is given, if quiet checks are wanted
         * @return as {@link #begin}
         */
        int beginAtRest(int known, boolean inCheck, @Nullable Checks wanted) {
            if (inCheck) {
                return begin(known, true);
            }
            boolean first = known != 0 && !isQuiet(known) && isFull(known) && board.isLegal(known);
            start(first ? known : 0, Stage.CAPTURES_AT_REST);
            checks = wanted;
            return -1;
        }

        private void start(int first, Stage then) {
            tableMove = first;
            stage = Stage.TABLE;
            afterTable = then;
            at = 0;
            end = 0;
            badAt = 0;
            badEnd = 0;
            killer = 0;
            second = 0;
            counter = 0;
            checks = null;
        }

        /** Of the quiet moves that are left only those that give check are wanted. */
        void onlyChecks(Checks giving) {
            if (checks != null) {
                return;
            }
            checks = giving;
            if (stage == Stage.QUIETS) {
                int kept = at;
                for (int i = at; i < end; i++) {
                    if (giving.gives(board, (int) list[i] & 0xFFFF)) {
                        list[kept++] = list[i];
                    }
                }
                end = kept;
            }
        }

        /** Whether the move given last is a capture that loses by the exchange, or a promotion to a lesser piece. */
        boolean isLosing() {
            return losing;
        }

        /** The next move, 0 after the last. */
        int next() {
            losing = false;
            while (true) {
                int move = 0;
                switch (stage) {
                    case TABLE -> {
                        stage = afterTable;
                        move = tableMove;
                    }
                    case CAPTURES -> {
                        stage = Stage.GOOD_CAPTURES;
                        captures();
                    }
                    case GOOD_CAPTURES -> move = goodCapture();
                    case FIRST_KILLER -> {
                        stage = Stage.SECOND_KILLER;
                        killer = quietHere(killersOn ? killers[ply][0] : 0);
                        move = killer;
                    }
                    case SECOND_KILLER -> {
                        stage = Stage.COUNTER;
                        second = quietHere(killersOn ? killers[ply][1] : 0);
                        move = second;
                    }
                    case COUNTER -> {
                        stage = Stage.OTHERS;
                        int known = counterOn ? counters[made[ply]] : 0;
                        counter = known == killer || known == second ? 0 : quietHere(known);
                        move = counter;
                    }
                    case OTHERS -> {
                        stage = Stage.QUIETS;
                        if (checks == null) {
                            others();
                        } else {
                            quietChecks(checks);
                        }
                    }
                    case QUIETS -> move = pick(Stage.BAD_CAPTURES);
                    case BAD_CAPTURES -> {
                        losing = true;
                        if (badAt == badEnd) {
                            stage = Stage.OVER;
                        } else {
                            move = badCaptures[badAt++];
                        }
                    }
                    case EVASIONS, CHECKS -> move = pick(Stage.OVER);
                    case CAPTURES_AT_REST -> {
                        stage = Stage.TAKING;
                        captures();
                    }
                    case TAKING -> {
                        move = pick(Stage.CHECKS);
                        if (move == 0 && checks != null) {
                            quietChecks(checks);
                        }
                    }
                    case OVER -> {
                        return 0;
                    }
                }
                if (move != 0) {
                    return move;
                }
            }
        }

        /** The best move that is left in the list; if none is, the stage changes. */
        private int pick(Stage then) {
            if (at == end) {
                stage = then;
                return 0;
            }
            int best = at;
            long found = list[at];
            for (int i = at + 1; i < end; i++) {
                if (list[i] > found) {
                    found = list[i];
                    best = i;
                }
            }
            list[best] = list[at];
            at++;
            losing = found < LOSING;
            return (int) found & 0xFFFF;
        }

        private int goodCapture() {
            while (true) {
                int move = pick(Stage.FIRST_KILLER);
                if (move == 0 || !exchangeOrder || FastExchange.atLeast(board, move, 0)) {
                    return move;
                }
                badCaptures[badEnd++] = move;
            }
        }

        private void captures() {
            int count = board.legalCaptures(buffer);
            for (int i = 0; i < count; i++) {
                add(gain(buffer[i]), buffer[i]);
            }
        }

        private void others() {
            int count = board.legalOthers(buffer);
            for (int i = 0; i < count; i++) {
                addQuiet(buffer[i]);
            }
        }

        private int evasions() {
            int count = board.legalMoves(buffer);
            for (int i = 0; i < count; i++) {
                add(evasion(buffer[i], ply), buffer[i]);
            }
            return count;
        }

        private void quietChecks(Checks giving) {
            int count = giving.quiet(board, buffer);
            for (int i = 0; i < count; i++) {
                addQuiet(buffer[i]);
            }
        }

        private void addQuiet(int move) {
            if (move != killer && move != second && move != counter) {
                int code = board.codeAt(Board.from(move));
                add(isFull(move) ? standing(move, code, ply) : BAD_CAPTURE, move);
            }
        }

        private void add(int score, int move) {
            if (move != tableMove) {
                list[end++] = scored(score, move);
            }
        }

        /** The move if it is a quiet one of this position that has not been given, else 0. */
        private int quietHere(int move) {
            boolean fresh = move != 0 && move != tableMove && isQuiet(move) && isFull(move);
            return fresh && board.isLegal(move) ? move : 0;
        }
    }

    private static long scored(int score, int move) {
        return (long) score << 32 | move;
    }

    /** Puts moves of the root in order. */
    void sort(int[] moves, int known) {
        long[] list = new long[moves.length];
        for (int i = 0; i < moves.length; i++) {
            list[i] = (long) -(moves[i] == known ? Integer.MAX_VALUE : evasion(moves[i], 0)) << 32 | moves[i];
        }
        Arrays.sort(list);
        for (int i = 0; i < moves.length; i++) {
            moves[i] = (int) list[i] & 0xFFFF;
        }
    }

    /** Neither a capture nor a promotion to a queen. */
    boolean isQuiet(int move) {
        int kind = Board.kind(move);
        return board.codeAt(Board.to(move)) == 0 && kind != Board.EN_PASSANT && kind != Board.PROMOTION + 3;
    }

    /** Anything but a promotion to a lesser piece. */
    private static boolean isFull(int move) {
        return Board.kind(move) < Board.PROMOTION || Board.kind(move) == Board.PROMOTION + 3;
    }

    /** What a capture or promotion takes, more from a smaller man, and what it has done before. */
    private int gain(int move) {
        int kind = Board.kind(move);
        int code = board.codeAt(Board.from(move));
        int taken = board.codeAt(Board.to(move));
        int victim = kind == Board.EN_PASSANT ? 0 : taken == 0 ? -1 : (taken - 1) % 6;
        return (victim < 0 ? 0 : FastExchange.VALUE[victim] * 16)
                + (kind == Board.PROMOTION + 3 ? 12_000 : 0)
                - (code - 1) % 6
                + (historyOn ? captureHistory[captureIndex(move, code)] : 0);
    }

    /** How any move stands among all moves. */
    private int evasion(int move, int ply) {
        if (!isFull(move)) {
            return BAD_CAPTURE;
        }
        if (!isQuiet(move)) {
            boolean good = !exchangeOrder || FastExchange.atLeast(board, move, 0);
            return (good ? GOOD_CAPTURE : BAD_CAPTURE) + gain(move);
        }
        if (killersOn && move == killers[ply][0]) {
            return KILLER + 1;
        }
        if (killersOn && move == killers[ply][1]) {
            return KILLER;
        }
        if (counterOn && move == counters[made[ply]]) {
            return COUNTER;
        }
        return standing(move, board.codeAt(Board.from(move)), ply);
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
}
