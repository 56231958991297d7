package org.zeroply.desktop;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.text.Font;
import javafx.stage.Stage;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.GameSweep;
import org.zeroply.coaching.Homework;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.games.GamesPlace;
import org.zeroply.desktop.judging.JudgedGames;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Machine;
import org.zeroply.desktop.kit.Place;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.lessons.ClubDiary;
import org.zeroply.desktop.shell.PlacesAhead;
import org.zeroply.desktop.shell.Shell;
import org.zeroply.desktop.today.TodayPlace;
import org.zeroply.print.Fonts;
import org.zeroply.repertoire.Tally;
import org.zeroply.sample.SampleClub;
import org.zeroply.store.GameFilter;
import org.zeroply.store.GameSummary;
import org.zeroply.store.RegisterShelf;
import org.zeroply.store.RepertoireShelf;
import org.zeroply.store.StudyShelf;
import org.zeroply.store.Workbook;
import org.zeroply.task.Paper;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * The application: opens the workbook that was asked for, shows the window, and writes everything down when it closes.
 * Arguments: a workbook file, else the workbook of this user; {@code --demo} for the sample club in a throwaway copy;
 * {@code --with-sample} puts the sample club into the workbook if it is empty; {@code --until-painted} says on standard
 * output how many milliseconds after the start of the process the first place was painted, and ends; with
 * {@code --through-all} it goes through all places before, and says the same of each.
 */
public final class ZeroPlyApp extends Application {
    private static final double WIDTH = 1280;
    private static final double HEIGHT = 800;

    /** About a second at each place, so that what it reads has come and been painted. */
    private static final int FRAMES_A_PLACE = 60;

    /** The frame at which a place has been painted: it is gone to in the second and is on the screen before the fourth. */
    private static final int FRAMES_TO_PAINT = 4;

    /** Begun before the toolkit, if the program was started as a whole. */
    private static @Nullable Beginning begun;

    private @Nullable AppWindow window;

    /** Starts the program, the workbook first. */
    static void launchWith(String[] arguments) {
        begun = Beginning.of(List.of(arguments));
        launch(ZeroPlyApp.class, arguments);
    }

    @Override
    public void start(Stage stage) {
        Beginning beginning =
                begun != null ? begun : Beginning.of(getParameters().getRaw());
        Machine machine = Machine.real(beginning.settings(), FileChoice.system(stage));
        AppWindow opened = new AppWindow(stage, WIDTH, HEIGHT, machine);
        window = opened;
        Thread.setDefaultUncaughtExceptionHandler((thread, failure) -> opened.unexpected(failure));
        AtomicBoolean filled = new AtomicBoolean(!beginning.sample() || !beginning.isNew());
        opened.open(beginning.file(), beginning.opening()::get, shell -> {
            if (beginning.sample()) {
                shell.place(GamesPlace.class).model().importIfEmpty(SampleClub.NAME, SampleClub::games, () -> {
                    shell.prepare(ZeroPlyApp::addRepertoires);
                    shell.prepare(ZeroPlyApp::addSheets);
                    shell.prepare(book -> addPapers(book, machine.clock().instant()));
                    shell.prepare(book -> addSeason(book, machine.clock().instant()));
                    shell.prepare(ZeroPlyApp::addUp);
                    shell.prepare(book -> ClubDiary.add(
                            book, machine.clock(), SampleClub.judgements().analyst()));
                    shell.prepare(book -> {
                        // What is known of the games by now need not be calculated.
                        FxThread.later(() -> shell.judgeThose(ZeroPlyApp::isToBeJudged));
                        filled.set(true);
                        return false;
                    });
                });
            }
            if (beginning.untilPainted()) {
                oncePainted(shell, filled::get, beginning.throughAll());
            } else {
                PlacesAhead.begin(shell, stage.getScene());
            }
        });
        // The window is there while the workbook is opened, and the faces are read meanwhile.
        stage.show();
        loadFonts();
        opened.drawIcon();
    }

    /**
     * Says when the first place was painted with what is in it, two frames after that came, and ends; or goes through the
     * other places first, as the start does that the image keeps its classes of, and a second time when all are known, and
     * says of each how long it took to be painted.
     */
    private static void oncePainted(Shell shell, BooleanSupplier filled, boolean throughAll) {
        List<Place> others = throughAll ? shell.places() : List.of();
        Iterator<Place> ways = Stream.concat(others.stream(), others.stream()).iterator();
        new AnimationTimer() {
            private int frames;
            private long left;
            private String to = "";

            @Override
            public void handle(long now) {
                if (!filled.getAsBoolean()
                        || !shell.place(TodayPlace.class).model().isRead()) {
                    return;
                }
                frames++;
                if (frames == 2) {
                    Instant begun =
                            ProcessHandle.current().info().startInstant().orElse(Instant.EPOCH);
                    System.out.println("painted after "
                            + Duration.between(begun, Clock.systemUTC().instant())
                                    .toMillis() + " ms");
                } else if (frames % FRAMES_A_PLACE == FRAMES_TO_PAINT) {
                    System.out.println(to + " painted after " + (System.nanoTime() - left) / 1_000_000 + " ms");
                }
                if (frames >= 2 && frames % FRAMES_A_PLACE == 2) {
                    if (ways.hasNext()) {
                        Place next = ways.next();
                        to = next.name();
                        left = System.nanoTime();
                        shell.go(next);
                    } else {
                        stop();
                        Platform.exit();
                    }
                }
            }
        }.start();
    }

