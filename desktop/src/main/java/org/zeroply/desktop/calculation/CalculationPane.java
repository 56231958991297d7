package org.zeroply.desktop.calculation;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.collections.FXCollections;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Candidate;
import org.zeroply.analysis.Ease;
import org.zeroply.analysis.Study;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.QuestionReport;
import org.zeroply.asking.Questions;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.game.VerdictSign;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.LineField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Calculation;
import org.zeroply.search.Effort;
import org.zeroply.search.Grounds;
import org.zeroply.search.Question;
import org.zeroply.search.Threat;
import org.zeroply.search.Verdict;
import org.zeroply.words.Words;

/**
 * The Calculation panel: the verdict in words, what threatens, and a card for each candidate. Passive; the model decides.
 * Up and Down choose a card, Enter plays its move, Shift and Enter its whole line.
 */
public final class CalculationPane extends VBox {
    private static final PseudoClass CHOSEN = PseudoClass.getPseudoClass("chosen");
    private static final int LINE_SHOWN = 10;

    /** From this depth on a reply is hard to see. */
    private static final int HARD = 5;

    private final CalculationModel model;
    private final QuestionModel questions;
    private final OpenGame reading;
    private final QuestionPane questionPane;
    private final QuestionList questionList = new QuestionList(this::show);

    /** Whether a question is being chosen. */
    private final BooleanProperty choosing = new SimpleBooleanProperty(this, "choosing", false);

    private final Label verdict = new Label();
    private final HBox verdictRow = new HBox(8);
    private final Label effortDone = soft("");
    private final VBox threats = new VBox(3);
    private final VBox cards = new VBox(8);
    private final Button stop = new Button(Texts.of("calculation.stop"));
    private final ReadOnlyObjectWrapper<@Nullable Candidate> chosen = new ReadOnlyObjectWrapper<>(this, "chosen");
    private List<Card> shown = List.of();
    private boolean later;

    public CalculationPane(CalculationModel model, QuestionModel questions, OpenGame reading) {
        super(8);
        this.model = model;
        this.questions = questions;
        this.reading = reading;
        questionPane = new QuestionPane(questions);
        getStyleClass().add("calculation");
        setId("calculation");
        verdict.getStyleClass().add("calculation-verdict");
        verdict.setId("calculation-verdict");
        verdict.setWrapText(true);
        verdictRow.setAlignment(Pos.CENTER_LEFT);
        verdictRow.setMinHeight(USE_PREF_SIZE);
        effortDone.setWrapText(true);
        stop.setId("calculation-stop");
        stop.getStyleClass().add("quiet-button");
        stop.setMinWidth(USE_PREF_SIZE);
        stop.setOnAction(event -> model.stop());
        stop.visibleProperty().bind(model.runningProperty());
        Region space = Widgets.space();
        HBox doneRow = new HBox(8, effortDone, space, stop);
        doneRow.setAlignment(Pos.CENTER_LEFT);
        doneRow.setMinHeight(USE_PREF_SIZE);
        threats.setId("calculation-threats");
        cards.setId("calculation-cards");
        VBox inside = new VBox(10, threats, cards);
        ScrollPane scroll = new ScrollPane(inside);
        scroll.setFitToWidth(true);
        scroll.setFocusTraversable(true);
        scroll.setAccessibleText(Texts.of("calculation.cards.accessible"));
        scroll.setId("calculation-scroll");
        scroll.getStyleClass().add("branches-scroll");
        scroll.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        VBox candidates = new VBox(8, verdictRow, doneRow, scroll, nameRow(), options());
        VBox.setVgrow(candidates, Priority.ALWAYS);
        VBox.setVgrow(questionPane, Priority.ALWAYS);
        VBox.setVgrow(questionList, Priority.ALWAYS);
        FlowPane efforts = efforts();
        getChildren().addAll(questionRow(), efforts, candidates, questionPane, questionList);
        Runnable arrange = () -> {
            CoachQuestion<?> now = questions.questionProperty().get();
            boolean isChoosing = choosing.get();
            Widgets.present(efforts, !isChoosing && (now == null || now.dependsOnEffort()));
            Widgets.present(candidates, !isChoosing && now == null);
            Widgets.present(questionPane, !isChoosing && now != null);
            Widgets.present(questionList, isChoosing);
        };
        choosing.subscribe(arrange);
        questions.questionProperty().subscribe(() -> {
            choosing.set(false);
            arrange.run();
        });
        arrange.run();
        reading.nodeProperty().subscribe(() -> questionPane.showWhere());
        model.candidatesProperty().subscribe(() -> showLater());
        model.studyProperty().subscribe(() -> showLater());
        model.runningProperty().subscribe(() -> showLater());
        model.figuresProperty().subscribe(() -> showLater());
        showLater();
    }

