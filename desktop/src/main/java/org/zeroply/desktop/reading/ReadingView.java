package org.zeroply.desktop.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.binding.Bindings;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Candidate;
import org.zeroply.analysis.Study;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.QuestionReport;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.board.PencilBar;
import org.zeroply.desktop.board.Trace;
import org.zeroply.desktop.calculation.CalculationModel;
import org.zeroply.desktop.calculation.CalculationPane;
import org.zeroply.desktop.calculation.Drawings;
import org.zeroply.desktop.calculation.GivenAnswer;
import org.zeroply.desktop.calculation.QuestionModel;
import org.zeroply.desktop.game.Departed;
import org.zeroply.desktop.game.DrawnMarks;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.CoachCard;
import org.zeroply.desktop.judging.CoachModel;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.judging.JudgingPane;
import org.zeroply.desktop.judging.LanesModel;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.ledger.LedgerModel;
import org.zeroply.desktop.ledger.LedgerPane;
import org.zeroply.desktop.ledger.Shown;
import org.zeroply.desktop.strip.StripView;
import org.zeroply.notation.LineReading;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.Threat;

/** The place Reading: passive; everything it shows comes from the model and everything the user does goes there. */
public final class ReadingView extends StackPane {
    private final OpenGame model;
    private final BoardView board = new BoardView();
    private final LinePad linePad;
    private final LedgerModel ledger;
    private final LedgerPane ledgerPane;
    private final NotesPane notes;
    private final StripView strip = new StripView();
    private final CalculationModel calculation;
    private final QuestionModel questions;
    private final CalculationPane calculationPane;
    private final JudgingPane judgingPane;
    private final TextPane textPane;
    private final CoachCard coachCard;
    private final ScrollPane noteSide;
    private final ToggleButton notesTab = tab("notes.tab", "tab-notes");
    private final ToggleButton calculationTab = tab("calculation.tab", "tab-calculation");
    private final ToggleButton judgingTab = tab("judging.tab", "tab-judging");
    private final ToggleButton textTab = tab("text.tab", "tab-text");
    private final HBox tabs = new HBox(notesTab, textTab, calculationTab, judgingTab);
    private final Consumer<String> say;

    /** What is read beside the ledger while nothing is calculated. */
    private enum Written {
        NOTES,
        TEXT,
        JUDGEMENT
    }

    private final BooleanProperty ledgerBehindCurtain = new SimpleBooleanProperty(this, "ledgerBehindCurtain", false);
    private final ObjectProperty<Written> shownSide = new SimpleObjectProperty<>(this, "shownSide", Written.NOTES);

    /** From this width on there is room for notes and calculation beside each other. */
    private static final double WIDE = 1500;

    /** Under this height there is not room for candidates and every lane of the strip. */
    private static final double LOW = 700;

    private static final double LOW_STRIP = 90;
    private static final double USUAL_TEXT = 13;

    /** The board takes no more than this part of the width. */
    private static final double WIDEST_BOARD = 0.42;

    /** The strip takes no more than this part of the height. */
    private static final double MOST_STRIP = 0.6;

    /**
     * What the place asks of the application.
     *
     * @param newGame starts a game from the initial position
     * @param games goes to the list
     * @param ownScale asks for the coach's own values
     * @param gamesHere shows the games that came to the position
     * @param lanes arranges the lanes of the strip
     * @param report makes the lesson report of the game
     * @param print writes the game for printing
     * @param say says something short in the status line
     */
    public record Actions(
            Runnable newGame,
            Runnable games,
            Runnable ownScale,
            Runnable gamesHere,
            Consumer<Departed> departed,
            Runnable lanes,
            Runnable report,
            Runnable print,
            Consumer<String> say) {}

    /**
     * What belongs to the judgement of a game.
     *
     * @param model the judgement
     * @param coach what the coach says against it
     * @param lanes of the strip
     */
    public record Judging(JudgingModel model, CoachModel coach, LanesModel lanes) {}

