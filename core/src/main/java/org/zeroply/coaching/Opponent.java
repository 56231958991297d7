package org.zeroply.coaching;

import java.util.List;
import java.util.Optional;
import org.zeroply.ending.Elementary;
import org.zeroply.ending.ExactEndings;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.task.MarkEvidence;
import org.zeroply.task.Opinion;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/** Who answers in a game that is played on: the exact endings where they know the position, else the calculator. */
public final class Opponent {
    private final ExactEndings endings;
    private final long millis;

    /**
     * @param millis how long the calculator thinks about a move; a pawn ending that takes the exact endings longer is left to
     *     the calculator
     */
    public Opponent(ExactEndings endings, long millis) {
        this.endings = endings;
        this.millis = millis;
    }

    /**
     * The move that is answered: the quickest win, the longest defence, and of moves that draw the one that the analyst
     * likes best. Empty if there is no move or it was cancelled.
     */
    public Optional<Move> answer(Position position, Analyst analyst, Cancel cancel) {
        if (!position.hasLegalMove()) {
            return Optional.empty();
        }
        Optional<ExactEndings.Solution> exact = exact(position, cancel);
        if (exact.isPresent() && exact.get().exact().outcome() != 0) {
            return exact.get().choices().stream().map(Elementary.Choice::move).findFirst();
        }
        List<Move> drawing = exact.stream()
                .flatMap(solution -> solution.keeping().stream())
                .map(Elementary.Choice::move)
                .toList();
        Calculation found = calculate(position, drawing, analyst, cancel);
        return found.lines().isEmpty()
                ? Optional.empty()
                : Optional.of(found.lines().getFirst().first());
    }

    /** Who is better where a game was left off, with who says so. */
    public MarkEvidence judge(Position position, Analyst analyst, Cancel cancel) {
        Optional<ExactEndings.Solution> exact = exact(position, cancel);
        if (exact.isPresent()) {
            int outcome = exact.get().exact().outcome();
            Side winner =
                    outcome > 0 ? position.sideToMove() : position.sideToMove().opposite();
            Opinion opinion =
                    outcome == 0 ? Opinion.LEVEL : winner == Side.WHITE ? Opinion.WHITE_WINNING : Opinion.BLACK_WINNING;
            return new MarkEvidence(
                    position, opinion, Words.of("evidence.exact"), exact.get().text());
        }
        Calculation found = calculate(position, List.of(), analyst, cancel);
        return new MarkEvidence(position, Opinion.of(found.verdict().step()), analyst.name(), millis + " ms");
    }

    private Optional<ExactEndings.Solution> exact(Position position, Cancel cancel) {
        if (!ExactEndings.covers(position)) {
            return Optional.empty();
        }
        // An elementary ending takes seconds once and is known from then on.
        ExactEndings.Reading reading = Elementary.covers(position)
                ? endings.solveQuickly(position, cancel)
                : endings.solveWithin(millis, position, cancel);
        return reading instanceof ExactEndings.Solved solved
                        && solved.solution().unsettled().isEmpty()
                ? Optional.of(solved.solution())
                : Optional.empty();
    }

    private Calculation calculate(Position position, List<Move> only, Analyst analyst, Cancel cancel) {
        Question question = Question.of(position, Limit.millis(millis)).onlyMoves(only);
        return analyst.calculate(question, partial -> {}, cancel);
    }
}
