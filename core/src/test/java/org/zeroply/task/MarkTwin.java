package org.zeroply.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * Marks against a plain reader of the rules (version 2): random scripts that follow the solution, stray and judge. The twin
 * knows whole lines only, no joined rows, and items that stand alone.
 */
public final class MarkTwin {
    private static final List<Opinion> OPINIONS =
            List.of(Opinion.WHITE_WINNING, Opinion.LEVEL, Opinion.WHITE_SLIGHTLY_BETTER, Opinion.UNCLEAR);

    private final Task task;
    private final GameTree tree;

    /** A line as far as it counts; its verdict only if all of it does. */
    private record Line(
            List<Move> moves, List<String> places, @Nullable Opinion opinion) {}

    private final List<Line> lines = new ArrayList<>();

    private MarkTwin(Task task) {
        this.task = task;
        tree = task.solution();
    }

    /** A random script for a task with two defences, marked by both. */
    public static void compare(Random random) {
        Task task = NewRulesTest.TASK;
        List<List<Move>> rows = new ArrayList<>();
        List<@Nullable Opinion> opinions = new ArrayList<>();
        List<String> text = new ArrayList<>();
        int wanted = 1 + random.nextInt(8);
        for (int row = 0; row < wanted; row++) {
            List<Move> moves = line(task, random);
            Opinion opinion = random.nextInt(3) == 0 ? null : OPINIONS.get(random.nextInt(OPINIONS.size()));
            rows.add(moves);
            opinions.add(opinion);
            text.add(San.line(task.start(), moves) + (opinion == null ? "" : " | " + opinion.text()));
        }
        Move choice = rows.getFirst().getFirst();
        MarkedScript marked = Marker.mark(task, Script.of(San.line(task.start(), List.of(choice)), text), List.of());
        MarkTwin twin = new MarkTwin(task);
        twin.cut(rows, opinions);
        List<String> earned = new ArrayList<>();
        List<String> expected = new ArrayList<>();
        marked.items().forEach(item -> earned.add(item.item().label() + " " + item.isMet()));
        task.scheme().items().forEach(item -> expected.add(item.label() + " " + twin.has(item, choice)));
        assertThat(earned).as(String.join("; ", text)).isEqualTo(expected);
    }

    private static List<Move> line(Task task, Random random) {
        List<Move> moves = new ArrayList<>();
        Position here = task.start();
        int node = GameTree.ROOT;
        int length = 1 + random.nextInt(5);
        while (moves.size() < length && here.hasLegalMove()) {
            List<Integer> children =
                    node < 0 ? List.of() : task.solution().node(node).children();
            Move move;
            if (!children.isEmpty() && random.nextInt(5) > 0) {
                node = children.get(random.nextInt(children.size()));
                move = task.solution().node(node).played();
            } else {
                List<Move> legal = here.legalMoves();
                move = legal.get(random.nextInt(legal.size()));
                node = -1;
            }
            moves.add(move);
            here = here.play(move);
        }
        return moves;
    }

    /** What stands on the board, without the counters. */
    private static String place(Position position) {
        String[] fields = Fen.write(position).split(" ");
        return String.join(" ", fields[0], fields[1], fields[2], fields[3]);
    }

    private void cut(List<List<Move>> rows, List<@Nullable Opinion> opinions) {
        Map<String, Set<Move>> written = new HashMap<>();
        for (int row = 0; row < rows.size(); row++) {
            List<Move> kept = new ArrayList<>();
            List<String> places = new ArrayList<>();
            Position here = task.start();
            places.add(place(here));
            for (Move move : rows.get(row)) {
                int most = here.sideToMove() == task.solver()
                        ? 2
                        : Math.max(5, inTree(place(here)).size() + 2);
                Set<Move> before = written.computeIfAbsent(place(here), key -> new HashSet<>());
                if (!before.contains(move) && before.size() >= most) {
                    break;
                }
                before.add(move);
                kept.add(move);
                here = here.play(move);
                places.add(place(here));
            }
            boolean whole = kept.size() == rows.get(row).size();
            lines.add(new Line(kept, places, whole ? opinions.get(row) : null));
        }
    }

    /** The moves of the solution in a place. */
    private Set<Move> inTree(String place) {
        Set<Move> moves = new HashSet<>();
        for (var node : tree.table()) {
            if (node != null
                    && node.id() != GameTree.ROOT
                    && place(tree.positionAt(node.parent())).equals(place)) {
                moves.add(node.played());
            }
        }
        return moves;
    }

    private boolean has(Item item, Move choice) {
        return switch (((Item.Single) item).want()) {
            case Want.Choose choose -> choose.move().equals(choice);
            case Want.Consider consider -> lines.stream().anyMatch(line -> considers(line, consider));
            case Want.Judge judge -> judged(judge);
            default -> throw new IllegalArgumentException("the twin does not know " + item);
        };
    }

    private boolean considers(Line line, Want.Consider consider) {
        String place = place(tree.positionAt(consider.node()));
        int at = line.places().indexOf(place);
        if (at < 1) {
            return false;
        }
        Set<Move> replies = inTree(place);
        boolean answered =
                at < line.moves().size() && replies.contains(line.moves().get(at));
        boolean judged = at == line.moves().size()
                && line.opinion() != null
                && (replies.isEmpty() || consider.isVerdictEnough())
                && verdicts(consider.node()).contains(line.opinion());
        return answered || judged;
    }

    private Set<Opinion> verdicts(int node) {
        Set<Opinion> verdicts = new HashSet<>();
        task.scheme().wants().forEach(want -> {
            if (want instanceof Want.Judge judge && judge.node() == node) {
                verdicts.addAll(judge.opinions());
            }
        });
        Opinion stated = Opinion.of(tree.node(node));
        if (stated != null) {
            verdicts.add(stated);
        }
        return verdicts.isEmpty() ? Set.of(Opinion.values()) : verdicts;
    }

    private boolean judged(Want.Judge judge) {
        String place = place(tree.positionAt(judge.node()));
        Opinion through = null;
        Opinion ending = null;
        for (Line line : lines) {
            if (line.opinion() == null || !line.places().contains(place)) {
                continue;
            }
            if (line.places().getLast().equals(place)) {
                ending = line.opinion();
            } else if (through == null && isOnTree(line.places().getLast())) {
                through = line.opinion();
            }
        }
        Opinion counts = ending == null ? through : ending;
        return counts != null && judge.opinions().contains(counts);
    }

    private boolean isOnTree(String place) {
        return tree.table().stream()
                .anyMatch(node ->
                        node != null && place(tree.positionAt(node.id())).equals(place));
    }
}
