package org.zeroply.store;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameUnion;
import org.zeroply.repertoire.Edge;
import org.zeroply.repertoire.EdgeText;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.RepertoireReader;
import org.zeroply.repertoire.RepertoireWriter;
import org.zeroply.store.MergeReport.Conflict;
import org.zeroply.store.MergeReport.Kind;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * Takes over what was done to another copy of this workbook, say at the club. {@link Revisions} tells for each game
 * which copy is ahead; a game that was edited in both keeps both edits. Each step is one short transaction, and a merge
 * that is stopped can be run again.
 */
final class Merge {
    private static final int GAMES_AT_A_TIME = 50;

    private final Workbook workbook;
    private final Jdbi other;
    private final String name;
    private final String label;
    private long batch;
    private long added;
    private long brought;
    private long removed;
    private long newerHere;
    private long unreadable;
    private final List<Conflict> conflicts = new ArrayList<>();
    private final List<MergeReport.Repertoires> repertoires = new ArrayList<>();

    /**
     * @param label how the status line names the merge and the edits it makes when they can be undone
     */
    Merge(Workbook workbook, Jdbi other, String name, String label) {
        this.workbook = workbook;
        this.other = other;
        this.name = name;
        this.label = label;
    }

    /** A game of the other copy, without its content. */
    private record Theirs(long id, long uid, long revision, boolean hidden) {}

    /** The same game here. */
    private record Mine(long id, long revision, boolean hidden) {}

    MergeReport run(Progress progress, Cancel cancel) {
        batch = workbook.games().beginBatch(name, label);
        List<Theirs> games =
                other.withHandle(handle -> handle.createQuery("select id, uid, revision, hidden from game order by id")
                        .map((rows, context) ->
                                new Theirs(rows.getLong(1), rows.getLong(2), rows.getLong(3), rows.getInt(4) != 0))
                        .list());
        int done = 0;
        while (done < games.size() && !cancel.isRequested()) {
            List<Theirs> some = games.subList(done, Math.min(games.size(), done + GAMES_AT_A_TIME));
            // Most games are alike in both and are passed over without writing.
            List<Theirs> changed = workbook.read(handle -> some.stream()
                    .filter(theirs -> mine(handle, theirs.uid())
                            .map(mine -> mine.revision() != theirs.revision())
                            .orElse(!theirs.hidden()))
                    .toList());
            for (Theirs theirs : changed) {
                take(theirs);
            }
            done += some.size();
            progress.at((double) done / games.size(), done);
        }
        if (added == 0) {
            workbook.games().dropBatch(batch);
        }
        MergeReport.Tasks tasks = MergeReport.Tasks.NONE;
        if (!cancel.isRequested()) {
            takeRepertoires();
            tasks = new MergePapers(workbook, other, name, label).run();
        }
        return new MergeReport(
                name,
                added,
                brought,
                removed,
                newerHere,
                conflicts,
                repertoires,
                tasks,
                unreadable + tasks.unreadable(),
                done < games.size());
    }

    private static Optional<Mine> mine(Handle handle, long uid) {
        return handle.createQuery("select id, revision, hidden from game where uid = ?")
                .bind(0, uid)
                .map((rows, context) -> new Mine(rows.getLong(1), rows.getLong(2), rows.getInt(3) != 0))
                .findFirst();
    }

    private void take(Theirs theirs) {
        Game game;
        Set<Long> theirPast;
        try {
            game = GameBlob.read(other.withHandle(handle -> GameShelf.blob(handle, theirs.id())));
            theirPast = new HashSet<>(other.withHandle(handle -> Revisions.past(handle, theirs.id())));
        } catch (RuntimeException damaged) {
            if (WorkbookException.faultOf(damaged) == WorkbookException.Fault.GONE) {
                throw damaged;
            }
            unreadable++;
            return;
        }
        workbook.write(handle -> {
            Optional<Mine> mine = mine(handle, theirs.uid());
            if (mine.isEmpty()) {
                addNew(handle, theirs, game, theirPast);
            } else {
                combine(handle, mine.get(), theirs, game, theirPast);
            }
            return true;
        });
    }

    private void addNew(Handle handle, Theirs theirs, Game game, Set<Long> theirPast) {
        GameColumns columns = GameColumns.of(game);
        if (GameShelf.holds(handle, game, columns)) {
            return;
        }
        long id = GameColumns.insert(handle, game, columns, batch);
        handle.execute("update game set uid = ? where id = ?", theirs.uid(), id);
        Revisions.adopt(handle, id, theirs.revision(), theirPast);
        added++;
    }

