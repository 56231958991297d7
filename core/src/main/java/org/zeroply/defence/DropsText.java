package org.zeroply.defence;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;

/** What is dropped, in words. */
public final class DropsText {
    private static final int LINE = 6;

    private DropsText() {}

    /** "knight f6"; only the square where nothing stands. */
    public static String named(Position position, Square square) {
        Piece man = position.pieceAt(square);
        return man == null ? square.toString() : Words.of("man.on", Words.of("piece." + man.type()), square);
    }

    /**
     * In one line, "pawn g4 (1); mate by Qh1".
     *
     * @param after the position after the move that drops it
     */
    public static String of(Drops drops, Position after, Language language) {
        List<String> parts = new ArrayList<>();
        for (Drops.Hanging hanging : drops.hanging()) {
            Piece man = after.pieceAt(hanging.man());
            boolean whole = man != null && PieceValues.of(man.type()) == hanging.pawns();
            String key = hanging.already() ? "drops.already" : whole ? "drops.hanging" : "drops.hanging.part";
            parts.add(Words.of(key, named(after, hanging.man()), hanging.pawns()));
        }
        drops.mates().forEach(mate -> parts.add(Words.of("drops.mate", San.write(after, mate, language))));
        drops.forks().forEach(fork -> parts.add(Words.of("drops.fork", San.write(after, fork, language))));
        if (drops.stalemate()) {
            parts.add(Words.of("drops.stalemate"));
        }
        Drops.Longer longer = drops.longer();
        if (longer != null) {
            String line = San.line(
                    after, longer.line().subList(0, Math.min(LINE, longer.line().size())), language);
            parts.add(
                    longer.pawns() == 0
                            ? Words.of("drops.longer.mate", line)
                            : Words.of("drops.longer", line, longer.pawns()));
        }
        return String.join("; ", parts);
    }
}
