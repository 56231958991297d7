package org.zeroply.desktop.shell;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.css.PseudoClass;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;

/** The one field for everything: what is typed finds commands, games and positions; Enter does the chosen one. */
final class CommandField extends TextField {
    private static final double ROW = 30;
    private static final PseudoClass HEADING = PseudoClass.getPseudoClass("heading");

    private final ListView<Row> list = new ListView<>();
    private final Function<String, List<Row>> offers;
    private final BiConsumer<String, Consumer<List<Row>>> search;
    private final Runnable onLeave;
    private boolean looking;

    /** Enter was pressed while what was typed is still looked up. */
    private boolean wanted;

    /** A row of the list: something to choose, or a line that says something about those under it. */
    sealed interface Row permits Offer, Remark {}

    /** Something to choose: what it says, a hint at its right, and what it does. */
    record Offer(String title, String hint, Runnable action) implements Row {}

    /** A heading, or a word where nothing fits; it cannot be chosen. */
    record Remark(String text) implements Row {}

    /**
     * @param offers what is known at once for a text
     * @param search what must be looked up; it answers later, and an answer that comes too late is dropped
     */
    CommandField(Function<String, List<Row>> offers, BiConsumer<String, Consumer<List<Row>>> search, Runnable onLeave) {
        this.offers = offers;
        this.search = search;
        this.onLeave = onLeave;
        setId("command-field");
        getStyleClass().add("command-field");
        setPromptText(Texts.of("field.prompt"));
        setAccessibleText(Texts.of("field.prompt"));
        list.setId("command-list");
        list.getStyleClass().add("command-list");
        list.setFocusTraversable(false);
        list.setCellFactory(view -> new OfferCell());
        list.setOnMouseClicked(event -> perform());
        Widgets.present(list, false);
        textProperty().subscribe(() -> refresh());
        focusedProperty().subscribe(focused -> {
            if (focused) {
                selectAll();
                refresh();
            } else {
                list.setVisible(false);
            }
        });
        addEventFilter(KeyEvent.KEY_PRESSED, this::keys);
    }

    /** The list of offers, laid over the window by the shell. */
    ListView<Row> list() {
        return list;
    }

    private void refresh() {
        if (!isFocused()) {
            return;
        }
        String asked = getText().strip();
        show(offers.apply(asked));
        looking = !asked.isEmpty();
        wanted = false;
        if (looking) {
            search.accept(asked, found -> {
                if (isFocused() && getText().strip().equals(asked)) {
                    List<Row> all = new ArrayList<>(found);
                    all.addAll(offers.apply(asked));
                    if (all.isEmpty()) {
                        all.add(new Remark(Texts.of("field.nothing", asked)));
                    }
                    show(all);
                    looking = false;
                    if (wanted) {
                        perform();
                    }
                }
            });
        }
    }

    private void show(List<Row> found) {
        list.getItems().setAll(found);
        list.setPrefHeight(found.size() * ROW + 8);
        list.setVisible(!found.isEmpty());
        list.getSelectionModel().clearSelection();
        choose(0, 1);
        list.getParent().requestLayout();
    }

    /** Chooses the first offer from a row on, up or down; headings are stepped over. */
    private void choose(int from, int step) {
        int row = from;
        while (row >= 0 && row < list.getItems().size() && !(list.getItems().get(row) instanceof Offer)) {
            row += step;
        }
        if (row >= 0 && row < list.getItems().size()) {
            list.getSelectionModel().clearAndSelect(row);
        }
    }

    private void walk(int step) {
        wanted = false;
        choose(list.getSelectionModel().getSelectedIndex() + step, step);
    }

    private void keys(KeyEvent event) {
        switch (event.getCode()) {
            case DOWN -> walk(1);
            case UP -> walk(-1);
            case ENTER -> enter();
            case ESCAPE -> leave();
            default -> {
                return;
            }
        }
        if (event.getCode() != KeyCode.ENTER) {
            list.scrollTo(Math.max(0, list.getSelectionModel().getSelectedIndex() - 4));
        }
        event.consume();
    }

    /** Who types a name and Enter at once means what will be the first offer; a second Enter does not wait. */
    private void enter() {
        if (looking && !wanted && isFirstChosen()) {
            wanted = true;
        } else {
            perform();
        }
    }

    private boolean isFirstChosen() {
        int chosen = list.getSelectionModel().getSelectedIndex();
        return list.getItems().subList(0, Math.max(0, chosen)).stream().noneMatch(Offer.class::isInstance);
    }

    private void perform() {
        if (list.getSelectionModel().getSelectedItem() instanceof Offer chosen) {
            leave();
            chosen.action().run();
        }
    }

    private void leave() {
        clear();
        list.setVisible(false);
        onLeave.run();
    }

    private static final class OfferCell extends ListCell<Row> {
        private final Label title = new Label();
        private final Label hint = new Label();
        private final HBox row = new HBox(8);

        OfferCell() {
            setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
            Region space = Widgets.space();
            // Rows take the width of the list, so that it never scrolls sideways.
            setPrefWidth(0);
            title.setMinWidth(0);
            hint.getStyleClass().add("soft");
            hint.setMinWidth(Region.USE_PREF_SIZE);
            row.getChildren().addAll(title, space, hint);
        }

        @Override
        protected void updateItem(@Nullable Row shown, boolean empty) {
            super.updateItem(shown, empty);
            String text = empty || shown == null
                    ? ""
                    : switch (shown) {
                        case Offer offer -> offer.title();
                        case Remark remark -> remark.text();
                    };
            title.setText(text);
            hint.setText(!empty && shown instanceof Offer offer ? offer.hint() : "");
            pseudoClassStateChanged(HEADING, !empty && shown instanceof Remark);
            setDisable(!empty && shown instanceof Remark);
            setText(text.isEmpty() ? null : text);
            setGraphic(text.isEmpty() ? null : row);
        }
    }
}
