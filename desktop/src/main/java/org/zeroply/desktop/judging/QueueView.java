package org.zeroply.desktop.judging;

import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.util.Subscription;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.GameSummary;

/** The games that wait to be judged, and what can be done about them. Passive. */
public final class QueueView extends VBox {
    private final QueueModel model;
    private final Label text = new Label();
    private final ListView<GameSummary> games = new ListView<>();
    private final Subscription subscription;

    public QueueView(QueueModel model) {
        super(10);
        this.model = model;
        text.setId("queue-text");
        text.setWrapText(true);
        text.setPrefWidth(520);
        games.setId("queue-games");
        games.setPrefSize(520, 260);
        games.setPlaceholder(new Label(Texts.of("queue.empty")));
        games.setCellFactory(list -> new ListCell<>() {
            @Override
            protected void updateItem(@Nullable GameSummary game, boolean empty) {
                super.updateItem(game, empty);
                setText(
                        empty || game == null
                                ? null
                                : GameNames.players(game) + "   " + game.event() + "  " + game.date());
            }
        });
        Button goOn = Widgets.button("queue.goOn", "queue-go", model::goOn);
        goOn.disableProperty().bind(model.runningProperty());
        Button stop = Widgets.button("calculation.stop", "queue-stop", model::stop);
        stop.disableProperty().bind(model.runningProperty().not());
        Button remove = Widgets.button("queue.remove", "queue-remove", this::removeChosen);
        remove.disableProperty()
                .bind(games.getSelectionModel().selectedItemProperty().isNull());
        getChildren()
                .addAll(
                        text,
                        games,
                        new HBox(8, goOn, stop, remove, Widgets.button("queue.clear", "queue-clear", model::clear)));
        subscription = Subscription.combine(
                model.gamesProperty().subscribe(() -> show()),
                model.runningProperty().subscribe(() -> show()));
        sceneProperty().subscribe((before, now) -> {
            if (now == null) {
                subscription.unsubscribe();
            }
        });
        show();
    }

    private void removeChosen() {
        GameSummary chosen = games.getSelectionModel().getSelectedItem();
        if (chosen != null) {
            model.remove(chosen.id());
        }
    }

    private void show() {
        games.getItems().setAll(model.gamesProperty().get());
        text.setText(
                games.getItems().isEmpty()
                        ? ""
                        : Texts.of(model.runningProperty().get() ? "queue.text" : "queue.stopped"));
    }
}
