package org.zeroply.desktop.flow;

import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.function.IntConsumer;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.value.ObservableValue;
import javafx.css.CssMetaData;
import javafx.css.SimpleStyleableObjectProperty;
import javafx.css.Styleable;
import javafx.css.StyleableProperty;
import javafx.css.StyleablePropertyFactory;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Control;
import javafx.scene.control.Skin;
import javafx.scene.paint.Color;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.rules.Move;

/**
 * Shows a repertoire as a flow. Dragging moves it, the wheel scrolls, with Control it comes closer or goes back; arrows walk,
 * Space folds, plus, minus and 0 change the size. Colours and text size come from the stylesheet.
 */
public final class FlowView extends Control {
    private static final StyleablePropertyFactory<FlowView> FACTORY =
            new StyleablePropertyFactory<>(Control.getClassCssMetaData());
    private static final CssMetaData<FlowView, Color> INK = color("-zp-flow-ink", view -> view.ink);
    private static final CssMetaData<FlowView, Color> SOFT = color("-zp-flow-soft", view -> view.soft);
    private static final CssMetaData<FlowView, Color> PAPER = color("-zp-flow-paper", view -> view.paper);
    private static final CssMetaData<FlowView, Color> PANEL = color("-zp-flow-panel", view -> view.panel);
    private static final CssMetaData<FlowView, Color> WHITE = color("-zp-flow-white", view -> view.white);
    private static final CssMetaData<FlowView, Color> BLACK = color("-zp-flow-black", view -> view.black);
    private static final CssMetaData<FlowView, Color> BRICK = color("-zp-flow-brick", view -> view.brick);
    private static final CssMetaData<FlowView, Number> TEXT =
            FACTORY.createSizeCssMetaData("-zp-flow-text", view -> view.text, 13, false);

    final StyleableProperty<Color> ink = new SimpleStyleableObjectProperty<>(INK, this, "ink");
    final StyleableProperty<Color> soft = new SimpleStyleableObjectProperty<>(SOFT, this, "soft");
    final StyleableProperty<Color> paper = new SimpleStyleableObjectProperty<>(PAPER, this, "paper");
    final StyleableProperty<Color> panel = new SimpleStyleableObjectProperty<>(PANEL, this, "panel");
    final StyleableProperty<Color> white = new SimpleStyleableObjectProperty<>(WHITE, this, "white");
    final StyleableProperty<Color> black = new SimpleStyleableObjectProperty<>(BLACK, this, "black");
    final StyleableProperty<Color> brick = new SimpleStyleableObjectProperty<>(BRICK, this, "brick");
    final StyleableProperty<Number> text = new SimpleStyleableObjectProperty<>(TEXT, this, "text", 13);

    private final ObjectProperty<@Nullable FlowData> data = new SimpleObjectProperty<>(this, "data");
    private final IntegerProperty current = new SimpleIntegerProperty(this, "current", 0);
    private IntConsumer onGo = node -> {};
    private IntConsumer onFold = node -> {};
    private BiConsumer<Integer, Move> onOpen = (node, move) -> {};

    public FlowView() {
        getStyleClass().add("flow");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.NODE);
        setAccessibleText(Texts.of("flow.accessible"));
    }

    private static CssMetaData<FlowView, Color> color(
            String name, Function<FlowView, StyleableProperty<Color>> property) {
        return FACTORY.createColorCssMetaData(name, property, Color.BLACK, false);
    }

    public ObjectProperty<@Nullable FlowData> dataProperty() {
        return data;
    }

    /** The node one is at. */
    public IntegerProperty currentProperty() {
        return current;
    }

    /** Called with the node that the user goes to. */
    public void setOnGo(IntConsumer listener) {
        onGo = listener;
    }

    /** Called with the node after which the user folds or unfolds. */
    public void setOnFold(IntConsumer listener) {
        onFold = listener;
    }

    /** Called with a node and a reply there that the repertoire does not have. */
    public void setOnOpen(BiConsumer<Integer, Move> listener) {
        onOpen = listener;
    }

    /** Brings everything into sight, or the current node at full size if it is so already. */
    public void fit() {
        if (getSkin() instanceof FlowSkin skin) {
            skin.fit();
        }
    }

    /** Comes closer (above 1) or goes back. */
    public void zoom(double factor) {
        if (getSkin() instanceof FlowSkin skin) {
            skin.zoom(factor, getWidth() / 2, getHeight() / 2);
        }
    }

    void go(int node) {
        onGo.accept(node);
    }

    void fold(int node) {
        onFold.accept(node);
    }

    void open(int node, Move move) {
        onOpen.accept(node, move);
    }

    /** Everything that the stylesheet sets, to draw anew when it changes. */
    List<ObservableValue<?>> styled() {
        return List.of(
                (ObservableValue<?>) ink,
                (ObservableValue<?>) soft,
                (ObservableValue<?>) paper,
                (ObservableValue<?>) panel,
                (ObservableValue<?>) white,
                (ObservableValue<?>) black,
                (ObservableValue<?>) brick,
                (ObservableValue<?>) text);
    }

    @Override
    protected Skin<?> createDefaultSkin() {
        return new FlowSkin(this);
    }

    @Override
    public List<CssMetaData<? extends Styleable, ?>> getControlCssMetaData() {
        return FACTORY.getCssMetaData();
    }
}