    @Override
    public void stop() {
        if (window != null) {
            window.close();
        }
    }

    /** Loads the fonts that the product ships; the stylesheet names them. */
    public static void loadFonts() {
        for (Fonts.Face face : Fonts.all()) {
            try (InputStream in = face.open()) {
                if (Font.loadFont(in, 13) == null) {
                    throw new IllegalStateException("the font " + face.file() + " cannot be read");
                }
            } catch (IOException broken) {
                throw new UncheckedIOException(broken);
            }
        }
    }

    /** Whether a game of the sample club is one that it shows judged. */
    public static boolean isToBeJudged(GameSummary game) {
        return SampleClub.judged().stream()
                .anyMatch(
                        each -> each.white().equals(game.white()) && each.date().equals(game.date()));
    }

    /** Puts the sample club into an empty workbook. */
    public static void fillWithSample(Workbook workbook) throws IOException {
        try (InputStream in = SampleClub.games()) {
            workbook.files()
                    .importPgn(
                            in,
                            Math.max(1, in.available()),
                            SampleClub.NAME,
                            Texts.of("undo.import", SampleClub.NAME),
                            Progress.SILENT,
                            new Cancel());
        }
    }

    /** Adds the repertoires of the sample club, with weights from the games of the workbook. */
    public static boolean addRepertoires(Workbook workbook) {
        RepertoireShelf shelf = workbook.repertoires();
        for (SampleClub.Prepared prepared : SampleClub.repertoires()) {
            Map<Integer, Tally> tallies = shelf.count(
                            prepared.repertoire(), GameFilter.ALL, Progress.SILENT, new Cancel())
                    .orElse(Map.of());
            RepertoireShelf.Title title = new RepertoireShelf.Title(
                    prepared.name(), prepared.side(), prepared.student(), prepared.approach());
            shelf.add(
                    title,
                    prepared.repertoire().withTallies(tallies),
                    Texts.of("undo.repertoire.new", prepared.name()));
        }
        return true;
    }

    /** Adds the sheets of the sample club. */
    public static boolean addSheets(Workbook workbook) {
        SampleClub.sheets().forEach(sheet -> workbook.sheets().add(sheet, Texts.of("undo.sheet.new", sheet.name())));
        return true;
    }

    /** Adds the papers of the sample club and what its students wrote, handed in now. */
    public static boolean addPapers(Workbook workbook, Instant now) {
        List<Paper> papers = SampleClub.papers();
        List<Long> ids = new ArrayList<>();
        for (Paper paper : papers) {
            ids.add(workbook.papers().add(paper, Texts.of("undo.paper.new", paper.name())));
        }
        Map<String, Student> students = new HashMap<>();
        for (SampleClub.Student each : SampleClub.students()) {
            students.put(each.name(), workbook.sittings().keep(new Student(0, each.name(), each.rating())));
        }
        for (SampleClub.SatPaper sat : SampleClub.sittings()) {
            Student student = Objects.requireNonNull(students.get(sat.student().name()));
            workbook.sittings()
                    .add(ids.get(sat.paper()), Homework.takeIn(papers.get(sat.paper()), student, sat.scripts(), now));
        }
        return true;
    }

    /** Adds the season of the sample club: its games, what was calculated of those that are judged, groups and a question. */
    public static boolean addSeason(Workbook workbook, Instant now) {
        try (InputStream in = SampleClub.season()) {
            workbook.files()
                    .importPgn(
                            in,
                            Math.max(1, in.available()),
                            SampleClub.SEASON,
                            Texts.of("undo.import", SampleClub.SEASON),
                            Progress.SILENT,
                            new Cancel());
        } catch (IOException broken) {
            throw new UncheckedIOException(broken);
        }
        SampleClub.Judgements judgements = SampleClub.judgements();
        List<StudyShelf.Kept> studies = judgements.kept().stream()
                .map(kept ->
                        new StudyShelf.Kept(kept.study(), kept.isSecond() ? GameSweep.SECOND_LEVEL : GameSweep.LEVEL))
                .toList();
        workbook.studies().keepAll(studies, judgements.analyst(), GameSweep.LINES);
        RegisterShelf register = workbook.register();
        for (SampleClub.Member member : SampleClub.members()) {
            long id = register.list().stream()
                    .filter(each -> each.name().equals(member.name()))
                    .mapToLong(RegisterShelf.Listed::id)
                    .findFirst()
                    .orElseGet(() -> register.add(
                            Profile.of(new Student(0, member.name(), member.rating())),
                            Texts.of("undo.student.new", member.name())));
            Profile before = register.read(id);
            register.save(
                    id,
                    before,
                    before.withGroups(member.groups()).withGoals(member.goals()),
                    "",
                    Texts.of("undo.student.edit", member.name()));
            if (!member.question().isEmpty()) {
                register.ask(new Question(0, id, member.question(), 0, -1, now, ""), Texts.of("undo.question.new"));
            }
        }
        return true;
    }

    /** Works the accounts of the club's students out, so that the register shows them at once. */
    private static boolean addUp(Workbook workbook) {
        JudgedGames judged = new JudgedGames(workbook, SampleClub.judgements().analyst());
        SampleClub.members().forEach(each -> judged.of(List.of(each.name()), Progress.SILENT, new Cancel()));
        return true;
    }
}
