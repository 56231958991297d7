package org.zeroply.desktop.today;

import java.util.List;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Hyperlink;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Lesson;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.rules.Side;

/** A page of a diary: the hours at the left, what waits at the right, six weeks below. */
final class TodayView extends VBox {
    private static final double BOARD = 124;
    private static final int NARROW = 5;

    /** What is clicked. */
    interface Actions {
        void newLesson();

        void takeIn();

        Button moreButton();

        void plan(Diary.Entry entry);

        void fill(Diary.Entry entry);

        void remove(Diary.Entry entry);

        void advance(Assignment homework, long student, String name);

        void act(TodayPage.Act act);

        void open(TodayPage.Act.GoOver done);

        /** The four ways to begin. */
        Node firstCards();
    }

    private final Actions actions;
    private final Label day = Widgets.label("student-name", "");
    private final Label summary = Widgets.label("today-summary", "");
    private final VBox hours = new VBox(0);
    private final VBox lines = new VBox(0);
    private final HBox columns = new HBox(9);
    private final DiaryStrip strip = new DiaryStrip();
    private final VBox first = new VBox(14);
    private @Nullable Node cards;

    TodayView(TodayModel model, Actions actions) {
        super(12);
        this.actions = actions;
        setId("today");
        getStyleClass().add("today");
        day.setId("today-day");
        day.setMinWidth(Region.USE_PREF_SIZE);
        summary.setId("today-summary");
        summary.setMinWidth(0);
        Button lesson = Widgets.button("today.newLesson", "today-new", actions::newLesson);
        Button takeIn = Widgets.button("today.takeIn", "today-take-in", actions::takeIn);
        Button more = actions.moreButton();
        for (Button button : List.of(lesson, takeIn, more)) {
            button.setMinWidth(Region.USE_PREF_SIZE);
        }
        HBox head = new HBox(12, day, summary, Widgets.space(), lesson, takeIn, more);
        head.setAlignment(Pos.BASELINE_LEFT);
        columns.getChildren().addAll(card(hours, "today-hours"), card(lines, "today-lines"));
        VBox.setVgrow(columns, Priority.ALWAYS);
        first.setId("today-first");
        getChildren().addAll(head, first, columns, strip);
        model.pageProperty().subscribe(this::show);
    }

    private static ScrollPane card(VBox content, String id) {
        content.getStyleClass().add("today-card");
        ScrollPane pane = new ScrollPane(content);
        pane.setId(id);
        pane.setFitToWidth(true);
        pane.setFitToHeight(true);
        pane.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        pane.setMinWidth(0);
        pane.setPrefWidth(10);
        pane.getStyleClass().add("today-pane");
        HBox.setHgrow(pane, Priority.ALWAYS);
        return pane;
    }

    /** Brings the keyboard to the first thing to do. */
    void focusFirst() {
        Node button = hours.lookup(".button");
        Node other = lines.lookup(".button");
        Node to = button != null ? button : other != null ? other : lookup("#today-new");
        if (to != null) {
            to.requestFocus();
        }
    }

    private void show(@Nullable TodayPage page) {
        if (page == null) {
            return;
        }
        day.setText(DayField.weekday(page.today()));
        boolean isNew = page.students() == 0;
        Widgets.present(first, isNew);
        Widgets.present(columns, !isNew);
        Widgets.present(strip, !isNew);
        if (isNew) {
            if (cards == null) {
                Node made = actions.firstCards();
                cards = made;
                first.getChildren().setAll(Widgets.paragraph(Texts.of("today.noStudents")), made);
            }
            summary.setText("");
            return;
        }
        int minutes = page.hours().stream()
                .mapToInt(hour -> hour.entry().lesson().when().minutes())
                .sum();
        long without = page.hours().stream()
                .filter(hour ->
                        hour.entry().isOfSeries() || !hour.entry().lesson().isPlanned())
                .count();
        summary.setText(
                page.hours().isEmpty()
                        ? Texts.of("today.noLesson")
                        : Texts.of("today.lessons", page.hours().size(), minutes)
                                + (without == 0 ? "." : Texts.of("today.without", without)));
        hours.getChildren().clear();
        for (int i = 0; i < page.hours().size(); i++) {
            hours.getChildren().add(hour(page.hours().get(i), i + 1));
        }
        if (page.hours().isEmpty()) {
            hours.getChildren().add(free(page));
        }
        lines.getChildren().clear();
        int number = 0;
        for (TodayPage.Section section : page.sections()) {
            VBox box = new VBox(0);
            box.getStyleClass().add("today-section");
            box.getChildren().add(Widgets.label("section-heading", Texts.of("today.section." + section.kind())));
            for (TodayPage.Line line : section.lines()) {
                box.getChildren().add(line(section.kind(), line, ++number));
            }
            lines.getChildren().add(box);
        }
        if (page.sections().isEmpty()) {
            Label none = Widgets.wrapped("paragraph");
            none.setText(Texts.of("today.nothing"));
            lines.getChildren().add(none);
        }
        strip.show(page.days());
    }

