package org.zeroply.desktop.strip;

import java.util.List;
import java.util.function.Function;
import java.util.function.IntConsumer;
import javafx.beans.property.ObjectProperty;
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
import org.zeroply.ledger.MoveMeasures;

/** Shows a game as a strip. Colours and text size come from the stylesheet. */
public final class StripView extends Control {
    private static final StyleablePropertyFactory<StripView> FACTORY =
            new StyleablePropertyFactory<>(Control.getClassCssMetaData());
    private static final CssMetaData<StripView, Color> INK = color("-zp-strip-ink", view -> view.ink);
    private static final CssMetaData<StripView, Color> SOFT = color("-zp-strip-soft", view -> view.soft);
    private static final CssMetaData<StripView, Color> RULE = color("-zp-strip-rule", view -> view.rule);
    private static final CssMetaData<StripView, Color> PANEL = color("-zp-strip-panel", view -> view.panel);
    private static final CssMetaData<StripView, Color> WHITE = color("-zp-strip-white", view -> view.white);
    private static final CssMetaData<StripView, Color> BLACK = color("-zp-strip-black", view -> view.black);
    private static final CssMetaData<StripView, Color> BRICK = color("-zp-strip-brick", view -> view.brick);
    private static final CssMetaData<StripView, Number> TEXT =
            FACTORY.createSizeCssMetaData("-zp-strip-text", view -> view.text, 13, false);

    final StyleableProperty<Color> ink = new SimpleStyleableObjectProperty<>(INK, this, "ink");
    final StyleableProperty<Color> soft = new SimpleStyleableObjectProperty<>(SOFT, this, "soft");
    final StyleableProperty<Color> rule = new SimpleStyleableObjectProperty<>(RULE, this, "rule");
    final StyleableProperty<Color> panel = new SimpleStyleableObjectProperty<>(PANEL, this, "panel");
    final StyleableProperty<Color> white = new SimpleStyleableObjectProperty<>(WHITE, this, "white");
    final StyleableProperty<Color> black = new SimpleStyleableObjectProperty<>(BLACK, this, "black");
    final StyleableProperty<Color> brick = new SimpleStyleableObjectProperty<>(BRICK, this, "brick");
    final StyleableProperty<Number> text = new SimpleStyleableObjectProperty<>(TEXT, this, "text", 13);

    private final ObjectProperty<@Nullable StripData> data = new SimpleObjectProperty<>(this, "data");
    private final ObjectProperty<@Nullable StripVerdicts> verdicts = new SimpleObjectProperty<>(this, "verdicts");
    private final ObjectProperty<List<MoveMeasures>> measures = new SimpleObjectProperty<>(this, "measures", List.of());
    private final ObjectProperty<StripLanes> lanes = new SimpleObjectProperty<>(this, "lanes", StripLanes.USUAL);
    private IntConsumer onGo = node -> {};
    private Runnable onArrange = () -> {};

    public StripView() {
        getStyleClass().add("strip");
        setAccessibleRole(AccessibleRole.NODE);
        setAccessibleText(Texts.of("strip.accessible"));
    }

    private static CssMetaData<StripView, Color> color(
            String name, Function<StripView, StyleableProperty<Color>> property) {
        return FACTORY.createColorCssMetaData(name, property, Color.BLACK, false);
    }

    public ObjectProperty<@Nullable StripData> dataProperty() {
        return data;
    }

    /** Figures of the ledger after each move of the current line; empty while they are not known. */
    public ObjectProperty<List<MoveMeasures>> measuresProperty() {
        return measures;
    }

    /** Which lanes there are. */
    public ObjectProperty<StripLanes> lanesProperty() {
        return lanes;
    }

    /** Called when the user wants to arrange the lanes. */
    public void setOnArrange(Runnable listener) {
        onArrange = listener;
    }

    void arrange() {
        onArrange.run();
    }

    /** The judgement of the current line; null for a game that is not judged, which has no lane for it. */
    public ObjectProperty<@Nullable StripVerdicts> verdictsProperty() {
        return verdicts;
    }

    /** Called with the node that the user goes to; 0 for the start. */
    public void setOnGo(IntConsumer listener) {
        onGo = listener;
    }

    void go(int node) {
        onGo.accept(node);
    }

    /** Everything that the stylesheet sets, to draw anew when it changes. */
    List<ObservableValue<?>> styled() {
        return List.of(
                (ObservableValue<?>) ink,
                (ObservableValue<?>) soft,
                (ObservableValue<?>) rule,
                (ObservableValue<?>) panel,
                (ObservableValue<?>) white,
                (ObservableValue<?>) black,
                (ObservableValue<?>) brick,
                (ObservableValue<?>) text);
    }

    @Override
    protected Skin<?> createDefaultSkin() {
        return new StripSkin(this);
    }

    @Override
    public List<CssMetaData<? extends Styleable, ?>> getControlCssMetaData() {
        return FACTORY.getCssMetaData();
    }
}
