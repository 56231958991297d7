package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.flow.Chances;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.repertoire.GameDepartures.Compared;
import org.zeroply.repertoire.Departures;
import org.zeroply.repertoire.Family;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Soundness;
import org.zeroply.repertoire.Upkeep;
import org.zeroply.rules.Move;

/** What there is to do in a repertoire, as lists; a row leads to its position. Passive. */
final class ListsPane extends VBox {
    /** What an answer may cost, to choose from. */
    private static final List<Double> SHARES = List.of(0.03, 0.06, 0.10, 0.15);

    /** What is listed. */
    enum Kind {
        UNANSWERED,
        SOUNDNESS,
        GUARDS,
        TIDY,
        DEPARTURES,
        STRUCTURES
    }

    /**
     * A row.
     *
     * @param head what it is about; a row with only this is a heading
     * @param text what is found
     * @param figure at the right
     */
    record Row(String head, String text, String figure, Runnable open) {
        static Row heading(String text) {
            return new Row(text, "", "", () -> {});
        }

        boolean isHeading() {
            return text.isEmpty() && figure.isEmpty();
        }
    }

    private final RepertoireModel model;
    private final SoundnessModel soundness;
    private final RepertoireReview checks;
    private final Consumer<Compared> onGame;
    private final ObjectProperty<Kind> kind = new SimpleObjectProperty<>(this, "kind", Kind.UNANSWERED);
    private final Label basis = Widgets.wrapped("list-basis");
    private final Button act = new Button();
    private final ChoiceBox<Double> share = Choices.of(SHARES, RepertoireTexts::hundredths);
    private final ObservableList<Row> rows = FXCollections.observableArrayList();
    private final ListView<Row> list = new ListView<>(rows);

