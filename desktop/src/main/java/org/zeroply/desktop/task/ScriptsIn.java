package org.zeroply.desktop.task;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import org.zeroply.coaching.Homework;
import org.zeroply.coaching.MarkedSitting;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.task.SittingDesk.OpenPaper;
import org.zeroply.notation.TextBytes;
import org.zeroply.store.SittingShelf;
import org.zeroply.store.Workbook;
import org.zeroply.task.ScriptText;

/** Scripts that were written elsewhere: read from files, one or a whole group's, typed in, or ticked off against the scheme. */
final class ScriptsIn {
    private static final double BATCH_HEIGHT = 380;

    private final SittingDesk desk;
    private final TaskForms forms;
    private final Workbook workbook;
    private final Background background;
    private final FileChoice files;
    private final Sheets sheets;
    private final Clock clock;

    ScriptsIn(
            SittingDesk desk,
            TaskForms forms,
            Workbook workbook,
            Background background,
            FileChoice files,
            Sheets sheets,
            Clock clock) {
        this.desk = desk;
        this.forms = forms;
        this.workbook = workbook;
        this.background = background;
        this.files = files;
        this.sheets = sheets;
        this.clock = clock;
    }

    // ---- homework that is back

    /**
     * Asks how the script of homework comes in.
     *
     * @param student whose it is
     * @param note what notes that it is back, without its script
     * @param done after something came in
     */
    void isBack(long paper, String student, Runnable note, Runnable done) {
        background.read(() -> new OpenPaper(paper, workbook.papers().read(paper)), open -> {
            Button read = FormParts.primary("isBack.read");
            Button tick = Widgets.button("isBack.tick", "is-back-tick", () -> {});
            Button type = Widgets.button("isBack.type", "is-back-type", () -> {});
            Button only = Widgets.button("isBack.note", "is-back-note", () -> {});
            Sheet sheet = sheets.show(
                    Texts.of("isBack.title", open.paper().name()),
                    Widgets.paragraph(Texts.of("isBack.text", student)),
                    List.of(read, tick, type, only));
            presses(read, sheet, () -> readFiles(open, done));
            presses(tick, sheet, () -> tickOff(open, student, done));
            presses(type, sheet, () -> typeIn(open, student, done));
            presses(only, sheet, note);
            FxThread.later(read::requestFocus);
        });
    }

    private static void presses(Button button, Sheet sheet, Runnable action) {
        button.setOnAction(event -> {
            sheet.close();
            action.run();
        });
    }

    // ---- typed in, ticked off

    void typeIn() {
        typeIn(desk.openPaper(), "", () -> {});
    }

    private void typeIn(OpenPaper open, String likely, Runnable done) {
        desk.choose(
                open,
                Texts.of("results.typeIn.title"),
                "results.typeIn.begin",
                likely,
                student -> forms.typeIn(open.paper(), read -> keep(open, student, read, done)));
    }

    void tickOff() {
        tickOff(desk.openPaper(), "", () -> {});
    }

    private void tickOff(OpenPaper open, String likely, Runnable done) {
        desk.choose(open, Texts.of("results.typeIn.title"), "results.typeIn.begin", likely, student -> {
            TickedPaper ticked = new TickedPaper(open.paper());
            Button keep = FormParts.primary("typeIn.keep");
            Sheet sheet = sheets.show(
                    Texts.of("tick.title", student.name(), open.paper().name()),
                    new TickSheet(ticked, desk.language()),
                    List.of(keep));
            presses(keep, sheet, () -> keep(open, student, ticked.contents(student.name()), done));
        });
    }

    private void keep(OpenPaper open, Student student, ScriptText.Contents read, Runnable done) {
        background.write(
                () -> {
                    Student kept = workbook.sittings().keep(student);
                    return workbook.sittings()
                            .add(open.id(), Homework.takeIn(open.paper(), kept, read, clock.instant()));
                },
                sitting -> {
                    done.run();
                    desk.showMarked(sitting, open.id());
                });
    }

    // ---- files

    /** Reads scripts that come back, marks them against the paper they were written for, and keeps them as sittings. */
    void readFiles() {
        readFiles(desk.openPaper(), () -> {});
    }

