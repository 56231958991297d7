package org.zeroply.store;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What a merge with another copy of a workbook did. What is alike in both is not counted.
 *
 * @param file the other copy's name
 * @param counts how often what happened, by the names of the parts: "game", "repertoire", "paper", "student", "sitting",
 *     "report" and "study" for what was calculated
 * @param conflicts what was edited in both copies; both edits were kept
 * @param repertoires repertoires that got something from the other copy
 * @param cancelled whether it was stopped before the end; what was merged until then stays
 */
public record MergeReport(
        String file,
        Map<String, Map<Outcome, Long>> counts,
        List<Conflict> conflicts,
        List<Repertoires> repertoires,
        boolean cancelled) {
    public MergeReport {
        Map<String, Map<Outcome, Long>> copy = new HashMap<>();
        counts.forEach((part, each) -> copy.put(part, Map.copyOf(each)));
        counts = Map.copyOf(copy);
        conflicts = List.copyOf(conflicts);
        repertoires = List.copyOf(repertoires);
    }

    /** What happened to one document. */
    public enum Outcome {
        /** It was only there. */
        ADDED,
        /** It was newer there and is now here as well. */
        BROUGHT,
        /** It had been removed there and was not touched here since. */
        REMOVED,
        /** It was newer here. */
        NEWER_HERE,
        /** It was edited in both, and both edits stand in one. */
        UNITED,
        /** It was edited in both; the other copy's stands beside the one here. */
        BESIDE,
        /** It is damaged in the other copy. */
        UNREADABLE
    }

    /** How often something happened to documents of a kind. */
    public long of(String part, Outcome outcome) {
        return counts.getOrDefault(part, Map.of()).getOrDefault(outcome, 0L);
    }

    /** Everything in the other copy that is damaged. */
    public long unreadable() {
        return counts.keySet().stream()
                .mapToLong(part -> of(part, Outcome.UNREADABLE))
                .sum();
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
     * A document that was edited in both copies.
     *
     * @param part what it is, such as "game"
     * @param id of it here
     * @param name as a list has it
     * @param kind what happened to it
     * @param places how many notes, tags, moves or the like hold or had both texts
     */
    public record Conflict(String part, long id, String name, Kind kind, int places) {}

    /** How both edits of a document were kept. */
    public enum Kind {
        /** What was done in both stands in one. */
        UNITED,
        /** They do not go together; each stands as a document of its own. */
        BESIDE,
        /** Removed here and edited there: it is back, as edited there. */
        BROUGHT_BACK,
        /** Edited here and removed there: it stays. */
        STAYED
    }
}
