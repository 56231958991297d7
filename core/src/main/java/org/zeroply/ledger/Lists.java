package org.zeroply.ledger;

import java.util.List;
import java.util.stream.Collectors;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;

/** Enumerations in a sentence. */
final class Lists {
    private Lists() {}

    /** "rook, knight and pawn"; empty for nothing. */
    static String inWords(List<String> parts) {
        if (parts.size() < 2) {
            return parts.isEmpty() ? "" : parts.getFirst();
        }
        return Words.of("list.and", String.join(", ", parts.subList(0, parts.size() - 1)), parts.getLast());
    }

    /** "b1–d2–f1". */
    static String route(List<Square> stops) {
        return stops.stream().map(Square::toString).collect(Collectors.joining("–"));
    }
}
