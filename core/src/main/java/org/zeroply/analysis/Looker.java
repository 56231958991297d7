package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.work.Cancel;

/**
 * One who looks at a position after another for a {@link GameSweep}: on one thread, from an empty table. Glances are taken with
 * a table of their own: a table that remembers deep looks would see far.
 */
final class Looker {
    /** The other moves get this part of the limit of the best one. */
    private static final int REST = 5;

    /** The same for the move that tempts. */
    private static final int TEMPTED = 8;

    private static final long THREAT_NODES = 8_000;
    private static final long CONFIRMING_NODES = 2_500;

    private final Analyst analyst;
    private final Calculator glances = new Calculator(1, 1);
    private final Threats threats = new Threats(THREAT_NODES, CONFIRMING_NODES);

    Looker(Analyst analyst) {
        this.analyst = analyst;
    }

    /** @param line the positions up to the one to look at, itself last */
    Study look(List<Position> line, Limit limit, Cancel cancel) {
        analyst.forget();
        Position position = line.getLast();
        Question question = new Question(position, line.subList(0, line.size() - 1), List.of(), 1, limit);
        List<Calculation> found = new ArrayList<>();
        List<Move> legal = position.legalMoves();
        List<Calculation> looks = legal.size() < 2 ? List.of() : glances(Question.of(position, Limit.NONE), cancel);
        found.add(analyst.calculate(question, partial -> {}, cancel));
        if (legal.size() >= 2 && !cancel.isRequested()) {
            Move best = found.getFirst().lines().getFirst().first();
            found.addAll(withBest(best, looks, cancel));
            List<Move> others =
                    legal.stream().filter(move -> !move.equals(best)).toList();
            found.add(
                    analyst.calculate(question.onlyMoves(others).withLimit(part(limit, REST)), partial -> {}, cancel));
            Move tempting = looks.getLast().lines().getFirst().first();
            if (!tempting.equals(best)) {
                found.add(analyst.calculate(
                        question.onlyMoves(List.of(tempting)).withLimit(part(limit, TEMPTED)), partial -> {}, cancel));
            }
        }
        List<Threat> against = legal.isEmpty() ? List.of() : threats.against(position, cancel);
        return new Study(position, against, found, List.of(), Map.of(), !cancel.isRequested());
    }

    private static Limit part(Limit whole, int of) {
        return new Limit((whole.millis() + of - 1) / of, (whole.nodes() + of - 1) / of, whole.depth());
    }

    /** The best eight moves at each depth of a glance, each by its first move alone. */
    private List<Calculation> glances(Question question, Cancel cancel) {
        glances.forget();
        List<Calculation> looks = new ArrayList<>();
        Calculation last = glances.calculate(
                question.withLines(Question.MOST_LINES).withLimit(Limit.depth(Hardness.LOOKS)),
                found -> {
                    // Told after every line; what counts is the state when all are as deep.
                    while (looks.size() < found.depth()) {
                        looks.add(found);
                    }
                    looks.set(looks.size() - 1, found);
                },
                cancel);
        while (looks.size() < Hardness.LOOKS) {
            looks.add(last);
        }
        return looks.stream().map(Looker::firstMoves).toList();
    }

    private static Calculation firstMoves(Calculation look) {
        List<CalculatedLine> lines = look.lines().stream()
                .map(line -> new CalculatedLine(List.of(line.first()), line.verdict(), line.depth()))
                .toList();
        return new Calculation(look.position(), lines, look.depth(), look.nodes(), look.millis(), true);
    }

    /** The glances, with the best move as the ninth where it is not among the eight. */
    private List<Calculation> withBest(Move best, List<Calculation> looks, Cancel cancel) {
        List<Calculation> whole = new ArrayList<>();
        for (int depth = 1; depth <= looks.size(); depth++) {
            Calculation look = looks.get(depth - 1);
            if (look.lines().stream().noneMatch(line -> line.first().equals(best))) {
                Question alone =
                        Question.of(look.position(), Limit.depth(depth)).onlyMoves(List.of(best));
                List<CalculatedLine> lines = new ArrayList<>(look.lines());
                lines.addAll(firstMoves(glances.calculate(alone, found -> {}, cancel))
                        .lines());
                look = new Calculation(look.position(), lines, look.depth(), look.nodes(), look.millis(), true);
            }
            whole.add(look);
        }
        return whole;
    }
}