    /** A day without lessons, in one friendly sentence, with what would be worth doing. */
    private static Node free(TodayPage page) {
        Label none = Widgets.wrapped("paragraph");
        none.setId("today-free");
        none.setText(Texts.of(page.isFree() ? "today.free" : "today.freeHours"));
        return none;
    }

    // ---- the hours

    private Node hour(TodayPage.Hour hour, int number) {
        Diary.Entry entry = hour.entry();
        Lesson lesson = entry.lesson();
        boolean isPlanned = !entry.isOfSeries() && lesson.isPlanned();
        Label time = Widgets.label("today-time", DayField.shown(entry.begins().toLocalTime()));
        Label length =
                Widgets.label("soft", Texts.of("today.minutes", lesson.when().minutes()));
        VBox when = new VBox(0, time, length);
        when.setMinWidth(86);
        Label who = Widgets.wrapped("strong");
        who.setText(hour.names().isEmpty() ? Texts.of("today.whoever") : hour.names());
        VBox told = new VBox(6, who);
        if (!lesson.aim().isEmpty()) {
            Label aim = Widgets.wrapped("today-aim");
            aim.setText(lesson.aim());
            told.getChildren().add(aim);
        }
        told.getChildren().add(isPlanned ? blocks(lesson) : empty(lesson));
        Button deed = lesson.isUnderWay() || isPlanned
                ? Widgets.button(
                        lesson.isUnderWay() ? "today.goOn" : "today.open",
                        "today-hour-" + number,
                        () -> actions.plan(entry))
                : Widgets.button("today.fill", "today-hour-" + number, () -> actions.fill(entry));
        deed.getStyleClass().add("primary");
        deed.setMinWidth(Region.USE_PREF_SIZE);
        Hyperlink self = new Hyperlink(Texts.of("today.planSelf"));
        self.setId("today-plan-" + number);
        self.setOnAction(event -> actions.plan(entry));
        Widgets.present(self, !isPlanned && !lesson.isUnderWay());
        Hyperlink cancel = new Hyperlink(Texts.of("today.cancel"));
        cancel.setId("today-cancel-" + number);
        cancel.setOnAction(event -> actions.remove(entry));
        Widgets.present(cancel, !lesson.isUnderWay());
        for (Hyperlink each : List.of(self, cancel)) {
            each.setMinWidth(Region.USE_PREF_SIZE);
        }
        FlowPane deeds = new FlowPane(10, 4, deed, self, cancel);
        deeds.setAlignment(Pos.CENTER_LEFT);
        told.getChildren().add(deeds);
        HBox.setHgrow(told, Priority.ALWAYS);
        HBox row = new HBox(14, when, told);
        hour.board().ifPresent(board -> row.getChildren().add(board(board)));
        VBox owes = new VBox(6);
        owes.getStyleClass().add("today-owes");
        hour.owes().forEach(owed -> owes.getChildren().add(owed(owed)));
        VBox whole = new VBox(8, row, owes);
        whole.getStyleClass().add("today-hour");
        return whole;
    }

