package org.zeroply.desktop.showing;

import java.util.List;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Diary;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.board.DrawingHand;
import org.zeroply.desktop.board.PencilBar;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Move;
import org.zeroply.rules.Square;
import org.zeroply.showing.Card;
import org.zeroply.showing.Face;
import org.zeroply.store.SheetShelf.Listed;

/** The desk: sheets and lessons at the left, the card in the middle as it is seen, what is written on it at the right. */
final class CardsView extends BorderPane {
    private static final double LIST = 232;
    private static final double FORM = 322;

    /** A lesson of the list, with the names of those who come. */
    record ListedLesson(Diary.Entry entry, String names) {}

    /** What is asked of the place. */
    interface Actions {
        void newSheet();

        void newCard(String kind);

        void handout();

        void present();

        Button moreButton();

        CardForm.Actions ofCard();

        /** Shows the plan of a lesson in the middle. */
        void plan(Diary.Entry entry);

        /** Whether a key was one of the presentation's. */
        boolean use(KeyEvent event);
    }

    private final CardsModel model;
    private final Presentation presentation;
    private final Actions actions;
    private final ShownPane shown = new ShownPane(false, "card-board");
    private final ReleaseLine release;
    private final CardForm form;
    private final CardList list;
    private final ListView<ListedLesson> lessons = new ListView<>();
    private final StackPane middle = new StackPane();
    private final BorderPane desk = new BorderPane();
    private final Label about = Widgets.label("soft", "");
    private final Label seen = Widgets.label("section-heading", "");
    private final Button present;
    private final ToggleButton ofSheets = new ToggleButton(Texts.of("sheets.tab"));
    private final ToggleButton ofLessons = new ToggleButton(Texts.of("lessons.tab"));
    private final Timeline clock = new Timeline(new KeyFrame(Duration.seconds(1), event -> showAbout()));

