package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.PgnWriter;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.rules.Side;
import org.zeroply.store.MergeReport.Kind;
import org.zeroply.store.MergeReport.Outcome;
import org.zeroply.store.RepertoireShelf.Title;
import org.zeroply.task.Paper;
import org.zeroply.task.Script;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** A workbook at home and its copy at the club, both edited, put together again. */
@SuppressWarnings("NullAway.Init")
class MergeTest {
    @TempDir
    Path folder;

    private Workbook home;
    private Workbook club;
    private long first;
    private long second;
    private long third;

    @BeforeEach
    void part() {
        home = Books.open(folder.resolve("home.zeroply"));
        first = home.games().add(Books.game("[White \"Tarn, Bastian\"]\n1.d4 d5 2.c4 e6 *"), "add");
        second = home.games().add(Books.game("[White \"Brandt, Ida\"]\n1.e4 c6 2.d4 d5 *"), "add");
        third = home.games().add(Books.game("[White \"Okafor, Sam\"]\n1.c4 e5 1-0"), "add");
        home.copyTo(folder.resolve("club.zeroply"), Progress.SILENT, new Cancel());
        club = Books.open(folder.resolve("club.zeroply"));
    }

    @AfterEach
    void close() {
        home.close();
        club.close();
    }

    /** Takes over what was done at the club, and looks that the club's file stayed as it was. */
    private MergeReport bringHome() throws IOException {
        MergeOpening merged = home.merge(club.file(), "merge", Progress.SILENT, new Cancel());
        assertThat(merged).isInstanceOf(MergeOpening.Merged.class);
        return ((MergeOpening.Merged) merged).report();
    }

    private static void note(Workbook workbook, long id, int ply, String text) {
        Game game = workbook.games().read(id);
        GameTree tree = game.tree();
        GameNode node = tree.node(tree.mainLine().get(ply));
        workbook.games().save(id, game.with(tree.with(node.withAfter(text))), "", "note");
    }

    private static String moves(Workbook workbook, long id) {
        return PgnWriter.movetext(workbook.games().read(id).tree());
    }

    @Test
    void whatWasDoneInOneCopyOnlyIsTakenOver() throws IOException {
        note(club, first, 1, "solid");
        club.games().add(Books.game("[White \"Zabel, Nora\"]\n1.Nf3 d5 *"), "add");
        club.games().remove(List.of(third), "remove");
        note(home, second, 0, "at home");
        MergeReport report = bringHome();
        assertThat(report.of("game", Outcome.ADDED)).isEqualTo(1);
        assertThat(report.of("game", Outcome.BROUGHT)).isEqualTo(1);
        assertThat(report.of("game", Outcome.REMOVED)).isEqualTo(1);
        assertThat(report.of("game", Outcome.NEWER_HERE)).isEqualTo(1);
        assertThat(report.conflicts()).isEmpty();
        assertThat(moves(home, first)).contains("d5 {solid}");
        assertThat(moves(home, second)).contains("e4 {at home}");
        assertThat(home.games().find("zabel", 5)).hasSize(1);
        assertThat(home.games().isListed(third)).isFalse();

        home.games().undo(first);
        assertThat(moves(home, first)).doesNotContain("solid");
    }

    @Test
    void mergingTwiceOrBackAndForthChangesNothingMore() throws IOException {
        note(club, first, 1, "solid");
        note(home, first, 2, "at once");
        bringHome();
        MergeReport again = bringHome();
        assertThat(again.of("game", Outcome.ADDED)
                        + again.of("game", Outcome.BROUGHT)
                        + again.of("game", Outcome.REMOVED)
                        + again.conflicts().size())
                .isZero();
        club.merge(home.file(), "merge", Progress.SILENT, new Cancel());
        assertThat(moves(club, first)).isEqualTo(moves(home, first));
        assertThat(bringHome().conflicts()).isEmpty();
    }

