package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.FailureLog;
import org.zeroply.desktop.shell.PlacesAhead;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.PgnWriter;
import org.zeroply.store.Backups;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookOpening;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** The window and its workbooks: refused, copied, merged, restored, and a disk that goes away. */
class WindowTest extends AtTheWindow {

    @BeforeEach
    void open() throws IOException {
        stand = new Stand(Files.createDirectories(folder.resolve("home")), true, 1280, 800);
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private static Workbook open(Path file) {
        return ((WorkbookOpening.Opened) Workbook.open(file, Clock.systemUTC())).workbook();
    }

    @Test
    void aWorkbookThatIsOpenElsewhereIsRefusedAndACopyOffered() throws IOException {
        Path other = folder.resolve("other.zeroply");
        try (Workbook elsewhere = open(other)) {
            ZeroPlyApp.fillWithSample(elsewhere);
            Stand.onStage(() -> {
                stand.window().open(other);
                return true;
            });
            stand.await("the refusal", () -> stand.scene().lookup("#refused-copy") != null);
            stand.answers().willOpen(folder.resolve("copy.zeroply"));
            fire("#refused-copy");
            stand.await("the copy", () -> stand.window().shell() != null);
        }
        assertThat(stand.workbook().file().getFileName()).hasToString("copy.zeroply");
        assertThat(stand.workbook().games().count()).isEqualTo(64);
    }

    private static final int PAGE = 4096;

    @Test
    void aDamagedWorkbookIsRescuedIntoANewOne() throws IOException {
        Path damaged = folder.resolve("damaged.zeroply");
        // Its remark goes over many pages of the file; its names stand on another.
        Game wordy = Game.empty().with(Tags.NONE.with("White", "Quill, Vera").with("Black", "Stone, Max"));
        try (Workbook book = open(damaged)) {
            ZeroPlyApp.fillWithSample(book);
            book.games().add(wordy.with(wordy.tree().with(wordy.tree().root().withAfter(REMARK.repeat(600)))), "add");
        }
        byte[] bytes = Files.readAllBytes(damaged);
        String text = new String(bytes, StandardCharsets.ISO_8859_1);
        for (int page = 0; page < bytes.length; page += PAGE) {
            if (text.substring(page, page + PAGE).split(REMARK).length > PAGE / REMARK.length() / 2) {
                Arrays.fill(bytes, page, page + PAGE, (byte) 0x5A);
            }
        }
        Files.write(damaged, bytes);
        Stand.onStage(() -> {
            stand.window().open(damaged);
            return true;
        });
        stand.await("the refusal", () -> stand.scene().lookup("#refused-rescue") != null);
        stand.answers().willOpen(folder.resolve("rescued.zeroply"));
        fire("#refused-rescue");
        stand.await("what came of it", () -> stand.scene().lookup("#rescued") != null);
        assertThat(((Label) stand.scene().lookup("#rescued-names")).getText())
                .as("what is lost is told by name before anything opens")
                .startsWith("Lost: ")
                .contains("Quill, Vera – Stone, Max");
        fire("#rescued-open");
        stand.await("the rescued workbook", () -> stand.window().shell() != null);
        assertThat(stand.workbook().games().count())
                .as("the games of the club, without the wordy one")
                .isEqualTo(64);
        assertThat(Files.readAllBytes(damaged)).isEqualTo(bytes);
    }

    @Test
    void aMessageStandsBesideWhatRunsAndOutlivesIt() {
        Background background = Objects.requireNonNull(stand.window().background());
        stand.await("the backup of the day to end", () -> background.running().isEmpty());
        Background.Running running = Stand.onStage(() -> {
            Background.Running begun = background.begin("Counting the chairs", () -> {});
            stand.shell().say("There are none.");
            return begun;
        });
        assertThat(text("#status-doing")).startsWith("Counting the chairs");
        assertThat(text("#status-message")).isEqualTo("There are none.");
        Stand.onStage(() -> {
            background.end(running);
            return true;
        });
        stand.await(
                "the bar to go", () -> !stand.scene().lookup("#status-doing").isVisible());
        assertThat(text("#status-message")).isEqualTo("There are none.");
    }

    @Test
    void placesNobodyWentToAreMadeWhileTheHandsRestAndStayOutOfSight() {
        Node keyboard = Stand.onStage(() -> stand.scene().getFocusOwner());
        Stand.onStage(() -> {
            PlacesAhead.begin(stand.shell(), stand.scene());
            return true;
        });
        stand.await(
                "every place to be made",
                () -> stand.shell().places().stream()
                        .allMatch(place -> place.view().getScene() != null));
        assertThat(stand.shell().places().stream().filter(place -> place.view().isVisible()))
                .as("what is seen is the place that was gone to")
                .hasSize(1);
        assertThat(Stand.onStage(() -> stand.scene().getFocusOwner())).isSameAs(keyboard);
    }

    private static final String REMARK = "A remark that nobody else would make.";

    @Test
    void aDocumentThatIsDamagedIsToldAndTakenBackFromABackup() throws IOException {
        Path file = folder.resolve("club.zeroply");
        try (Workbook book = open(file)) {
            Game game = Game.empty();
            book.games().add(game.with(game.tree().with(game.tree().root().withAfter(REMARK))), "add");
            assertThat(book.backUpDaily(Progress.SILENT, new Cancel())).isTrue();
        }
        // The backup is of another day.
        Path backups = folder.resolve("club.zeroply-backups");
        Path today = Objects.requireNonNull(backups.toFile().listFiles())[0].toPath();
        Files.move(today, backups.resolve("2026-01-02 03-04-05 daily.zeroply"));
        byte[] bytes = Files.readAllBytes(file);
        // One bit of the remark turns over.
        int at = new String(bytes, StandardCharsets.ISO_8859_1).indexOf(REMARK);
        assertThat(at).isPositive();
        bytes[at] ^= 1;
        Files.write(file, bytes);
        Stand.onStage(() -> {
            stand.window().open(file);
            return true;
        });
        stand.await("what is damaged", () -> stand.scene().lookup("#damaged-back") != null);
        fire("#damaged-back");
        stand.await(
                "all is well again",
                () -> Objects.requireNonNull(stand.workbook())
                        .walk(Progress.SILENT, new Cancel())
                        .isEmpty());
    }

    @Test
    void aDiskThatGoesAwayCostsNothing() throws IOException {
        Stand.onStage(() -> {
            stand.shell().openGame(stand.games().idAt(0));
            return true;
        });
        stand.await("the game", () -> stand.reading().openProperty().get());
        Files.move(folder.resolve("home"), folder.resolve("gone"));
        Stand.onStage(() -> {
            stand.reading().note(1, "typed while the disk was gone");
            return true;
        });
        stand.await("the message", () -> stand.scene().lookup("#failure-text") != null);
        assertThat(((Label) stand.scene().lookup("#failure-text")).getText()).contains("disk has gone");
        Path saved = folder.resolve("saved.zeroply");
        stand.answers().willOpen(saved);
        fire("#failure-elsewhere");
        stand.await("the copy", () -> {
            Workbook now = stand.window().workbook();
            return now != null && now.file().equals(saved);
        });
        stand.await("the game", () -> stand.reading().openProperty().get());
        stand.settle();
        long id = Stand.onStage(() -> stand.reading().gameIdProperty().get());
        assertThat(PgnWriter.movetext(stand.workbook().games().read(id).tree()))
                .contains("typed while the disk was gone");
    }

    @Test
    void aCopyThatWasEditedAtTheClubIsMerged() throws IOException {
        Path club = folder.resolve("club.zeroply");
        stand.answers().willOpen(club);
        run("command.copyWorkbook");
        stand.await("the copy", () -> Files.exists(club));
        stand.settle();
        long id = Stand.onStage(() -> stand.games().idAt(3));
        try (Workbook there = open(club)) {
            var game = there.games().read(id);
            there.games().save(id, game.with(game.tags().with("Annotator", "the club")), "", "annotator");
            there.games().add(Game.empty(), "new");
        }
        run("command.merge");
        stand.await("the report", () -> stand.scene().lookup("#merge-summary") != null);
        assertThat(((Label) stand.scene().lookup("#merge-summary")).getText())
                .isEqualTo("One game was only there and is here now.\nOne game was newer there and was taken over.");
        stand.settle();
        assertThat(stand.workbook().games().read(id).tags().get("Annotator")).isEqualTo("the club");
        assertThat(stand.workbook().games().count()).isEqualTo(65);
    }

    @Test
    void oneGoesBackToABackupFromWithin() throws IOException {
        stand.workbook().backUpDaily(Progress.SILENT, new Cancel());
        long id = Stand.onStage(() -> stand.games().idAt(0));
        stand.workbook().games().remove(List.of(id), "remove");
        run("command.backups");
        stand.await("the list", () -> stand.scene().lookup("#backups") != null);
        fire("#backups-restore");
        stand.await("the backup", () -> stand.window().shell() != null);
        assertThat(stand.workbook().games().count()).isEqualTo(64);
        assertThat(stand.workbook().backups().list())
                .extracting(Backups.Backup::kind)
                .contains(Backups.Kind.BEFORE_RESTORE);
    }

    @Test
    void somethingUnexpectedIsSaidCalmlyAndOneGoesOn() throws IOException {
        Thread.UncaughtExceptionHandler before = Thread.getDefaultUncaughtExceptionHandler();
        Thread.setDefaultUncaughtExceptionHandler(
                (thread, failure) -> stand.window().unexpected(failure));
        try {
            Platform.runLater(() -> {
                throw new IllegalStateException("nobody foresaw this");
            });
            stand.await("the message", () -> stand.scene().lookup("#failure-text") != null);
        } finally {
            Thread.setDefaultUncaughtExceptionHandler(before);
        }
        assertThat(((Label) stand.scene().lookup("#failure-text")).getText())
                .contains("nobody foresaw this")
                .contains("go on working");
        robot.push(KeyCode.ESCAPE);
        stand.settle();
        Stand.onStage(() -> {
            stand.shell().openGame(stand.games().idAt(0));
            return true;
        });
        stand.await("a game", () -> stand.reading().openProperty().get());
        assertThat(FailureLog.of(new IllegalStateException("Brandt, Ida", new IOException("/home/someone"))))
                .contains("IllegalStateException")
                .contains("IOException")
                .doesNotContain("Brandt")
                .doesNotContain("someone");
    }
}
