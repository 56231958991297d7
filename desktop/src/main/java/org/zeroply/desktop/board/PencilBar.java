package org.zeroply.desktop.board;

import java.util.Locale;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.shape.Circle;
import javafx.scene.shape.SVGPath;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.OwnMark;

/** The row under a board while the pencil is on: the colours, the shapes and what clears the board. */
public final class PencilBar extends HBox {
    private static final double DOT = 6;

    /** Each shape on a field of 18 by 18. */
    private static final Map<OwnMark.Kind, String> DRAWINGS = Map.of(
            OwnMark.Kind.RING, "M9 3 A6 6 0 1 0 9.01 3 Z",
            OwnMark.Kind.HATCH, "M2 8 L8 2 M2 15 L15 2 M8 16 L16 8",
            OwnMark.Kind.TAG, "M9 2 A7 7 0 1 0 9.01 2 Z M9 5.5 L5.8 12.5 M9 5.5 L12.2 12.5 M7 10 H11",
            OwnMark.Kind.PATH, "M1.5 9 H3 M6 9 H7.5 M10.5 9 H12 M15 9 H16.5",
            OwnMark.Kind.THREAT, "M1 9 H5 M7 9 H11 M15 4 V14",
            OwnMark.Kind.REGION, "M3 3 H11 V8 H15 V15 H3 Z");

    private final DrawingHand hand;

    /**
     * @param id begins the names of its parts
     * @param clear takes all marks off the board
     */
    public PencilBar(DrawingHand hand, String id, Runnable clear) {
        super(3);
        this.hand = hand;
        setAlignment(Pos.CENTER_LEFT);
        getStyleClass().add("pencil-bar");
        ToggleGroup pencils = new ToggleGroup();
        for (OwnMark.Pencil each : OwnMark.Pencil.values()) {
            getChildren().add(colour(id, each, pencils));
        }
        ToggleGroup kinds = new ToggleGroup();
        for (OwnMark.Kind each : OwnMark.Kind.values()) {
            getChildren().add(shape(id, each, kinds));
        }
        TextField tag = new TextField();
        tag.setId(id + "-tag");
        tag.setPrefColumnCount(2);
        tag.setMinWidth(Region.USE_PREF_SIZE);
        tag.setPromptText("a");
        tag.setAccessibleText(Texts.of("pencil.tag"));
        tag.setTooltip(new Tooltip(Texts.of("pencil.tag")));
        tag.textProperty().bindBidirectional(hand.tagProperty());
        hand.kindProperty().subscribe(kind -> Widgets.present(tag, kind == OwnMark.Kind.TAG));
        Button wipe = Widgets.quietButton("pencil.clear", id + "-clear", clear);
        wipe.setMinWidth(Region.USE_PREF_SIZE);
        getChildren().addAll(tag, wipe);
        hand.onProperty().subscribe(on -> Widgets.present(this, on));
    }

    /** The button that takes the pencil up and lays it down. */
    public static ToggleButton toggle(DrawingHand hand, String id) {
        ToggleButton pencil = new ToggleButton(Texts.of("pencil.on"));
        pencil.setId(id + "-pencil");
        pencil.getStyleClass().add("quiet-toggle");
        pencil.setMinWidth(Region.USE_PREF_SIZE);
        pencil.setTooltip(new Tooltip(Texts.of("pencil.hint")));
        pencil.selectedProperty().bindBidirectional(hand.onProperty());
        return pencil;
    }

    private ToggleButton colour(String id, OwnMark.Pencil pencil, ToggleGroup group) {
        Circle dot = new Circle(DOT);
        dot.getStyleClass().add("pencil-dot");
        String key = pencil.name().toLowerCase(Locale.ROOT);
        ToggleButton button = tool(dot, id + "-" + key, Texts.of("pencil." + pencil), group);
        button.getStyleClass().add("pencil-" + key);
        button.setOnAction(event -> {
            hand.pencilProperty().set(pencil);
            button.setSelected(true);
        });
        hand.pencilProperty().subscribe(now -> button.setSelected(now == pencil));
        return button;
    }

    private ToggleButton shape(String id, OwnMark.Kind kind, ToggleGroup group) {
        SVGPath path = new SVGPath();
        path.setContent(DRAWINGS.get(kind));
        path.getStyleClass().add("pencil-shape");
        ToggleButton button =
                tool(path, id + "-" + kind.name().toLowerCase(Locale.ROOT), Texts.of("pencil." + kind), group);
        button.setOnAction(event -> {
            hand.kindProperty().set(kind);
            button.setSelected(true);
        });
        hand.kindProperty().subscribe(now -> button.setSelected(now == kind));
        return button;
    }

    private static ToggleButton tool(Node graphic, String id, String title, ToggleGroup group) {
        ToggleButton button = new ToggleButton();
        button.setGraphic(graphic);
        button.setId(id);
        button.setToggleGroup(group);
        button.getStyleClass().add("pencil-tool");
        button.setTooltip(new Tooltip(title));
        button.setAccessibleText(title);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setFocusTraversable(false);
        return button;
    }
}
