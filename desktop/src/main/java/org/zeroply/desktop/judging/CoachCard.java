package org.zeroply.desktop.judging;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.zeroply.analysis.Cause;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.LineField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.CoachRemarks.CandidateNote;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Verdict;

/**
 * Beside the note of a move: what was calculated of it, the cause as the coach sees it, whether a lesson stops there, and
 * the candidates that were considered. Passive.
 */
public final class CoachCard extends VBox {
    private final OpenGame reading;
    private final JudgingModel judging;
    private final CoachModel coach;
    private final Label calculated = new Label();
    private final ComboBox<String> cause = choice("coach-cause", "coach.cause");
    private final CheckBox moment = new CheckBox(Texts.of("coach.moment"));
    private final ComboBox<String> kept = choice("coach-kept", "coach.kept");
    private final VBox candidates = new VBox(2);
    private final ScrollPane candidateScroll = new ScrollPane(candidates);
    private final LineField candidate;
    private boolean showing;
    private int of = GameTree.ROOT;
    private long ofGame;

    /** Whether there is text that has not been kept: an undo that changes what is shown must not be undone by it. */
    private boolean isTyped;

    /**
     * @param onTakeOver takes the candidates of the calculation over
     */
    public CoachCard(OpenGame reading, JudgingModel judging, CoachModel coach, Runnable onTakeOver) {
        super(5);
        this.reading = reading;
        this.judging = judging;
        this.coach = coach;
        getStyleClass().add("coach-card");
        calculated.setId("coach-calculated");
        calculated.setWrapText(true);
        calculated.setMinHeight(USE_PREF_SIZE);
        cause.getItems()
                .setAll(Stream.concat(
                                Stream.of(Cause.Kind.values()).map(Cause.Kind::text),
                                Stream.of("coach.cause.time", "coach.cause.opening", "coach.cause.judged")
                                        .map(Texts::of))
                        .toList());
        kept.getItems().setAll(reasonsToKeep());
        moment.setId("coach-moment");
        moment.setTooltip(new Tooltip(Texts.of("coach.moment.tip")));
        moment.setOnAction(event -> coach.toggleMoment());
        HBox first = new HBox(8, cause, moment);
        first.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(cause, Priority.ALWAYS);
        moment.setMinWidth(Region.USE_PREF_SIZE);
        candidate = new LineField(
                "coach-candidate", Texts.of("coach.candidate.prompt"), coach.typed(), coach::addCandidate);
        HBox.setHgrow(candidate, Priority.ALWAYS);
        Button take = Widgets.quietButton("coach.candidate.take", "coach-take", onTakeOver);
        take.setTooltip(new Tooltip(Texts.of("coach.candidate.take.tip")));
        take.setMinWidth(Region.USE_PREF_SIZE);
        HBox candidateEntry = new HBox(6, candidate, take);
        candidateScroll.setFitToWidth(true);
        candidateScroll.getStyleClass().add("branches-scroll");
        candidateScroll.setMaxHeight(120);
        commits(cause, text -> coach.cause(of, text));
        commits(kept, text -> coach.keep(of, text));
        getChildren().addAll(calculated, kept, first, candidateScroll, candidateEntry, candidate.answer());
        coach.remarksProperty().subscribe(() -> show());
        reading.spotProperty().subscribe(() -> show());
        judging.verdictsProperty().subscribe(() -> show());
        judging.differencesProperty().subscribe(() -> show());
        show();
    }

    private static ComboBox<String> choice(String id, String prompt) {
        ComboBox<String> choice = new ComboBox<>();
        choice.setId(id);
        choice.setEditable(true);
        choice.setMaxWidth(Double.MAX_VALUE);
        choice.setMinWidth(0);
        choice.setPromptText(Texts.of(prompt));
        choice.setAccessibleText(Texts.of(prompt));
        return choice;
    }

    /** A text counts when it is chosen, when Enter is pressed, and when the keyboard leaves the field. */
    private void commits(ComboBox<String> choice, Consumer<String> keep) {
        Runnable commit = () -> {
            if (!showing) {
                keep.accept(text(choice));
            }
        };
        choice.getEditor().textProperty().subscribe((before, now) -> isTyped |= !showing);
        choice.setOnAction(event -> commit.run());
        choice.getEditor().focusedProperty().subscribe(focused -> {
            if (!focused) {
                commit.run();
            }
        });
    }

