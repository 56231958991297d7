package org.zeroply.desktop.reading;

import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.HPos;
import javafx.geometry.Pos;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.flow.RangeRibbon;
import org.zeroply.desktop.game.Departed;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.notation.MoveNames;
import org.zeroply.repertoire.Spread;
import org.zeroply.store.PositionGames;

/** What the games of the workbook did with the position one is at: how many came here, and how they went on. */
final class HerePane extends VBox {
    private static final int MOST = 6;

    private final OpenGame model;
    private final Consumer<Departed> onDeparted;
    private final Label heading = new Label();
    private final Hyperlink show = new Hyperlink(Texts.of("here.show"));
    private final Hyperlink firstNew = new Hyperlink();
    private final VBox departed = new VBox(1);
    private final GridPane moves = new GridPane();

    /**
     * @param onShow shows the games in the list
     * @param onDeparted shows the place in the repertoire
     */
    HerePane(OpenGame model, Runnable onShow, Consumer<Departed> onDeparted) {
        this.model = model;
        this.onDeparted = onDeparted;
        getStyleClass().add("here");
        heading.getStyleClass().add("section-heading");
        heading.setId("here-heading");
        show.setId("here-show");
        show.setOnAction(event -> onShow.run());
        moves.getStyleClass().add("here-moves");
        ColumnConstraints wide = new ColumnConstraints();
        wide.setHgrow(Priority.ALWAYS);
        ColumnConstraints right = new ColumnConstraints();
        right.setHalignment(HPos.RIGHT);
        moves.getColumnConstraints().addAll(wide, right, right);
        Region space = Widgets.space();
        HBox top = new HBox(heading, space, show);
        top.setAlignment(Pos.BASELINE_LEFT);
        firstNew.setId("here-first-new");
        firstNew.setOnAction(
                event -> model.go(model.surroundings().firstNewProperty().get()));
        model.surroundings().firstNewProperty().subscribe(() -> showNew());
        departed.setId("here-departed");
        model.surroundings().departedProperty().subscribe(() -> showDeparted());
        model.spotProperty().subscribe(() -> showDeparted());
        getChildren().addAll(departed, firstNew, top, moves);
        model.surroundings().hereProperty().subscribe(this::show);
        showNew();
        showDeparted();
    }

    /** Where the game left a repertoire, unless that is still behind the curtain. */
    private void showDeparted() {
        List<Integer> line = model.shown().mainLine();
        List<Departed> seen = model.surroundings().departedProperty().get().stream()
                .filter(each -> each.ply() < line.size())
                .toList();
        if (seen.equals(departed.getUserData())) {
            return;
        }
        departed.setUserData(seen);
        departed.getChildren().clear();
        for (Departed each : seen) {
            Hyperlink link = new Hyperlink(Texts.of("here.departed", each.repertoire(), each.text()));
            link.setWrapText(true);
            link.setMinHeight(USE_PREF_SIZE);
            link.setOnAction(event -> onDeparted.accept(each));
            departed.getChildren().add(link);
        }
        Widgets.present(departed, !seen.isEmpty());
    }

    private void showNew() {
        int node = model.surroundings().firstNewProperty().get();
        boolean known = node >= 0 && model.shown().has(node);
        Widgets.present(firstNew, known);
        firstNew.setText(
                known
                        ? Texts.of(
                                "here.firstNew",
                                MoveNames.of(
                                        model.shown(),
                                        node,
                                        model.languageProperty().get()))
                        : "");
    }

    private void show(@Nullable PositionGames here) {
        moves.getChildren().clear();
        if (here == null || here.games().size() == 0) {
            setVisible(here != null && here.pending() > 0);
            heading.setText(here == null ? "" : Texts.of("here.pending", here.pending()));
            show.setVisible(false);
            return;
        }
        setVisible(true);
        show.setVisible(true);
        String counted = Texts.of("here.games", here.games().size());
        heading.setText(here.pending() > 0 ? counted + Texts.of("games.waiting", here.pending()) : counted);
        List<PositionGames.Played> shown =
                here.moves().subList(0, Math.min(MOST, here.moves().size()));
        for (int i = 0; i < shown.size(); i++) {
            PositionGames.Played played = shown.get(i);
            Hyperlink move = new Hyperlink(MoveNames.of(
                    model.positionProperty().get(),
                    played.move(),
                    model.languageProperty().get()));
            move.getStyleClass().add("here-move");
            move.setOnAction(event -> model.play(played.move()));
            Label times = Widgets.label("soft", Texts.of("here.times", played.games()));
            String points = played.decided() == 0 ? "" : Texts.of("here.points", points(played), played.decided());
            Spread spread = Spread.of(played.whiteWon() + played.drawn() / 2.0, (int) played.decided());
            RangeRibbon ribbon = new RangeRibbon(
                    (double) played.games() / here.games().size(),
                    spread.low(),
                    spread.high(),
                    played.score(),
                    Texts.of("here.range", points, Math.round(100 * spread.low()), Math.round(100 * spread.high())));
            moves.addRow(i, move, times, ribbon);
        }
        if (here.moves().size() > MOST) {
            Label more =
                    Widgets.label("soft", Texts.of("here.more", here.moves().size() - MOST));
            moves.add(more, 0, MOST, 3, 1);
        }
    }

    /** White's points as a crosstable has them, with a half sign. */
    private static String points(PositionGames.Played played) {
        long whole = played.whiteWon() + played.drawn() / 2;
        boolean half = played.drawn() % 2 == 1;
        return half ? (whole == 0 ? "" : Long.toString(whole)) + "½" : Long.toString(whole);
    }
}
