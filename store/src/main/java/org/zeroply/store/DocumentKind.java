package org.zeroply.store;

import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.store.MergeReport.Conflict;
import org.zeroply.store.MergeReport.Kind;
import org.zeroply.store.MergeReport.Outcome;
import org.zeroply.store.Revisions.State;

/**
 * A kind of document: how one is written into its table and read again, how it stands as bytes, and how two copies of it
 * that were edited apart become one. What is the same for all kinds stands here: identity, journal, merging, rescue. The
 * table of a kind has its name and the columns id, uid, revision, parent and hidden.
 *
 * @param <D> what one document is; where it needs another one, such as a sitting its paper, it names that by its uid
 */
abstract class DocumentKind<D> implements WorkbookPart {
    private final String name;
    private final Listing list;

    DocumentKind(String name) {
        this.name = name;
        list = new Listing(name + "s", this);
    }

    @Override
    public final String name() {
        return name;
    }

    /** What comes and goes. */
    final Listing list() {
        return list;
    }

    /** The document of the journal for the edits of one. */
    final String journal(long id) {
        return name + ":" + id;
    }

    // ---- what a kind says of itself

    /**
     * Reads one.
     *
     * @throws WorkbookException if there is none, or it is damaged
     */
    abstract D get(Handle handle, long id);

    /**
     * Reads one and compares it with its checksums.
     *
     * @throws WorkbookException if there is none, or it is damaged
     */
    final D checked(Handle handle, long id) {
        long broken = isWatched() ? Checksums.broken(handle, name, "id", id) : 0;
        for (Map.Entry<String, String> part : parts().entrySet()) {
            if (Checksums.TABLES.contains(part.getKey())) {
                broken += Checksums.broken(handle, part.getKey(), part.getValue(), id);
            }
        }
        if (broken > 0) {
            throw Checksums.mismatch(name, id);
        }
        return get(handle, id);
    }

    /** Whether the rows of the kind's own table have checksums. */
    final boolean isWatched() {
        return Checksums.TABLES.contains(name);
    }

    /** Adds one without identity or journal; empty if what it belongs to is not in this workbook. */
    abstract OptionalLong insert(Handle handle, D document);

    /** Writes one over the present state, without revision or journal. */
    abstract void put(Handle handle, long id, D document);

    /** One as bytes, for the journal and for the common base. */
    abstract byte[] write(D document);

    abstract D read(byte[] bytes);

    /** What two copies came to. */
    sealed interface Union<D> {
        /**
         * One document.
         *
         * @param otherwise places where both say something else, and one of them had to give way
         */
        record One<D>(D document, int otherwise) implements Union<D> {}

        /** Two documents: the other copy's stands beside the one here. */
        record Beside<D>() implements Union<D> {}
    }

    /**
     * Puts two states of one document together that were edited apart.
     *
     * @param base what both came from; null if it was not kept
     */
    abstract Union<D> unite(D here, D there, @Nullable D base);

    /** A document so named that it can be told from the one it was. */
    D beside(D document) {
        return document;
    }

    /** The document on the list that has the name of another one; empty where names need not differ. */
    Optional<State> namesake(Handle handle, D document) {
        return Optional.empty();
    }

    /** What makes two documents the same that were made apart, such as a name; empty where only the uid tells. */
    String sameBy(Handle handle, long id) {
        return "";
    }

    /** Whether every state is remembered in which one was before; where edits come too thick, only those that copies can have. */
    boolean remembersStates() {
        return true;
    }

    /** Writes what an edit in the journal kept: one whole, if the kind does not say otherwise. */
    void apply(Handle handle, long id, byte[] state) {
        put(handle, id, read(state));
    }

    /** Told of a document that got something from another copy. */
    void onMerged(MergeRun run, @Nullable D before, D after, int otherwise) {}

    /** Puts one on the list that comes from another copy, and gives its id; undone with the merge. */
    OptionalLong list(Handle handle, MergeRun run, D document) {
        OptionalLong id = insert(handle, document);
        id.ifPresent(each -> Journal.list(handle, journalOf(handle, each), run.label(), list.named(each), null));
        return id;
    }

    /** The uid of the student whom one is about, so that it does not come back once the student was forgotten; 0 for nobody. */
    long studentOf(State state, D document) {
        return 0;
    }

    /** One from another copy as it may stand here: without the names of those who were forgotten. */
    D cleaned(Handle handle, D document) {
        return document;
    }

