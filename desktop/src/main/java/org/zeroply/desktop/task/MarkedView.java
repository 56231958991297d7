package org.zeroply.desktop.task;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.GroupResult;
import org.zeroply.coaching.MarkedSitting;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Sitting.Attempt;
import org.zeroply.desktop.board.BoardRoom;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.task.MarkedPage;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.Points;
import org.zeroply.task.SchemeRows;
import org.zeroply.task.Skill;
import org.zeroply.task.Task;

/** A marked script: what was written with the points in the margin, every item with its reason, and what was missing. */
public final class MarkedView extends BorderPane {
    private static final double BAR = 180;

    /** What the marked script asks of the window around it. */
    public interface Actions {
        void award(int place, int row);

        void removeAward(int place, Award award);

        void print();

        void close();

        /** Asks the calculator about the end of a line that the solution does not have. */
        void opinion(Position end, Consumer<String> told);
    }

    private final Actions actions;
    private final BoardView board = new BoardView();
    private final Label at = Widgets.wrapped("strong");
    private final Map<Long, String> opinions = new HashMap<>();
    private MarkedSitting whole;
    private GroupResult others;
    private int place;
    private List<Position> stepping = List.of();
    private int step;
    private boolean solution;

    /**
     * @param others what others earned on this paper
     */
    public MarkedView(MarkedSitting whole, GroupResult others, Actions actions) {
        this.whole = whole;
        this.others = others;
        this.actions = actions;
        getStyleClass().add("marked");
        addEventFilter(KeyEvent.KEY_PRESSED, this::keys);
        setFocusTraversable(true);
        show();
    }

    /** Shows another state of the sitting, after an award. */
    public void show(MarkedSitting next, GroupResult group) {
        whole = next;
        others = group;
        show();
    }

    private Sitting sitting() {
        return whole.sitting();
    }

    private Attempt attempt() {
        return sitting().tasks().get(place);
    }

    private MarkedScript marked() {
        return whole.scripts().get(place);
    }

    private void keys(KeyEvent event) {
        @Nullable
        Runnable action = switch (event.getCode()) {
            case ENTER -> this::next;
            case ESCAPE -> actions::close;
            case S -> this::toggleSolution;
            case H -> () -> actions.award(place, 0);
            case P -> actions::print;
            case LEFT -> () -> step(step - 1);
            case RIGHT -> () -> step(step + 1);
            default -> null;
        };
        if (action != null) {
            action.run();
            event.consume();
        }
    }

    private void next() {
        if (place < sitting().tasks().size() - 1) {
            place++;
            solution = false;
            show();
        } else {
            actions.close();
        }
    }

    private void toggleSolution() {
        solution = !solution;
        show();
    }

    private void show() {
        MarkedScript marked = marked();
        Task task = attempt().task();
        setTop(head(marked));
        setLeft(left(task, marked));
        setCenter(solution ? solution(task) : written(task, marked));
        setRight(side());
        walk(List.of(task.start()), 0);
        requestFocus();
    }

    private Node head(MarkedScript marked) {
        Label title = Widgets.label("app-name", Texts.of("marked.title"));
        String name = sitting().student().name()
                + (sitting().student().rating() > 0 ? " (" + sitting().student().rating() + ")" : "");
        Label about = new Label(Texts.of(
                "marked.about",
                name,
                place + 1,
                sitting().tasks().size(),
                Texts.of(
                        "marked.end." + attempt().end(),
                        TaskTexts.clock(attempt().clock().used())),
                attempt().task().minutes()));
        about.setMinWidth(0);
        Region space = Widgets.space();
        Points byHand = attempt().awarded();
        Label points = new Label(marked.points().toString());
        points.setId("marked-points");
        points.getStyleClass().add("marked-points");
        Label outOf = Widgets.label(
                "strong",
                byHand.isZero()
                        ? Texts.of("marked.outOf", marked.outOf())
                        : Texts.of("marked.outOf.award", byHand, marked.outOf()));
        Label paper = Widgets.label(
                "soft",
                Texts.of("marked.paper", whole.result().points(), whole.result().outOf()));
        HBox head = new HBox(10, title, about, space, points, outOf, paper);
        head.setAlignment(Pos.BASELINE_LEFT);
        head.getStyleClass().add("marked-head");
        return head;
    }

