package org.zeroply.desktop;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.function.Consumer;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.layout.Region;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.FailureLog;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Machine;
import org.zeroply.desktop.kit.MachineLook;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.shell.Host;
import org.zeroply.desktop.shell.RefusedPage;
import org.zeroply.desktop.shell.Shell;
import org.zeroply.gametree.Game;
import org.zeroply.store.Backups;
import org.zeroply.store.Backups.Backup;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookOpening;

/**
 * The window and what is open in it: at most one workbook at a time, or the page that says why none could be opened.
 * Lives on the interface thread; files are opened and closed beside it.
 */
public final class AppWindow implements Host {
    private static final Logger LOG = LoggerFactory.getLogger(AppWindow.class);

    private final Stage stage;
    private final Machine machine;
    private @Nullable Session session;

    /** A workbook that is open, with the threads that work on it and the view of it. */
    private record Session(Workbook workbook, Background background, Shell shell) {
        void close() {
            shell.keepEdits();
            shell.closeWindows();
            background.close();
            workbook.close();
        }
    }

    public AppWindow(Stage stage, double width, double height, Machine machine) {
        this.stage = stage;
        this.machine = machine;
        Region empty = new Region();
        empty.getStyleClass().add("shell");
        MachineLook.apply(empty, machine.settings());
        Scene scene = new Scene(empty, width, height);
        MachineLook.style(scene);
        stage.setScene(scene);
        stage.setTitle(Texts.of("app.title", Version.text().replace("-SNAPSHOT", "")));
        stage.setMinWidth(1024);
        stage.setMinHeight(700);
        stage.setOnCloseRequest(event -> {
            if (session != null && session.shell().asksBeforeClosing(stage::close)) {
                event.consume();
            }
        });
    }

    /** Gives the window its icon as soon as that is drawn. */
    void drawIcon() {
        Icon.draw(32, stage.getIcons()::add);
        Icon.draw(128, stage.getIcons()::add);
    }

    /** The workbook that is open, if one is. */
    public @Nullable Workbook workbook() {
        return session == null ? null : session.workbook();
    }

    /** The view of the workbook that is open, if one is. */
    public @Nullable Shell shell() {
        return session == null ? null : session.shell();
    }

    /** The threads that work on the open workbook, if one is open. */
    public @Nullable Background background() {
        return session == null ? null : session.background();
    }

    @Override
    public void open(Path file) {
        open(file, opened -> {});
    }

    /** Opens a workbook and then does something with its view. */
    public void open(Path file, Consumer<Shell> then) {
        open(file, () -> Workbook.open(file, machine.clock()), then);
    }

    /** As {@link #open(Path, Consumer)}, by what may have begun already. */
    void open(Path file, Callable<WorkbookOpening> opening, Consumer<Shell> then) {
        close();
        beside(opening, opened -> arrive(file, opened, then));
    }

    @Override
    public void goOnIn(Path copy, long game, Game edited) {
        open(copy, shell -> {
            if (game != 0) {
                shell.takeOver(game, edited);
            }
        });
    }

    @Override
    public void restore(Path workbook, Backup backup) {
        close();
        beside(
                () -> {
                    new Backups(workbook, machine.clock()).restore(backup);
                    return Workbook.open(workbook, machine.clock());
                },
                opening -> arrive(workbook, opening, shell -> shell.say(Texts.of("backups.restored", backup.made()))));
    }

    private void arrive(Path file, WorkbookOpening opening, Consumer<Shell> then) {
        switch (opening) {
            case WorkbookOpening.Refused refused -> {
                LOG.warn("a workbook was refused: {}", refused.reason());
                show(new RefusedPage(file, refused, this, machine));
            }
            case WorkbookOpening.Opened opened -> {
                Background background = new Background(Background.Threads.usual(), machine.ticker());
                Shell shell = new Shell(opened.workbook(), background, machine, this);
                session = new Session(opened.workbook(), background, shell);
                show(shell);
                machine.settings().set("workbook", file.toAbsolutePath().toString());
                then.accept(shell);
            }
        }
    }

    private void show(Parent root) {
        stage.getScene().setRoot(root);
    }

    /** Does something with files beside the interface thread. */
    private void beside(Callable<WorkbookOpening> work, Consumer<WorkbookOpening> done) {
        Thread.ofPlatform().name("zeroply-open").start(() -> {
            WorkbookOpening opening;
            try {
                opening = work.call();
            } catch (IOException failed) {
                opening = new WorkbookOpening.Refused(WorkbookOpening.Reason.NO_ACCESS, failed.toString());
            } catch (Exception failed) {
                opening = new WorkbookOpening.Refused(
                        WorkbookOpening.Reason.DAMAGED, String.valueOf(failed.getMessage()));
            }
            WorkbookOpening result = opening;
            FxThread.later(() -> done.accept(result));
        });
    }

    /** Something went wrong that nobody foresaw: said calmly, with the work saved and the window still usable. */
    void unexpected(Throwable failure) {
        FxThread.later(() -> {
            if (session == null) {
                LOG.error("unexpected: {}", FailureLog.of(failure));
            } else {
                session.shell().failed(failure);
            }
        });
    }

    /** Writes everything down and closes the workbook, if one is open. */
    public void close() {
        Session open = session;
        session = null;
        if (open != null) {
            try {
                open.close();
            } catch (RuntimeException failed) {
                // What was acknowledged is on the disk; a disk that is gone cannot be told more.
                LOG.warn(
                        "a workbook did not close cleanly: {}",
                        failed.getClass().getName());
            }
        }
    }
}
