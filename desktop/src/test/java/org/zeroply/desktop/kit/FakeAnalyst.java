package org.zeroply.desktop.kit;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.Consumer;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/** Finds every position level, by its first legal move; counts how often it was asked. */
public final class FakeAnalyst implements Analyst {
    private final List<Position> positions = Collections.synchronizedList(new ArrayList<>());

    public int asked() {
        return positions.size();
    }

    /** What it was asked about, in order. */
    public List<Position> positions() {
        return positions;
    }

    @Override
    public String name() {
        return "fake";
    }

    @Override
    public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
        positions.add(question.position());
        List<Move> moves = question.only().isEmpty() ? question.position().legalMoves() : question.only();
        List<CalculatedLine> lines = moves.stream()
                .limit(question.lines())
                .map(move -> new CalculatedLine(List.of(move), Verdict.DRAWN, 1))
                .toList();
        return new Calculation(question.position(), lines, 1, moves.size(), 0, true);
    }
}