    private Node left(Task task, MarkedScript marked) {
        board.playableProperty().set(false);
        board.flippedProperty().set(task.solver() == Side.BLACK);
        board.setMinSize(250, 250);
        Label where = Widgets.label("tasks-facts", Texts.of("marked.where").toUpperCase(Locale.ROOT));
        GridPane bars = new GridPane();
        bars.getStyleClass().add("marked-bars");
        int row = 0;
        double most = marked.bySkill().values().stream()
                .mapToDouble(sum -> sum.outOf().halves())
                .max()
                .orElse(1);
        for (Map.Entry<Skill, MarkedScript.Sum> each : marked.bySkill().entrySet()) {
            MarkedScript.Sum sum = each.getValue();
            Region full = new Region();
            full.getStyleClass().add("bar-full");
            full.setPrefSize(BAR * sum.points().halves() / most, 11);
            full.setMinWidth(Region.USE_PREF_SIZE);
            Region rest = new Region();
            rest.getStyleClass().add("bar-rest");
            rest.setPrefSize(
                    BAR * Math.max(0, sum.outOf().halves() - sum.points().halves()) / most, 11);
            rest.setMinWidth(Region.USE_PREF_SIZE);
            HBox bar = new HBox(full, rest);
            bar.setAlignment(Pos.CENTER_LEFT);
            bars.addRow(
                    row++,
                    new Label(each.getKey().title()),
                    bar,
                    new Label(Texts.of("marked.sum", sum.points(), sum.outOf())));
        }
        Label advice = Widgets.wrapped("sitting-text");
        advice.setText(whole.result().advice());
        Widgets.present(advice, false);
        // The student may look at this page; advice is the coach's.
        Button forCoach = Widgets.quietButton(
                "marked.advice", "marked-advice", () -> Widgets.present(advice, !advice.isVisible()));
        VBox pane = new VBox(10, board, at, where, bars, forCoach, advice);
        pane.getStyleClass().add("marked-left");
        ScrollPane scroll = new ScrollPane(pane);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("branches-scroll");
        BoardRoom.share(this, scroll, board, 400, 0.28, 430, 50);
        return scroll;
    }

    private Node written(Task task, MarkedScript marked) {
        VBox box = new VBox();
        box.setId("marked-written");
        box.getStyleClass().add("marked-sheet");
        box.getChildren().add(caption("marked.asWritten"));
        MarkedPage page = MarkedPage.of(task, attempt().script(), marked);
        page.choice().ifPresent(choice -> box.getChildren().add(choice(choice)));
        page.rows().forEach(row -> box.getChildren().add(line(row)));
        if (!attempt().awards().isEmpty()) {
            box.getChildren().add(caption("marked.awards"));
            for (Award award : attempt().awards()) {
                Button remove = new Button(Texts.of("marked.award.remove"));
                remove.getStyleClass().add("more-toggle");
                remove.setOnAction(event -> actions.removeAward(place, award));
                Label text = Widgets.wrapped("sitting-text");
                text.setText(Texts.of(
                        "marked.award." + Math.min(1, award.row()), award.points(), award.row(), award.note()));
                HBox row = new HBox(10, text, remove);
                row.setAlignment(Pos.CENTER_LEFT);
                row.getStyleClass().add("marked-missing");
                box.getChildren().add(row);
            }
        }
        if (!page.missed().isEmpty()) {
            box.getChildren().add(caption("marked.missing"));
            for (MarkedPage.Missed missed : page.missed()) {
                Label points = Widgets.label("missing-points", missed.worth().toString());
                points.setMinWidth(30);
                Label text = Widgets.wrapped("");
                text.setText(missed.label() + ": " + missed.reason());
                HBox.setHgrow(text, Priority.ALWAYS);
                HBox row = new HBox(6, points, text);
                row.getStyleClass().add("marked-missing");
                box.getChildren().add(row);
            }
        }
        ScrollPane scroll = new ScrollPane(box);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().addAll("branches-scroll", "marked-scroll");
        return scroll;
    }

    private static String reasons(List<MarkedPage.Earned> earned) {
        return earned.stream()
                .map(each -> Texts.of("marked.reason", each.reason(), each.points()))
                .collect(Collectors.joining("; "));
    }

    private VBox choice(MarkedPage.Choice choice) {
        String move = choice.isMove() && choice.move().isEmpty() ? Texts.of("marked.noChoice") : choice.move();
        return row(
                choice.points(),
                move,
                choice.isMove() ? Texts.of("marked.choice") : "",
                reasons(choice.earned()),
                "",
                () -> walk(choice.way(), choice.way().size() - 1));
    }

    private Node line(MarkedPage.Row written) {
        Position end = written.counted().getLast();
        StringBuilder apart = new StringBuilder(written.uncounted());
        if (written.isOutside()) {
            String said = opinions.get(end.key());
            if (said == null) {
                opinions.put(end.key(), "");
                actions.opinion(end, told -> {
                    opinions.put(end.key(), told);
                    if (!solution) {
                        setCenter(written(attempt().task(), marked()));
                    }
                });
            }
            apart.append(apart.isEmpty() ? "" : ". ")
                    .append(Texts.of("marked.outside"))
                    .append(said == null || said.isEmpty() ? "" : " " + Texts.of("marked.calculator", said));
        }
        VBox row = row(
                written.points(),
                "  ".repeat(Math.min(6, written.indent())) + written.inFull(),
                written.verdict(),
                reasons(written.earned()),
                apart.toString(),
                () -> walk(written.counted(), written.counted().size() - 1));
        if (written.isOutside()) {
            Button award = new Button(Texts.of("marked.award.give"));
            award.getStyleClass().add("more-toggle");
            award.setOnAction(event -> actions.award(place, written.number()));
            HBox under = new HBox(award);
            under.getStyleClass().add("marked-under");
            row.getChildren().add(under);
        }
        return row;
    }

