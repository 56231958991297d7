package org.zeroply.bench.calc;

import java.util.List;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** A version of the calculator that plays, spoken to in text. */
final class VersionPlayer implements Player {
    private final Version.Calculating calculator;
    private final Version.Budget budget;

    VersionPlayer(Version version, Version.Budget budget) {
        calculator = version.calculator(SelfPlay.TABLE_MEGABYTES);
        this.budget = budget;
    }

    @Override
    public Choice choose(List<Position> line) {
        Version.Found found = calculator.calculate(line.stream().map(Fen::write).toList(), budget);
        Move move = Move.parse(found.move());
        if (move == null) {
            throw new IllegalStateException("the version said " + found.move());
        }
        return new Choice(move, found.hundredths());
    }

    @Override
    public void forget() {
        calculator.forget();
    }
}
