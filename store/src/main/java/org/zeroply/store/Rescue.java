package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * Saves what can be read of a damaged workbook, which is only read. Its rows are put into a new one page by page (see
 * {@link Rebuild}); then every document is gone over, mended as far as its parts go, or counted as lost.
 */
public final class Rescue {
    /** The share of the way that reading the pages takes. */
    private static final double PAGES = 0.5;

    private Rescue() {}

    /**
     * What came of one part of the workbook.
     *
     * @param saved what is in the new workbook, without what had been taken off its list
     * @param lost what is known to have been there and could not be read
     * @param missing parts of what was saved that could not be read: positions of repertoires, tasks of papers
     */
    public record Saved(long saved, long lost, long missing) {
        static final Saved NOTHING = new Saved(0, 0, 0);

        Saved and(Saved more) {
            return new Saved(saved + more.saved, lost + more.lost, missing + more.missing);
        }
    }

    /**
     * What came of a rescue.
     *
     * @param parts by the names of the parts, see {@link MergeReport}
     * @param lost the names of what was lost as far as they are known, by the names of the parts
     */
    public record Report(Map<String, Saved> parts, Map<String, List<String>> lost) {
        public Report {
            parts = Map.copyOf(parts);
            lost = Map.copyOf(lost);
        }

        public Saved of(String part) {
            return parts.getOrDefault(part, Saved.NOTHING);
        }

        /** The names of what was lost of a part, as far as they are known. */
        public List<String> lostOf(String part) {
            return lost.getOrDefault(part, List.of());
        }

        /** Whether nothing that somebody made could be read; settings alone are nothing. */
        public boolean isEmpty() {
            return Kinds.DOCUMENTS.stream().allMatch(kind -> of(kind.name()).saved() == 0);
        }
    }

    static Report run(Path damaged, Path target, Clock clock, Progress progress, Cancel cancel) throws IOException {
        if (Files.exists(target) && Files.isSameFile(damaged, target)) {
            throw new IOException("the damaged workbook stays as it is; what is saved needs a file of its own");
        }
        Path scratch = Files.createTempDirectory("zeroply-rescue");
        Path rebuilt = scratch.resolve("rebuilt.zeroply");
        try {
            Rebuild.run(damaged, rebuilt, (share, count) -> progress.at(PAGES * share, count), cancel);
            Report report = switch (Workbook.open(rebuilt, clock)) {
                case WorkbookOpening.Refused refused ->
                    throw new IOException(refused.reason() + ": " + refused.detail());
                case WorkbookOpening.Opened opened -> {
                    try (Workbook workbook = opened.workbook()) {
                        yield new RescueRun(
                                        workbook,
                                        (share, count) -> progress.at(PAGES + (1 - PAGES) * share, count),
                                        cancel)
                                .run();
                    }
                }
            };
            if (!cancel.isRequested()) {
                Copies.copyBytes(rebuilt, target);
            }
            return report;
        } catch (SQLException failed) {
            throw new IOException(failed);
        } finally {
            Scratch.delete(scratch);
        }
    }
}
