package org.zeroply.desktop.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.Questions;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.calculation.CalculationModel;
import org.zeroply.desktop.calculation.GivenAnswer;
import org.zeroply.desktop.calculation.QuestionModel;
import org.zeroply.desktop.game.Departed;
import org.zeroply.desktop.game.DrawnMarks;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.CopiedText;
import org.zeroply.desktop.kit.FileChoice;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.NameField;
import org.zeroply.desktop.kit.PaperFiles;
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
import org.zeroply.showing.Card;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;
import org.zeroply.task.Task;

/** The place Reading: the open game with its ledger, calculations, questions, judgement, notes and strip. */
public final class ReadingPlace implements Place {
    /** What the place asks of those around it. */
    public interface Around {
        void newGame();

        void toGames();

        /** Asks how the position is to be played out. */
        void playOut();

        /** Shows the second window, or puts it away. */
        void showBoardWindow();

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
    private final PaperFiles papers;
    private final Around around;
    private final DrawingHand hand;
    private final DrawnMarks marks;
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
            DrawingHand hand,
            Around around) {
        this.game = game;
        this.sheets = sheets;
        papers = new PaperFiles(files, background, sheets);
        this.around = around;
        this.hand = hand;
        marks = new DrawnMarks(game);
        calculation = new CalculationModel(game, workbook, background, calculator);
        questions = new QuestionModel(game, calculation, background, calculator, endings);
        ledger = new LedgerModel(game, background);
        judgingDesk = new JudgingDesk(game, workbook, background, calculator, files, sheets);
        forms = new GameForms(game, sheets, NameField.players(workbook, background));
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

    /** What is drawn on the position of the open game. */
    public DrawnMarks marks() {
        return marks;
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
                            afterEdits(judgingDesk::makeReport),
                            afterEdits(this::print),
                            sheets::say),
                    new ReadingView.Drawing(hand, marks),
                    deeds());
            view = known;
        }
        return known;
    }

    private ReadingBar deeds() {
        return new ReadingBar(
                game,
                new ReadingBar.Deeds(
                        this::toggleCurtain,
                        afterEdits(judgingDesk::startLesson),
                        afterEdits(judgingDesk::makeReport),
                        around::playOut,
                        around::showBoardWindow),
                sheets.moreButton("reading"));
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
                                GameNames.date(tags.known("Date")),
                                tags.known("Site"),
                                tags.known("ECO"),
                                opening == null ? "" : opening.name())
                        .filter(text -> !text.isEmpty())
                        .collect(Collectors.joining(" · "))));
    }

    @Override
    public void editHeading() {
        forms.askDetails();
    }

    @Override
    public Optional<Card> card() {
        if (!game.openProperty().get() || game.isCurtainDown()) {
            return Optional.empty();
        }
        GivenAnswer answer = questions.answerProperty().get();
        boolean isHere = answer != null
                && calculation.openProperty().get()
                && questions.questionProperty().get() != null
                && questions.isAboutHere();
        return Optional.of(CardDraft.of(game, judging(), isHere ? answer : null));
    }

    @Override
    public List<String> otherKeys() {
        return List.of("walk", "branch", "type", "cursor", "pencil");
    }

    // ---- commands

    @Override
    public List<Command> commands() {
        return Stream.of(
                        Command.group("group.reading.game", ofTheGame()),
                        Command.group("group.reading.moves", ofMoves()),
                        Command.group("group.reading.drawing", ofDrawing()),
                        Command.group("group.reading.lesson", ofTheLesson()),
                        Command.group("group.reading.position", ofThePosition()),
                        Command.group("group.reading.judging", ofJudging()),
                        asking(),
                        Command.group("group.reading.tasks", ofTasks()))
                .flatMap(List::stream)
                .toList();
    }

    private List<Command> ofTheGame() {
        return List.of(
                open("command.details", "Alt+D", forms::askDetails),
                covered("command.first", null, game::toStart),
                covered("command.back", null, game::previous),
                covered("command.forward", null, game::next),
                covered("command.last", null, game::toEnd),
                covered(
                        "command.flip",
                        "Alt+T",
                        () -> game.flippedProperty().set(!game.flippedProperty().get())),
                open("command.copyFen", "Shortcut+Shift+C", this::copyFen),
                open("command.copyPgn", "Shortcut+C", this::copyPgn),
                open("command.gamesHere", "Alt+G", this::showGamesHere),
                open("command.text", "Alt+Shift+V", () -> made().showText()),
                open("command.printGame", null, afterEdits(this::print)));
    }

    private List<Command> ofMoves() {
        return List.of(
                covered("command.linePad", "Alt+L", () -> made().focusLinePad()),
                open("command.note", "Alt+N", () -> made().focusNote()),
                open("command.promote", "Alt+M", game::promote),
                open(
                        "command.branchUp",
                        "Alt+Up",
                        () -> game.moveBranch(game.nodeProperty().get(), -1)),
                open(
                        "command.branchDown",
                        "Alt+Down",
                        () -> game.moveBranch(game.nodeProperty().get(), 1)),
                open(
                        "command.delete",
                        "Delete",
                        () -> game.delete(game.nodeProperty().get())));
    }

    private List<Command> ofDrawing() {
        return List.of(
                open("command.way", "F2", this::askWay), open("command.drawn.clear", "Alt+Shift+Delete", marks::clear));
    }

    private void askWay() {
        DrawnMarks.Asked asked =
                marks.way(made().pickedSquare(), hand.pencilProperty().get());
        sheets.say(Texts.of("way." + asked));
    }

    private List<Command> ofTheLesson() {
        return List.of(
                covered("command.curtain", "Alt+C", this::toggleCurtain),
                covered("command.liftOne", "Alt+Right", game.curtain()::liftOne),
                open("command.lesson", "Alt+Shift+C", afterEdits(judgingDesk::startLesson)),
                covered("command.nextMoment", "Alt+Shift+Right", game.curtain()::nextStop),
                open("command.moment", "Alt+H", judgingDesk.coach()::toggleMoment));
    }

    private List<Command> ofThePosition() {
        return List.of(
                covered("command.ledger", "Alt+E", () -> made().showLedger(LedgerModel.View.ENTRIES)),
                open("command.compare", "Alt+V", () -> made().showLedger(LedgerModel.View.COMPARE)),
                open("command.trades", "Alt+W", () -> made().showLedger(LedgerModel.View.TRADES)),
                covered("command.reach", "Alt+R", () -> made().showLedger(LedgerModel.View.REACH)),
                open("command.talkingPoint", "Alt+J", () -> made().takeIntoNote()),
                open("command.scale", null, forms::askScale),
                open("command.calculation", "Alt+K", () -> made().toggleCalculation()),
                open("command.calculationStop", "Alt+X", () -> {
                    calculation.stop();
                    questions.stop();
                    judging().stop();
                }));
    }

    private List<Command> ofJudging() {
        return List.of(
                open("command.judge", "Alt+Y", () -> {
                    made().showJudgement();
                    judging().judge();
                }),
                open("command.judging", "Alt+U", () -> made().showJudgement()),
                open("command.nextTurning", "Alt+Page Down", () -> walkTurning(1)),
                open("command.previousTurning", "Alt+Page Up", () -> walkTurning(-1)),
                open("command.report", "Alt+Z", afterEdits(judgingDesk::makeReport)),
                open("command.lanes", "Alt+I", judgingDesk::arrangeLanes),
                open("command.markDrift", "Alt+B", judgingDesk::markDrift),
                open("command.candidateNotes", "Alt+Shift+K", () -> made().focusCandidates()),
                open("command.calculateGame", null, calculation::calculateGame));
    }

    /** The candidates, and the questions in their groups. */
    private List<Command> asking() {
        List<Command> commands = new ArrayList<>(
                Command.group("group.reading.ask", List.of(asking(Questions.CANDIDATES, () -> made().ask(null)))));
        for (CoachQuestion<?> question : Questions.others()) {
            commands.addAll(Command.group("group.reading.ask", List.of(asking(question, () -> made().ask(question)))));
        }
        return commands;
    }

    private Command asking(CoachQuestion<?> question, Runnable ask) {
        return uncovered(Command.titled(
                question.request(), Texts.ofOr("question." + question.key() + ".words", ""), question.shortcut(), ask));
    }

    private List<Command> ofTasks() {
        return List.of(
                open("command.tasks.take", "Alt+Shift+T", around::taskFromHere),
                open("command.tasks.fromAnswer", "Alt+Shift+M", questions::makeTask));
    }

    /** A command that works with an open game, unless the curtain is down. */
    private Command open(String key, @Nullable String shortcut, Runnable action) {
        return uncovered(Command.of(key, shortcut, action));
    }

    private Command uncovered(Command command) {
        return command.when(() -> game.openProperty().get() && !game.isCurtainDown());
    }

    /** A command that also works while the curtain is down. */
    private Command covered(String key, @Nullable String shortcut, Runnable action) {
        return Command.of(key, shortcut, action).when(() -> game.openProperty().get());
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

    private void print() {
        Game open = game.gameProperty().get();
        String title = GameNames.players(open);
        papers.pdf(title, open, title, game.languageProperty().get());
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