    CardsView(CardsModel model, Presentation presentation, DrawingHand hand, Actions actions) {
        this.model = model;
        this.presentation = presentation;
        this.actions = actions;
        getStyleClass().add("cards-place");
        list = new CardList(model, actions::use);
        form = new CardForm(model, presentation, actions.ofCard());
        release = new ReleaseLine(
                presentation::releaseTo,
                (from, to) ->
                        model.change(model.atProperty().get(), "", "undo.card.order", card -> card.moved(from, to)));
        present = Widgets.button("sheets.present", "sheets-present", actions::present);
        present.getStyleClass().add("primary");
        present.setMinWidth(Region.USE_PREF_SIZE);
        board(hand);
        desk.setTop(deeds());
        VBox card = new VBox(6, cardHead(), shown, under(hand));
        VBox.setVgrow(shown, Priority.ALWAYS);
        card.getStyleClass().add("card-panel");
        desk.setCenter(card);
        form.setPrefWidth(FORM);
        form.setMinWidth(FORM);
        desk.setRight(form);
        desk.setBottom(release);
        middle.getChildren().add(desk);
        setLeft(left());
        setCenter(middle);
        model.currentProperty().subscribe(now -> showCard());
        presentation.shownProperty().subscribe(now -> showCard());
        presentation.presentingProperty().subscribe(now -> {
            present.setText(Texts.of(now ? "sheets.end" : "sheets.present"));
            if (now) {
                clock.play();
            } else {
                clock.stop();
            }
            showAbout();
        });
        presentation.blankProperty().subscribe(now -> showAbout());
        clock.setCycleCount(Animation.INDEFINITE);
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    private void board(DrawingHand hand) {
        BoardView board = shown.board();
        shown.setOnMove(this::moved);
        board.letDraw(hand, this::drawn, this::clear);
        board.pickedProperty().subscribe(this::picked);
    }

    /** While something is presented a move is one that the class tries; else it goes into the answer. */
    private void moved(Move move) {
        if (presentation.presentingProperty().get()) {
            presentation.tryMove(move);
        } else if (!form.line().mend(move)) {
            int node = presentation.node();
            boolean wasWhole = isWhole();
            model.play(node, move);
            if (wasWhole) {
                presentation.releaseTo(stops());
            }
        }
    }

    private boolean isWhole() {
        return presentation.releasedProperty().get() >= stops();
    }

    private int stops() {
        Card now = model.cardProperty().get();
        return now == null ? 0 : now.stops().size();
    }

    private void drawn(OwnMark mark) {
        model.draw(presentation.node(), marks -> OwnMark.drawn(marks, mark));
    }

    private void clear() {
        model.draw(presentation.node(), marks -> List.of());
    }

    private void picked(@Nullable Square square) {
        Card now = model.cardProperty().get();
        if (square != null && now != null && now.face() instanceof Face.Sketched && !isDrawing()) {
            model.put(square, form.brush());
            shown.board().pickedProperty().set(null);
        }
    }

    private boolean isDrawing() {
        return shown.board().isDrawnOn();
    }

    private HBox deeds() {
        MenuButton fresh = new MenuButton(Texts.of("sheets.newCard"));
        fresh.setId("sheets-new-card");
        fresh.setMinWidth(Region.USE_PREF_SIZE);
        for (String kind : List.of("position", "map", "sketch", "words")) {
            MenuItem item = new MenuItem(Texts.of("card.kind." + kind));
            item.setId("new-card-" + kind);
            item.setOnAction(event -> actions.newCard(kind));
            fresh.getItems().add(item);
        }
        Button handout = Widgets.button("sheets.handout", "sheets-handout", actions::handout);
        handout.setMinWidth(Region.USE_PREF_SIZE);
        about.setMinWidth(0);
        HBox deeds = new HBox(10, fresh, about, Widgets.space(), handout, actions.moreButton(), present);
        deeds.setAlignment(Pos.CENTER_LEFT);
        deeds.getStyleClass().add("cards-deeds");
        return deeds;
    }

    private HBox cardHead() {
        seen.setMinWidth(0);
        HBox head = new HBox(10, seen, Widgets.space());
        head.setAlignment(Pos.BASELINE_LEFT);
        return head;
    }

    private HBox under(DrawingHand hand) {
        Label keys = Widgets.label("soft", Texts.of("sheets.keys"));
        keys.setMinWidth(0);
        HBox under = new HBox(
                8, PencilBar.toggle(hand, "card"), new PencilBar(hand, "card", this::clear), Widgets.space(), keys);
        under.setAlignment(Pos.CENTER_LEFT);
        return under;
    }

    private VBox left() {
        ComboBox<Listed> sheets = new ComboBox<>();
        sheets.setId("sheets");
        sheets.setMaxWidth(Double.MAX_VALUE);
        sheets.setPromptText(Texts.of("sheets.none"));
        sheets.setCellFactory(all -> new Named());
        sheets.setButtonCell(new Named());
        boolean[] showing = {false};
        Runnable show = () -> {
            showing[0] = true;
            sheets.getItems().setAll(model.listProperty().get());
            sheets.setValue(model.openProperty().get());
            showing[0] = false;
        };
        model.listProperty().subscribe(now -> show.run());
        model.openProperty().subscribe(now -> show.run());
        sheets.setOnAction(event -> {
            Listed chosen = sheets.getValue();
            if (!showing[0] && chosen != null) {
                model.open(chosen.id());
            }
        });
        Button fresh = Widgets.button("sheets.new", "sheets-new", actions::newSheet);
        fresh.setMinWidth(Region.USE_PREF_SIZE);
        HBox choice = new HBox(6, sheets, fresh);
        HBox.setHgrow(sheets, Priority.ALWAYS);
        choice.getStyleClass().add("cards-choice");
        ToggleGroup tabs = new ToggleGroup();
        for (ToggleButton tab : List.of(ofSheets, ofLessons)) {
            tab.getStyleClass().add("side-tab");
            tab.setToggleGroup(tabs);
        }
        ofSheets.setId("tab-sheets");
        ofLessons.setId("tab-lessons");
        ofSheets.setSelected(true);
        HBox both = new HBox(ofSheets, ofLessons);
        both.getStyleClass().add("side-tabs");
        lessons.setId("lesson-list");
        lessons.getStyleClass().add("card-list");
        lessons.setCellFactory(all -> new LessonCell());
        Label none = Widgets.wrapped("soft");
        none.setText(Texts.of("lessons.none"));
        none.setMaxWidth(190);
        lessons.setPlaceholder(none);
        lessons.setOnMouseClicked(event -> openLesson());
        lessons.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.ENTER) {
                openLesson();
                event.consume();
            }
        });
        tabs.selectedToggleProperty().subscribe(now -> {
            if (now == null) {
                ofSheets.setSelected(true);
                return;
            }
            boolean isSheets = ofSheets.isSelected();
            Widgets.present(choice, isSheets);
            Widgets.present(list, isSheets);
            Widgets.present(lessons, !isSheets);
            if (isSheets) {
                showDesk();
            }
        });
        VBox.setVgrow(list, Priority.ALWAYS);
        VBox.setVgrow(lessons, Priority.ALWAYS);
        VBox left = new VBox(8, both, choice, list, lessons);
        left.setPrefWidth(LIST);
        left.setMinWidth(LIST);
        left.getStyleClass().add("cards-left");
        return left;
    }

    private void openLesson() {
        ListedLesson chosen = lessons.getSelectionModel().getSelectedItem();
        if (chosen != null) {
            actions.plan(chosen.entry());
        }
    }

    private static final class Named extends ListCell<Listed> {
        @Override
        protected void updateItem(@Nullable Listed row, boolean none) {
            super.updateItem(row, none);
            setText(none || row == null ? "" : Texts.of("sheets.row", row.name(), row.cards()));
        }
    }

    private static final class LessonCell extends ListCell<ListedLesson> {
        @Override
        protected void updateItem(@Nullable ListedLesson lesson, boolean none) {
            super.updateItem(lesson, none);
            if (none || lesson == null) {
                setGraphic(null);
                return;
            }
            Diary.Entry entry = lesson.entry();
            Label day = Widgets.label("strong", DayField.weekday(entry.begins().toLocalDate()));
            Label what = Widgets.label(
                    "soft",
                    Texts.of(
                            "lessons.row",
                            DayField.shown(entry.begins().toLocalTime()),
                            entry.lesson().when().minutes(),
                            lesson.names()));
            Label aim = Widgets.label("soft", entry.lesson().aim());
            Widgets.present(aim, !entry.lesson().aim().isEmpty());
            setPrefWidth(0);
            setGraphic(new VBox(1, day, what, aim));
        }
    }

    // ---- showing

    void showLessons(List<ListedLesson> entries) {
        lessons.getItems().setAll(entries);
    }

    /** Puts a plan in the middle, in the place of the cards. */
    void showPlan(Node plan) {
        ofLessons.setSelected(true);
        ScrollPane pane = new ScrollPane(plan);
        pane.setFitToWidth(true);
        pane.getStyleClass().addAll("branches-scroll", "plan-middle");
        middle.getChildren().setAll(pane);
    }

    void showDesk() {
        ofSheets.setSelected(true);
        middle.getChildren().setAll(desk);
    }

    private void showCard() {
        Card now = model.cardProperty().get();
        shown.show(presentation.shownProperty().get());
        release.show(
                now,
                presentation.releasedProperty().get(),
                model.languageProperty().get());
        shown.setVisible(now != null);
        present.setDisable(now == null);
        showAbout();
    }

    private void showAbout() {
        int cards = model.sheetProperty().get().cards().size();
        boolean isOn = presentation.presentingProperty().get();
        about.setText(
                isOn
                        ? Texts.of(
                                "sheets.time",
                                presentation.time().toMinutes(),
                                model.sheetProperty().get().minutes())
                        : cards == 0
                                ? ""
                                : Texts.of(
                                        "sheets.about",
                                        cards,
                                        model.sheetProperty().get().minutes()));
        seen.setText(
                model.cardProperty().get() == null
                        ? Texts.of("sheets.empty")
                        : Texts.of(
                                presentation.blankProperty().get()
                                        ? "sheets.seen.blank"
                                        : isOn ? "sheets.seen" : "sheets.made",
                                model.atProperty().get() + 1,
                                cards));
    }

    // ---- keys

    private void key(KeyEvent event) {
        boolean isTyped = event.getTarget() instanceof TextInputControl;
        if (!isTyped && !isDrawing() && actions.use(event)) {
            event.consume();
        }
    }

    void focusPlace() {
        if (model.cardProperty().get() == null) {
            lookup("#sheets-new").requestFocus();
        } else if (shown.board().getScene() != null) {
            shown.board().requestFocus();
        } else {
            list.requestFocus();
        }
    }

    void focusQuestion() {
        form.focusQuestion();
    }

    void focusLine() {
        form.focusLine();
    }

    void keepEdits() {
        form.keepEdits();
    }
}
