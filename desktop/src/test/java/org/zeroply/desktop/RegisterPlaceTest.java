package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Objects;
import java.util.Optional;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Habit;
import org.zeroply.desktop.reading.ReadingPlace;
import org.zeroply.desktop.register.StudentPage;

/** A coach's way through the register: by keyboard with a new student, by mouse from a habit to its game and back. */
@SuppressWarnings("NullAway.Init")
class RegisterPlaceTest extends AtTheWindow {
    @AfterEach
    void close() {
        stand.close();
    }

    private void begin(boolean withSample) {
        stand = Stand.steady(folder, withSample, 1280, 800);
    }

    private StudentPage page() {
        return Objects.requireNonNull(stand.register().pageProperty().get());
    }

    private void awaitPage(String name) {
        stand.await(
                "the page of " + name,
                () -> Optional.ofNullable(stand.register().pageProperty().get())
                        .filter(page -> page.profile().student().name().equals(name))
                        .isPresent());
    }

    @Test
    void byKeyboardAStudentIsAddedAsksAndIsAnsweredAndAllIsUndone() {
        begin(false);
        keys(KeyCode.CONTROL, KeyCode.DIGIT7);
        stand.await("nobody yet", () -> stand.scene().lookup("#register-first") != null);
        keys(KeyCode.ALT, KeyCode.N);
        stand.await("the form", () -> stand.scene().lookup("#student-form-name") != null);
        robot.write("Quillan, Rhea");
        keys(KeyCode.TAB);
        robot.write("5000");
        keys(KeyCode.ENTER);
        stand.await("the fault", () -> !text("#student-form-fault").isEmpty());
        assertThat(text("#student-form-fault")).contains("up to 4000");
        set("#student-form-rating", "1650");
        keys(KeyCode.ENTER);
        awaitPage("Quillan, Rhea");
        assertThat(text("#student-heading")).isEqualTo("Quillan, Rhea");
        keys(KeyCode.ALT, KeyCode.A);
        stand.await("the question", () -> stand.scene().lookup("#question-text") != null);
        robot.write("May I castle here?");
        keys(KeyCode.ENTER);
        stand.await("it is kept", () -> page().questions().size() == 1);
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.await("it is gone", () -> page().questions().isEmpty());
        keys(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z);
        stand.await("it is back", () -> page().questions().size() == 1);
    }

    @Test
    void byMouseOneGetsFromAHabitToItsGameAndBackAndPrints() throws IOException {
        begin(true);
        stand.addPapers();
        stand.addSeason();
        robot.clickOn("#rail-register");
        stand.await("the roster", () -> stand.register().listProperty().get().size() == 4);
        Stand.onStage(() -> {
            stand.register().openNamed("Haddad, Noor");
            return true;
        });
        awaitPage("Haddad, Noor");
        stand.await("the boards", () -> stand.scene().lookup("#habit-1 .board-button") != null);
        Habit.Moment moment = page().account().training().getFirst().telling().getFirst();
        robot.clickOn("#habit-1 .board-button");
        stand.await(
                "the game",
                () -> stand.reading().gameIdProperty().get() == moment.game().game());
        stand.await(
                "the position before the move",
                () -> stand.reading().positionProperty().get().key()
                        == moment.move().position());
        assertThat(Stand.onStage(
                        () -> stand.shell().place(ReadingPlace.class).view().isVisible()))
                .isTrue();
        robot.clickOn("#rail-register");
        awaitPage("Haddad, Noor");
        Path file = folder.resolve("student.html");
        stand.answers().willExport(file);
        robot.clickOn("#register-about");
        stand.await("the question", () -> stand.scene().lookup("#register-with-names") != null);
        robot.clickOn("#register-with-names");
        fire("#register-html");
        stand.await("the file", () -> Files.exists(file));
        stand.settle();
        assertThat(Files.readString(file)).contains("All about the student").doesNotContain("Haddad");
        forget("Haddad, Noor");
    }

    /** The name has to be typed; then it is gone from the roster and from the games, and undo has nothing to bring back. */
    private void forget(String name) {
        Stand.onStage(() -> {
            stand.shell().runCommand("command.register.forget");
            return true;
        });
        stand.await("the warning", () -> stand.scene().lookup("#forget-name") != null);
        robot.clickOn("#forget-name");
        robot.write(name.substring(0, 3));
        stand.settle();
        assertThat(stand.scene().lookup("#forget-now").isDisabled()).isTrue();
        robot.write(name.substring(3));
        stand.settle();
        robot.clickOn("#forget-now");
        stand.await(
                "three are left", () -> stand.register().listProperty().get().size() == 3);
        keys(KeyCode.CONTROL, KeyCode.DIGIT2);
        stand.await(
                "no game has the name",
                () -> stand.games().games().stream()
                        .noneMatch(game ->
                                game.white().equals(name) || game.black().equals(name)));
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.settle();
        assertThat(stand.register().listProperty().get()).hasSize(3);
    }
}
