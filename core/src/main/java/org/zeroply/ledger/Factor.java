package org.zeroply.ledger;

import java.util.Optional;
import org.zeroply.words.Words;

/** What a line of the ledger measures. The formulas stand in docs/measures.md under the same names. */
public enum Factor {
    TOTAL(Section.MATERIAL, Trait.UNSPECIFIC),
    IMBALANCE(Section.MATERIAL),
    BISHOPS(Section.MATERIAL),
    HANGING(Section.EXCHANGES, Trait.PRICE, Trait.PIECES),
    LOOSE(Section.EXCHANGES, Trait.PRICE, Trait.PIECES),
    ISLANDS(Section.PAWNS),
    ISOLATED(Section.PAWNS, Trait.PRICE),
    DOUBLED(Section.PAWNS, Trait.PRICE),
    BACKWARD(Section.PAWNS, Trait.PRICE),
    PASSED(Section.PAWNS),
    PROTECTED_PASSED(Section.PAWNS),
    CONNECTED_PASSED(Section.PAWNS),
    OUTSIDE_PASSED(Section.PAWNS),
    MAJORITY_QUEENSIDE(Section.PAWNS),
    MAJORITY_CENTRE(Section.PAWNS),
    MAJORITY_KINGSIDE(Section.PAWNS),
    FIXED(Section.PAWNS),
    LEVERS(Section.PAWNS),
    WEAK_SQUARES(Section.PAWNS, Trait.PRICE),
    MINOR_PIECES(Section.MINOR_PIECES),
    BISHOP_PAWNS(Section.MINOR_PIECES),
    RESTRICTED(Section.MINOR_PIECES, Trait.PIECES),
    DIAGONALS(Section.MINOR_PIECES, Trait.RESTLESS),
    KNIGHT_POSTS(Section.MINOR_PIECES),
    MOBILITY(Section.ACTIVITY, Trait.RESTLESS, Trait.UNSPECIFIC),
    ACTIVE(Section.ACTIVITY, Trait.PRICE, Trait.PIECES),
    TIED(Section.ACTIVITY, Trait.RESTLESS, Trait.UNSPECIFIC, Trait.PIECES),
    IDLE(Section.ACTIVITY, Trait.RESTLESS, Trait.PRICE, Trait.UNSPECIFIC, Trait.PIECES),
    IDLEST(Section.ACTIVITY, Trait.UNSPECIFIC, Trait.PIECES),
    OPEN_FILES(Section.FILES),
    HALF_OPEN_FILES(Section.FILES),
    SEVENTH(Section.FILES, Trait.PIECES),
    SPACE(Section.FILES),
    WINGS(Section.FILES, Trait.RESTLESS),
    CASTLING(Section.KING, Trait.PRICE),
    COVER(Section.KING, Trait.PRICE),
    KING_ATTACKERS(Section.KING, Trait.PIECES),
    KING_DEFENDERS(Section.KING, Trait.RESTLESS, Trait.UNSPECIFIC, Trait.PIECES),
    FOCAL_POINTS(Section.KING),
    FLIGHT(Section.KING, Trait.RESTLESS, Trait.UNSPECIFIC),
    ARRIVALS(Section.KING, Trait.RESTLESS, Trait.PIECES),
    COLOUR_COMPLEX(Section.KING),
    RACE(Section.KING),
    DEVELOPED(Section.TEMPO, Trait.PIECES),
    PAWN_MOVES(Section.TEMPO),
    LOST_TEMPI(Section.TEMPO),
    PINS(Section.LINES, Trait.PIECES),
    SKEWERS(Section.LINES, Trait.PIECES),
    BATTERIES(Section.LINES, Trait.PIECES),
    DISCOVERIES(Section.LINES, Trait.PIECES),
    XRAYS(Section.LINES, Trait.PIECES),
    FORKS(Section.LINES),
    TRAPPED(Section.LINES, Trait.PIECES),
    OPPOSITION(Section.PAWN_ENDING),
    KEY_SQUARES(Section.PAWN_ENDING),
    SPARE_TEMPI(Section.PAWN_ENDING),
    SQUARE_OF_PAWN(Section.PAWN_ENDING),
    PAWN_RACE(Section.PAWN_ENDING),
    THREATS(Section.THREATS),
    INTENTIONS(Section.THREATS, Trait.RESTLESS),
    DUTIES(Section.LINES, Trait.RESTLESS, Trait.PIECES),
    OVERLOADED(Section.LINES, Trait.PIECES),
    FROZEN(Section.LINES, Trait.PIECES),
    SQUARE_PINS(Section.LINES, Trait.PIECES),
    BACK_RANK(Section.KING);

    /** What an entry is good for beside standing in the ledger. */
    public enum Trait {
        /** Changes with nearly every move, and says so in its section rather than first. */
        RESTLESS,
        /** What a parry is charged with beside material. */
        PRICE,
        /** Its squares are those of pieces that stand there, which are named with them. */
        PIECES,
        /** Differs between any two positions and says little of why one is worse than the other. */
        UNSPECIFIC
    }

    private final Section section;

    /** A bit for each trait. */
    private final int traits;

    Factor(Section section, Trait... traits) {
        this.section = section;
        int bits = 0;
        for (Trait trait : traits) {
            bits |= 1 << trait.ordinal();
        }
        this.traits = bits;
    }

    public Section section() {
        return section;
    }

    public boolean is(Trait trait) {
        return (traits & 1 << trait.ordinal()) != 0;
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
