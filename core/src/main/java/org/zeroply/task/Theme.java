package org.zeroply.task;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import org.zeroply.words.Words;

/** The field's motifs, for finding tasks and for results. A coach may write words of their own beside them. */
public enum Theme {
    PIN,
    OUT_OF_A_PIN,
    SKEWER,
    FORK,
    DOUBLE_CHECK,
    DISCOVERED_CHECK,
    DISCOVERED_ATTACK,
    DEFLECTION,
    DECOY,
    REMOVING_THE_GUARD,
    OVERLOAD,
    INTERFERENCE,
    CLEARANCE,
    XRAY,
    TRAPPED_PIECE,
    MATE,
    MATE_ON_OPEN_LINES,
    BACK_RANK,
    SMOTHERED_MATE,
    KING_IN_THE_CENTRE,
    PAWN_STORM,
    KING_HUNT,
    SACRIFICE,
    EXCHANGE_SACRIFICE,
    QUIET_MOVE,
    IN_BETWEEN_MOVE,
    ONLY_MOVE,
    COUNTER_ATTACK,
    DEFENCE,
    TWO_BISHOPS,
    OPPOSITE_BISHOPS,
    GOOD_KNIGHT,
    WEAK_SQUARES,
    OPEN_FILE,
    ROOK_LIFT,
    PAWN_BREAK,
    PASSED_PAWN,
    PROMOTION,
    UNDERPROMOTION,
    BREAKTHROUGH,
    OPPOSITION,
    ZUGZWANG,
    LOSING_A_MOVE,
    FORTRESS,
    STALEMATE,
    PERPETUAL_CHECK,
    PAWN_ENDING,
    ROOK_ENDING,
    MINOR_PIECE_ENDING,
    QUEEN_ENDING;

    /** How a file names it. */
    public String key() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public String title() {
        return Words.of("theme." + name());
    }

    /** What people read for a theme of a task: the motif's name, or the coach's own word. */
    public static String title(String key) {
        return of(key).map(Theme::title).orElse(key);
    }

    /** The motif of a key or title; empty for a word of the coach's own. */
    public static Optional<Theme> of(String word) {
        String plain = word.strip();
        return Arrays.stream(values())
                .filter(each ->
                        each.key().equalsIgnoreCase(plain) || each.title().equalsIgnoreCase(plain))
                .findFirst();
    }
}
