package org.zeroply.desktop.shell;

import java.nio.file.Path;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.BiConsumer;
import java.util.function.LongConsumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Machine;
import org.zeroply.desktop.kit.MachineSettings;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.Backups.Backup;
import org.zeroply.store.Damaged;
import org.zeroply.store.MergeOpening;
import org.zeroply.store.MergeReport;
import org.zeroply.store.MergeReport.Outcome;
import org.zeroply.store.Workbook;

/** What can be done with the workbook as a whole: copies, backups, merging, another one. */
final class WorkbookDesk {
    private static final DateTimeFormatter WHEN =
            DateTimeFormatter.ofLocalizedDateTime(FormatStyle.MEDIUM, FormatStyle.SHORT);

    private static final int MOST_NAMED = 10;

    private final Workbook workbook;
    private final Background background;
    private final FileChoice files;
    private final MachineSettings settings;
    private final Host host;
    private final Sheets sheets;

    WorkbookDesk(Workbook workbook, Background background, Machine machine, Host host, Sheets sheets) {
        this.workbook = workbook;
        this.background = background;
        files = machine.files();
        settings = machine.settings();
        this.host = host;
        this.sheets = sheets;
        workbook.keepBackupsIn(settings.secondPlace().orElse(null));
    }

    void openOther() {
        files.toOpen(FileChoice.Purpose.OPEN_WORKBOOK).ifPresent(host::open);
    }

    void openFresh() {
        files.toCreate(FileChoice.Purpose.NEW_WORKBOOK, Texts.of("workbook.name"))
                .ifPresent(host::open);
    }

    /** Makes today's backup, unless there is nothing in the workbook yet, and brings it to the second place. */
    void backUpDaily() {
        background.read(() -> workbook.games().count() > 0 && workbook.backups().isDue(), due -> {
            if (due) {
                background.run(Texts.of("backups.making"), workbook::backUpDaily, made -> {
                    copyToSecond();
                    walk();
                });
            } else {
                copyToSecond();
            }
        });
    }

    private void copyToSecond() {
        Path second = settings.secondPlace().orElse(null);
        if (second != null) {
            background.run(
                    Texts.of("backups.copying"),
                    (progress, cancel) -> {
                        workbook.backups().copyToSecond();
                        return workbook.backups().isSecondMissing();
                    },
                    isMissing -> {
                        if (isMissing) {
                            sheets.say(Texts.of("backups.secondMissing", second));
                        }
                    });
        }
    }

    /** A word if the workbook lies where it is not safe. */
    void warnOfPlace() {
        background.read(workbook::isOnNetwork, isFar -> {
            if (isFar) {
                sheets.show(Texts.of("network.title"), Widgets.paragraph(Texts.of("network.text")), List.of());
            }
        });
    }

    // ---- what is damaged

    /** Compares everything with its checksums, once a day. */
    private void walk() {
        background.run(Texts.of("damaged.looking"), workbook::walk, damaged -> {
            if (!damaged.isEmpty()) {
                showDamaged(damaged);
            }
        });
    }

    private void showDamaged(List<Damaged> damaged) {
        Button back = new Button(Texts.of("damaged.back"));
        back.setId("damaged-back");
        back.getStyleClass().add("primary");
        VBox content = new VBox(10, Widgets.paragraph(Texts.of("damaged.text")), Widgets.paragraph(named(damaged)));
        Sheet sheet = sheets.show(Texts.of("damaged.title", damaged.size()), content, List.of(back));
        back.setOnAction(event -> {
            sheet.close();
            background.run(
                    Texts.of("damaged.backRunning"),
                    (progress, cancel) -> workbook.bringBack(damaged, cancel),
                    left -> sheets.say(
                            left.isEmpty()
                                    ? Texts.of("damaged.allBack", damaged.size())
                                    : Texts.of("damaged.left", damaged.size() - left.size(), named(left))));
        });
        FxThread.later(back::requestFocus);
    }

    private static String named(List<Damaged> damaged) {
        StringBuilder text = new StringBuilder();
        damaged.stream()
                .limit(MOST_NAMED)
                .forEach(each -> text.append(Texts.of("damaged.line." + each.kind(), each.name()))
                        .append('\n'));
        if (damaged.size() > MOST_NAMED) {
            text.append(Texts.of("damaged.more", damaged.size() - MOST_NAMED));
        }
        return text.toString().strip();
    }