    /** The blocks as parts of a bar, as wide as they are long. */
    private static Node blocks(Lesson lesson) {
        HBox bar = new HBox(0);
        bar.getStyleClass().add("block-bar");
        HBox names = new HBox(0);
        double all = Math.max(lesson.when().minutes(), lesson.plannedMinutes());
        for (Block block : lesson.blocks()) {
            Label minutes = Widgets.label("block-part", Integer.toString(block.minutes()));
            minutes.getStyleClass().add(isDone(block) ? "block-done" : "block-open");
            Label kind = Widgets.label(
                    "block-kind", block.minutes() < NARROW ? "" : block.kind().text());
            for (Label each : List.of(minutes, kind)) {
                each.setAlignment(Pos.CENTER);
                each.setMinWidth(0);
                each.prefWidthProperty().bind(bar.widthProperty().multiply(block.minutes() / all));
                each.maxWidthProperty().bind(each.prefWidthProperty());
            }
            // A word that is cut says nothing.
            kind.opacityProperty()
                    .bind(Bindings.when(kind.textTruncatedProperty()).then(0).otherwise(1));
            minutes.setAccessibleText(Texts.of("plan.accessible", block.minutes(), block.title()));
            bar.getChildren().add(minutes);
            names.getChildren().add(kind);
        }
        bar.setMinWidth(0);
        bar.setPrefWidth(10);
        bar.setMaxWidth(Double.MAX_VALUE);
        names.setMinWidth(0);
        return new VBox(1, bar, names);
    }

    private static boolean isDone(Block block) {
        return block.state() != Block.State.OPEN;
    }

    private static Node empty(Lesson lesson) {
        Label none = Widgets.label(
                "block-none", Texts.of("today.unplanned", lesson.when().minutes()));
        none.setMaxWidth(Double.MAX_VALUE);
        return none;
    }

    private Node owed(TodayPage.Owed owed) {
        Label text = Widgets.wrapped("");
        text.setText(Texts.of(
                "today.owes",
                owed.name(),
                owed.homework().text(),
                owed.days() > 0
                        ? Texts.of("today.late", owed.days())
                        : Texts.of("today.until", DayField.shown(owed.homework().due()))));
        if (owed.days() > 0) {
            text.getStyleClass().add("attention");
        }
        HBox.setHgrow(text, Priority.ALWAYS);
        text.setMaxWidth(Double.MAX_VALUE);
        Button in = new Button(Texts.of(label(owed.homework(), owed.student())));
        in.setMinWidth(Region.USE_PREF_SIZE);
        in.setOnAction(event -> actions.advance(owed.homework(), owed.student(), owed.name()));
        HBox row = new HBox(10, text, in);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("today-owed");
        return row;
    }

    private static String label(Assignment homework, long student) {
        Optional<Assignment.State> state = homework.of(student).map(Assignment.Part::state);
        return state.filter(each -> each == Assignment.State.SET).isPresent() ? "today.handOut" : "today.isBack";
    }

    private static Node board(TodayPage.Board shown) {
        BoardView board = new BoardView();
        board.playableProperty().set(false);
        board.coordinatesProperty().set(false);
        board.setFocusTraversable(false);
        board.setMouseTransparent(true);
        board.positionProperty().set(shown.position());
        board.flippedProperty().set(shown.bottom() == Side.BLACK);
        board.lastMoveProperty().set(shown.move());
        board.setMinSize(BOARD, BOARD);
        board.setPrefSize(BOARD, BOARD);
        board.setMaxSize(BOARD, BOARD);
        Label caption = Widgets.wrapped("soft");
        caption.setText(shown.caption());
        caption.setMaxWidth(BOARD);
        return new VBox(3, board, caption);
    }

    // ---- what waits

    private Node line(TodayPage.Kind kind, TodayPage.Line line, int number) {
        Label text = Widgets.wrapped("strong");
        text.setText(line.text());
        Label more = Widgets.wrapped("soft");
        more.setText(line.more());
        VBox told = new VBox(1, text, more);
        HBox.setHgrow(told, Priority.ALWAYS);
        Button deed = new Button(Texts.of(
                line.act() instanceof TodayPage.Act.Advance advance
                        ? label(advance.homework(), advance.student())
                        : line.act() instanceof TodayPage.Act.Answer ? "today.act.ANSWER" : "today.act." + kind));
        deed.setId("today-line-" + number);
        deed.setMinWidth(Region.USE_PREF_SIZE);
        deed.setOnAction(event -> actions.act(line.act()));
        HBox row = new HBox(10, told);
        if (line.act() instanceof TodayPage.Act.GoOver done) {
            Hyperlink marked = new Hyperlink(Texts.of("today.marked"));
            marked.setId("today-marked-" + number);
            marked.setMinWidth(Region.USE_PREF_SIZE);
            marked.setOnAction(event -> actions.open(done));
            row.getChildren().add(marked);
        }
        row.getChildren().add(deed);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("today-line");
        return row;
    }
}
