package org.zeroply.desktop.kit;

import java.util.List;
import java.util.function.Consumer;
import org.zeroply.rules.Move;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/** Finds every position level, by its first legal move; counts how often it was asked. */
public final class FakeAnalyst implements Analyst {
    private int asked;

    public int asked() {
        return asked;
    }

    @Override
    public String name() {
        return "fake";
    }

    @Override
    public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
        asked++;
        List<Move> moves = question.only().isEmpty() ? question.position().legalMoves() : question.only();
        List<CalculatedLine> lines = moves.stream()
                .limit(question.lines())
                .map(move -> new CalculatedLine(List.of(move), Verdict.DRAWN, 1))
                .toList();
        return new Calculation(question.position(), lines, 1, moves.size(), 0, true);
    }
}
