package org.zeroply.desktop;

import java.util.function.Consumer;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/**
 * A calculator that counts positions instead of milliseconds, on one thread and from an empty table: the same question
 * always has the same answer, however busy the machine is. A brisk one spends an eighth: a robot tests the way to an answer,
 * not how good the answer is.
 */
final class SteadyAnalyst implements Analyst {
    private static final long NODES_A_MILLISECOND = 60;

    /** What asks for no end has one all the same where a picture is to be the same each time. */
    private static final long NODES_OF_A_PICTURE = 200_000;

    private static final int BRISK = 8;

    private final Calculator calculator;
    private final int share;
    private final long mostNodes;

    private SteadyAnalyst(int megabytes, int share, long mostNodes) {
        calculator = new Calculator(megabytes, 1);
        this.share = share;
        this.mostNodes = mostNodes;
    }

    static SteadyAnalyst thorough() {
        return new SteadyAnalyst(16, 1, NODES_OF_A_PICTURE);
    }

    static SteadyAnalyst brisk() {
        return new SteadyAnalyst(1, BRISK, 0);
    }

    @Override
    public String name() {
        return calculator.name();
    }

    @Override
    public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
        calculator.forget();
        Limit asked = question.limit();
        long nodes = asked.millis() > 0 ? asked.millis() * NODES_A_MILLISECOND : asked.nodes();
        boolean endless = nodes == 0 && asked.depth() == 0;
        Limit limit = new Limit(0, endless ? mostNodes : nodes / share, asked.depth());
        return steady(calculator.calculate(question.withLimit(limit), found -> partial.accept(steady(found)), cancel));
    }

    /** The time that goes with the positions, whatever it really took. */
    private static Calculation steady(Calculation found) {
        return new Calculation(
                found.position(),
                found.lines(),
                found.depth(),
                found.nodes(),
                found.nodes() / NODES_A_MILLISECOND,
                found.complete());
    }
}
