package org.zeroply.desktop.lesson;

import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BiFunction;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.image.Image;
import javafx.scene.image.ImageView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Subscription;
import org.zeroply.analysis.LessonReport;
import org.zeroply.analysis.LessonReport.Item;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.rules.Side;

/**
 * The lesson report as it is made: at the left everything that is said, to be chosen, ordered and worded; at the right the
 * page as it will be printed. Passive.
 */
public final class LessonView extends HBox {
    private static final int PAGES_WANTED = 4;

    private final LessonModel model;
    private final VBox items = new VBox(8);
    private final ScrollPane scroll;
    private final ImageView page = new ImageView();
    private final Label pageNumber = new Label();
    private final Button previous = new Button(Texts.of("lesson.previous"));
    private final Button next = new Button(Texts.of("lesson.next"));
    private final List<Runnable> refreshers = new ArrayList<>();
    private final Subscription subscription;
    private boolean showing;
    private int shownPage;

    public LessonView(LessonModel model) {
        super(18);
        this.model = model;
        getStyleClass().add("lesson");
        scroll = new ScrollPane(form());
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("branches-scroll");
        scroll.setPrefSize(590, 590);
        HBox.setHgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(scroll, paper());
        subscription = Subscription.combine(
                model.reportProperty().subscribe(() -> show()),
                model.pagesProperty().subscribe(() -> showPage()));
        sceneProperty().subscribe((before, now) -> {
            if (now == null) {
                model.keep();
                subscription.unsubscribe();
            }
        });
        show();
        showPage();
    }

    private VBox form() {
        VBox form = new VBox(
                8,
                top(),
                field("lesson-title", "lesson.field.title", LessonReport::title, LessonReport::withTitle),
                field("lesson-occasion", "lesson.field.occasion", LessonReport::occasion, LessonReport::withOccasion),
                field("lesson-opening", "lesson.field.opening", LessonReport::opening, LessonReport::withOpening),
                area("lesson-summary", "lesson.field.summary", 2, LessonReport::summary, LessonReport::withSummary),
                area("lesson-notes", "lesson.field.notes", 2, LessonReport::notes, LessonReport::withNotes),
                heading("lesson.moments"),
                items,
                area("lesson-train", "lesson.field.train", 4, LessonReport::train, LessonReport::withTrain));
        form.getStyleClass().add("lesson-form");
        return form;
    }

    private HBox top() {
        ChoiceBox<Side> student = Choices.of(List.of(Side.values()), model::name);
        student.setId("lesson-student");
        student.setValue(model.reportProperty().get().student());
        student.setOnAction(event -> {
            if (!showing && student.getValue() != model.reportProperty().get().student()) {
                model.draftFor(student.getValue());
            }
        });
        refreshers.add(() -> student.setValue(model.reportProperty().get().student()));
        Button undo = new Button(Texts.of("lesson.undo"));
        undo.setId("lesson-undo");
        undo.disableProperty().bind(model.undoableProperty().not());
        undo.setOnAction(event -> model.undo());
        Button anew = Widgets.quietButton(
                "lesson.anew",
                "lesson-anew",
                () -> model.draftFor(model.reportProperty().get().student()));
        HBox top = new HBox(8, new Label(Texts.of("lesson.student")), student, undo, anew);
        top.setAlignment(Pos.CENTER_LEFT);
        return top;
    }

    private VBox paper() {
        page.setId("lesson-page");
        page.setPreserveRatio(true);
        page.setFitHeight(550);
        previous.setOnAction(event -> turn(-1));
        previous.setId("lesson-previous");
        next.setId("lesson-next");
        next.setOnAction(event -> turn(1));
        pageNumber.setId("lesson-pages");
        HBox turner = new HBox(8, previous, pageNumber, next);
        turner.setAlignment(Pos.CENTER);
        StackPane sheet = new StackPane(page);
        sheet.getStyleClass().add("lesson-page");
        sheet.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
        VBox paper = new VBox(8, sheet, turner);
        paper.getStyleClass().add("lesson-paper");
        paper.setMinWidth(400);
        return paper;
    }

    private static Label heading(String key) {
        Label heading = Widgets.label("section-heading", Texts.of(key));
        return heading;
    }

    // ---- the parts of the report that there are once

    private VBox field(
            String id,
            String key,
            Function<LessonReport, String> get,
            BiFunction<LessonReport, String, LessonReport> set) {
        return labelled(key, bound(new TextField(), id, get, set));
    }

    private VBox area(
            String id,
            String key,
            int rows,
            Function<LessonReport, String> get,
            BiFunction<LessonReport, String, LessonReport> set) {
        TextArea area = new TextArea();
        area.setPrefRowCount(rows);
        area.setWrapText(true);
        area.getStyleClass().add("lesson-text");
        area.setMinHeight(Region.USE_PREF_SIZE);
        return labelled(key, bound(area, id, get, set));
    }

    private static VBox labelled(String key, TextInputControl input) {
        input.setAccessibleText(Texts.of(key));
        return new VBox(2, heading(key), input);
    }

