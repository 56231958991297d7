package org.zeroply.task;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/**
 * A row of a script, read: the whole line from the start position, as far as it is legal.
 *
 * @param row from 1
 * @param moves from the start position, those that it continues included
 * @param positions the start position and the one after each move
 * @param typedFrom how many of the moves it takes over from an earlier row
 * @param opinion the verdict that closes it; null for none, and for a line that is not whole
 * @param isStruck whether it was struck out: it keeps its number, and nothing in it counts
 * @param survives whether it closes with the word that its candidate survives
 * @param fault what could not be read; null if everything was
 */
public record WrittenLine(
        int row,
        List<Move> moves,
        List<Position> positions,
        int typedFrom,
        @Nullable Opinion opinion,
        boolean isStruck,
        boolean survives,
        @Nullable Fault fault) {
    /**
     * A place in a row that makes no sense.
     *
     * @param move the number of the move in the row, from 1; 0 if it is about the row as a whole or its verdict
     * @param token what stands there
     * @param reason why it cannot be
     */
    public record Fault(int move, String token, String reason) {}

    public WrittenLine {
        moves = List.copyOf(moves);
        positions = List.copyOf(positions);
    }

    /** What closes it, in words: the verdict, that the candidate survives, or nothing. */
    public String closing() {
        return survives ? Words.of("script.survives") : opinion == null ? "" : opinion.text();
    }

    /** The move that a row which takes over others goes on from, with its number; empty for a row from the start. */
    public String joinedTo(Language language) {
        return typedFrom == 0 || typedFrom > moves.size()
                ? ""
                : San.line(positions.get(typedFrom - 1), List.of(moves.get(typedFrom - 1)), language);
    }

    public Position end() {
        return positions.getLast();
    }

    /** Whether the moves could all be read; then its verdict counts. */
    public boolean isWhole() {
        return fault == null || fault.move() == 0;
    }
}
