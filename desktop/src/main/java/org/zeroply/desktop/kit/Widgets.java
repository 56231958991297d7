package org.zeroply.desktop.kit;

import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** The small parts that every view is made of. Texts are given by their keys, styles by classes of the stylesheet. */
public final class Widgets {
    private static final double PARAGRAPH = 440;

    private Widgets() {}

    /** A button that does something. */
    public static Button button(String key, String id, Runnable action) {
        Button button = new Button(Texts.of(key));
        button.setId(id);
        button.setOnAction(event -> action.run());
        return button;
    }

    /** A button without a frame, for what is seldom wanted. */
    public static Button quietButton(String key, String id, Runnable action) {
        Button button = button(key, id, action);
        button.getStyleClass().add("quiet-button");
        return button;
    }

    /** A label with a style, for a text that fits on a line. */
    public static Label label(String style, String text) {
        Label label = new Label(text);
        label.getStyleClass().add(style);
        return label;
    }

    /** A label that breaks its text into lines and is never cut. */
    public static Label wrapped(String style) {
        Label label = label(style, "");
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        return label;
    }

    /** A few sentences on a sheet. */
    public static Label paragraph(String words) {
        Label text = wrapped("paragraph");
        text.setText(words);
        text.setMaxWidth(PARAGRAPH);
        return text;
    }

    /** A label that keeps its width when there is little room. */
    public static Label caption(String key) {
        Label label = new Label(Texts.of(key));
        label.setMinWidth(Region.USE_PREF_SIZE);
        return label;
    }

    /** Takes up what room a row has left, so that what follows stands at its end. */
    public static Region space() {
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        return space;
    }

    /**
     * Something that can be scrolled and is as wide as its room. The toolkit keeps a picture of what is scrolled and draws
     * it twice for that; where what is inside changes more often than it is scrolled, this one does not.
     */
    public static ScrollPane scrolled(Node content) {
        ScrollPane pane = new ScrollPane(content);
        pane.setFitToWidth(true);
        pane.skinProperty().subscribe(skin -> {
            Node viewport = pane.lookup(".viewport");
            if (viewport != null) {
                viewport.setCache(false);
            }
        });
        return pane;
    }

    /** Shows something or takes it out, with the room that it takes. */
    public static void present(Node node, boolean isPresent) {
        node.setVisible(isPresent);
        node.setManaged(isPresent);
    }

    /** Shows a text; an empty one takes no room. */
    public static void tell(Label label, String text) {
        label.setText(text);
        present(label, !text.isEmpty());
    }
}