    /**
     * As much of a document as a damaged workbook gives.
     *
     * @param lost parts of it that could not be read
     */
    record Salvaged<D>(D document, int lost) {}

    /** Reads what can be read; throws if that is nothing. */
    Salvaged<D> salvage(Handle damaged, long id) {
        return new Salvaged<>(get(damaged, id), 0);
    }

    // ---- identity

    /** Adds a new one with an identity of its own; not in the journal. */
    final OptionalLong addNew(Handle handle, D document) {
        OptionalLong id = insert(handle, document);
        if (id.isPresent()) {
            Revisions.begin(handle, this, id.getAsLong(), Revisions.random(), Revisions.random());
        }
        return id;
    }

    /** Says that one is about to become another content. */
    final void changes(Handle handle, long id) {
        Revisions.next(handle, this, id, () -> write(get(handle, id)));
    }

    // ---- merging

    private static final int AT_A_TIME = 50;

    @Override
    public void merge(MergeRun run) {
        List<State> all = run.there(handle -> Revisions.states(handle, this));
        for (int done = 0; done < all.size() && !run.isCancelled(); ) {
            List<State> some = all.subList(done, Math.min(all.size(), done + AT_A_TIME));
            // Most are alike in both and are passed over without writing.
            List<State> changed = run.workbook()
                    .read(handle -> some.stream()
                            .filter(theirs -> Revisions.state(handle, this, "uid", theirs.uid())
                                    .map(mine -> mine.revision() != theirs.revision())
                                    .orElse(!theirs.hidden()))
                            .toList());
            changed.forEach(theirs -> take(run, theirs));
            done += some.size();
            run.progress().at((double) done / all.size(), done);
        }
    }

    private void take(MergeRun run, State theirs) {
        try {
            D there = run.there(handle -> checked(handle, theirs.id()));
            Set<Long> past = run.there(handle -> Revisions.past(handle, this, theirs.id()));
            String sameBy = run.there(handle -> sameBy(handle, theirs.id()));
            run.workbook().write(handle -> {
                if (!Forgetting.isForgotten(handle, studentOf(theirs, there))) {
                    take(handle, run, theirs, cleaned(handle, there), past, sameBy);
                }
                return true;
            });
        } catch (WorkbookException damaged) {
            if (damaged.fault() == WorkbookException.Fault.GONE) {
                throw damaged;
            }
            run.count(this, Outcome.UNREADABLE);
        }
    }

    private void take(Handle handle, MergeRun run, State theirs, D there, Set<Long> past, String sameBy) {
        Optional<State> known = Revisions.state(handle, this, "uid", theirs.uid())
                .or(() -> madeApart(handle, run, theirs, there, past, sameBy));
        if (known.isEmpty()) {
            if (!theirs.hidden()) {
                add(handle, run, theirs, there, past);
            }
            return;
        }
        State mine = known.get();
        if (mine.uid() != theirs.uid()) {
            // From now on both copies know it by one name.
            Revisions.begin(handle, this, mine.id(), theirs.uid(), mine.revision());
        }
        if (mine.revision() == theirs.revision()) {
            return;
        }
        Set<Long> myPast = Revisions.past(handle, this, mine.id());
        if (myPast.contains(theirs.revision())) {
            run.count(this, Outcome.NEWER_HERE);
        } else if (past.contains(mine.revision())) {
            bring(handle, run, mine, theirs, there, past);
        } else {
            bothEdited(handle, run, mine, theirs, there, past, myPast);
        }
    }

    /**
     * The same document with another uid, which the other copy does not know: one of them has been in the other's state, or
     * they are the same by what they say.
     */
    Optional<State> madeApart(Handle handle, MergeRun run, State theirs, D there, Set<Long> past, String sameBy) {
        return Revisions.states(handle, this).stream()
                .filter(mine -> mine.revision() == theirs.revision()
                        || past.contains(mine.revision())
                        || Revisions.past(handle, this, mine.id()).contains(theirs.revision())
                        || !sameBy.isEmpty() && sameBy.equals(sameBy(handle, mine.id())))
                .filter(mine -> !isKnownThere(run, mine))
                .findFirst()
                .or(() -> namesake(handle, there)
                        .filter(mine -> change(get(handle, mine.id()), there).isEmpty())
                        .filter(mine -> !isKnownThere(run, mine)));
    }

