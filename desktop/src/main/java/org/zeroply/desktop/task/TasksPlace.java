package org.zeroply.desktop.task;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Place;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.GameTree;
import org.zeroply.showing.Card;
import org.zeroply.showing.Face;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;
import org.zeroply.task.Item;
import org.zeroply.task.Opinion;
import org.zeroply.task.Points;
import org.zeroply.task.Task;

/** The place of the tasks: papers with their mark schemes, sittings, marked scripts and results. */
public final class TasksPlace implements Place {
    private final TaskDesk desk;
    private final TasksModel model;

    /**
     * @param game the open game, of which tasks are made
     * @param judging what was judged of it
     * @param hand the pencil
     * @param over shows what covers all places
     * @param endings who knows how endings end, for games that are played on
     * @param clock when sittings begin and end
     * @param setUp has a position set up, from which a task is made
     */
    public TasksPlace(
            OpenGame game,
            JudgingModel judging,
            Workbook workbook,
            Background background,
            CalculatorService calculator,
            ExactEndings endings,
            Clock clock,
            FileChoice files,
            Sheets sheets,
            SittingDesk.Over over,
            DrawingHand hand,
            Runnable setUp) {
        desk = new TaskDesk(
                workbook, background, calculator, game, judging, files, sheets, over, endings, clock, hand, setUp);
        model = desk.model();
        game.languageProperty().subscribe(model.languageProperty()::set);
        model.openProperty().subscribe((before, now) -> {
            if ((before == null) != (now == null) && desk.isShown()) {
                FxThread.later(this::focus);
            }
        });
    }

    public TasksModel model() {
        return model;
    }

    /** Takes a task that was made of an answer into the open paper. */
    public void add(Task task) {
        desk.addFromAnswer(task);
    }

    /** Makes a task of a position that was set up. */
    public void add(GameTree start) {
        desk.addFrom(start);
    }

    /** Makes a task of the move at which the open game stands. */
    public void addFromGame() {
        desk.fromReading();
    }

    /** Opens a task of a paper, if both are still there. */
    public void open(long paper, int task) {
        desk.keepEdits();
        model.listProperty().get().stream()
                .filter(each -> each.id() == paper)
                .findFirst()
                .ifPresent(each -> model.open(each, task));
    }

    /**
     * Asks how the script of a paper set as homework comes in: from files, ticked off, typed in, or not at all.
     *
     * @param student whose it is
     * @param note what notes that it is back, without its script
     * @param done after something came in
     */
    public void isBack(long paper, String student, Runnable note, Runnable done) {
        desk.sittings().scripts().isBack(paper, student, note, done);
    }

    /** Asks first if a sitting goes on; says whether it asked. */
    public boolean asksBeforeClosing(Runnable close) {
        return desk.sittings().asksBeforeClosing(close);
    }

    /** Offers to go on with a sitting that was going on when the workbook was closed. */
    public void offerLeftSitting() {
        desk.sittings().offerLeft();
    }

    @Override
    public String name() {
        return "TASKS";
    }

    @Override
    public String icon() {
        return "M5 3 H19 V21 H5 Z M8 8 H9 M12 8 H16 M8 12 H9 M12 12 H16 M8 16 H9 M12 16 H16";
    }

    @Override
    public Node view() {
        return desk.view();
    }

    @Override
    public void focus() {
        desk.view().focusPlace();
    }

    @Override
    public void keepEdits() {
        desk.keepEdits();
    }

    @Override
    public void undo() {
        model.undo();
    }

    @Override
    public void redo() {
        model.redo();
    }

    @Override
    public ObservableValue<UndoState> undoProperty() {
        return model.undoProperty();
    }

    @Override
    public Optional<Card> card() {
        return model.task()
                .map(task -> Card.of(new Face.Board(task.solution()), task.solver())
                        .withQuestion(task.instruction().isBlank() ? TaskTexts.toMove(task) : task.instruction())
                        .withSource(Texts.of(
                                "card.fromTask",
                                model.paperProperty().get().name(),
                                model.placeProperty().get() + 1)));
    }

