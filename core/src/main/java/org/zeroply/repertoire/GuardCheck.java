package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/** Whether the guards of a repertoire hold wherever the moves they watch over are played: in the tree and in games. */
public final class GuardCheck {
    /** Where a guard asks about the way, so many orders of moves to a position are looked at. */
    private static final int MOST_WAYS = 60;

    /** In a game a guard watches for so many half-moves after its answer; later the position is another one. */
    private static final int WATCHED_PLIES = 40;

    private GuardCheck() {}

    /**
     * A watched move that is played while its guard does not hold.
     *
     * @param node of the tree, or the half-moves of the game before the move
     * @param way to it
     * @param move the watched move
     * @param failing the innermost conditions that do not hold
     */
    public record Breach(int node, Situation way, Move move, Guard guard, List<Condition> failing) {
        public Breach {
            failing = List.copyOf(failing);
        }

        /** "11.Rd1 is played here while its guard does not hold: e2 is guarded by White". */
        public String inWords() {
            return Words.of(
                    "breach",
                    San.line(way.position(), List.of(move)),
                    String.join("; ", failing.stream().map(Condition::inWords).toList()));
        }

        /** What follows, as the calculator sees it; empty if it was cancelled, or the game ends there. */
        public Optional<String> evidence(Analyst analyst, Limit limit, Cancel cancel) {
            Position after = way.position().play(move);
            if (!after.hasLegalMove()) {
                return Optional.empty();
            }
            var found = analyst.calculate(Question.of(after, limit), partial -> {}, cancel);
            return found.lines().isEmpty()
                    ? Optional.empty()
                    : Optional.of(Words.of(
                            "breach.follows",
                            San.line(
                                    after,
                                    found.lines().getFirst().moves().stream()
                                            .limit(4)
                                            .toList()),
                            found.verdict().step().text()));
        }
    }

    /** Goes over every path of a tree on which a watched move is an answer. */
    public static List<Breach> of(Repertoire repertoire, Cancel cancel) {
        Map<List<Object>, Breach> found = new LinkedHashMap<>();
        for (Repertoire.Node home : repertoire.nodes()) {
            for (Answer guarded : home.answers()) {
                for (Guard guard : guarded.guards()) {
                    List<Integer> scope = new ArrayList<>(List.of(home.id()));
                    scope.addAll(repertoire.below(guarded.to()));
                    for (int id : scope) {
                        if (cancel.isRequested()) {
                            return List.copyOf(found.values());
                        }
                        check(repertoire, repertoire.node(id), guard)
                                .ifPresent(breach -> found.putIfAbsent(List.of(id, breach.move(), guard), breach));
                    }
                }
            }
        }
        return List.copyOf(found.values());
    }

    private static Optional<Breach> check(Repertoire repertoire, Repertoire.Node node, Guard guard) {
        for (Answer answer : node.answers()) {
            if (!guard.watches(node.position(), answer.move())) {
                continue;
            }
            int ways = guard.condition().asksTheWay() ? MOST_WAYS : 1;
            for (List<Repertoire.Step> way : repertoire.waysTo(node.id(), ways)) {
                Situation situation = situation(repertoire, way);
                List<Condition> failing = guard.condition().failing(situation);
                if (!failing.isEmpty()) {
                    return Optional.of(new Breach(node.id(), situation, answer.move(), guard, failing));
                }
            }
        }
        return Optional.empty();
    }

    /** A position of the tree with a way to it. */
    public static Situation situation(Repertoire repertoire, List<Repertoire.Step> way) {
        List<Position> positions = new ArrayList<>(List.of(repertoire.root().position()));
        List<Move> moves = new ArrayList<>();
        for (Repertoire.Step step : way) {
            moves.add(step.edge().move());
            positions.add(positions.getLast().play(step.edge().move()));
        }
        return new Situation(positions, moves);
    }

    /**
     * Where a game of this colour broke a guard of the repertoire that it had come by.
     *
     * @param positions of its main line, the first one included
     * @param moves between them
     */
    public static List<Breach> inGame(Repertoire repertoire, List<Position> positions, List<Move> moves) {
        List<Breach> found = new ArrayList<>();
        Map<Guard, Integer> active = new LinkedHashMap<>();
        for (int ply = 0; ply < moves.size(); ply++) {
            Position position = positions.get(ply);
            if (position.sideToMove() != repertoire.side()) {
                continue;
            }
            Move move = moves.get(ply);
            int now = ply;
            repertoire
                    .at(position)
                    .ifPresent(node -> node.answers().stream()
                            .filter(answer -> answer.move().equals(move))
                            .flatMap(answer -> answer.guards().stream())
                            .forEach(guard -> active.put(guard, now)));
            Situation situation = new Situation(positions.subList(0, ply + 1), moves.subList(0, ply));
            for (Map.Entry<Guard, Integer> each : active.entrySet()) {
                Guard guard = each.getKey();
                if (ply - each.getValue() <= WATCHED_PLIES && guard.watches(position, move)) {
                    List<Condition> failing = guard.condition().failing(situation);
                    if (!failing.isEmpty()) {
                        found.add(new Breach(ply, situation, move, guard, failing));
                    }
                }
            }
        }
        return found;
    }
}
