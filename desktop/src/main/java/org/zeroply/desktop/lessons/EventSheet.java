package org.zeroply.desktop.lessons;

import java.time.LocalDate;
import java.util.List;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.EventPlan;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;

/** An event with the plan to it of each student who goes: minutes a week, shares with the rule behind each, and the weeks. */
final class EventSheet extends VBox {
    private static final double HEIGHT = 360;

    /** A student who goes. */
    record Goes(Event.Goer goer, String name, EventPlan.Needs needs) {}

    private final Consumer<Event> onChange;
    private final LocalDate today;
    private final ChoiceBox<Goes> who;
    private final VBox plan = new VBox(10);
    private Event event;

    EventSheet(Event event, List<Goes> goers, LocalDate today, Consumer<Event> onChange) {
        super(10);
        this.event = event;
        this.today = today;
        this.onChange = onChange;
        setId("event-sheet");
        Label facts = Widgets.wrapped("soft");
        facts.setText(String.join(
                " · ",
                List.of(
                                event.place(),
                                DayField.shown(event.from())
                                        + (event.to().equals(event.from()) ? "" : " – " + DayField.shown(event.to())),
                                event.pace(),
                                event.rounds() == 0 ? "" : Texts.of("event.rounds", event.rounds()))
                        .stream()
                        .filter(text -> !text.isEmpty())
                        .toList()));
        who = goers.isEmpty() ? new ChoiceBox<>() : Choices.of(goers, Goes::name);
        who.setId("event-who");
        ScrollPane pane = new ScrollPane(plan);
        pane.setFitToWidth(true);
        pane.setPrefSize(660, HEIGHT);
        pane.getStyleClass().add("plan-blocks");
        getChildren().addAll(facts);
        if (goers.isEmpty()) {
            getChildren().add(Widgets.paragraph(Texts.of("event.nobody")));
        } else {
            getChildren().addAll(who, pane);
            who.valueProperty().subscribe(() -> show());
            who.setValue(goers.getFirst());
            show();
        }
    }

    Event event() {
        return event;
    }

    /** Whose plan is shown; null if nobody goes. */
    @Nullable
    Goes shown() {
        return who.getValue();
    }

    EventPlan planOf(Goes goes) {
        return EventPlan.of(event, event.goer(goes.goer().student()).orElse(goes.goer()), goes.needs(), today);
    }

    private void change(Event.Goer goer) {
        event = event.with(goer);
        onChange.accept(event);
        show();
    }

    private void show() {
        Goes goes = who.getValue();
        plan.getChildren().clear();
        if (goes == null) {
            return;
        }
        Event.Goer goer = event.goer(goes.goer().student()).orElse(goes.goer());
        EventPlan now = planOf(goes);
        TextField minutes = LessonForms.field("event-minutes", Integer.toString(goer.minutes()), 5);
        minutes.setOnAction(pressed -> {
            int typed = LessonForms.number(minutes.getText());
            if (typed >= 0 && typed <= 7 * 24 * 60) {
                change(new Event.Goer(goer.student(), typed, goer.own()));
            }
        });
        HBox time = new HBox(
                8,
                new Label(Texts.of("event.minutes")),
                minutes,
                Widgets.label("soft", now.days() > 0 ? Texts.of("event.left", now.days()) : Texts.of("event.begun")));
        time.setAlignment(Pos.CENTER_LEFT);
        plan.getChildren().addAll(time, shares(goer, now), weeks(now));
        Label rules = Widgets.wrapped("soft");
        rules.setText(
                Texts.of("event.plan.think", TeachingPapers.pace(event)) + " " + Texts.of("event.plan.nothingNew"));
        plan.getChildren().add(rules);
    }

    private GridPane shares(Event.Goer goer, EventPlan now) {
        GridPane grid = new GridPane();
        grid.setHgap(12);
        grid.setVgap(4);
        int row = 0;
        for (EventPlan.Share share : now.shares()) {
            TextField field = LessonForms.field("event-share-" + share.part(), Integer.toString(share.hundredths()), 3);
            field.setOnAction(pressed -> {
                int typed = LessonForms.number(field.getText());
                change(goer.with(share.part(), typed < 0 || typed > 100 ? null : Integer.valueOf(typed)));
            });
            field.setAccessibleText(share.part().text());
            Label why = Widgets.label(share.isOwn() ? "strong" : "soft", share.why());
            grid.addRow(row++, new Label(share.part().text()), field, new Label(Texts.of("event.hundredths")), why);
        }
        Label hint = Widgets.label("soft", Texts.of("event.own.hint"));
        grid.add(hint, 0, row, 4, 1);
        return grid;
    }

    private static GridPane weeks(EventPlan now) {
        GridPane grid = new GridPane();
        grid.setId("event-weeks");
        grid.setHgap(18);
        grid.setVgap(3);
        grid.add(Widgets.label("section-heading", Texts.of("event.week")), 0, 0);
        grid.add(Widgets.label("section-heading", Texts.of("event.think")), 1, 0);
        for (EventPlan.Part part : EventPlan.Part.values()) {
            grid.add(Widgets.label("section-heading", part.text()), 2 + part.ordinal(), 0);
        }
        int row = 1;
        for (EventPlan.Week week : now.weeks()) {
            Label days = new Label(Texts.of("event.days", DayField.shown(week.from()), DayField.shown(week.to())));
            days.setMinWidth(Region.USE_PREF_SIZE);
            if (week.isLast()) {
                days.getStyleClass().add("strong");
            }
            grid.add(days, 0, row);
            grid.add(new Label(Integer.toString(week.think())), 1, row);
            for (EventPlan.Part part : EventPlan.Part.values()) {
                grid.add(new Label(Integer.toString(week.minutes().getOrDefault(part, 0))), 2 + part.ordinal(), row);
            }
            row++;
        }
        return grid;
    }
}