    final boolean isKnownThere(MergeRun run, State mine) {
        return run.there(handle -> Revisions.state(handle, this, "uid", mine.uid()))
                .isPresent();
    }

    private void add(Handle handle, MergeRun run, State theirs, D there, Set<Long> past) {
        Optional<State> namesake = namesake(handle, there);
        OptionalLong id = list(handle, run, there);
        if (id.isPresent()) {
            Revisions.adopt(handle, this, id.getAsLong(), theirs, past);
            run.count(this, Outcome.ADDED);
            onMerged(run, null, there, 0);
            // Another one of the same name, made apart.
            namesake.ifPresent(mine -> run.conflict(conflict(handle, mine.id(), Kind.BESIDE, 0)));
        }
    }

    /** The state here is only older. */
    private void bring(Handle handle, MergeRun run, State mine, State theirs, D there, Set<Long> past) {
        D here = get(handle, mine.id());
        change(handle, run, mine.id(), here, there);
        if (theirs.hidden() && !mine.hidden()) {
            show(handle, run, mine.id(), false);
            run.count(this, Outcome.REMOVED);
        } else {
            if (mine.hidden() && !theirs.hidden()) {
                show(handle, run, mine.id(), true);
            }
            run.count(this, Outcome.BROUGHT);
            onMerged(run, here, there, 0);
        }
        Revisions.adopt(handle, this, mine.id(), theirs, past);
    }

    /** Puts one on the list or takes it off, undone with the merge. */
    private void show(Handle handle, MergeRun run, long id, boolean shown) {
        String named = list.named(id);
        Journal.list(handle, journalOf(handle, id), run.label(), shown ? named : null, shown ? null : named);
        list.show(handle, named, shown);
    }

    private void bothEdited(
            Handle handle, MergeRun run, State mine, State theirs, D there, Set<Long> past, Set<Long> myPast) {
        long id = mine.id();
        D here = get(handle, id);
        // Which of the two comes first does not depend on which copy is merged into which.
        boolean isFirst = mine.revision() < theirs.revision();
        if (mine.hidden() == theirs.hidden()
                && (mine.hidden() || change(here, there).isEmpty())) {
            if (!isFirst) {
                change(handle, run, id, here, there);
            }
            Revisions.learn(handle, this, id, theirs.revision(), past);
            Revisions.become(handle, this, id, Revisions.together(mine.revision(), theirs.revision()));
        } else if (theirs.hidden()) {
            Revisions.learn(handle, this, id, theirs.revision(), past);
            run.conflict(conflict(handle, id, Kind.STAYED, 0));
        } else if (mine.hidden()) {
            change(handle, run, id, here, there);
            show(handle, run, id, true);
            Revisions.adopt(handle, this, id, theirs, past);
            run.conflict(conflict(handle, id, Kind.BROUGHT_BACK, 0));
        } else {
            D base = base(handle, run, mine, theirs, past, myPast);
            Union<D> union = isFirst ? unite(here, there, base) : unite(there, here, base);
            switch (union) {
                case Union.One<D>(D document, int otherwise) -> {
                    boolean isChanged = change(handle, run, id, here, document);
                    Revisions.learn(handle, this, id, theirs.revision(), past);
                    Revisions.become(handle, this, id, Revisions.together(mine.revision(), theirs.revision()));
                    if (isChanged) {
                        run.count(this, Outcome.UNITED);
                    }
                    if (isChanged || otherwise > 0) {
                        run.conflict(conflict(handle, id, Kind.UNITED, otherwise));
                        onMerged(run, here, document, otherwise);
                    }
                }
                case Union.Beside<D>() -> {
                    if (isFirst) {
                        Revisions.learn(handle, this, id, theirs.revision(), past);
                    } else {
                        change(handle, run, id, here, there);
                        Revisions.adopt(handle, this, id, theirs, past);
                    }
                    twin(handle, run, mine.id(), isFirst ? there : here, isFirst ? theirs : mine, theirs.uid());
                }
            }
        }
    }

    /** The second of two states stands beside the first as a document of its own, and is the same one in every copy. */
    private void twin(Handle handle, MergeRun run, long first, D second, State state, long uid) {
        long twin = Revisions.together(uid, state.revision());
        if (Revisions.state(handle, this, "uid", twin).isPresent()) {
            return;
        }
        D document = beside(second);
        list(handle, run, document).ifPresent(id -> {
            Revisions.begin(handle, this, id, twin, state.revision());
            run.count(this, Outcome.BESIDE);
            run.conflict(conflict(handle, first, Kind.BESIDE, 0));
        });
    }

