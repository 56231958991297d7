package org.zeroply.defence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import org.zeroply.analysis.EveryMove;
import org.zeroply.ending.Elementary;
import org.zeroply.ending.ExactEndings;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/**
 * Whether the side to move had a reason to resign: every legal defence with its refutation, and how the win goes on. A
 * defence holds where the other side is not winning after it.
 *
 * @param defences those that hold first, then the longest resistance
 * @param win best play of both from here to mate or to an exact win, as far as it was followed
 * @param isWinShown whether that line came to such an end
 */
public record Resignation(
        Position position, List<Defence> defences, List<Move> win, boolean isWinShown, boolean complete) {
    private static final int LONGEST_WIN = 120;

    /** How a defence fails, the worst last. */
    public enum Fate {
        HOLDS,
        WORSE,
        LOSES_MATERIAL,
        LOSES_PIECE,
        LOSES_ROOK,
        LOSES_QUEEN,
        MATED
    }

    /** A legal move with what refutes it. */
    public record Defence(EveryMove.Entry entry, Fate fate) {
        /** In how many moves of the winner it is mated; 0 where it is not. */
        public int matedIn() {
            return Math.abs(entry.line().verdict().mateIn());
        }
    }

    public Resignation {
        defences = List.copyOf(defences);
        win = List.copyOf(win);
    }

    public List<Defence> holding() {
        return defences.stream().filter(each -> each.fate() == Fate.HOLDS).toList();
    }

    /**
     * Looks at every legal move on the calling thread.
     *
     * @param nodes what each defence, and each move of the win, may cost
     * @param exact asked first where it knows the ending
     */
    public static Resignation of(
            Question question,
            long nodes,
            Analyst analyst,
            ExactEndings exact,
            Consumer<Resignation> partial,
            Cancel cancel) {
        Position position = question.position();
        EveryMove every =
                EveryMove.of(question, nodes, analyst, so -> partial.accept(judged(so, List.of(), false)), cancel);
        Resignation found = judged(every, List.of(), every.complete());
        if (!every.complete() || !found.holding().isEmpty() || found.defences().isEmpty()) {
            return found;
        }
        partial.accept(found);
        return found.played(position, nodes, analyst, exact, cancel);
    }

    private static Resignation judged(EveryMove every, List<Move> win, boolean complete) {
        List<Defence> defences = new ArrayList<>();
        for (EveryMove.Entry entry : every.moves()) {
            defences.add(new Defence(entry, fate(every.position(), entry)));
        }
        defences.sort(Comparator.comparing((Defence each) -> each.fate() != Fate.HOLDS)
                .thenComparing(each -> each.fate() == Fate.MATED)
                .thenComparing(Comparator.comparingInt(Defence::matedIn).reversed())
                .thenComparingDouble(each -> each.entry().loss()));
        return new Resignation(every.position(), defences, win, false, complete);
    }

    private static Fate fate(Position position, EveryMove.Entry entry) {
        Side us = position.sideToMove();
        Verdict verdict = entry.line().verdict();
        if (!verdict.isWonFor(us.opposite())) {
            return Fate.HOLDS;
        }
        if (verdict.isMate()) {
            return Fate.MATED;
        }
        int lost = PieceValues.balance(position, us)
                - Settled.atEnd(position, entry.line().moves(), us);
        if (lost >= 4) {
            return queens(position, us) > queens(position.playAll(entry.line().moves()), us)
                    ? Fate.LOSES_QUEEN
                    : Fate.LOSES_ROOK;
        }
        if (lost >= 3) {
            return Fate.LOSES_PIECE;
        }
        return lost > 0 ? Fate.LOSES_MATERIAL : Fate.WORSE;
    }

    /** How many queens a side has more. */
    private static int queens(Position position, Side side) {
        return position.count(side, PieceType.QUEEN) - position.count(side.opposite(), PieceType.QUEEN);
    }

    /** Lets both sides play on, the loser with the longest resistance, to mate or to an ending that is known exactly. */
    private Resignation played(Position start, long nodes, Analyst analyst, ExactEndings exact, Cancel cancel) {
        List<Move> line = new ArrayList<>();
        Position here = start;
        Move next = defences.getFirst().entry().move();
        while (line.size() < LONGEST_WIN && !cancel.isRequested()) {
            line.add(next);
            here = here.play(next);
            if (here.isCheckmate() || isWon(here, start.sideToMove().opposite(), exact, cancel)) {
                return new Resignation(start, defences, line, true, complete);
            }
            Calculation best = analyst.calculate(Question.of(here, Limit.nodes(nodes)), calculation -> {}, cancel);
            if (best.lines().isEmpty()) {
                break;
            }
            next = best.lines().getFirst().first();
        }
        return new Resignation(start, defences, line, false, complete && !cancel.isRequested());
    }

    private static boolean isWon(Position position, Side side, ExactEndings exact, Cancel cancel) {
        // Only what is looked up at once: this is asked after every move of the line.
        return Elementary.covers(position)
                && exact.solveQuickly(position, cancel) instanceof ExactEndings.Solved solved
                && solved.solution().verdict().isWonFor(side);
    }
}
