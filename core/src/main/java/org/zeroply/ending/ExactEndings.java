package org.zeroply.ending;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.Known;
import org.zeroply.search.Verdict;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;
import org.zeroply.work.Ticker;

/** All exact endings behind one question: elementary ones with the distance to mate, kings and pawns to promotion. */
public final class ExactEndings implements Known {
    /** How long a pawn ending may take before it is given up. */
    public static final long PAWN_ENDING_MILLIS = 10_000;

    private static final int CERTAIN = 1_500;
    private static final int ALWAYS = 3;

    private final Ticker ticker;
    private final Elementary elementary;
    private final PawnEnding pawnEnding;

    public ExactEndings(Shelf shelf) {
        this(shelf, Ticker.SYSTEM);
    }

    /** @param ticker measures how long a pawn ending takes */
    public ExactEndings(Shelf shelf, Ticker ticker) {
        this.ticker = ticker;
        elementary = new Elementary(shelf);
        pawnEnding = new PawnEnding(elementary, PAWN_ENDING_MILLIS, ticker);
    }

    @Override
    public Analyst before(Analyst calculator) {
        return new ExactFirst(calculator, this);
    }

    /**
     * What is known exactly of a position.
     *
     * @param counted what the half-moves are counted to
     * @param choices the moves with their results, best first
     * @param unsettled moves of a pawn ending whose result is not certain
     */
    public record Solution(
            Position position,
            Exact exact,
            Counted counted,
            List<Elementary.Choice> choices,
            List<Move> unsettled,
            @Nullable Correspondence correspondence) {
        public Solution {
            choices = List.copyOf(choices);
            unsettled = List.copyOf(unsettled);
        }

        /** The moves that keep the result, the best first. */
        public List<Elementary.Choice> keeping() {
            return choices.stream()
                    .filter(choice -> choice.exact().outcome() == exact.outcome())
                    .toList();
        }

        /** In words: "won: mate in 12", "drawn". */
        public String text() {
            if (exact.outcome() == 0) {
                return Words.of("ending.drawn");
            }
            Side winner = exact.outcome() > 0
                    ? position.sideToMove()
                    : position.sideToMove().opposite();
            return exact.plies() == 0
                    ? Words.of("ending.mated", Words.of("side." + winner))
                    : Words.of("ending.to." + counted, Words.of("side." + winner), exact.moves());
        }

        public Verdict verdict() {
            return ExactEndings.verdict(exact, position.sideToMove(), counted);
        }
    }

    /** Solved, or why not. */
    public sealed interface Reading {}

    public record Solved(Solution solution) implements Reading {}

    /** One promotion away from a pawn ending, too large to be solved: proven to be won, without the exact distance. */
    public record ProvenWin(Side winner, int moves) implements Reading {
        /** In words. */
        public String text() {
            return Words.of("ending.provenWin", Words.of("side." + winner), moves);
        }
    }

    public record NotSolved(PawnEnding.Reason reason) implements Reading {}

    public static boolean covers(Position position) {
        return Elementary.covers(position) || PawnEnding.covers(position) || PawnEnding.coversPromoted(position);
    }

    public PawnEnding pawnEnding() {
        return pawnEnding;
    }

    public Elementary elementary() {
        return elementary;
    }

    /**
     * Solves a position on the calling thread, whatever it takes: seconds for an elementary ending that was not solved
     * before, and about a minute once for pawn endings that hang on a queen against a pawn.
     *
     * @throws IllegalArgumentException if {@link #covers} is false
     */
    public Reading solve(Position position, Cancel cancel) {
        return solve(position, true, cancel);
    }

    /** As {@link #solve}, but without solving what takes a minute: the question is another one, and this only a help. */
    public Reading solveQuickly(Position position, Cancel cancel) {
        return solve(position, false, cancel);
    }

    /**
     * As {@link #solveQuickly}, and given up after so many milliseconds; three men take a second at most, and are always
     * solved.
     */
    public Reading solveWithin(long millis, Position position, Cancel cancel) {
        if (position.occupied().size() <= ALWAYS) {
            return solve(position, false, cancel);
        }
        return solve(position, false, Cancel.within(millis, cancel, ticker));
    }

    /**
     * What is known by a fixed amount of work, so that the same is known each time; the result is certain, moves that it does
     * not need may be left open. An elementary ending that was not solved before takes seconds, once.
     *
     * @return empty if the position is none of these endings, too large, not settled, or cancelled
     */
    public Optional<Solution> lookUp(Position position, Cancel cancel) {
        boolean withPawns = PawnEnding.covers(position) || PawnEnding.coversPromoted(position);
        if (withPawns && position.occupied().size() > ALWAYS) {
            // With four men as well: their tables take several seconds the first time, and this a part of one.
            Optional<Solution> solved = pawnEnding.lookUp(position, cancel).map(found -> solution(position, found));
            if (solved.isPresent()) {
                return solved;
            }
        }
        if (!Elementary.covers(position)) {
            return Optional.empty();
        }
        return elementary
                .solve(position, cancel)
                .flatMap(exact -> elementary
                        .moves(position, cancel)
                        .map(choices -> new Solution(position, exact, Counted.MATE, choices, List.of(), null)));
    }

    /** What was settled on the way to what was looked up last, without solving anything. */
    Optional<Solution> solvedOnTheWay(Position position) {
        boolean pawns = PawnEnding.covers(position) || PawnEnding.coversPromoted(position);
        return pawns ? pawnEnding.solvedOnTheWay(position).map(found -> solution(position, found)) : Optional.empty();
    }

    private static Solution solution(Position position, PawnEnding.Solved found) {
        Counted counted = PawnEnding.covers(position) ? Counted.PROMOTION : Counted.LAST_PAWN;
        return new Solution(
                position, found.exact(), counted, found.choices(), found.unsettled(), found.correspondence());
    }

    private Reading solve(Position position, boolean solveTables, Cancel cancel) {
        if (Elementary.covers(position)) {
            Optional<Exact> exact = elementary.solve(position, cancel);
            Optional<List<Elementary.Choice>> choices = elementary.moves(position, cancel);
            if (exact.isEmpty() || choices.isEmpty()) {
                return new NotSolved(PawnEnding.Reason.CANCELLED);
            }
            Correspondence squares = null;
            if (PawnEnding.covers(position)
                    && pawnEnding.solve(position, solveTables, cancel) instanceof PawnEnding.Solved pawns) {
                squares = pawns.correspondence();
            }
            return new Solved(new Solution(position, exact.get(), Counted.MATE, choices.get(), List.of(), squares));
        }
        PawnEnding.Reading found = PawnEnding.covers(position)
                ? pawnEnding.solve(position, solveTables, cancel)
                : pawnEnding.solvePromoted(position, solveTables, cancel);
        return switch (found) {
            case PawnEnding.ProvenWin won -> new ProvenWin(won.winner(), won.moves());
            case PawnEnding.Solved solved -> new Solved(solution(position, solved));
            case PawnEnding.NotSettled open -> new NotSolved(open.reason());
        };
    }

    /** The verdict that goes with an exact result. */
    public static Verdict verdict(Exact exact, Side toMove, Counted counted) {
        int white = toMove == Side.WHITE ? exact.outcome() : -exact.outcome();
        if (white == 0) {
            return Verdict.DRAWN;
        }
        if (counted == Counted.MATE) {
            return exact.plies() == 0 ? Verdict.mated(toMove) : Verdict.matesIn(white * exact.moves());
        }
        return new Verdict(white * CERTAIN, white > 0 ? 1 : 0, 0);
    }
}