    /** Keeps what is typed, for the move it was typed at. */
    public void keep() {
        if (!showing && !reading.isCurtainDown()) {
            keepTyped();
        }
    }

    private void keepTyped() {
        int typedAt = of;
        String typedCause = text(cause);
        String typedReason = text(kept);
        of = reading.nodeProperty().get();
        boolean wanted = isTyped && reading.gameIdProperty().get() == ofGame;
        ofGame = reading.gameIdProperty().get();
        isTyped = false;
        if (wanted) {
            coach.cause(typedAt, typedCause);
            coach.keep(typedAt, typedReason);
        }
    }

    private static String text(ComboBox<String> choice) {
        String text = choice.getEditor().getText();
        return text == null ? "" : text;
    }

    /** Brings the keyboard to the list of candidates. */
    public void focusCandidates() {
        candidate.requestFocus();
    }

    private void show() {
        if (reading.isCurtainDown() || !reading.openProperty().get()) {
            return;
        }
        if (of != reading.nodeProperty().get()
                || ofGame != reading.gameIdProperty().get()) {
            keepTyped();
        }
        showing = true;
        try {
            of = reading.nodeProperty().get();
            CoachRemarks remarks = coach.remarksProperty().get();
            Optional<Verdict> verdict = judging.verdict(of);
            Optional<JudgingModel.Difference> difference = judging.differencesProperty().get().stream()
                    .filter(each -> each.node() == of)
                    .findFirst();
            calculated.setText(verdict.map(found ->
                            Texts.of(difference.isPresent() ? "coach.differs" : "coach.calculated", found.text()))
                    .orElse(Texts.of("coach.notCalculated")));
            boolean differs = difference.isPresent() || !remarks.kept().isEmpty();
            Widgets.present(kept, differs);
            set(kept, remarks.kept());
            set(cause, remarks.cause());
            cause.setDisable(of == GameTree.ROOT);
            moment.setSelected(remarks.moment());
            moment.setDisable(of == GameTree.ROOT);
            candidates
                    .getChildren()
                    .setAll(remarks.candidates().stream().map(this::row).toList());
            Widgets.present(candidateScroll, !remarks.candidates().isEmpty());
        } finally {
            showing = false;
            isTyped = false;
        }
    }

    private static void set(ComboBox<String> choice, String text) {
        if (!text.equals(choice.getEditor().getText())) {
            choice.setValue(text);
            choice.getEditor().setText(text);
        }
    }

    private HBox row(CandidateNote note) {
        Label move = new Label(name(note.move()));
        move.getStyleClass().add(note.isKept() ? "branch-move" : "candidate-rejected");
        move.setMinWidth(Region.USE_PREF_SIZE);
        Button decision = new Button(Texts.of(note.isKept() ? "coach.keep" : "coach.reject"));
        decision.getStyleClass().add("quiet-button");
        decision.setTooltip(new Tooltip(Texts.of("coach.decision.tip")));
        decision.setMinWidth(Region.USE_PREF_SIZE);
        decision.setOnAction(event -> coach.toggleCandidate(note));
        Label reason = Widgets.label("branch-note", note.reason());
        reason.setMinWidth(0);
        reason.setMaxWidth(Double.MAX_VALUE);
        if (!note.reason().isEmpty()) {
            reason.setTooltip(new Tooltip(note.reason()));
        }
        HBox.setHgrow(reason, Priority.ALWAYS);
        Button remove = new Button("×");
        remove.getStyleClass().add("tool");
        remove.setAccessibleText(Texts.of("coach.candidate.remove"));
        remove.setTooltip(new Tooltip(Texts.of("coach.candidate.remove")));
        remove.setOnAction(event -> coach.removeCandidate(note));
        HBox row = new HBox(6, move, decision, reason, remove);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    /** A kept move in the coach's letters; as it was written if it is not legal any more. */
    private String name(String english) {
        Position position = reading.positionProperty().get();
        Move move = San.read(position, english);
        return move == null
                ? english
                : San.write(position, move, reading.languageProperty().get());
    }

    /** The usual words for keeping a verdict. */
    static List<String> reasonsToKeep() {
        return List.of(Texts.of("coach.kept.chances"), Texts.of("coach.kept.defend"), Texts.of("coach.kept.easier"));
    }
}
