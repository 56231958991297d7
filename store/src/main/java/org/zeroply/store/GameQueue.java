package org.zeroply.store;

import java.util.List;
import org.jdbi.v3.core.Handle;

/**
 * The games of a workbook that wait to be judged, first come first served. It is kept in the workbook, so that a batch that
 * was interrupted goes on the next time. Any thread may call any method.
 */
public final class GameQueue {
    private final Workbook workbook;

    GameQueue(Workbook workbook) {
        this.workbook = workbook;
    }

    /** Puts games at the end; those that wait already keep their place. */
    public void add(List<Long> games) {
        workbook.write(handle -> {
            for (long game : games) {
                handle.createUpdate("insert or ignore into waiting (game, place)"
                                + " select ?, coalesce(max(place), 0) + 1 from waiting")
                        .bind(0, game)
                        .execute();
            }
            return games.size();
        });
    }

    /** The games that wait, the next one first; games that were removed meanwhile are left out. */
    public List<Long> games() {
        return workbook.read(handle -> handle.createQuery("select game from waiting join game on game.id = waiting.game"
                        + " where hidden = 0 order by place")
                .mapTo(Long.class)
                .list());
    }

    /** Takes a game out, because it is done or no longer wanted. */
    public void remove(long game) {
        workbook.write((Handle handle) -> handle.execute("delete from waiting where game = ?", game));
    }

    /** Takes all games out. */
    public void clear() {
        workbook.write((Handle handle) -> handle.execute("delete from waiting"));
    }
}
