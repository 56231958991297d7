package org.zeroply.desktop.shell;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Function;
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

    private final ListView<Offer> list = new ListView<>();
    private final Function<String, List<Offer>> offers;
    private final BiConsumer<String, Consumer<List<Offer>>> search;
    private final Runnable onLeave;
    private boolean looking;

    /** Enter was pressed while what was typed is still looked up. */
    private boolean wanted;

    /** Something to choose: what it says, a hint at its right, and what it does. */
    record Offer(String title, String hint, Runnable action) {}

    /**
     * @param offers what is known at once for a text
     * @param search what must be looked up; it answers later, and an answer that comes too late is dropped
     */
    CommandField(
            Function<String, List<Offer>> offers, BiConsumer<String, Consumer<List<Offer>>> search, Runnable onLeave) {
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
    ListView<Offer> list() {
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
                    List<Offer> all = new ArrayList<>(found);
                    all.addAll(offers.apply(asked));
                    show(all);
                    looking = false;
                    if (wanted) {
                        perform();
                    }
                }
            });
        }
    }

    private void show(List<Offer> found) {
        list.getItems().setAll(found);
        list.setPrefHeight(Math.min(12, found.size()) * ROW + 8);
        list.setVisible(!found.isEmpty());
        list.getSelectionModel().selectFirst();
        list.getParent().requestLayout();
    }

    private void keys(KeyEvent event) {
        switch (event.getCode()) {
            case DOWN -> {
                wanted = false;
                list.getSelectionModel().selectNext();
            }
            case UP -> {
                wanted = false;
                list.getSelectionModel().selectPrevious();
            }
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
        if (looking && !wanted && list.getSelectionModel().getSelectedIndex() <= 0) {
            wanted = true;
        } else {
            perform();
        }
    }

    private void perform() {
        Offer chosen = list.getSelectionModel().getSelectedItem();
        if (chosen != null) {
            leave();
            chosen.action().run();
        }
    }

    private void leave() {
        clear();
        list.setVisible(false);
        onLeave.run();
    }

    private static final class OfferCell extends ListCell<Offer> {
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
        protected void updateItem(@Nullable Offer offer, boolean empty) {
            super.updateItem(offer, empty);
            if (offer == null || empty) {
                setGraphic(null);
                setText(null);
            } else {
                title.setText(offer.title());
                hint.setText(offer.hint());
                setText(offer.title());
                setGraphic(row);
            }
        }
    }
}
