package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SplitMenuButton;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.flow.Chances;
import org.zeroply.desktop.flow.FlowData;
import org.zeroply.desktop.flow.FlowView;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.desktop.repertoire.GameDepartures.Compared;
import org.zeroply.desktop.repertoire.RepertoireStart.Player;
import org.zeroply.repertoire.Guard;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.store.RepertoireShelf.Listed;

/** The place Repertoire: the flow or a list of what there is to do, with the card at its side. */
public final class RepertoireView extends StackPane {
    private static final int MOVES_IN_COVERAGE = 8;

    /** What the place asks others to do. */
    public interface Actions {
        void makeNew();

        void importInto();

        void export();

        void count();

        void retitle();

        /** Edits a guard of the answer that is shown, or makes one. */
        void guard(Optional<Guard> guard);

        void openGame(long id);

        /** The button that leads to all that can be done here. */
        Button moreButton();
    }

    private final RepertoireModel model;
    private final RepertoireStart start;
    private final Actions actions;
    private final FlowView flow = new FlowView();
    private final ListsPane lists;
    private final CardPane card;
    private final ComboBox<Listed> which = new ComboBox<>();
    private final ChoiceBox<String> approach = Choices.byArrows(new ChoiceBox<>());
    private final Label sums = new Label();
    private final Label basis = new Label();
    private final TextField find = new TextField();
    private final Button threadEnd = new Button(Texts.of("repertoire.threadEnd"));
    private final Map<ListsPane.Kind, ToggleButton> tabs = new EnumMap<>(ListsPane.Kind.class);
    private final ToggleButton flowTab = tab("FLOW");
    private final VBox empty = new VBox(12);
    private final VBox starters = new VBox(6);
    private final BorderPane frame = new BorderPane();
    private boolean showing;

    /** The game whose thread was shown last. */
    private long shownGame;

    public RepertoireView(
            RepertoireModel model,
            SoundnessModel soundness,
            RepertoireReview checks,
            RepertoireStart start,
            DrawingHand hand,
            Actions actions) {
        this.model = model;
        this.start = start;
        this.actions = actions;
        getStyleClass().add("repertoire");
        lists = new ListsPane(model, soundness, checks, this::showGame);
        card = new CardPane(model, soundness, checks, hand, actions::guard, this::focusPlace);
        flow.setId("repertoire-flow");
        flow.currentProperty().bind(model.nodeProperty());
        flow.dataProperty().bind(model.flowProperty());
        flow.setOnGo(model::go);
        flow.setOnFold(model::fold);
        flow.setOnOpen((node, move) -> {
            model.go(node);
            model.say(Texts.of("repertoire.openReply", model.name(node, move)));
        });
        VBox body = new VBox(topRow(), tabRow(), new StackPane(flow, lists));
        body.getStyleClass().add("repertoire-body");
        VBox.setVgrow(body.getChildren().getLast(), Priority.ALWAYS);
        frame.setCenter(body);
        frame.setRight(card);
        card.walkOn(flow);
        buildEmpty();
        getChildren().addAll(frame, empty);
        showTab(null);
        model.flowProperty().subscribe(() -> show());
        model.listProperty().subscribe(() -> show());
        soundness.foundProperty().subscribe(() -> nameTabs(soundness, checks));
        soundness.shareProperty().subscribe((before, now) -> nameTabs(soundness, checks));
        checks.upkeepProperty().subscribe(() -> nameTabs(soundness, checks));
        checks.brokenProperty().subscribe(() -> nameTabs(soundness, checks));
        addEventFilter(KeyEvent.KEY_TYPED, this::typed);
        show();
    }

    private static ToggleButton tab(String name) {
        ToggleButton button = new ToggleButton(Texts.of("lists.tab." + name));
        button.setId("repertoire-tab-" + name);
        button.getStyleClass().add("view-tab");
        button.setMinWidth(Region.USE_PREF_SIZE);
        return button;
    }

