package org.zeroply.defence;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/** What is dropped, in words. */
public final class Telling {
    private Telling() {}

    /**
     * In one line, "pawn g4 (1); mate by Qh1".
     *
     * @param after the position after the move that drops it
     */
    public static String of(Drops drops, Position after, Language language) {
        List<String> parts = new ArrayList<>();
        for (Drops.Hanging hanging : drops.hanging()) {
            Piece man = after.pieceAt(hanging.man());
            String name = man == null
                    ? hanging.man().toString()
                    : Words.of("man.on", Words.of("piece." + man.type()), hanging.man());
            parts.add(Words.of("drops.hanging", name, hanging.pawns()));
        }
        drops.mates().forEach(mate -> parts.add(Words.of("drops.mate", San.write(after, mate, language))));
        drops.forks().forEach(fork -> parts.add(Words.of("drops.fork", San.write(after, fork, language))));
        return String.join("; ", parts);
    }
}
