package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/** What a coach should tidy up in a repertoire, by rules that look at the tree alone. */
public final class Upkeep {
    /** A line that ends is worth a look if it is as likely as this. */
    private static final double LIKELY = 0.02;

    /** Or if so many games went on from there. */
    private static final int SEVERAL_GAMES = 3;

    private Upkeep() {}

    public enum Kind {
        /** Two answers of the same approach, in a position that two orders of moves lead to. */
        TWO_ORDERS,
        /** Two answers of the same approach in one position. */
        TWO_ANSWERS,
        /** An answer without a reason. */
        NO_REASON,
        /** Another move of ours would lead to a position that is prepared already. */
        DUPLICATED,
        /** A line ends with our answer where play often goes on. */
        DEAD_END;

        public String title() {
            return Words.of("upkeep." + name());
        }
    }

    /**
     * @param node where it is
     * @param move which answer is meant, or which move would save the work; of a dead end, the last answer
     * @param chance to meet the position, 0 to 1
     */
    public record Finding(Kind kind, int node, Move move, double chance) {}

    /** All findings, by kind and within it the likeliest first. */
    public static List<Finding> of(Repertoire repertoire, Likelihood likelihood, Cancel cancel) {
        List<Finding> found = new ArrayList<>();
        for (Repertoire.Node node : repertoire.nodes()) {
            if (cancel.isRequested()) {
                break;
            }
            double chance = likelihood.at(node.id());
            if (!repertoire.isOurs(node.id())) {
                boolean goesOn = chance >= LIKELY || node.tally().games() >= SEVERAL_GAMES;
                if (node.edges().isEmpty() && goesOn && node.id() != Repertoire.ROOT) {
                    Move last = repertoire.into(node.id()).getFirst().edge().move();
                    found.add(new Finding(Kind.DEAD_END, node.id(), last, chance));
                }
                continue;
            }
            List<Answer> answers = node.answers();
            for (int i = 0; i < answers.size(); i++) {
                Answer answer = answers.get(i);
                if (answer.note(Answer.Note.REASON).isEmpty()) {
                    found.add(new Finding(Kind.NO_REASON, node.id(), answer.move(), chance));
                }
                boolean rival = answers.subList(0, i).stream().anyMatch(other -> other.isOf(answer.approach()));
                if (rival) {
                    Kind kind = repertoire.into(node.id()).size() > 1 ? Kind.TWO_ORDERS : Kind.TWO_ANSWERS;
                    found.add(new Finding(kind, node.id(), answer.move(), chance));
                }
            }
            if (!answers.isEmpty()) {
                known(repertoire, node)
                        .forEach(move -> found.add(new Finding(Kind.DUPLICATED, node.id(), move, chance)));
            }
        }
        found.sort(Comparator.comparing(Finding::kind)
                .thenComparing(Comparator.comparingDouble(Finding::chance).reversed()));
        return found;
    }

    /** Moves of ours that are not kept here and lead to a position that is, and goes on from there. */
    private static List<Move> known(Repertoire repertoire, Repertoire.Node node) {
        List<Move> found = new ArrayList<>();
        Board board = node.position().board();
        for (Move move : node.position().legalMoves()) {
            if (node.edge(move) != null) {
                continue;
            }
            int code = board.codeOfLegal(move);
            board.make(code);
            boolean prepared = repertoire
                    .at(board.position())
                    .filter(other -> !other.edges().isEmpty())
                    .isPresent();
            board.unmake(code);
            if (prepared) {
                found.add(move);
            }
        }
        return found;
    }
}
