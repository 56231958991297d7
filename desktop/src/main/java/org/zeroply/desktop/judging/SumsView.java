package org.zeroply.desktop.judging;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.geometry.HPos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Judgement;
import org.zeroply.coaching.PlayerSums;
import org.zeroply.coaching.PlayerSums.Tally;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/** What a player gives away, as a table: in all, by phase, by side, by opening, and by cause. Passive. */
public final class SumsView extends VBox {
    private static final int MOST_OPENINGS = 8;
    private static final int MOST_HABITS = 5;
    private static final List<String> COLUMNS =
            List.of("moves", "games", "given", "turning", "drifts", "missed", "praise");

    private final SumsModel model;
    private final Consumer<List<Long>> judge;
    private final ComboBox<String> player = new ComboBox<>();
    private final Label basis = new Label();
    private final GridPane table = new GridPane();
    private final Label causes = new Label();
    private final Button rest = new Button();

    /**
     * @param judge puts games into the queue
     */
    public SumsView(SumsModel model, String first, Consumer<List<Long>> judge) {
        super(10);
        this.model = model;
        this.judge = judge;
        player.setId("sums-player");
        player.setEditable(true);
        player.setPromptText(Texts.of("sums.player"));
        player.setPrefWidth(300);
        player.setOnAction(event -> ask());
        player.getEditor().textProperty().subscribe((before, now) -> {
            if (player.getEditor().isFocused() && now.length() >= 2) {
                model.suggest(now, names -> {
                    if (!player.getItems().equals(names)) {
                        player.getItems().setAll(names);
                    }
                });
            }
        });
        Button show = Widgets.button("sums.show", "sums-show", this::ask);
        show.getStyleClass().add("primary");
        basis.setId("sums-basis");
        table.setId("sums-table");
        table.setHgap(18);
        table.setVgap(3);
        ColumnConstraints wide = new ColumnConstraints(190);
        wide.setHgrow(Priority.ALWAYS);
        table.getColumnConstraints().add(wide);
        for (int i = 0; i < COLUMNS.size(); i++) {
            ColumnConstraints right = new ColumnConstraints();
            right.setHalignment(HPos.RIGHT);
            table.getColumnConstraints().add(right);
        }
        causes.setWrapText(true);
        causes.setId("sums-causes");
        causes.setMinHeight(USE_PREF_SIZE);
        rest.setId("sums-rest");
        rest.setOnAction(event -> judgeRest());
        rest.setVisible(false);
        ScrollPane scroll = new ScrollPane(new VBox(12, table, causes));
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("branches-scroll");
        scroll.setPrefSize(720, 330);
        getChildren().addAll(new HBox(8, player, show), basis, scroll, rest);
        model.resultProperty().subscribe(this::show);
        if (!first.isEmpty()) {
            player.setValue(first);
        }
    }

    private void ask() {
        String name = player.getEditor().getText();
        if (name != null && !name.isBlank()) {
            model.ask(name.strip());
        }
    }

    private void judgeRest() {
        SumsModel.Result now = model.resultProperty().get();
        if (now != null) {
            judge.accept(now.left());
        }
    }

    private void show(SumsModel.@Nullable Result result) {
        table.getChildren().clear();
        causes.setText("");
        rest.setVisible(result != null && !result.left().isEmpty());
        if (result == null) {
            basis.setText(Texts.of("sums.none"));
            return;
        }
        rest.setText(Texts.of("sums.rest", result.left().size()));
        PlayerSums sums = result.sums();
        if (result.judged() == 0) {
            basis.setText(Texts.of(
                    result.left().isEmpty() ? "sums.noGames" : "sums.noneJudged",
                    result.player(),
                    result.left().size()));
            return;
        }
        basis.setText(Texts.of(
                "sums.basis",
                result.player(),
                sums.total().moves(),
                result.judged(),
                result.judged() + result.left().size()));
        int row = 0;
        for (int i = 0; i < COLUMNS.size(); i++) {
            Label head = Widgets.label("section-heading", Texts.of("sums.column." + COLUMNS.get(i)));
            table.add(head, i + 1, row);
        }
        row++;
        row = row(row, Texts.of("sums.total"), sums.total(), true);
        for (Judgement.Phase phase : Judgement.Phase.values()) {
            Tally tally = sums.phases().get(phase);
            if (tally != null) {
                row = row(row, Texts.of("sums.phase." + phase), tally, false);
            }
        }
        for (Side side : Side.values()) {
            Tally tally = sums.sides().get(side);
            if (tally != null) {
                row = row(row, Texts.of("sums.side", Texts.of("side." + side)), tally, false);
            }
        }
        List<Map.Entry<String, Tally>> openings =
                sums.openings().entrySet().stream().limit(MOST_OPENINGS).toList();
        for (Map.Entry<String, Tally> opening : openings) {
            row = row(
                    row,
                    opening.getKey().isEmpty() ? Texts.of("sums.noOpening") : opening.getKey(),
                    opening.getValue(),
                    false);
        }
        causes.setText(causes(result.account()));
    }

    private static String causes(StudentAccount account) {
        List<String> said = new ArrayList<>();
        if (account.average() != null) {
            said.add(Texts.of("sums.account", account.average().inWords()));
        }
        account.rate()
                .ifPresent(rate -> said.add(Texts.of(
                        "sums.rate", Words.share(rate.points()), Words.share(rate.low()), Words.share(rate.high()))));
        List<String> habits = account.habits().stream()
                .limit(MOST_HABITS)
                .map(habit -> Texts.of(
                        "sums.cause", habit.key().text(), Words.share(habit.points()), habit.games(), habit.of()))
                .toList();
        if (!habits.isEmpty()) {
            said.add(Texts.of("sums.causes", String.join("; ", habits)));
        }
        return String.join("\n", said);
    }

    private int row(int row, String title, Tally tally, boolean strong) {
        List<String> cells = List.of(
                title,
                Integer.toString(tally.moves()),
                Integer.toString(tally.games()),
                Words.share(tally.perGame()),
                Integer.toString(tally.turning()),
                Integer.toString(tally.drifts()),
                Integer.toString(tally.missed()),
                Integer.toString(tally.praised()));
        for (int i = 0; i < cells.size(); i++) {
            Label cell = new Label(cells.get(i));
            if (strong) {
                cell.getStyleClass().add("strong");
            }
            if (i > 0) {
                cell.getStyleClass().add("figure");
            }
            table.add(cell, i, row);
        }
        return row + 1;
    }
}