    /**
     * @param open for what does not say for which paper it was written
     */
    private void readFiles(OpenPaper open, Runnable done) {
        List<Path> chosen = files.toRead(FileChoice.Purpose.READ_SCRIPTS);
        if (chosen.isEmpty()) {
            return;
        }
        background.run(
                Texts.of("isBack.reading", chosen.size(), chosen.getFirst().getFileName()),
                (progress, cancel) -> {
                    Papers papers = new Papers(open);
                    List<Read> read = new ArrayList<>();
                    for (Path file : chosen) {
                        if (cancel.isRequested()) {
                            return List.<Read>of();
                        }
                        read.add(papers.read(file));
                        progress.at((double) read.size() / chosen.size(), read.size());
                    }
                    return read;
                },
                read -> takeBack(read, open, done));
    }

    /** What a file turned out to hold. */
    private sealed interface Read {
        /** @param paper what the scripts were written for */
        record Scripts(Path file, ScriptText.Contents scripts, OpenPaper paper) implements Read {
            String name() {
                return ScriptsIn.name(file, scripts);
            }
        }

        /** It does not say for which paper it was written. */
        record Nameless(Path file, ScriptText.Contents scripts) implements Read {}

        record Refused(Path file, String why) implements Read {}
    }

    private static String name(Path file, ScriptText.Contents scripts) {
        return scripts.student().isBlank()
                ? String.valueOf(file.getFileName()).replaceFirst("\\.[^.]*$", "")
                : scripts.student().strip();
    }

    /** The papers of the workbook by their identities, worked out when a script asks for another than the open one. */
    private final class Papers {
        private final OpenPaper open;
        private final Map<String, OpenPaper> known = new HashMap<>();
        private boolean isRead;

        Papers(OpenPaper open) {
            this.open = open;
            known.put(Homework.identity(open.paper().tasks()), open);
        }

        private Optional<OpenPaper> of(String identity) {
            if (!isRead && !known.containsKey(identity)) {
                isRead = true;
                workbook.papers().list().forEach(listed -> {
                    OpenPaper paper =
                            new OpenPaper(listed.id(), workbook.papers().read(listed.id()));
                    known.putIfAbsent(Homework.identity(paper.paper().tasks()), paper);
                });
            }
            return Optional.ofNullable(known.get(identity));
        }

        /** Whichever paper is open, scripts go to their own. */
        Read read(Path file) {
            ScriptText.Contents scripts;
            try {
                scripts = ScriptText.read(TextBytes.of(Files.readAllBytes(file)));
            } catch (IOException unreadable) {
                return new Read.Refused(file, Texts.of("isBack.unreadable", file.getFileName()));
            }
            if (!scripts.faults().isEmpty()) {
                ScriptText.Fault first = scripts.faults().getFirst();
                return new Read.Refused(
                        file, Texts.of("homework.fault", file.getFileName(), first.row(), first.kind(), first.value()));
            }
            if (scripts.scripts().isEmpty()) {
                return new Read.Refused(file, Texts.of("homework.wrong", file.getFileName()));
            }
            Optional<OpenPaper> own = scripts.paper().isEmpty() ? Optional.of(open) : of(scripts.paper());
            if (own.isEmpty()) {
                return new Read.Refused(
                        file, Texts.of("homework.unknown", file.getFileName(), ScriptsIn.name(file, scripts)));
            }
            int tasks = own.get().paper().tasks().size();
            if (scripts.scripts().keySet().stream().anyMatch(task -> task > tasks)) {
                return new Read.Refused(file, Texts.of("homework.wrong", file.getFileName()));
            }
            return scripts.paper().isEmpty()
                    ? new Read.Nameless(file, scripts)
                    : new Read.Scripts(file, scripts, own.get());
        }
    }

    /** Asks once about all that do not say for which paper they are. */
    private void takeBack(List<Read> read, OpenPaper open, Runnable done) {
        List<Read.Nameless> nameless = read.stream()
                .filter(Read.Nameless.class::isInstance)
                .map(Read.Nameless.class::cast)
                .toList();
        if (nameless.isEmpty()) {
            if (!read.isEmpty()) {
                keepAll(read, done);
            }
            return;
        }
        Label text = Widgets.paragraph(Texts.of(
                nameless.size() == 1 ? "homework.nameless" : "homework.nameless.all",
                nameless.getFirst().file().getFileName(),
                open.paper().name(),
                nameless.size()));
        Button mark = FormParts.primary("homework.markAll");
        Sheet sheet = sheets.show(Texts.of("homework.nameless.title"), text, List.of(mark));
        presses(
                mark,
                sheet,
                () -> keepAll(
                        read.stream()
                                .map(each -> each instanceof Read.Nameless(Path file, ScriptText.Contents scripts)
                                        ? new Read.Scripts(file, scripts, open)
                                        : each)
                                .toList(),
                        done));
        FxThread.later(mark::requestFocus);
    }

