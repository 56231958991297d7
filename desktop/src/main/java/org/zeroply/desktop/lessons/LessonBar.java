package org.zeroply.desktop.lessons;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.animation.Animation;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Lesson;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;

/** The bar over every place while a lesson is held: the block and its minutes, what comes next, and what becomes of it. */
final class LessonBar extends HBox {
    private final DiaryModel model;
    private final Label minutes = new Label();
    private final Label title = new Label();
    private final Label next = new Label();
    private final Label left = new Label();
    private final Button open;
    private final Button done;
    private final Button cut;
    private final Button carry;
    private final Timeline clock = new Timeline(new KeyFrame(javafx.util.Duration.seconds(1), event -> showTimes()));

    /** What the bar asks for beside what becomes of a block. */
    interface Actions {
        void open(Block block);

        void close();
    }

    LessonBar(DiaryModel model, Actions actions) {
        super(10);
        this.model = model;
        setId("lesson-bar");
        getStyleClass().add("lesson-bar");
        setAlignment(Pos.CENTER_LEFT);
        minutes.getStyleClass().add("lesson-minutes");
        minutes.setId("lesson-minutes");
        minutes.setMinWidth(Region.USE_PREF_SIZE);
        title.getStyleClass().add("lesson-block");
        title.setId("lesson-block");
        title.setMinWidth(60);
        next.getStyleClass().add("soft");
        next.setMinWidth(0);
        left.setId("lesson-left");
        left.setMinWidth(Region.USE_PREF_SIZE);
        open = button(
                "lesson.open",
                "lesson-open",
                () -> model.heldProperty().get() == null
                        ? Optional.empty()
                        : Objects.requireNonNull(model.heldProperty().get()).current(),
                actions::open);
        done = Widgets.button("lesson.done", "lesson-done", () -> model.end(Block.State.DONE));
        cut = Widgets.button("lesson.cut", "lesson-cut", () -> model.end(Block.State.CUT));
        carry = Widgets.button("lesson.carry", "lesson-carry", () -> model.end(Block.State.CARRIED));
        Button close = Widgets.button("lesson.close", "lesson-close", actions::close);
        getChildren().addAll(minutes, title, next, Widgets.space(), left, open, done, cut, carry, close);
        getChildren().forEach(each -> {
            if (each instanceof Button button) {
                button.setMinWidth(Region.USE_PREF_SIZE);
                button.setFocusTraversable(false);
            }
        });
        clock.setCycleCount(Animation.INDEFINITE);
        model.heldProperty().subscribe(this::show);
    }

    private static Button button(String key, String id, Supplier<Optional<Block>> block, Consumer<Block> action) {
        return Widgets.button(key, id, () -> block.get().ifPresent(action));
    }

    private void show(@Nullable Lesson lesson) {
        Widgets.present(this, lesson != null);
        if (lesson == null) {
            clock.stop();
            return;
        }
        Optional<Block> block = lesson.current();
        title.setText(block.map(Block::title).orElse(Texts.of("lesson.allDone")));
        next.setText(
                lesson.next().map(each -> Texts.of("lesson.then", each.title())).orElse(""));
        open.setDisable(block.filter(Filling::canOpen).isEmpty());
        for (Button each : List.of(done, cut, carry)) {
            each.setDisable(block.isEmpty());
        }
        showTimes();
        clock.play();
    }

    private void showTimes() {
        Lesson lesson = model.heldProperty().get();
        Lesson.Held held = lesson == null ? null : lesson.held();
        if (lesson == null || held == null) {
            return;
        }
        Instant now = model.now();
        minutes.setText(lesson.current()
                .map(block -> Texts.of("lesson.minutes", minutes(held.since(), now), block.minutes()))
                .orElse(""));
        boolean isOver = lesson.current()
                .filter(block -> minutes(held.since(), now) >= block.minutes())
                .isPresent();
        minutes.getStyleClass().remove("attention");
        if (isOver) {
            minutes.getStyleClass().add("attention");
        }
        long rest = lesson.when().minutes() - minutes(held.begun(), now);
        left.setText(rest >= 0 ? Texts.of("lesson.left", rest) : Texts.of("lesson.over", -rest));
    }

    private static long minutes(Instant from, Instant to) {
        return Math.max(0, Duration.between(from, to).toMinutes());
    }
}
