package org.zeroply.desktop.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.geometry.Pos;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.StringConverter;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.board.Mark;
import org.zeroply.desktop.board.Trace;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.ledger.Reach;
import org.zeroply.ledger.Value;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * Where a piece gets and in how many moves: numbers on the board, the figures in words, and a shortest way to a goal. The
 * piece is picked on the board or from the list, then the goal is picked on the board or typed.
 */
final class ReachPane extends VBox {
    private static final int LONGEST_TOLD = 6;

    private final LedgerModel model;
    private final ChoiceBox<@Nullable Square> pieces = Choices.byArrows(new ChoiceBox<>());
    private final TextField goal = new TextField();
    private final ToggleGroup boards = new ToggleGroup();
    private final ToggleButton here = Chips.oneOf(boards, "reach.here", "reach-here");
    private final ToggleButton empty = Chips.oneOf(boards, "reach.empty", "reach-empty");
    private final Label hint = new Label();
    private final Label route = new Label();
    private final GridPane figures = new GridPane();
    private final ReadOnlyObjectWrapper<Shown> shown = new ReadOnlyObjectWrapper<>(this, "shown", Shown.NOTHING);
    private boolean filling;

    ReachPane(LedgerModel model) {
        super(10);
        this.model = model;
        getStyleClass().add("ledger-view");
        setId("reach");
        pieces.setId("reach-piece");
        pieces.setAccessibleText(Texts.of("reach.piece"));
        pieces.setConverter(new StringConverter<>() {
            @Override
            public String toString(@Nullable Square square) {
                Piece piece = square == null ? null : position().pieceAt(square);
                return piece == null ? "" : Texts.of("piece." + piece.type()) + " " + square;
            }

            @Override
            public @Nullable Square fromString(String text) {
                return null;
            }
        });
        goal.setId("reach-goal");
        goal.setPromptText(Texts.of("reach.goal.prompt"));
        goal.setAccessibleText(Texts.of("reach.goal"));
        goal.setPrefColumnCount(5);
        here.setSelected(true);
        Label pieceLabel = new Label(Texts.of("reach.piece"));
        Label goalLabel = new Label(Texts.of("reach.goal"));
        for (Label label : List.of(pieceLabel, goalLabel)) {
            label.setMinWidth(USE_PREF_SIZE);
        }
        HBox choices = new HBox(8, pieceLabel, pieces, goalLabel, goal);
        choices.setAlignment(Pos.CENTER_LEFT);
        hint.setWrapText(true);
        hint.getStyleClass().add("soft");
        route.setId("reach-route");
        route.setWrapText(true);
        route.getStyleClass().add("strong");
        figures.getStyleClass().add("reach-figures");
        figures.setId("reach-figures");
        getChildren().addAll(choices, new HBox(4, here, empty), hint, route, figures);
        model.viewProperty().subscribe(() -> refill());
        model.reading().positionProperty().subscribe(() -> refill());
        boards.selectedToggleProperty().subscribe(() -> show());
        pieces.valueProperty().subscribe(() -> show());
        goal.textProperty().subscribe(() -> show());
        refill();
    }

    ReadOnlyObjectProperty<Shown> shownProperty() {
        return shown.getReadOnlyProperty();
    }

    void focusFirst() {
        pieces.requestFocus();
    }

    private Position position() {
        return model.reading().positionProperty().get();
    }

    private boolean isInFront() {
        return model.viewProperty().get() == LedgerModel.View.REACH
                && model.reading().openProperty().get();
    }

    /** A square picked on the board: a piece becomes the one that is asked for, another square its goal. */
    void pick(Square square) {
        Piece piece = position().pieceAt(square);
        if (piece != null && piece.type() != PieceType.PAWN) {
            goal.clear();
            pieces.setValue(square);
        } else if (pieces.getValue() != null) {
            goal.setText(square.toString());
        }
    }

    private void refill() {
        if (!isInFront()) {
            shown.set(Shown.NOTHING);
            return;
        }
        Square chosen = pieces.getValue();
        List<@Nullable Square> offered = new ArrayList<>();
        for (Side side :
                List.of(position().sideToMove(), position().sideToMove().opposite())) {
            for (Square square : position().men(side)) {
                if (!position().men(side, PieceType.PAWN).contains(square)) {
                    offered.add(square);
                }
            }
        }
        filling = true;
        pieces.getItems().setAll(offered);
        pieces.setValue(offered.contains(chosen) ? chosen : knightOrFirst(offered));
        filling = false;
        show();
    }

    private @Nullable Square knightOrFirst(List<@Nullable Square> offered) {
        for (Square square : offered) {
            Piece piece = square == null ? null : position().pieceAt(square);
            if (piece != null && piece.type() == PieceType.KNIGHT) {
                return square;
            }
        }
        return offered.isEmpty() ? null : offered.getFirst();
    }

    private void show() {
        if (filling || !isInFront()) {
            return;
        }
        figures.getChildren().clear();
        Square from = pieces.getValue();
        Piece piece = from == null ? null : position().pieceAt(from);
        if (from == null || piece == null) {
            shown.set(Shown.NOTHING);
            route.setText("");
            hint.setText(Texts.of("reach.nobody"));
            return;
        }
        Reach reach = empty.isSelected() ? Reach.onEmptyBoard(from, piece.type()) : Reach.inPosition(position(), from);
        hint.setText(Texts.of(empty.isSelected() ? "reach.hint.empty" : "reach.hint.here"));
        List<Mark> marks = new ArrayList<>(Shown.numbers(reach, piece.side()));
        List<Trace> traces = new ArrayList<>();
        Square to = Square.parse(goal.getText().strip());
        if (to == null || to == from) {
            boolean wrong = !goal.getText().isBlank() && to == null;
            route.setText(wrong ? Texts.of("reach.goal.wrong", goal.getText().strip()) : "");
        } else if (reach.moves(to) == Reach.NEVER) {
            route.setText(Texts.of("reach.never", to));
        } else {
            List<Square> way = reach.route(to);
            route.setText(Texts.of(
                    "reach.route",
                    new Value.Moves(reach.moves(to)).text(),
                    way.stream().map(Square::toString).collect(Collectors.joining("–"))));
            traces.add(new Trace.Plan(way, 1, piece.side()));
            marks.removeIf(mark -> way.contains(mark.square()));
        }
        route.setManaged(!route.getText().isEmpty());
        figures(reach, piece.type());
        shown.set(new Shown(marks, traces, ""));
    }

    private void figures(Reach reach, PieceType type) {
        int row = 0;
        int before = 1;
        for (int moves = 1; moves <= LONGEST_TOLD; moves++) {
            int within = reach.within(moves).size();
            if (within == before) {
                break;
            }
            row = figure(row, Texts.of("reach.in", new Value.Moves(moves).text()), within - before);
            before = within;
        }
        row = figure(
                row,
                Texts.of("reach.never.count"),
                64 - reach.within(Reach.NEVER - 1).size());
        if (type == PieceType.KNIGHT) {
            row = figure(row, Texts.of("reach.routes"), reach.twoMoveRoutes());
            figure(row, Texts.of("reach.within"), reach.squaresWithinTwo());
        }
    }

    private int figure(int row, String name, int count) {
        Label label = new Label(name);
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        Label number = Widgets.label("strong", Integer.toString(count));
        figures.addRow(row, label, number);
        return row + 1;
    }
}
