package org.zeroply.store;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.zeroply.gametree.Game;
import org.zeroply.store.Revisions.State;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * Goes over a whole workbook and compares everything with its checksums, a little at a time, so that nobody waits for it. What
 * is worked out of a game is compared with the game and worked out anew where it differs.
 */
final class Walk {
    private static final Logger LOG = LoggerFactory.getLogger(Walk.class);
    private static final int AT_A_TIME = 100;

    private final Workbook workbook;
    private final Progress progress;
    private final Cancel cancel;
    private final List<Damaged> damaged = new ArrayList<>();

    Walk(Workbook workbook, Progress progress, Cancel cancel) {
        this.workbook = workbook;
        this.progress = progress;
        this.cancel = cancel;
    }

    /** What is damaged; less if it was cancelled. */
    List<Damaged> run() {
        for (DocumentKind<?> kind : Kinds.DOCUMENTS) {
            long last = workbook.read(handle -> handle.createQuery("select coalesce(max(id), 0) from " + kind.name())
                    .mapTo(Long.class)
                    .one());
            for (long first = 1; first <= last && !cancel.isRequested(); first += AT_A_TIME) {
                long from = first;
                damaged.addAll(workbook.read(handle -> damaged(handle, kind, from)));
                if (kind == Kinds.GAME) {
                    mendColumns(from);
                    progress.at((double) first / last, first);
                }
            }
        }
        return damaged;
    }

    private static List<Damaged> damaged(Handle handle, DocumentKind<?> kind, long from) {
        Set<Long> ids = new LinkedHashSet<>();
        if (kind.isWatched()) {
            ids.addAll(broken(handle, kind.name(), "id", from));
        }
        for (Map.Entry<String, String> part : kind.parts().entrySet()) {
            if (Checksums.TABLES.contains(part.getKey())) {
                ids.addAll(broken(handle, part.getKey(), part.getValue(), from));
            }
        }
        List<Damaged> found = new ArrayList<>();
        for (long id : ids) {
            Optional<State> state = Revisions.state(handle, kind, "id", id);
            state.filter(each -> !each.hidden())
                    .ifPresent(each -> found.add(new Damaged(kind.name(), id, each.uid(), kind.nameOf(handle, id))));
        }
        return found;
    }

    private static List<Long> broken(Handle handle, String table, String column, long from) {
        return handle.createQuery("select distinct " + column + " from " + table + Checksums.BROKEN + " where " + column
                        + " between ? and ?")
                .bind(0, from)
                .bind(1, from + AT_A_TIME - 1)
                .mapTo(Long.class)
                .list();
    }

    /** Names and main lines are read from their columns, which nothing watches but this. */
    private void mendColumns(long from) {
        List<Long> differing = workbook.read(handle -> {
            List<Long> ids = new ArrayList<>();
            handle.createQuery("select id from game where id between ? and ?")
                    .bind(0, from)
                    .bind(1, from + AT_A_TIME - 1)
                    .mapTo(Long.class)
                    .forEach(id -> {
                        if (differs(handle, id)) {
                            ids.add(id);
                        }
                    });
            return ids;
        });
        for (long id : differing) {
            LOG.warn("what the list says of the game {} did not agree with it and is worked out anew", id);
            workbook.write(handle -> {
                Kinds.GAME.renew(handle, id, new DocumentKind.Salvaged<>(Kinds.GAME.get(handle, id), 0));
                return true;
            });
        }
    }

    private static boolean differs(Handle handle, long id) {
        Game game;
        try {
            game = Kinds.GAME.checked(handle, id);
        } catch (WorkbookException broken) {
            return false;
        }
        boolean sameLine = handle.createQuery("select start, moves from line where id = ?")
                .bind(0, id)
                .map((rows, context) -> Objects.equals(rows.getString(1), MainLine.start(game.tree()))
                        && Arrays.equals(rows.getBytes(2), MainLine.write(game.tree())))
                .findOne()
                .orElse(false);
        return !sameLine || !GameColumns.of(game).isKept(handle, id);
    }
}