    private <T extends TextInputControl> T bound(
            T input,
            String id,
            Function<LessonReport, String> get,
            BiFunction<LessonReport, String, LessonReport> set) {
        input.setId(id);
        Runnable refresh = () -> {
            String now = get.apply(model.reportProperty().get());
            if (!now.equals(input.getText())) {
                input.setText(now);
            }
        };
        refreshers.add(refresh);
        input.textProperty().subscribe((before, now) -> {
            if (!showing) {
                model.change(set.apply(model.reportProperty().get(), now), id);
            }
        });
        return input;
    }

    // ---- moments

    private void show() {
        showing = true;
        try {
            refreshers.forEach(Runnable::run);
            List<Item> now = model.reportProperty().get().items();
            boolean same = items.getChildren().size() == now.size();
            for (int i = 0; same && i < now.size(); i++) {
                same = items.getChildren().get(i) instanceof Row row && row.isOf(now.get(i));
            }
            if (!same) {
                double at = scroll.getVvalue();
                items.getChildren().setAll(now.stream().map(Row::new).toList());
                scroll.setVvalue(at);
            }
            for (int i = 0; i < now.size(); i++) {
                if (items.getChildren().get(i) instanceof Row row) {
                    row.show(now.get(i), i, now.size());
                }
            }
        } finally {
            showing = false;
        }
    }

    /** One moment: whether it is shown, where, and what is said. */
    private final class Row extends VBox {
        private final LessonReport.Kind kind;
        private final int ply;
        private final CheckBox shown = new CheckBox();
        private final TextField heading = new TextField();
        private final TextArea text = new TextArea();
        private final Button up = new Button(Texts.of("lesson.up"));
        private final Button down = new Button(Texts.of("lesson.down"));

        Row(Item item) {
            super(3);
            kind = item.kind();
            ply = item.ply();
            String id = kind + "-" + ply;
            getStyleClass().add("lesson-item");
            shown.setId("lesson-shown-" + id);
            shown.setAccessibleText(Texts.of("lesson.shown"));
            shown.setOnAction(event -> edit(now -> now.shown(shown.isSelected()), ""));
            heading.setId("lesson-heading-" + id);
            heading.setAccessibleText(Texts.of("lesson.heading"));
            HBox.setHgrow(heading, Priority.ALWAYS);
            heading.textProperty().subscribe((before, now) -> edit(each -> each.worded(now, each.text()), "h" + id));
            text.setId("lesson-text-" + id);
            text.setAccessibleText(Texts.of("lesson.text"));
            text.setWrapText(true);
            text.getStyleClass().add("lesson-text");
            text.setMinHeight(Region.USE_PREF_SIZE);
            text.textProperty().subscribe((before, now) -> edit(each -> each.worded(each.heading(), now), "t" + id));
            up.setId("lesson-up-" + id);
            up.setOnAction(event -> move(-1));
            down.setId("lesson-down-" + id);
            down.setOnAction(event -> move(1));
            Label what = Widgets.label("soft", Texts.of("lesson.kind." + kind));
            HBox line = new HBox(6, shown, heading, up, down);
            line.setAlignment(Pos.CENTER_LEFT);
            getChildren().addAll(what, line, text);
        }

        boolean isOf(Item item) {
            return item.isSameAs(kind, ply);
        }

        private void edit(Function<Item, Item> change, String what) {
            LessonReport now = model.reportProperty().get();
            if (!showing) {
                now.item(kind, ply).ifPresent(item -> model.change(now.with(change.apply(item)), what));
            }
        }

        private void move(int step) {
            LessonReport now = model.reportProperty().get();
            now.item(kind, ply).ifPresent(item -> model.change(now.moved(item, step), ""));
            Node again = items.lookup("#" + (step < 0 ? up : down).getId());
            if (again != null) {
                again.requestFocus();
            }
        }

        void show(Item item, int index, int count) {
            shown.setSelected(item.isShown());
            if (!item.heading().equals(heading.getText())) {
                heading.setText(item.heading());
            }
            if (!item.text().equals(text.getText())) {
                text.setText(item.text());
            }
            text.setPrefRowCount(Math.clamp(item.text().lines().count() + 1, 2, 6));
            Widgets.present(text, item.isShown());
            up.setDisable(index == 0);
            down.setDisable(index == count - 1);
        }
    }

    // ---- pages

    private void turn(int step) {
        shownPage += step;
        showPage();
    }

    private void showPage() {
        List<byte[]> pages = model.pagesProperty().get();
        shownPage = Math.clamp(shownPage, 0, Math.max(0, pages.size() - 1));
        previous.setDisable(shownPage == 0);
        next.setDisable(shownPage >= pages.size() - 1);
        if (pages.isEmpty()) {
            pageNumber.setText(Texts.of("lesson.setting"));
            return;
        }
        page.setImage(new Image(new ByteArrayInputStream(pages.get(shownPage))));
        pageNumber.setText(
                pages.size() > PAGES_WANTED
                        ? Texts.of("lesson.tooLong", shownPage + 1, pages.size())
                        : Texts.of("lesson.page", shownPage + 1, pages.size()));
    }
}
