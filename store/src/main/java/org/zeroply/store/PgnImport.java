package org.zeroply.store;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import org.jdbi.v3.core.Handle;
import org.zeroply.gametree.Game;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnFault;
import org.zeroply.notation.PgnReader;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** One import: reads games and keeps them in short transactions, leaving out those that are there already. */
final class PgnImport {
    private static final long READING_NANOS = 20_000_000;

    /** A transaction ends after this time, even if not everything that was read is kept yet; edits wait no longer. */
    private static final long WRITING_NANOS = 30_000_000;

    private static final int MOST_FAULTS = 1_000;

    private final Workbook workbook;
    private final PgnReader pgn;
    private final long size;
    private final String name;
    private final String label;
    private long added;
    private long last;
    private long alreadyThere;
    private long otherRemarks;
    private long skipped;
    private long faultCount;
    private final List<PgnFault> faults = new ArrayList<>();

    PgnImport(Workbook workbook, InputStream in, long size, String name, String label) {
        this.workbook = workbook;
        this.pgn = new PgnReader(in);
        this.size = size;
        this.name = name;
        this.label = label;
    }

    ImportReport run(Progress progress, Cancel cancel) throws IOException {
        long batch = workbook.games().beginBatch(name, label);
        boolean more = true;
        try {
            while (more && !cancel.isRequested()) {
                more = importSome(batch, cancel);
                progress.at(Math.min(1, (double) pgn.position() / size), added + alreadyThere);
            }
        } finally {
            if (added == 0) {
                workbook.games().dropBatch(batch);
            }
        }
        return new ImportReport(
                name, added, alreadyThere, otherRemarks, skipped, faults, faultCount, more, batch, last);
    }

    /** A game that was read, with what it is found by; both worked out without holding the workbook up. */
    private record Prepared(PgnEntry.Read entry, GameColumns columns) {}

    /** Reads some games and keeps them; false at the end of the file. */
    private boolean importSome(long batch, Cancel cancel) throws IOException {
        List<Prepared> games = new ArrayList<>();
        boolean more = true;
        long readEnd = System.nanoTime() + READING_NANOS;
        while (more && System.nanoTime() < readEnd && !cancel.isRequested()) {
            switch (pgn.next()) {
                case null -> more = false;
                case PgnEntry.Skipped left -> {
                    note(left.faults());
                    skipped++;
                }
                case PgnEntry.Read read -> {
                    note(read.faults());
                    games.add(new Prepared(read, GameColumns.of(read.game())));
                }
            }
        }
        for (int next = 0; next < games.size(); ) {
            int from = next;
            next = workbook.write(handle -> {
                long end = System.nanoTime() + WRITING_NANOS;
                int at = from;
                do {
                    take(handle, games.get(at++), batch);
                } while (at < games.size() && System.nanoTime() < end);
                return at;
            });
        }
        return more;
    }

    private void note(List<PgnFault> found) {
        faultCount += found.size();
        for (PgnFault fault : found) {
            if (faults.size() < MOST_FAULTS) {
                faults.add(fault);
            }
        }
    }

    private void take(Handle handle, Prepared game, long batch) {
        Collection<Game> alike = GameShelf.alike(handle, game.columns()).values();
        if (alike.stream().anyMatch(each -> each.sameAs(game.entry().game()))) {
            alreadyThere++;
            return;
        }
        last = GameColumns.insert(handle, game.entry().game(), game.columns(), batch);
        added++;
        if (!alike.isEmpty()) {
            otherRemarks++;
        }
    }
}