    private static VBox row(Points points, String moves, String verdict, String reason, String apart, Runnable show) {
        return row(points, apart.isEmpty() ? "0" : "–", moves, verdict, reason, apart, show);
    }

    /**
     * @param none what stands in the margin where there are no points
     */
    private static VBox row(
            Points points, String none, String moves, String verdict, String reason, String apart, Runnable show) {
        Label margin = new Label(points.isZero() ? none : points.toString());
        margin.getStyleClass().addAll("margin-points", points.isZero() ? "margin-zero" : "margin-earned");
        margin.setMinWidth(34);
        Label text = Widgets.wrapped("script-moves");
        text.setText(moves);
        HBox.setHgrow(text, Priority.ALWAYS);
        text.setMaxWidth(Double.MAX_VALUE);
        Label right = Widgets.label("mark-kind", verdict);
        right.setMinWidth(Region.USE_PREF_SIZE);
        HBox first = new HBox(8, margin, text, right);
        first.setAlignment(Pos.BASELINE_LEFT);
        VBox box = new VBox(1, first);
        box.getStyleClass().add("marked-row");
        for (String said : List.of(reason, apart)) {
            if (!said.isEmpty()) {
                Label under = Widgets.wrapped(said.equals(reason) ? "marked-reason" : "marked-apart");
                under.setText(said);
                box.getChildren().add(under);
            }
        }
        box.setOnMouseClicked(event -> show.run());
        return box;
    }

    private static Label caption(String key) {
        return Widgets.label("marked-caption", Texts.of(key).toUpperCase(Locale.ROOT));
    }

    /** The solution tree to be played through. */
    private Node solution(Task task) {
        VBox box = new VBox();
        box.getStyleClass().add("marked-sheet");
        box.getChildren().add(caption("marked.solution"));
        for (SchemeRows.Row row : SchemeRows.of(task, attempt().script().language())) {
            List<Position> line = task.solution().positionsAlong(task.solution().pathTo(row.node()));
            String said =
                    row.comment() + (row.comment().isEmpty() || row.opinion().isEmpty() ? "" : " · ") + row.opinion();
            box.getChildren()
                    .add(row(
                            row.marks().stream()
                                    .map(cell -> cell.item().points())
                                    .reduce(Points.ZERO, Points::plus),
                            "",
                            "  ".repeat(row.indent()) + row.moves(),
                            "",
                            said,
                            "",
                            () -> walk(line, line.size() - 1)));
        }
        ScrollPane scroll = new ScrollPane(box);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().addAll("branches-scroll", "marked-scroll");
        return scroll;
    }

    private Node side() {
        Label heading = Widgets.label("tasks-facts", Texts.of("marked.others").toUpperCase(Locale.ROOT));
        RatingPlot plot = new RatingPlot();
        plot.show(others, sitting().student());
        boolean last = place == sitting().tasks().size() - 1;
        VBox buttons = new VBox(
                8,
                wide(last ? "marked.close" : "marked.next", "Enter", "marked-next", () -> next()),
                wide(solution ? "marked.script" : "marked.play", "S", "marked-solution", () -> toggleSolution()),
                wide("marked.award.button", "H", "marked-award", () -> actions.award(place, 0)),
                wide("marked.print", "P", "marked-print", actions::print),
                wide("marked.back", "Esc", "marked-back", actions::close));
        VBox pane = new VBox(10, heading, plot, buttons);
        pane.getStyleClass().add("marked-side");
        pane.setPrefWidth(230);
        pane.setMinWidth(230);
        return pane;
    }

    private static Button wide(String key, String shortcut, String id, Runnable action) {
        Label name = Widgets.label("strong", Texts.of(key));
        Region space = Widgets.space();
        Label keys = Widgets.label("soft", shortcut);
        HBox content = new HBox(name, space, keys);
        Button button = new Button();
        button.setGraphic(content);
        button.setAccessibleText(Texts.of(key));
        content.prefWidthProperty().bind(button.widthProperty().subtract(26));
        button.setId(id);
        button.setMaxWidth(Double.MAX_VALUE);
        button.setFocusTraversable(false);
        button.setOnAction(event -> action.run());
        return button;
    }

    // ---- the board

    private void walk(List<Position> positions, int to) {
        stepping = List.copyOf(positions);
        step(to);
    }

    private void step(int to) {
        step = Math.max(0, Math.min(to, stepping.size() - 1));
        board.positionProperty().set(stepping.get(step));
        boolean start = step == 0;
        Task task = attempt().task();
        board.ownMarks().setAll(start ? task.drawn() : List.of());
        board.lastMoveProperty().set(start && task.last() != null ? task.last().move() : null);
        at.setText(start ? TaskTexts.toMove(task) : Texts.of("marked.at", step, stepping.size() - 1));
    }
}
