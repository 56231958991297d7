package org.zeroply.store;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.zeroply.store.MergeReport.Conflict;
import org.zeroply.store.MergeReport.Outcome;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * One run of a merge with another copy of a workbook. Each step is one short transaction here, the other copy is only read,
 * and a run that is stopped can be begun again.
 */
final class MergeRun {
    private final Workbook workbook;
    private final Jdbi other;
    private final String from;
    private final String label;
    private final Progress progress;
    private final Cancel cancel;
    private final Map<String, Map<Outcome, Long>> counts = new HashMap<>();
    private final List<Conflict> conflicts = new ArrayList<>();
    private final List<MergeReport.Repertoires> repertoires = new ArrayList<>();
    private long batch;

    /**
     * @param from the other copy's name
     * @param label how the status line names the merge and the edits it makes when they can be undone
     */
    MergeRun(Workbook workbook, Jdbi other, String from, String label, Progress progress, Cancel cancel) {
        this.workbook = workbook;
        this.other = other;
        this.from = from;
        this.label = label;
        this.progress = progress;
        this.cancel = cancel;
    }

    /** Takes over every part of the other copy. */
    MergeReport run() {
        for (WorkbookPart part : Kinds.ALL) {
            if (!isCancelled()) {
                part.merge(this);
            }
        }
        workbook.part();
        return new MergeReport(from, counts, conflicts, repertoires, isCancelled());
    }

    Workbook workbook() {
        return workbook;
    }

    /** Reads the other copy. */
    <T> T there(Function<Handle, T> reading) {
        try {
            return other.withHandle(reading::apply);
        } catch (WorkbookException known) {
            throw known;
        } catch (RuntimeException damaged) {
            throw new WorkbookException(String.valueOf(damaged.getMessage()), damaged);
        }
    }

    String from() {
        return from;
    }

    String label() {
        return label;
    }

    Progress progress() {
        return progress;
    }

    boolean isCancelled() {
        return cancel.isRequested();
    }

    /** Says with which batch games come from now on. */
    void begin(long games) {
        batch = games;
    }

    long batch() {
        return batch;
    }

    /** How often something has happened to a part so far. */
    long of(WorkbookPart part, Outcome outcome) {
        return counts.getOrDefault(part.name(), Map.of()).getOrDefault(outcome, 0L);
    }

    void count(WorkbookPart part, Outcome outcome) {
        count(part, outcome, 1);
    }

    void count(WorkbookPart part, Outcome outcome, long times) {
        if (times > 0) {
            counts.computeIfAbsent(part.name(), any -> new EnumMap<>(Outcome.class))
                    .merge(outcome, times, Long::sum);
        }
    }

    void conflict(Conflict conflict) {
        conflicts.add(conflict);
    }

    void repertoire(MergeReport.Repertoires got) {
        repertoires.add(got);
    }
}
