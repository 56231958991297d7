package org.zeroply.store;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameUnion;
import org.zeroply.store.MergeReport.Conflict;
import org.zeroply.store.MergeReport.Kind;
import org.zeroply.store.MergeReport.Outcome;
import org.zeroply.store.Revisions.State;

/**
 * Games. There may be a hundred thousand, so what a merge adds comes and goes as one batch, and a game that is here already
 * to the last remark is not added a second time.
 */
final class GameKind extends DocumentKind<Game> {
    private static final int AT_A_TIME = 50;

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
        GameUnion union = GameUnion.of(here, there);
        return new Union.One<>(union.game(), union.conflicts().size());
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

    @Override
    public void merge(MergeRun run) {
        GameShelf shelf = run.workbook().games();
        long batch = shelf.beginBatch(run.from(), run.label());
        List<State> games = run.there(handle -> Revisions.states(handle, this));
        long added = 0;
        for (int done = 0; done < games.size() && !run.isCancelled(); ) {
            List<State> some = games.subList(done, Math.min(games.size(), done + AT_A_TIME));
            // Most games are alike in both and are passed over without writing.
            List<State> changed = run.workbook()
                    .read(handle -> some.stream()
                            .filter(theirs -> Revisions.state(handle, this, "uid", theirs.uid())
                                    .map(mine -> mine.revision() != theirs.revision())
                                    .orElse(!theirs.hidden()))
                            .toList());
            for (State theirs : changed) {
                added += take(run, theirs, batch);
            }
            done += some.size();
            run.progress().at((double) done / games.size(), done);
        }
        if (added == 0) {
            shelf.dropBatch(batch);
        }
    }

    /** Says how many games the batch got. */
    private int take(MergeRun run, State theirs, long batch) {
        Game game;
        Set<Long> past;
        try {
            game = run.there(handle -> checked(handle, theirs.id()));
            past = run.there(handle -> Revisions.past(handle, this, theirs.id()));
        } catch (WorkbookException damaged) {
            if (damaged.fault() == WorkbookException.Fault.GONE) {
                throw damaged;
            }
            run.count(this, Outcome.UNREADABLE);
            return 0;
        }
        return run.workbook().write(handle -> {
            Optional<State> mine = Revisions.state(handle, this, "uid", theirs.uid());
            return mine.isEmpty()
                    ? addOnce(handle, run, theirs, game, past, batch)
                    : combine(handle, run, mine.get(), theirs, game, past, batch);
        });
    }

    private int addOnce(Handle handle, MergeRun run, State theirs, Game game, Set<Long> past, long batch) {
        GameColumns columns = GameColumns.of(game);
        if (GameShelf.holds(handle, game, columns)) {
            return 0;
        }
        long id = GameColumns.insert(handle, game, columns, batch);
        Revisions.adopt(handle, this, id, theirs, past);
        run.count(this, Outcome.ADDED);
        return 1;
    }

    private int combine(Handle handle, MergeRun run, State mine, State theirs, Game game, Set<Long> past, long batch) {
        Set<Long> myPast = Revisions.past(handle, this, mine.id());
        if (myPast.contains(theirs.revision())) {
            run.count(this, Outcome.NEWER_HERE);
            return 0;
        }
        Game here = get(handle, mine.id());
        if (past.contains(mine.revision())) {
            bring(handle, run, mine, theirs, here, game);
        } else if (!here.sameAs(game) || mine.hidden() != theirs.hidden()) {
            int added = keepBoth(handle, run, mine, theirs, here, game, batch);
            // What was done there is dealt with; a further merge finds the state here newer.
            Revisions.learn(handle, this, mine.id(), theirs.revision(), past);
            return added;
        }
        Revisions.adopt(handle, this, mine.id(), theirs, past);
        return 0;
    }

    private void bring(Handle handle, MergeRun run, State mine, State theirs, Game here, Game game) {
        GameShelf.keep(handle, mine.id(), here, game, run.label());
        if (theirs.hidden() != mine.hidden()) {
            handle.execute("update game set hidden = ? where id = ?", theirs.hidden() ? 1 : 0, mine.id());
        }
        if (theirs.hidden() && !mine.hidden()) {
            GameShelf.journalOfRemoval(handle, mine.id(), run.label());
            run.count(this, Outcome.REMOVED);
        } else {
            run.count(this, Outcome.BROUGHT);
        }
    }

    private int keepBoth(Handle handle, MergeRun run, State mine, State theirs, Game here, Game game, long batch) {
        if (mine.hidden() && theirs.hidden()) {
            return 0;
        }
        if (theirs.hidden()) {
            run.conflict(new Conflict(mine.id(), Kind.STAYED, 0));
        } else if (mine.hidden()) {
            GameShelf.keep(handle, mine.id(), here, game, run.label());
            handle.execute("update game set hidden = 0 where id = ?", mine.id());
            run.conflict(new Conflict(mine.id(), Kind.BROUGHT_BACK, 0));
        } else {
            switch (unite(here, game, null)) {
                case Union.One<Game>(Game both, int otherwise) -> {
                    GameShelf.keep(handle, mine.id(), here, both, run.label());
                    run.conflict(new Conflict(mine.id(), Kind.UNITED, otherwise));
                }
                case Union.Beside<Game>() -> {
                    GameColumns.insert(handle, game, GameColumns.of(game), batch);
                    run.count(this, Outcome.ADDED);
                    run.conflict(new Conflict(mine.id(), Kind.BESIDE, 0));
                    return 1;
                }
            }
        }
        return 0;
    }
}
