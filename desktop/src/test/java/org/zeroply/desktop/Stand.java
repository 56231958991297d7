package org.zeroply.desktop;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.image.WritableImage;
import javafx.stage.Stage;
import javax.imageio.ImageIO;
import org.zeroply.desktop.calculation.CalculationModel;
import org.zeroply.desktop.calculation.QuestionModel;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.games.GamesModel;
import org.zeroply.desktop.games.GamesPlace;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.judging.QueueModel;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.Machine;
import org.zeroply.desktop.kit.MachineSettings;
import org.zeroply.desktop.kit.ReadyBooks;
import org.zeroply.desktop.ledger.LedgerModel;
import org.zeroply.desktop.lessons.ClubDiary;
import org.zeroply.desktop.reading.ReadingPlace;
import org.zeroply.desktop.register.RegisterModel;
import org.zeroply.desktop.register.RegisterPlace;
import org.zeroply.desktop.repertoire.RepertoireModel;
import org.zeroply.desktop.repertoire.RepertoirePlace;
import org.zeroply.desktop.repertoire.SoundnessModel;
import org.zeroply.desktop.shell.Shell;
import org.zeroply.desktop.showing.LessonsPlace;
import org.zeroply.desktop.task.TasksModel;
import org.zeroply.desktop.task.TasksPlace;
import org.zeroply.desktop.today.TodayPlace;
import org.zeroply.sample.SampleClub;
import org.zeroply.search.Analyst;
import org.zeroply.store.Workbook;
import org.zeroply.work.Ticker;

/** A real window over a real workbook in a folder, for interface tests and the tour. Opens and closes as the user would. */
public final class Stand implements AutoCloseable {
    private static final AtomicBoolean STARTED = new AtomicBoolean();
    private static final long PATIENCE_MILLIS = 20_000;
    private static final long LOOK_AGAIN_NANOS = 3_000_000;
    private static final int SAMPLE_GAMES = 64;
    private static final int FRAMES = 20;

    /** A caret that blinks would make every picture another one. */
    private static final String NO_CARET = "data:text/css,.text-input%7B-fx-display-caret:false;%7D";

    private final Answers answers = new Answers();
    private final Stage stage;
    private final AppWindow window;
    private final Machine machine;

    /** What the tests answer where the user would choose a file. */
    public static final class Answers implements FileChoice {
        private final List<Path> imports = new ArrayList<>();
        private Optional<Path> export = Optional.empty();
        private Optional<Path> workbook = Optional.empty();

        @Override
        public Optional<Path> toPaper(String suggestedName, String kind) {
            return export;
        }

        /** The workbook to open or to make. */
        public void willOpen(Path file) {
            workbook = Optional.of(file);
        }

        @Override
        public Optional<Path> toFolder(String title) {
            return workbook;
        }

        @Override
        public Optional<Path> toOpen(Purpose purpose) {
            return workbook;
        }

        @Override
        public Optional<Path> toCreate(Purpose purpose, String suggestedName) {
            return workbook;
        }

        public void willImport(Path... chosen) {
            imports.clear();
            imports.addAll(List.of(chosen));
        }

        public void willExport(Path file) {
            export = Optional.of(file);
        }

        @Override
        public List<Path> toRead(Purpose purpose) {
            return List.copyOf(imports);
        }

        @Override
        public Optional<Path> toWrite(Purpose purpose, String suggestedName) {
            return export;
        }
    }

    public Stand(Path folder, boolean withSample, double width, double height) {
        this(folder, withSample, width, height, Clock.system(ZoneId.systemDefault()), SteadyAnalyst::brisk);
    }

    /** A window that always shows the same: the clock stands, and calculations end after so many positions. */
    public static Stand steady(Path folder, boolean withSample, double width, double height) {
        Stand stand = new Stand(
                folder,
                withSample,
                width,
                height,
                Clock.fixed(Instant.parse("2026-11-24T17:30:00Z"), ZoneOffset.UTC),
                SteadyAnalyst::thorough);
        onStage(() -> stand.scene().getStylesheets().add(NO_CARET));
        return stand;
    }

