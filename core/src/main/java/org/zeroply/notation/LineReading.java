package org.zeroply.notation;

import java.util.List;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** What became of a text: the moves found in it, or the first place that made no sense. */
public sealed interface LineReading {
    record Read(List<Move> moves) implements LineReading {
        public Read {
            moves = List.copyOf(moves);
        }
    }

    /**
     * Nothing was kept. The column counts from 1, as an editor shows it; the likeliest move comes first.
     *
     * @param at the position in which the token made no sense, to write the suggestions from
     */
    record Refused(int column, String token, String reason, Position at, List<Move> meant) implements LineReading {
        public Refused {
            meant = List.copyOf(meant);
        }

        /** The same within a longer text that has so many characters more before it. */
        public Refused movedBy(int before) {
            return new Refused(column + before, token, reason, at, meant);
        }
    }
}