    /** The candidate that is chosen, or null. */
    public ReadOnlyObjectProperty<@Nullable Candidate> chosenProperty() {
        return chosen.getReadOnlyProperty();
    }

    /** The row of an answer that is chosen, or null. */
    public ReadOnlyObjectProperty<QuestionReport.@Nullable Row> chosenRowProperty() {
        return questionPane.chosenProperty();
    }

    /** Brings the keyboard to the cards, or to the rows of the answer. */
    public void focusCards() {
        if (questions.questionProperty().get() == null) {
            lookup("#calculation-scroll").requestFocus();
        } else {
            questionPane.focusRows();
        }
    }

    // ---- the controls

    /** What is shown, the candidates or the answer to a question, and the way to the list of questions. */
    private HBox questionRow() {
        ToggleButton candidates = new ToggleButton(Questions.CANDIDATES.title());
        candidates.setId("question-candidates");
        candidates.getStyleClass().add("view-tab");
        candidates.setMinWidth(USE_PREF_SIZE);
        candidates.setOnAction(event -> show(null));
        ToggleButton asked = new ToggleButton();
        asked.setId("question-choice");
        asked.setAccessibleText(Texts.of("question.choice"));
        asked.getStyleClass().add("view-tab");
        asked.setOnAction(event -> {
            choosing.set(!choosing.get());
            if (choosing.get()) {
                questionList.focusFirst();
            }
        });
        Runnable show = () -> {
            CoachQuestion<?> now = questions.questionProperty().get();
            candidates.setSelected(now == null && !choosing.get());
            asked.setSelected(now != null || choosing.get());
            asked.setText(
                    now == null || choosing.get()
                            ? Texts.of("question.choose")
                            : Texts.of("question.chosen", now.title()));
        };
        questions.questionProperty().subscribe(show);
        choosing.subscribe(show);
        show.run();
        return new HBox(4, candidates, asked);
    }

    private void show(@Nullable CoachQuestion<?> question) {
        choosing.set(false);
        questions.questionProperty().set(question);
        focusCards();
    }

    private FlowPane efforts() {
        FlowPane row = new FlowPane(4, 4);
        ToggleGroup group = new ToggleGroup();
        for (Effort effort : Effort.values()) {
            ToggleButton button = new ToggleButton(effort.title());
            button.getStyleClass().add("effort");
            button.setId("effort-" + effort.name().toLowerCase(Locale.ROOT));
            button.setToggleGroup(group);
            // Choosing the level that is chosen calculates anew rather than leaving none.
            button.setOnAction(event -> {
                button.setSelected(true);
                if (model.effortProperty().get() == effort) {
                    model.again();
                } else {
                    model.effortProperty().set(effort);
                }
            });
            model.effortProperty().subscribe(now -> button.setSelected(now == effort));
            row.getChildren().add(button);
        }
        return row;
    }

    private VBox nameRow() {
        LineField named =
                new LineField("calculation-named", Texts.of("calculation.named"), model.naming(), model::name);
        return new VBox(4, named, named.answer());
    }

