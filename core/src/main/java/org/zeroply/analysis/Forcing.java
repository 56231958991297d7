package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/**
 * How forcing each move of a line is: a check, a capture, a threat or quiet, and how many sensible replies it leaves.
 *
 * @param steps of the moves looked at so far, in the order of the line
 */
public record Forcing(Position position, List<Step> steps, boolean complete) {
    /** The kinds, the most forcing first; a check that captures is a check. */
    public enum Kind {
        CHECK,
        CAPTURE,
        THREAT,
        QUIET;

        public String text() {
            return Words.of("forcing." + this);
        }
    }

    /**
     * @param threat what a threatening move threatens; null for other kinds
     * @param ease the opponent's replies and how many hold; null if the move ends the game
     */
    public record Step(
            Move move,
            Kind kind,
            @Nullable Threat threat,
            @Nullable Ease ease) {
        /** At most one reply holds. */
        public boolean isForcing() {
            return ease == null || ease.holding() <= 1;
        }
    }

    public Forcing {
        steps = List.copyOf(steps);
    }

    /** Whether every move of the given side leaves at most one sensible reply; the first move's side if {@code first}. */
    public boolean isForced(boolean first) {
        for (int i = first ? 0 : 1; i < steps.size(); i += 2) {
            if (!steps.get(i).isForcing()) {
                return false;
            }
        }
        return true;
    }

    /**
     * Goes along the line on the calling thread.
     *
     * @param nodes what each reply may cost
     * @param partial told after each move
     */
    public static Forcing of(
            Position position,
            List<Move> line,
            Analyst analyst,
            Threats threats,
            long nodes,
            Consumer<Forcing> partial,
            Cancel cancel) {
        List<Step> steps = new ArrayList<>();
        Position here = position;
        for (Move move : line) {
            if (cancel.isRequested()) {
                break;
            }
            Position after = here.play(move);
            Threat threat = null;
            Kind kind = Kind.QUIET;
            if (after.isCheck()) {
                kind = Kind.CHECK;
            } else if (here.isCapture(move)) {
                kind = Kind.CAPTURE;
            } else {
                threat = freshThreat(here, after, threats, cancel);
                kind = threat == null ? Kind.QUIET : Kind.THREAT;
            }
            Ease ease = Ease.after(here, move, analyst, nodes, cancel);
            steps.add(new Step(move, kind, threat, ease));
            partial.accept(new Forcing(position, steps, false));
            here = after;
        }
        return new Forcing(position, steps, steps.size() == line.size());
    }

    /** The gravest threat that did not stand before the move. */
    private static @Nullable Threat freshThreat(Position before, Position after, Threats threats, Cancel cancel) {
        List<Threat> stood = before.isCheck() ? List.of() : threats.against(before.play(Move.PASS), cancel);
        return threats.against(after, cancel).stream()
                .filter(threat -> stood.stream().noneMatch(old -> isSame(old, threat)))
                .findFirst()
                .orElse(null);
    }

    private static boolean isSame(Threat one, Threat other) {
        return one.kind() == other.kind()
                && one.targets().equals(other.targets())
                && one.mateIn() == other.mateIn()
                && one.gain() >= other.gain();
    }
}
