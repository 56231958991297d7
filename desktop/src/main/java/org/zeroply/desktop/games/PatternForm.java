package org.zeroply.desktop.games;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.ledger.Pattern;
import org.zeroply.ledger.Pattern.Feature;
import org.zeroply.ledger.Pattern.Men;
import org.zeroply.ledger.Pattern.Shape;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;

/** Builds a pattern of material and pawns by picking; examples fill the form so that one can start from them. */
public final class PatternForm extends VBox {
    private static final int SHAPES = 3;
    private static final List<PieceType> TYPES =
            List.of(PieceType.QUEEN, PieceType.ROOK, PieceType.BISHOP, PieceType.KNIGHT, PieceType.PAWN);
    private static final List<Integer> LASTING = List.of(1, 2, 4, 8, 16);

    private final Map<Side, Map<PieceType, ChoiceBox<Amount>>> amounts = new EnumMap<>(Side.class);
    private final List<ShapeRow> shapes = new ArrayList<>();
    private final CheckBox oneWing = new CheckBox(Texts.of("pattern.oneWing"));
    private final CheckBox opposite = new CheckBox(Texts.of("pattern.oppositeBishops"));
    private final CheckBox either = new CheckBox(Texts.of("pattern.either"));
    private final ChoiceBox<Integer> lasting = Choices.of(LASTING, number -> Texts.of("pattern.lasting.value", number));
    private String exampleTitle = "";
    private Pattern example = new Pattern(List.of(), List.of(), false, false, false, 1);

    /** How many of a kind: any number, exactly so many, or at least so many. */
    private record Amount(int fewest, int most) {
        static final int MOST = 10;
        static final Amount ANY = new Amount(0, MOST);

        static Amount exactly(int count) {
            return new Amount(count, count);
        }

        static Amount atLeast(int count) {
            return new Amount(count, MOST);
        }

        String text() {
            return this.equals(ANY)
                    ? Texts.of("pattern.any")
                    : most == MOST
                            ? Texts.of("pattern.atLeast", fewest)
                            : most == 0 ? Texts.of("pattern.none") : Integer.toString(fewest);
        }
    }

    public PatternForm() {
        super(12);
        getStyleClass().add("pattern-form");
        getChildren().addAll(examples(), material(), shapesBox(), ticks());
        lasting.setValue(2);
    }

    private GridPane material() {
        GridPane grid = new GridPane();
        grid.getStyleClass().add("form");
        grid.add(new Label(Texts.of("side.WHITE")), 0, 1);
        grid.add(new Label(Texts.of("side.BLACK")), 0, 2);
        for (Side side : Side.values()) {
            Map<PieceType, ChoiceBox<Amount>> row = new EnumMap<>(PieceType.class);
            for (int i = 0; i < TYPES.size(); i++) {
                PieceType type = TYPES.get(i);
                ChoiceBox<Amount> box = Choices.of(offered(type), Amount::text);
                box.setId("pattern-" + side.name().toLowerCase(Locale.ROOT) + "-"
                        + type.name().toLowerCase(Locale.ROOT));
                box.setAccessibleText(Texts.of("pattern.amount", Texts.of("piece." + type), Texts.of("side." + side)));
                row.put(type, box);
                grid.add(box, i + 1, side.ordinal() + 1);
                if (side == Side.WHITE) {
                    Label heading = Widgets.label("filter-title", Texts.of("pattern.type." + type));
                    grid.add(heading, i + 1, 0);
                }
            }
            amounts.put(side, row);
        }
        return grid;
    }

    private static List<Amount> offered(PieceType type) {
        List<Amount> offered = new ArrayList<>(List.of(Amount.ANY, Amount.exactly(0)));
        int most = type == PieceType.PAWN ? 8 : 2;
        for (int count = 1; count <= most; count++) {
            offered.add(Amount.exactly(count));
        }
        offered.add(Amount.atLeast(1));
        return offered;
    }

    /** One thing that the pawns must show. */
    private static final class ShapeRow {
        final ChoiceBox<Side> side = Choices.of(List.of(Side.values()), each -> Texts.of("side." + each));
        final ChoiceBox<String> feature;
        final ChoiceBox<Integer> file = Choices.of(
                List.of(-1, 0, 1, 2, 3, 4, 5, 6, 7),
                each -> each < 0
                        ? Texts.of("pattern.anyFile")
                        : Texts.of("pattern.file", String.valueOf((char) ('a' + each))));