    /**
     * What belongs to drawing on the board.
     *
     * @param hand the pencil
     * @param marks what is drawn
     */
    public record Drawing(DrawingHand hand, DrawnMarks marks) {}

    public ReadingView(
            OpenGame model,
            LedgerModel ledger,
            Judging judging,
            CalculationModel calculation,
            QuestionModel questions,
            Actions actions,
            Drawing drawing,
            ReadingBar bar) {
        this.model = model;
        this.ledger = ledger;
        this.calculation = calculation;
        this.questions = questions;
        say = actions.say();
        calculationPane = new CalculationPane(calculation, questions, model);
        judgingPane = new JudgingPane(judging.model(), judging.coach(), model, actions.report());
        coachCard = new CoachCard(model, judging.model(), judging.coach(), () -> takeOver(judging.coach()));
        textPane = new TextPane(model, actions.print());
        linePad = new LinePad(model);
        notes = new NotesPane(model, judging.model()::bestInsteadOf);
        getStyleClass().add("reading");
        ledgerPane = new LedgerPane(
                ledger, calculation, new LedgerPane.Actions(actions.ownScale(), this::focusNote, this::askAbout));
        VBox beside = new VBox(8, notes, coachCard, new HerePane(model, actions.gamesHere(), actions.departed()));
        VBox.setVgrow(notes, Priority.ALWAYS);
        // In a low window what does not fit is scrolled to.
        noteSide = Widgets.scrolled(beside);
        noteSide.setFitToHeight(true);
        noteSide.getStyleClass().add("branches-scroll");
        StackPane rightSide = rightSide();
        HBox upper = upper(rightSide, drawing);
        Runnable arrange = () -> arrange(upper, rightSide);
        upper.widthProperty().subscribe(arrange);
        heightProperty().subscribe(arrange);
        calculation.openProperty().subscribe(arrange);
        shownSide.subscribe(arrange);
        buildTabs(upper, arrange);
        BorderPane content = new BorderPane();
        content.setTop(bar);
        content.setCenter(upper);
        content.setBottom(new VBox(stripEdge(content), strip));
        content.visibleProperty().bind(model.openProperty());
        VBox nothing = nothing(actions.newGame(), actions.games());
        nothing.visibleProperty().bind(model.openProperty().not());
        getChildren().addAll(nothing, content);
        strip.setOnArrange(actions.lanes());
        bind(judging);
        addEventHandler(KeyEvent.KEY_PRESSED, this::walk);
        addEventHandler(KeyEvent.KEY_TYPED, this::typed);
    }

    /** Notes, calculation and judgement, or the curtain over them. */
    private StackPane rightSide() {
        HBox written = new HBox(18, calculationPane, noteSide, textPane, judgingPane);
        VBox.setVgrow(written, Priority.ALWAYS);
        // What is side by side shares the width evenly, whatever its content would like.
        for (Region side : List.of(calculationPane, noteSide, textPane, judgingPane)) {
            HBox.setHgrow(side, Priority.ALWAYS);
            side.setPrefWidth(100);
            side.setMinWidth(0);
        }
        tabs.getStyleClass().add("side-tabs");
        VBox uncovered = new VBox(6, tabs, written);
        CurtainPane curtain = new CurtainPane(model);
        model.curtain().nodeProperty().subscribe(now -> {
            uncovered.setVisible(!model.isCurtainDown());
            curtain.setVisible(model.isCurtainDown());
        });
        StackPane rightSide = new StackPane(uncovered, curtain);
        givesWay(rightSide, uncovered, written, calculationPane, noteSide, textPane, judgingPane, curtain);
        return rightSide;
    }