    private Stand(
            Path folder, boolean withSample, double width, double height, Clock clock, Supplier<Analyst> analysts) {
        startToolkit();
        machine = new Machine(
                new MachineSettings(folder.resolve("settings.properties")),
                answers,
                clock,
                Ticker.SYSTEM,
                analysts,
                analysts,
                analysts);
        stage = onStage(Stage::new);
        window = onStage(() -> new AppWindow(stage, width, height, machine));
        Path book = folder.resolve("Hollow Mill.zeroply");
        ReadyBooks.put(book, withSample);
        onStage(() -> {
            window.open(book);
            stage.show();
            return true;
        });
        await("the workbook", () -> window.shell() != null);
        onStage(() -> {
            shell().runCommand("command.places.games");
            return true;
        });
        if (withSample) {
            await("the sample club", () -> games().games().size() == SAMPLE_GAMES);
        }
        settle();
    }

    /** Adds the repertoires of the sample club and opens the first one. */
    public void addRepertoires() {
        ZeroPlyApp.addRepertoires(workbook());
        onStage(() -> {
            repertoire().refresh();
            return true;
        });
        await("the repertoires", () -> repertoire().flowProperty().get() != null);
        settle();
    }

    /** Adds the papers of the sample club and opens the first one. */
    public void addSheets() {
        ZeroPlyApp.addSheets(workbook());
        onStage(() -> {
            shell().place(LessonsPlace.class).model().refresh();
            return true;
        });
        await(
                "the sheets",
                () -> !shell().place(LessonsPlace.class)
                        .model()
                        .listProperty()
                        .get()
                        .isEmpty());
    }

    public void addPapers() {
        ZeroPlyApp.addPapers(workbook(), machine.clock().instant());
        onStage(() -> {
            tasks().refresh();
            return true;
        });
        await("the papers", () -> tasks().openProperty().get() != null);
        settle();
    }

    /** Adds the lessons, homework and events of the sample club; the papers and the season must be there. */
    public void addDiary() {
        ClubDiary.add(workbook(), machine.clock(), SampleClub.judgements().analyst());
        onStage(() -> {
            shell().runCommand("command.places.today");
            return true;
        });
        await("the day", () -> shell().place(TodayPlace.class).model().isRead());
        settle();
    }

    /** Adds the season of the sample club with its judgements and goes to the register. */
    public void addSeason() {
        ZeroPlyApp.addSeason(workbook(), machine.clock().instant());
        onStage(() -> {
            register().refresh();
            return true;
        });
        await("the students", () -> register().openProperty().get() != null);
        settle();
    }

    /** Starts the toolkit, if nothing has yet. */
    public static void startToolkit() {
        if (STARTED.compareAndSet(false, true)) {
            CountDownLatch ready = new CountDownLatch(1);
            Platform.startup(ready::countDown);
            try {
                if (!ready.await(PATIENCE_MILLIS, TimeUnit.MILLISECONDS)) {
                    throw new AssertionError("the toolkit did not start");
                }
            } catch (InterruptedException interrupted) {
                throw new AssertionError(interrupted);
            }
            Platform.setImplicitExit(false);
            ZeroPlyApp.loadFonts();
        }
    }

    public Shell shell() {
        return Objects.requireNonNull(window.shell(), "no workbook is open");
    }

    public OpenGame reading() {
        return shell().place(ReadingPlace.class).game();
    }

    public LedgerModel ledger() {
        return shell().place(ReadingPlace.class).ledger();
    }

    public CalculationModel calculation() {
        return shell().place(ReadingPlace.class).calculation();
    }

    public QuestionModel questions() {
        return shell().place(ReadingPlace.class).questions();
    }

    public JudgingModel judging() {
        return shell().place(ReadingPlace.class).judging();
    }

    /** The games that wait to be judged. */
    public QueueModel queue() {
        return shell().place(ReadingPlace.class).judgingDesk().queue();
    }

    public GamesModel games() {
        return shell().place(GamesPlace.class).model();
    }

    public RepertoireModel repertoire() {
        return shell().place(RepertoirePlace.class).model();
    }

    public SoundnessModel soundness() {
        return shell().place(RepertoirePlace.class).soundness();
    }

    public TasksModel tasks() {
        return shell().place(TasksPlace.class).model();
    }

    public RegisterModel register() {
        return shell().place(RegisterPlace.class).model();
    }

    public AppWindow window() {
        return window;
    }

