package org.zeroply.defence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Known;
import org.zeroply.work.Cancel;

/**
 * A series of own moves only, the other side passing, to see where a plan leads; and the first of them after which a reply
 * spoils it.
 *
 * @param steps in their order
 * @param end the position at the end, the side that plans to move again where the other side may pass
 * @param complete whether every reply was looked at
 */
public record Plan(Position position, List<Step> steps, Position end, boolean complete) {
    private static final long NODES = 25_000;

    /**
     * A move of the plan.
     *
     * @param before the position in which it is made
     * @param line the move and what is replied at best
     * @param spoils whether the reply wins material, mates, or costs as much as a refuted candidate
     */
    public record Step(Position before, Move move, CalculatedLine line, boolean spoils, int lost) {}

    public Plan {
        steps = List.copyOf(steps);
    }

    /** The first move after which a reply spoils the plan. */
    public Optional<Step> spoiled() {
        return steps.stream().filter(Step::spoils).findFirst();
    }

    /**
     * The position after own moves, the other side passing.
     *
     * @throws IllegalArgumentException if a move is not legal, or one before the last gives check, so that nobody can pass
     */
    public static Position after(Position position, List<Move> moves) {
        Position here = position;
        for (int i = 0; i < moves.size(); i++) {
            here = here.play(moves.get(i));
            if (i < moves.size() - 1 || !here.isCheck()) {
                here = here.play(Move.PASS);
            }
        }
        return here;
    }

    /** Looks at the replies on the calling thread. */
    public static Plan of(Position position, List<Move> moves, Known known, Cancel cancel) {
        Side us = position.sideToMove();
        List<Step> steps = new ArrayList<>();
        Position here = position;
        double best = new FixedEffortSearch(position, known, cancel).expected(NODES);
        for (Move move : moves) {
            if (cancel.isRequested()) {
                break;
            }
            FixedEffortSearch looks = new FixedEffortSearch(here, known, cancel);
            CalculatedLine line = looks.after(move, NODES);
            double expected = line.verdict().expectedFor(us);
            int lost = looks.lost(line);
            boolean spoils = looks.costs(line, best);
            steps.add(new Step(here, move, line, spoils, lost));
            best = Math.max(best, expected);
            Position next = here.play(move);
            here = next.isCheck() ? next : next.play(Move.PASS);
        }
        return new Plan(position, steps, after(position, moves), steps.size() == moves.size());
    }
}