    private HBox upper(StackPane rightSide, Drawing drawing) {
        DrawnMarks marks = drawing.marks();
        board.letDraw(drawing.hand(), marks::draw, marks::clear);
        marks.marksProperty().subscribe(now -> board.ownMarks().setAll(now));
        HBox below = new HBox(6, linePad, PencilBar.toggle(drawing.hand(), "reading"));
        HBox.setHgrow(linePad, Priority.ALWAYS);
        VBox boardSide = new VBox(board, new PencilBar(drawing.hand(), "reading", marks::clear), below);
        boardSide.getStyleClass().add("board-side");
        VBox.setVgrow(board, Priority.ALWAYS);
        StackPane middle = new StackPane(ledgerPane, hiddenLedger());
        // It takes what the board and the notes leave, whatever stands in it.
        middle.setPrefWidth(100);
        middle.setMinWidth(0);
        givesWay(boardSide, ledgerPane, middle);
        HBox upper = new HBox(boardSide, middle, rightSide);
        upper.getStyleClass().add("reading-upper");
        HBox.setHgrow(middle, Priority.ALWAYS);
        // The board takes what its height allows; ledger and notes share the rest.
        boardSide
                .prefWidthProperty()
                .bind(Bindings.min(
                        upper.heightProperty().subtract(46),
                        upper.widthProperty().multiply(WIDEST_BOARD)));
        boardSide.setMinWidth(Region.USE_PREF_SIZE);
        upper.setViewOrder(-1);
        return upper;
    }

    /** Stands where the ledger was while the curtain is down, until the coach shows it. */
    private VBox hiddenLedger() {
        Label text = Widgets.wrapped("soft");
        text.setText(Texts.of("curtain.ledger"));
        Button show = new Button(Texts.of("curtain.ledger.show"));
        show.setId("curtain-show-ledger");
        show.setOnAction(event -> ledgerBehindCurtain.set(true));
        VBox hidden = new VBox(10, text, show);
        hidden.getStyleClass().add("ledger-view");
        hidden.visibleProperty().bind(ledgerPane.visibleProperty().not());
        ledgerPane
                .visibleProperty()
                .bind(model.curtain().nodeProperty().lessThan(0).or(ledgerBehindCurtain));
        model.curtain().nodeProperty().subscribe((before, now) -> {
            if (before.intValue() < 0) {
                ledgerBehindCurtain.set(false);
            }
        });
        return hidden;
    }

    /** In a low window with large text these give way before the frame is cut. */
    private static void givesWay(Region... sides) {
        for (Region side : sides) {
            side.setMinHeight(0);
        }
    }

    private void arrange(HBox upper, StackPane rightSide) {
        boolean wide = upper.getWidth() >= WIDE;
        boolean calculating = calculation.openProperty().get();
        show(calculationPane, calculating);
        boolean room = wide || !calculating;
        Written side = shownSide.get();
        show(noteSide, room && side == Written.NOTES);
        show(textPane, room && side == Written.TEXT);
        show(judgingPane, room && side == Written.JUDGEMENT);
        // In a low window the strip gives way to the candidates: moves and verdict are left of it.
        double scale = notesTab.getFont().getSize() / USUAL_TEXT;
        boolean low = calculating && getHeight() > 0 && getHeight() < LOW * scale;
        strip.setMinHeight(low ? 0 : Region.USE_COMPUTED_SIZE);
        strip.setMaxHeight(low ? LOW_STRIP * scale : Region.USE_COMPUTED_SIZE);
        notesTab.setSelected(noteSide.isVisible());
        textTab.setSelected(textPane.isVisible());
        judgingTab.setSelected(judgingPane.isVisible());
        calculationTab.setSelected(calculating);
        rightSide.setPrefWidth(upper.getWidth() * (wide && calculating ? 0.36 : calculating ? 0.29 : 0.26));
    }

    private void buildTabs(HBox upper, Runnable arrange) {
        notesTab.setOnAction(event -> {
            shownSide.set(Written.NOTES);
            calculation.openProperty().set(false);
            arrange.run();
        });
        textTab.setOnAction(event -> {
            showText();
            arrange.run();
        });
        judgingTab.setOnAction(event -> {
            showJudgement();
            arrange.run();
        });
        calculationTab.setOnAction(event -> {
            calculation
                    .openProperty()
                    .set(upper.getWidth() < WIDE || !calculation.openProperty().get());
            arrange.run();
        });
    }

