package org.zeroply.task;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.TaskSeed;
import org.zeroply.defence.Elimination;
import org.zeroply.defence.Elimination.Fate;
import org.zeroply.defence.Elimination.Tried;
import org.zeroply.defence.Parries;
import org.zeroply.defence.Parry;
import org.zeroply.defence.ParryKind;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Threat;
import org.zeroply.words.Words;

/** Tasks made of what was found about a threat or about candidates, with their solution and a drafted scheme. */
public final class DefenceTasks {
    /** So many candidates at most are listed when none were named: those that survive and the most tempting others. */
    private static final int CANDIDATES = 8;

    /** Moves of a line that stand in a solution. */
    private static final int LINE = 6;

    private DefenceTasks() {}

    /**
     * A task made of an answer.
     *
     * @param last the move that led to the position; null at the start of a game
     */
    public static Task of(TaskSeed seed, Task.@Nullable LastMove last) {
        return switch (seed) {
            case TaskSeed.Parry parry -> parry(parry.found(), last);
            case TaskSeed.Eliminate eliminate -> eliminate(eliminate.found(), last);
        };
    }

    /**
     * Find every move that meets the threat; each with best play, what it does, and the verdict. The threat is named to the
     * solver, since a position may hold several and one of them is marked; an author who wants it found takes that away.
     */
    public static Task parry(Parries found, Task.@Nullable LastMove last) {
        GameTree tree = GameTree.of(found.position());
        for (Parry parry : found.meeting()) {
            String kinds = parry.kindsInOrder().stream().map(ParryKind::title).collect(Collectors.joining(", "));
            tree = add(
                    tree, parry.line().moves(), LINE, Opinion.of(parry.verdict().step()), kinds);
        }
        return drafted(Task.of(TaskKind.PARRY, tree, last).withInstruction(instruction(found)));
    }

    private static String instruction(Parries found) {
        Threat threat = found.threat();
        if (threat.kind() == Threat.Kind.CHECK) {
            return Words.of("task.parry.check");
        }
        Position free = found.position().play(Move.PASS);
        String first = San.write(free, threat.line().getFirst());
        String side = Words.of("side." + free.sideToMove());
        return threat.mateIn() > 1
                ? Words.of("task.parry.mate", side, first, threat.mateIn())
                : Words.of("task.parry", side, first);
    }

    /**
     * Refute every candidate but those that survive. A candidate is refuted in the solution by the line that was found; one
     * that survives has none.
     */
    public static Task eliminate(Elimination found, Task.@Nullable LastMove last) {
        Position start = found.position();
        List<Tried> listed = listed(found);
        GameTree tree = GameTree.of(start);
        for (Tried tried : listed) {
            boolean survives = tried.fate() == Fate.SURVIVES;
            tree = add(
                    tree,
                    tried.refutation().moves(),
                    survives ? 1 : Integer.MAX_VALUE,
                    Opinion.of(tried.verdict().step()),
                    "");
        }
        String names = listed.stream()
                .map(tried -> San.write(start, tried.move()))
                .sorted()
                .collect(Collectors.joining(", "));
        return drafted(Task.of(TaskKind.ELIMINATE, tree, last).withInstruction(Words.of("task.eliminate", names)));
    }

    private static Task drafted(Task task) {
        return task.withMinutes(task.kind().minutes())
                .withThemes(List.of(Theme.DEFENCE.key()))
                .withScheme(DraftScheme.of(task));
    }

    private static List<Tried> listed(Elimination found) {
        boolean all = found.tried().size() == found.position().legalMoves().size();
        if (!all || found.tried().size() <= CANDIDATES) {
            return found.tried();
        }
        // Those that survive come first, then the refuted ones, the least bad first.
        List<Tried> listed = new ArrayList<>(found.surviving());
        found.tried().stream()
                .filter(tried -> tried.fate() == Fate.REFUTED)
                .limit(Math.max(2, CANDIDATES - listed.size()))
                .forEach(listed::add);
        return listed;
    }

    private static GameTree add(GameTree tree, List<Move> line, int most, Opinion opinion, String comment) {
        List<Move> moves = line.subList(0, Math.min(most, line.size()));
        GameTree.Edit edit = tree.addLine(GameTree.ROOT, moves);
        GameTree grown = edit.tree();
        int first = grown.addLine(GameTree.ROOT, moves.subList(0, 1)).focus();
        grown = grown.with(opinion.on(grown.node(edit.focus())));
        return comment.isEmpty() ? grown : grown.with(grown.node(first).withAfter(comment));
    }
}
