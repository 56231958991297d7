package org.zeroply.desktop.task;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.kit.FormParts;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.task.Item;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.MarkedScript.MarkedItem;
import org.zeroply.task.SchemeRows;
import org.zeroply.task.SchemeRows.MarkCell;
import org.zeroply.task.Task;
import org.zeroply.task.TickedScript;
import org.zeroply.task.Want;

/** The marking sheets of a paper, with a box for everything that a script may have. */
final class TickSheet extends VBox {
    private static final double WIDTH = 700;
    private static final PseudoClass AGAINST = PseudoClass.getPseudoClass("against");

    private final TickedPaper paper;
    private final Language language;
    private final Label sum = Widgets.label("strong", "");
    private final Label legend = Widgets.wrapped("soft");
    private final List<Tick> ticks = new ArrayList<>();
    private final List<Label> sums = new ArrayList<>();

    private record Tick(int place, Want want, CheckBox box) {}

    /** @param language the letters of the moves */
    TickSheet(TickedPaper paper, Language language) {
        super(10);
        this.paper = paper;
        this.language = language;
        Label help = Widgets.wrapped("soft");
        help.setText(Texts.of("tick.help"));
        sum.setId("tick-sum");
        sum.setMinWidth(Region.USE_PREF_SIZE);
        VBox tasks = new VBox(4);
        for (int place = 0; place < paper.tasks().size(); place++) {
            tasks.getChildren().add(task(place));
        }
        HBox foot = new HBox(14, sum, legend);
        foot.setAlignment(Pos.BASELINE_LEFT);
        getChildren().addAll(help, ScriptsIn.scrolling(tasks), foot);
        setPrefWidth(WIDTH);
        paper.changesProperty().subscribe(changed -> show());
    }

    private Node task(int place) {
        Task task = paper.tasks().get(place);
        Label points = Widgets.label("soft", "");
        sums.add(points);
        TextField minutes = new TextField();
        minutes.setId("tick-minutes-" + (place + 1));
        minutes.setPrefColumnCount(3);
        minutes.setMinWidth(Region.USE_PREF_SIZE);
        minutes.textProperty().subscribe(text -> {
            if (FormParts.isRight(minutes, text.strip().matches("\\d{0,3}"))) {
                paper.used(place, text.isBlank() ? 0 : Long.parseLong(text.strip()));
            }
        });
        HBox head = new HBox(
                10,
                Widgets.label(
                        "strong", Texts.of("tick.task", place + 1, task.kind().title())),
                points,
                Widgets.space(),
                new Label(Texts.of("tick.minutes")),
                minutes);
        head.setAlignment(Pos.BASELINE_LEFT);
        VBox box = new VBox(2, head);
        Set<Want> shown = new HashSet<>();
        for (SchemeRows.Row row : SchemeRows.of(task, language)) {
            box.getChildren().add(row(place, row, shown));
        }
        // What hangs on a move that the solution does not have.
        task.scheme()
                .all()
                .filter(item -> item instanceof Item.Single single && !shown.contains(single.want()))
                .map(item -> new MarkCell((Item.Single) item, null, true))
                .forEach(cell -> box.getChildren()
                        .add(row(
                                place,
                                new SchemeRows.Row(GameTree.ROOT, 0, cell.item().label(), "", "", true, List.of(cell)),
                                shown)));
        if (task.scheme().items().isEmpty()) {
            box.getChildren().add(Widgets.label("soft", Texts.of("tick.none")));
        }
        box.setPadding(new Insets(0, 14, 10, 0));
        return box;
    }

    private Node row(int place, SchemeRows.Row row, Set<Want> shown) {
        Label moves = Widgets.label(row.marks().isEmpty() ? "row-side" : "row-main", row.moves());
        moves.setMinWidth(Region.USE_PREF_SIZE);
        HBox box = new HBox(
                10,
                SolutionPane.indent(row.indent()),
                moves,
                Widgets.label("row-comment", row.opinion()),
                Widgets.space());
        box.setAlignment(Pos.CENTER_LEFT);
        box.getStyleClass().add("tick-row");
        for (MarkCell cell : row.marks()) {
            shown.add(cell.item().want());
            box.getChildren().add(box(place, row.moves(), cell));
        }
        return box;
    }

    private CheckBox box(int place, String moves, MarkCell cell) {
        Want want = cell.item().want();
        String kind = Items.kind(cell);
        CheckBox box = new CheckBox(Texts.of("tick.box", kind, Items.points(cell)));
        box.setId("tick-" + (ticks.size() + 1));
        box.getStyleClass().add("tick");
        box.setMinWidth(Region.USE_PREF_SIZE);
        box.setAccessibleText(moves + ", " + box.getText());
        box.setDisable(!TickedScript.isOnPaper(want));
        box.setOnAction(event -> paper.tick(place, want, box.isSelected()));
        ticks.add(new Tick(place, want, box));
        return box;
    }

    private static Stream<MarkedItem> all(MarkedItem item) {
        return Stream.concat(Stream.of(item), item.parts().stream().flatMap(TickSheet::all));
    }

    /** Shows what marking made of the ticks: moves may show more, and what contradicts does not count. */
    private void show() {
        boolean moreShown = false;
        boolean anyAgainst = false;
        for (int place = 0; place < sums.size(); place++) {
            MarkedScript marked = paper.marked(place);
            sums.get(place).setText(Texts.of("results.points", marked.points(), marked.outOf()));
            Set<Want> met = marked.items().stream()
                    .flatMap(TickSheet::all)
                    .filter(MarkedItem::isMet)
                    .flatMap(each ->
                            each.item() instanceof Item.Single single ? Stream.of(single.want()) : Stream.empty())
                    .collect(Collectors.toSet());
            for (Tick tick : ticks) {
                if (tick.place() == place) {
                    boolean isTicked = paper.isTicked(place, tick.want());
                    boolean isMet = met.contains(tick.want());
                    tick.box().setSelected(isTicked);
                    tick.box().setIndeterminate(isMet && !isTicked);
                    tick.box().pseudoClassStateChanged(AGAINST, isTicked && !isMet);
                    moreShown |= isMet && !isTicked;
                    anyAgainst |= isTicked && !isMet;
                }
            }
        }
        sum.setText(Texts.of("results.points", paper.points(), paper.outOf()));
        legend.setText(anyAgainst ? Texts.of("tick.against") : moreShown ? Texts.of("tick.shown") : "");
    }
}