    private static VBox nothing(Runnable onNewGame, Runnable onGames) {
        Label title = Widgets.label("empty-title", Texts.of("reading.empty.title"));
        Label text = Widgets.label("empty-text", Texts.of("reading.empty.text"));
        text.setWrapText(true);
        Button open = new Button(Texts.of("reading.empty.games"));
        open.getStyleClass().add("primary");
        open.setOnAction(event -> onGames.run());
        Button fresh = new Button(Texts.of("command.newGame"));
        fresh.setOnAction(event -> onNewGame.run());
        HBox buttons = new HBox(8, open, fresh);
        buttons.getStyleClass().add("empty-buttons");
        VBox box = new VBox(10, title, text, buttons);
        box.getStyleClass().add("empty-place");
        return box;
    }

    private static void show(Region region, boolean shown) {
        Widgets.present(region, shown);
    }

    private static ToggleButton tab(String key, String id) {
        ToggleButton tab = new ToggleButton(Texts.of(key));
        tab.getStyleClass().add("side-tab");
        tab.setMinWidth(Region.USE_PREF_SIZE);
        tab.setId(id);
        return tab;
    }

    private void bind(Judging judging) {
        calculation.studyProperty().subscribe(() -> draw());
        calculation.openProperty().subscribe(() -> draw());
        calculation.threatsShownProperty().subscribe(() -> draw());
        calculationPane.chosenProperty().subscribe(() -> draw());
        calculationPane.chosenRowProperty().subscribe(() -> draw());
        questions.answerProperty().subscribe(() -> draw());
        questions.questionProperty().subscribe(() -> draw());
        model.nodeProperty().subscribe(() -> draw());
        ledgerPane.shownProperty().subscribe(() -> draw());
        model.typed().refusalProperty().subscribe(() -> draw());
        draw();
        // While a typed line cannot be read the board stands where it could not.
        ObservableValue<LineReading.@Nullable Refused> refused = model.typed().refusalProperty();
        board.positionProperty()
                .bind(Bindings.createObjectBinding(
                        () -> refused.getValue() == null
                                ? model.positionProperty().get()
                                : refused.getValue().at(),
                        model.positionProperty(),
                        refused));
        board.lastMoveProperty()
                .bind(Bindings.createObjectBinding(
                        () -> refused.getValue() == null
                                        || refused.getValue()
                                                .at()
                                                .equals(model.positionProperty().get())
                                ? model.lastMoveProperty().get()
                                : null,
                        model.lastMoveProperty(),
                        refused));
        board.flippedProperty().bindBidirectional(model.flippedProperty());
        board.setOnMove(move -> {
            if (!linePad.field().mend(move)) {
                model.play(move);
            }
        });
        board.setOnScroll(event -> {
            if (event.getDeltaY() > 0) {
                model.previous();
            } else if (event.getDeltaY() < 0) {
                model.next();
            }
            event.consume();
        });
        board.pickedProperty().subscribe(this::picked);
        // A goal for a piece is picked on the board as a move would be.
        board.playableProperty().bind(ledger.viewProperty().isNotEqualTo(LedgerModel.View.REACH));
        strip.dataProperty().bind(new StripModel(model).dataProperty());
        strip.verdictsProperty().bind(judging.model().verdictsProperty());
        strip.measuresProperty().bind(judging.lanes().measuresProperty());
        strip.lanesProperty().bind(judging.lanes().lanesProperty());
        strip.setOnGo(model::go);
    }

    private void picked(@Nullable Square square) {
        ledgerPane.pick(square);
        if (square != null && ledger.viewProperty().get() == LedgerModel.View.REACH) {
            // Every click counts there, the second on a square too.
            board.pickedProperty().set(null);
        }
    }

