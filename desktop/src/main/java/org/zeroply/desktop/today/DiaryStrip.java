package org.zeroply.desktop.today;

import java.time.DayOfWeek;
import java.util.List;
import java.util.stream.Collectors;
import javafx.geometry.HPos;
import javafx.geometry.Pos;
import javafx.geometry.VPos;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.RowConstraints;
import org.zeroply.coaching.Event;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;

/** Six weeks at a look: lessons as bars by their minutes, homework that is due, events. */
final class DiaryStrip extends GridPane {
    private static final double NAMES = 74;
    private static final double BARS = 26;
    private static final double[] ROWS = {16, 20, 30, 20, 22};
    private static final double TALLEST = 120;

    /** One for all days: a window of its own for each would take longer than all the rest. */
    private final Tooltip tooltip = new Tooltip();

    DiaryStrip() {
        Tooltip.install(this, tooltip);
        getStyleClass().add("diary-strip");
        setId("diary-strip");
        setMinHeight(USE_PREF_SIZE);
    }

    void show(List<TodayPage.Day> days) {
        getChildren().clear();
        ColumnConstraints names = new ColumnConstraints(NAMES, USE_COMPUTED_SIZE, USE_PREF_SIZE);
        getColumnConstraints().setAll(names);
        getRowConstraints().clear();
        for (double least : ROWS) {
            // Taller where letters are larger.
            getRowConstraints().add(new RowConstraints(least, USE_COMPUTED_SIZE, USE_PREF_SIZE));
        }
        String[] titles = {"strip.days", "strip.lessons", "strip.due", "strip.events"};
        for (int row = 0; row < titles.length; row++) {
            add(Widgets.label("soft", Texts.of(titles[row])), 0, row + 1);
        }
        for (int row = 1; row <= 3 && !days.isEmpty(); row++) {
            Region rule = new Region();
            rule.getStyleClass().add("strip-rule");
            rule.setMouseTransparent(true);
            rule.setMaxHeight(1);
            setValignment(rule, VPos.BOTTOM);
            add(rule, 1, row, days.size(), 1);
        }
        for (int i = 0; i < days.size(); i++) {
            ColumnConstraints column = new ColumnConstraints(0, 26, Double.MAX_VALUE);
            column.setHgrow(Priority.ALWAYS);
            column.setFillWidth(true);
            getColumnConstraints().add(column);
            day(i, days.get(i));
        }
        events(days);
    }

    private void day(int at, TodayPage.Day day) {
        column(at, day);
        if (at % 7 == 0) {
            Label week =
                    Widgets.label("strip-week", at == 0 ? Texts.of("strip.today") : Texts.of("strip.week", at / 7));
            week.setMinWidth(Region.USE_PREF_SIZE);
            add(week, at + 1, 0, 7, 1);
        }
        boolean isFirst = day.day().getDayOfMonth() == 1;
        Label number = Widgets.label(
                at == 0 || isFirst ? "strip-now" : "strip-day",
                Integer.toString(day.day().getDayOfMonth()));
        number.setMinWidth(0);
        put(number, at, 1, VPos.CENTER);
        if (!day.minutes().isEmpty()) {
            HBox bars = new HBox(2);
            bars.setAlignment(Pos.BOTTOM_CENTER);
            for (int minutes :
                    day.minutes().subList(0, Math.min(3, day.minutes().size()))) {
                Region bar = new Region();
                bar.getStyleClass().add("strip-bar");
                double height = Math.clamp(BARS * minutes / TALLEST, 5, BARS);
                bar.setMinSize(4, height);
                bar.setMaxSize(4, height);
                bars.getChildren().add(bar);
            }
            put(bars, at, 2, VPos.BOTTOM);
        }
        if (day.due() > 0) {
            put(Widgets.label("strip-due", Integer.toString(day.due())), at, 3, VPos.CENTER);
        }
    }

    /** What is said of a day lies in its column, under what the mouse is to find. */
    private void put(Region content, int at, int row, VPos where) {
        content.setMouseTransparent(true);
        content.setMaxWidth(USE_PREF_SIZE);
        setHalignment(content, HPos.CENTER);
        setValignment(content, where);
        add(content, at + 1, row);
    }

    /** The ground of a day, through all rows but that of the events: it tells of the day. */
    private void column(int at, TodayPage.Day day) {
        Region column = new Region();
        column.getStyleClass().add("strip-column");
        if (day.day().getDayOfWeek().compareTo(DayOfWeek.SATURDAY) >= 0) {
            column.getStyleClass().add("strip-weekend");
        }
        String told = told(day);
        column.setAccessibleText(told);
        column.setOnMouseEntered(event -> tooltip.setText(told));
        add(column, at + 1, 1, 1, 3);
    }

    private static String told(TodayPage.Day day) {
        String events = day.events().stream().map(Event::name).collect(Collectors.joining(", "));
        return Texts.of(
                "strip.told",
                DayField.weekday(day.day()),
                day.minutes().size(),
                day.minutes().stream().mapToInt(Integer::intValue).sum(),
                day.due(),
                events.isEmpty() ? Texts.of("strip.noEvent") : events);
    }

    private void events(List<TodayPage.Day> days) {
        for (int i = 0; i < days.size(); i++) {
            for (Event event : days.get(i).events()) {
                boolean isFirst = i == 0 || !days.get(i - 1).events().contains(event);
                if (isFirst) {
                    int to = i;
                    while (to + 1 < days.size() && days.get(to + 1).events().contains(event)) {
                        to++;
                    }
                    Region line = new Region();
                    line.getStyleClass().add("strip-event-line");
                    line.setMaxHeight(4);
                    GridPane.setValignment(line, VPos.BOTTOM);
                    add(line, i + 1, 4, to - i + 1, 1);
                    Label name = Widgets.label("strip-event", event.name());
                    name.setMinWidth(0);
                    int room = Math.min(8, days.size() - i);
                    add(name, i + 1, 4, room, 1);
                }
            }
        }
    }
}
