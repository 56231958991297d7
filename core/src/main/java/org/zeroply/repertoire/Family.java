package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;

/**
 * Positions of a repertoire with one pawn skeleton, which several lines lead to: the plan belongs to the structure, so what
 * is noted in one line holds in the others.
 *
 * @param skeleton where the pawns stand
 * @param entries the nodes at which lines come to the structure
 * @param nodes all nodes with it
 * @param plans what is noted as a plan at moves that lead to it, without repetition
 */
public record Family(Skeleton skeleton, List<Integer> entries, List<Integer> nodes, List<String> plans) {
    /** A structure says something once so many pawns have left their first squares or the board. */
    private static final int PAWNS_THAT_SPOKE = 4;

    private static final long WHITE_HOME = 0x000000000000FF00L;
    private static final long BLACK_HOME = 0x00FF000000000000L;

    /** The pawns of both sides. */
    public record Skeleton(SquareSet white, SquareSet black) {
        public static Skeleton of(Position position) {
            return new Skeleton(position.men(Side.WHITE, PieceType.PAWN), position.men(Side.BLACK, PieceType.PAWN));
        }

        private int moved() {
            return 16 - Long.bitCount(white.bits() & WHITE_HOME) - Long.bitCount(black.bits() & BLACK_HOME);
        }

        /** The pawns that have left their first squares: "e5 against c6 d7". */
        public SquareSet advanced(Side side) {
            return side == Side.WHITE
                    ? new SquareSet(white.bits() & ~WHITE_HOME)
                    : new SquareSet(black.bits() & ~BLACK_HOME);
        }
    }

    public Family {
        entries = List.copyOf(entries);
        nodes = List.copyOf(nodes);
        plans = List.copyOf(plans);
    }

    /** The structures that at least two lines come to, those with most lines first. */
    public static List<Family> of(Repertoire repertoire) {
        Map<Skeleton, List<Integer>> groups = new LinkedHashMap<>();
        for (int id : repertoire.order()) {
            Skeleton skeleton = Skeleton.of(repertoire.node(id).position());
            if (skeleton.moved() >= PAWNS_THAT_SPOKE) {
                groups.computeIfAbsent(skeleton, each -> new ArrayList<>()).add(id);
            }
        }
        List<Family> families = new ArrayList<>();
        groups.forEach((skeleton, nodes) -> {
            List<Integer> entries = nodes.stream()
                    .filter(id -> repertoire.into(id).stream()
                            .noneMatch(step -> Skeleton.of(
                                            repertoire.node(step.node()).position())
                                    .equals(skeleton)))
                    .toList();
            // In the middle of an exchange a structure lasts for a half-move only, and is none.
            boolean lasts = nodes.size() > entries.size();
            if (entries.size() > 1 && lasts) {
                families.add(new Family(skeleton, entries, nodes, plans(repertoire, nodes)));
            }
        });
        families.sort(
                Comparator.comparingInt((Family family) -> family.entries().size())
                        .reversed());
        return families;
    }

    /** What is noted as a plan at our moves into the structure, or at the last one before the reply that made it. */
    private static List<String> plans(Repertoire repertoire, List<Integer> nodes) {
        Set<String> plans = new LinkedHashSet<>();
        for (int id : nodes) {
            for (Repertoire.Step step : repertoire.into(id)) {
                add(plans, step.edge());
                if (step.edge() instanceof Reply) {
                    repertoire.into(step.node()).forEach(before -> add(plans, before.edge()));
                }
            }
        }
        return List.copyOf(plans);
    }

    private static void add(Set<String> plans, Edge edge) {
        if (edge instanceof Answer answer && !answer.note(Answer.Note.PLAN).isEmpty()) {
            plans.add(answer.note(Answer.Note.PLAN));
        }
    }
}
