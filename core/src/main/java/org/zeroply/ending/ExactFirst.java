package org.zeroply.ending;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/**
 * The analyst that everybody asks: what the exact endings know it says from them, move by move, and only the other moves are
 * calculated. So every answer about one move tells the same, whoever asks. A move is known if it ends the game, if it leads
 * into an ending that is known, or if the position's own ending is.
 *
 * <p>What is looked up is bounded by the work and not by the clock, so a calculation repeats itself as far as the analyst
 * behind does. Close to the end of the fifty moves, which the endings leave out of account, wins are calculated.
 */
final class ExactFirst implements Analyst {
    /** Raised when more or other endings are looked up, so that verdicts kept before are not reused. */
    private static final int VERSION = 1;

    /** From so many half-moves without a capture or pawn move on, a win may not come in time. */
    private static final int NEAR_FIFTY_MOVES = 60;

    private static final int LONGEST_LINE = 10;

    private final Analyst calculator;
    private final ExactEndings endings;

    ExactFirst(Analyst calculator, ExactEndings endings) {
        this.calculator = calculator;
        this.endings = endings;
    }

    @Override
    public String name() {
        return "exact " + VERSION + ", " + calculator.name();
    }

    @Override
    public void forget() {
        calculator.forget();
    }

    @Override
    public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
        Position position = question.position();
        List<Move> asked = question.only().isEmpty() ? position.legalMoves() : question.only();
        Optional<ExactEndings.Solution> solution = lookUp(position, cancel);
        List<CalculatedLine> known = new ArrayList<>();
        List<Move> open = new ArrayList<>();
        // The order of the solution, the quickest win first, stays among moves of the same worth.
        List<Move> inOrder = new ArrayList<>(solution.map(found -> found.choices().stream()
                        .map(Elementary.Choice::move)
                        .filter(asked::contains)
                        .toList())
                .orElse(List.of()));
        asked.stream().filter(move -> !inOrder.contains(move)).forEach(inOrder::add);
        for (Move move : inOrder) {
            Optional<CalculatedLine> line = known(position, move, solution, cancel);
            line.ifPresentOrElse(known::add, () -> open.add(move));
        }
        if (known.isEmpty() || cancel.isRequested()) {
            return calculator.calculate(question, partial, cancel);
        }
        known.sort(CalculatedLine.bestFirst(position.sideToMove()));
        Calculation exact = exact(question, known);
        if (open.isEmpty() || decides(question, known, solution)) {
            partial.accept(exact);
            return exact;
        }
        Calculation rest = calculator.calculate(
                question.onlyMoves(open), found -> partial.accept(merged(question, known, found, solution)), cancel);
        return merged(question, known, rest, solution);
    }

    /** Whether the moves that are not known can change nothing of what was asked. */
    private static boolean decides(
            Question question, List<CalculatedLine> known, Optional<ExactEndings.Solution> solution) {
        Side side = question.position().sideToMove();
        Verdict best = known.getFirst().verdict();
        boolean nothingBetter = best.expectedFor(side) == 1
                || solution.isPresent() && solution.get().verdict().expectedFor(side) == best.expectedFor(side);
        return nothingBetter && known.size() >= question.lines();
    }

    private static Calculation exact(Question question, List<CalculatedLine> known) {
        return new Calculation(question.position(), first(known, question.lines()), CalculatedLine.EXACT, 0, 0, true);
    }

    private static Calculation merged(
            Question question, List<CalculatedLine> known, Calculation rest, Optional<ExactEndings.Solution> solution) {
        Position position = question.position();
        List<CalculatedLine> lines = new ArrayList<>(known);
        for (CalculatedLine line : rest.lines()) {
            Verdict verdict = solution.isEmpty()
                    ? line.verdict()
                    // No move is worth more than the position, whatever the calculator hopes.
                    : line.verdict().atMost(solution.get().verdict(), position.sideToMove());
            lines.add(new CalculatedLine(line.moves(), verdict, line.depth()));
        }
        lines.sort(CalculatedLine.bestFirst(position.sideToMove()));
        return new Calculation(
                position, first(lines, question.lines()), rest.depth(), rest.nodes(), rest.millis(), rest.complete());
    }

    private static List<CalculatedLine> first(List<CalculatedLine> lines, int most) {
        return lines.subList(0, Math.min(most, lines.size()));
    }

    /** What is known of a position; nothing of a win that may come too late. */
    private Optional<ExactEndings.Solution> lookUp(Position position, Cancel cancel) {
        if (!ExactEndings.covers(position)) {
            return Optional.empty();
        }
        return endings.lookUp(position, cancel)
                .filter(solution -> solution.exact().outcome() == 0 || position.halfmoveClock() < NEAR_FIFTY_MOVES);
    }

    private Optional<CalculatedLine> known(
            Position position, Move move, Optional<ExactEndings.Solution> solution, Cancel cancel) {
        Position after = position.play(move);
        if (!after.hasLegalMove()) {
            Verdict verdict =
                    after.isCheckmate() ? Verdict.matesIn(position.sideToMove() == Side.WHITE ? 1 : -1) : Verdict.DRAWN;
            return Optional.of(new CalculatedLine(List.of(move), verdict, CalculatedLine.EXACT));
        }
        Optional<CalculatedLine> chosen = solution.flatMap(found -> found.choices().stream()
                .filter(choice -> choice.move().equals(move))
                .findFirst()
                .map(choice -> line(position, move, choice.exact(), found.counted(), cancel)));
        if (chosen.isPresent()) {
            return chosen;
        }
        // What the result did not need may be settled by itself. A move within an ending that is too large leads to one
        // that is too large as well, most often.
        boolean changes = position.isCapture(move) || move.promotion() != null;
        return solution.isPresent() || changes
                ? lookUp(after, cancel)
                        .map(found -> line(position, move, Elementary.before(found.exact()), found.counted(), cancel))
                : Optional.empty();
    }

    /** A move and best play after it, up to where an ending begins that would have to be solved first. */
    private CalculatedLine line(Position position, Move move, Exact exact, Counted counted, Cancel cancel) {
        Map<Long, Move> moves = new LinkedHashMap<>();
        moves.put(position.key(), move);
        Position here = position.play(move);
        while (moves.size() < LONGEST_LINE && !moves.containsKey(here.key())) {
            Optional<ExactEndings.Solution> known =
                    counted == Counted.MATE ? endings.lookUp(here, cancel) : endings.solvedOnTheWay(here);
            Optional<Move> next =
                    known.flatMap(found -> found.choices().stream().findFirst()).map(Elementary.Choice::move);
            if (next.isEmpty()) {
                break;
            }
            moves.put(here.key(), next.get());
            here = here.play(next.get());
        }
        Verdict verdict = ExactEndings.verdict(exact, position.sideToMove(), counted);
        return new CalculatedLine(List.copyOf(moves.values()), verdict, CalculatedLine.EXACT);
    }
}
