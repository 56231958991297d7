package org.zeroply.desktop.reading;

import javafx.beans.binding.Bindings;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.shape.SVGPath;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;

/** The first row of Reading: walking the game, its main deeds, and all others. */
final class ReadingBar extends HBox {
    /** What the buttons do. */
    record Deeds(Runnable curtain, Runnable lesson, Runnable report, Runnable playOut, Runnable secondWindow) {}

    ReadingBar(OpenGame game, Deeds deeds, Button more) {
        super(6);
        getStyleClass().add("reading-bar");
        setAlignment(Pos.CENTER_LEFT);
        HBox walk = new HBox(
                step("first", "M5 4 V16 M15 4 L8 10 L15 16", game::toStart),
                step("back", "M13 4 L6 10 L13 16", game::previous),
                step("forward", "M7 4 L14 10 L7 16", game::next),
                step("last", "M15 4 V16 M5 4 L12 10 L5 16", game::toEnd));
        walk.getStyleClass().add("walk-buttons");
        Button curtain = Widgets.button("reading.curtain", "reading-curtain", deeds.curtain());
        curtain.textProperty()
                .bind(Bindings.createStringBinding(
                        () -> Texts.of(game.isCurtainDown() ? "reading.curtain.lift" : "reading.curtain"),
                        game.curtain().nodeProperty()));
        getChildren()
                .addAll(
                        walk,
                        curtain,
                        Widgets.button("reading.lesson", "reading-lesson", deeds.lesson()),
                        Widgets.button("reading.report", "reading-report", deeds.report()),
                        Widgets.button("reading.playOut", "reading-play-out", deeds.playOut()),
                        Widgets.button("reading.window", "reading-window", deeds.secondWindow()),
                        more);
        getChildren().forEach(each -> ((Region) each).setMinWidth(USE_PREF_SIZE));
        // What the curtain covers is not offered behind it.
        game.curtain().nodeProperty().subscribe(now -> {
            for (String id : new String[] {"reading-lesson", "reading-report"}) {
                getChildren().stream()
                        .filter(each -> id.equals(each.getId()))
                        .forEach(each -> each.setDisable(game.isCurtainDown()));
            }
        });
    }

    private static Button step(String key, String path, Runnable action) {
        SVGPath drawing = new SVGPath();
        drawing.setContent(path);
        drawing.getStyleClass().add("walk-icon");
        Button button = new Button(null, drawing);
        button.setId("walk-" + key);
        button.getStyleClass().add("walk-button");
        button.setAccessibleText(Texts.of("command." + key));
        button.setTooltip(new Tooltip(Texts.of("command." + key)));
        button.setFocusTraversable(false);
        button.setOnAction(event -> action.run());
        return button;
    }
}
