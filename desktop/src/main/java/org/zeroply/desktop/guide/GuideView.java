package org.zeroply.desktop.guide;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import org.zeroply.desktop.kit.Texts;

/** The shortcuts of the place one is in, and the pages of the guide; the list at the left chooses. */
public final class GuideView extends HBox {
    private static final double WIDTH = 860;
    private static final double HEIGHT = 520;

    private final ListView<String> list = new ListView<>();

    /**
     * @param shortcutsTitle how the list names the shortcuts
     */
    public GuideView(String shortcutsTitle, Node shortcuts) {
        super(18);
        setPrefSize(WIDTH, HEIGHT);
        List<String> titles = new ArrayList<>(List.of(shortcutsTitle));
        GuidePage.NAMES.forEach(name -> titles.add(Texts.of("guide." + name)));
        list.setId("guide-list");
        list.getStyleClass().add("plain-list");
        list.getItems().setAll(titles);
        list.setPrefWidth(210);
        list.setMinWidth(210);
        ScrollPane page = new ScrollPane(shortcuts);
        page.setId("guide-page");
        page.getStyleClass().add("branches-scroll");
        page.setFitToWidth(true);
        HBox.setHgrow(page, Priority.ALWAYS);
        getChildren().addAll(list, page);
        list.getSelectionModel().selectedIndexProperty().subscribe((before, now) -> {
            int chosen = now.intValue();
            page.setContent(chosen <= 0 ? shortcuts : GuidePage.of(GuidePage.NAMES.get(chosen - 1)));
            page.setVvalue(0);
        });
        list.getSelectionModel().select(0);
    }

    /** Brings the keyboard to the list. */
    public void focusList() {
        list.requestFocus();
    }
}