        ShapeRow(int number) {
            List<String> names = new ArrayList<>(List.of(""));
            for (Feature each : Feature.values()) {
                names.add(each.name());
            }
            feature = Choices.of(
                    names, name -> name.isEmpty() ? Texts.of("pattern.noShape") : Texts.of("pattern.feature." + name));
            feature.setId("pattern-feature-" + number);
            side.setId("pattern-side-" + number);
            file.setId("pattern-file-" + number);
        }
    }

    private VBox shapesBox() {
        VBox box = new VBox(6);
        Label heading = Widgets.label("filter-title", Texts.of("pattern.shapes"));
        box.getChildren().add(heading);
        for (int i = 0; i < SHAPES; i++) {
            ShapeRow row = new ShapeRow(i);
            shapes.add(row);
            box.getChildren().add(new HBox(8, row.side, row.feature, row.file));
        }
        return box;
    }

    private VBox ticks() {
        HBox last = new HBox(8, new Label(Texts.of("pattern.lasting")), lasting);
        last.setAlignment(Pos.CENTER_LEFT);
        return new VBox(7, oneWing, opposite, either, last);
    }

    private FlowPane examples() {
        FlowPane row = new FlowPane(6, 6);
        row.getChildren().add(new Label(Texts.of("pattern.examples")));
        row.getChildren().add(example("rooks", () -> {
            for (Side side : Side.values()) {
                bare(side);
                amount(side, PieceType.ROOK, Amount.exactly(1));
            }
            amount(Side.WHITE, PieceType.PAWN, Amount.exactly(4));
            amount(Side.BLACK, PieceType.PAWN, Amount.exactly(3));
            oneWing.setSelected(true);
            either.setSelected(true);
        }));
        row.getChildren().add(example("isolated", () -> {
            shape(0, Side.WHITE, Feature.ISOLATED, 3);
            lasting.setValue(8);
        }));
        row.getChildren().add(example("hanging", () -> {
            shape(0, Side.WHITE, Feature.HANGING, 2);
            either.setSelected(true);
            lasting.setValue(8);
        }));
        row.getChildren().add(example("bishops", () -> {
            for (Side side : Side.values()) {
                bare(side);
                amount(side, PieceType.BISHOP, Amount.exactly(1));
            }
            opposite.setSelected(true);
        }));
        return row;
    }

    private Button example(String name, Runnable fill) {
        Button button = new Button(Texts.of("pattern.example." + name));
        button.setId("pattern-example-" + name);
        button.getStyleClass().add("meant");
        button.setOnAction(event -> {
            clear();
            fill.run();
            exampleTitle = button.getText();
            example = pattern();
        });
        return button;
    }

    private void clear() {
        amounts.values().forEach(row -> row.values().forEach(box -> box.setValue(Amount.ANY)));
        shapes.forEach(row -> row.feature.setValue(""));
        oneWing.setSelected(false);
        opposite.setSelected(false);
        either.setSelected(false);
        lasting.setValue(2);
    }

    /** Pieces of a side: none but pawns and king. */
    private void bare(Side side) {
        for (PieceType type : TYPES.subList(0, 4)) {
            amount(side, type, Amount.exactly(0));
        }
    }

    private void amount(Side side, PieceType type, Amount amount) {
        amounts.getOrDefault(side, Map.of()).forEach((each, box) -> {
            if (each == type) {
                box.setValue(amount);
            }
        });
    }

    private void shape(int number, Side side, Feature feature, int file) {
        shapes.get(number).side.setValue(side);
        shapes.get(number).feature.setValue(feature.name());
        shapes.get(number).file.setValue(file);
    }

    /** The pattern as it is picked. */
    public Pattern pattern() {
        List<Men> men = new ArrayList<>();
        amounts.forEach((side, row) -> row.forEach((type, box) -> {
            Amount amount = box.getValue();
            if (!amount.equals(Amount.ANY)) {
                men.add(new Men(side, type, amount.fewest(), amount.most()));
            }
        }));
        List<Shape> wanted = new ArrayList<>();
        for (ShapeRow row : shapes) {
            if (!row.feature.getValue().isEmpty()) {
                wanted.add(
                        new Shape(row.side.getValue(), Feature.valueOf(row.feature.getValue()), row.file.getValue()));
            }
        }
        return new Pattern(
                men, wanted, oneWing.isSelected(), opposite.isSelected(), either.isSelected(), lasting.getValue());
    }

    /** How the list names the pattern: the example it was picked from, or what it asks for. */
    public String title() {
        return pattern().equals(example) ? exampleTitle : Texts.of("pattern.title");
    }
}
