package org.zeroply.desktop.showing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.board.PieceShapes;
import org.zeroply.desktop.kit.LineField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedField;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.showing.Card;
import org.zeroply.showing.Face;
import org.zeroply.task.Opinion;

/** All that is written on a card, at the right of it: question, hints, answer, note, what the class said. */
final class CardForm extends ScrollPane {
    private static final double BRUSH = 26;

    /** What is asked of the place. */
    interface Actions {
        /** Asks what the map shows. */
        void editMap();

        /** Makes a sketch into a position. */
        void complete();
    }

    private final CardsModel model;
    private final Presentation presentation;
    private final Actions actions;
    private final TextArea question = area("card-question", 2);
    private final List<TextField> hints = new ArrayList<>();
    private final TextArea note = area("card-note", 4);
    private final TextArea words = area("card-words", 9);
    private final LineField line;
    private final VBox answer = new VBox(2);
    private final VBox said = new VBox(2);
    private final TextField sayer = new TextField();
    private final Label source = Widgets.wrapped("soft");
    private final List<TypedField<Integer>> typed = new ArrayList<>();
    private final List<Shows> shows = new ArrayList<>();
    private final ToggleGroup brushes = new ToggleGroup();
    private final VBox ofBoard;
    private final VBox ofMap;
    private final VBox ofSketch;
    private final VBox ofWords;

    /** A field with the text of a card that it shows. */
    private record Shows(TypedField<Integer> field, Function<Card, String> text) {}

    CardForm(CardsModel model, Presentation presentation, Actions actions) {
        this.model = model;
        this.presentation = presentation;
        this.actions = actions;
        line = new LineField(
                "card-line", Texts.of("card.line"), model.typed(), text -> model.enter(presentation.node(), text));
        field(question, Card::question, "question", "undo.card.question", (card, text) -> card.withQuestion(text));
        field(note, Card::note, "note", "undo.card.note", (card, text) -> card.withNote(text));
        field(
                words,
                card -> card.face() instanceof Face.Words shown ? shown.text() : "",
                "words",
                "undo.card.words",
                (card, text) -> card.face() instanceof Face.Words ? card.with(new Face.Words(text)) : card);
        VBox hintBox = new VBox(4);
        for (int i = 0; i < Card.MOST_HINTS; i++) {
            int at = i;
            TextField hint = new TextField();
            hint.setId("card-hint-" + (i + 1));
            hint.setPromptText(Texts.of("card.hint", i + 1));
            field(
                    hint,
                    card -> at < card.hints().size() ? card.hints().get(at) : "",
                    "hint" + i,
                    "undo.card.hints",
                    (card, text) -> withHint(card, at, text));
            hints.add(hint);
            hintBox.getChildren().add(hint);
        }
        Button propose = Widgets.quietButton("card.propose", "card-propose", model::proposeHints);
        HBox hintHead = head("card.hints", propose);
        ofBoard = new VBox(6, head("card.answer"), answer, line, line.answer());
        ofMap = new VBox(6, Widgets.button("card.map.edit", "card-map-edit", actions::editMap));
        ofSketch = sketchTools();
        ofWords = new VBox(6, head("card.words"), words);
        VBox hintsAll = new VBox(6, hintHead, hintBox);
        sayer.setId("card-sayer");
        sayer.setPromptText(Texts.of("card.say"));
        sayer.setOnAction(event -> {
            model.said(sayer.getText());
            sayer.clear();
        });
        // Several lines may be pasted at once.
        sayer.addEventFilter(KeyEvent.KEY_PRESSED, this::pasteLines);
        VBox all = new VBox(
                12,
                new VBox(5, head("card.question"), question),
                ofWords,
                ofMap,
                ofSketch,
                hintsAll,
                ofBoard,
                new VBox(5, head("card.note"), note),
                new VBox(5, head("card.said"), said, sayer),
                source);
        all.getStyleClass().add("card-form");
        setContent(all);
        setFitToWidth(true);
        setHbarPolicy(ScrollBarPolicy.NEVER);
        getStyleClass().add("branches-scroll");
        model.currentProperty().subscribe(now -> show(now.card()));
        presentation.releasedProperty().subscribe((before, now) -> showAnswer());
        model.languageProperty().subscribe((before, now) -> showAnswer());
    }

    private interface Change {
        Card with(Card card, String text);
    }

    private void field(TextInputControl input, Function<Card, String> text, String name, String label, Change change) {
        TypedField<Integer> field = new TypedField<>(
                input, 0, (place, now) -> model.change(place, name, label, card -> change.with(card, now)));
        typed.add(field);
        shows.add(new Shows(field, text));
    }

    private static Card withHint(Card card, int at, String text) {
        List<String> next = new ArrayList<>(card.hints());
        while (next.size() <= at) {
            next.add("");
        }
        next.set(at, text.strip());
        return card.withHints(next);
    }

    private static TextArea area(String id, int rows) {
        TextArea area = new TextArea();
        area.setId(id);
        area.setWrapText(true);
        area.setPrefRowCount(rows);
        area.setMinHeight(Region.USE_PREF_SIZE);
        area.getStyleClass().add("paper-text");
        return area;
    }

    private static HBox head(String key, Node... more) {
        HBox head = new HBox(8, Widgets.label("section-heading", Texts.of(key)), Widgets.space());
        head.getChildren().addAll(more);
        head.setAlignment(Pos.BASELINE_LEFT);
        return head;
    }