    /**
     * @param onGame shows how a game ran through the repertoire
     */
    ListsPane(RepertoireModel model, SoundnessModel soundness, RepertoireReview checks, Consumer<Compared> onGame) {
        super(8);
        this.model = model;
        this.soundness = soundness;
        this.checks = checks;
        this.onGame = onGame;
        getStyleClass().add("repertoire-lists");
        list.setId("repertoire-list");
        list.getStyleClass().add("finding-list");
        list.setCellFactory(view -> new Cell());
        list.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.ENTER) {
                openChosen();
            }
        });
        list.setOnMouseClicked(event -> openChosen());
        VBox.setVgrow(list, Priority.ALWAYS);
        basis.setId("repertoire-basis");
        act.setId("repertoire-act");
        act.setMinWidth(USE_PREF_SIZE);
        HBox.setHgrow(basis, Priority.ALWAYS);
        basis.setMaxWidth(Double.MAX_VALUE);
        share.setId("repertoire-share");
        share.setAccessibleText(Texts.of("lists.share"));
        share.setTooltip(new Tooltip(Texts.of("lists.share")));
        share.managedProperty().bind(share.visibleProperty());
        share.setOnAction(event -> soundness.shareProperty().set(share.getValue()));
        soundness.shareProperty().subscribe(now -> {
            share.setValue(nearest(now.doubleValue()));
            show();
        });
        HBox top = new HBox(10, basis, share, act);
        top.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(top, list);
        kind.subscribe(() -> show());
        visibleProperty().subscribe(() -> show());
        model.flowProperty().subscribe(() -> show());
        soundness.foundProperty().subscribe(() -> show());
        soundness.runningProperty().subscribe(() -> show());
        checks.upkeepProperty().subscribe(() -> show());
        checks.brokenProperty().subscribe(() -> show());
        checks.familiesProperty().subscribe(() -> show());
        checks.gamesProperty().subscribe(() -> show());
        show();
    }

    ObjectProperty<Kind> kindProperty() {
        return kind;
    }

    ListView<Row> list() {
        return list;
    }

    private static double nearest(double share) {
        return SHARES.stream()
                .min(Comparator.comparingDouble(each -> Math.abs(each - share)))
                .orElseThrow();
    }

    private void openChosen() {
        Row row = list.getSelectionModel().getSelectedItem();
        if (row != null) {
            row.open().run();
        }
    }

    private void show() {
        if (!isVisible()) {
            // Nobody looks; it is shown as it is then.
            return;
        }
        if (model.flowProperty().get() == null) {
            rows.clear();
            return;
        }
        act.setVisible(false);
        share.setVisible(false);
        List<Row> fresh = switch (kind.get()) {
            case UNANSWERED -> unanswered();
            case SOUNDNESS -> soundness();
            case GUARDS -> guards();
            case TIDY -> tidy();
            case DEPARTURES -> departures();
            case STRUCTURES -> structures();
        };
        int chosen = list.getSelectionModel().getSelectedIndex();
        rows.setAll(fresh);
        if (chosen >= 0 && chosen < fresh.size()) {
            list.getSelectionModel().select(chosen);
        }
        Label none = Widgets.wrapped("soft");
        none.setText(Texts.of("lists.none." + kind.get()));
        list.setPlaceholder(none);
    }

    private void offer(String key, Runnable action) {
        act.setText(Texts.of(key));
        act.setOnAction(event -> action.run());
        act.setVisible(true);
    }

    /** Brings the keyboard to the list, and chooses the first row where none is chosen. */
    void focusFirst() {
        list.requestFocus();
        if (list.getSelectionModel().isEmpty()) {
            list.getSelectionModel().selectFirst();
        }
    }

    private Runnable to(int node) {
        return () -> model.go(node);
    }

    private List<Row> unanswered() {
        List<Row> found = new ArrayList<>();
        SoundnessModel.Found known = soundness.foundProperty().get();
        double sum = 0;
        for (Likelihood.Gap gap : model.likelihood().gaps()) {
            sum += gap.chance();
            String does = known.gaps().stream()
                    .filter(each ->
                            each.gap().node() == gap.node() && each.gap().move().equals(gap.move()))
                    .findFirst()
                    .map(each -> does(gap, each))
                    .orElse(Texts.of("lists.gap.unknown"));
            String where = Texts.of(gap.to() >= 0 ? "lists.gap.kept" : "lists.gap.games", gap.games());
            found.add(new Row(
                    model.line(gap.node(), gap.move()),
                    where + ". " + does,
                    Chances.figure(gap.chance()),
                    gap.to() >= 0 ? to(gap.to()) : () -> model.lookAhead(gap.node(), gap.move())));
        }
        basis.setText(Texts.of("lists.basis.UNANSWERED", found.size(), Chances.figure(sum)));
        offerPass();
        return found;
    }

    private String does(Likelihood.Gap gap, Soundness.Unanswered each) {
        var after = model.repertoire().node(gap.node()).position().play(gap.move());
        return Texts.of("lists.gap.does", each.after().step().text(), RepertoireTexts.line(after, each.best(), model));
    }

    private void offerPass() {
        if (soundness.runningProperty().get()) {
            offer("calculation.stop", soundness::stop);
        } else if (soundness.foundProperty().get().known()
                < soundness.foundProperty().get().wanted()) {
            offer("lists.calculate", soundness::start);
        }
    }

    private List<Row> soundness() {
        SoundnessModel.Found known = soundness.foundProperty().get();
        List<Row> found = new ArrayList<>();
        for (Soundness.Weighed each : soundness.costly()) {
            found.add(new Row(
                    model.line(each.node(), each.answer().move()),
                    RepertoireTexts.sound(model, each, 0),
                    RepertoireTexts.hundredths(each.loss()),
                    to(each.answer().to())));
        }
        basis.setText(Texts.of(
                "lists.basis.SOUNDNESS",
                known.answers().size(),
                model.repertoire().answers(),
                found.size(),
                RepertoireTexts.hundredths(soundness.shareProperty().get())));
        share.setVisible(true);
        offerPass();
        return found;
    }

    private List<Row> guards() {
        List<Row> found = new ArrayList<>();
        int watched = 0;
        for (var node : model.repertoire().nodes()) {
            for (var answer : node.answers()) {
                watched += answer.guards().size();
            }
        }
        for (RepertoireReview.Broken each : checks.brokenProperty().get()) {
            found.add(new Row(
                    model.line(each.breach().node()),
                    each.breach().inWords() + (each.evidence().isEmpty() ? "" : ": " + each.evidence()),
                    "",
                    to(each.breach().node())));
        }
        GameDepartures.Sums sums = checks.gamesProperty().get();
        if (sums != null) {
            for (Compared game : sums.games()) {
                game.breaches()
                        .forEach(breach -> found.add(new Row(
                                GameNames.players(game.game()), breach.inWords(), "", () -> onGame.accept(game))));
            }
        }
        basis.setText(Texts.of("lists.basis.GUARDS", watched, found.size()));
        if (sums == null) {
            offer("lists.compare", checks::compareGames);
        }
        return found;
    }

    private List<Row> tidy() {
        List<Row> found = new ArrayList<>();
        Upkeep.@Nullable Kind last = null;
        for (Upkeep.Finding each : checks.upkeepProperty().get()) {
            if (each.kind() != last) {
                last = each.kind();
                found.add(Row.heading(Texts.of("lists.tidy." + last)));
            }
            boolean end = each.kind() == Upkeep.Kind.DEAD_END;
            Move move = each.move();
            String head = end ? model.line(each.node()) : model.line(each.node(), move);
            String text = each.kind() == Upkeep.Kind.DUPLICATED
                    ? Texts.of("lists.tidy.duplicated", model.name(each.node(), move), model.answers(each.node()))
                    : Texts.of("lists.tidy.text." + each.kind());
            var edge = model.repertoire().node(each.node()).edge(move);
            found.add(new Row(
                    head, text, Chances.figure(each.chance()), to(end || edge == null ? each.node() : edge.to())));
        }
        basis.setText(Texts.of("lists.basis.TIDY"));
        return found;
    }

    private List<Row> departures() {
        List<Row> found = new ArrayList<>();
        GameDepartures.Sums sums = checks.gamesProperty().get();
        var open = model.openProperty().get();
        String student = open == null ? "" : open.title().student();
        basis.setText(
                student.isEmpty()
                        ? Texts.of("lists.basis.DEPARTURES.nobody")
                        : sums == null
                                ? Texts.of("lists.basis.DEPARTURES.before", student)
                                : Texts.of(
                                        "lists.basis.DEPARTURES",
                                        student,
                                        sums.games().size()));
        if (!student.isEmpty()) {
            offer(sums == null ? "lists.compare" : "lists.compareAgain", checks::compareGames);
        }
        if (sums == null) {
            return found;
        }
        add(found, "lists.forgotten", sums.departures().forgotten(), true);
        add(found, "lists.otherOpening", sums.departures().otherOpenings(), true);
        add(found, "lists.missing", sums.departures().missing(), false);
        add(found, "lists.ended", sums.departures().ended(), false);
        found.add(Row.heading(Texts.of("lists.games")));
        for (Compared game : sums.games()) {
            found.add(new Row(
                    GameNames.players(game.game()) + "  " + game.game().result() + "  "
                            + game.game().date(),
                    game.departures().getFirst().inWords(),
                    "",
                    () -> onGame.accept(game)));
        }
        return found;
    }

    private void add(List<Row> rows, String key, List<Departures.Met> all, boolean ours) {
        List<Row> fresh = new ArrayList<>();
        for (Departures.Met met : all) {
            if (!model.repertoire().has(met.node())) {
                continue;
            }
            String text = ours ? Texts.of("lists.forgotten.text", model.answers(met.node())) : Texts.of(key + ".text");
            fresh.add(new Row(
                    model.line(met.node(), met.move()),
                    text,
                    Texts.of("lists.times", met.games().size()),
                    to(met.node())));
        }
        if (!fresh.isEmpty()) {
            rows.add(Row.heading(Texts.of(key)));
            rows.addAll(fresh);
        }
    }

    private List<Row> structures() {
        List<Row> found = new ArrayList<>();
        for (Family family : checks.familiesProperty().get()) {
            found.add(Row.heading(RepertoireTexts.family(family)));
            for (String plan : family.plans()) {
                found.add(new Row(Texts.of("lists.plan"), plan, "", () -> {}));
            }
            for (int entry : family.entries()) {
                found.add(new Row(
                        model.line(entry),
                        Texts.of("lists.entry"),
                        Chances.figure(model.likelihood().at(entry)),
                        to(entry)));
            }
        }
        basis.setText(Texts.of("lists.basis.STRUCTURES"));
        return found;
    }

    private static final class Cell extends ListCell<Row> {
        private final Label head = Widgets.wrapped("finding-head");
        private final Label text = Widgets.wrapped("finding-text");
        private final Label figure = new Label();
        private final VBox middle = new VBox(1, head, text);
        private final HBox row = new HBox(10, middle, figure);
        private final Label heading = Widgets.wrapped("section-heading");

        Cell() {
            HBox.setHgrow(middle, Priority.ALWAYS);
            figure.setMinWidth(USE_PREF_SIZE);
            figure.getStyleClass().add("finding-figure");
            row.prefWidthProperty().bind(widthProperty().subtract(30));
        }

        @Override
        protected void updateItem(@Nullable Row item, boolean empty) {
            super.updateItem(item, empty);
            setText(null);
            setMouseTransparent(false);
            if (empty || item == null) {
                setGraphic(null);
                return;
            }
            setMouseTransparent(item.isHeading());
            if (item.isHeading()) {
                heading.setText(item.head());
                setGraphic(heading);
                return;
            }
            head.setText(item.head());
            text.setText(item.text());
            figure.setText(item.figure());
            setGraphic(row);
        }
    }
}
