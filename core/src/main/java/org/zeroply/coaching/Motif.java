package org.zeroply.coaching;

import java.util.List;
import java.util.Set;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.task.Theme;
import org.zeroply.task.Themes;
import org.zeroply.words.Words;

/** By what a line wins, as far as the board shows it for certain; the first that holds names it. */
public enum Motif {
    BACK_RANK(Theme.BACK_RANK),
    MATE(Theme.MATE, Theme.MATE_ON_OPEN_LINES, Theme.SMOTHERED_MATE, Theme.KING_HUNT),
    FORK(Theme.FORK),
    DISCOVERY(Theme.DISCOVERED_CHECK, Theme.DOUBLE_CHECK, Theme.DISCOVERED_ATTACK),
    PROMOTION(Theme.PROMOTION, Theme.UNDERPROMOTION, Theme.PASSED_PAWN, Theme.BREAKTHROUGH),
    SACRIFICE(Theme.SACRIFICE, Theme.EXCHANGE_SACRIFICE, Theme.DEFLECTION, Theme.DECOY),
    /** Something could simply be taken. */
    CAPTURE(Theme.REMOVING_THE_GUARD, Theme.TRAPPED_PIECE, Theme.OVERLOAD),
    OTHER;

    private static final int LONGEST = 6;

    @SuppressWarnings("ImmutableEnumChecker") // never changed
    private final Set<Theme> themes;

    Motif(Theme... themes) {
        this.themes = Set.of(themes);
    }

    /** The themes of tasks that train it. */
    public Set<Theme> themes() {
        return themes;
    }

    public String text() {
        return Words.of("motif." + name());
    }

    /** By what a line wins for the side that makes its first move. */
    static Motif of(Position start, List<Move> line) {
        List<Move> told = line.subList(0, Math.min(LONGEST, line.size()));
        Set<Theme> seen =
                Themes.of(GameTree.of(start).addLine(GameTree.ROOT, told).tree());
        for (Motif motif : List.of(BACK_RANK, MATE, FORK, DISCOVERY, PROMOTION, SACRIFICE)) {
            if (motif.themes.stream().anyMatch(seen::contains)) {
                return motif;
            }
        }
        return start.isCapture(told.getFirst()) ? CAPTURE : OTHER;
    }

    /** The moves of the winner after which a line has won a pawn or more, from 1; all of its moves, if it never has. */
    static int depth(Position start, List<Move> line) {
        return Math.min(Settled.winsAfter(start.positionsAlong(line)), (line.size() + 1) / 2);
    }
}