    private FlowPane topRow() {
        which.setId("repertoire-which");
        which.setCellFactory(list -> new Cell());
        which.setButtonCell(new Cell());
        which.setPrefWidth(250);
        which.setMinWidth(150);
        which.setOnAction(event -> {
            Listed wanted = which.getValue();
            Listed now = model.openProperty().get();
            if (!showing && wanted != null && (now == null || now.id() != wanted.id())) {
                card.keepEdits();
                model.open(wanted);
            }
        });
        approach.setId("repertoire-approach");
        approach.setMinWidth(132);
        approach.setAccessibleText(Texts.of("card.approach"));
        approach.setOnAction(event -> {
            if (!showing && approach.getValue() != null) {
                String chosen = approach.getValue();
                model.choose(chosen.equals(Texts.of("repertoire.bothApproaches")) ? "" : chosen);
            }
        });
        find.setId("repertoire-find");
        find.setPromptText(Texts.of("repertoire.find"));
        find.setPrefColumnCount(9);
        find.setMinWidth(70);
        find.setOnAction(event -> {
            if (!find.getText().isBlank() && !model.find(find.getText())) {
                model.say(Texts.of("repertoire.notFound", find.getText()));
            }
        });
        SplitMenuButton make = new SplitMenuButton(
                item("repertoire.import", actions::importInto),
                item("repertoire.export", actions::export),
                item("repertoire.retitle", actions::retitle),
                item("repertoire.remove", model::remove));
        make.setId("repertoire-new");
        make.setText(Texts.of("repertoire.new"));
        make.setOnAction(event -> actions.makeNew());
        Button count = new Button(Texts.of("repertoire.count"));
        count.setId("repertoire-count");
        count.setMinWidth(Region.USE_PREF_SIZE);
        make.setMinWidth(Region.USE_PREF_SIZE);
        count.setOnAction(event -> actions.count());
        // In a narrow window they stand in two rows.
        return new FlowPane(8, 6, which, approach, count, make, actions.moreButton(), find);
    }

    private static MenuItem item(String key, Runnable action) {
        MenuItem item = new MenuItem(Texts.of(key));
        item.setOnAction(event -> action.run());
        return item;
    }

    private VBox tabRow() {
        ToggleGroup group = new ToggleGroup();
        HBox row = new HBox(2, flowTab);
        flowTab.setToggleGroup(group);
        flowTab.setOnAction(event -> showTab(null));
        for (ListsPane.Kind kind : ListsPane.Kind.values()) {
            ToggleButton button = tab(kind.name());
            button.setToggleGroup(group);
            button.setOnAction(event -> showTab(kind));
            tabs.put(kind, button);
            row.getChildren().add(button);
        }
        sums.setId("repertoire-sums");
        basis.getStyleClass().add("soft");
        basis.setMinWidth(0);
        threadEnd.setId("repertoire-thread-end");
        threadEnd.getStyleClass().add("quiet-button");
        threadEnd.setOnAction(event -> model.showThread(List.of(), ""));
        HBox under = new HBox(12, basis, threadEnd);
        under.setAlignment(Pos.CENTER_LEFT);
        sums.setMinWidth(0);
        return new VBox(3, row, sums, under);
    }

    private void nameTabs(SoundnessModel soundness, RepertoireReview checks) {
        name(ListsPane.Kind.UNANSWERED, model.likelihood().gaps().size());
        name(ListsPane.Kind.TIDY, checks.upkeepProperty().get().size());
        name(ListsPane.Kind.GUARDS, checks.brokenProperty().get().size());
        name(ListsPane.Kind.SOUNDNESS, soundness.costly().size());
    }

    private void name(ListsPane.Kind kind, int count) {
        ToggleButton button = tabs.get(kind);
        if (button != null) {
            String name = Texts.of("lists.tab." + kind);
            button.setText(count == 0 ? name : Texts.of("lists.tab.count", name, count));
        }
    }

    /** Shows a list instead of the flow; null for the flow. */
    private void showTab(ListsPane.@Nullable Kind kind) {
        flow.setVisible(kind == null);
        lists.setVisible(kind != null);
        flowTab.setSelected(kind == null);
        tabs.forEach((each, button) -> button.setSelected(each == kind));
        if (kind != null) {
            lists.kindProperty().set(kind);
        }
    }

    /** Shows what there is to do of a kind, by its name; FLOW for the flow. */
    public void showNamed(String name) {
        boolean isFlow = name.equals("FLOW");
        showTab(isFlow ? null : ListsPane.Kind.valueOf(name));
        if (!isFlow) {
            lists.focusFirst();
        }
    }

    private void showGame(Compared game) {
        shownGame = game.game().id();
        model.showThread(game.nodes(), GameNames.players(game.game()));
        model.go(game.departures().getFirst().node());
        showTab(null);
    }