    @Override
    public List<Command> commands() {
        return Stream.of(
                        Command.group("group.tasks.papers", ofPapers()),
                        Command.group("group.tasks.task", ofTheTask()),
                        Command.group("group.tasks.scheme", ofTheScheme()),
                        Command.group("group.tasks.sitting", ofSittings()))
                .flatMap(List::stream)
                .toList();
    }

    private List<Command> ofPapers() {
        return List.of(
                Command.of("command.tasks.new", "Alt+N", desk::newPaper),
                Command.of("command.tasks.settings", null, desk::settings),
                Command.of("command.tasks.print", "Shortcut+P", desk::print),
                Command.of("command.tasks.import", "Alt+I", desk::importPaper),
                Command.of("command.tasks.export", "Shortcut+E", desk::exportPaper),
                Command.of("command.tasks.remove", null, model::remove));
    }

    private List<Command> ofTheTask() {
        return List.of(
                Command.of("command.tasks.fromSetup", "Alt+P", desk::fromSetup),
                Command.of("command.tasks.next", "Alt+Page Down", () -> model.choose(chosen() + 1)),
                Command.of("command.tasks.previous", "Alt+Page Up", () -> model.choose(chosen() - 1)),
                Command.of("command.tasks.later", "Alt+Shift+Right", () -> model.move(chosen(), chosen() + 1)),
                Command.of("command.tasks.earlier", "Alt+Shift+Left", () -> model.move(chosen(), chosen() - 1)),
                Command.of("command.tasks.questions", "Alt+W", desk::editQuestions),
                Command.of("command.tasks.themes", "Alt+H", model::findThemes),
                Command.of("command.tasks.check", "Alt+K", () -> {
                    desk.view().show(TasksView.Tab.CHECK);
                    model.check();
                }),
                Command.of("command.tasks.removeTask", null, model::removeTask));
    }

    private int chosen() {
        return model.placeProperty().get();
    }

    private List<Command> ofTheScheme() {
        List<Command> commands = new ArrayList<>(List.of(
                Command.of("command.tasks.solution", "Alt+L", () -> desk.view().show(TasksView.Tab.SOLUTION)),
                Command.of("command.tasks.draft", "Alt+D", model::draft),
                Command.of("command.tasks.choice", "Alt+C", () -> model.setChoice(Points.of(5))),
                Command.of("command.tasks.reach", "Alt+R", () -> model.setReach(Points.of(2)))));
        for (Opinion opinion : Opinion.values()) {
            int digit = opinion == Opinion.UNCLEAR ? 0 : Opinion.WHITE_WINNING.ordinal() - opinion.ordinal() + 1;
            commands.add(Command.of(
                    "command.tasks.judge." + opinion, "Alt+" + digit, () -> model.setJudge(opinion, Points.of(1))));
        }
        for (Item.Way way : Item.Way.values()) {
            String key = switch (way) {
                case ALL -> "Alt+A";
                case ANY -> "Alt+Y";
                case SUM -> "Alt+U";
                case BEST -> "Alt+B";
            };
            commands.add(Command.of(
                    "command.tasks.group." + way, key, () -> desk.view().group(way)));
        }
        commands.add(
                Command.of("command.tasks.ungroup", "Alt+G", () -> desk.view().ungroup()));
        commands.add(
                Command.of("command.tasks.delete", "Delete", () -> desk.view().delete()));
        commands.add(Command.of("command.tasks.up", "Alt+Up", () -> model.reorder(-1)));
        commands.add(Command.of("command.tasks.down", "Alt+Down", () -> model.reorder(1)));
        return commands;
    }

    private List<Command> ofSittings() {
        return List.of(
                Command.of("command.tasks.sit", "Alt+T", desk.sittings()::sit),
                Command.of("command.tasks.results", "Alt+E", () -> desk.view().show(TasksView.Tab.RESULTS)),
                Command.of("command.tasks.students", null, desk.sittings()::students),
                Command.of("command.tasks.homework", "Alt+Shift+H", desk::exportHomework),
                Command.of("command.tasks.scripts", "Alt+Shift+I", desk.sittings()::readScripts),
                Command.of("command.tasks.typeIn", null, desk.sittings()::typeIn),
                Command.of("command.tasks.tickOff", null, desk.sittings()::tickOff));
    }
}