    @Test
    void whatWasEditedInBothKeepsBothEdits() throws IOException {
        note(home, first, 1, "solid");
        note(club, first, 1, "passive");
        note(club, first, 3, "the point");
        Game there = club.games().read(first);
        GameTree longer = there.tree()
                .addLine(
                        there.tree().mainLine().getLast(),
                        Books.game("1.d4 d5 2.c4 e6 3.Nc3 Nf6").tree().mainLine().subList(4, 6).stream()
                                .map(id -> Books.game("1.d4 d5 2.c4 e6 3.Nc3 Nf6")
                                        .tree()
                                        .node(id)
                                        .played())
                                .toList())
                .tree();
        club.games().save(first, there.with(longer), "", "line");
        MergeReport report = bringHome();
        assertThat(report.conflicts()).containsExactly(new MergeReport.Conflict(first, Kind.UNITED, 1));
        assertThat(moves(home, first))
                .contains("solid")
                .contains("passive")
                .contains("the point")
                .contains("Nc3 Nf6");
    }

    @Test
    void removedHereAndEditedThereComesBackAndTheOtherWayRoundStays() throws IOException {
        home.games().remove(List.of(first), "remove");
        note(club, first, 1, "solid");
        club.games().remove(List.of(second), "remove");
        note(home, second, 1, "at home");
        MergeReport report = bringHome();
        assertThat(report.conflicts())
                .containsExactlyInAnyOrder(
                        new MergeReport.Conflict(first, Kind.BROUGHT_BACK, 0),
                        new MergeReport.Conflict(second, Kind.STAYED, 0));
        assertThat(home.games().isListed(first)).isTrue();
        assertThat(moves(home, first)).contains("solid");
        assertThat(home.games().isListed(second)).isTrue();
    }

    @Test
    void aGameThatWasTypedInAtBothPlacesIsThereOnce() throws IOException {
        String typed = "[White \"Zabel, Nora\"]\n1.Nf3 d5 2.g3 *";
        home.games().add(Books.game(typed), "add");
        club.games().add(Books.game(typed), "add");
        assertThat(bringHome().of("game", Outcome.ADDED)).isZero();
        assertThat(home.games().find("zabel", 5)).hasSize(1);
    }

    @Test
    void anotherFileIsRefusedAndNothingChanges() throws IOException {
        Path text = Files.writeString(folder.resolve("letter.txt"), "Dear club, ".repeat(50));
        assertThat(home.merge(text, "merge", Progress.SILENT, new Cancel()))
                .isInstanceOfSatisfying(
                        MergeOpening.Refused.class,
                        refused -> assertThat(refused.why().reason()).isEqualTo(WorkbookOpening.Reason.NOT_A_WORKBOOK));
        assertThat(home.games().count()).isEqualTo(3);
    }

    private static final Title TITLE = new Title("With 1.d4", Side.WHITE, "Brandt, Ida", "");

    @Test
    void repertoiresOfBothCopiesAreUnited() throws IOException {
        Repertoire here = Books.repertoire("d4 d5 c4 e6");
        Repertoire there = Books.with(Books.repertoire("d4 Nf6 c4"), "e4 e5");
        long mine = home.repertoires().add(TITLE, Books.reason(here, "more room"), "new");
        club.repertoires().add(TITLE, Books.reason(there, "the centre"), "new");
        club.repertoires().add(new Title("Quiet", Side.BLACK, "", ""), Repertoire.empty(Side.BLACK), "new");
        MergeReport report = bringHome();
        assertThat(report.repertoires())
                .containsExactlyInAnyOrder(
                        new MergeReport.Repertoires("Quiet", true, 1, 0),
                        new MergeReport.Repertoires("With 1.d4", false, 4, 1));
        Repertoire both = home.repertoires().read(mine);
        assertThat(both.sameAs(Books.reason(
                        Books.with(Books.with(Books.repertoire("d4 d5 c4 e6"), "d4 Nf6 c4"), "e4 e5"), "more room")))
                .isTrue();
        assertThat(home.repertoires().travel(mine, true).orElseThrow().sameAs(Books.reason(here, "more room")))
                .as("the union can be undone")
                .isTrue();
    }

    @Test
    void aRepertoireTakenOffTheListDoesNotComeBack() throws IOException {
        long mine = home.repertoires().add(TITLE, Books.repertoire("d4 d5"), "new");
        club.repertoires().add(TITLE, Books.repertoire("d4 d5"), "new");
        home.repertoires().remove(mine, "remove");
        assertThat(bringHome().repertoires()).isEmpty();
        assertThat(home.repertoires().list()).isEmpty();
    }

