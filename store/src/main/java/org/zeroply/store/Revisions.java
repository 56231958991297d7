package org.zeroply.store;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Supplier;
import org.jdbi.v3.core.Handle;

/**
 * Which state of a document is which. A document keeps its uid in every copy of the workbook; each edit, removal or return
 * gives it a new revision and remembers the ones before. So of two copies of a document one can tell whether one is only
 * older than the other, or whether both were edited since they parted.
 *
 * <p>Copies part when one is made, when two are merged and once a day. The first edit of a document after that keeps what
 * it was then, so that two copies that were both edited can be compared with what both came from.
 */
final class Revisions {
    /** So many partings are remembered, a month of days at least. */
    private static final int PARTINGS = 40;

    private Revisions() {}

    /**
     * A document of a table as other copies know it.
     *
     * @param id in this workbook
     * @param uid in every copy
     * @param hidden whether it was taken off its list
     */
    record State(long id, long uid, long revision, boolean hidden) {}

    private static final String STATE = "select id, uid, revision, hidden from ";

    /** All documents of a kind, those off the list too. */
    static List<State> states(Handle handle, DocumentKind<?> kind) {
        return handle.createQuery(STATE + kind.name() + " order by id")
                .map((rows, context) ->
                        new State(rows.getLong(1), rows.getLong(2), rows.getLong(3), rows.getInt(4) != 0))
                .list();
    }

    /** The document with a value in a column, {@code id} or {@code uid}. */
    static Optional<State> state(Handle handle, DocumentKind<?> kind, String column, long value) {
        return handle.createQuery(STATE + kind.name() + " where " + column + " = ?")
                .bind(0, value)
                .map((rows, context) ->
                        new State(rows.getLong(1), rows.getLong(2), rows.getLong(3), rows.getInt(4) != 0))
                .findFirst();
    }

    /** The uid of a document, 0 if there is none with that id. */
    static long uid(Handle handle, String kind, long id) {
        return one(handle, "select uid from " + kind + " where id = ?", id);
    }

    /** The id of a document here, 0 if there is none with that uid. */
    static long id(Handle handle, String kind, long uid) {
        return uid == 0 ? 0 : one(handle, "select id from " + kind + " where uid = ?", uid);
    }

    private static long one(Handle handle, String query, long value) {
        return handle.createQuery(query)
                .bind(0, value)
                .mapTo(Long.class)
                .findFirst()
                .orElse(0L);
    }

    /** A revision that nobody else gives. */
    static long random() {
        return ThreadLocalRandom.current().nextLong();
    }

