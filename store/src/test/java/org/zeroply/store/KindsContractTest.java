package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.zeroply.coaching.Student;
import org.zeroply.gametree.CurtainAnswer;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.store.MergeReport.Outcome;
import org.zeroply.store.ReportKind.KeptReport;
import org.zeroply.store.Revisions.State;
import org.zeroply.task.Paper;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** What holds for every kind of document by itself: it comes back, is edited, undone, merged, removed, rescued. */
@SuppressWarnings("NullAway.Init")
class KindsContractTest {
    private static final Game GAME = Books.game("[White \"Tarn, Bastian\"]\n1.d4 d5 2.c4 e6 *");

    @TempDir
    Path folder;

    private Workbook home;
    private Workbook club;
    private long gameUid;
    private long paperUid;
    private long studentUid;

    @BeforeEach
    void open() {
        home = Books.open(folder.resolve("home.zeroply"));
        long game = home.games().add(GAME, "add");
        home.papers().add(paper("Basis", 1), "add");
        gameUid = home.read(handle -> Revisions.uid(handle, "game", game));
        paperUid = home.read(handle -> Revisions.uid(handle, "paper", 1));
        Student nora = home.sittings().keep(new Student(0, "Zabel, Nora", 1200));
        studentUid = home.read(handle -> Revisions.uid(handle, "student", nora.id()));
    }

    @AfterEach
    void close() {
        home.close();
        if (club != null) {
            club.close();
        }
    }

    /** A copy for the club, which parts from here. */
    private void part() {
        assertThat(home.copyTo(folder.resolve("club.zeroply"), Progress.SILENT, new Cancel()))
                .isTrue();
        club = Books.open(folder.resolve("club.zeroply"));
    }

    private MergeReport bringHome() {
        try {
            MergeOpening merged = home.merge(club.file(), "merge", Progress.SILENT, new Cancel());
            MergeReport report = ((MergeOpening.Merged) merged).report();
            assertThat(report.unreadable()).isZero();
            return report;
        } catch (IOException failed) {
            throw new AssertionError(failed);
        }
    }

    static Stream<DocumentKind<?>> kinds() {
        return Kinds.DOCUMENTS.stream();
    }

    private static Paper paper(String name, int tasks) {
        return Samples.paper(name, tasks);
    }

    private <D> List<D> states(DocumentKind<D> kind) {
        return new Samples(gameUid, paperUid, studentUid).states(kind);
    }

    private static <D> long add(Workbook workbook, DocumentKind<D> kind, D document) {
        return workbook.write(handle -> kind.addNew(handle, document)).orElseThrow();
    }

    private static <D> void edit(Workbook workbook, DocumentKind<D> kind, long id, D after) {
        D before = workbook.read(handle -> kind.get(handle, id));
        new Documents<>(workbook, kind).save(id, kind.change(before, after), "", "edit");
    }

    /** What a document says, without the ids that differ from copy to copy. */
    private static <D> String said(DocumentKind<D> kind, D document) {
        return new String(kind.write(document), StandardCharsets.ISO_8859_1);
    }

    private static <D> String said(Workbook workbook, DocumentKind<D> kind, long id) {
        return said(kind, workbook.read(handle -> kind.get(handle, id)));
    }

    private static State state(Workbook workbook, DocumentKind<?> kind, long id) {
        return workbook.read(handle -> Revisions.state(handle, kind, "id", id)).orElseThrow();
    }

    private static long sameThere(Workbook there, DocumentKind<?> kind, State here) {
        return there.read(handle -> Revisions.state(handle, kind, "uid", here.uid()))
                .orElseThrow()
                .id();
    }

    private int howMany(DocumentKind<?> kind) {
        List<State> all = home.read(handle -> Revisions.states(handle, kind));
        return all.size();
    }

    private Optional<byte[]> base(DocumentKind<?> kind, long id, State... common) {
        List<Long> revisions = Stream.of(common).map(State::revision).toList();
        return home.read(handle -> Revisions.newest(Revisions.bases(handle, kind, id, revisions), List.of())
                .flatMap(revision -> Revisions.base(handle, kind, id, revision)));
    }

    // ---- what holds for all