    private static Paper paper(String name, String fen) {
        return Paper.of(name, List.of(Task.of(TaskKind.CALCULATE, GameTree.of(Fen.position(fen)), null)));
    }

    private static final String MATE = "6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1";
    private static final String PAWN = "8/8/4k3/8/4P3/4K3/8/8 w - - 0 1";

    private static List<String> names(Workbook workbook) {
        return workbook.papers().list().stream().map(PaperShelf.Listed::name).toList();
    }

    @Test
    void thePaperThatIsAheadStandsAndOneEditedInBothStandsBeside() throws IOException {
        Paper first = paper("First", MATE);
        Paper second = paper("Second", MATE);
        Paper third = paper("Third", MATE);
        Paper longer = first.withTasks(
                List.of(first.tasks().getFirst(), paper("", PAWN).tasks().getFirst()));
        List<Long> mine = Stream.of(first, second, third)
                .map(each -> home.papers().add(each, "new"))
                .toList();
        List<Long> theirs = Stream.of(first, second, third)
                .map(each -> club.papers().add(each, "new"))
                .toList();
        club.papers().save(theirs.get(0), first, longer, "", "edit");
        home.papers().save(mine.get(1), second, paper("Second", PAWN), "", "edit");
        home.papers().save(mine.get(2), third, third.withTasks(List.of()), "", "edit");
        club.papers().save(theirs.get(2), third, paper("Third", PAWN), "", "edit");
        club.papers().add(paper("Fourth", PAWN), "new");
        MergeReport report = bringHome();
        assertThat(report.of("paper", Outcome.ADDED)).isEqualTo(1);
        assertThat(report.of("paper", Outcome.BROUGHT)).isEqualTo(1);
        assertThat(report.of("paper", Outcome.NEWER_HERE)).isEqualTo(1);
        assertThat(report.of("paper", Outcome.BESIDE)).isEqualTo(1);
        assertThat(names(home)).containsExactly("First", "Second", "Third", "Third (club.zeroply)", "Fourth");
        assertThat(home.papers().read(mine.getFirst()).tasks()).hasSize(2);
        assertThat(home.papers().travel(mine.getFirst(), true).orElseThrow().tasks())
                .as("what came can be undone")
                .hasSize(1);
        home.papers().travel(mine.getFirst(), false);
        assertThat(bringHome().counts().get("paper"))
                .as("nothing more the second time")
                .containsOnlyKeys(Outcome.NEWER_HERE);
    }

    @Test
    void sittingsComeWithTheirStudentsAndTheLaterStateCounts() throws IOException {
        Instant noon = Instant.parse("2026-11-25T12:00:00Z");
        Paper paper = paper("Warm-up", MATE);
        long mine = home.papers().add(paper, "new");
        club.papers().add(paper, "new");
        Student ida = club.sittings().keep(new Student(0, "Brandt, Ida", 1350));
        club.sittings().keep(new Student(0, "Okafor, Sam", 1640));
        Sitting begun = club.sittings().begin(1, paper, ida, noon);
        assertThat(bringHome().of("sitting", Outcome.ADDED)).isEqualTo(1);
        assertThat(home.sittings().students()).extracting(Student::name).containsExactly("Brandt, Ida", "Okafor, Sam");
        assertThat(home.sittings().list()).singleElement().satisfies(listed -> {
            assertThat(listed.paper()).isEqualTo(mine);
            assertThat(listed.isDone()).isFalse();
        });
        Sitting.Attempt done =
                begun.tasks().getFirst().with(Script.EMPTY.withChoice("Ra8#")).with(Sitting.End.COMMITTED);
        club.sittings().save(begun.id(), 0, done, noon.plusSeconds(60));
        assertThat(bringHome().of("sitting", Outcome.UNITED)).isEqualTo(1);
        Sitting here = home.sittings().read(home.sittings().list().getFirst().id());
        assertThat(here.tasks().getFirst().script().choice()).isEqualTo("Ra8#");
        assertThat(here.isDone()).isTrue();
        home.sittings().remove(here.student());
        assertThat(bringHome().counts().get("sitting")).containsOnlyKeys(Outcome.NEWER_HERE);
        assertThat(home.sittings().students())
                .as("off the list here")
                .extracting(Student::name)
                .containsExactly("Okafor, Sam");
    }
}
