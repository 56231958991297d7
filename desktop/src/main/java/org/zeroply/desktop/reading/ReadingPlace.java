package org.zeroply.desktop.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.Questions;
import org.zeroply.desktop.calculation.CalculationModel;
import org.zeroply.desktop.calculation.QuestionModel;
import org.zeroply.desktop.game.Departed;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.CopiedText;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Place;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.ledger.LedgerModel;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.Fen;
import org.zeroply.notation.PgnWriter;
import org.zeroply.opening.Openings;
import org.zeroply.rules.Position;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;
import org.zeroply.task.Task;

/** The place Reading: the open game with its ledger, calculations, questions, judgement, notes and strip. */
public final class ReadingPlace implements Place {
    /** What the place asks of those around it. */
    public interface Around {
        void newGame();

        void toGames();

        /** Shows the games that reached a position. */
        void showGames(Position position, String title);

        /** Shows where the open game left a repertoire. */
        void showDeparted(Departed departed);

        /** Makes a task of the move one is at. */
        void taskFromHere();

        /** Takes a task that was made of an answer. */
        void takeTask(Task task);
    }

    private final OpenGame game;
    private final LedgerModel ledger;
    private final CalculationModel calculation;
    private final QuestionModel questions;
    private final JudgingDesk judgingDesk;
    private final GameForms forms;
    private final Sheets sheets;
    private final Around around;
    private final ReadOnlyObjectWrapper<@Nullable Heading> heading = new ReadOnlyObjectWrapper<>(this, "heading");
    private @Nullable ReadingView view;

    public ReadingPlace(
            OpenGame game,
            Workbook workbook,
            Background background,
            CalculatorService calculator,
            ExactEndings endings,
            FileChoice files,
            Sheets sheets,
            Around around) {
        this.game = game;
        this.sheets = sheets;
        this.around = around;
        calculation = new CalculationModel(game, workbook, background, calculator);
        questions = new QuestionModel(game, calculation, background, calculator, endings);
        ledger = new LedgerModel(game, background);
        judgingDesk = new JudgingDesk(game, workbook, background, calculator, files, sheets);
        forms = new GameForms(game, sheets);
        questions.setOnTask(around::takeTask);
        game.gameProperty().subscribe(() -> showHeading());
        game.openingProperty().subscribe(() -> showHeading());
        game.openProperty().subscribe((before, now) -> {
            showHeading();
            if (now && view != null && view.isVisible()) {
                // The place was empty until now, so nothing in it could take the keyboard.
                FxThread.later(this::focus);
            }
        });
    }

    public OpenGame game() {
        return game;
    }

    public LedgerModel ledger() {
        return ledger;
    }

    public CalculationModel calculation() {
        return calculation;
    }

    public QuestionModel questions() {
        return questions;
    }

    public JudgingModel judging() {
        return judgingDesk.judging();
    }

    /** Sums, the queue of games to be judged, lanes and reports. */
    public JudgingDesk judgingDesk() {
        return judgingDesk;
    }

    @Override
    public String name() {
        return "READING";
    }

    @Override
    public String icon() {
        return "M4 4 H20 V20 H4 Z M12 4 V20 M4 12 H20";
    }

    @Override
    public Node view() {
        return made();
    }

    private ReadingView made() {
        ReadingView known = view;
        if (known == null) {
            known = new ReadingView(
                    game,
                    ledger,
                    new ReadingView.Judging(judging(), judgingDesk.coach(), judgingDesk.lanes()),
                    calculation,
                    questions,
                    new ReadingView.Actions(
                            around::newGame,
                            around::toGames,
                            forms::askScale,
                            this::showGamesHere,
                            around::showDeparted,
                            judgingDesk::arrangeLanes,
                            judgingDesk::makeReport,
                            sheets::say));
            view = known;
        }
        return known;
    }

    @Override
    public void focus() {
        made().focusBoard();
    }

    @Override
    public void keepEdits() {
        if (view != null) {
            view.keepEdits();
        }
    }

    @Override
    public void undo() {
        game.undo();
    }

    @Override
    public void redo() {
        game.redo();
    }

    @Override
    public ObservableValue<UndoState> undoProperty() {
        return game.undoProperty();
    }

    @Override
    public ObservableValue<@Nullable Heading> headingProperty() {
        return heading.getReadOnlyProperty();
    }

    private void showHeading() {
        if (!game.openProperty().get()) {
            heading.set(null);
            return;
        }
        Game open = game.gameProperty().get();
        Tags tags = open.tags();
        Openings.Place opening = game.openingProperty().get();
        heading.set(new Heading(
                GameNames.players(open),
                Stream.of(
                                tags.known("Event"),
                                tags.known("Date"),
                                tags.known("Site"),
                                tags.known("ECO"),
                                opening == null ? "" : opening.name())
                        .filter(text -> !text.isEmpty())
                        .collect(Collectors.joining(" · "))));
    }

    @Override
    public List<String> otherKeys() {
        return List.of("walk", "branch", "type", "cursor");
    }

    // ---- commands

