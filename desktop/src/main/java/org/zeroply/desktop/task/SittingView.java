package org.zeroply.desktop.task;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Sitting.Attempt;
import org.zeroply.desktop.board.BoardRoom;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.game.SignShapes;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.notation.Language;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.notation.San;
import org.zeroply.notation.SetupList;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.task.Opinion;
import org.zeroply.task.Script;
import org.zeroply.task.ScriptReader;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;

/** A sitting, in the whole window: the diagram, the clock, the script, and nothing else. */
public final class SittingView extends BorderPane {
    private static final PseudoClass STRUCK = PseudoClass.getPseudoClass("struck");

    private static final Duration TICK = Duration.millis(250);

    /** Who answers in a game that is played on. */
    public interface OtherSide {
        void answer(Position position, Consumer<Move> play);
    }

    private final SittingModel model;
    private final Language language;
    private final OtherSide otherSide;
    private final Runnable whenDone;
    private final Runnable askToLeave;
    private final BoardView board = new BoardView();
    private final Label list = Widgets.wrapped("setup-list");
    private final Label heading = new Label();
    private final Label clock = new Label();
    private final Label toMove = Widgets.wrapped("sitting-move");
    private final Label instruction = Widgets.wrapped("sitting-text");
    private final TextField choice = new TextField();
    private final TextField candidates = new TextField();
    private final VBox rows = new VBox(3);
    private final VBox questions = new VBox(8);
    private final Label played = Widgets.wrapped("sitting-text");
    private final VBox sheet = new VBox(10);
    private final Button pause = new Button();
    private final Timeline ticking;
    private final FlowPane strip = new FlowPane(4, 4);
    private int shown = -1;
    private int lastRow;

    /**
     * @param askToLeave called where somebody wants to leave before the end
     * @param whenDone called once all tasks have ended
     */
    public SittingView(
            SittingModel model, Language language, OtherSide otherSide, Runnable askToLeave, Runnable whenDone) {
        this.model = model;
        this.language = language;
        this.otherSide = otherSide;
        this.askToLeave = askToLeave;
        this.whenDone = whenDone;
        getStyleClass().add("sitting");
        setLeft(diagram());
        setCenter(paper());
        ticking = new Timeline(new KeyFrame(TICK, event -> tick()));
        ticking.setCycleCount(Animation.INDEFINITE);
        ticking.play();
        addEventFilter(KeyEvent.KEY_PRESSED, this::keys);
        model.begin();
        model.sittingProperty().subscribe((before, now) -> show());
        show();
    }

    /** Stops the clock on the screen; the sitting itself goes on as it says. */
    public void close() {
        ticking.stop();
    }

    private Node diagram() {
        board.setId("sitting-board");
        board.playableProperty().set(false);
        board.setMinSize(300, 300);
        board.setOnMove(this::play);
        list.setId("sitting-list");
        VBox pane = new VBox(12, board, list, toMove, instruction);
        pane.getStyleClass().add("sitting-diagram");
        BoardRoom.share(this, pane, board, 600, 0.46, 170, 40);
        return pane;
    }

