package org.zeroply.store;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.Function;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.zeroply.store.Rescue.Saved;
import org.zeroply.store.Revisions.State;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** One run of a rescue. Each document is asked for by its id, so that a bad page costs only what lies on it. */
final class RescueRun {
    private static final int AT_A_TIME = 50;

    /** So many ids are tried where nothing tells how many there were; asking for what is not there is cheap. */
    private static final long GUESSED = 1_000;

    private final Connection connection;
    private final Handle damaged;
    private final Workbook fresh;
    private final Progress progress;
    private final Cancel cancel;
    private final Map<String, Saved> saved = new HashMap<>();
    private long done;

    RescueRun(Connection damaged, Workbook fresh, Progress progress, Cancel cancel) {
        connection = damaged;
        // The handle is the connection's, which is closed by whoever opened it.
        this.damaged = Jdbi.create(damaged).open();
        this.fresh = fresh;
        this.progress = progress;
        this.cancel = cancel;
    }

    /** Saves what can be read of every part. */
    Rescue.Report run() {
        for (WorkbookPart part : Kinds.ALL) {
            if (!isCancelled()) {
                part.rescue(this);
            }
        }
        return new Rescue.Report(saved);
    }

    Workbook fresh() {
        return fresh;
    }

    boolean isCancelled() {
        return cancel.isRequested();
    }

    /** Rows of the damaged workbook; none if they cannot be read. */
    <T> List<T> read(Function<Handle, List<T>> rows) {
        try {
            return rows.apply(damaged);
        } catch (RuntimeException unreadable) {
            return List.of();
        }
    }

    void saved(WorkbookPart part, long count) {
        count(part, new Saved(count, 0, 0));
    }

    private void count(WorkbookPart part, Saved more) {
        saved.merge(part.name(), more, Saved::and);
    }

    /** All ids that a kind may have given, some at a time. */
    List<List<Long>> ids(DocumentKind<?> kind) {
        List<List<Long>> all = new ArrayList<>();
        long last = lastId(kind);
        for (long first = 1; first <= last; first += AT_A_TIME) {
            List<Long> some = new ArrayList<>();
            for (long id = first; id < first + AT_A_TIME && id <= last; id++) {
                some.add(id);
            }
            all.add(some);
        }
        return all;
    }

    /** The highest id that was ever given; SQLite keeps it apart from the table. */
    private long lastId(DocumentKind<?> kind) {
        long last = 0;
        boolean known = false;
        for (String query : new String[] {
            "select seq from sqlite_sequence where name = '" + kind.name() + "'",
            "select max(id) from " + kind.name(),
            kind == Kinds.GAME ? "select max(id) from content" : "select 0"
        }) {
            try (var statement = connection.createStatement();
                    ResultSet rows = statement.executeQuery(query)) {
                if (rows.next()) {
                    last = Math.max(last, rows.getLong(1));
                    known |= last > 0;
                }
            } catch (SQLException unreadable) {
                // The other questions may still have an answer.
            }
        }
        return known || isEmpty(kind) ? last : GUESSED;
    }

    private boolean isEmpty(DocumentKind<?> kind) {
        try {
            return damaged.createQuery("select count(*) from " + kind.name())
                            .mapTo(Long.class)
                            .one()
                    == 0;
        } catch (RuntimeException unreadable) {
            return false;
        }
    }

    /** What was found of a document, and who it is as far as that can be read. */
    private record Found<D>(D document, int lost, Optional<State> state) {}

    <D> void save(DocumentKind<D> kind, List<Long> ids) {
        if (isCancelled()) {
            return;
        }
        List<Found<D>> found = new ArrayList<>();
        for (long id : ids) {
            find(kind, id).ifPresent(found::add);
        }
        fresh.write(handle -> {
            for (Found<D> each : found) {
                OptionalLong id = kind.insert(handle, each.document());
                if (id.isPresent()) {
                    // Who it is stays, so that a later merge with an older copy finds it again.
                    Revisions.begin(
                            handle,
                            kind,
                            id.getAsLong(),
                            each.state().map(State::uid).filter(uid -> uid != 0).orElseGet(Revisions::random),
                            each.state().map(State::revision).orElseGet(Revisions::random));
                    count(kind, new Saved(1, 0, each.lost()));
                }
            }
            return true;
        });
        done += found.size();
        progress.at(-1, done);
    }

    /** Empty if there is none, it was taken off its list, or nothing of it can be read, which is counted. */
    private <D> Optional<Found<D>> find(DocumentKind<D> kind, long id) {
        Optional<State> state = Optional.empty();
        try {
            state = Revisions.state(damaged, kind, "id", id);
            if (state.isEmpty() && !(kind == Kinds.GAME && hasContent(id))
                    || state.isPresent() && state.get().hidden()) {
                return Optional.empty();
            }
        } catch (RuntimeException unreadable) {
            // What it is may still be readable.
        }
        try {
            DocumentKind.Salvaged<D> salvaged = kind.salvage(damaged, id);
            return Optional.of(new Found<>(salvaged.document(), salvaged.lost(), state));
        } catch (RuntimeException lost) {
            if (state.isPresent() || isDamage(lost)) {
                count(kind, new Saved(0, 1, 0));
            }
            return Optional.empty();
        }
    }

    private boolean hasContent(long game) {
        return damaged.createQuery("select count(*) from content where id = ?")
                        .bind(0, game)
                        .mapTo(Long.class)
                        .one()
                > 0;
    }

    private static boolean isDamage(RuntimeException failure) {
        return WorkbookException.faultOf(failure) == WorkbookException.Fault.DAMAGED;
    }
}
