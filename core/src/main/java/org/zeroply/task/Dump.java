package org.zeroply.task;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * What a script earns that is written down without thought: the move that is asked for, every legal reply to it, to each the
 * first two checks or captures that there are, and the solver's win as the verdict everywhere. Told to the author, since writing
 * down everything must not pay. Of the orders in which it can be written the one counts that earns the most.
 *
 * @param points what it earns beyond choosing
 * @param outOf what can be earned beyond choosing
 */
public record Dump(Points points, Points outOf) {
    private static final int MECHANICAL = 2;

    /** From this share on the author should give other marks. */
    public static final double TOO_MUCH = 0.2;

    /** Of a task to calculate that asks for a choice; elsewhere both are zero. */
    public static Dump of(Task task) {
        List<Move> choices =
                task.scheme().choices().stream().filter(task.start()::isLegal).toList();
        if (task.kind() != TaskKind.CALCULATE || choices.isEmpty()) {
            return new Dump(Points.ZERO, Points.ZERO);
        }
        return Stream.of(true, false)
                .flatMap(checksFirst -> Stream.of(true, false)
                        .map(forward -> of(task, script(task, choices.getFirst(), checksFirst, forward))))
                .max(Comparator.comparing(Dump::points))
                .orElseThrow();
    }

    /** In words, with what of it is too much. */
    public String inWords() {
        String share = Long.toString(Math.round(100 * share()));
        return Words.of(share() < TOO_MUCH ? "check.dump" : "check.dumpTooMuch", points, outOf, share);
    }

    private static Dump of(Task task, Script script) {
        MarkedScript marked = Marker.mark(task, script, List.of());
        MarkedScript.Sum choosing = marked.bySkill().getOrDefault(Skill.CHOOSING, MarkedScript.Sum.NONE);
        return new Dump(marked.points().less(choosing.points()), marked.outOf().less(choosing.outOf()));
    }

    /** The part of what can be earned beyond choosing, 0 to 1. */
    public double share() {
        return points.shareOf(outOf);
    }

    /**
     * @param checksFirst whether checks come before captures, or after them
     * @param forward whether replies and moves stand in the order in which the rules list them, or the other way round
     */
    private static Script script(Task task, Move key, boolean checksFirst, boolean forward) {
        Position start = task.start();
        String verdict = (task.solver() == Side.WHITE ? Opinion.WHITE_WINNING : Opinion.BLACK_WINNING).text();
        Position after = start.play(key);
        List<String> rows = new ArrayList<>();
        for (Move reply : inOrder(after, forward)) {
            Position here = after.play(reply);
            List<Move> mechanical = inOrder(here, forward).stream()
                    .filter(move -> here.play(move).isCheck() || here.isCapture(move))
                    .sorted(Comparator.comparing(move -> here.play(move).isCheck() != checksFirst))
                    .limit(MECHANICAL)
                    .toList();
            for (Move move : mechanical) {
                rows.add(San.line(start, List.of(key, reply, move)) + " | " + verdict);
            }
            if (mechanical.isEmpty()) {
                rows.add(San.line(start, List.of(key, reply)) + " | " + verdict);
            }
        }
        return Script.of(San.line(start, List.of(key)), rows);
    }

    private static List<Move> inOrder(Position position, boolean forward) {
        List<Move> legal = position.legalMoves();
        return forward ? legal : legal.reversed();
    }
}