    private VBox sketchTools() {
        FlowPane men = new FlowPane(3, 3);
        for (Side side : Side.values()) {
            for (PieceType type : PieceType.values()) {
                Piece piece = Piece.of(side, type);
                ToggleButton brush = new ToggleButton();
                brush.setGraphic(new Group(PieceShapes.draw(piece, BRUSH)));
                brush.setUserData(piece);
                brush.setToggleGroup(brushes);
                brush.setId("sketch-" + piece.fenLetter());
                brush.getStyleClass().add("brush");
                brush.setAccessibleText(Texts.of("side." + side) + " " + Texts.of("piece." + type));
                men.getChildren().add(brush);
            }
        }
        Label help = Widgets.wrapped("soft");
        help.setText(Texts.of("card.sketch.help"));
        Button complete = Widgets.button("card.sketch.complete", "card-complete", actions::complete);
        return new VBox(6, head("card.sketch"), men, help, complete);
    }

    /** What a click on the board of a sketch puts there; null empties the square. */
    @Nullable
    Piece brush() {
        return brushes.getSelectedToggle() == null
                ? null
                : (Piece) brushes.getSelectedToggle().getUserData();
    }

    private void pasteLines(KeyEvent event) {
        if (event.isShortcutDown() && event.getCode() == KeyCode.V) {
            String pasted = Optional.ofNullable(Clipboard.getSystemClipboard().getString())
                    .orElse("");
            if (pasted.strip().contains("\n")) {
                model.said(pasted);
                event.consume();
            }
        }
    }

    void focusQuestion() {
        question.requestFocus();
    }

    void focusLine() {
        line.requestFocus();
    }

    /** Whether a typed line could be mended by a move on the board. */
    LineField line() {
        return line;
    }

    void keepEdits() {
        typed.forEach(TypedField::keep);
    }

    // ---- showing

    private void show(@Nullable Card card) {
        setVisible(card != null);
        if (card == null) {
            return;
        }
        int place = model.atProperty().get();
        shows.forEach(each -> each.field().show(place, each.text().apply(card)));
        Widgets.present(ofBoard, card.face() instanceof Face.Board);
        Widgets.present(ofMap, card.face() instanceof Face.Maps);
        Widgets.present(ofSketch, card.face() instanceof Face.Sketched);
        Widgets.present(ofWords, card.face() instanceof Face.Words);
        showAnswer();
        said.getChildren().clear();
        for (int i = 0; i < card.said().size(); i++) {
            int at = i;
            Label text = Widgets.wrapped("");
            text.setText(card.said().get(i));
            HBox.setHgrow(text, Priority.ALWAYS);
            text.setMaxWidth(Double.MAX_VALUE);
            Button gone = Widgets.quietButton(
                    "card.said.drop",
                    "card-said-drop-" + (i + 1),
                    () -> model.change(place, "", "undo.card.said", each -> {
                        List<String> next = new ArrayList<>(each.said());
                        next.remove(at);
                        return each.withSaid(next);
                    }));
            gone.setMinWidth(Region.USE_PREF_SIZE);
            said.getChildren().add(new HBox(8, text, gone));
        }
        Widgets.tell(source, card.source().isEmpty() ? "" : Texts.of("card.source", card.source()));
    }

    /** The answer: the main line first, each branch on a line of its own. */
    private void showAnswer() {
        answer.getChildren().clear();
        model.tree().ifPresent(tree -> {
            int here = presentation.node();
            line.setPromptText(Texts.of(
                    "card.line.at",
                    tree.positionAt(here).moveNumber(),
                    tree.positionAt(here).sideToMove() == Side.WHITE ? "." : "..."));
            for (Face.Line each : new Face.Board(tree).lines()) {
                answer.getChildren().add(row(tree, each.from(), each.nodes()));
            }
        });
    }

    private Node row(GameTree tree, int from, List<Integer> nodes) {
        boolean isMain = nodes.equals(tree.mainLine());
        Label moves = Widgets.wrapped(isMain ? "strong" : "");
        moves.setText(San.line(
                tree.positionAt(from),
                nodes.stream().map(id -> tree.node(id).played()).collect(Collectors.toList()),
                model.languageProperty().get()));
        HBox.setHgrow(moves, Priority.ALWAYS);
        moves.setMaxWidth(Double.MAX_VALUE);
        Opinion opinion = Opinion.of(tree.node(nodes.getLast()));
        Label verdict = Widgets.label("mark-kind", opinion == null ? "" : opinion.text());
        verdict.setMinWidth(Region.USE_PREF_SIZE);
        int first = nodes.getFirst();
        HBox row = new HBox(6, moves, verdict);
        if (!isMain) {
            Button up = Widgets.quietButton("card.answer.main", "answer-main-" + first, () -> model.promote(first));
            up.setMinWidth(Region.USE_PREF_SIZE);
            row.getChildren().add(up);
        }
        Button gone = Widgets.quietButton("card.answer.drop", "answer-drop-" + first, () -> model.deleteAnswer(first));
        gone.setMinWidth(Region.USE_PREF_SIZE);
        row.getChildren().add(gone);
        row.setAlignment(Pos.BASELINE_LEFT);
        return row;
    }
}
