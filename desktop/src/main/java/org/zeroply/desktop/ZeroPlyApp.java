package org.zeroply.desktop;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Objects;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.control.Alert;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.shell.Background;
import org.zeroply.desktop.shell.FileChoice;
import org.zeroply.desktop.shell.MachineSettings;
import org.zeroply.desktop.shell.Shell;
import org.zeroply.sample.SampleClub;
import org.zeroply.store.Opening;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * The application: opens the workbook that was asked for, shows the window, and writes everything down when it closes.
 * Arguments: {@code --demo} for the sample club in a throwaway copy, or a workbook file; without either, the workbook of
 * this user.
 */
public final class ZeroPlyApp extends Application {
    private static final double WIDTH = 1280;
    private static final double HEIGHT = 800;

    private @Nullable Workbook workbook;
    private @Nullable Background background;
    private @Nullable Shell shell;

    @Override
    public void start(Stage stage) throws IOException {
        loadFonts();
        List<String> arguments = getParameters().getRaw();
        boolean demo = arguments.contains("--demo");
        Path file = demo ? demoFile() : arguments.isEmpty() ? usualWorkbook() : Path.of(arguments.getFirst());
        switch (Workbook.open(file, Clock.systemUTC())) {
            case Opening.Refused refused -> refuse(file, refused);
            case Opening.Opened opened -> {
                workbook = opened.workbook();
                if (demo) {
                    fillWithSample(opened.workbook());
                }
                show(stage, opened.workbook(), new MachineSettings(MachineSettings.usual()));
            }
        }
    }

    private void show(Stage stage, Workbook open, MachineSettings settings) {
        Background work = new Background();
        background = work;
        shell = new Shell(open, work, settings, FileChoice.system(stage));
        stage.setScene(scene(shell, WIDTH, HEIGHT));
        stage.setTitle(Texts.of("app.name"));
        stage.setMinWidth(1024);
        stage.setMinHeight(700);
        stage.show();
    }

    @Override
    public void stop() {
        if (shell != null) {
            shell.keepEdits();
        }
        if (background != null) {
            background.close();
        }
        if (workbook != null) {
            workbook.close();
        }
    }

    /** A scene with the product's stylesheet, for the window, the tests and the tour alike. */
    public static Scene scene(Shell shell, double width, double height) {
        Scene scene = new Scene(shell, width, height);
        scene.getStylesheets()
                .add(Objects.requireNonNull(ZeroPlyApp.class.getResource("zeroply.css"))
                        .toExternalForm());
        return scene;
    }

    /** Loads the fonts that the product ships; the stylesheet names them. */
    public static void loadFonts() {
        for (String name : List.of(
                "Lato-Regular",
                "Lato-Bold",
                "Lato-Italic",
                "CharisSIL-Regular",
                "CharisSIL-Bold",
                "CharisSIL-Italic")) {
            try (InputStream in = ZeroPlyApp.class.getResourceAsStream("fonts/" + name + ".ttf")) {
                if (in == null || Font.loadFont(in, 13) == null) {
                    throw new IllegalStateException("the font " + name + " is missing");
                }
            } catch (IOException broken) {
                throw new UncheckedIOException(broken);
            }
        }
    }

    /** Puts the sample club into an empty workbook. */
    public static void fillWithSample(Workbook workbook) throws IOException {
        try (InputStream in = SampleClub.games()) {
            workbook.importPgn(
                    in,
                    Math.max(1, in.available()),
                    SampleClub.NAME,
                    Texts.of("undo.import", SampleClub.NAME),
                    Progress.SILENT,
                    new Cancel());
        }
    }

    private static Path demoFile() throws IOException {
        Path folder = Files.createTempDirectory("zeroply-demo");
        Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(folder)));
        return folder.resolve(SampleClub.NAME + ".zeroply");
    }

    private static void delete(Path folder) {
        try (var files = Files.list(folder)) {
            for (Path file : files.toList()) {
                Files.deleteIfExists(file);
            }
            Files.deleteIfExists(folder);
        } catch (IOException leftBehind) {
            // A throwaway copy in the system's temporary folder; the system clears it.
        }
    }

    private static Path usualWorkbook() throws IOException {
        Path folder = Path.of(System.getProperty("user.home", "."), "Zero Ply");
        Files.createDirectories(folder);
        return folder.resolve("Workbook.zeroply");
    }

    private static void refuse(Path file, Opening.Refused refused) {
        Alert alert = new Alert(Alert.AlertType.INFORMATION);
        alert.setTitle(Texts.of("app.name"));
        alert.setHeaderText(Texts.of("refused." + refused.reason(), file.getFileName()));
        alert.setContentText(refused.detail());
        alert.showAndWait();
        Platform.exit();
    }
}