    /**
     * What lies over the board: the answer to a question asked here, else what the ledger shows, else the plan of the
     * chosen candidate or what threatens.
     */
    private void draw() {
        if (model.typed().refusalProperty().get() != null) {
            // The board stands where a typed line could not be read: nothing was asked or calculated there.
            board.traces().clear();
            board.marks().clear();
            return;
        }
        GivenAnswer answer = questions.answerProperty().get();
        boolean asked = questions.questionProperty().get() != null
                && calculation.openProperty().get();
        Shown shown = ledgerPane.shownProperty().get();
        if (asked && answer != null && questions.isAboutHere()) {
            QuestionReport.Row row = calculationPane.chosenRowProperty().get();
            board.traces()
                    .setAll(
                            row == null || row.drawn().isEmpty()
                                    ? Drawings.traces(answer.report().drawn())
                                    : Drawings.traces(row.drawn()));
            board.marks().setAll(Drawings.marks(answer.report().drawn()));
            return;
        }
        board.marks().setAll(shown.marks());
        boolean byLedger = !shown.marks().isEmpty() || !shown.traces().isEmpty();
        board.traces().setAll(byLedger || asked ? shown.traces() : calculated());
    }

    private List<Trace> calculated() {
        List<Trace> traces = new ArrayList<>();
        Study study = calculation.studyProperty().get();
        Candidate chosen = calculationPane.chosenProperty().get();
        if (study != null && chosen != null) {
            Side side = study.position().sideToMove();
            List<Move> moves = chosen.line().moves();
            traces.add(plan(moves.getFirst(), 1, side));
            if (moves.size() > 1) {
                traces.add(plan(moves.get(1), 2, side.opposite()));
            }
        } else if (study != null && calculation.threatsShownProperty().get()) {
            traces.addAll(threats(study));
        }
        return traces;
    }

    private static Trace plan(Move move, int number, Side side) {
        return new Trace.Plan(List.of(move.from(), move.to()), number, side);
    }

    private static List<Trace> threats(Study study) {
        List<Trace> traces = new ArrayList<>();
        List<Threat> found = study.threats();
        Side by = study.position().sideToMove().opposite();
        for (Threat threat : found == null ? List.<Threat>of() : found) {
            if (threat.line().isEmpty()) {
                threat.from()
                        .forEach(from -> threat.targets().forEach(to -> traces.add(new Trace.Threat(from, to, by))));
            } else {
                Move first = threat.line().getFirst();
                traces.add(new Trace.Threat(first.from(), first.to(), by));
                if (threat.kind() == Threat.Kind.DOUBLE) {
                    threat.targets().forEach(to -> traces.add(new Trace.Threat(first.to(), to, by)));
                }
            }
        }
        return traces.stream().distinct().toList();
    }

    // ---- keys

    /** Arrows walk the game from wherever the focus is, unless a control has used them. */
    private void walk(KeyEvent event) {
        if (event.isShortcutDown()
                || event.isAltDown()
                || isTyping(event)
                || !model.openProperty().get()) {
            return;
        }
        Runnable step = switch (event.getCode()) {
            case RIGHT -> model::next;
            case LEFT -> model::previous;
            case UP -> () -> model.changeBranch(-1);
            case DOWN -> () -> model.changeBranch(1);
            case HOME -> model::toStart;
            case END -> model::toEnd;
            case ESCAPE -> model.isCurtainDown() ? model.curtain()::lift : null;
            default -> null;
        };
        if (step != null) {
            step.run();
            event.consume();
        }
    }

    /** A letter typed anywhere on the place begins a line; in a text field it is that field's. */
    private void typed(KeyEvent event) {
        String character = event.getCharacter();
        boolean usable =
                character.length() == 1 && !Character.isISOControl(character.charAt(0)) && !character.isBlank();
        if (usable && model.openProperty().get() && !isTyping(event) && !event.isShortcutDown() && !event.isAltDown()) {
            linePad.field().takeTyped(character);
            event.consume();
        }
    }

    private static boolean isTyping(KeyEvent event) {
        if (event.getTarget() instanceof TextInputControl field) {
            boolean walksAnyway = field.getText().isEmpty() && "line-pad".equals(field.getId());
            return !walksAnyway || event.getEventType() == KeyEvent.KEY_TYPED;
        }
        return event.getTarget() instanceof Node node
                && node.getStyleClass().contains("list-view")
                && (event.getCode() == KeyCode.UP || event.getCode() == KeyCode.DOWN);
    }

