package org.zeroply.search;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.LongSupplier;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;

/**
 * Our own analyst: deepens a search half-move by half-move on one or more threads that share a table. With several
 * threads each searches for itself and they help one another through the table alone (a published technique); the first
 * one's results are reported. With one thread, a node limit and a fresh table it repeats itself exactly.
 *
 * <p>One calculation at a time; a second caller waits. The table is made when it is first needed.
 */
public final class Calculator implements Analyst {
    /** Raised when the search changes so that its verdicts may: kept verdicts of other versions are not reused. */
    private static final int SEARCH_VERSION = 4;

    public static final int DEFAULT_TABLE_MEGABYTES = 256;

    /** A line that is shorter than this and than its depth is lengthened from the table. */
    private static final int LINE_WANTED = 8;

    private final int megabytes;
    private final int threads;
    private final Weights weights;
    private final Set<Technique> without;
    private final LongSupplier nanos;
    private Table table = new Table(1);
    private boolean tableMade;

    /**
     * @param megabytes the size of the table
     * @param threads 1 to 64
     */
    public Calculator(int megabytes, int threads) {
        this(megabytes, threads, Weights.SHIPPED, EnumSet.noneOf(Technique.class));
    }

    /** A calculator with other weights or without some techniques, to be measured against the usual one. */
    public Calculator(int megabytes, int threads, Weights weights, Set<Technique> without) {
        if (threads < 1 || threads > 64) {
            throw new IllegalArgumentException("1 to 64 threads can calculate, not " + threads);
        }
        if (megabytes < 1) {
            throw new IllegalArgumentException("the table has at least 1 megabyte, not " + megabytes);
        }
        this.megabytes = megabytes;
        this.threads = threads;
        this.weights = weights;
        this.without = Set.copyOf(without);
        nanos = System::nanoTime;
    }

    @Override
    public String name() {
        return "calculator " + SEARCH_VERSION + "." + Integer.toHexString(weights.version());
    }

    @Override
    public synchronized void forget() {
        if (tableMade) {
            table.clear();
        }
    }

