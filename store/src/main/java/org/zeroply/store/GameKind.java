package org.zeroply.store;

import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameUnion;
import org.zeroply.store.MergeReport.Outcome;
import org.zeroply.store.Revisions.State;

/**
 * Games. There may be a hundred thousand, so what a merge adds comes and goes as one batch, and a game that is here already
 * to the last remark is not added a second time.
 */
final class GameKind extends DocumentKind<Game> {
    GameKind() {
        super("game");
    }

    @Override
    public Set<String> tables() {
        // The index of positions and words are worked out of the games.
        return Set.of(
                "game",
                "content",
                "line",
                "words",
                "batch",
                "run",
                "run_chunk",
                "run_void",
                "journal",
                "past_state",
                "parting",
                "base");
    }

    @Override
    Game get(Handle handle, long id) {
        return GameBlob.read(GameShelf.blob(handle, id));
    }

    @Override
    OptionalLong insert(Handle handle, Game game) {
        return OptionalLong.of(GameColumns.insert(handle, game, GameColumns.of(game), null));
    }

    @Override
    void put(Handle handle, long id, Game game) {
        GameColumns.update(handle, id, game, GameBlob.write(game));
    }

    @Override
    byte[] write(Game game) {
        return GameBlob.write(game);
    }

    @Override
    Game read(byte[] bytes) {
        return GameBlob.read(bytes);
    }

    @Override
    Union<Game> unite(Game here, Game there, @Nullable Game base) {
        if (!here.tree().start().equals(there.tree().start())) {
            return new Union.Beside<>();
        }
        GameUnion union = GameUnion.of(here, there, base);
        return new Union.One<>(union.game(), union.conflicts().size());
    }

    @Override
    Game cleaned(Handle handle, Game game) {
        return Forgetting.cleaned(handle, game);
    }

    // ---- rescue

    @Override
    Map<String, String> parts() {
        return Map.of("content", "id", "line", "id", "waiting", "game");
    }

    @Override
    String nameOf(Handle handle, long id) {
        String number = "cast(id as text)";
        return column(
                handle,
                "case when white || black = '' then event || ' ' || " + number
                        + " else white || ' – ' || black || ' ' || date end",
                id);
    }

    /** The columns of a game follow from it. */
    @Override
    boolean revive(Handle handle, long id) {
        boolean hasContent = handle.createQuery("select count(*) from content where id = ?")
                        .bind(0, id)
                        .mapTo(Long.class)
                        .one()
                > 0;
        if (hasContent) {
            handle.execute(
                    "insert into game (id, white, black, event, site, date, round, result, plies, remarks, same_moves, uid,"
                            + " revision) values (?, '', '', '', '', '', '', '', 0, 0, 0, random(), random())",
                    id);
        }
        return hasContent;
    }

    @Override
    void renew(Handle handle, long id, Salvaged<Game> salvaged) {
        handle.execute("update game set indexed = 0 where id = ?", id);
        handle.execute("insert or ignore into line (id, moves) values (?, x'')", id);
        put(handle, id, salvaged.document());
    }

    @Override
    void drop(Handle handle, long id) {
        handle.execute("delete from words where rowid = ?", id);
        // Without its game a report says nothing; it is missed when the reports are counted.
        handle.execute("delete from report where game = ?", id);
        super.drop(handle, id);
    }

    // ---- merging

    /** What comes from another copy comes and goes as one batch. */
    @Override
    public void merge(MergeRun run) {
        GameShelf shelf = run.workbook().games();
        long batch = shelf.beginBatch(run.from(), run.label());
        run.begin(batch);
        super.merge(run);
        if (run.of(this, Outcome.ADDED) + run.of(this, Outcome.BESIDE) == 0) {
            shelf.dropBatch(batch);
        }
    }

    @Override
    OptionalLong list(Handle handle, MergeRun run, Game game) {
        return OptionalLong.of(GameColumns.insert(handle, game, GameColumns.of(game), run.batch()));
    }

    /** Typed in at both places, to the last remark. */
    @Override
    Optional<State> madeApart(Handle handle, MergeRun run, State theirs, Game there, Set<Long> past, String sameBy) {
        if (theirs.hidden()) {
            return Optional.empty();
        }
        return GameShelf.alike(handle, GameColumns.of(there)).entrySet().stream()
                .filter(each -> each.getValue().sameAs(there))
                .flatMap(each -> Revisions.state(handle, this, "id", each.getKey()).stream())
                .filter(mine -> !isKnownThere(run, mine))
                .findFirst();
    }
}
