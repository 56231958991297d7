package org.zeroply.store;

/**
 * A game as a list shows it. Empty texts stand for unknown.
 *
 * @param date as PGN has it, {@code 2026.03.14}, with question marks for unknown parts
 * @param plies half-moves of the main line
 * @param remarks how many moves have notes, signs or variations
 */
public record GameSummary(
        long id,
        String white,
        String black,
        String event,
        String site,
        String date,
        String round,
        String result,
        int plies,
        int remarks) {
    /** Whether two states of a game are found and ordered alike: all but its remarks is the same. */
    public boolean differsInRemarksOnly(GameSummary other) {
        return new GameSummary(id, white, black, event, site, date, round, result, plies, other.remarks).equals(other);
    }
}
