package org.zeroply.desktop.showing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.FxThread;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.ledger.ConceptMap;
import org.zeroply.notation.Fen;
import org.zeroply.notation.FenReading;
import org.zeroply.notation.San;
import org.zeroply.print.SheetPages;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.showing.Face;

/** What is asked for on a sheet of paper about cards: names, maps, handouts. */
final class CardForms {
    private final Sheets sheets;

    CardForms(Sheets sheets) {
        this.sheets = sheets;
    }

    /** Asks for the name of a sheet. */
    void name(String title, String before, Consumer<String> done) {
        TextField name = new TextField(before);
        name.setId("sheet-name");
        name.setPrefColumnCount(28);
        GridPane form = FormParts.grid();
        form.addRow(0, new Label(Texts.of("sheets.name")), name);
        Button keep = FormParts.primary("sheets.name.keep");
        Sheet sheet = sheets.show(title, form, List.of(keep));
        keep.setOnAction(event -> {
            if (FormParts.isRight(name, !name.getText().isBlank())) {
                sheet.close();
                done.accept(name.getText().strip());
            }
        });
        FxThread.later(name::requestFocus);
    }

    // ---- maps

    /** The map of a card: what it shows of which piece, and beside it another one, before and after a move, or the change. */
    void map(Face.@Nullable Maps before, Position here, Consumer<Face.Maps> done) {
        Face.MapView first = before == null ? null : before.views().getFirst();
        Face.MapView second = before == null || before.views().size() < 2
                ? null
                : before.views().get(1);
        Position position = before == null ? here : before.position();
        TextField fen = new TextField(Fen.write(position));
        fen.setId("map-fen");
        fen.setPrefColumnCount(38);
        MapFields one = new MapFields("map-1", first);
        CheckBox two = new CheckBox(Texts.of("map.second"));
        two.setId("map-second");
        MapFields other = new MapFields("map-2", second);
        two.setSelected(second != null);
        TextField move =
                new TextField(before == null || before.move() == null ? "" : San.write(position, before.move()));
        move.setId("map-move");
        move.setPrefColumnCount(8);
        GridPane form = FormParts.grid();
        int row = one.addTo(form, 0);
        form.addRow(row++, new Label(), two);
        int from = row;
        row = other.addTo(form, row);
        form.getChildren().stream()
                .filter(node -> Optional.ofNullable(GridPane.getRowIndex(node)).orElse(0) >= from)
                .forEach(node ->
                        node.disableProperty().bind(two.selectedProperty().not()));
        form.addRow(row++, new Label(Texts.of("map.position")), fen);
        form.addRow(row, new Label(Texts.of("map.move")), move);
        Label fault = Widgets.wrapped("attention");
        fault.setId("form-fault");
        Button keep = FormParts.primary("map.keep");
        Sheet sheet = sheets.show(Texts.of("map.form"), new VBox(10, form, fault), List.of(keep));
        keep.setOnAction(event -> {
            String said = read(one, two.isSelected() ? other : null, fen.getText(), move.getText(), maps -> {
                sheet.close();
                done.accept(maps);
            });
            fault.setText(said);
        });
        FxThread.later(one.kind::requestFocus);
    }

    /** Hands the maps on, or says what is wrong. */
    private static String read(
            MapFields one, @Nullable MapFields other, String fen, String moved, Consumer<Face.Maps> done) {
        if (!(Fen.read(fen) instanceof FenReading.Read read)) {
            return Texts.of("map.fault.position");
        }
        Position position = read.position();
        Move move = moved.isBlank() ? null : San.read(position, moved.strip());
        if (!moved.isBlank() && move == null) {
            return Texts.of("map.fault.move", moved);
        }
        List<Face.MapView> views = new ArrayList<>();
        for (MapFields fields : other == null ? List.of(one) : List.of(one, other)) {
            Optional<Face.MapView> view = fields.view(position);
            if (view.isEmpty()) {
                return Texts.of("map.fault.piece", fields.from.getText());
            }
            if (view.get().when() != Face.When.NOW && move == null) {
                return Texts.of("map.fault.noMove");
            }
            views.add(view.get());
        }
        done.accept(new Face.Maps(position, move, views));
        return "";
    }

    /** The choices of one map. */
    private static final class MapFields {
        private final ChoiceBox<ConceptMap.Kind> kind;
        private final ChoiceBox<PieceType> piece;
        private final TextField from = new TextField();
        private final ChoiceBox<Face.When> when;