    void copy() {
        files.toCreate(FileChoice.Purpose.COPY_WORKBOOK, Texts.of("refused.copyName"))
                .ifPresent(target -> background.run(
                        Texts.of("copy.making", target.getFileName()),
                        (progress, cancel) -> workbook.copyTo(target, progress, cancel),
                        copied -> sheets.say(copied ? Texts.of("copy.done", target) : Texts.of("copy.cancelled"))));
    }

    // ---- backups

    void showBackups() {
        background.read(() -> workbook.backups().list(), this::showBackups);
    }

    private void showBackups(List<Backup> backups) {
        Sheet[] sheet = new Sheet[1];
        Label text = Widgets.paragraph(Texts.of(backups.isEmpty() ? "backups.none" : "backups.text"));
        text.getStyleClass().add("soft");
        VBox content = new VBox(10, text);
        List<Button> buttons = new ArrayList<>();
        ListView<Backup> list = new ListView<>();
        if (!backups.isEmpty()) {
            list.setId("backups");
            list.getStyleClass().add("plain-list");
            list.setPrefSize(440, Math.min(300, 34 * backups.size() + 4));
            list.setCellFactory(view -> new ListCell<>() {
                @Override
                protected void updateItem(@Nullable Backup backup, boolean empty) {
                    super.updateItem(backup, empty);
                    setText(backup == null || empty ? "" : line(backup));
                }
            });
            list.getItems().setAll(backups);
            list.getSelectionModel().select(0);
            Button restore = new Button(Texts.of("backups.restore"));
            restore.setId("backups-restore");
            restore.getStyleClass().add("primary");
            restore.setOnAction(event -> {
                Backup chosen = list.getSelectionModel().getSelectedItem();
                if (chosen != null) {
                    sheet[0].close();
                    host.restore(workbook.file(), chosen);
                }
            });
            content.getChildren().add(list);
            buttons.add(restore);
        }
        content.getChildren().add(secondPlace(() -> sheet[0].close()));
        sheet[0] = sheets.show(Texts.of("backups.title"), content, buttons);
        if (!backups.isEmpty()) {
            list.requestFocus();
        }
    }

    /** Where backups are kept besides, with ways to name another place or none. */
    private HBox secondPlace(Runnable close) {
        String named = settings.secondPlace().map(Path::toString).orElse("");
        String said = named.isEmpty()
                ? Texts.of("backups.second.none")
                : workbook.backups().isSecondMissing()
                        ? Texts.of("backups.second.missing", named)
                        : Texts.of("backups.second", named);
        Label label = Widgets.wrapped("");
        label.setText(said);
        label.setId("backups-second-said");
        HBox.setHgrow(label, Priority.ALWAYS);
        Button choose = new Button(Texts.of("backups.second.choose"));
        choose.setId("backups-second");
        choose.setMinWidth(Region.USE_PREF_SIZE);
        choose.setOnAction(
                event -> files.toFolder(Texts.of("backups.second.title")).ifPresent(folder -> {
                    close.run();
                    keepIn(folder.toString());
                }));
        HBox row = new HBox(8, label, choose);
        row.setAlignment(Pos.CENTER_LEFT);
        if (!named.isEmpty()) {
            Button forget = new Button(Texts.of("backups.second.forget"));
            forget.setId("backups-second-forget");
            forget.setMinWidth(Region.USE_PREF_SIZE);
            forget.setOnAction(event -> {
                close.run();
                keepIn("");
            });
            row.getChildren().add(forget);
        }
        return row;
    }

    private void keepIn(String folder) {
        settings.setSecondPlace(folder);
        workbook.keepBackupsIn(settings.secondPlace().orElse(null));
        copyToSecond();
        showBackups();
    }

    private static String line(Backup backup) {
        return Texts.of(
                "backups.line",
                WHEN.format(backup.made()),
                Texts.of("backups." + backup.kind()) + (backup.isWhole() ? "" : Texts.of("backups.damaged")),
                String.format(Locale.ROOT, "%.1f", backup.bytes() / 1e6));
    }

    // ---- merging

    /**
     * @param open opens a game of the list
     * @param done called when something was merged
     */
    void merge(LongConsumer open, Runnable done) {
        files.toOpen(FileChoice.Purpose.MERGE_WORKBOOK)
                .ifPresent(other -> background.run(
                        Texts.of("merge.running", other.getFileName()),
                        (progress, cancel) ->
                                workbook.merge(other, Texts.of("undo.merge", other.getFileName()), progress, cancel),
                        result -> {
                            done.run();
                            show(result, other, open);
                        }));
    }

