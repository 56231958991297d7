package org.zeroply.store;

import java.util.List;
import org.flywaydb.core.api.migration.BaseJavaMigration;
import org.flywaydb.core.api.migration.Context;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.zeroply.gametree.Game;

/** The seventh migration: takes the ratings that version 6 made room for out of every game's tags. */
@SuppressWarnings("MemberName") // Flyway reads version and title from the name
final class V7__FillRatings extends BaseJavaMigration {
    @Override
    public void migrate(Context context) {
        Handle handle = Jdbi.create(context.getConnection()).open();
        List<Long> ids = handle.createQuery("select id from game order by id")
                .mapTo(Long.class)
                .list();
        for (long id : ids) {
            Game game = GameBlob.read(GameShelf.blob(handle, id));
            handle.execute(
                    "update game set white_rating = ?, black_rating = ? where id = ?",
                    GameColumns.rating(game, "WhiteElo"),
                    GameColumns.rating(game, "BlackElo"),
                    id);
        }
    }
}
