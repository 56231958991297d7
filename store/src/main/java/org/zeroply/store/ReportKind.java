package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.util.OptionalLong;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;

/** What the coach made of the lesson report of a game. */
final class ReportKind extends DocumentKind<ReportKind.KeptReport> {
    /**
     * A report as it is kept.
     *
     * @param game the uid of its game
     */
    record KeptReport(long game, String text) {}

    ReportKind() {
        super("report");
    }

    @Override
    public Set<String> tables() {
        return Set.of("report");
    }

    @Override
    KeptReport get(Handle handle, long id) {
        return handle.createQuery("select game.uid, content from report join game on game.id = report.game where"
                        + " report.id = ?")
                .bind(0, id)
                .map((rows, context) -> new KeptReport(rows.getLong(1), rows.getString(2)))
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no report " + id));
    }

    @Override
    String nameOf(Handle handle, long id) {
        return column(
                handle, "(select white || ' – ' || black || ' ' || date from game where game.id = report.game)", id);
    }

    @Override
    OptionalLong insert(Handle handle, KeptReport report) {
        long game = Revisions.id(handle, "game", report.game());
        if (game == 0) {
            return OptionalLong.empty();
        }
        return OptionalLong.of(handle.createUpdate("insert into report (game, content) values (?, ?)")
                .bind(0, game)
                .bind(1, report.text())
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one());
    }

    @Override
    void put(Handle handle, long id, KeptReport report) {
        handle.execute("update report set content = ? where id = ?", report.text(), id);
    }

    @Override
    byte[] write(KeptReport report) {
        return (report.game() + "\n" + report.text()).getBytes(StandardCharsets.UTF_8);
    }

    @Override
    KeptReport read(byte[] bytes) {
        String text = new String(bytes, StandardCharsets.UTF_8);
        int end = text.indexOf('\n');
        return new KeptReport(Long.parseLong(text.substring(0, end)), text.substring(end + 1));
    }

    /** A game has one report. */
    @Override
    String sameBy(Handle handle, long id) {
        return Long.toString(get(handle, id).game());
    }

    @Override
    Union<KeptReport> unite(KeptReport first, KeptReport second, @Nullable KeptReport base) {
        LessonText.Union union = LessonText.unite(first.text(), second.text(), base == null ? "" : base.text());
        return new Union.One<>(new KeptReport(first.game(), union.text()), union.otherwise());
    }

    /** What a merge made of it is undone with the game. */
    @Override
    String journalOf(Handle handle, long id) {
        return handle.createQuery("select game from report where id = ?")
                .bind(0, id)
                .mapTo(Long.class)
                .findFirst()
                .map(Kinds.GAME::journal)
                .orElse(Kinds.GAME.list().document());
    }

    @Override
    boolean hasJournal() {
        return false;
    }
}
