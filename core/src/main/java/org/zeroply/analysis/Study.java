package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/**
 * What a coach asks of a position first: the threats, the best candidates, the natural moves and why they fail, the moves
 * that the coach named, and how easy each is to meet. Grows as it is worked out; each state is a value.
 *
 * @param threats against the side to move; null until they are known
 * @param calculations the best lines first, then those of the moves that were asked for besides
 * @param natural the moves a first look would choose
 * @param ease how easy the opponent's game is after a move
 * @param complete whether everything that was asked for is there
 */
public record Study(
        Position position,
        @Nullable List<Threat> threats,
        List<Calculation> calculations,
        List<Move> natural,
        Map<Move, Ease> ease,
        boolean complete) {
    private static final int NEAR_FIFTY_MOVES = 80;

    /** Replies are looked at after so many candidates. */
    private static final int EASE_OF = 3;

    public Study {
        threats = threats == null ? null : List.copyOf(threats);
        calculations = List.copyOf(calculations);
        natural = List.copyOf(natural);
        ease = Map.copyOf(ease);
    }

    /**
     * Whether what is calculated of a position holds wherever it occurs: it has not been on the board before in its game,
     * and the end of the fifty moves is not near.
     *
     * @param before the positions of its game so far
     */
    public static boolean standsAlone(Position position, List<Position> before) {
        return position.halfmoveClock() < NEAR_FIFTY_MOVES && before.stream().noneMatch(position::repeats);
    }

    /** The verdict of the position, or null as long as nothing has been found. */
    public @Nullable Verdict verdict() {
        return calculations.isEmpty() ? null : calculations.getFirst().verdict();
    }

    /** The candidates with their refutations, the best first. */
    public List<Candidate> candidates(ValueScale scale) {
        return Candidates.of(calculations, natural, scale);
    }

    /**
     * What to work out.
     *
     * @param question the position with its game, and how many best lines
     * @param named moves that the coach wants to know about, whether or not they are good
     * @param limit for the best lines; a natural or named move gets a third of it
     * @param nodesForEase what each reply costs when the ease is looked at; 0 leaves it out
     */
    public record Task(Question question, List<Move> named, Limit limit, long nodesForEase) {
        public Task {
            named = List.copyOf(named);
        }

        private Limit ofOneMove() {
            return limit.millis() == 0 && limit.nodes() == 0 && limit.depth() == 0
                    ? Limit.nodes(300_000)
                    : new Limit((limit.millis() + 2) / 3, (limit.nodes() + 2) / 3, limit.depth());
        }
    }

    /**
     * Works it out on the calling thread.
     *
     * @param partial told each time there is more to see
     * @return the last state; complete unless it was cancelled
     */
    public static Study run(Task task, Analyst analyst, Threats threats, Consumer<Study> partial, Cancel cancel) {
        Run run = new Run(task, partial);
        run.threats = threats.against(task.question().position(), cancel);
        run.tell();
        run.lines(analyst, task.limit(), cancel);
        run.moves(analyst, cancel);
        run.ease(analyst, cancel);
        return run.state(!cancel.isRequested());
    }

    /** The state of one study while it is worked out. */
    private static final class Run {
        private final Task task;
        private final Consumer<Study> partial;
        private final Position position;
        private final List<Move> natural;
        private final List<Calculation> besides = new ArrayList<>();
        private final Map<Move, Ease> ease = new LinkedHashMap<>();
        private @Nullable List<Threat> threats;
        private @Nullable Calculation best;

        Run(Task task, Consumer<Study> partial) {
            this.task = task;
            this.partial = partial;
            position = task.question().position();
            natural = Candidates.natural(position, task.question().before());
        }

        Study state(boolean complete) {
            List<Calculation> all = new ArrayList<>();
            if (best != null) {
                all.add(best);
            }
            all.addAll(besides);
            return new Study(position, threats, all, natural, ease, complete);
        }

        void tell() {
            partial.accept(state(false));
        }

        void lines(Analyst analyst, Limit limit, Cancel cancel) {
            best = analyst.calculate(
                    task.question().withLimit(limit),
                    found -> {
                        best = found;
                        tell();
                    },
                    cancel);
            tell();
        }

        /** The natural and the named moves that are not among the best lines, each for itself. */
        void moves(Analyst analyst, Cancel cancel) {
            List<Move> wanted = new ArrayList<>(task.named());
            natural.stream().filter(move -> !wanted.contains(move)).forEach(wanted::add);
            if (best != null) {
                wanted.removeAll(best.firstMoves());
            }
            for (Move move : wanted) {
                if (cancel.isRequested()) {
                    return;
                }
                Question one = new Question(position, task.question().before(), List.of(move), 1, task.ofOneMove());
                besides.add(analyst.calculate(one, found -> {}, cancel));
                tell();
            }
        }

        void ease(Analyst analyst, Cancel cancel) {
            if (task.nodesForEase() == 0 || best == null) {
                return;
            }
            List<Move> looked = new ArrayList<>();
            best.firstMoves().stream().limit(EASE_OF).forEach(looked::add);
            task.named().stream().filter(move -> !looked.contains(move)).forEach(looked::add);
            for (Move move : looked) {
                if (cancel.isRequested()) {
                    return;
                }
                Ease found = Ease.after(position, move, analyst, task.nodesForEase(), cancel);
                if (found != null) {
                    ease.put(move, found);
                    tell();
                }
            }
        }
    }
}
