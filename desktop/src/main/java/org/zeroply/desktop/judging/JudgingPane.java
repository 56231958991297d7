package org.zeroply.desktop.judging;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Cause;
import org.zeroply.analysis.GameAccount;
import org.zeroply.analysis.Hardness;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.MarkedDrift;
import org.zeroply.analysis.MissedChance;
import org.zeroply.analysis.Praise;
import org.zeroply.analysis.TurningPoint;
import org.zeroply.analysis.UnclaimedDraw;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/**
 * The judged game in words: what each side gave away in which phase; then, each under its heading, where the coach's own
 * verdicts differ, the turning points, dearest first, with what was better, what refutes the move and why, the chances that
 * were missed, the drifts, and the praise. Choosing a row goes to its move. Passive.
 */
public final class JudgingPane extends VBox {
    private final OpenGame reading;
    /** What a turning point may cost at least. */
    private static final List<Double> THRESHOLDS = List.of(0.10, 0.15, 0.20, 0.25, 0.30);

    private static final PseudoClass HEADING = PseudoClass.getPseudoClass("heading");

    private final CoachModel coach;
    private final Label summary = new Label();
    private final ListView<Row> rows = new ListView<>();
    private final Button judge = new Button(Texts.of("judging.judge"));

    /** Turning points that were told before, by half-move, so that a pass does not tell them anew at each position. */
    private final Map<Integer, Told> told = new HashMap<>();

    /** So many differences are told at once; the others once the row is chosen. */
    private static final int DIFFERENCES_TOLD = 1;

    /** A turning point with what there is to say of it. */
    private record Told(TurningPoint point, Optional<Cause> cause, boolean isCritical) {}

    /** What stands in the list. */
    private sealed interface Row {
        record Heading(String text) implements Row {}

        record Turning(Told told) implements Row {}

        record Missed(MissedChance chance) implements Row {}

        record Drifting(Judgement.Drift drift) implements Row {}

        record Marked(MarkedDrift drift) implements Row {}

        record Praised(Praise praise) implements Row {}

        record Differing(JudgingModel.Difference difference) implements Row {}
    }

