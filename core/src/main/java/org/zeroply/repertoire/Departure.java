package org.zeroply.repertoire;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/**
 * Where a game left a repertoire.
 *
 * @param ply half-moves before the move that left; of a game that never left, its length or where the line ended
 * @param node the last position of the repertoire
 * @param position that position, with the counters of the game
 * @param played the move that left; empty if the game ended first
 * @param answers what the repertoire has there, if it was our turn
 * @param back half-moves after which the game stood in the repertoire again; -1 if it did not come back
 */
public record Departure(
        Kind kind, int ply, int node, Position position, Optional<Move> played, List<Answer> answers, int back) {
    public enum Kind {
        /** We played another move than the repertoire. */
        WE_LEFT,
        /** Our first move was already another: not forgotten, but another opening. */
        OTHER_OPENING,
        /** The opponent played a reply that the repertoire does not have. */
        THEY_LEFT,
        /** The opponent's reply is kept, but has no answer yet. */
        NO_ANSWER,
        /** The line of the repertoire ended with our answer. */
        LINE_ENDED,
        /** The game ended within the repertoire. */
        INSIDE
    }

    public Departure {
        answers = List.copyOf(answers);
    }

    /**
     * All departures of a game in order: after one that came back by transposition, the next is found. The last one has
     * nothing after it.
     *
     * @param positions of the main line, the first one included
     * @param moves between them
     * @return empty if the game does not start from the initial position
     */
    public static List<Departure> of(Repertoire repertoire, List<Position> positions, List<Move> moves) {
        List<Departure> found = new ArrayList<>();
        if (repertoire.at(positions.getFirst()).isEmpty()) {
            return found;
        }
        int ply = 0;
        while (ply >= 0) {
            Departure next = from(repertoire, positions, moves, ply);
            found.add(next);
            ply = next.back();
        }
        return found;
    }

    private static Departure from(Repertoire repertoire, List<Position> positions, List<Move> moves, int from) {
        int ply = from;
        Repertoire.Node node = repertoire.at(positions.get(ply)).orElseThrow();
        while (ply < moves.size()) {
            Optional<Repertoire.Node> next = repertoire.at(positions.get(ply + 1));
            if (next.isEmpty()) {
                break;
            }
            node = next.get();
            ply++;
        }
        boolean ended = ply == moves.size();
        boolean ours = repertoire.isOurs(node.id());
        Kind kind = ended
                ? Kind.INSIDE
                : node.edges().isEmpty()
                        ? ours && ply > from ? Kind.NO_ANSWER : Kind.LINE_ENDED
                        : !ours ? Kind.THEY_LEFT : ply < 2 ? Kind.OTHER_OPENING : Kind.WE_LEFT;
        int back = -1;
        for (int later = ply + 2; !ended && later < positions.size() && back < 0; later++) {
            if (repertoire.at(positions.get(later)).isPresent()) {
                back = later;
            }
        }
        if (kind == Kind.NO_ANSWER) {
            // What is missing belongs to the reply that led here.
            ply--;
            node = repertoire.at(positions.get(ply)).orElseThrow();
        }
        return new Departure(
                kind,
                ply,
                node.id(),
                positions.get(ply),
                ended ? Optional.empty() : Optional.of(moves.get(ply)),
                ended ? List.of() : node.answers(),
                back);
    }

    /** In one sentence, without a full stop: "White left with 7.Bd3; the answer is 7.Be2; back after move 9". */
    public String inWords() {
        return back < 0 ? leftInWords() : leftInWords() + Words.of("departure.and", backInWords());
    }

    /** That the game stood in the repertoire again, if it did: "back after move 9". */
    public String backInWords() {
        return back < 0 ? "" : Words.of("departure.back", (back + 1) / 2);
    }

    /** How the game left, without what came later. */
    public String leftInWords() {
        String move = played.map(each -> San.line(position, List.of(each))).orElse("");
        String answer = String.join(
                Words.of("departure.or"),
                answers.stream()
                        .map(each -> San.line(position, List.of(each.move())))
                        .toList());
        return Words.of("departure." + kind, move, answer, Words.of("side." + position.sideToMove()));
    }
}
