package org.zeroply.desktop.lesson;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.LessonReport;
import org.zeroply.desktop.Stand;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.notation.Language;
import org.zeroply.rules.Side;

/** A lesson report drafted, worded, undone, kept with the game and written in three forms; without a window. */
@SuppressWarnings("NullAway.Init")
class LessonModelTest extends OnAWorkbook {
    private LessonModel.Source source;
    private LessonModel model;

    @BeforeEach
    void begin() {
        Stand.startToolkit();
        onStage(() -> {
            OpenGame game = new OpenGame(workbook, background);
            JudgingModel judging = new JudgingModel(game, workbook, background, service);
            game.add(game("[White \"Tarn, Bastian\"]\n[Black \"Brandt, Ida\"]\n1.d4 d5 2.c4 e6 3.Nc3 Nf6 *"), "add");
            judging.judge();
            source = new LessonModel.Source(
                    game.gameIdProperty().get(),
                    workbook.games().read(game.gameIdProperty().get()),
                    Objects.requireNonNull(judging.judgementProperty().get()),
                    Optional.of(3),
                    List.of(),
                    Map.of(),
                    Language.ENGLISH);
            model = again();
            return true;
        });
    }

    private static <T> T onStage(Supplier<T> work) {
        return Stand.onStage(work::get);
    }

    private LessonModel again() {
        return new LessonModel(workbook, background, source, LessonModel.load(workbook, source));
    }

    private LessonReport report() {
        return onStage(() -> model.reportProperty().get());
    }

    private void change(LessonReport next, String what) {
        onStage(() -> {
            model.change(next, what);
            return true;
        });
    }

    @Test
    void itBeginsWithADraftAndItsPages() {
        assertThat(report().title()).isNotBlank();
        assertThat(model.name(Side.BLACK)).isEqualTo("Brandt, Ida");
        List<byte[]> pages = onStage(() -> model.pagesProperty().get());
        assertThat(pages).isNotEmpty().allSatisfy(page -> assertThat(page).startsWith(0x89, 'P', 'N', 'G'));
        assertThat(workbook.reports().student(source.id()))
                .as("a draft is nothing to keep")
                .isEmpty();
    }

    @Test
    void typingAtOneThingIsOneStepOfUndo() {
        String drafted = report().summary();
        change(report().withSummary("Goo"), "summary");
        change(report().withSummary("Good play"), "summary");
        change(report().withNotes("Look at 2...e6"), "notes");
        onStage(() -> {
            model.undo();
            return true;
        });
        assertThat(report().notes()).isNotEqualTo("Look at 2...e6");
        assertThat(report().summary()).isEqualTo("Good play");
        onStage(() -> {
            model.undo();
            model.undo();
            return true;
        });
        assertThat(report().summary()).isEqualTo(drafted);
        assertThat(onStage(() -> model.undoableProperty().get())).isFalse();
    }

    @Test
    void whatTheCoachMadeIsThereTheNextTime() {
        change(report().withSummary("Good play").withTrain("Quiet moves"), "");
        onStage(() -> {
            model.keep();
            return true;
        });
        assertThat(workbook.reports().student(source.id())).contains(report().student());
        LessonReport later = onStage(() -> again().reportProperty().get());
        assertThat(later.summary()).isEqualTo("Good play");
        assertThat(later.train()).isEqualTo("Quiet moves");
        onStage(() -> {
            model.draftFor(report().student().opposite());
            return true;
        });
        assertThat(report().summary()).isNotEqualTo("Good play");
        onStage(() -> {
            model.undo();
            return true;
        });
        assertThat(report().summary()).isEqualTo("Good play");
    }

    @Test
    void itIsWrittenInThreeForms() throws IOException {
        change(report().withSummary("Good play & more"), "");
        List<Path> written = new ArrayList<>();
        for (LessonModel.Form form : LessonModel.Form.values()) {
            Path target = folder.resolve("report." + form);
            onStage(() -> {
                model.save(target, form, written::add);
                return true;
            });
        }
        assertThat(written).hasSize(3);
        assertThat(Files.readAllBytes(folder.resolve("report.PDF"))).startsWith('%', 'P', 'D', 'F');
        assertThat(Files.readString(folder.resolve("report.HTML"))).contains("Good play &amp; more");
        assertThat(Files.readString(folder.resolve("report.PGN")))
                .contains("1. d4")
                .contains("Tarn, Bastian");
    }
}
