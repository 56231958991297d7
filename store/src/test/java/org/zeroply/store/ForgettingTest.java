package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Student;
import org.zeroply.gametree.CurtainAnswer;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.task.Paper;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Who is forgotten is in no byte of the workbook any more, nor of its backups, and does not come back with a merge. */
@SuppressWarnings("NullAway.Init")
class ForgettingTest {
    private static final Instant NOON = Instant.parse("2026-11-25T12:00:00Z");
    private static final String PGN = "[White \"Zaubermann, Quirin\"]\n[Black \"Tarn, Bastian\"]\n[Event \"Club\"]\n"
            + "1.c4 e5 {Zaubermann, Quirin thought here} 2.g3 *";

    @TempDir
    Path folder;

    private Workbook home;
    private long student;
    private long game;

    @BeforeEach
    void fill() {
        home = Books.open(folder.resolve("home.zeroply"));
        Game played = Books.game(PGN);
        GameNode first = played.tree().node(played.tree().mainLine().getFirst());
        GameNode said =
                first.withCommands(List.of(new CurtainAnswer("Zaubermann, Quirin", "d4", "more room").command()));
        game = home.games().add(played.with(played.tree().with(said)), "adding Zaubermann, Quirin");
        home.games().save(game, home.games().read(game), "", "edit");
        home.games().add(Books.game("[White \"Quirin Z.\"]\n1.d4 *"), "add");
        Profile profile = Profile.of(new Student(0, "Zaubermann, Quirin", 1500));
        student = home.register().add(profile, "adding Zaubermann, Quirin");
        home.register()
                .save(
                        student,
                        home.register().read(student),
                        profile.with(new Student(student, "Zaubermann, Quirin", 1500))
                                .withNames(List.of("Quirin Z."))
                                .withGoals("a secret goal of Quirin"),
                        "",
                        "edit of Zaubermann, Quirin");
        home.register().ask(new Question(0, student, "Secretly asked?", game, 1, NOON, ""), "question");
        Paper paper = Samples.paper("Basis", 1);
        long papers = home.papers().add(paper, "add");
        home.sittings().begin(papers, paper, new Student(student, "Zaubermann, Quirin", 1500), NOON);
        home.settings().set("last-player", "Zaubermann, Quirin");
    }

    @AfterEach
    void close() {
        home.close();
    }

    private void forget(boolean inBackups) throws IOException {
        assertThat(home.forget(student, inBackups, Progress.SILENT, new Cancel()))
                .isTrue();
    }

    /** Every file of the folder as text, the log of SQLite among them. */
    private String allBytes() throws IOException {
        StringBuilder all = new StringBuilder();
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : files.filter(Files::isRegularFile).toList()) {
                all.append(Files.readString(file, StandardCharsets.ISO_8859_1));
            }
        }
        return all.toString();
    }

    @Test
    void nothingIsLeftInAnyByteOfTheFile() throws IOException {
        assertThat(allBytes())
                .contains("Zaubermann")
                .contains("Quirin Z.")
                .contains("Secretly")
                .contains("secret goal");
        forget(false);
        assertThat(allBytes())
                .doesNotContainIgnoringCase("zaubermann")
                .doesNotContain("Quirin")
                .doesNotContain("Secretly")
                .doesNotContain("secret goal");
        Game left = home.games().read(game);
        assertThat(left.tags().known("White")).isEqualTo("N. N.");
        assertThat(left.tags().known("Black")).isEqualTo("Tarn, Bastian");
        assertThat(left.tree().size()).as("the moves stay").isEqualTo(3);
        assertThat(home.register().list()).isEmpty();
        assertThat(home.sittings().list()).isEmpty();
        assertThat(home.games().find("zaubermann", 5)).isEmpty();
        assertThat(home.games().find("tarn", 5)).hasSize(1);
    }

    @Test
    void theFileIsWholeAndGoesOnBeingEdited() throws IOException {
        forget(false);
        Path file = home.file();
        home.close();
        home = Books.open(file);
        assertThat(home.walk(Progress.SILENT, new Cancel())).isEmpty();
        home.register().add(Profile.of(new Student(0, "Somebody Else", 1200)), "add");
        assertThat(home.register().list()).hasSize(1);
    }

    @Test
    void backupsAreRewrittenOnRequestOnly() throws IOException {
        assertThat(home.backUpDaily(Progress.SILENT, new Cancel())).isTrue();
        forget(false);
        assertThat(allBytes()).as("the backup still knows").contains("Zaubermann");
    }

    @Test
    void inTheBackupsNothingIsLeftEither() throws IOException {
        assertThat(home.backUpDaily(Progress.SILENT, new Cancel())).isTrue();
        forget(true);
        assertThat(allBytes())
                .doesNotContain("Zaubermann")
                .doesNotContain("Quirin")
                .doesNotContain("Secretly");
        assertThat(home.backups().list())
                .singleElement()
                .satisfies(backup -> assertThat(backup.isWhole()).isTrue());
    }

    @Test
    void aCopyThatStillKnowsBringsNothingBack() throws IOException {
        Path other = folder.resolve("club.zeroply");
        assertThat(home.copyTo(other, Progress.SILENT, new Cancel())).isTrue();
        try (Workbook club = Books.open(other)) {
            club.register()
                    .save(
                            student,
                            club.register().read(student),
                            club.register().read(student).withGoals("a goal that came later"),
                            "",
                            "edit");
            Game edited = club.games().read(game);
            int last = edited.tree().mainLine().getLast();
            club.games()
                    .save(
                            game,
                            edited.with(
                                    edited.tree().with(edited.tree().node(last).withAfter("a note of the club"))),
                            "",
                            "note");
        }
        forget(false);
        assertThat(home.merge(other, "merge", Progress.SILENT, new Cancel())).isInstanceOf(MergeOpening.Merged.class);
        assertThat(home.register().list()).isEmpty();
        assertThat(home.sittings().list()).isEmpty();
        assertThat(home.games().read(game).tags().known("White")).isEqualTo("N. N.");
        assertThat(home.games()
                        .read(game)
                        .tree()
                        .node(home.games().read(game).tree().mainLine().getLast())
                        .after())
                .as("what the club noted comes all the same")
                .isEqualTo("a note of the club");
        assertThat(home.games().find("zaubermann", 5)).isEmpty();
    }

    @Test
    void whatWasCancelledCanBeAskedForAgain() throws IOException {
        Cancel cancelled = new Cancel();
        cancelled.cancel();
        assertThat(home.forget(student, false, Progress.SILENT, cancelled)).isFalse();
        assertThat(home.register().list()).hasSize(1);
        forget(false);
        assertThat(home.register().list()).isEmpty();
    }
}