    /** The square that is picked on the board; null for none. */
    public @Nullable Square pickedSquare() {
        return board.pickedProperty().get();
    }

    /** Brings the keyboard to the place: arrows and typing work from here. */
    public void focusBoard() {
        board.requestFocus();
    }

    /** Opens the Calculation panel, or closes it; opened, it takes the keyboard. */
    public void toggleCalculation() {
        boolean opened = !calculation.openProperty().get();
        calculation.openProperty().set(opened);
        if (opened) {
            calculationPane.focusCards();
        } else {
            focusBoard();
        }
    }

    /** Opens the Calculation panel with a question, or with the candidates for null, and asks it. */
    public void ask(@Nullable CoachQuestion<?> question) {
        calculation.openProperty().set(true);
        if (question != null && question.equals(questions.questionProperty().get())) {
            questions.ask();
        } else {
            questions.questionProperty().set(question);
        }
        calculationPane.focusCards();
    }

    /** Asks a question about the piece on a square. */
    private void askAbout(CoachQuestion<?> question, Square square) {
        if (!calculation.openProperty().get()) {
            calculation.openProperty().set(true);
        }
        questions.questionProperty().set(null);
        questions.askAbout(question, square);
    }

    /** The upper edge of the strip: dragged it makes the strip taller or lower, a double click gives it its own height. */
    private Region stripEdge(Region content) {
        Region edge = new Region();
        edge.setId("strip-edge");
        edge.getStyleClass().add("strip-edge");
        edge.setCursor(Cursor.V_RESIZE);
        edge.setOnMouseDragged(event -> {
            double bottom = strip.localToScene(0, strip.getHeight()).getY();
            double most = content.getHeight() * MOST_STRIP;
            strip.setPrefHeight(
                    Math.clamp(bottom - event.getSceneY(), strip.minHeight(-1), Math.max(most, strip.minHeight(-1))));
        });
        edge.setOnMouseClicked(event -> {
            if (event.getClickCount() == 2) {
                strip.setPrefHeight(Region.USE_COMPUTED_SIZE);
            }
        });
        return edge;
    }

    private void showBeside(Written side) {
        shownSide.set(side);
        if (getWidth() < WIDE) {
            calculation.openProperty().set(false);
        }
    }

    /** Shows the game as a text in the place of the notes. */
    public void showText() {
        showBeside(Written.TEXT);
    }

    /** Shows the judgement in the place of the notes, and brings the keyboard to it. */
    public void showJudgement() {
        showBeside(Written.JUDGEMENT);
        judgingPane.focusFirst();
    }

    /** Brings the keyboard to the candidates of the position. */
    public void focusCandidates() {
        focusNote();
        coachCard.focusCandidates();
    }

    private void takeOver(CoachModel coach) {
        Study study = calculation.studyProperty().get();
        if (study == null || !coach.takeOver(study)) {
            say.accept(Texts.of("coach.candidate.none"));
        }
    }

    public void focusNote() {
        shownSide.set(Written.NOTES);
        if (!notes.isVisible() || !notesTab.isSelected()) {
            calculation.openProperty().set(false);
        }
        notes.note().requestFocus();
    }

    /** Brings a view of the ledger to the front, and the keyboard to it. */
    public void showLedger(LedgerModel.View view) {
        ledgerBehindCurtain.set(true);
        ledgerPane.show(view);
    }

    /** Takes the chosen entry of the ledger into the note of the move. */
    public void takeIntoNote() {
        ledgerPane.takeIntoNote();
    }

    public void focusLinePad() {
        linePad.field().requestFocus();
    }

    /** Writes down what is still being typed. */
    public void keepEdits() {
        if (model.openProperty().get() && !model.isCurtainDown()) {
            notes.keep();
            coachCard.keep();
        }
    }
}