    private Conflict conflict(Handle handle, long id, Kind what, int places) {
        return new Conflict(name, id, nameOf(handle, id), what, places);
    }

    private @Nullable D base(Handle handle, MergeRun run, State mine, State theirs, Set<Long> past, Set<Long> myPast) {
        Set<Long> common = new HashSet<>(past);
        common.retainAll(myPast);
        List<Long> kept = Revisions.bases(handle, this, mine.id(), common);
        List<Long> keptThere = run.there(other -> Revisions.bases(other, this, theirs.id(), common));
        return Revisions.newest(kept, keptThere)
                .flatMap(revision -> Revisions.base(handle, this, mine.id(), revision)
                        .or(() -> run.there(other -> Revisions.base(other, this, theirs.id(), revision))))
                .map(this::read)
                .orElse(null);
    }

    /** Makes one into another as an edit of its own; says whether there was a difference. */
    private boolean change(Handle handle, MergeRun run, long id, D before, D after) {
        Change change = change(before, after);
        if (change.isEmpty()) {
            return false;
        }
        changes(handle, id);
        apply(handle, id, change.after());
        if (hasJournal()) {
            Journal.edit(handle, journal(id), "", run.label(), change.before(), change.after());
        } else {
            Journal.rewriting(
                    handle, journalOf(handle, id), run.label(), list.named(id), change.before(), change.after());
        }
        return true;
    }

    /** The document of the journal by which its coming and going is undone: its list, if the kind does not say otherwise. */
    String journalOf(Handle handle, long id) {
        return list.document();
    }

    /** What an edit writes into the journal. */
    @SuppressWarnings("ArrayRecordComponent") // compared by isEmpty only
    record Change(byte[] before, byte[] after) {
        boolean isEmpty() {
            return Arrays.equals(before, after);
        }
    }

    /** The difference between two states as {@link #apply} takes it: both whole, if the kind does not say otherwise. */
    Change change(D before, D after) {
        return new Change(write(before), write(after));
    }

    /** Whether edits can be undone; what a student committed cannot, but for what a merge made of it. */
    boolean hasJournal() {
        return true;
    }

    // ---- rescue

    @Override
    public void rescue(RescueRun run) {
        run.check(this);
    }

    /** The tables that hold parts of one, with the column that says of which. */
    Map<String, String> parts() {
        return Map.of();
    }

    /** What a list calls one, where no more than its own row can be read; empty if not even that. */
    abstract String nameOf(Handle handle, long id);

    /** Makes a row for one of which only parts are there; says whether that could be done. */
    boolean revive(Handle handle, long id) {
        return false;
    }

    /** Writes one anew if parts of it were lost, and what is worked out of it. */
    void renew(Handle handle, long id, Salvaged<D> salvaged) {
        if (salvaged.lost() > 0) {
            Revisions.next(handle, this, "id", id);
            overwrite(handle, id, salvaged.document());
        }
    }

    /** Writes one whole, whatever stands there. */
    void overwrite(Handle handle, long id, D document) {
        put(handle, id, document);
    }

    /**
     * Puts a document from elsewhere in the place of a damaged one.
     *
     * @param revision the state of it that it is
     */
    final void bringBack(Handle handle, long id, D document, long revision) {
        State now = Revisions.state(handle, this, "id", id).orElseThrow();
        if (now.revision() != revision) {
            Revisions.next(handle, this, "id", id);
        }
        overwrite(handle, id, document);
        Revisions.begin(handle, this, id, now.uid(), revision);
    }

    /** Takes out what is left of one that cannot be read. */
    void drop(Handle handle, long id) {
        parts().forEach((table, column) -> handle.execute("delete from " + table + " where " + column + " = ?", id));
        handle.execute("delete from " + name + " where id = ?", id);
        handle.execute("delete from journal where document = ?", journal(id));
        handle.execute("delete from base where kind = ? and id = ?", name, id);
        handle.execute("delete from past_state where kind = ? and id = ?", name, id);
    }

    /** One column of the row, for {@link #nameOf}. */
    final String column(Handle handle, String column, long id) {
        return handle.createQuery("select " + column + " from " + name + " where id = ?")
                .bind(0, id)
                .mapTo(String.class)
                .findOne()
                .orElse("");
    }
}
