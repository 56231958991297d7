package org.zeroply.search;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.notation.Fen;
import org.zeroply.notation.FenReading;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;

/**
 * A calculator that is spoken to in plain text only, so that two versions of the product can be measured against each
 * other in one process without sharing a class. Changing a signature here ends comparisons with all earlier versions.
 */
public final class TextAnalyst {
    private final Calculator calculator;
    private final long nodes;

    public TextAnalyst(int tableMegabytes, long nodes) {
        calculator = new Calculator(tableMegabytes, 1);
        this.nodes = nodes;
    }

    /**
     * @param line the positions of a game as FEN, the one to move in last
     * @return the move in coordinates, a blank, and the evaluation in hundredths of a pawn for White
     */
    public String choose(List<String> line) {
        List<Position> positions = new ArrayList<>();
        for (String fen : line) {
            switch (Fen.read(fen)) {
                case FenReading.Read read -> positions.add(read.position());
                case FenReading.Refused refused -> throw new IllegalArgumentException(fen + ": " + refused.reasons());
            }
        }
        Question question = new Question(
                positions.getLast(), positions.subList(0, positions.size() - 1), List.of(), 1, Limit.nodes(nodes));
        Calculation found = calculator.calculate(question, partial -> {}, new Cancel());
        return found.lines().getFirst().first() + " " + found.verdict().hundredths();
    }

    public void forget() {
        calculator.forget();
    }
}
