package org.zeroply.desktop.tour;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.Objects;
import javafx.application.Platform;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.control.TreeView;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.GridPane;
import org.testfx.api.FxRobot;
import org.zeroply.asking.Questions;
import org.zeroply.desktop.Stand;
import org.zeroply.desktop.ZeroPlyApp;
import org.zeroply.desktop.ledger.LedgerModel;
import org.zeroply.desktop.lessons.AfterPicture;
import org.zeroply.desktop.showing.LessonsPlace;
import org.zeroply.ledger.Comparison;
import org.zeroply.rules.Side;
import org.zeroply.store.GameSummary;
import org.zeroply.store.RepertoireShelf.Listed;

/** The main views over the sample club, one PNG each at 1280x800. */
public final class Tour {
    private static final long OPINIONS_NANOS = 4_000_000_000L;
    private static final long LONGEST_PASS_NANOS = 200_000_000_000L;

    private final Path target;

    private Tour(Path target) {
        this.target = target;
    }

    public static void main(String[] arguments) throws IOException {
        Path folder = Files.createTempDirectory("zeroply-tour");
        try {
            new Tour(Path.of(arguments[0])).run(folder);
            try (var files = Files.walk(folder)) {
                for (Path file : files.sorted(Comparator.reverseOrder()).toList()) {
                    Files.delete(file);
                }
            }
        } finally {
            // Also after a failure: the toolkit's thread would keep the program alive.
            Platform.exit();
        }
    }

    private void run(Path folder) {
        try (Stand stand = Stand.steady(folder, true, 1280, 800)) {
            stand.await("the list", () -> stand.games().games().size() == 64);
            picture(stand, "games");
            // The most richly annotated game, at a move with a variation.
            GameSummary annotated = stand.workbook().games().find("", 1_000).stream()
                    .max(Comparator.comparingInt(GameSummary::remarks))
                    .orElseThrow();
            FxRobot robot = new FxRobot();
            Stand.onStage(() -> {
                stand.shell().openGame(annotated.id());
                return true;
            });
            stand.settle();
            atARecapture(stand);
            ledger(stand, robot);
            calculation(stand);
            judging(stand, robot);
            desk(stand);
            repertoire(stand);
            tasks(stand);
        }
        day(folder.resolve("day"));
        cards(folder.resolve("cards"));
    }

