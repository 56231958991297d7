package org.zeroply.defence;

import java.util.List;
import org.zeroply.analysis.Candidate;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Known;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/**
 * Short calculations of the moves of one position: what is known exactly first, else one thread, a fixed number of positions,
 * and a table that is emptied before each, so that the same look always sees the same.
 */
final class FixedEffortSearch {
    static final double A_LITTLE = 0.03;

    private final Position position;
    private final Side us;
    private final Cancel cancel;
    private final Calculator calculator = new Calculator(4, 1);
    private final Analyst analyst;

    FixedEffortSearch(Position position, Known known, Cancel cancel) {
        analyst = known.before(calculator);
        this.position = position;
        this.cancel = cancel;
        us = position.sideToMove();
    }

    /** A move and best play after it. */
    CalculatedLine after(Move move, long nodes) {
        return afterAll(move, nodes, 1).getFirst();
    }

    /** A move with each of the best replies to it, the best for the other side first; at least one line. */
    List<CalculatedLine> afterAll(Move move, long nodes, int replies) {
        Position after = position.play(move);
        calculator.forget();
        Calculation found =
                analyst.calculate(Question.of(after, Limit.nodes(nodes)).withLines(replies), calculation -> {}, cancel);
        return found.lines().isEmpty()
                ? List.of(found.after(move, us))
                : found.lines().stream().map(line -> line.after(move, us)).toList();
    }

    /** The expected score of the side to move, by its best move. */
    double expected(long nodes) {
        return calculated(nodes).verdict().expectedFor(us);
    }

    /** The best move and best play after it; no moves where none is legal. */
    CalculatedLine best(long nodes) {
        Calculation found = calculated(nodes);
        return found.lines().isEmpty()
                ? new CalculatedLine(List.of(), found.verdict(), found.depth())
                : found.lines().getFirst();
    }

    private Calculation calculated(long nodes) {
        calculator.forget();
        return analyst.calculate(Question.of(position, Limit.nodes(nodes)), calculation -> {}, cancel);
    }

    /**
     * Whether a line costs something against what could be expected: mate, as much as a refuted candidate where it is not
     * still winning, or material and a little of the expected score as well. Material alone may be on its way back.
     */
    boolean costs(CalculatedLine line, double expected) {
        double loss = expected - line.verdict().expectedFor(us);
        return isMated(line) || falls(line, expected) || lost(line) > 0 && loss >= A_LITTLE;
    }

    /** Whether a line gives away as much as a refuted candidate does, and no longer wins. */
    boolean falls(CalculatedLine line, double expected) {
        return !line.verdict().isWonFor(us) && expected - line.verdict().expectedFor(us) >= Candidate.REFUTED;
    }

    /** Material that a line costs the side to move, in pawns; negative if it wins some. */
    int lost(CalculatedLine line) {
        return -Settled.won(position, line.moves(), us);
    }

    /** Whether a line ends in the mate of the side to move, as far as was seen. */
    boolean isMated(CalculatedLine line) {
        return line.verdict().isMate() && line.verdict().expectedFor(us) == 0;
    }
}
