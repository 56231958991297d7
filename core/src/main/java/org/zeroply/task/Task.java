package org.zeroply.task;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * One exercise. The solver sees the start position, the side to move, the last move and the clock; the rest is for whoever
 * sets and marks it.
 *
 * @param name for the coach's own lists; the solver does not see it
 * @param last the move that led to the start position; null if it is not known
 * @param instruction what the solver is told
 * @param minutes time allowed; at least 1
 * @param themes by their keys, see {@link Theme}, or in the coach's own words
 * @param source where it comes from
 * @param solution the solution tree from the start position, with comments and verdicts
 * @param questions of a task of kind {@link TaskKind#ASSESS}
 * @param goal of a task of kind {@link TaskKind#PLAY_ON}
 * @param settled what the check found and the coach answered
 */
public record Task(
        String name,
        TaskKind kind,
        @Nullable LastMove last,
        String instruction,
        int minutes,
        Level level,
        List<String> themes,
        String source,
        GameTree solution,
        Scheme scheme,
        List<AssessQuestion> questions,
        PlayGoal goal,
        List<Settled> settled) {
    /**
     * The move before the start position.
     *
     * @param san as the game writes it, in English letters; the position before it is not kept
     */
    public record LastMove(Move move, String san) {}

    /**
     * Ratings from and to; 0 for no bound.
     */
    public record Level(int from, int to) {
        public static final Level ANY = new Level(0, 0);

        public Level {
            if (from < 0 || to < 0 || to > 0 && from > to) {
                throw new IllegalArgumentException("a level goes from the lower rating, was " + from + " to " + to);
            }
        }
    }

    /**
     * What is to be reached by playing on.
     *
     * @param moves of the solver within which it must be; 0 for any number
     */
    public record PlayGoal(Want.Goal goal, int moves) {
        public static final PlayGoal NONE = new PlayGoal(Want.Goal.WIN, 0);
    }

    /**
     * A remark of the check that the coach accepted.
     *
     * @param remark what it was about, see {@link TaskCheck.Remark#key}
     */
    public record Settled(String remark, String note) {}

    public Task {
        if (minutes < 1) {
            throw new IllegalArgumentException("a task takes at least one minute, was " + minutes);
        }
        themes = List.copyOf(themes);
        questions = List.copyOf(questions);
        settled = List.copyOf(settled);
    }

    /** A task without a scheme. */
    public static Task of(TaskKind kind, GameTree solution, @Nullable LastMove last) {
        return new Task(
                "",
                kind,
                last,
                "",
                kind.minutes(),
                Level.ANY,
                List.of(),
                "",
                solution,
                Scheme.EMPTY,
                List.of(),
                PlayGoal.NONE,
                List.of());
    }

    /** A task to calculate out of a place of a game: what follows there, variations and notes, is the first solution. */
    public static Task from(GameTree game, int node) {
        GameNode at = game.node(node);
        LastMove last = at.move() == null || at.move().isPass()
                ? null
                : new LastMove(at.played(), San.write(game.positionAt(at.parent()), at.played()));
        return of(TaskKind.CALCULATE, below(game, node), last);
    }

    /**
     * The task with the line that was better as its main line. The game's own line goes no further than the better one and
     * what was written beside it or about it: the rest of a game is no part of a solution.
     *
     * @param better from the start of the task; empty if nothing better was there
     */
    public Task withBetter(List<Move> better) {
        List<Integer> played = solution.mainLine();
        GameTree tree = solution;
        if (!better.isEmpty()) {
            GameTree.Edit line = tree.addLine(GameTree.ROOT, better);
            tree = line.tree().promote(line.focus()).tree();
        }
        int needed = better.size();
        for (GameNode node : tree.table()) {
            if (node != null) {
                boolean beside = !played.contains(node.id());
                boolean said = !node.after().isEmpty() || !node.signs().isEmpty();
                needed = beside || said ? Math.max(needed, tree.depth(node.id())) : needed;
            }
        }
        // Without any other line the coach says where it ends.
        boolean other = tree.size() > played.size() || !better.isEmpty();
        return withSolution(
                other && needed > 0 && needed < played.size()
                        ? tree.delete(played.get(needed)).tree()
                        : tree);
    }

    /** A node of the game and the one of the solution that it became. */
    private record Copied(int from, int to) {}

    private static GameTree below(GameTree game, int node) {
        GameTree.Builder solution = new GameTree.Builder(game.positionAt(node));
        Deque<Copied> open = new ArrayDeque<>(List.of(new Copied(node, GameTree.ROOT)));
        while (!open.isEmpty()) {
            Copied here = open.remove();
            for (int child : game.node(here.from()).children()) {
                GameNode move = game.node(child);
                if (!move.played().isPass()) {
                    int to = solution.add(here.to(), move.played());
                    solution.after(to, move.after());
                    move.signs().forEach(sign -> solution.sign(to, sign));
                    open.add(new Copied(child, to));
                }
            }
        }
        return solution.build();
    }

    public Position start() {
        return solution.start();
    }

    /** What the coach drew on the position, for the solver to see. */
    public List<OwnMark> drawn() {
        return CoachRemarks.of(solution.root()).marks();
    }

    /** Whose moves are marked. */
    public Side solver() {
        return start().sideToMove();
    }

    public Task withName(String next) {
        return new Task(
                next,
                kind,
                last,
                instruction,
                minutes,
                level,
                themes,
                source,
                solution,
                scheme,
                questions,
                goal,
                settled);
    }

    public Task withKind(TaskKind next) {
        return new Task(
                name,
                next,
                last,
                instruction,
                minutes,
                level,
                themes,
                source,
                solution,
                scheme,
                questions,
                goal,
                settled);
    }

    public Task withInstruction(String next) {
        return new Task(
                name, kind, last, next, minutes, level, themes, source, solution, scheme, questions, goal, settled);
    }

    public Task withMinutes(int next) {
        return new Task(
                name, kind, last, instruction, next, level, themes, source, solution, scheme, questions, goal, settled);
    }

    public Task withLevel(Level next) {
        return new Task(
                name,
                kind,
                last,
                instruction,
                minutes,
                next,
                themes,
                source,
                solution,
                scheme,
                questions,
                goal,
                settled);
    }

    public Task withThemes(List<String> next) {
        return new Task(
                name,
                kind,
                last,
                instruction,
                minutes,
                level,
                next,
                source,
                solution,
                scheme,
                questions,
                goal,
                settled);
    }

    public Task withSource(String next) {
        return new Task(
                name,
                kind,
                last,
                instruction,
                minutes,
                level,
                themes,
                next,
                solution,
                scheme,
                questions,
                goal,
                settled);
    }

    public Task withSolution(GameTree next) {
        return new Task(
                name, kind, last, instruction, minutes, level, themes, source, next, scheme, questions, goal, settled);
    }

    public Task withScheme(Scheme next) {
        return new Task(
                name,
                kind,
                last,
                instruction,
                minutes,
                level,
                themes,
                source,
                solution,
                next,
                questions,
                goal,
                settled);
    }

    public Task withQuestions(List<AssessQuestion> next) {
        return new Task(
                name, kind, last, instruction, minutes, level, themes, source, solution, scheme, next, goal, settled);
    }

    public Task withGoal(PlayGoal next) {
        return new Task(
                name,
                kind,
                last,
                instruction,
                minutes,
                level,
                themes,
                source,
                solution,
                scheme,
                questions,
                next,
                settled);
    }

    public Task withSettled(List<Settled> next) {
        return new Task(
                name, kind, last, instruction, minutes, level, themes, source, solution, scheme, questions, goal, next);
    }

    /** How many named candidates count; 0 unless the task asks for candidates. */
    public int candidates() {
        if (!kind.isNaming()) {
            return 0;
        }
        return scheme.candidates() > 0
                ? scheme.candidates()
                : Math.max(1, solution.root().children().size());
    }
}
