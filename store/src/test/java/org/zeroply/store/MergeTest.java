package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.PgnWriter;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Reply;
import org.zeroply.rules.Side;
import org.zeroply.store.MergeReport.Kind;
import org.zeroply.store.MergeReport.Outcome;
import org.zeroply.store.RepertoireShelf.Title;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
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

    /** The copy at the club is made anew. */
    private void partAgain() throws IOException {
        club.close();
        Files.delete(club.file());
        home.copyTo(club.file(), Progress.SILENT, new Cancel());
        club = Books.open(club.file());
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
        assertThat(report.conflicts())
                .containsExactly(new MergeReport.Conflict("game", first, "Tarn, Bastian –  ", Kind.UNITED, 1));
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
                        new MergeReport.Conflict("game", first, "Tarn, Bastian –  ", Kind.BROUGHT_BACK, 0),
                        new MergeReport.Conflict("game", second, "Brandt, Ida –  ", Kind.STAYED, 0));
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
                                Books.with(Books.with(Books.repertoire("d4 d5 c4 e6"), "d4 Nf6 c4"), "e4 e5"),
                                "more room\nthe centre"))
                        || both.sameAs(Books.reason(
                                Books.with(
                                        Books.with(Books.with(Books.repertoire("d4 Nf6 c4"), "e4 e5"), "d4 d5 c4 e6"),
                                        "d4 Nf6"),
                                "the centre\nmore room")))
                .as("which of two texts comes first is by chance")
                .isTrue();
        assertThat(home.repertoires().travel(mine, true).orElseThrow().sameAs(Books.reason(here, "more room")))
                .as("the union can be undone")
                .isTrue();
    }

    @Test
    void aRepertoireTakenOffTheListDoesNotComeBack() throws IOException {
        long mine = home.repertoires().add(TITLE, Books.repertoire("d4 d5"), "new");
        partAgain();
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
    void thePaperThatIsAheadStandsAndWhatDoesNotGoTogetherStandsBeside() throws IOException {
        Paper first = paper("First", MATE);
        Paper second = paper("Second", MATE);
        Paper third = paper("Third", MATE);
        List<Task> more =
                List.of(first.tasks().getFirst(), paper("", PAWN).tasks().getFirst());
        List<Long> ids = Stream.of(first, second, third, paper("Fourth", MATE))
                .map(each -> home.papers().add(each, "new"))
                .toList();
        partAgain();
        club.papers().save(ids.get(0), first, first.withTasks(more), "", "edit");
        home.papers().save(ids.get(1), second, paper("Second", PAWN), "", "edit");
        home.papers().save(ids.get(2), third, third.withTasks(List.of()), "", "edit");
        club.papers().save(ids.get(2), third, paper("Third", PAWN), "", "edit");
        // A name and a task go together.
        home.papers().save(ids.get(3), paper("Fourth", MATE), paper("Mates", MATE), "", "edit");
        club.papers()
                .save(ids.get(3), paper("Fourth", MATE), paper("Fourth", MATE).withTasks(more), "", "edit");
        // Two papers of one name that were made apart.
        long fifth = home.papers().add(paper("Fifth", MATE), "new");
        club.papers().add(paper("Fifth", PAWN), "new");
        MergeReport report = bringHome();
        assertThat(report.of("paper", Outcome.ADDED)).isEqualTo(1);
        assertThat(report.of("paper", Outcome.BROUGHT)).isEqualTo(1);
        assertThat(report.of("paper", Outcome.NEWER_HERE)).isEqualTo(1);
        assertThat(report.of("paper", Outcome.BESIDE)).isEqualTo(1);
        assertThat(report.of("paper", Outcome.UNITED)).isEqualTo(1);
        assertThat(names(home))
                .containsExactlyInAnyOrder("First", "Second", "Third", "Third (2)", "Mates", "Fifth", "Fifth");
        assertThat(report.conflicts())
                .containsExactly(
                        new MergeReport.Conflict("paper", ids.get(2), "Third", Kind.BESIDE, 0),
                        new MergeReport.Conflict("paper", ids.get(3), "Mates", Kind.UNITED, 0),
                        new MergeReport.Conflict("paper", fifth, "Fifth", Kind.BESIDE, 0));
        assertThat(home.papers().read(ids.get(3)).tasks()).hasSize(2);
        assertThat(home.papers().travel(ids.getFirst(), true).orElseThrow().tasks())
                .as("what came can be undone")
                .hasSize(1);
        home.papers().travel(ids.getFirst(), false);
        assertThat(bringHome().counts().get("paper"))
                .as("nothing more the second time")
                .containsOnlyKeys(Outcome.NEWER_HERE);
    }

    /** Two points for a row in one copy, and another row in the other; then the same row in both. */
    @Test
    void awardsOfBothCopiesStandAndTwoForOneRowInTwoSittings() throws IOException {
        Instant noon = Instant.parse("2026-11-25T12:00:00Z");
        Paper paper = paper("Warm-up", MATE);
        long id = home.papers().add(paper, "new");
        Student ida = home.sittings().keep(new Student(0, "Brandt, Ida", 1350));
        Sitting sitting = home.sittings().begin(id, paper, ida, noon);
        partAgain();
        award(home, sitting, 1, 2, noon);
        award(club, sitting, 2, 3, noon);
        MergeReport report = bringHome();
        assertThat(report.of("sitting", Outcome.UNITED)).isEqualTo(1);
        assertThat(awards(home, sitting.id())).containsExactly("1: 2", "2: 3");
        assertThat(home.papers().undoState(id).undo()).isEqualTo("merge");
        home.papers().travel(id, true);
        assertThat(awards(home, sitting.id())).as("undone with the paper").containsExactly("1: 2");
        home.papers().travel(id, false);
        award(home, sitting, 1, 1, noon);
        award(club, sitting, 1, 4, noon);
        assertThat(bringHome().of("sitting", Outcome.BESIDE)).isEqualTo(1);
        assertThat(home.sittings().list()).hasSize(2);
        assertThat(home.sittings().list().stream().flatMap(each -> awards(home, each.id()).stream()))
                .contains("1: 1", "1: 4");
    }

    private static void award(Workbook workbook, Sitting sitting, int row, int points, Instant now) {
        Sitting.Attempt attempt = workbook.sittings().read(sitting.id()).tasks().getFirst();
        List<Award> awards = Stream.concat(
                        attempt.awards().stream().filter(each -> each.row() != row),
                        Stream.of(new Award(row, Points.of(points), "")))
                .toList();
        workbook.sittings().save(sitting.id(), 0, attempt.withAwards(awards), now);
    }

    private static List<String> awards(Workbook workbook, long sitting) {
        return workbook.sittings().read(sitting).tasks().getFirst().awards().stream()
                .map(each -> each.row() + ": " + each.points().halves() / 2)
                .toList();
    }

    @Test
    void aRatingChangedInOneCopyIsTakenAndTwoAreTold() throws IOException {
        Student ida = home.sittings().keep(new Student(0, "Brandt, Ida", 1350));
        Student sam = home.sittings().keep(new Student(0, "Okafor, Sam", 1600));
        partAgain();
        club.sittings().keep(new Student(ida.id(), ida.name(), 1400));
        club.sittings().keep(new Student(sam.id(), sam.name(), 1610));
        home.sittings().keep(new Student(sam.id(), sam.name(), 1620));
        MergeReport report = bringHome();
        assertThat(home.sittings().students().getFirst().rating()).isEqualTo(1400);
        assertThat(report.conflicts())
                .containsExactly(new MergeReport.Conflict("student", sam.id(), "Okafor, Sam", Kind.UNITED, 1));
        assertThat(home.register().travel(ida.id(), true)).isPresent();
        assertThat(home.sittings().students().getFirst().rating()).isEqualTo(1350);
    }

    /** What the copy says of a move, and what it took out, is taken over; two weights for one reply both stand. */
    @Test
    void aRepertoireIsComparedWithWhatBothCameFrom() throws IOException {
        Repertoire base = Books.with(Books.with(Books.repertoire("d4 d5 c4 e6"), "d4 Nf6 c4"), "d4 f5");
        long id = home.repertoires().add(TITLE, base, "new");
        partAgain();
        Repertoire there = Books.reason(base, "more room");
        int afterD4 = there.root().answers().getFirst().to();
        List<Reply> replies = there.node(afterD4).replies();
        there = there.with(afterD4, replies.get(0).withShare(60))
                .remove(afterD4, replies.get(2).move());
        club.repertoires().save(id, base, there, "", "edit");
        Repertoire here = base.with(afterD4, replies.get(0).withShare(40));
        home.repertoires().save(id, base, here, "", "edit");
        MergeReport report = bringHome();
        Repertoire both = home.repertoires().read(id);
        assertThat(both.root().answers().getFirst().note(Answer.Note.REASON)).isEqualTo("more room");
        List<Reply> now = both.node(afterD4).replies();
        assertThat(now).hasSize(2);
        assertThat(Set.of(now.getFirst().share() + "", now.getFirst().comment()))
                .isIn(Set.of("40", "Also said: 60%"), Set.of("60", "Also said: 40%"));
        assertThat(report.repertoires()).containsExactly(new MergeReport.Repertoires("With 1.d4", false, 0, 1));
        assertThat(home.repertoires().travel(id, true).orElseThrow().sameAs(here))
                .isTrue();
    }

    /** A variation deleted at the club, a note changed there, and another note changed at home. */
    @Test
    void aGameIsComparedWithWhatBothCameFrom() throws IOException {
        long id = home.games()
                .add(
                        Books.game("[White \"Oake, Tamsin\"]\n1.c4 {first} e5 {second} (1...c5 2.g3) (1...e6) 2.g3 *"),
                        "add");
        partAgain();
        Game there = club.games().read(id);
        int variation = there.tree().node(1).children().get(1);
        club.games().save(id, there.with(there.tree().delete(variation).tree()), "", "delete");
        note(club, id, 0, "changed there");
        note(home, id, 1, "changed here");
        assertThat(bringHome().of("game", Outcome.UNITED)).isEqualTo(1);
        assertThat(moves(home, id))
                .isEqualToIgnoringWhitespace("1. c4 {changed there} 1... e5 {changed here} (1... e6) 2. g3");
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
        assertThat(bringHome().of("sitting", Outcome.BROUGHT)).isEqualTo(1);
        Sitting here = home.sittings().read(home.sittings().list().getFirst().id());
        assertThat(here.tasks().getFirst().script().choice()).isEqualTo("Ra8#");
        assertThat(here.isDone()).isTrue();
        home.register().remove(here.student().id(), "remove");
        assertThat(bringHome().counts()).doesNotContainKey("sitting");
        assertThat(home.sittings().students())
                .as("off the list here")
                .extracting(Student::name)
                .containsExactly("Okafor, Sam");
    }
}