        MapFields(String id, Face.@Nullable MapView before) {
            kind = Choices.of(List.of(ConceptMap.Kind.values()), each -> Texts.of("map.kind." + each));
            kind.setId(id + "-kind");
            piece = Choices.of(
                    List.of(PieceType.KNIGHT, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN, PieceType.KING),
                    each -> Texts.of("piece." + each));
            piece.setId(id + "-piece");
            from.setId(id + "-from");
            from.setPrefColumnCount(4);
            from.setPromptText(Texts.of("map.from.empty"));
            when = Choices.of(List.of(Face.When.values()), each -> Texts.of("map.when." + each));
            when.setId(id + "-when");
            if (before != null) {
                kind.setValue(before.wish().kind());
                piece.setValue(before.wish().type());
                Square square = before.wish().from();
                from.setText(square == null ? "" : square.toString());
                when.setValue(before.when());
            }
            kind.valueProperty().subscribe(now -> {
                piece.setDisable(!now.isOfPiece());
                from.setDisable(!now.isOfPiece());
            });
        }

        int addTo(GridPane form, int row) {
            form.addRow(row, new Label(Texts.of("map.what")), kind);
            form.addRow(row + 1, new Label(Texts.of("map.piece")), piece);
            form.addRow(row + 2, new Label(Texts.of("map.square")), from);
            form.addRow(row + 3, new Label(Texts.of("map.when")), when);
            return row + 4;
        }

        /** Empty if no such piece stands on the square that was typed. */
        Optional<Face.MapView> view(Position position) {
            String typed = kind.getValue().isOfPiece() ? from.getText().strip() : "";
            Square square = typed.isEmpty() ? null : Square.parse(typed);
            Piece there = square == null ? null : position.pieceAt(square);
            if (!typed.isEmpty() && (there == null || there.type() == PieceType.PAWN)) {
                return Optional.empty();
            }
            PieceType type = there == null ? piece.getValue() : there.type();
            return Optional.of(new Face.MapView(new ConceptMap.Wish(kind.getValue(), type, square), when.getValue()));
        }
    }

    // ---- handout

    /** How a sheet goes out. */
    enum Out {
        HANDOUT,
        BROWSER,
        PGN
    }

    /**
     * Asks how a sheet goes out.
     *
     * @param done is handed the kind, how many boards a page, and whether answers stand at its end
     */
    void out(OutChosen done) {
        ChoiceBox<Out> kind = Choices.of(List.of(Out.values()), each -> Texts.of("out." + each));
        kind.setId("out-kind");
        List<Integer> numbers = new ArrayList<>();
        for (int i = SheetPages.FEWEST; i <= SheetPages.MOST; i++) {
            numbers.add(i);
        }
        ChoiceBox<Integer> boards = Choices.of(numbers, each -> Texts.of("out.boards.number", each));
        boards.setId("out-boards");
        boards.setValue(4);
        CheckBox answers = new CheckBox(Texts.of("out.answers"));
        answers.setId("out-answers");
        GridPane form = FormParts.grid();
        form.addRow(0, new Label(Texts.of("out.kind")), kind);
        form.addRow(1, new Label(Texts.of("out.boards")), boards);
        form.addRow(2, new Label(), answers);
        kind.valueProperty().subscribe(now -> {
            boards.setDisable(now != Out.HANDOUT);
            answers.setDisable(now != Out.HANDOUT);
        });
        Button keep = FormParts.primary("out.write");
        Sheet sheet = sheets.show(Texts.of("out.title"), form, List.of(keep));
        keep.setOnAction(event -> {
            sheet.close();
            done.write(kind.getValue(), boards.getValue(), answers.isSelected());
        });
        FxThread.later(kind::requestFocus);
    }

    interface OutChosen {
        void write(Out kind, int boards, boolean withAnswers);
    }

    /** Asks who is to move in a position that is made of a sketch. */
    void mover(Consumer<Side> done) {
        ChoiceBox<Side> side = Choices.of(List.of(Side.values()), each -> Texts.of("side." + each));
        side.setId("sketch-mover");
        GridPane form = FormParts.grid();
        form.addRow(0, new Label(Texts.of("card.mover")), side);
        Button keep = FormParts.primary("card.sketch.make");
        Sheet sheet = sheets.show(Texts.of("card.sketch.title"), form, List.of(keep));
        keep.setOnAction(event -> {
            sheet.close();
            done.accept(side.getValue());
        });
        FxThread.later(side::requestFocus);
    }
}