    @Override
    public synchronized Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
        if (!tableMade) {
            table = new Table(megabytes);
            tableMade = true;
        }
        table.nextAge();
        return new Run(question, partial, cancel).run();
    }

    /** One calculation from its question to its end. */
    private final class Run {
        private final Question question;
        private final Consumer<Calculation> partial;
        private final Cancel cancel;
        private final long begun = nanos.getAsLong();
        private final Limit limit;
        private final int[] rootMoves;
        private final long[] before;
        private final List<Searcher> searchers = new ArrayList<>();
        private volatile boolean over;

        Run(Question question, Consumer<Calculation> partial, Cancel cancel) {
            this.question = question;
            this.partial = partial;
            this.cancel = cancel;
            limit = question.limit();
            Board board = question.position().board();
            if (question.only().isEmpty()) {
                int[] buffer = new int[Board.MAX_MOVES];
                int count = board.legalMoves(buffer);
                rootMoves = Arrays.copyOf(buffer, count);
            } else {
                rootMoves = question.only().stream()
                        .distinct()
                        .mapToInt(board::codeOf)
                        .toArray();
            }
            before = question.before().stream().mapToLong(Position::key).toArray();
        }

        Calculation run() {
            if (rootMoves.length == 0) {
                return new Calculation(question.position(), List.of(), CalculatedLine.EXACT, 0, 0, true);
            }
            Searcher first = searcher(this::mustStop);
            searchers.add(first);
            if (limit.nodes() > 0) {
                first.limitNodes(limit.nodes());
            }
            List<Thread> helpers = new ArrayList<>();
            for (int i = 1; i < threads; i++) {
                Searcher helper = searcher(() -> over);
                searchers.add(helper);
                int begin = 1 + i % 2;
                Thread thread = Thread.ofPlatform()
                        .daemon()
                        .name("calculator-" + i)
                        .unstarted(() -> new Deepening(helper, begin, Deepening.SILENT).run());
                helpers.add(thread);
                thread.start();
            }
            try {
                Deepening deepening = new Deepening(first, 1, this::report);
                deepening.run();
                return calculation(deepening, !cancel.isRequested());
            } finally {
                over = true;
                for (Thread helper : helpers) {
                    joinUninterruptibly(helper);
                }
            }
        }

        private Searcher searcher(BooleanSupplier stop) {
            Searcher searcher = new Searcher(question.position().board(), before, weights, table, without, stop);
            searcher.rootMoves(rootMoves);
            return searcher;
        }

        private boolean mustStop() {
            return cancel.isRequested() || limit.millis() > 0 && millis() >= limit.millis();
        }

        private long millis() {
            return (nanos.getAsLong() - begun) / 1_000_000;
        }

        private void report(Deepening deepening) {
            partial.accept(calculation(deepening, false));
        }

        private Calculation calculation(Deepening deepening, boolean complete) {
            long nodes = searchers.stream().mapToLong(Searcher::nodes).sum();
            return new Calculation(
                    question.position(), deepening.lines(), deepening.finished, nodes, millis(), complete);
        }

        /** Depth after depth of one searcher. */
        private final class Deepening {
            static final Consumer<Deepening> SILENT = deepening -> {};

            private final Searcher searcher;
            private final int begin;
            private final Consumer<Deepening> told;
            private final int wanted = Math.min(question.lines(), rootMoves.length);
            private final List<Kept> found = new ArrayList<>();
            private int finished;

            Deepening(Searcher searcher, int begin, Consumer<Deepening> told) {
                this.searcher = searcher;
                this.begin = begin;
                this.told = told;
            }

            void run() {
                int last = limit.depth() > 0 ? Math.min(limit.depth(), Searcher.MAX_PLY - 8) : Searcher.MAX_PLY - 8;
                for (int depth = begin; depth <= last && !over; depth++) {
                    if (!searchLines(depth)) {
                        return;
                    }
                    finished = depth;
                    told.accept(this);
                    if (isSettled(depth)) {
                        return;
                    }
                }
            }

            /** Whether the depth was finished. */
            private boolean searchLines(int depth) {
                for (int i = 0; i < wanted; i++) {
                    int guess = i < found.size() ? found.get(i).line().value() : Searcher.INFINITE;
                    Searcher.Found line = searcher.searchRoot(depth, i, guess);
                    if (line == null) {
                        return false;
                    }
                    keep(i, line, depth);
                    if (!line.finished()) {
                        return false;
                    }
                    if (i < wanted - 1 && depth > 6) {
                        told.accept(this);
                    }
                }
                return true;
            }

            /** A move that comes to a place leaves the place it had at the depth before. */
            private void keep(int place, Searcher.Found line, int depth) {
                found.removeIf(kept -> found.indexOf(kept) >= place
                        && kept.move().equals(line.moves().getFirst()));
                found.add(place, new Kept(line, depth));
                while (found.size() > wanted) {
                    found.removeLast();
                }
            }

            /** A mate in so few moves that a deeper search cannot find a shorter one, for every line. */
            private boolean isSettled(int depth) {
                return found.stream().allMatch(kept -> {
                    int plies = Searcher.MATE - Math.abs(kept.line().value());
                    return plies < 256 && depth >= 2 * plies + 2;
                });
            }

            List<CalculatedLine> lines() {
                return found.stream()
                        .sorted(Comparator.comparingInt(
                                        (Kept kept) -> kept.line().value())
                                .reversed())
                        .map(this::line)
                        .toList();
            }

            private CalculatedLine line(Kept kept) {
                Verdict verdict =
                        Verdict.of(kept.line().value(), question.position().sideToMove(), weights.scale());
                return new CalculatedLine(lengthened(kept), verdict, kept.depth());
            }

            /**
             * A line that was found at the last moment may end after its first move: what the table knows of the
             * positions behind it goes on, as far as it is legal and repeats nothing.
             */
            private List<Move> lengthened(Kept kept) {
                List<Move> moves = new ArrayList<>(kept.line().moves());
                int wanted = Math.min(kept.depth(), LINE_WANTED);
                if (moves.size() >= wanted) {
                    return moves;
                }
                List<Position> positions = question.position().positionsAlong(moves);
                while (moves.size() < wanted) {
                    Position last = positions.getLast();
                    long known = table.find(last.key());
                    int code = known == Table.NOTHING ? 0 : Table.move(known);
                    if (code == 0 || !last.isLegal(Board.asMove(code))) {
                        break;
                    }
                    Position next = last.play(Board.asMove(code));
                    if (positions.stream().anyMatch(next::repeats)) {
                        break;
                    }
                    moves.add(Board.asMove(code));
                    positions.add(next);
                }
                return moves;
            }
        }
    }

    /** A line and the depth at which it was found. */
    private record Kept(Searcher.Found line, int depth) {
        Move move() {
            return line.moves().getFirst();
        }
    }

    private static void joinUninterruptibly(Thread thread) {
        boolean interrupted = false;
        while (true) {
            try {
                thread.join();
                break;
            } catch (InterruptedException again) {
                interrupted = true;
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
