package org.zeroply.desktop.ledger;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.scene.control.Button;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.Questions;
import org.zeroply.desktop.calculation.CalculationModel;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.ledger.Section;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Square;

/** The ledger's column: its four views under one row of tabs. Passive; what a view draws on the board is handed on. */
public final class LedgerPane extends VBox {
    private final LedgerModel model;
    private final LedgerView entries;
    private final ComparePane compare;
    private final TradesPane trades;
    private final ReachPane reach;
    private final Map<LedgerModel.View, Region> views = new EnumMap<>(LedgerModel.View.class);
    private final ReadOnlyObjectWrapper<Shown> shown = new ReadOnlyObjectWrapper<>(this, "shown", Shown.NOTHING);

    /**
     * What the column asks of the application.
     *
     * @param ownScale asks for the coach's own values
     * @param toNote brings the keyboard to the note
     * @param ask asks a question about a piece
     */
    public record Actions(Runnable ownScale, Runnable toNote, BiConsumer<CoachQuestion<?>, Square> ask) {}

    public LedgerPane(LedgerModel model, CalculationModel calculation, Actions actions) {
        this.model = model;
        entries = new LedgerView(model, actions.toNote());
        compare = new ComparePane(model, calculation);
        trades = new TradesPane(model);
        reach = new ReachPane(model);
        getStyleClass().add("ledger-side");
        // It takes what the board and the notes leave, whatever its views would like.
        setPrefWidth(100);
        setMinWidth(0);
        Button take = Widgets.quietButton("ledger.take", "ledger-take", entries::take);
        take.setMinWidth(Region.USE_PREF_SIZE);
        take.disableProperty()
                .bind(entries.getSelectionModel()
                        .selectedItemProperty()
                        .map(row -> !(row instanceof LedgerRow.Measured))
                        .orElse(true));
        Label looking = Widgets.label("soft", Texts.of("ledger.looking"));
        looking.visibleProperty().bind(model.lookingProperty());
        Region space = Widgets.space();
        HBox foot = new HBox(8, sectionsMenu(), looking, space, take);
        foot.getStyleClass().add("ledger-foot");
        VBox account = new VBox(head(actions.ownScale()), ofPicked(actions.ask()), entries, foot);
        VBox.setVgrow(entries, Priority.ALWAYS);
        views.put(LedgerModel.View.ENTRIES, account);
        views.put(LedgerModel.View.COMPARE, compare);
        views.put(LedgerModel.View.TRADES, trades);
        views.put(LedgerModel.View.REACH, reach);
        StackPane stack = new StackPane(account, compare, trades, reach);
        VBox.setVgrow(stack, Priority.ALWAYS);
        for (Region each : views.values()) {
            each.setMinHeight(0);
        }
        stack.setMinHeight(0);
        getChildren().addAll(tabs(), stack);
        model.viewProperty()
                .subscribe(now -> views.forEach((view, region) -> {
                    Widgets.present(region, view == now);
                }));
        model.viewProperty().subscribe(() -> redraw());
        entries.shownProperty().subscribe(() -> redraw());
        trades.shownProperty().subscribe(() -> redraw());
        reach.shownProperty().subscribe(() -> redraw());
        redraw();
    }

    /** What the view in front draws on the board. */
    public ReadOnlyObjectProperty<Shown> shownProperty() {
        return shown.getReadOnlyProperty();
    }

    private void redraw() {
        shown.set(
                switch (model.viewProperty().get()) {
                    case ENTRIES -> entries.shownProperty().get();
                    case COMPARE -> Shown.NOTHING;
                    case TRADES -> trades.shownProperty().get();
                    case REACH -> reach.shownProperty().get();
                });
    }

    private FlowPane tabs() {
        FlowPane tabs = new FlowPane(16, 2);
        tabs.getStyleClass().add("side-tabs");
        for (LedgerModel.View view : LedgerModel.View.values()) {
            ToggleButton tab = new ToggleButton(Texts.of("ledger.view." + view));
            tab.getStyleClass().add("side-tab");
            tab.setMinWidth(Region.USE_PREF_SIZE);
            tab.setId("ledger-view-" + view);
            tab.setOnAction(event -> {
                model.viewProperty().set(view);
                tab.setSelected(true);
            });
            model.viewProperty().subscribe(now -> tab.setSelected(now == view));
            tabs.getChildren().add(tab);
        }
        return tabs;
    }