    /** A card half released, and maps as the audience sees them. */
    private void cards(Path folder) {
        try {
            Files.createDirectories(folder);
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        try (Stand stand = Stand.steady(folder, true, 1280, 800)) {
            stand.addSheets();
            run(stand, "command.places.lessons");
            FxRobot robot = new FxRobot();
            var place = stand.shell().place(LessonsPlace.class);
            robot.push(KeyCode.PAGE_DOWN);
            run(stand, "command.sheets.present");
            for (int stop = 0; stop < 12; stop++) {
                robot.push(KeyCode.SPACE);
                stand.settle();
            }
            var audience = Objects.requireNonNull(place.audience()).scene();
            Stand.picture(
                    Stand.onStage(() -> {
                        audience.getRoot().applyCss();
                        audience.getRoot().layout();
                        return audience.snapshot(null);
                    }),
                    target.resolve("map.png"));
            robot.push(KeyCode.PAGE_DOWN);
            for (int stop = 0; stop < 9; stop++) {
                robot.push(KeyCode.SPACE);
                stand.settle();
            }
            picture(stand, "lessons");
        }
    }

    /** A day with its lessons, a plan under the bar of a lesson that is held, and the way to an event. */
    private void day(Path folder) {
        try {
            Files.createDirectories(folder);
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
        try (Stand stand = Stand.steady(folder, true, 1280, 800)) {
            stand.addPapers();
            stand.addRepertoires();
            stand.addSeason();
            stand.addDiary();
            picture(stand, "today");
            press(stand, "#today-hour-1");
            stand.await("the plan", () -> stand.scene().lookup("#plan-begin") != null);
            press(stand, "#plan-begin");
            stand.await("the bar", () -> stand.scene().lookup("#lesson-bar").isVisible());
            press(stand, "#today-hour-2");
            stand.await("the filled hour", () -> stand.scene().lookup("#plan-block-5") != null);
            picture(stand, "lesson-plan");
            escape(stand);
            stand.await("the event", () -> stand.scene().lookup("#today-line-8") != null);
            var cup = stand.workbook()
                    .diary()
                    .events(LocalDate.of(2026, 11, 24), LocalDate.of(2027, 1, 1))
                    .getFirst();
            Stand.onStage(() -> {
                stand.shell().showEvent(cup);
                return true;
            });
            stand.await("the way", () -> stand.scene().lookup("#event-weeks") != null);
            picture(stand, "event-plan");
            escape(stand);
            after(stand);
        }
    }

    /** Holds the lesson under way to its end and draws the page for the student. */
    private void after(Stand stand) {
        FxRobot robot = new FxRobot();
        LocalDate day = LocalDate.of(2026, 11, 24);
        for (int block = 0; block < 4; block++) {
            robot.push(KeyCode.F6);
            stand.settle();
        }
        robot.push(KeyCode.F7);
        stand.await("closing", () -> stand.scene().lookup("#closing-word") != null);
        robot.write("Ida named the threat by herself twice.");
        Stand.onStage(() -> {
            ((CheckBox) stand.scene().lookup("#closing-homework")).setSelected(true);
            ((TextField) stand.scene().lookup("#homework-text"))
                    .setText("Before every move: what does it leave behind?");
            return true;
        });
        press(stand, "#sheet-primary");
        stand.await("it is closed", () -> stand.workbook().diary().underWay().isEmpty());
        try {
            AfterPicture.write(stand.workbook(), day, target.resolve("after-lesson.png"));
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    private static void press(Stand stand, String id) {
        Stand.onStage(() -> {
            ((Button) stand.scene().lookup(id)).fire();
            return true;
        });
        stand.settle();
    }

    /** The page of a student with a season behind her. */
    private void register(Stand stand) {
        stand.addSeason();
        run(stand, "command.places.register");
        var model = stand.register();
        Stand.onStage(() -> {
            model.openNamed("Haddad, Noor");
            return true;
        });
        stand.await(
                "the page",
                () -> model.pageProperty().get() != null
                        && model.pageProperty().get().profile().student().name().equals("Haddad, Noor"));
        picture(stand, "register");
    }

    /** A mark scheme, a marked script, and a sitting; then a printed page. */
    private void tasks(Stand stand) {
        stand.addPapers();
        var model = stand.tasks();
        run(stand, "command.places.tasks");
        var wanted = model.listProperty().get().get(1);
        Stand.onStage(() -> {
            model.open(wanted);
            return true;
        });
        stand.await("the paper", () -> wanted.equals(model.openProperty().get()));
        stand.settle();
        picture(stand, "tasks");
        run(stand, "command.tasks.results");
        var results = new FxRobot().lookup("#tasks-results").queryListView();
        stand.await("the results", () -> results.getItems().size() > 1);
        Stand.onStage(() -> {
            results.getSelectionModel().select(1);
            results.requestFocus();
            return true;
        });
        new FxRobot().push(KeyCode.ENTER);
        stand.await("the marked script", () -> stand.scene().lookup("#marked-points") != null);
        long begun = System.nanoTime();
        while (System.nanoTime() - begun < OPINIONS_NANOS) {
            stand.settle();
        }
        picture(stand, "tasks-marked");
        escape(stand);
        register(stand);
        run(stand, "command.places.tasks");
        run(stand, "command.tasks.sit");
        stand.await("the question who sits", () -> stand.scene().lookup("#student-name") != null);
        FxRobot robot = new FxRobot();
        robot.clickOn("#student-name");
        robot.write("Brandt, Ida");
        robot.clickOn("#sheet-primary");
        stand.await("the sitting", () -> stand.scene().lookup("#sitting-row-1") != null);
        stand.settle();
        robot.clickOn("#sitting-row-1");
        robot.write("42.Bc5 Rxg4 43.Rxd6+ Kc8 44.Rxh6 | White is winning");
        robot.push(KeyCode.ENTER);
        robot.write("42...Rh1+ 43.Kd2 Rh2 44.Bxd6 | White is better");
        robot.push(KeyCode.ENTER);
        stand.settle();
        picture(stand, "tasks-sitting");
    }

    /** The flow with the card, what is unanswered, a guard, and the departures of the student's games. */
    private void repertoire(Stand stand) {
        var model = stand.repertoire();
        stand.addRepertoires();
        run(stand, "command.places.repertoire");
        Listed wanted = model.listProperty().get().stream()
                .filter(each -> each.title().side() == Side.WHITE)
                .findFirst()
                .orElseThrow();
        Stand.onStage(() -> {
            model.open(wanted);
            return true;
        });
        stand.await("the repertoire", () -> wanted.equals(model.openProperty().get()));
        var soundness = stand.soundness();
        run(stand, "command.repertoire.calculate");
        long begun = System.nanoTime();
        while (System.nanoTime() - begun < LONGEST_PASS_NANOS
                && Stand.onStage(() -> soundness.runningProperty().get())) {
            stand.settle();
        }
        Stand.onStage(() -> model.enter("d4 d5 c4 e6 Nc3 Nf6 cxd5"));
        stand.settle();
        run(stand, "command.repertoire.compare");
        var checks = new FxRobot().lookup("#repertoire-list").queryListView();
        stand.await("the departures", () -> checks.getItems().size() > 5);
        stand.settle();
        run(stand, "command.repertoire.tab.FLOW");
        picture(stand, "repertoire");
        run(stand, "command.repertoire.guard");
        Stand.onStage(() -> {
            new FxRobot()
                    .lookup("#guard-condition")
                    .queryAs(TextField.class)
                    .setText("(all (stands black pawn d5) (not (bears black bishop f5)) (castle white short))");
            return true;
        });
        stand.settle();
        escape(stand);
    }

    /** The first move from the thirteenth on that can be taken back in several ways. */
    private static void atARecapture(Stand stand) {
        Stand.onStage(() -> {
            var reading = stand.reading();
            var tree = reading.tree();
            for (int id : tree.mainLine()) {
                var move = tree.node(id).played();
                if (tree.depth(id) > 24
                        && tree.positionAt(tree.node(id).parent()).isCapture(move)
                        && Comparison.recaptures(tree.positionAt(id), move.to()).size() > 1) {
                    reading.go(id);
                    break;
                }
            }
            return true;
        });
        stand.settle();
    }

    /** The ledger with a chosen entry, and its other views. */
    private void ledger(Stand stand, FxRobot robot) {
        var model = stand.ledger();
        stand.await("the searched entries", () -> !model.lookingProperty().get());
        ListView<?> entries = robot.lookup("#ledger").queryAs(ListView.class);
        Stand.onStage(() -> {
            // The first of the sentences, with what proves it on the board.
            entries.getSelectionModel().select(1);
            return true;
        });
        picture(stand, "reading");
        run(stand, "command.compare");
        run(stand, "command.trades");
        GridPane grid = robot.lookup("#trades-grid").queryAs(GridPane.class);
        stand.await("the trade table", () -> !grid.getChildren().isEmpty());
        Stand.onStage(() -> {
            grid.getChildren().stream()
                    .filter(Button.class::isInstance)
                    .map(Button.class::cast)
                    .skip(4)
                    .findFirst()
                    .ifPresent(Button::fire);
            return true;
        });
        Stand.onStage(() -> {
            model.viewProperty().set(LedgerModel.View.ENTRIES);
            entries.getSelectionModel().clearSelection();
            return true;
        });
    }

    /** The panel after a look, with a chosen candidate's plan, and while it calculates until it is stopped. */
    private void calculation(Stand stand) {
        var reading = stand.reading();
        var calculation = stand.calculation();
        Stand.onStage(() -> {
            reading.previous();
            return true;
        });
        run(stand, "command.calculation");
        stand.await(
                "the candidates",
                () -> calculation.studyProperty().get() != null
                        && !calculation.runningProperty().get());
        Stand.onStage(() -> {
            calculation.name("Nc3");
            return true;
        });
        stand.await("the named ones", () -> !calculation.runningProperty().get());
        picture(stand, "calculation");
        defence(stand);
        runTitled(stand, Questions.CANDIDATES.request());
        run(stand, "command.calculation");
    }

    /** What meets a threat, and whether a move may be played yet. */
    private void defence(Stand stand) {
        setUp(stand, "r1bq1rk1/pp1n1ppp/2p1p3/8/3P4/3Q4/PPB2PPP/R3R1K1 b - - 0 17");
        ask(stand, "PARRIES", "");
        picture(stand, "defence-parries");
    }

    /** Asks with what has to be typed, and opens the first row of the answer. */
    private static void ask(Stand stand, String question, String words) {
        if (words.isEmpty()) {
            answered(stand, () -> runTitled(stand, Questions.of(question).request()));
        } else {
            runTitled(stand, Questions.of(question).request());
            FxRobot robot = new FxRobot();
            robot.clickOn("#question-line").write(words, 0);
            answered(stand, () -> robot.push(KeyCode.ENTER));
        }
        expandFirst(stand);
    }

    private static void setUp(Stand stand, String fen) {
        var reading = stand.reading();
        long before = Stand.onStage(() -> reading.gameIdProperty().get());
        Stand.onStage(() -> {
            stand.shell().take(fen);
            return true;
        });
        stand.await(
                "the position",
                () -> reading.gameIdProperty().get() != before
                        && reading.openProperty().get());
        stand.settle();
    }

    private static void answered(Stand stand, Runnable asking) {
        var questions = stand.questions();
        asking.run();
        stand.await(
                "the answer",
                () -> questions.answerProperty().get() != null
                        && !questions.runningProperty().get());
        stand.settle();
    }

    private static void expandFirst(Stand stand) {
        Stand.onStage(() -> {
            var rows = new FxRobot().lookup("#question-rows").queryAs(TreeView.class);
            rows.getTreeItem(0).setExpanded(true);
            rows.getSelectionModel().select(0);
            return true;
        });
        stand.settle();
    }

    /** The two games that the club shows judged: the strip with the judgement, the differences, a lesson report, sums. */
    private void judging(Stand stand, FxRobot robot) {
        var queue = stand.queue();
        Stand.onStage(() -> {
            stand.shell().judgeThose(ZeroPlyApp::isToBeJudged);
            return true;
        });
        stand.await("the queue", () -> queue.runningProperty().get());
        long begun = System.nanoTime();
        while (System.nanoTime() - begun < LONGEST_PASS_NANOS
                && Stand.onStage(() -> queue.runningProperty().get())) {
            stand.settle();
        }
        judged(stand, "Koreth");
        run(stand, "command.judging");
        Stand.onStage(() -> {
            var reading = stand.reading();
            reading.go(reading.tree().mainLine().get(31));
            return true;
        });
        judged(stand, "Haddad");
        run(stand, "command.lanes");
        fire(stand, "#lane-TEMPO");
        escape(stand);
        Stand.onStage(() -> {
            var reading = stand.reading();
            reading.go(reading.tree().mainLine().get(35));
            return true;
        });
        picture(stand, "judgement");
        run(stand, "command.report");
        stand.await(
                "the pages",
                () -> robot.lookup("#lesson-page").tryQuery().isPresent()
                        && robot.lookup("#lesson-page").queryAs(ImageView.class).getImage() != null);
        picture(stand, "lesson-report");
        fire(stand, "#sheet-close");
        run(stand, "command.note");
    }

    private static void judged(Stand stand, String white) {
        GameSummary game = stand.workbook().games().find(white, 1_000).stream()
                .filter(ZeroPlyApp::isToBeJudged)
                .findFirst()
                .orElseThrow();
        Stand.onStage(() -> {
            stand.shell().openGame(game.id());
            return true;
        });
        stand.await(
                "the judgement",
                () -> stand.reading().gameIdProperty().get() == game.id()
                        && stand.judging().judgementProperty().get() != null
                        && stand.judging().judgementProperty().get().moves().size() == game.plies());
    }

    private static void run(Stand stand, String command) {
        Stand.onStage(() -> {
            stand.shell().runCommand(command);
            return true;
        });
        stand.settle();
    }

    private static void runTitled(Stand stand, String title) {
        Stand.onStage(() -> {
            stand.shell().runTitled(title);
            return true;
        });
        stand.settle();
    }

    private static void fire(Stand stand, String query) {
        Stand.onStage(() -> {
            new FxRobot().lookup(query).queryAs(ButtonBase.class).fire();
            return true;
        });
        stand.settle();
    }

    private static void escape(Stand stand) {
        new FxRobot().push(KeyCode.ESCAPE);
        stand.settle();
    }

    /** The desk around the game: editor, curtain, lamp. */
    private void desk(Stand stand) {
        var reading = stand.reading();
        run(stand, "command.curtain");
        Stand.onStage(() -> {
            reading.curtain().studentProperty().set("Ida");
            reading.enter(
                    reading.positionProperty().get().legalMoves().getFirst().toString());
            reading.curtain().answer("it keeps everything guarded");
            reading.enter(
                    reading.positionProperty().get().legalMoves().getLast().toString());
            return true;
        });
        picture(stand, "curtain");
        run(stand, "command.curtain");
        run(stand, "command.places.games");
        stand.await("all games", () -> stand.games().games().size() >= 64);
        Stand.onStage(() -> {
            stand.shell().openGame(stand.games().idAt(5));
            return true;
        });
        stand.settle();
        Stand.onStage(() -> {
            for (int i = 0; i < 30; i++) {
                reading.next();
            }
            return true;
        });
        run(stand, "command.lamp");
        picture(stand, "lamp");
        run(stand, "command.lamp");
    }

    private void picture(Stand stand, String name) {
        // What the ledger searches for comes after a moment.
        stand.await(
                "the searched entries", () -> !stand.ledger().lookingProperty().get());
        stand.picture(target.resolve(name + ".png"));
    }
}