    @Test
    void everyTableOfTheSchemaBelongsToAPart() {
        Set<String> claimed = new HashSet<>();
        Kinds.ALL.forEach(part -> claimed.addAll(part.tables()));
        List<String> tables = home.read(handle -> handle.createQuery(
                        "select name from sqlite_master where type ="
                                + " 'table' and name not like 'sqlite_%' and name not like 'words_%' and name not like 'flyway%'")
                .mapTo(String.class)
                .list());
        assertThat(tables).containsExactlyInAnyOrderElementsOf(claimed);
        assertThat(Kinds.ALL).containsAll(Kinds.DOCUMENTS);
    }

    @ParameterizedTest
    @MethodSource("kinds")
    <D> void itIsTheSameAsBytesAndAsRows(DocumentKind<D> kind) {
        for (D each : states(kind)) {
            assertThat(said(kind, kind.read(kind.write(each)))).isEqualTo(said(kind, each));
        }
        long id = add(home, kind, states(kind).getFirst());
        for (D each : states(kind)) {
            edit(home, kind, id, each);
            assertThat(said(home, kind, id)).isEqualTo(said(kind, each));
        }
    }

    @ParameterizedTest
    @MethodSource("kinds")
    <D> void everyEditHasARevisionAndItsParent(DocumentKind<D> kind) {
        long id = add(home, kind, states(kind).getFirst());
        State before = state(home, kind, id);
        assertThat(before.uid()).isNotZero();
        edit(home, kind, id, states(kind).get(1));
        State after = state(home, kind, id);
        assertThat(after.uid()).isEqualTo(before.uid());
        assertThat(after.revision()).isNotEqualTo(before.revision());
        long parent = home.read(handle -> handle.createQuery("select parent from " + kind.name() + " where id = ?")
                .bind(0, id)
                .mapTo(Long.class)
                .one());
        assertThat(parent).isEqualTo(before.revision());
    }

    @ParameterizedTest
    @MethodSource("kinds")
    <D> void anEditIsUndoneAndMadeAgain(DocumentKind<D> kind) {
        assumeTrue(kind.hasJournal(), "what is committed has no undo");
        long id = add(home, kind, states(kind).getFirst());
        edit(home, kind, id, states(kind).get(1));
        Documents<D> documents = new Documents<>(home, kind);
        assertThat(documents.undoState(id).undo()).isEqualTo("edit");
        assertThat(said(kind, documents.travel(id, true).orElseThrow()))
                .isEqualTo(said(kind, states(kind).getFirst()));
        assertThat(said(home, kind, id)).isEqualTo(said(kind, states(kind).getFirst()));
        assertThat(documents.travel(id, true)).isEmpty();
        documents.travel(id, false);
        assertThat(said(home, kind, id)).isEqualTo(said(kind, states(kind).get(1)));
    }

    @ParameterizedTest
    @MethodSource("kinds")
    <D> void whatIsNewThereComesOnce(DocumentKind<D> kind) {
        part();
        long there = add(club, kind, states(kind).getFirst());
        MergeReport report = bringHome();
        assertThat(report.of(kind.name(), Outcome.ADDED)).isEqualTo(1);
        long here = sameThere(home, kind, state(club, kind, there));
        assertThat(said(home, kind, here)).isEqualTo(said(kind, states(kind).getFirst()));
        assertThat(state(home, kind, here).revision())
                .isEqualTo(state(club, kind, there).revision());
        assertThat(bringHome().counts()).as("nothing more the second time").doesNotContainKey(kind.name());
        assertThat(state(home, kind, here).hidden()).isFalse();
        if (kind == Kinds.GAME) {
            home.games().undoInList();
        } else {
            String journal = home.read(handle -> kind.journalOf(handle, here));
            home.write(handle -> {
                Journal.travel(handle, journal, true, (named, shown) -> Kinds.show(handle, named, shown));
                return true;
            });
        }
        assertThat(state(home, kind, here).hidden()).as("it can be undone").isTrue();
    }

    @ParameterizedTest
    @MethodSource("kinds")
    <D> void whatWentOnThereIsTakenOver(DocumentKind<D> kind) {
        long here = add(home, kind, states(kind).getFirst());
        part();
        long there = sameThere(club, kind, state(home, kind, here));
        edit(club, kind, there, states(kind).get(1));
        bringHome();
        assertThat(said(home, kind, here)).isEqualTo(said(kind, states(kind).get(1)));
        undoOfWhatCame(kind, here);
        assertThat(said(home, kind, here))
                .as("and can be undone")
                .isEqualTo(said(kind, states(kind).getFirst()));
    }

