package org.zeroply.desktop.ledger;

import java.util.List;
import javafx.geometry.HPos;
import javafx.geometry.VPos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.calculation.CalculationModel;
import org.zeroply.desktop.kit.LineField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.ledger.Comparison;
import org.zeroply.ledger.Contrast;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.RunningBalance;
import org.zeroply.ledger.Section;
import org.zeroply.ledger.Value;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * Ways to go on side by side: what is different in sentences, and behind them a table with a column a way and a row for
 * every factor in which they are not all the same.
 */
final class ComparePane extends VBox {
    private final CompareModel model;
    private final FlowPane offered = new FlowPane(4, 4);
    private final LineField typed;
    private final Label hint = new Label();
    private static final int SENTENCES = 6;

    private final VBox sentences = new VBox(6);
    private final ToggleButton unfold = new ToggleButton();
    private final GridPane table = new GridPane();

    ComparePane(LedgerModel ledger, CalculationModel calculation) {
        super(8);
        model = new CompareModel(ledger, calculation);
        getStyleClass().add("ledger-view");
        setId("compare");
        typed = new LineField("compare-typed", Texts.of("compare.type"), model.line(), model::type);
        CheckBox atEnd = new CheckBox(Texts.of("compare.atEnd"));
        atEnd.setId("compare-at-end");
        atEnd.selectedProperty().bindBidirectional(model.atEndProperty());
        hint.setWrapText(true);
        hint.getStyleClass().add("soft");
        table.getStyleClass().add("compare-table");
        table.setId("compare-table");
        sentences.setId("compare-sentences");
        unfold.setId("compare-entries");
        unfold.getStyleClass().add("quiet-menu");
        table.visibleProperty().bind(unfold.selectedProperty());
        table.managedProperty().bind(table.visibleProperty());
        unfold.selectedProperty().subscribe(open -> unfold.setText(Texts.of(open ? "compare.fold" : "compare.unfold")));
        ScrollPane scroll = new ScrollPane(new VBox(8, sentences, unfold, table));
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("branches-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(offered, typed, typed.answer(), atEnd, hint, scroll);
        model.offeredProperty().subscribe(this::showOffered);
        model.comparisonProperty().subscribe(this::showComparison);
    }

    void focusFirst() {
        if (offered.getChildren().isEmpty()) {
            typed.requestFocus();
        } else {
            offered.getChildren().getFirst().requestFocus();
        }
    }

    private Language language() {
        return model.reading().languageProperty().get();
    }

    private void showOffered(List<CompareModel.Way> ways) {
        int focused = -1;
        for (int i = 0; i < offered.getChildren().size(); i++) {
            focused = offered.getChildren().get(i).isFocused() ? i : focused;
        }
        offered.getChildren().clear();
        Position position = model.reading().positionProperty().get();
        for (CompareModel.Way way : ways) {
            ToggleButton chip =
                    new ToggleButton(MoveNames.of(position, way.moves().getFirst(), language()));
            chip.getStyleClass().add("chip");
            chip.setSelected(way.isChosen());
            chip.setOnAction(event -> model.toggle(way.moves().getFirst()));
            offered.getChildren().add(chip);
        }
        if (focused >= 0 && focused < offered.getChildren().size()) {
            offered.getChildren().get(focused).requestFocus();
        }
    }

    private void showComparison(@Nullable Comparison comparison) {
        table.getChildren().clear();
        table.getColumnConstraints().clear();
        boolean any = comparison != null;
        sentences.getChildren().clear();
        Widgets.present(unfold, any);
        hint.setText(any ? "" : Texts.of("compare.few"));
        Widgets.present(hint, !any);
        if (comparison == null) {
            return;
        }
        tell(comparison);
        int ways = comparison.ways().size();
        double share = 72.0 / ways;
        table.getColumnConstraints().add(column(28, HPos.LEFT));
        for (int i = 0; i < ways; i++) {
            table.getColumnConstraints().add(column(share, HPos.LEFT));
        }
        int row = 0;
        for (int i = 0; i < ways; i++) {
            Comparison.Way way = comparison.ways().get(i);
            Label name = Widgets.label("strong", MoveNames.of(comparison.position(), way.first(), language()));
            table.add(name, i + 1, row);
        }
        row++;
        table.add(title(Texts.of("compare.material"), Texts.of("compare.material.rule")), 0, row);
        for (int i = 0; i < ways; i++) {
            Label balance = new Label(balance(comparison.ways().get(i).balance()));
            balance.setWrapText(true);
            table.add(balance, i + 1, row);
        }
        row++;
        Section section = null;
        for (Factor factor : comparison.factors()) {
            if (factor.section() != section) {
                section = factor.section();
                Label heading = Widgets.label("ledger-heading", section.title());
                table.add(heading, 0, row++, ways + 1, 1);
            }
            table.add(title(factor.title(), factor.rule()), 0, row);
            for (int i = 0; i < ways; i++) {
                table.add(cell(comparison.ways().get(i).ledger().entry(factor), comparison, factor), i + 1, row);
            }
            row++;
        }
        if (comparison.factors().isEmpty()) {
            Label same = Widgets.label("soft", Texts.of("compare.same"));
            table.add(same, 0, row, ways + 1, 1);
        }
    }

    /** What is different, in a few sentences. */
    private void tell(Comparison comparison) {
        List<String> names = comparison.ways().stream()
                .map(way -> MoveNames.of(comparison.position(), way.first(), language()))
                .toList();
        List<Factor> telling = comparison.factors().stream()
                .filter(factor -> !factor.is(Factor.Trait.UNSPECIFIC))
                .toList();
        Contrast.of(comparison, telling, names).stream().limit(SENTENCES).forEach(sentence -> {
            Label label = Widgets.wrapped("sentence");
            label.setText(sentence.text());
            label.setTooltip(new Tooltip(sentence.factor().rule()));
            sentences.getChildren().add(label);
        });
    }

    private static ColumnConstraints column(double percent, HPos side) {
        ColumnConstraints column = new ColumnConstraints();
        column.setPercentWidth(percent);
        column.setHalignment(side);
        return column;
    }

    private static Label title(String text, String rule) {
        Label label = new Label(text);
        label.setWrapText(true);
        label.getStyleClass().add("compare-title");
        label.setTooltip(new Tooltip(rule));
        GridPane.setValignment(label, VPos.TOP);
        return label;
    }

    /** What the line gives and takes: its end, and how deep it dipped on the way. */
    private static String balance(RunningBalance balance) {
        String end = signed(balance.end());
        return balance.sacrificed() == 0
                ? end
                : Texts.of(
                        "compare.balance",
                        end,
                        new Value.Hundredths(balance.sacrificed()).text(),
                        new Value.Hundredths(Math.max(0, balance.regained())).text());
    }

    private static String signed(int hundredths) {
        return (hundredths > 0 ? "+" : "") + new Value.Hundredths(hundredths).text();
    }

    /** The sides in which the ways differ, White's figure above Black's. */
    private static VBox cell(Entry entry, Comparison comparison, Factor factor) {
        VBox cell = new VBox();
        for (Side side : Side.values()) {
            boolean differs = comparison.ways().stream()
                            .map(way -> way.ledger().entry(factor).of(side).value())
                            .distinct()
                            .count()
                    > 1;
            if (differs) {
                String text = entry.of(side).value().text();
                Label label = new Label(text.isEmpty() ? "–" : text);
                label.setWrapText(true);
                label.getStyleClass().add(side == Side.WHITE ? "ledger-white" : "compare-black");
                label.setTooltip(new Tooltip(entry.explanation()));
                cell.getChildren().add(label);
            }
        }
        return cell;
    }
}
