package org.zeroply.store;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jdbi.v3.core.Handle;
import org.zeroply.store.Rescue.Saved;
import org.zeroply.store.Revisions.State;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Goes over a workbook that was rebuilt from pages: what lacks a part is mended, what cannot be read is counted as lost. */
final class RescueRun {
    private static final int AT_A_TIME = 50;

    /** So many names are kept of what is lost. */
    private static final int NAMED = 200;

    private final Workbook workbook;
    private final Progress progress;
    private final Cancel cancel;
    private final Map<String, Saved> saved = new HashMap<>();
    private final Map<String, List<String>> lost = new HashMap<>();
    private long done;

    RescueRun(Workbook workbook, Progress progress, Cancel cancel) {
        this.workbook = workbook;
        this.progress = progress;
        this.cancel = cancel;
    }

    Rescue.Report run() {
        for (WorkbookPart part : Kinds.ALL) {
            if (!cancel.isRequested()) {
                part.rescue(this);
            }
        }
        return new Rescue.Report(saved, lost);
    }

    /** Counts the rows of a part that need no more than to be there. */
    void count(WorkbookPart part, String table) {
        long rows = workbook.read(handle -> one(handle, "select count(*) from " + table));
        count(part, new Saved(rows, 0, 0));
    }

    /** Changes what was rebuilt. */
    void mend(String statement) {
        workbook.write((Handle handle) -> handle.execute(statement));
    }

    private void count(WorkbookPart part, Saved more) {
        saved.merge(part.name(), more, Saved::and);
    }

    /** Goes over every document of a kind of which anything is there; what is missing between them is lost. */
    <D> void check(DocumentKind<D> kind) {
        List<Long> ids = workbook.read(handle -> ids(handle, kind));
        for (int first = 0; first < ids.size() && !cancel.isRequested(); first += AT_A_TIME) {
            List<Long> some = ids.subList(first, Math.min(ids.size(), first + AT_A_TIME));
            workbook.write(handle -> {
                some.forEach(id -> check(handle, kind, id));
                return true;
            });
            done += some.size();
            progress.at((double) (first + some.size()) / ids.size(), done);
        }
        long last = workbook.read(handle -> last(handle, kind));
        long known = ids.stream().filter(id -> id <= last).count();
        count(kind, new Saved(0, last - known, 0));
    }

    private <D> void check(Handle handle, DocumentKind<D> kind, long id) {
        Optional<State> state = Revisions.state(handle, kind, "id", id);
        boolean isRevived = state.isEmpty() && kind.revive(handle, id);
        if (isRevived) {
            state = Revisions.state(handle, kind, "id", id);
        }
        if (state.isEmpty()) {
            lose(handle, kind, id, "");
            return;
        }
        boolean isListed = !state.get().hidden();
        try {
            DocumentKind.Salvaged<D> salvaged = kind.salvage(handle, id);
            kind.renew(handle, id, salvaged);
            boolean isBroken = kind.isWatched() && Checksums.broken(handle, kind.name(), "id", id) > 0;
            if (isBroken) {
                // It is written as it was read, and told; from now on it is watched again.
                handle.execute("update " + kind.name() + " set uid = uid where id = ?", id);
            }
            // Of one whose row is lost nobody knows what other copies call it, and whether it had been removed.
            boolean isDoubtful = isRevived || isBroken;
            if (isListed) {
                count(kind, new Saved(1, 0, salvaged.lost() + (isDoubtful ? 1 : 0)));
            }
        } catch (RuntimeException unreadable) {
            if (isListed) {
                lose(handle, kind, id, kind.nameOf(handle, id));
            } else {
                kind.drop(handle, id);
            }
        }
    }

    private void lose(Handle handle, DocumentKind<?> kind, long id, String name) {
        kind.drop(handle, id);
        count(kind, new Saved(0, 1, 0));
        List<String> names = lost.computeIfAbsent(kind.name(), any -> new ArrayList<>());
        if (!name.isBlank() && names.size() < NAMED) {
            names.add(name);
        }
    }

    /** The ids of all of which there is a row, a part, an edit or an earlier state. */
    private static List<Long> ids(Handle handle, DocumentKind<?> kind) {
        StringBuilder query = new StringBuilder("select id from " + kind.name());
        kind.parts().forEach((table, column) -> query.append(" union select " + column + " from " + table));
        for (String table : List.of("base", "past_state")) {
            query.append(" union select id from " + table + " where kind = '" + kind.name() + "'");
        }
        String journal = kind.name() + ":";
        query.append(" union select cast(substr(document, " + (journal.length() + 1) + ") as integer) from journal"
                + " where document like '" + journal + "%' order by 1");
        return handle.createQuery(query.toString()).mapTo(Long.class).list();
    }

    /** The highest id that was ever given; SQLite keeps it apart from the rows. */
    private static long last(Handle handle, DocumentKind<?> kind) {
        return one(handle, "select coalesce(max(seq), 0) from sqlite_sequence where name = '" + kind.name() + "'");
    }

    private static long one(Handle handle, String query) {
        return handle.createQuery(query).mapTo(Long.class).one();
    }
}