    /** Opens the game whose thread is shown in Reading. */
    public void openThread() {
        FlowData now = model.flowProperty().get();
        if (now != null && !now.thread().isEmpty()) {
            actions.openGame(shownGame);
        }
    }

    private void buildEmpty() {
        Label title = Widgets.label("empty-title", Texts.of("repertoire.empty.title"));
        Label text = Widgets.wrapped("empty-text");
        text.setText(Texts.of("repertoire.empty.text"));
        Button make = Widgets.button("repertoire.new", "repertoire-empty-new", actions::makeNew);
        Button take = new Button(Texts.of("repertoire.import"));
        take.setOnAction(event -> actions.importInto());
        HBox buttons = new HBox(8, make, take);
        buttons.getStyleClass().add("empty-buttons");
        starters.setAlignment(Pos.CENTER);
        empty.getChildren().addAll(title, text, starters, buttons);
        empty.getStyleClass().add("empty-place");
        empty.setId("repertoire-empty");
    }

    /** Offers to begin with the games of those who have most. */
    private void offerStarts(List<Player> players) {
        starters.getChildren().clear();
        for (Player player : players) {
            Button button = new Button(
                    Texts.of("repertoire.startFrom", player.name(), Texts.of("side." + player.side()), player.games()));
            button.getStyleClass().add("primary");
            button.setId("repertoire-start-" + starters.getChildren().size());
            button.setOnAction(event -> start.begin(player));
            starters.getChildren().add(button);
        }
    }

    private void show() {
        FlowData data = model.flowProperty().get();
        Listed open = model.openProperty().get();
        boolean nothing = open == null || data == null;
        frame.setVisible(!nothing);
        empty.setVisible(nothing);
        if (nothing) {
            return;
        }
        showing = true;
        try {
            List<Listed> all = model.listProperty().get();
            Choices.renew(which, all, open);
            String both = Texts.of("repertoire.bothApproaches");
            List<String> choices = new ArrayList<>(List.of(both));
            choices.addAll(model.approaches());
            String chosen = open.title().approach();
            if (!chosen.isEmpty() && !choices.contains(chosen)) {
                choices.add(chosen);
            }
            if (!approach.getItems().equals(choices)) {
                approach.getItems().setAll(choices);
            }
            approach.setValue(chosen.isEmpty() ? both : chosen);
            Repertoire repertoire = data.repertoire();
            sums.setText(Texts.of(
                    "repertoire.sums",
                    repertoire.answers(),
                    Chances.figure(data.likelihood().coverage(MOVES_IN_COVERAGE)),
                    MOVES_IN_COVERAGE,
                    Math.round(data.likelihood().expectedMoves())));
            int games = repertoire.root().tally().games();
            basis.setText(games == 0 ? Texts.of("repertoire.basis.none") : Texts.of("repertoire.basis", games));
            threadEnd.setVisible(!data.thread().isEmpty());
            name(ListsPane.Kind.UNANSWERED, data.likelihood().gaps().size());
        } finally {
            showing = false;
        }
    }

    /** Moves can be typed anywhere on the place. */
    private void typed(KeyEvent event) {
        boolean plain = !event.isAltDown() && !event.isShortcutDown();
        String character = event.getCharacter();
        if (plain
                && frame.isVisible()
                && !(event.getTarget() instanceof TextInputControl)
                && !(event.getTarget() instanceof ComboBox)
                && character.length() == 1
                && Character.isLetter(character.charAt(0))) {
            card.takeTyped(character);
            event.consume();
        }
    }

    public void focusPlace() {
        if (frame.isVisible()) {
            (flow.isVisible() ? flow : lists.list()).requestFocus();
        } else {
            // Games may have come since the place was looked at last.
            start.players(this::offerStarts);
            empty.lookup("#repertoire-empty-new").requestFocus();
        }
    }

    public void focusFind() {
        find.requestFocus();
    }

    public void focusLine() {
        card.focusLine();
    }

    public void fit() {
        flow.fit();
    }

    /** Keeps everything that is typed and not kept yet. */
    public void keepEdits() {
        card.keepEdits();
    }

    private static final class Cell extends ListCell<Listed> {
        @Override
        protected void updateItem(@Nullable Listed item, boolean none) {
            super.updateItem(item, none);
            setText(
                    none || item == null
                            ? null
                            : item.title().student().isEmpty()
                                    ? item.title().name()
                                    : item.title().name() + "  ·  "
                                            + item.title().student());
        }
    }
}
