package org.zeroply.desktop.shell;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
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
    private final Path file;
    private final Host host;
    private final FileChoice files;
    private final Clock clock;
    private final Label said = new Label();
    private final ProgressBar bar = new ProgressBar(0);
    private final FlowPane ways = new FlowPane(8, 8);

    public RefusedPage(Path file, WorkbookOpening.Refused refused, Host host, Machine machine) {
        this.file = file;
        this.host = host;
        files = machine.files();
        clock = machine.clock();
        getStyleClass().addAll("shell", "refused-page");
        MachineLook.apply(this, machine.settings());
        Label title = Widgets.label("empty-title", Texts.of("refused." + refused.reason(), file.getFileName()));
        title.setWrapText(true);
        Label text = new Label(Texts.of("refused." + refused.reason() + ".text"));
        text.setWrapText(true);
        Label where = Widgets.label("soft", file + "\n" + refused.detail());
        where.setWrapText(true);
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
            case NEWER_VERSION, NOT_A_WORKBOOK -> {
                // A copy would be no help; a backup or another file may be.
            }
        }
        newestBackup().ifPresent(backup -> {
            Button restore = way("refused.backup", () -> host.restore(file, backup));
            restore.setText(Texts.of("refused.backup", backup.made().toLocalDate()));
        });
        way("refused.other", () -> files.toOpen().ifPresent(host::open));
        way("refused.fresh", () -> files.toCreate(Texts.of("workbook.name")).ifPresent(host::open));
        VBox page = new VBox(14, title, text, where, ways, bar, said);
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
            List<Backup> backups = new Backups(file, clock).list();
            return backups.stream().findFirst();
        } catch (IOException unreadable) {
            return Optional.empty();
        }
    }

    private interface Work {
        String run(Progress progress, Path target) throws IOException;
    }

    private void copy() {
        toANewFile(
                "refused.copyName",
                (progress, target) -> Workbook.copyOf(file, target, progress, new Cancel())
                        .map(refused -> Texts.of("refused." + refused.reason(), file.getFileName()))
                        .orElse(""));
    }

    private void rescue() {
        toANewFile("refused.rescueName", (progress, target) -> {
            Rescue.Report report = Workbook.rescue(file, target, clock, progress, new Cancel());
            return report.isEmpty() ? Texts.of("refused.nothingSaved") : "";
        });
    }

    /** Works beside the interface thread and then opens the new file, or says why not. */
    private void toANewFile(String name, Work work) {
        files.toCreate(Texts.of(name)).ifPresent(target -> {
            ways.setDisable(true);
            bar.setVisible(true);
            Progress progress = (fraction, count) -> FxThread.later(() -> bar.setProgress(fraction));
            Thread.ofPlatform().daemon().name("zeroply-save").start(() -> {
                String wrong;
                try {
                    wrong = work.run(progress, target);
                } catch (IOException | RuntimeException failed) {
                    wrong = Texts.of("refused.failed", String.valueOf(failed.getMessage()));
                }
                String answer = wrong;
                FxThread.later(() -> {
                    ways.setDisable(false);
                    bar.setVisible(false);
                    said.setText(answer);
                    if (answer.isEmpty()) {
                        host.open(target);
                    }
                });
            });
        });
    }
}