    private void combine(Handle handle, Mine mine, Theirs theirs, Game game, Set<Long> theirPast) {
        List<Long> myPast = Revisions.past(handle, mine.id());
        if (myPast.contains(theirs.revision())) {
            newerHere++;
            return;
        }
        Game here = GameBlob.read(GameShelf.blob(handle, mine.id()));
        if (theirPast.contains(mine.revision())) {
            bring(handle, mine, theirs, here, game);
        } else if (!here.sameAs(game) || mine.hidden() != theirs.hidden()) {
            keepBoth(handle, mine, theirs, here, game);
            // What was done there is dealt with; a further merge finds the state here newer.
            Revisions.learn(handle, mine.id(), theirs.revision(), theirPast);
            return;
        }
        Revisions.adopt(handle, mine.id(), theirs.revision(), theirPast);
    }

    private void bring(Handle handle, Mine mine, Theirs theirs, Game here, Game game) {
        GameShelf.keep(handle, mine.id(), here, game, label);
        if (theirs.hidden() != mine.hidden()) {
            handle.execute("update game set hidden = ? where id = ?", theirs.hidden() ? 1 : 0, mine.id());
        }
        if (theirs.hidden() && !mine.hidden()) {
            GameShelf.journalOfRemoval(handle, mine.id(), label);
            removed++;
        } else {
            brought++;
        }
    }

    private void keepBoth(Handle handle, Mine mine, Theirs theirs, Game here, Game game) {
        if (mine.hidden() && theirs.hidden()) {
            return;
        }
        if (theirs.hidden()) {
            conflicts.add(new Conflict(mine.id(), Kind.STAYED, 0));
        } else if (mine.hidden()) {
            GameShelf.keep(handle, mine.id(), here, game, label);
            handle.execute("update game set hidden = 0 where id = ?", mine.id());
            conflicts.add(new Conflict(mine.id(), Kind.BROUGHT_BACK, 0));
        } else if (here.tree().start().equals(game.tree().start())) {
            GameUnion union = GameUnion.of(here, game);
            GameShelf.keep(handle, mine.id(), here, union.game(), label);
            conflicts.add(new Conflict(mine.id(), Kind.UNITED, union.conflicts().size()));
        } else {
            GameColumns.insert(handle, game, GameColumns.of(game), batch);
            added++;
            conflicts.add(new Conflict(mine.id(), Kind.BESIDE, 0));
        }
    }

    // ---- repertoires

    /** Two repertoires are the same if name, side and student are; what a coach took off the list here stays off. */
    private void takeRepertoires() {
        for (RepertoireShelf.Listed theirs : other.withHandle(RepertoireShelf::list)) {
            Repertoire there;
            try {
                there = other.withHandle(handle -> RepertoireShelf.read(handle, theirs.id()));
            } catch (WorkbookException damaged) {
                unreadable++;
                continue;
            }
            RepertoireShelf shelf = workbook.repertoires();
            Optional<RepertoireShelf.Listed> mine = shelf.list().stream()
                    .filter(each -> each.title().isOf(theirs.title()))
                    .findFirst();
            if (mine.isPresent()) {
                unite(shelf, mine.get(), there);
            } else if (!shelf.wasRemoved(theirs.title())) {
                shelf.add(theirs.title(), there, label);
                repertoires.add(new MergeReport.Repertoires(theirs.title().name(), true, there.size(), 0));
            }
        }
    }

    /** Lines of both stand in one repertoire; where both say something of a move, what is said here stays. */
    private void unite(RepertoireShelf shelf, RepertoireShelf.Listed mine, Repertoire there) {
        Repertoire here = shelf.read(mine.id());
        RepertoireReader.Taken taken = RepertoireReader.take(here, List.of(RepertoireWriter.tree(there)));
        int otherwise = 0;
        for (Repertoire.Node node : there.nodes()) {
            Repertoire.Node same = taken.repertoire().at(node.position()).orElse(null);
            for (Edge edge : node.edges()) {
                Edge kept = same == null ? null : same.edge(edge.move());
                otherwise += kept != null && !EdgeText.isSaidAlike(edge, kept) ? 1 : 0;
            }
        }
        boolean more = !taken.repertoire().sameAs(here);
        if (more) {
            shelf.save(mine.id(), here, taken.repertoire(), "", label);
        }
        if (more || otherwise > 0) {
            repertoires.add(new MergeReport.Repertoires(mine.title().name(), false, taken.added(), otherwise));
        }
    }
}
