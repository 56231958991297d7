package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** Moves by their names. */
public final class Lines {
    private Lines() {}

    /** Moves that follow one another; each must be legal. */
    public static List<Move> of(Position start, String... names) {
        List<Move> moves = new ArrayList<>();
        Position position = start;
        for (String name : names) {
            moves.add(Objects.requireNonNull(San.read(position, name), name));
            position = position.play(moves.getLast());
        }
        return moves;
    }

    /** A game from its moves as PGN writes them; from the start where no position is given. */
    static GameTree tree(String fen, String moves) throws IOException {
        String text = (fen.isEmpty() ? "" : "[SetUp \"1\"]\n[FEN \"" + fen + "\"]\n") + "\n" + moves + " *\n";
        PgnEntry entry = Objects.requireNonNull(
                new PgnReader(new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8))).next());
        assertThat(entry.faults()).isEmpty();
        return ((PgnEntry.Read) entry).game().tree();
    }
}
