package org.zeroply.ledger;

import java.util.Optional;
import org.zeroply.words.Words;

/** What a line of the ledger measures. The formulas stand in docs/measures.md under the same names. */
public enum Factor {
    TOTAL(Section.MATERIAL),
    IMBALANCE(Section.MATERIAL),
    BISHOPS(Section.MATERIAL),
    HANGING(Section.EXCHANGES),
    LOOSE(Section.EXCHANGES),
    ISLANDS(Section.PAWNS),
    ISOLATED(Section.PAWNS),
    DOUBLED(Section.PAWNS),
    BACKWARD(Section.PAWNS),
    PASSED(Section.PAWNS),
    PROTECTED_PASSED(Section.PAWNS),
    CONNECTED_PASSED(Section.PAWNS),
    OUTSIDE_PASSED(Section.PAWNS),
    MAJORITY_QUEENSIDE(Section.PAWNS),
    MAJORITY_CENTRE(Section.PAWNS),
    MAJORITY_KINGSIDE(Section.PAWNS),
    FIXED(Section.PAWNS),
    LEVERS(Section.PAWNS),
    WEAK_SQUARES(Section.PAWNS),
    MINOR_PIECES(Section.MINOR_PIECES),
    BISHOP_PAWNS(Section.MINOR_PIECES),
    RESTRICTED(Section.MINOR_PIECES),
    DIAGONALS(Section.MINOR_PIECES),
    KNIGHT_POSTS(Section.MINOR_PIECES),
    MOBILITY(Section.ACTIVITY),
    ACTIVE(Section.ACTIVITY),
    IDLE(Section.ACTIVITY),
    IDLEST(Section.ACTIVITY),
    OPEN_FILES(Section.FILES),
    HALF_OPEN_FILES(Section.FILES),
    SEVENTH(Section.FILES),
    SPACE(Section.FILES),
    CASTLING(Section.KING),
    COVER(Section.KING),
    KING_ATTACKERS(Section.KING),
    KING_DEFENDERS(Section.KING),
    FOCAL_POINTS(Section.KING),
    FLIGHT(Section.KING),
    ARRIVALS(Section.KING),
    COLOUR_COMPLEX(Section.KING),
    RACE(Section.KING),
    DEVELOPED(Section.TEMPO),
    PAWN_MOVES(Section.TEMPO),
    LOST_TEMPI(Section.TEMPO),
    PINS(Section.LINES),
    SKEWERS(Section.LINES),
    BATTERIES(Section.LINES),
    DISCOVERIES(Section.LINES),
    XRAYS(Section.LINES),
    FORKS(Section.LINES),
    TRAPPED(Section.LINES),
    OPPOSITION(Section.PAWN_ENDING),
    KEY_SQUARES(Section.PAWN_ENDING),
    SPARE_TEMPI(Section.PAWN_ENDING),
    SQUARE_OF_PAWN(Section.PAWN_ENDING),
    PAWN_RACE(Section.PAWN_ENDING),
    THREATS(Section.THREATS),
    INTENTIONS(Section.THREATS),
    DUTIES(Section.LINES),
    OVERLOADED(Section.LINES),
    FROZEN(Section.LINES),
    SQUARE_PINS(Section.LINES),
    BACK_RANK(Section.KING);

    private final Section section;

    Factor(Section section) {
        this.section = section;
    }

    public Section section() {
        return section;
    }

    public String title() {
        return Words.of("factor." + name());
    }

    /** Why it matters. */
    public String rule() {
        return Words.of("factor." + name() + ".rule");
    }

    /** When the rule does not hold, where an exception is known. */
    public Optional<String> exception() {
        String key = "factor." + name() + ".exception";
        return Words.has(key) ? Optional.of(Words.of(key)) : Optional.empty();
    }
}