    /** What can be asked of the piece that is picked on the board. */
    private FlowPane ofPicked(BiConsumer<CoachQuestion<?>, Square> ask) {
        FlowPane offered = new FlowPane(6, 4);
        offered.setId("picked-questions");
        offered.getStyleClass().add("picked-questions");
        model.pickedProperty().subscribe(square -> {
            offered.getChildren().clear();
            Piece piece = square == null
                    ? null
                    : model.reading().positionProperty().get().pieceAt(square);
            if (square != null && piece != null) {
                if (piece.type() != PieceType.PAWN) {
                    offered.getChildren().add(chip(Texts.of("picked.reach"), "picked-reach", () -> {
                        model.viewProperty().set(LedgerModel.View.REACH);
                        reach.pick(square);
                    }));
                }
                Questions.others().stream()
                        .filter(CoachQuestion::isAboutPiece)
                        .forEach(question -> offered.getChildren()
                                .add(chip(
                                        question.title(),
                                        "picked-" + question.key(),
                                        () -> ask.accept(question, square))));
            }
            Widgets.present(offered, !offered.getChildren().isEmpty());
        });
        return offered;
    }

    private static Button chip(String title, String id, Runnable action) {
        Button chip = new Button(title);
        chip.setId(id);
        chip.getStyleClass().add("meant");
        chip.setFocusTraversable(false);
        chip.setOnAction(event -> action.run());
        return chip;
    }

    private HBox head(Runnable onCustomScale) {
        Label white = side("WHITE", "ledger-head-white");
        Label black = side("BLACK", "ledger-head-black");
        MenuButton scales = new MenuButton();
        scales.getStyleClass().add("quiet-menu");
        scales.setId("scale");
        for (ValueScale offered : List.of(ValueScale.SCHOOLROOM, ValueScale.TWO_BISHOP)) {
            MenuItem item = new MenuItem(offered.name());
            item.setOnAction(event -> model.reading().scaleProperty().set(offered));
            scales.getItems().add(item);
        }
        MenuItem custom = new MenuItem(Texts.of("scale.own"));
        custom.setOnAction(event -> onCustomScale.run());
        scales.getItems().add(custom);
        model.reading().scaleProperty().subscribe(scale -> scales.setText(Texts.of("ledger.scale", scale.name())));
        Region left = new Region();
        Region right = new Region();
        HBox.setHgrow(left, Priority.ALWAYS);
        HBox.setHgrow(right, Priority.ALWAYS);
        HBox header = new HBox(white, left, scales, right, black);
        header.getStyleClass().add("ledger-header");
        return header;
    }

    private static Label side(String side, String style) {
        Label label = new Label(Texts.of("side." + side));
        label.getStyleClass().add(style);
        label.setMinWidth(Region.USE_PREF_SIZE);
        return label;
    }

    /** All sections with a tick, and the way back to the usual order. */
    private MenuButton sectionsMenu() {
        MenuButton menu = new MenuButton(Texts.of("ledger.sections"));
        menu.getStyleClass().add("quiet-menu");
        menu.setId("ledger-sections");
        menu.setMinWidth(Region.USE_PREF_SIZE);
        model.sectionsProperty().subscribe(choice -> {
            menu.getItems().clear();
            for (Section section : choice.order()) {
                CheckMenuItem item = new CheckMenuItem(section.title());
                item.setSelected(!choice.hidden().contains(section));
                item.setOnAction(event -> model.sectionsProperty()
                        .set(model.sectionsProperty().get().toggleHidden(section)));
                menu.getItems().add(item);
            }
            menu.getItems()
                    .addAll(
                            new SeparatorMenuItem(),
                            item("ledger.sections.open", SectionChoice::allOpen),
                            item("ledger.sections.close", SectionChoice::allClosed),
                            item("ledger.sections.usual", now -> SectionChoice.USUAL));
        });
        return menu;
    }

    private MenuItem item(String key, UnaryOperator<SectionChoice> change) {
        MenuItem item = new MenuItem(Texts.of(key));
        item.setOnAction(event -> model.sectionsProperty()
                .set(change.apply(model.sectionsProperty().get())));
        return item;
    }

    /** Brings a view to the front and the keyboard to it. */
    public void show(LedgerModel.View view) {
        model.viewProperty().set(view);
        switch (view) {
            case ENTRIES -> {
                entries.requestFocus();
                if (entries.getSelectionModel().isEmpty()) {
                    entries.getSelectionModel().selectFirst();
                }
            }
            case COMPARE -> compare.focusFirst();
            case TRADES -> trades.focusFirst();
            case REACH -> reach.focusFirst();
        }
    }

    /** Takes a square that was picked on the board, or null when it was let go. */
    public void pick(@Nullable Square square) {
        if (model.viewProperty().get() != LedgerModel.View.REACH) {
            model.pickedProperty().set(square);
        } else if (square != null) {
            reach.pick(square);
        }
    }

    /** Takes the chosen entry into the note of the move. */
    public void takeIntoNote() {
        entries.take();
    }
}