    /** A revision that stands for a content: 64 bits of its SHA-256. */
    static long of(byte[] content) {
        try {
            return ByteBuffer.wrap(MessageDigest.getInstance("SHA-256").digest(content))
                    .getLong();
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    /** One number for two, whichever comes first, that nothing else gives. */
    static long together(long one, long other) {
        return of((Math.min(one, other) + " " + Math.max(one, other)).getBytes(StandardCharsets.UTF_8));
    }

    /** Gives a new document its uid and its first revision. */
    static void begin(Handle handle, DocumentKind<?> kind, long id, long uid, long revision) {
        handle.execute("update " + kind.name() + " set uid = ?, revision = ? where id = ?", uid, revision, id);
    }

    /**
     * Says that a document is about to change.
     *
     * @param before what it is now; asked only for the first change since copies parted
     */
    static void next(Handle handle, DocumentKind<?> kind, long id, Supplier<byte[]> before) {
        long parting = handle.createQuery("select coalesce(max(id), 0) from parting where not exists"
                        + " (select 1 from base where kind = ? and base.id = ? and base.parting = parting.id)")
                .bind(0, kind.name())
                .bind(1, id)
                .mapTo(Long.class)
                .one();
        if (parting != 0 && parting == newestParting(handle)) {
            handle.execute(
                    "insert into base (kind, id, parting, revision, content) select ?, id, ?, revision, ? from "
                            + kind.name() + " where id = ?",
                    kind.name(),
                    parting,
                    before.get(),
                    id);
        }
        if (kind.remembersStates() || isFirstChange(handle, kind, id)) {
            remember(handle, kind, "id", id);
        }
        follow(handle, kind, "id", id);
    }

    /** Says that the documents with a value in a column go from a list or come back; their content stays. */
    static void next(Handle handle, DocumentKind<?> kind, String column, long value) {
        remember(handle, kind, column, value);
        follow(handle, kind, column, value);
    }

    /**
     * Prepares a connection that writes. Of what changes at every keystroke only those states are remembered that a copy can
     * have: as it was when the workbook was opened, and when copies parted.
     */
    static void begin(Handle handle) {
        handle.execute("create temp table if not exists changed (kind text not null, id integer not null,"
                + " primary key (kind, id)) without rowid");
    }

    private static boolean isFirstChange(Handle handle, DocumentKind<?> kind, long id) {
        return handle.execute("insert or ignore into temp.changed (kind, id) values (?, ?)", kind.name(), id) == 1;
    }

    private static void remember(Handle handle, DocumentKind<?> kind, String column, long value) {
        handle.execute(
                "insert or ignore into past_state (kind, id, revision) select ?, id, revision from " + kind.name()
                        + " where " + column + " = ?",
                kind.name(),
                value);
    }

    private static void follow(Handle handle, DocumentKind<?> kind, String column, long value) {
        handle.execute(
                "update " + kind.name() + " set parent = revision, revision = random() where " + column + " = ?",
                value);
    }

    /** Says that a document with all its past is now in a state that other copies come to as well. */
    static void become(Handle handle, DocumentKind<?> kind, long id, long revision) {
        next(handle, kind, "id", id);
        handle.execute("update " + kind.name() + " set revision = ? where id = ?", revision, id);
        handle.execute("delete from past_state where kind = ? and id = ? and revision = ?", kind.name(), id, revision);
    }

    private static long newestParting(Handle handle) {
        return handle.createQuery("select coalesce(max(id), 0) from parting")
                .mapTo(Long.class)
                .one();
    }

    /** The states of a document before the present one, as far as they are remembered. */
    static Set<Long> past(Handle handle, DocumentKind<?> kind, long id) {
        return new HashSet<>(handle.createQuery("select revision from past_state where kind = :kind and id = :id"
                        + " union select revision from base where kind = :kind and id = :id")
                .bind("kind", kind.name())
                .bind("id", id)
                .mapTo(Long.class)
                .list());
    }

    /** Says that a document is now in the very state of another copy, with that state's past. */
    static void adopt(Handle handle, DocumentKind<?> kind, long id, State theirs, Collection<Long> past) {
        learn(handle, kind, id, theirs.revision(), past);
        become(handle, kind, id, theirs.revision());
        begin(handle, kind, id, theirs.uid(), theirs.revision());
    }

    /** Says that the present state of a document takes these states of another copy into account. */
    static void learn(Handle handle, DocumentKind<?> kind, long id, long revision, Collection<Long> past) {
        var batch = handle.prepareBatch("insert or ignore into past_state (kind, id, revision) values (?, ?, ?)");
        batch.bind(0, kind.name()).bind(1, id).bind(2, revision).add();
        for (long each : past) {
            batch.bind(0, kind.name()).bind(1, id).bind(2, each).add();
        }
        batch.execute();
    }

    // ---- partings

    /** Says that a copy goes its own way from now on, or that two met. */
    static void part(Handle handle, String when) {
        handle.execute("insert into parting (at) values (?)", when);
        handle.execute("delete from temp.changed");
        handle.execute("delete from parting where id <= (select max(id) from parting) - ?", PARTINGS);
        handle.execute("delete from base where parting not in (select id from parting)");
    }

    /** Those of some states of a document of which the content was kept, in the order in which it was in them. */
    static List<Long> bases(Handle handle, DocumentKind<?> kind, long id, Collection<Long> revisions) {
        if (revisions.isEmpty()) {
            return List.of();
        }
        return handle.createQuery("select revision from base where kind = :kind and id = :id and revision in"
                        + " (<revisions>) and sum is row_sum(kind, id, parting, revision, content) order by parting")
                .bind("kind", kind.name())
                .bind("id", id)
                .bindList("revisions", List.copyOf(revisions))
                .mapTo(Long.class)
                .list();
    }

    /** Of the states that two copies have had in their orders, one that comes before no other; the same for both copies. */
    static Optional<Long> newest(List<Long> here, List<Long> there) {
        Set<Long> left = new TreeSet<>(here);
        left.addAll(there);
        for (List<Long> order : List.of(here, there)) {
            order.stream().limit(Math.max(0, order.size() - 1)).forEach(left::remove);
        }
        return left.stream().findFirst();
    }

    /** The content that was kept of a document in a state; empty if it was not kept. */
    static Optional<byte[]> base(Handle handle, DocumentKind<?> kind, long id, long revision) {
        return handle.createQuery("select content from base where kind = ? and id = ? and revision = ?"
                        + " order by parting desc limit 1")
                .bind(0, kind.name())
                .bind(1, id)
                .bind(2, revision)
                .mapTo(byte[].class)
                .findFirst();
    }
}