    /** @param onReport makes the lesson report */
    public JudgingPane(JudgingModel model, CoachModel coach, OpenGame reading, Runnable onReport) {
        super(8);
        this.reading = reading;
        this.coach = coach;
        getStyleClass().add("judging");
        setId("judging");
        summary.setId("judging-summary");
        summary.setWrapText(true);
        summary.setMinHeight(USE_PREF_SIZE);
        rows.setId("judging-rows");
        rows.getStyleClass().add("ledger");
        rows.setAccessibleText(Texts.of("judging.accessible"));
        rows.setCellFactory(list -> new Cell());
        VBox.setVgrow(rows, Priority.ALWAYS);
        judge.setId("judging-judge");
        judge.setOnAction(event -> model.judge());
        judge.disableProperty().bind(model.runningProperty());
        Button stop = Widgets.quietButton("calculation.stop", "judging-stop", model::stop);
        stop.visibleProperty().bind(model.runningProperty());
        stop.managedProperty().bind(stop.visibleProperty());
        Button report = new Button(Texts.of("judging.report"));
        report.setId("judging-report");
        report.disableProperty().bind(model.judgementProperty().isNull());
        report.setOnAction(event -> onReport.run());
        ChoiceBox<Double> threshold =
                Choices.of(THRESHOLDS, share -> Texts.of("judging.threshold", Words.share(share)));
        threshold.setId("judging-threshold");
        threshold.setTooltip(new Tooltip(Texts.of("judging.threshold.tip")));
        threshold.setValue(nearest(model.thresholdProperty().get()));
        threshold.setOnAction(event -> model.thresholdProperty().set(threshold.getValue()));
        model.thresholdProperty().subscribe(now -> threshold.setValue(nearest(now.doubleValue())));
        judge.setMinWidth(USE_PREF_SIZE);
        report.setMinWidth(USE_PREF_SIZE);
        threshold.setMinWidth(USE_PREF_SIZE);
        stop.setMinWidth(USE_PREF_SIZE);
        getChildren().addAll(summary, rows, new FlowPane(8, 6, judge, stop, report, threshold));
        model.judgementProperty().subscribe(() -> show(model));
        model.olderProperty().subscribe(() -> show(model));
        model.differencesProperty().subscribe(() -> show(model));
        // The coach's cause is told with a turning point.
        coach.remarksProperty().subscribe((before, now) -> rows.refresh());
        show(model);
        rows.getSelectionModel().selectedItemProperty().subscribe(row -> {
            if (row != null && rows.isFocused()) {
                go(row);
            }
        });
        rows.setOnMouseClicked(event -> goToChosen());
        rows.addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ENTER) {
                goToChosen();
                event.consume();
            }
        });
    }

    private static double nearest(double share) {
        return THRESHOLDS.stream()
                .min(Comparator.comparingDouble(each -> Math.abs(each - share)))
                .orElseThrow();
    }

    /** Brings the keyboard to the rows, or to the button while there are none. */
    public void focusFirst() {
        if (rows.getItems().isEmpty()) {
            judge.requestFocus();
        } else {
            rows.requestFocus();
        }
    }

    private void goToChosen() {
        Row row = rows.getSelectionModel().getSelectedItem();
        if (row != null) {
            go(row);
        }
    }

    private void go(Row row) {
        switch (row) {
            case Row.Heading heading -> {}
            case Row.Turning turning -> goTo(turning.told().point().move());
            case Row.Missed missed -> goTo(missed.chance().move());
            case Row.Drifting drifting -> goTo(drifting.drift().first());
            case Row.Marked marked -> goTo(marked.drift().span().first());
            case Row.Praised praised -> goTo(praised.praise().first());
            case Row.Differing differing -> {
                if (reading.tree().has(differing.difference().node())) {
                    reading.go(differing.difference().node());
                }
            }
        }
    }

    private void goTo(Judgement.Judged move) {
        List<Integer> main = reading.tree().mainLine();
        if (move.ply() < main.size()) {
            reading.go(main.get(move.ply()));
        }
    }

    private Language language() {
        return reading.languageProperty().get();
    }

    private void show(JudgingModel model) {
        Judgement judgement = model.judgementProperty().get();
        if (judgement == null) {
            summary.setText(Texts.of("judging.none"));
            rows.getItems().clear();
            told.clear();
            return;
        }
        List<Row> fresh = new ArrayList<>();
        section(
                fresh,
                "judging.section.turning",
                judgement.turningPoints().stream()
                        .map(move -> new Row.Turning(
                                tell(move, judgement.criticalMoments().contains(move))))
                        .toList());
        section(
                fresh,
                "judging.section.differences",
                model.differencesProperty().get().stream()
                        .map(Row.Differing::new)
                        .toList());
        section(
                fresh,
                "judging.section.missed",
                judgement.missed().stream().map(Row.Missed::new).toList());
        List<Row> drifts = new ArrayList<>();
        model.markedDrifts().forEach(drift -> drifts.add(new Row.Marked(drift)));
        judgement.drifts().forEach(drift -> drifts.add(new Row.Drifting(drift)));
        section(fresh, "judging.section.drifts", drifts);
        section(
                fresh,
                "judging.section.praise",
                judgement.praise().stream().map(Row.Praised::new).toList());
        List<Integer> main = reading.tree().mainLine();
        List<UnclaimedDraw> unclaimed = UnclaimedDraw.in(
                reading.tree().positionsAlong(main),
                reading.gameProperty().get().result());
        List<String> sums = new ArrayList<>();
        if (!judgement.moves().isEmpty()) {
            for (Side side : Side.values()) {
                String causes = causes(judgement, side);
                sums.add(Texts.of(
                                "judging.account",
                                Texts.of("side." + side),
                                GameAccount.of(judgement, side).inWords())
                        + (causes.isEmpty() ? "" : "; " + Texts.of("judging.causes", causes)));
            }
        }
        unclaimed.forEach(draw -> sums.add(draw.inWords(
                draw.ply() == 0 ? "" : MoveNames.of(reading.tree(), main.get(draw.ply() - 1), language()))));
        sums.add(Texts.of("judging.moves", judgement.moves().size()));
        if (model.olderProperty().get()) {
            sums.add(Texts.of("judging.older"));
        }
        summary.setText(String.join("\n", sums));
        if (!fresh.equals(rows.getItems())) {
            Row chosen = rows.getSelectionModel().getSelectedItem();
            rows.getItems().setAll(fresh);
            if (chosen != null && fresh.contains(chosen)) {
                rows.getSelectionModel().select(chosen);
            }
        }
        rows.setPlaceholder(new Label(Texts.of("judging.level")));
    }

    private Told tell(Judgement.Judged move, boolean critical) {
        Told known = told.get(move.ply());
        if (known == null || !known.point().move().equals(move) || known.isCritical() != critical) {
            known = new Told(TurningPoint.of(move), Cause.of(move), critical);
            told.put(move.ply(), known);
        }
        return known;
    }

    private static void section(List<Row> all, String heading, List<? extends Row> rows) {
        if (!rows.isEmpty()) {
            all.add(new Row.Heading(Texts.of(heading, rows.size())));
            all.addAll(rows);
        }
    }

    /** What a side gave away at turning points, by cause, the dearest first. */
    private String causes(Judgement judgement, Side side) {
        Map<String, Double> given = new HashMap<>();
        for (Judgement.Judged move : judgement.turningPoints()) {
            if (move.side() == side) {
                String cause = tell(move, judgement.criticalMoments().contains(move))
                        .cause()
                        .map(found -> found.kind().text())
                        .orElse(Texts.of("judging.noCause"));
                given.merge(cause, move.loss(), Double::sum);
            }
        }
        return given.entrySet().stream()
                .sorted(Map.Entry.<String, Double>comparingByValue().reversed())
                .map(entry -> Texts.of("judging.cause", entry.getKey(), Words.share(entry.getValue())))
                .collect(Collectors.joining(", "));
    }

    private final class Cell extends ListCell<Row> {
        private final Label title = Widgets.wrapped("strong");
        private final Label text = Widgets.wrapped("judging-text");
        private final MenuButton keep = new MenuButton(Texts.of("judging.keep"));
        /** What stands behind it, told once the row is chosen. */
        private final Label behind = Widgets.wrapped("soft");

        private final VBox box = new VBox(2, title, text, behind, keep);

        Cell() {
            getStyleClass().add("ledger-cell");
            box.prefWidthProperty().bind(rows.widthProperty().subtract(40));
            keep.getStyleClass().add("quiet-menu");
            behind.managedProperty()
                    .bind(selectedProperty().and(behind.textProperty().isNotEmpty()));
            behind.visibleProperty().bind(behind.managedProperty());
        }

        @Override
        protected void updateItem(@Nullable Row row, boolean empty) {
            super.updateItem(row, empty);
            pseudoClassStateChanged(HEADING, row instanceof Row.Heading);
            if (empty || row == null) {
                setGraphic(null);
                setText(null);
                return;
            }
            behind.setText("");
            show(keep, row instanceof Row.Differing);
            show(text, !(row instanceof Row.Heading));
            switch (row) {
                case Row.Heading heading -> title.setText(heading.text());
                case Row.Turning turning -> tell(turning.told());
                case Row.Missed missed -> tell(missed.chance());
                case Row.Drifting drifting -> {
                    say(
                            drift(drifting.drift()),
                            Texts.of(
                                    "judging.drift.text",
                                    Words.share(drifting.drift().loss()),
                                    drifting.drift().moves()));
                    behind.setText(ends(drifting.drift()));
                }
                case Row.Marked marked -> tell(marked.drift());
                case Row.Praised praised -> tell(praised.praise());
                case Row.Differing differing -> tell(differing.difference());
            }
            setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
            setGraphic(box);
            setText(title.getText());
        }

        private static void show(Region part, boolean shown) {
            Widgets.present(part, shown);
        }

        private void say(String heading, String words) {
            title.setText(heading);
            text.setText(words);
        }

        private void tell(Told told) {
            TurningPoint point = told.point();
            Judgement.Judged move = point.move();
            List<String> said = new ArrayList<>();
            if (!point.better().isEmpty()) {
                said.add(Texts.of("judging.better", San.line(move.before().position(), point.better(), language()))
                        + " (" + move.before().grounds().text() + ")");
            }
            if (!point.refutation().isEmpty()) {
                said.add(
                        Texts.of("judging.refuted", San.line(move.after().position(), point.refutation(), language())));
            }
            cause(move, told.cause()).ifPresent(said::add);
            move.hurried().ifPresent(left -> said.add(Texts.of("judging.hurried", clock(left))));
            List<String> differences = point.differences(language());
            said.addAll(differences.subList(0, Math.min(DIFFERENCES_TOLD, differences.size())));
            behind.setText(String.join(
                    "\n", differences.subList(Math.min(DIFFERENCES_TOLD, differences.size()), differences.size())));
            say(
                    Texts.of(
                            told.isCritical() ? "judging.critical" : "judging.turning",
                            name(move),
                            Words.share(move.loss())),
                    String.join("\n", said));
        }

        /** The coach's word leads; what was worked out stands where the coach says nothing. */
        private Optional<String> cause(Judgement.Judged move, Optional<Cause> found) {
            List<Integer> main = reading.tree().mainLine();
            String own = move.ply() < main.size()
                    ? CoachRemarks.of(reading.tree().node(main.get(move.ply()))).cause()
                    : "";
            if (!own.isEmpty()) {
                return Optional.of(Texts.of("judging.cause.own", own));
            }
            return found.map(cause -> Texts.of(
                    "judging.cause",
                    cause.kind().text(),
                    cause.evidence(move.before().position(), language())));
        }

        private void tell(MissedChance chance) {
            Judgement.Judged move = chance.move();
            Hardness hardness = chance.hardness();
            List<String> said = new ArrayList<>();
            int rank = hardness.ranks().getFirst();
            said.add(Texts.of(
                    rank == 1 ? "judging.missed.seen" : "judging.missed.hard",
                    place(rank),
                    Words.share(Math.max(0, hardness.gap()))));
            Move tempting = hardness.tempting();
            if (tempting != null) {
                String loss = Words.share(Math.max(0, hardness.deep() - hardness.temptingValue()));
                said.add(
                        tempting.equals(move.move())
                                ? Texts.of("judging.missed.fell", loss)
                                : Texts.of(
                                        "judging.missed.tempting",
                                        San.write(move.before().position(), tempting, language()),
                                        loss));
            }
            String kinds = chance.kinds().stream().map(MissedChance.Kind::text).collect(Collectors.joining(", "));
            String better = MoveNames.of(move.before().position(), chance.chance(), language());
            say(
                    kinds.isEmpty()
                            ? Texts.of("judging.missed", better)
                            : Texts.of("judging.missed.kinds", better, kinds),
                    String.join("\n", said));
        }

        private static String place(int rank) {
            return Texts.of(rank >= Hardness.FAR_DOWN ? "judging.missed.far" : "judging.missed.place", rank);
        }

        private void tell(MarkedDrift drift) {
            String root = drift.root() < drift.span().first().ply()
                    ? Texts.of(
                            "judging.drift.root",
                            MoveNames.of(
                                    reading.tree(), reading.tree().mainLine().get(drift.root()), language()))
                    : "";
            String words = drift.text().isEmpty() ? Texts.of("judging.drift.own") : drift.text();
            say(
                    drift(drift.span()),
                    (words + "\n"
                                    + Texts.of(
                                            "judging.drift.lost",
                                            Words.share(drift.span().loss())) + " " + root)
                            .strip());
        }

        /** What became of the ledger from one end of a drift to the other. */
        private static String ends(Judgement.Drift drift) {
            return TurningPoint.changes(drift).stream().collect(Collectors.joining("\n"));
        }

        private void tell(Praise praise) {
            boolean plan = praise.kind() == Praise.Kind.PLAN;
            say(
                    plan
                            ? Texts.of(
                                    "judging.praise.plan",
                                    praise.kind().text(),
                                    name(praise.first()),
                                    name(praise.last()))
                            : Texts.of("judging.praise", praise.kind().text(), name(praise.first())),
                    Texts.of(plan ? "judging.praise.won" : "judging.praise.else", Words.share(praise.gain())));
        }

        private void tell(JudgingModel.Difference difference) {
            int node = difference.node();
            String move = reading.tree().has(node) ? MoveNames.of(reading.tree(), node, language()) : "";
            String both = Texts.of(
                    "judging.differs.text",
                    difference.stated().text(),
                    difference.calculated().text());
            boolean open = difference.kept().isEmpty();
            say(
                    Texts.of(open ? "judging.differs" : "judging.differs.kept", move),
                    open ? both : both + "\n" + Texts.of("judging.kept", difference.kept()));
            keep.getItems().clear();
            for (String reason : CoachCard.reasonsToKeep()) {
                keep.getItems().add(item(reason, node, reason));
            }
            if (!open) {
                keep.getItems().add(item(Texts.of("judging.keep.open"), node, ""));
            }
        }

        private MenuItem item(String title, int node, String reason) {
            MenuItem item = new MenuItem(title);
            item.setOnAction(event -> coach.keep(node, reason));
            return item;
        }

        private static String clock(Duration left) {
            return String.format(Locale.ROOT, "%d:%02d", left.toMinutes(), left.toSecondsPart());
        }

        private String drift(Judgement.Drift drift) {
            return Texts.of("judging.drift", Texts.of("side." + drift.side()), name(drift.first()), name(drift.last()));
        }

        private String name(Judgement.Judged move) {
            return MoveNames.of(move.before().position(), move.move(), language());
        }
    }
}