    public Stage stage() {
        return stage;
    }

    public Scene scene() {
        return stage.getScene();
    }

    public Workbook workbook() {
        return Objects.requireNonNull(window.workbook(), "no workbook is open");
    }

    public Answers answers() {
        return answers;
    }

    /** Does something on the interface thread and waits for it; at once, if this is that thread. */
    public static <T> T onStage(Callable<T> task) {
        if (Platform.isFxApplicationThread()) {
            try {
                return task.call();
            } catch (Exception failed) {
                throw new AssertionError(failed);
            }
        }
        FutureTask<T> future = new FutureTask<>(task);
        Platform.runLater(future);
        try {
            return future.get(PATIENCE_MILLIS, TimeUnit.MILLISECONDS);
        } catch (InterruptedException | ExecutionException | TimeoutException failed) {
            throw new AssertionError(failed);
        }
    }

    /** Waits until nothing is queued for the interface, written or computed any more. */
    public void settle() {
        for (int round = 0; round < 3; round++) {
            Background background = window.background();
            if (background == null) {
                onStage(() -> true);
                continue;
            }
            CountDownLatch written = new CountDownLatch(1);
            background.write(() -> true, done -> written.countDown());
            CountDownLatch read = new CountDownLatch(2);
            background.read(() -> true, done -> read.countDown());
            background.read(() -> true, done -> read.countDown());
            try {
                if (!written.await(PATIENCE_MILLIS, TimeUnit.MILLISECONDS)
                        || !read.await(PATIENCE_MILLIS, TimeUnit.MILLISECONDS)) {
                    throw new AssertionError("the background did not settle");
                }
            } catch (InterruptedException interrupted) {
                throw new AssertionError(interrupted);
            }
            onStage(() -> true);
        }
        // Rows of the ledger follow a fast walk when it pauses.
        waitFor("the ledger follows", () -> window.shell() == null || !ledger().isBehind());
    }

    /** Waits for a condition of the interface; a test fails if it never comes. */
    public void await(String what, BooleanSupplier condition) {
        if (!onStage(condition::getAsBoolean)) {
            waitFor(what, condition);
            settle();
        }
    }

    /** Waits for a condition and for nothing else. */
    static void waitFor(String what, BooleanSupplier condition) {
        long end = System.nanoTime() + PATIENCE_MILLIS * 1_000_000;
        while (!onStage(condition::getAsBoolean)) {
            if (System.nanoTime() > end) {
                throw new AssertionError("waited in vain for: " + what);
            }
            // What is waited for needs the processor more than the question whether it has come.
            LockSupport.parkNanos(LOOK_AGAIN_NANOS);
        }
    }

    /** A picture of the window as it is. */
    public void picture(Path file) {
        settle();
        drawn();
        picture(onStage(() -> scene().snapshot(null)), file);
    }

    /** Waits for some frames: what has just changed its style or its place is drawn so only in a later one. */
    public void drawn() {
        frames(FRAMES);
    }

    /** Waits until a frame has been laid out that was begun after now. */
    void laidOut() {
        frames(2);
    }

    private static void frames(int number) {
        CountDownLatch frames = new CountDownLatch(number);
        AnimationTimer timer = new AnimationTimer() {
            @Override
            public void handle(long now) {
                frames.countDown();
            }
        };
        onStage(() -> {
            timer.start();
            return true;
        });
        try {
            if (!frames.await(PATIENCE_MILLIS, TimeUnit.MILLISECONDS)) {
                throw new AssertionError("nothing was drawn");
            }
        } catch (InterruptedException interrupted) {
            throw new AssertionError(interrupted);
        } finally {
            onStage(() -> {
                timer.stop();
                return true;
            });
        }
    }

    /** Writes a picture as PNG. */
    public static void picture(WritableImage image, Path file) {
        int width = (int) image.getWidth();
        int height = (int) image.getHeight();
        BufferedImage copy = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < width; x++) {
                copy.setRGB(x, y, image.getPixelReader().getArgb(x, y));
            }
        }
        try {
            Files.createDirectories(file.toAbsolutePath().getParent());
            ImageIO.write(copy, "png", file.toFile());
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    @Override
    public void close() {
        onStage(() -> {
            stage.close();
            window.close();
            return true;
        });
    }
}
