package org.zeroply.store;

import java.util.List;

/**
 * What a merge with another copy of a workbook did. Games that are alike in both are not counted.
 *
 * @param file the other copy's name
 * @param added games that were only there
 * @param brought games that were newer there and are now here as well
 * @param removed games that had been removed there and were not touched here since
 * @param newerHere games that were newer here
 * @param conflicts games that were edited in both copies; both edits were kept
 * @param repertoires repertoires that got something from the other copy
 * @param tasks what was taken over of papers and sittings
 * @param unreadable games, repertoires, papers and sittings of the other copy that are damaged
 * @param cancelled whether it was stopped before the end; what was merged until then stays
 */
public record MergeReport(
        String file,
        long added,
        long brought,
        long removed,
        long newerHere,
        List<Conflict> conflicts,
        List<Repertoires> repertoires,
        Tasks tasks,
        long unreadable,
        boolean cancelled) {
    public MergeReport {
        conflicts = List.copyOf(conflicts);
        repertoires = List.copyOf(repertoires);
    }

    /**
     * A repertoire that got something.
     *
     * @param name its name, the same in both copies
     * @param fresh whether it was only there
     * @param positions how many positions came with it
     * @param otherwise moves of which the other copy says something else; what is said here was kept
     */
    public record Repertoires(String name, boolean fresh, int positions, int otherwise) {}

    /**
     * Papers and sittings.
     *
     * @param papers papers that were only there or newer there
     * @param beside papers that were edited in both copies; the other copy's stands beside the one here
     * @param sittings sittings that were only there or went on there
     */
    public record Tasks(int papers, int beside, int sittings, int unreadable) {
        static final Tasks NONE = new Tasks(0, 0, 0, 0);
    }

    /**
     * A game that was edited in both copies.
     *
     * @param game its id here
     * @param kind what happened to it
     * @param places how many notes, tags or results now hold or had both texts
     */
    public record Conflict(long game, Kind kind, int places) {}

    /** How both edits of a game were kept. */
    public enum Kind {
        /** Moves and notes of both stand in one game. */
        UNITED,
        /** The games have different starts; the other copy's stands beside it as a game of its own. */
        BESIDE,
        /** Removed here and edited there: it is back, as edited there. */
        BROUGHT_BACK,
        /** Edited here and removed there: it stays. */
        STAYED
    }
}