    @Override
    public List<Command> commands() {
        List<Command> commands = new ArrayList<>();
        add(commands, "command.gamesHere", "Alt+G", this::showGamesHere);
        addCovered(commands, "command.curtain", "Alt+C", this::toggleCurtain);
        addCovered(commands, "command.liftOne", "Alt+Right", game.curtain()::liftOne);
        addCovered(
                commands,
                "command.flip",
                "Alt+T",
                () -> game.flippedProperty().set(!game.flippedProperty().get()));
        addEditing(commands);
        addLedger(commands);
        addJudging(commands);
        commands.add(uncovered(Command.titled(
                Questions.CANDIDATES.request(), Questions.CANDIDATES.shortcut(), () -> made().ask(null))));
        for (CoachQuestion<?> question : Questions.others()) {
            commands.add(
                    uncovered(Command.titled(question.request(), question.shortcut(), () -> made().ask(question))));
        }
        add(commands, "command.tasks.fromAnswer", "Alt+Shift+M", questions::makeTask);
        add(commands, "command.tasks.take", "Alt+Shift+T", around::taskFromHere);
        add(commands, "command.copyFen", "Shortcut+Shift+C", this::copyFen);
        add(commands, "command.copyPgn", "Shortcut+C", this::copyPgn);
        add(commands, "command.scale", null, forms::askScale);
        return commands;
    }

    private void addEditing(List<Command> commands) {
        add(commands, "command.promote", "Alt+M", game::promote);
        add(
                commands,
                "command.branchUp",
                "Alt+Up",
                () -> game.moveBranch(game.nodeProperty().get(), -1));
        add(
                commands,
                "command.branchDown",
                "Alt+Down",
                () -> game.moveBranch(game.nodeProperty().get(), 1));
        add(
                commands,
                "command.delete",
                "Delete",
                () -> game.delete(game.nodeProperty().get()));
        add(commands, "command.note", "Alt+N", () -> made().focusNote());
        addCovered(commands, "command.linePad", "Alt+L", () -> made().focusLinePad());
        add(commands, "command.details", "Alt+D", forms::askDetails);
    }

    private void addLedger(List<Command> commands) {
        addCovered(commands, "command.ledger", "Alt+E", () -> made().showLedger(LedgerModel.View.ENTRIES));
        add(commands, "command.compare", "Alt+V", () -> made().showLedger(LedgerModel.View.COMPARE));
        add(commands, "command.trades", "Alt+W", () -> made().showLedger(LedgerModel.View.TRADES));
        addCovered(commands, "command.reach", "Alt+R", () -> made().showLedger(LedgerModel.View.REACH));
        add(commands, "command.talkingPoint", "Alt+J", () -> made().takeIntoNote());
        add(commands, "command.calculation", "Alt+K", () -> made().toggleCalculation());
        add(commands, "command.calculationStop", "Alt+X", () -> {
            calculation.stop();
            questions.stop();
            judging().stop();
        });
    }

    private void addJudging(List<Command> commands) {
        add(commands, "command.judge", "Alt+Y", () -> {
            made().showJudgement();
            judging().judge();
        });
        add(commands, "command.lanes", "Alt+I", judgingDesk::arrangeLanes);
        add(commands, "command.markDrift", "Alt+B", judgingDesk::markDrift);
        add(commands, "command.moment", "Alt+H", judgingDesk.coach()::toggleMoment);
        add(commands, "command.candidateNotes", "Alt+Shift+K", () -> made().focusCandidates());
        add(commands, "command.report", "Alt+Z", afterEdits(judgingDesk::makeReport));
        add(commands, "command.lesson", "Alt+Shift+C", afterEdits(judgingDesk::startLesson));
        addCovered(commands, "command.nextMoment", "Alt+Shift+Right", game.curtain()::nextStop);
        add(commands, "command.judging", "Alt+U", () -> made().showJudgement());
        add(commands, "command.nextTurning", "Alt+Page Down", () -> walkTurning(1));
        add(commands, "command.previousTurning", "Alt+Page Up", () -> walkTurning(-1));
        add(commands, "command.calculateGame", null, calculation::calculateGame);
    }

    /** A command that works with an open game, unless the curtain is down. */
    private void add(List<Command> commands, String key, @Nullable String shortcut, Runnable action) {
        commands.add(uncovered(Command.of(key, shortcut, action)));
    }

    private Command uncovered(Command command) {
        return command.when(() -> game.openProperty().get() && !game.isCurtainDown());
    }

    /** A command that also works while the curtain is down. */
    private void addCovered(List<Command> commands, String key, @Nullable String shortcut, Runnable action) {
        commands.add(
                Command.of(key, shortcut, action).when(() -> game.openProperty().get()));
    }

    private Runnable afterEdits(Runnable action) {
        return () -> {
            keepEdits();
            action.run();
        };
    }

    private void showGamesHere() {
        around.showGames(game.positionProperty().get(), Texts.of("games.at", game.currentName()));
    }

    private void walkTurning(int direction) {
        if (!judging().walk(direction)) {
            sheets.say(Texts.of(judging().judgementProperty().get() == null ? "judging.notJudged" : "judging.noMore"));
        }
    }

    private void toggleCurtain() {
        keepEdits();
        if (game.isCurtainDown()) {
            game.curtain().lift();
        } else {
            game.curtain().drop();
        }
    }

    private void copyFen() {
        CopiedText.put(Fen.write(game.positionProperty().get()));
        sheets.say(Texts.of("copied.fen"));
    }

    private void copyPgn() {
        keepEdits();
        CopiedText.put(PgnWriter.write(game.gameProperty().get()));
        sheets.say(Texts.of("copied.pgn"));
    }
}
