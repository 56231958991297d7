package org.zeroply.store;

import java.util.Collection;
import java.util.List;
import org.jdbi.v3.core.Handle;

/**
 * Which state of a game is which. A game keeps its uid in every copy of the workbook; each edit, removal or return gives
 * it a new random revision and remembers the one before. So of two copies of a game one can tell whether one is only
 * older than the other, or whether both were edited since they parted.
 */
final class Revisions {
    private Revisions() {}

    /** Says that a game is about to change. */
    static void next(Handle handle, long game) {
        next(handle, "id", game);
    }

    /** Says that the games with a value in a column, {@code id} or {@code batch}, are about to change. */
    static void next(Handle handle, String column, long value) {
        handle.execute(
                "insert or ignore into past_revision (game, revision) select id, revision from game where " + column
                        + " = ?",
                value);
        handle.execute("update game set revision = random() where " + column + " = ?", value);
    }

    /** The states of a game before the present one. */
    static List<Long> past(Handle handle, long game) {
        return handle.createQuery("select revision from past_revision where game = ?")
                .bind(0, game)
                .mapTo(Long.class)
                .list();
    }

    /** Says that a game is now in the very state of another copy, with that state's past. */
    static void adopt(Handle handle, long game, long revision, Collection<Long> past) {
        next(handle, game);
        learn(handle, game, revision, past);
        handle.execute("delete from past_revision where game = ? and revision = ?", game, revision);
        handle.execute("update game set revision = ? where id = ?", revision, game);
    }

    /** Says that the present state of a game takes these states of another copy into account. */
    static void learn(Handle handle, long game, long revision, Collection<Long> past) {
        var batch = handle.prepareBatch("insert or ignore into past_revision (game, revision) values (?, ?)");
        batch.bind(0, game).bind(1, revision).add();
        for (long each : past) {
            batch.bind(0, game).bind(1, each).add();
        }
        batch.execute();
    }
}