    /** Takes the last edit of the journal back that a merge wrote about a document. */
    private void undoOfWhatCame(DocumentKind<?> kind, long id) {
        String journal = kind.hasJournal() ? kind.journal(id) : home.read(handle -> kind.journalOf(handle, id));
        home.write(handle -> {
            Journal.Step step = Journal.step(handle, journal, true).orElseThrow();
            assertThat(step.label()).isEqualTo("merge");
            return true;
        });
        if (journal.equals(DiaryKind.JOURNAL)) {
            assertThat(home.diary().travel(true)).isTrue();
        } else if (journal.equals("students")) {
            assertThat(home.register().travelInList(true)).isTrue();
        } else if (journal.startsWith("student:")) {
            assertThat(home.register().travel(Long.parseLong(journal.substring(8)), true))
                    .isPresent();
        } else if (journal.endsWith("s")) {
            assertThat(home.papers().travelInList(true)).isTrue();
        } else if (journal.startsWith("game:")) {
            assertThat(home.games().undo(Long.parseLong(journal.substring(5)))).isPresent();
        } else if (journal.startsWith("paper:")) {
            assertThat(home.papers().travel(Long.parseLong(journal.substring(6)), true))
                    .isPresent();
        } else {
            assertThat(new Documents<>(home, kind).travel(id, true)).isPresent();
        }
    }

    @ParameterizedTest
    @MethodSource("kinds")
    <D> void whatWentOnHereStays(DocumentKind<D> kind) {
        long here = add(home, kind, states(kind).getFirst());
        part();
        edit(home, kind, here, states(kind).get(1));
        bringHome();
        assertThat(said(home, kind, here)).isEqualTo(said(kind, states(kind).get(1)));
    }

    @ParameterizedTest
    @MethodSource("kinds")
    <D> void whatWasEditedInBothIsDealtWithOnce(DocumentKind<D> kind) {
        long here = add(home, kind, states(kind).getFirst());
        part();
        long there = sameThere(club, kind, state(home, kind, here));
        edit(home, kind, here, states(kind).get(1));
        edit(club, kind, there, states(kind).get(2));
        bringHome();
        String together = said(home, kind, here);
        int count = howMany(kind);
        MergeReport again = bringHome();
        assertThat(said(home, kind, here)).isEqualTo(together);
        assertThat(howMany(kind)).isEqualTo(count);
        assertThat(again.of(kind.name(), Outcome.UNITED) + again.of(kind.name(), Outcome.BESIDE))
                .isZero();
        assertThat(again.conflicts()).isEmpty();
    }

    /** What both copies come from is kept, so that they can be compared three ways. */
    @ParameterizedTest
    @MethodSource("kinds")
    <D> void theCommonBaseIsKept(DocumentKind<D> kind) {
        long here = add(home, kind, states(kind).getFirst());
        part();
        State common = state(home, kind, here);
        assertThat(base(kind, here, common))
                .as("nothing is kept before something changes")
                .isEmpty();
        edit(home, kind, here, states(kind).get(1));
        edit(home, kind, here, states(kind).get(2));
        byte[] base = base(kind, here, common).orElseThrow();
        assertThat(said(kind, kind.read(base)))
                .isEqualTo(said(kind, states(kind).getFirst()));
        home.part();
        State met = state(home, kind, here);
        edit(home, kind, here, states(kind).getFirst());
        byte[] newer = base(kind, here, common, met).orElseThrow();
        assertThat(said(kind, kind.read(newer)))
                .isEqualTo(said(kind, states(kind).get(2)));
    }

    @ParameterizedTest
    @MethodSource("kinds")
    <D> void whatWasTakenOffTheListThereGoesHereToo(DocumentKind<D> kind) {
        long here = add(home, kind, states(kind).getFirst());
        part();
        long there = sameThere(club, kind, state(home, kind, here));
        club.write(handle -> {
            kind.list().remove(handle, there, "remove");
            return true;
        });
        assertThat(bringHome().of(kind.name(), Outcome.REMOVED)).isEqualTo(1);
        assertThat(state(home, kind, here).hidden()).isTrue();
        club.write(handle -> {
            kind.list().bringBack(handle, there, "again");
            return true;
        });
        bringHome();
        assertThat(state(home, kind, here).hidden()).isFalse();
    }