    /**
     * A file as it was taken in.
     *
     * @param marked as far as it can be marked without asking the calculator
     */
    private record Kept(Read.Scripts read, MarkedSitting marked) {}

    private void keepAll(List<Read> read, Runnable done) {
        List<Read.Refused> refused = read.stream()
                .filter(Read.Refused.class::isInstance)
                .map(Read.Refused.class::cast)
                .toList();
        background.write(
                () -> {
                    List<Kept> kept = new ArrayList<>();
                    for (Read each : read) {
                        if (each instanceof Read.Scripts scripts) {
                            kept.add(new Kept(scripts, MarkedSitting.of(keep(scripts))));
                        }
                    }
                    return kept;
                },
                kept -> {
                    done.run();
                    if (read.size() > 1) {
                        showBatch(kept, refused);
                    } else if (kept.isEmpty()) {
                        sheets.show(
                                Texts.of("homework.refused"),
                                Widgets.paragraph(refused.getFirst().why()),
                                List.of());
                    } else {
                        Kept only = kept.getFirst();
                        desk.showMarked(
                                only.marked().sitting(), only.read().paper().id());
                    }
                });
    }

    /** The same scripts read twice are one sitting. */
    private Sitting keep(Read.Scripts read) {
        ScriptText.Contents scripts = read.scripts();
        Student student = workbook.sittings().students().stream()
                .filter(each -> each.name().equalsIgnoreCase(read.name()))
                .findFirst()
                .orElseGet(() -> workbook.sittings().keep(new Student(0, read.name(), 0)));
        Optional<SittingShelf.Listed> known = workbook.sittings().list().stream()
                .filter(each -> each.paper() == read.paper().id()
                        && each.student().id() == student.id()
                        && scripts.sat()
                                .map(Instant::toEpochMilli)
                                .equals(Optional.of(each.begun().toEpochMilli())))
                .findFirst();
        return known.isPresent()
                ? workbook.sittings().read(known.get().id())
                : workbook.sittings()
                        .add(
                                read.paper().id(),
                                Homework.takeIn(read.paper().paper(), student, scripts, clock.instant()));
    }

    /** What a batch came to, a row a script, and below what did not come in and why. */
    private void showBatch(List<Kept> kept, List<Read.Refused> refused) {
        GridPane table = FormParts.grid();
        table.setId("batch");
        for (int i = 0; i < kept.size(); i++) {
            Kept each = kept.get(i);
            Sitting sitting = each.marked().sitting();
            boolean isOpen = sitting.tasks().stream()
                    .anyMatch(task -> !SittingDesk.unjudged(task).isEmpty());
            Hyperlink open = new Hyperlink(Texts.of("batch.open"));
            open.setId("batch-open-" + (i + 1));
            open.setOnAction(
                    event -> desk.showMarked(sitting, each.read().paper().id()));
            table.addRow(
                    i,
                    Widgets.label("strong", sitting.student().name()),
                    Widgets.label("soft", each.read().paper().paper().name()),
                    new Label(Texts.of(
                            isOpen ? "batch.open.points" : "results.points",
                            each.marked().result().points(),
                            each.marked().result().outOf())),
                    open);
        }
        VBox content = new VBox(10, table);
        content.setAlignment(Pos.TOP_LEFT);
        if (!refused.isEmpty()) {
            content.getChildren().add(Widgets.label("section-heading", Texts.of("batch.refused")));
            for (Read.Refused each : refused) {
                content.getChildren().add(Widgets.paragraph(each.why()));
            }
        }
        sheets.show(Texts.of("batch.title", kept.size(), refused.size()), scrolling(content), List.of());
    }

    /** A long list of scripts scrolls inside its sheet. */
    static Node scrolling(Node content) {
        ScrollPane scroll = new ScrollPane(content);
        scroll.setFitToWidth(true);
        scroll.setMaxHeight(BATCH_HEIGHT);
        scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        scroll.getStyleClass().add("branches-scroll");
        return scroll;
    }
}
