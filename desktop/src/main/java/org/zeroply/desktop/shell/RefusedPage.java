package org.zeroply.desktop.shell;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Machine;
import org.zeroply.desktop.kit.MachineLook;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.Backups;
import org.zeroply.store.Backups.Backup;
import org.zeroply.store.Rescue;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookOpening;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** What the window shows where a workbook could not be opened: what is the matter, and every way on from there. */
public final class RefusedPage extends StackPane {
    /** What a rescue tells of, in this order. */
    private static final List<String> PARTS = List.of(
            "game",
            "repertoire",
            "paper",
            "student",
            "sitting",
            "report",
            "question",
            "sheet",
            "lesson",
            "homework",
            "event",
            "study",
            "waiting");

    private static final int MOST_NAMED = 12;

    private final Path file;
    private final Host host;
    private final FileChoice files;
    private final Clock clock;
    private final @Nullable Path secondPlace;
    private final Label said = new Label();
    private final ProgressBar bar = new ProgressBar(0);
    private final FlowPane ways = new FlowPane(8, 8);
    private final VBox page = new VBox(14);
    private final Label title = new Label();
    private final List<Label> why = new ArrayList<>();

    public RefusedPage(Path file, WorkbookOpening.Refused refused, Host host, Machine machine) {
        this.file = file;
        this.host = host;
        files = machine.files();
        clock = machine.clock();
        secondPlace = machine.settings().secondPlace().orElse(null);
        getStyleClass().addAll("shell", "refused-page");
        MachineLook.apply(this, machine.settings());
        title.setText(Texts.of("refused." + refused.reason(), file.getFileName()));
        title.getStyleClass().add("empty-title");
        title.setWrapText(true);
        Label text = new Label(Texts.of("refused." + refused.reason() + ".text"));
        text.setWrapText(true);
        Label where = Widgets.label("soft", file + "\n" + refused.detail());
        where.setWrapText(true);
        why.addAll(List.of(text, where));
        said.setWrapText(true);
        said.setId("refused-said");
        bar.setVisible(false);
        ways.setAlignment(Pos.CENTER);
        switch (refused.reason()) {
            case IN_USE, NO_ACCESS -> {
                way("refused.copy", this::copy);
                way("refused.again", () -> host.open(file));
            }
            case DAMAGED -> way("refused.rescue", this::rescue);
            case NOT_A_WORKBOOK -> {
                // A workbook whose first bytes were overwritten does not look like one.
                if (file.getFileName().toString().endsWith(".zeroply")) {
                    way("refused.rescue", this::rescue);
                }
            }
            case NEWER_VERSION -> {
                // A copy would be no help; a backup or another file may be.
            }
        }
        newestBackup().ifPresent(backup -> {
            Button restore = way("refused.backup", () -> host.restore(file, backup));
            restore.setText(Texts.of("refused.backup", backup.made().toLocalDate()));
        });
        way(
                "refused.other",
                () -> files.toOpen(FileChoice.Purpose.OPEN_WORKBOOK).ifPresent(host::open));
        way(
                "refused.fresh",
                () -> files.toCreate(FileChoice.Purpose.NEW_WORKBOOK, Texts.of("workbook.name"))
                        .ifPresent(host::open));
        page.getChildren().addAll(title, text, where, ways, bar, said);
        page.setMaxWidth(620);
        page.getStyleClass().add("empty-place");
        getChildren().add(page);
        FxThread.later(() -> ways.getChildren().getFirst().requestFocus());
    }

    private Button way(String key, Runnable action) {
        Button button = new Button(Texts.of(key));
        button.setId(key.replace('.', '-'));
        if (ways.getChildren().isEmpty()) {
            button.getStyleClass().add("primary");
        }
        button.setOnAction(event -> action.run());
        ways.getChildren().add(button);
        return button;
    }

    private Optional<Backup> newestBackup() {
        try {
            List<Backup> backups = new Backups(file, secondPlace, clock).list();
            return backups.stream().findFirst();
        } catch (IOException unreadable) {
            return Optional.empty();
        }
    }

    /** Writes a new file beside the interface thread; what it returns is shown there when all else has ended. */
    private interface Work {
        Runnable run(Progress progress, Path target) throws IOException;
    }

    private void copy() {
        toANewFile(
                FileChoice.Purpose.COPY_WORKBOOK,
                "refused.copyName",
                (progress, target) -> Workbook.copyOf(file, target, progress, new Cancel())
                        .<Runnable>map(refused ->
                                () -> said.setText(Texts.of("refused." + refused.reason(), file.getFileName())))
                        .orElse(() -> host.open(target)));
    }

    private void rescue() {
        toANewFile(FileChoice.Purpose.RESCUED_WORKBOOK, "refused.rescueName", (progress, target) -> {
            Rescue.Report report = Workbook.rescue(file, target, clock, progress, new Cancel());
            return report.isEmpty() ? () -> said.setText(Texts.of("refused.nothingSaved")) : () -> tell(report, target);
        });
    }

    /** What came through, kind by kind, and what did not, by name; the new workbook opens when that has been read. */
    private void tell(Rescue.Report report, Path target) {
        ways.getChildren().clear();
        page.getChildren().removeAll(why);
        title.setText(Texts.of("rescued.done", target.getFileName()));
        said.setText(Texts.of("rescued.stays", file.getFileName()));
        way("rescued.open", () -> host.open(target));
        GridPane table = new GridPane(18, 4);
        table.setId("rescued");
        table.setAlignment(Pos.CENTER);
        int row = 0;
        for (String part : PARTS) {
            Rescue.Saved saved = report.of(part);
            if (saved.saved() + saved.lost() > 0) {
                String lost = saved.lost() == 0 ? Texts.of("rescued.noneLost") : Texts.of("rescued.lost", saved.lost());
                table.addRow(
                        row++,
                        new Label(Texts.of("rescued." + part)),
                        new Label(Texts.of("rescued.saved", saved.saved())),
                        new Label(lost),
                        Widgets.label(
                                "soft", saved.missing() == 0 ? "" : Texts.of("rescued.missing", saved.missing())));
            }
        }
        List<String> names = PARTS.stream()
                .flatMap(part -> report.lostOf(part).stream())
                .limit(MOST_NAMED)
                .toList();
        Label lost = Widgets.label("soft", names.isEmpty() ? "" : Texts.of("rescued.names", String.join("; ", names)));
        lost.setWrapText(true);
        lost.setId("rescued-names");
        page.getChildren().remove(ways);
        page.getChildren().addAll(table, lost, ways);
        FxThread.later(() -> ways.getChildren().getFirst().requestFocus());
    }

    private void toANewFile(FileChoice.Purpose purpose, String name, Work work) {
        files.toCreate(purpose, Texts.of(name)).ifPresent(target -> {
            ways.setDisable(true);
            bar.setVisible(true);
            Progress progress = (fraction, count) -> FxThread.later(() -> bar.setProgress(fraction));
            Thread.ofPlatform().daemon().name("zeroply-save").start(() -> {
                Runnable shown;
                try {
                    shown = work.run(progress, target);
                } catch (IOException | RuntimeException failed) {
                    shown = () -> said.setText(Texts.of("refused.failed", String.valueOf(failed.getMessage())));
                }
                Runnable end = shown;
                FxThread.later(() -> {
                    ways.setDisable(false);
                    bar.setVisible(false);
                    end.run();
                });
            });
        });
    }
}