    @ParameterizedTest
    @MethodSource("kinds")
    <D> void itIsRescuedAsWhatItWas(DocumentKind<D> kind) throws IOException {
        long id = add(home, kind, states(kind).get(1));
        long off =
                kind.name().equals("report") ? 0 : add(home, kind, states(kind).get(2));
        if (off != 0) {
            home.write(handle -> {
                kind.list().remove(handle, off, "remove");
                return true;
            });
        }
        State was = state(home, kind, id);
        String saying = said(home, kind, id);
        home.close();
        Path saved = folder.resolve("saved.zeroply");
        Rescue.Report report =
                Workbook.rescue(folder.resolve("home.zeroply"), saved, Books.CLOCK, Progress.SILENT, new Cancel());
        home = Books.open(saved);
        assertThat(report.of(kind.name()).lost()).isZero();
        long back = sameThere(home, kind, was);
        assertThat(said(home, kind, back)).isEqualTo(saying);
        assertThat(state(home, kind, back).revision()).isEqualTo(was.revision());
        long listed = home.read(handle -> Revisions.states(handle, kind).stream()
                .filter(each -> !each.hidden())
                .count());
        assertThat(report.of(kind.name()).saved())
                .as("what was removed stays off the list")
                .isEqualTo(listed);
    }

    /** A row that is not what it was when it was written is told, and the newest backup has it back. */
    @ParameterizedTest
    @MethodSource("kinds")
    <D> void whatIsDamagedIsToldAndComesBackFromABackup(DocumentKind<D> kind) throws IOException {
        long id = add(home, kind, states(kind).get(1));
        String saying = said(home, kind, id);
        State was = state(home, kind, id);
        assertThat(home.walk(Progress.SILENT, new Cancel())).isEmpty();
        assertThat(home.backUpDaily(Progress.SILENT, new Cancel())).isTrue();
        List<String> tables = Stream.concat(Stream.of(kind.name()), kind.parts().keySet().stream())
                .filter(Checksums.TABLES::contains)
                .toList();
        assertThat(tables).isNotEmpty();
        for (String table : tables) {
            String column = kind.parts().getOrDefault(table, "id");
            home.write(handle -> handle.execute("update " + table + " set sum = sum + 1 where " + column + " = ?", id));
            assertThatThrownBy(() -> home.read(handle -> kind.checked(handle, id)))
                    .isInstanceOfSatisfying(
                            WorkbookException.class,
                            damaged -> assertThat(damaged.fault()).isEqualTo(WorkbookException.Fault.DAMAGED));
            List<Damaged> found = home.walk(Progress.SILENT, new Cancel());
            assertThat(found).singleElement().satisfies(each -> {
                assertThat(each.kind()).isEqualTo(kind.name());
                assertThat(each.uid()).isEqualTo(was.uid());
                assertThat(each.name()).isNotBlank();
            });
            assertThat(home.bringBack(found, new Cancel())).isEmpty();
            assertThat(said(kind, home.read(handle -> kind.checked(handle, id))))
                    .isEqualTo(saying);
            assertThat(state(home, kind, id)).isEqualTo(was);
            assertThat(home.walk(Progress.SILENT, new Cancel())).isEmpty();
        }
    }

    @Test
    void reportsJudgementsAndAnswersFromBehindTheCurtainComeAlong() {
        part();
        club.write(handle -> handle.execute(
                "insert into study (position, analyst, lines, effort, content) values" + " (7, 'one', 3, 1, 'kept')"));
        add(club, Kinds.REPORT, new KeptReport(gameUid, "title=The lesson\n"));
        Game game = club.games().read(1);
        GameNode node = game.tree().node(game.tree().mainLine().getFirst());
        CurtainAnswer said = new CurtainAnswer("Ida", "Nf3", "develops");
        club.games().save(1, game.with(game.tree().with(node.withCommands(List.of(said.command())))), "", "said");
        MergeReport report = bringHome();
        assertThat(report.of("study", Outcome.ADDED)).isEqualTo(1);
        assertThat(report.of("report", Outcome.ADDED)).isEqualTo(1);
        Game here = home.games().read(1);
        assertThat(CurtainAnswer.of(here.tree().node(here.tree().mainLine().getFirst())))
                .containsExactly(said);
        assertThat(home.reports().student(1)).isEmpty();
        assertThat(bringHome().counts()).isEmpty();
    }
}
