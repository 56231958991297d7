package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Known;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/**
 * The deepest look at each position, whoever had it, so that all that a screen shows of one move is one verdict: a move is worth
 * what the deepest look at the position after it found, and nothing is worth more than the deepest look at its own position
 * says. What depends on the game behind a position is neither remembered nor replaced, see {@link Study#standsAlone}; the same
 * holds for positions that differ in the half-moves since the last capture or pawn move. Any thread.
 */
public final class DeepestLooks implements Known {
    private static final int MOST = 50_000;

    private final Known exact;
    private final Map<Key, Seen> deepest = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, Seen> eldest) {
            return size() > MOST;
        }
    };
    private volatile Consumer<Position> listener = position -> {};

    /** @param exact what is known before anything is calculated, and needs not be remembered */
    public DeepestLooks(Known exact) {
        this.exact = exact;
    }

    private record Key(long position, int halfmoveClock) {
        static Key of(Position position) {
            return new Key(position.key(), position.halfmoveClock());
        }
    }

    /**
     * What a look found.
     *
     * @param line best play
     * @param depth how deep it was followed
     * @param depthOfAll how deep all moves were looked at, so that none is better; it may be less where a look was ended
     */
    private record Look(List<Move> line, Verdict verdict, int depth, int depthOfAll) {
        Look(List<Move> line, Verdict verdict, int depth) {
            this(line, verdict, depth, depth);
        }

        static Look best(CalculatedLine line, int depthOfAll) {
            return new Look(line.moves(), line.verdict(), line.depth(), Math.min(line.depth(), depthOfAll));
        }
    }

    /**
     * What is known of a position.
     *
     * @param look the deepest look at it
     * @param most the deepest word on what the side that has moved has at most; its line is empty
     */
    private record Seen(@Nullable Look look, @Nullable Look most) {
        static final Seen NOTHING = new Seen(null, null);

        Seen with(Look now) {
            boolean isMost = now.line().isEmpty();
            Look before = isMost ? most : look;
            if (before != null && before.depth() >= now.depth()) {
                return this;
            }
            return isMost ? new Seen(look, now) : new Seen(now, most);
        }

        /** The look, held to what the side that has moved has at most; null if there was none. */
        @Nullable
        Look best(Side moved) {
            if (look == null || most == null || most.depth() <= look.depth()) {
                return look;
            }
            Verdict verdict = look.verdict().atMost(most.verdict(), moved);
            return verdict.equals(look.verdict()) ? look : new Look(look.line(), verdict, most.depth());
        }
    }

    /** Who is told of a position when a deeper look finds another verdict of it; called on the thread that calculates. */
    public void setOnChange(Consumer<Position> told) {
        listener = told;
    }

    /** Its looks are remembered, and it says what deeper ones have found. What it tells on the way is only its own. */
    @Override
    public Analyst before(Analyst calculator) {
        return new Remembering(exact.before(calculator), true);
    }

    /** Its looks are remembered, and are not changed: for all that is done with an effort of its own. */
    public Analyst learningFrom(Analyst calculator) {
        return new Remembering(exact.before(calculator), false);
    }

    private final class Remembering implements Analyst {
        private final Analyst analyst;
        private final boolean says;

        Remembering(Analyst analyst, boolean says) {
            this.analyst = analyst;
            this.says = says;
        }

        @Override
        public String name() {
            return analyst.name();
        }

        @Override
        public void forget() {
            analyst.forget();
        }

        @Override
        public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
            Calculation found = analyst.calculate(question, partial, cancel);
            if (!standsAlone(question.position(), question.before())) {
                return found;
            }
            learn(question, found);
            return says ? deepened(question, found) : found;
        }
    }

    // ---- remembering

    /** Remembers what was worked out earlier. */
    public void learn(Collection<Study> studies) {
        for (Study study : studies) {
            for (int i = 0; i < study.calculations().size(); i++) {
                Calculation found = study.calculations().get(i);
                List<Move> only = i == 0 ? List.of() : found.firstMoves();
                if (!found.lines().isEmpty()) {
                    learn(question(study.position(), only, found), found);
                }
            }
        }
    }

    private static Question question(Position position, List<Move> only, Calculation found) {
        int lines = Math.clamp(found.lines().size(), 1, Question.MOST_LINES);
        return new Question(position, List.of(), only, lines, Limit.NONE);
    }

    private void learn(Question question, Calculation found) {
        Position position = question.position();
        Side us = position.sideToMove();
        List<Position> changed = new ArrayList<>();
        synchronized (deepest) {
            for (CalculatedLine line : found.lines()) {
                if (line.moves().size() > 1) {
                    List<Move> rest = line.moves().subList(1, line.moves().size());
                    Look look = new Look(rest, line.verdict().afterMoveOf(us), less(line.depth()));
                    learn(position.play(line.first()), look, changed);
                }
            }
            if (question.only().isEmpty() && !found.lines().isEmpty()) {
                Look best = Look.best(found.lines().getFirst(), found.depth());
                learn(position, best, changed);
                Look most = new Look(List.of(), best.verdict().afterMoveOf(us), less(best.depthOfAll()));
                List<Move> listed = found.firstMoves();
                for (Move move : position.legalMoves()) {
                    if (!listed.contains(move)) {
                        learn(position.play(move), most, changed);
                    }
                }
            }
        }
        changed.forEach(listener);
    }

    private void learn(Position position, Look now, List<Position> changed) {
        Key key = Key.of(position);
        Side moved = position.sideToMove().opposite();
        Seen before = deepest.getOrDefault(key, Seen.NOTHING);
        Seen after = before.with(now);
        deepest.put(key, after);
        Look was = before.best(moved);
        Look is = after.best(moved);
        if (was != null && is != null && !is.verdict().equals(was.verdict())) {
            changed.add(position);
        }
    }

    private static int less(int depth) {
        return depth == CalculatedLine.EXACT ? depth : Math.max(0, depth - 1);
    }

    // ---- telling

    /** What was found of a position, with what deeper looks say of it by now. */
    public Study deepened(Study study, List<Position> before) {
        if (!standsAlone(study.position(), before)) {
            return study;
        }
        List<Calculation> all = new ArrayList<>();
        for (Calculation found : study.calculations()) {
            List<Move> only = all.isEmpty() ? List.of() : found.firstMoves();
            all.add(deepened(question(study.position(), only, found), found));
        }
        return new Study(study.position(), study.threats(), all, study.natural(), study.ease(), study.complete());
    }

    private Calculation deepened(Question question, Calculation found) {
        if (found.lines().isEmpty()) {
            return found;
        }
        Position position = question.position();
        Side us = position.sideToMove();
        List<CalculatedLine> lines = new ArrayList<>();
        boolean changed = false;
        synchronized (deepest) {
            Key key = Key.of(position);
            Seen seen = deepest.getOrDefault(key, Seen.NOTHING);
            Look here = seen.best(us.opposite());
            for (CalculatedLine line : found.lines()) {
                CalculatedLine known = known(position, here, line.first());
                lines.add(known != null && known.depth() >= line.depth() ? known : line);
            }
            others(question, found.firstMoves())
                    .map(move -> known(position, here, move))
                    .filter(Objects::nonNull)
                    .filter(known -> known.depth() >= found.depth())
                    .forEach(lines::add);
            if (here != null) {
                lines.replaceAll(line -> noBetter(line, here, us));
            }
            lines.sort(CalculatedLine.bestFirst(us));
            if (here != null && question.only().isEmpty()) {
                Look best = Look.best(lines.getFirst(), Math.max(found.depth(), here.depthOfAll()));
                deepest.put(key, new Seen(best, seen.most()));
                changed = !lines.getFirst().verdict().equals(here.verdict());
            }
        }
        if (changed) {
            listener.accept(position);
        }
        List<CalculatedLine> best = lines.subList(0, Math.min(question.lines(), lines.size()));
        int depth = best.stream().mapToInt(CalculatedLine::depth).min().orElse(0);
        return new Calculation(
                position, best, Math.max(depth, found.depth()), found.nodes(), found.millis(), found.complete());
    }

    private static Stream<Move> others(Question question, List<Move> listed) {
        List<Move> asked = question.only().isEmpty() ? question.position().legalMoves() : question.only();
        return asked.stream().filter(move -> !listed.contains(move));
    }

    /** A move with what the deepest look at it, or at the position after it, found; null if there was none. */
    private @Nullable CalculatedLine known(Position position, @Nullable Look here, Move move) {
        Side us = position.sideToMove();
        Look there =
                deepest.getOrDefault(Key.of(position.play(move)), Seen.NOTHING).best(us);
        CalculatedLine known =
                there == null ? null : new CalculatedLine(there.line(), there.verdict(), there.depth()).after(move, us);
        if (here == null || !here.line().getFirst().equals(move) || known != null && known.depth() >= here.depth()) {
            return known;
        }
        return new CalculatedLine(here.line(), here.verdict(), here.depth());
    }

    private static CalculatedLine noBetter(CalculatedLine line, Look position, Side us) {
        if (line.depth() >= position.depthOfAll()) {
            return line;
        }
        Verdict verdict = line.verdict().atMost(position.verdict(), us);
        return verdict.equals(line.verdict()) ? line : new CalculatedLine(line.moves(), verdict, position.depthOfAll());
    }

    /** Whether neither a position nor one that a move leads to has been on the board before in its game. */
    private static boolean standsAlone(Position position, List<Position> before) {
        if (!Study.standsAlone(position, before)) {
            return false;
        }
        Set<Long> earlier = before.stream().map(Position::key).collect(Collectors.toSet());
        return position.legalMoves().stream()
                .noneMatch(move -> earlier.contains(position.play(move).key()));
    }
}