    private FlowPane options() {
        CheckBox figures = new CheckBox(Texts.of("calculation.figures"));
        figures.setId("calculation-figures");
        figures.selectedProperty().bindBidirectional(model.figuresProperty());
        CheckBox drawn = new CheckBox(Texts.of("calculation.threatsShown"));
        drawn.setId("calculation-threats-shown");
        drawn.selectedProperty().bindBidirectional(model.threatsShownProperty());
        ChoiceBox<Integer> lines = Choices.byArrows(new ChoiceBox<>(FXCollections.observableArrayList()));
        for (int i = 1; i <= Question.MOST_LINES; i++) {
            lines.getItems().add(i);
        }
        lines.setId("calculation-lines");
        lines.setAccessibleText(Texts.of("calculation.lines.accessible"));
        lines.setConverter(new StringConverter<>() {
            @Override
            public String toString(Integer count) {
                return Texts.of("calculation.lines", count);
            }

            @Override
            public Integer fromString(String text) {
                throw new UnsupportedOperationException("lines are chosen, not typed");
            }
        });
        lines.setValue(model.linesProperty().get());
        lines.valueProperty().subscribe(count -> model.linesProperty().set(count));
        FlowPane row = new FlowPane(10, 6, lines, figures, drawn);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    // ---- what was found

    /** Several things change together; they are drawn once. */
    private void showLater() {
        if (!later) {
            later = true;
            FxThread.later(() -> {
                later = false;
                show();
            });
        }
    }

    private void show() {
        Study study = model.studyProperty().get();
        boolean running = model.runningProperty().get();
        showVerdict(study, running);
        showThreats(study);
        showCards(study);
    }

    private void showVerdict(@Nullable Study study, boolean running) {
        Verdict found = study == null ? null : study.verdict();
        verdictRow.getChildren().clear();
        if (study == null || found == null) {
            verdict.setText(Texts.of(running ? "calculation.looking" : "calculation.nothing"));
            verdictRow.getChildren().add(verdict);
            effortDone.setText("");
            return;
        }
        boolean over = study.calculations().getFirst().lines().isEmpty();
        verdict.setText(
                over
                        ? Texts.of(study.position().isCheckmate() ? "calculation.mated" : "calculation.stalemate")
                        : sentence(found));
        verdictRow.getChildren().addAll(VerdictSign.of(found.step()), verdict);
        if (model.figuresProperty().get()) {
            verdictRow.getChildren().add(soft(figure(found)));
        }
        Calculation best = study.calculations().getFirst();
        boolean isShown = !over && (best.nodes() == 0 || model.figuresProperty().get());
        effortDone.setText(isShown ? effort(best) : "");
    }

    private static String sentence(Verdict verdict) {
        String text = verdict.text();
        return Character.toUpperCase(text.charAt(0)) + text.substring(1);
    }

    /** A proof reaches every depth, so it is named as a proof and not by a number of half-moves. */
    private static String effort(Calculation best) {
        if (best.nodes() == 0) {
            return Grounds.of(best.depth()).text();
        }
        String spent = seconds(best.millis());
        String positions = millions(best.nodes());
        return Grounds.of(best.depth()).isProof()
                ? Texts.of("calculation.proven", spent, positions)
                : Texts.of("calculation.depth", best.depth(), spent, positions);
    }

    private static String seconds(long millis) {
        return String.format(Locale.ROOT, "%.1f", millis / 1000.0);
    }

    private static String millions(long nodes) {
        return String.format(Locale.ROOT, nodes < 10_000_000 ? "%.1f" : "%.0f", nodes / 1e6);
    }

    /** The expected score of White in hundredths and the evaluation in pawns, for those who ask for figures. */
    private static String figure(Verdict verdict) {
        String score = Texts.of("calculation.expected", Math.round(100 * verdict.expected()));
        return verdict.mateIn() != 0
                ? score
                : score + String.format(Locale.ROOT, ", %+.2f", verdict.hundredths() / 100.0);
    }

    private void showThreats(@Nullable Study study) {
        threats.getChildren().clear();
        List<Threat> found = study == null ? null : study.threats();
        if (study == null || found == null) {
            return;
        }
        Side threatened = study.position().sideToMove();
        Label heading = Widgets.label("section-heading", Texts.of("calculation.threats." + threatened.opposite()));
        threats.getChildren().add(heading);
        if (found.isEmpty()) {
            threats.getChildren().add(soft(Texts.of("calculation.noThreat")));
        }
        for (Threat threat : found) {
            String line = threat.line().isEmpty()
                    ? threat.from().toString()
                    : San.line(
                            study.position().play(Move.PASS),
                            threat.line(),
                            reading.languageProperty().get());
            Label row = new Label(
                    Texts.of("calculation.threat", Words.of("threat." + threat.kind(), threat.mateIn()), line));
            row.setWrapText(true);
            row.getStyleClass().addAll("calculation-threat", sideStyle(threatened.opposite()));
            threats.getChildren().add(row);
        }
    }

    private static String sideStyle(Side side) {
        return side == Side.WHITE ? "of-white" : "of-black";
    }

    private void showCards(@Nullable Study study) {
        Move before = chosen.get() == null ? null : chosen.get().move();
        cards.getChildren().clear();
        List<Card> fresh = new ArrayList<>();
        if (study != null) {
            for (Candidate candidate : model.candidatesProperty().get()) {
                fresh.add(new Card(study, candidate));
            }
        }
        shown = fresh;
        cards.getChildren().setAll(fresh);
        Optional<Card> again = fresh.stream()
                .filter(card -> card.candidate.move().equals(before))
                .findFirst();
        choose(again.orElse(null));
    }

    private void choose(@Nullable Card card) {
        shown.forEach(each -> each.pseudoClassStateChanged(CHOSEN, each == card));
        chosen.set(card == null ? null : card.candidate);
    }

    private void key(KeyEvent event) {
        int at = shown.stream().map(card -> card.candidate).toList().indexOf(chosen.get());
        switch (event.getCode()) {
            case DOWN -> chooseAt(at + 1);
            case UP -> chooseAt(at < 0 ? shown.size() - 1 : at - 1);
            case ENTER -> {
                Candidate candidate = chosen.get();
                if (candidate != null) {
                    model.play(
                            candidate,
                            event.isShiftDown() ? candidate.line().moves().size() : 1);
                }
            }
            case ESCAPE -> {
                if (chosen.get() == null) {
                    return;
                }
                choose(null);
            }
            default -> {
                return;
            }
        }
        event.consume();
    }

    private void chooseAt(int index) {
        if (index >= 0 && index < shown.size()) {
            choose(shown.get(index));
            ((ScrollPane) lookup("#calculation-scroll"))
                    .setVvalue(shown.size() < 2 ? 0 : (double) index / (shown.size() - 1));
        }
    }

    private static Label soft(String text) {
        Label label = Widgets.label("soft", text);
        label.setWrapText(true);
        return label;
    }

    /** One candidate: its move and verdict, its line move by move, and what speaks against it. */
    private final class Card extends VBox {
        private final Candidate candidate;

        Card(Study study, Candidate candidate) {
            super(3);
            this.candidate = candidate;
            Position position = study.position();
            getStyleClass().add("candidate");
            if (candidate.isRefuted()) {
                getStyleClass().add("refuted");
            }
            setAccessibleText(MoveNames.of(
                            position,
                            candidate.move(),
                            reading.languageProperty().get())
                    + ": " + candidate.verdict().text());
            getChildren().add(head(position, study.calculations().getFirst().depth()));
            getChildren().add(line(position));
            if (candidate.isRefuted()) {
                why();
            }
            Ease easy = study.ease().get(candidate.move());
            if (easy != null) {
                getChildren().add(soft(said(easy)));
            }
            setOnMouseClicked(event -> {
                choose(this);
                if (event.getClickCount() == 2) {
                    model.play(candidate, 1);
                }
            });
        }

        private static Label balance(int hundredths) {
            Label label = Widgets.label("line-balance", pawns(hundredths));
            label.setMinWidth(USE_PREF_SIZE);
            return label;
        }

        private static String said(Ease easy) {
            String seen = Texts.of(
                    easy.depthToFind() == 1
                            ? "calculation.ease.atOnce"
                            : easy.depthToFind() < HARD ? "calculation.ease.look" : "calculation.ease.hard");
            if (easy.replies() == 1) {
                return Texts.of("calculation.ease.forced");
            }
            return easy.holding() == 1
                    ? Texts.of("calculation.ease.one", easy.replies(), seen)
                    : Texts.of("calculation.ease", easy.holding(), easy.replies(), seen);
        }

        /** The move and its verdict, with how deep that is where it is not as deep as the whole. */
        private Node head(Position position, int depth) {
            Label move = Widgets.label(
                    "candidate-move",
                    MoveNames.of(
                            position,
                            candidate.move(),
                            reading.languageProperty().get()));
            move.setMinWidth(USE_PREF_SIZE);
            Region space = Widgets.space();
            List<String> words = new ArrayList<>(List.of(sentence(candidate.verdict())));
            if (model.figuresProperty().get()) {
                words.add(figure(candidate.verdict()));
            }
            if (candidate.line().depth() != depth) {
                words.add(candidate.line().grounds().text());
            }
            Label text = soft(String.join(" · ", words));
            HBox row = new HBox(
                    8, move, space, text, VerdictSign.of(candidate.verdict().step()));
            row.setAlignment(Pos.CENTER_LEFT);
            return row;
        }

        /** Each move is a button that plays the line to there. */
        private FlowPane line(Position start) {
            FlowPane flow = new FlowPane(0, 0);
            Position position = start;
            List<Move> moves = candidate.line().moves();
            for (int i = 0; i < moves.size() && i < LINE_SHOWN; i++) {
                Move move = moves.get(i);
                if (i > 0) {
                    boolean numbered = i == 1 || position.sideToMove() == Side.WHITE;
                    String text = numbered
                            ? MoveNames.of(
                                    position, move, reading.languageProperty().get())
                            : San.write(
                                    position, move, reading.languageProperty().get());
                    Label step = Widgets.label("line-move", text);
                    int count = i + 1;
                    step.setOnMouseClicked(event -> {
                        model.play(candidate, count);
                        event.consume();
                    });
                    flow.getChildren().add(step);
                }
                // The running balance stands behind each move that changes it; the first move's stands in the heading.
                if (i > 0 && candidate.isRefuted()) {
                    int now = candidate.balance().afterEachPly().get(i);
                    if (now != candidate.balance().afterEachPly().get(i - 1)) {
                        flow.getChildren().add(balance(now));
                    }
                }
                position = position.play(move);
            }
            if (moves.size() > LINE_SHOWN) {
                flow.getChildren().add(soft(" …"));
            }
            return flow;
        }

        /** Why a move fails: what it costs along the way, and what the ledger says at the end. */
        private void why() {
            if (candidate.natural()) {
                Label natural = Widgets.label("candidate-natural", Texts.of("calculation.natural"));
                natural.setWrapText(true);
                getChildren().add(natural);
            }
            if (candidate.balance().end() < 0) {
                getChildren()
                        .add(soft(Texts.of(
                                "calculation.balance", pawns(candidate.balance().end()))));
            }
            List<String> changes = candidate.changes().stream()
                    .filter(change -> !change.inWords().isEmpty())
                    .limit(3)
                    .map(change -> change.factor().title() + " (" + change.inWords() + ")")
                    .toList();
            if (!changes.isEmpty()) {
                getChildren().add(soft(Texts.of("calculation.changes", String.join("; ", changes))));
            }
        }

        private static String pawns(int hundredths) {
            String size = hundredths % 100 == 0
                    ? Integer.toString(Math.abs(hundredths) / 100)
                    : String.format(Locale.ROOT, "%.2f", Math.abs(hundredths) / 100.0);
            return (hundredths < 0 ? "−" : hundredths > 0 ? "+" : "") + size;
        }
    }
}