    private Node paper() {
        heading.getStyleClass().add("tasks-facts");
        clock.setId("sitting-clock");
        clock.getStyleClass().add("sitting-clock");
        Region space = Widgets.space();
        HBox top = new HBox(12, heading, space, clock);
        top.setAlignment(Pos.CENTER_LEFT);
        choice.setId("sitting-choice");
        choice.setPrefColumnCount(10);
        choice.textProperty().subscribe((before, now) -> {
            if (choice.isFocused()) {
                model.write(script().withChoice(now));
            }
        });
        candidates.setId("sitting-candidates");
        candidates.textProperty().subscribe((before, now) -> {
            if (candidates.isFocused()) {
                model.write(script().withCandidates(now));
            }
        });
        Button commit = Widgets.button("sitting.commit", "sitting-commit", model::commit);
        commit.getStyleClass().add("primary");
        pause.setId("sitting-pause");
        pause.setOnAction(event -> {
            if (model.isRunning()) {
                model.pause();
            } else {
                model.begin();
            }
        });
        Button leave = Widgets.button("sitting.leave", "sitting-leave", askToLeave);
        Region gap = Widgets.space();
        HBox buttons = new HBox(10, commit, pause, gap, leave);
        Label help = Widgets.wrapped("soft");
        help.setText(Texts.of("sitting.help"));
        ScrollPane scroll = new ScrollPane(sheet);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("branches-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        VBox pane = new VBox(14, top, scroll, strip, buttons, help);
        pane.getStyleClass().add("sitting-paper");
        return pane;
    }

    /** What the keys do to a row, to be clicked: it is done to the row one wrote in last. */
    private void fillStrip(Task task) {
        strip.setId("sitting-strip");
        strip.getChildren().clear();
        Widgets.present(strip, task.kind() != TaskKind.PLAY_ON);
        if (task.kind() == TaskKind.CALCULATE || task.kind() == TaskKind.CANDIDATES) {
            strip.getChildren().add(deed("sitting.mine", "sitting-mine", () -> model.chooseFirstOf(lastRow)));
        }
        if (task.kind() == TaskKind.ELIMINATE) {
            strip.getChildren()
                    .add(deed(
                            "sitting.survives",
                            "sitting-survives",
                            () -> model.setRow(lastRow, SittingModel.surviving(textOf(lastRow)))));
        }
        // As the keys have them: from White is winning to Black is winning, then unclear.
        List<Opinion> offered = new ArrayList<>(List.of(Opinion.values()).reversed());
        offered.remove(Opinion.UNCLEAR);
        offered.add(Opinion.UNCLEAR);
        for (Opinion opinion : offered) {
            ToggleButton verdict = new ToggleButton();
            verdict.setGraphic(SignShapes.draw(opinion.sign()));
            verdict.getStyleClass().add("sign");
            verdict.setId("sitting-verdict-" + opinion.sign());
            verdict.setTooltip(new Tooltip(opinion.text()));
            verdict.setAccessibleText(Texts.of("sitting.verdict") + ": " + opinion.text());
            verdict.setFocusTraversable(false);
            verdict.setOnAction(event -> {
                verdict.setSelected(false);
                setOpinion(lastRow, Optional.of(opinion));
            });
            strip.getChildren().add(verdict);
        }
        strip.getChildren()
                .addAll(
                        deed("sitting.newRow", "sitting-new-row", () -> newRow("")),
                        deed(
                                "sitting.branch",
                                "sitting-branch",
                                () -> newRow(
                                        model.branch(lastRow, field(lastRow).getCaretPosition()))));
    }

    private static Button deed(String key, String id, Runnable action) {
        Button deed = Widgets.button(key, id, action);
        deed.setFocusTraversable(false);
        return deed;
    }

    private void newRow(String begin) {
        int below = script().rows().size();
        model.insertRow(below, begin);
        focusRow(below, true);
    }

    private Script script() {
        return model.current().script();
    }

    // ---- showing

    private void tick() {
        if (!model.tick()) {
            showClock();
        }
    }

    private void showClock() {
        clock.setText(TaskTexts.clock(model.left()));
        clock.pseudoClassStateChanged(PseudoClass.getPseudoClass("short"), model.left() < 60_000 && !model.isDone());
        clock.setOpacity(model.isRunning() ? 1 : 0.5);
    }

    private void show() {
        if (model.isDone()) {
            close();
            whenDone.run();
            return;
        }
        Sitting sitting = model.sittingProperty().get();
        Attempt attempt = model.current();
        Task task = attempt.task();
        if (model.number() != shown) {
            shown = model.number();
            model.begin();
            showTask(sitting, task);
        }
        boolean stopped = !model.isRunning();
        pause.setVisible(sitting.mayPause());
        pause.setText(Texts.of(stopped ? "sitting.goOn" : "sitting.pause"));
        boolean goesOnAgain = sheet.isDisable() && !stopped;
        sheet.setDisable(stopped);
        if (goesOnAgain) {
            FxThread.later(this::focusWriting);
        }
        board.setVisible(sitting.showsDiagram() && !stopped);
        list.setVisible(!sitting.showsDiagram() && !stopped);
        if (!choice.isFocused()) {
            choice.setText(attempt.script().choice());
        }
        if (task.kind() == TaskKind.PLAY_ON) {
            played.setText(
                    attempt.script().played().isEmpty()
                            ? Texts.of("sitting.playHere")
                            : attempt.script().played());
        }
        showRows();
        showClock();
    }

    private void showTask(Sitting sitting, Task task) {
        heading.setText(Texts.of(
                "sitting.heading",
                model.number(),
                sitting.tasks().size(),
                task.kind().title().toUpperCase(Locale.ROOT)));
        board.setManaged(sitting.showsDiagram());
        list.setManaged(!sitting.showsDiagram());
        list.setText(SetupList.write(men(task.start()), language));
        board.flippedProperty().set(task.solver() == Side.BLACK);
        board.positionProperty().set(task.start());
        board.ownMarks().setAll(task.drawn());
        board.lastMoveProperty().set(task.last() == null ? null : task.last().move());
        toMove.setText(TaskTexts.toMove(task));
        instruction.setText(
                task.instruction().isEmpty() ? Texts.of("sitting.instruction." + task.kind()) : task.instruction());
        if (script().isEmpty() && script().language() != language) {
            model.write(script().withLanguage(language));
        }
        sheet.getChildren().clear();
        rows.getChildren().clear();
        lastRow = 0;
        fillStrip(task);
        switch (task.kind()) {
            case CALCULATE -> sheet.getChildren().addAll(labelled("sitting.choice", choice), rows);
            case ELIMINATE -> sheet.getChildren().addAll(rows);
            case PARRY -> sheet.getChildren().addAll(labelled("sitting.parries", candidates), rows);
            case CANDIDATES ->
                sheet.getChildren()
                        .addAll(labelled("sitting.candidates", candidates), labelled("sitting.choice", choice), rows);
            case ASSESS -> {
                fillQuestions(task);
                sheet.getChildren().addAll(questions, rows);
            }
            case PLAY_ON -> {
                replay(task);
                sheet.getChildren().add(played);
            }
        }
        candidates.setText(script().candidates());
        choice.setText(script().choice());
        if (task.kind() != TaskKind.PLAY_ON) {
            if (script().rows().isEmpty()) {
                model.setRow(0, "");
            }
            FxThread.later(this::focusWriting);
        }
    }

    /** Gives the keyboard to the row one wrote in last, at first to the first one; to the board where one plays on. */
    void focusWriting() {
        if (rows.getChildren().isEmpty()) {
            board.requestFocus();
        } else {
            focusRow(Math.min(lastRow, rows.getChildren().size() - 1), true);
        }
    }

    private static Map<Square, Piece> men(Position position) {
        Map<Square, Piece> men = new EnumMap<>(Square.class);
        for (Square square : position.occupied()) {
            Piece piece = position.pieceAt(square);
            if (piece != null) {
                men.put(square, piece);
            }
        }
        return men;
    }

    private static HBox labelled(String key, TextField field) {
        Label label = Widgets.label("strong", Texts.of(key));
        label.setMinWidth(Region.USE_PREF_SIZE);
        HBox box = new HBox(10, label, field);
        HBox.setHgrow(field, Priority.SOMETIMES);
        box.setAlignment(Pos.CENTER_LEFT);
        return box;
    }

    private void fillQuestions(Task task) {
        questions.getChildren().clear();
        for (int i = 0; i < task.questions().size(); i++) {
            int number = i + 1;
            Label text = Widgets.wrapped("sitting-text");
            text.setText(number + ". " + task.questions().get(i).text());
            TextField field = new TextField(script().answers().getOrDefault(number, ""));
            field.setId("sitting-answer-" + number);
            field.textProperty().subscribe((before, now) -> model.write(script().withAnswer(number, now)));
            questions.getChildren().addAll(text, field);
        }
    }

    // ---- rows

    private void showRows() {
        List<String> texts = script().rows();
        while (rows.getChildren().size() > texts.size()) {
            rows.getChildren().removeLast();
        }
        List<String> faults = model.faults();
        List<String> joined = model.joined();
        for (int i = 0; i < texts.size(); i++) {
            if (i == rows.getChildren().size()) {
                rows.getChildren().add(row(i));
            }
            TextField field = field(i);
            if (!field.getText().equals(texts.get(i))) {
                field.setText(texts.get(i));
            }
            VBox box = (VBox) rows.getChildren().get(i);
            Label fault = (Label) box.getChildren().getLast();
            boolean isStruck = texts.get(i).stripLeading().startsWith(ScriptReader.STRUCK);
            field.pseudoClassStateChanged(STRUCK, isStruck);
            Label after =
                    (Label) ((HBox) box.getChildren().getFirst()).getChildren().get(2);
            after.setText(isStruck ? Texts.of("sitting.struck") : i < joined.size() ? joined.get(i) : "");
            // What is empty has nothing to strike out; the place is kept, so that the rows stay in line.
            ((HBox) box.getChildren().getFirst())
                    .getChildren()
                    .getLast()
                    .setVisible(!texts.get(i).isBlank());
            String said = i < faults.size() && !field.isFocused() ? faults.get(i) : "";
            Widgets.tell(fault, said);
        }
    }

    private VBox row(int index) {
        Label number = Widgets.label("row-number", Integer.toString(index + 1));
        number.setMinWidth(24);
        TextField field = new TextField();
        field.setId("sitting-row-" + (index + 1));
        field.getStyleClass().add("script-row");
        field.textProperty().subscribe((before, now) -> {
            if (!model.isDone() && !now.equals(textOf(index))) {
                model.setRow(index, now);
            }
        });
        field.focusedProperty().subscribe((before, now) -> {
            if (now) {
                lastRow = index;
            }
            if (!model.isDone()) {
                showRows();
            }
        });
        HBox.setHgrow(field, Priority.ALWAYS);
        Label after = Widgets.label("row-joined", "");
        after.setMinWidth(Region.USE_PREF_SIZE);
        Button strike =
                Widgets.quietButton("sitting.strike", "sitting-strike-" + (index + 1), () -> model.strike(index));
        HBox line = new HBox(8, number, field, after, strike);
        line.setAlignment(Pos.CENTER_LEFT);
        Label fault = Widgets.wrapped("row-fault");
        Widgets.present(fault, false);
        return new VBox(1, line, fault);
    }

    private String textOf(int row) {
        List<String> texts = script().rows();
        return row < texts.size() ? texts.get(row) : "";
    }

    private TextField field(int row) {
        VBox box = (VBox) rows.getChildren().get(row);
        return (TextField) ((HBox) box.getChildren().getFirst()).getChildren().get(1);
    }

    private void focusRow(int row, boolean atEnd) {
        if (row >= 0 && row < rows.getChildren().size()) {
            TextField field = field(row);
            field.requestFocus();
            if (atEnd) {
                field.end();
            }
        }
    }

    private int focusedRow() {
        for (int i = 0; i < rows.getChildren().size(); i++) {
            if (field(i).isFocused()) {
                return i;
            }
        }
        return -1;
    }

    // ---- keys

    private void keys(KeyEvent event) {
        int row = focusedRow();
        if (event.isShortcutDown() && event.getCode() == KeyCode.ENTER && event.isShiftDown()) {
            model.commit();
            event.consume();
        } else if (row >= 0) {
            rowKeys(event, row);
        }
    }

    private void rowKeys(KeyEvent event, int row) {
        boolean taken = true;
        if (event.getCode() == KeyCode.ENTER && event.isShortcutDown()) {
            newRow(model.branch(row, field(row).getCaretPosition()));
        } else if (event.getCode() == KeyCode.ENTER) {
            int below = script().rows().size();
            if (row == below - 1) {
                model.insertRow(below, "");
            }
            focusRow(row + 1, true);
        } else if (event.getCode() == KeyCode.UP) {
            focusRow(row - 1, true);
        } else if (event.getCode() == KeyCode.DOWN) {
            focusRow(row + 1, true);
        } else if (event.getCode() == KeyCode.BACK_SPACE && field(row).getText().isEmpty() && row > 0) {
            if (model.removeRow(row)) {
                focusRow(row - 1, true);
            }
        } else if (event.isAltDown() && event.getCode() == KeyCode.C) {
            model.chooseFirstOf(row);
        } else if (event.isAltDown() && event.getCode() == KeyCode.X) {
            model.strike(row);
            field(row).end();
        } else if (event.isAltDown()
                && event.getCode() == KeyCode.S
                && model.current().task().kind() == TaskKind.ELIMINATE) {
            model.setRow(row, SittingModel.surviving(textOf(row)));
            field(row).end();
        } else if (event.isAltDown() && opinion(event.getCode()).isPresent()) {
            setOpinion(row, opinion(event.getCode()));
        } else {
            taken = false;
        }
        if (taken) {
            event.consume();
        }
    }

    private void setOpinion(int row, Optional<Opinion> opinion) {
        model.setRow(row, SittingModel.withOpinion(textOf(row), opinion));
        field(row).end();
    }

    /** Alt and 1 to 7 for the seven verdicts from White's win to Black's, 0 for unclear. */
    private static Optional<Opinion> opinion(KeyCode code) {
        List<KeyCode> keys = new ArrayList<>(List.of(
                KeyCode.DIGIT1,
                KeyCode.DIGIT2,
                KeyCode.DIGIT3,
                KeyCode.DIGIT4,
                KeyCode.DIGIT5,
                KeyCode.DIGIT6,
                KeyCode.DIGIT7));
        if (code == KeyCode.DIGIT0) {
            return Optional.of(Opinion.UNCLEAR);
        }
        int at = keys.indexOf(code);
        return at < 0 ? Optional.empty() : Optional.of(Opinion.values()[Opinion.WHITE_WINNING.ordinal() - at]);
    }

    // ---- playing on

    private List<Move> moves(Task task) {
        return new LineReader(script().language()).read(task.start(), script().played())
                        instanceof LineReading.Read read
                ? read.moves()
                : List.of();
    }

    private void replay(Task task) {
        Position position = task.start();
        for (Move move : moves(task)) {
            position = position.play(move);
            board.lastMoveProperty().set(move);
        }
        board.positionProperty().set(position);
        board.playableProperty().set(true);
        board.ownMarks().clear();
        answer(task, position);
    }

    private void play(Move move) {
        Task task = model.current().task();
        if (task.kind() != TaskKind.PLAY_ON || board.positionProperty().get().sideToMove() != task.solver()) {
            return;
        }
        answer(task, append(task, move));
    }

    private Position append(Task task, Move move) {
        List<Move> moves = new ArrayList<>(moves(task));
        moves.add(move);
        model.write(script().withPlayed(San.line(task.start(), moves, script().language())));
        Position next = board.positionProperty().get().play(move);
        board.positionProperty().set(next);
        board.lastMoveProperty().set(move);
        return next;
    }

    private void answer(Task task, Position position) {
        if (position.sideToMove() != task.solver() && position.hasLegalMove()) {
            otherSide.answer(position, move -> {
                boolean same = !model.isDone()
                        && model.current().task().equals(task)
                        && board.positionProperty().get().equals(position);
                if (same) {
                    append(task, move);
                }
            });
        }
    }
}