    private void show(MergeOpening result, Path other, LongConsumer open) {
        switch (result) {
            case MergeOpening.Refused refused ->
                sheets.show(
                        Texts.of("merge.title", other.getFileName()),
                        new Label(Texts.of("refused." + refused.why().reason(), other.getFileName())),
                        List.of());
            case MergeOpening.Merged merged -> show(merged.report(), open);
        }
    }

    /** How many documents of a kind got something from the other copy. */
    private static long got(MergeReport report, String kind) {
        return report.of(kind, Outcome.ADDED) + report.of(kind, Outcome.BROUGHT) + report.of(kind, Outcome.UNITED);
    }

    private void show(MergeReport report, LongConsumer open) {
        List<String> lines = new ArrayList<>();
        line(lines, "merge.added", report.of("game", Outcome.ADDED));
        line(lines, "merge.brought", report.of("game", Outcome.BROUGHT));
        line(lines, "merge.removed", report.of("game", Outcome.REMOVED));
        line(lines, "merge.newerHere", report.of("game", Outcome.NEWER_HERE));
        for (MergeReport.Repertoires each : report.repertoires()) {
            lines.add(Texts.of("merge.repertoire." + each.fresh(), each.name(), each.positions(), each.otherwise()));
        }
        line(lines, "merge.papers", got(report, "paper"));
        line(lines, "merge.students", got(report, "student"));
        line(lines, "merge.sittings", got(report, "sitting"));
        line(lines, "merge.reports", got(report, "report"));
        line(lines, "merge.studies", report.of("study", Outcome.ADDED));
        if (lines.isEmpty() && report.conflicts().isEmpty()) {
            lines.add(Texts.of("merge.nothing"));
        }
        if (report.unreadable() > 0) {
            lines.add(Texts.of("merge.unreadable", report.unreadable()));
        }
        if (report.cancelled()) {
            lines.add(Texts.of("merge.cancelled"));
        }
        Label summary = new Label(String.join("\n", lines));
        summary.setId("merge-summary");
        VBox content = new VBox(10, summary);
        Sheet[] sheet = new Sheet[1];
        if (!report.conflicts().isEmpty()) {
            int count = report.conflicts().size();
            Label heading = Widgets.label("strong", Texts.of("merge.conflicts", count));
            VBox rows = new VBox(4);
            rows.setId("merge-conflicts");
            for (MergeReport.Conflict conflict : report.conflicts()) {
                rows.getChildren().add(row(conflict, () -> {
                    sheet[0].close();
                    open.accept(conflict.id());
                }));
            }
            ScrollPane scroll = new ScrollPane(rows);
            scroll.getStyleClass().add("branches-scroll");
            scroll.setPrefViewportHeight(Math.min(260, 26 * count + 8));
            content.getChildren().addAll(heading, scroll);
        }
        sheet[0] = sheets.show(Texts.of("merge.title", report.file()), content, List.of());
    }

    /** What was edited in both copies; a game opens. */
    private static Labeled row(MergeReport.Conflict conflict, Runnable open) {
        // Of two names or ratings only one can stand.
        boolean isOneOfTwo = conflict.part().equals("student") && conflict.places() > 0;
        String said = Texts.of(
                isOneOfTwo ? "merge.oneOfTwo" : "merge." + conflict.kind(),
                Texts.of("merge.part." + conflict.part()),
                conflict.name(),
                conflict.places());
        if (!conflict.part().equals("game")) {
            return Widgets.paragraph(said);
        }
        Hyperlink row = new Hyperlink(said);
        row.setOnAction(event -> open.run());
        return row;
    }

    private static void line(List<String> lines, String key, long count) {
        if (count > 0) {
            lines.add(Texts.of(key, count));
        }
    }

    /**
     * Saves a copy somewhere else and goes on there, for a workbook that can no longer be written to.
     *
     * @param saveElsewhere gives the id and the present state of the open game
     */
    void goOnElsewhere(BiConsumer<Path, Host> saveElsewhere) {
        files.toCreate(FileChoice.Purpose.COPY_WORKBOOK, Texts.of("refused.copyName"))
                .ifPresent(target -> background.run(
                        Texts.of("copy.making", target.getFileName()),
                        (progress, cancel) -> workbook.copyTo(target, progress, cancel),
                        copied -> {
                            if (copied) {
                                saveElsewhere.accept(target, host);
                            }
                        }));
    }
}
