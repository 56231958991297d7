package org.zeroply.finding;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Candidate;
import org.zeroply.analysis.Candidates;
import org.zeroply.analysis.Hardness;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.MissedChance;
import org.zeroply.coaching.Glances;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * A position of a judged game that may become an exercise: one move holds or gains, every other gives away
 * {@link Candidate#REFUTED} or more against it, and what was played or what comes to mind first is another one.
 *
 * @param ply half-moves before the position
 * @param line the positions of the game up to this one, itself last
 * @param led the move that led to it; null at the start of the game
 * @param key the one move
 * @param played what the game went on with
 * @param tempting a natural move that fails; null if none of those that come to mind fails but the played one
 * @param hardness of the key, 0 to 4, see {@link Glances#hardness}
 */
public record Prospect(
        int ply,
        List<Position> line,
        @Nullable Move led,
        Move key,
        Move played,
        @Nullable Move tempting,
        int hardness) {
    public Prospect {
        line = List.copyOf(line);
    }

    /** Where the calculator stood before the second look. */
    public Position position() {
        return line.getLast();
    }

    /** Whether the player of the game missed it. */
    public boolean isMissed() {
        return !played.equals(key);
    }

    /** The prospects of a judged line, in its order. */
    public static List<Prospect> of(Judgement judgement) {
        List<Prospect> found = new ArrayList<>();
        List<Position> line = new ArrayList<>();
        Move led = null;
        for (Judgement.Judged move : judgement.moves()) {
            Position position = move.before().position();
            line.add(position);
            Hardness hardness = move.before().hardness();
            if (hardness != null
                    && hardness.isOnlyMove()
                    && !move.before().best().isEmpty()) {
                Move key = move.before().best().getFirst();
                Optional<Move> tempting = tempting(line, key, hardness);
                if (!move.move().equals(key) || tempting.isPresent()) {
                    int hard = Glances.of(hardness, MissedChance.kindsOfBest(judgement, move))
                            .hardness();
                    found.add(new Prospect(move.ply(), line, led, key, move.move(), tempting.orElse(null), hard));
                }
            }
            led = move.move();
        }
        return found;
    }

    /** What glances prefer, else the most natural move; where every other move fails, it fails too. */
    private static Optional<Move> tempting(List<Position> line, Move key, Hardness hardness) {
        if (hardness.tempting() != null) {
            return Optional.of(hardness.tempting());
        }
        return Candidates.natural(line.getLast(), line.subList(0, line.size() - 1)).stream()
                .filter(move -> !move.equals(key))
                .findFirst();
    }
}
