package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Saves what can be read of a damaged workbook. It is copied first and never written to. */
public final class Rescue {
    private static final Logger LOG = LoggerFactory.getLogger(Rescue.class);

    private Rescue() {}

    /**
     * What came of one part of the workbook.
     *
     * @param saved what is in the new workbook
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
     */
    public record Report(Map<String, Saved> parts) {
        public Report {
            parts = Map.copyOf(parts);
        }

        public Saved of(String part) {
            return parts.getOrDefault(part, Saved.NOTHING);
        }

        /** Whether nothing that somebody made could be read; settings alone are nothing. */
        public boolean isEmpty() {
            return Kinds.DOCUMENTS.stream().allMatch(kind -> of(kind.name()).saved() == 0);
        }
    }

    static Report run(Path damaged, Path target, Clock clock, Progress progress, Cancel cancel) throws IOException {
        Path scratch = Files.createTempDirectory("zeroply-rescue");
        Path copy = scratch.resolve("damaged.zeroply");
        try {
            bringToThisVersion(damaged, copy);
            try (Connection from = WorkbookFile.source(copy).getConnection()) {
                return switch (Workbook.open(target, clock)) {
                    case WorkbookOpening.Refused refused ->
                        throw new IOException(refused.reason() + ": " + refused.detail());
                    case WorkbookOpening.Opened opened -> {
                        try (Workbook fresh = opened.workbook()) {
                            yield new RescueRun(from, fresh, progress, cancel).run();
                        }
                    }
                };
            } catch (SQLException unreadable) {
                return new Report(Map.of());
            }
        } finally {
            Scratch.delete(scratch);
        }
    }

    /** An older schema is easier to read when it is migrated; where damage forbids that, it is read as it is. */
    private static void bringToThisVersion(Path damaged, Path copy) throws IOException {
        Copies.copyBytes(damaged, copy);
        try {
            if (WorkbookFile.versionOf(copy) < WorkbookFile.VERSION) {
                WorkbookFile.migrate(copy);
            }
        } catch (SQLException | RuntimeException tooDamaged) {
            LOG.info("the damaged workbook cannot be migrated: {}", String.valueOf(tooDamaged.getMessage()));
            Files.deleteIfExists(copy);
            Copies.copyBytes(damaged, copy);
        }
    }
}
