package org.zeroply.desktop.setup;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import javafx.animation.PauseTransition;
import javafx.geometry.Pos;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.TilePane;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.board.PencilBar;
import org.zeroply.desktop.board.PieceShapes;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.setup.SetupModel.Brush;
import org.zeroply.notation.Language;
import org.zeroply.rules.CastlingRight;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** Setting up a position: board and brushes at the left; side, rights, FEN, list and what is wrong at the right. */
public final class SetupSheet extends HBox {
    private static final Duration SETTLED = Duration.millis(400);
    private static final double BRUSH = 30;

    private final SetupModel model;
    private final Language language;
    private final SetupBoard board;
    private final ChoiceBox<Side> side = Choices.of(List.of(Side.values()), each -> Texts.of("setup.toMove." + each));
    private final Map<CastlingRight, CheckBox> castling = new EnumMap<>(CastlingRight.class);
    private final ChoiceBox<String> enPassant = Choices.of(List.of(""), this::passantName);
    private final TextField fen = new TextField();
    private final TextArea list = new TextArea();
    private final Label wrong = new Label();
    private boolean showing;

    public SetupSheet(SetupModel model, Language language, DrawingHand hand) {
        super(22);
        this.model = model;
        this.language = language;
        board = new SetupBoard(model, hand);
        getStyleClass().add("setup");
        getChildren().addAll(new VBox(8, board, brushes(), pencil(hand), hint("setup.hint")), account());
        addEventFilter(KeyEvent.KEY_PRESSED, this::undoKeys);
        model.draftProperty().subscribe(now -> show());
    }

    /** With the pencil up the board is drawn on; what is drawn goes with the position. */
    private HBox pencil(DrawingHand hand) {
        HBox row = new HBox(
                6,
                PencilBar.toggle(hand, "setup-marks"),
                new PencilBar(
                        hand, "setup-marks", () -> model.change(model.draft().withMarks(List.of()))));
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private static Label hint(String key) {
        Label label = Widgets.label("soft", Texts.of(key));
        label.setWrapText(true);
        label.setMaxWidth(390);
        return label;
    }

    private String passantName(String square) {
        return square.isEmpty() ? Texts.of("setup.noPassant") : Texts.of("setup.passant", square);
    }

    private void undoKeys(KeyEvent event) {
        boolean typing = event.getTarget() instanceof TextInputControl text && text.isUndoable();
        if (event.isShortcutDown() && event.getCode() == KeyCode.Z && !typing) {
            if (event.isShiftDown()) {
                model.redo();
            } else {
                model.undo();
            }
            event.consume();
        }
    }

    // ---- brushes

    private TilePane brushes() {
        TilePane tray = new TilePane(4, 4);
        tray.setPrefColumns(7);
        tray.setMaxWidth(USE_PREF_SIZE);
        ToggleGroup group = new ToggleGroup();
        for (Side each : Side.values()) {
            for (PieceType type : List.of(PieceType.values()).reversed()) {
                Piece piece = Piece.of(each, type);
                String name = Texts.of("side." + each) + ", " + Texts.of("piece." + type) + "  "
                        + (each == Side.BLACK ? "Shift+" : "") + SetupBoard.letter(type);
                tray.getChildren()
                        .add(brush(group, new Brush(piece, false), new Group(PieceShapes.draw(piece, BRUSH)), name));
            }
            Brush last = each == Side.WHITE ? Brush.HAND : Brush.ERASER;
            String key = each == Side.WHITE ? "setup.hand" : "setup.eraser";
            Label label = new Label(Texts.of(key));
            tray.getChildren().add(brush(group, last, label, Texts.of(key + ".text")));
        }
        return tray;
    }

    private ToggleButton brush(ToggleGroup group, Brush brush, Node shown, String name) {
        ToggleButton button = new ToggleButton();
        button.setGraphic(shown);
        button.setToggleGroup(group);
        button.getStyleClass().add("brush");
        button.setId("brush-" + (brush.piece() != null ? brush.piece().fenLetter() : brush.erases() ? "x" : "hand"));
        button.setTooltip(new Tooltip(name));
        button.setAccessibleText(name);
        button.setFocusTraversable(false);
        button.setMaxSize(Double.MAX_VALUE, Double.MAX_VALUE);
        button.setSelected(brush.equals(Brush.HAND));
        button.setOnAction(event -> {
            button.setSelected(true);
            model.brushProperty().set(brush);
            board.requestFocus();
        });
        return button;
    }

    // ---- the account beside the board

    private VBox account() {
        side.setId("setup-side");
        side.valueProperty().subscribe((before, now) -> {
            if (!showing) {
                model.change(model.draft().withSide(now));
            }
        });
        GridPane rights = new GridPane();
        rights.getStyleClass().add("form");
        for (CastlingRight right : CastlingRight.values()) {
            CheckBox box = new CheckBox(Texts.of("setup.castling." + right));
            box.setId("setup-" + right);
            box.setOnAction(event -> model.change(model.draft().withCastling(right, box.isSelected())));
            castling.put(right, box);
            rights.add(box, right.ordinal() % 2, right.ordinal() / 2);
        }
        enPassant.valueProperty().subscribe((before, now) -> {
            if (!showing && now != null) {
                model.change(model.draft().withEnPassant(now.isEmpty() ? null : Square.parse(now)));
            }
        });
        fen.setId("setup-fen");
        fen.setPromptText("FEN");
        fen.setAccessibleText("FEN");
        whenTyped(fen, () -> say(String.join("\n", model.takeFen(fen.getText()))));
        list.setId("setup-list");
        list.setPrefRowCount(4);
        list.setPrefColumnCount(30);
        list.setWrapText(true);
        list.getStyleClass().add("note");
        list.setAccessibleText(Texts.of("setup.list"));
        whenTyped(list, () -> say(model.takeList(list.getText(), language)));
        wrong.setId("setup-wrong");
        wrong.getStyleClass().add("attention");
        wrong.setWrapText(true);
        wrong.setMinHeight(54);
        wrong.setAlignment(Pos.TOP_LEFT);
        VBox account =
                new VBox(10, changes(), side, rights, enPassant, titled("FEN", fen), titled("setup.list", list), wrong);
        account.getStyleClass().add("setup-account");
        return account;
    }

    private static VBox titled(String key, Node node) {
        Label label = Widgets.label("filter-title", key.equals("FEN") ? key : Texts.of(key));
        return new VBox(2, label, node);
    }

    private FlowPane changes() {
        FlowPane row = new FlowPane(6, 6);
        row.getChildren()
                .addAll(
                        button("setup.clear", () -> model.change(Draft.EMPTY)),
                        button("setup.start", () -> model.change(Draft.of(Position.START))),
                        button("setup.colours", () -> model.change(model.draft().coloursExchanged())),
                        button("setup.wings", () -> model.change(model.draft().wingsExchanged())),
                        button(
                                "setup.turn",
                                () -> board.flippedProperty()
                                        .set(!board.flippedProperty().get())));
        return row;
    }

    private static Button button(String key, Runnable action) {
        Button button = new Button(Texts.of(key));
        button.setId(key.replace('.', '-'));
        button.getStyleClass().add("meant");
        button.setTooltip(new Tooltip(Texts.of(key + ".text")));
        button.setOnAction(event -> action.run());
        return button;
    }

    /** Takes what is typed once one pauses; what the model shows by itself is not typing. */
    private void whenTyped(TextInputControl field, Runnable take) {
        PauseTransition settle = new PauseTransition(SETTLED);
        settle.setOnFinished(event -> take.run());
        field.textProperty().subscribe((before, now) -> {
            if (!showing && field.isFocused()) {
                settle.playFromStart();
            }
        });
    }

    private void say(String text) {
        if (!text.isEmpty()) {
            wrong.setText(text);
        }
    }

    private void show() {
        showing = true;
        Draft draft = model.draft();
        side.setValue(draft.sideToMove());
        castling.forEach((right, box) -> {
            box.setDisable(!draft.mayCastle(right));
            box.setSelected(draft.castling().contains(right));
        });
        List<String> squares = new ArrayList<>(List.of(""));
        draft.passable().forEach(square -> squares.add(square.toString()));
        enPassant.getItems().setAll(squares);
        enPassant.setValue(draft.enPassant() == null ? "" : draft.enPassant().toString());
        enPassant.setDisable(squares.size() == 1);
        if (!fen.isFocused()) {
            fen.setText(model.fen());
        }
        if (!list.isFocused()) {
            list.setText(model.list(language));
        }
        wrong.setText(String.join("\n", model.faultsProperty().get()));
        showing = false;
    }

    /** Brings the keyboard to the board. */
    public void focusBoard() {
        board.requestFocus();
    }
}
