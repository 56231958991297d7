package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.RepertoireReader;
import org.zeroply.repertoire.RepertoireReader.Conflict;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** The positions to which an import brought another answer, each with a choice of what to keep. Passive. */
public final class ConflictsForm extends VBox {
    private record Choice(Conflict conflict, ChoiceBox<Optional<Move>> box) {}

    private final List<Choice> choices = new ArrayList<>();

    public ConflictsForm(RepertoireReader.Taken taken, Language language) {
        super(8);
        Label text = Widgets.wrapped("soft");
        text.setText(Texts.of("conflicts.text", taken.conflicts().size()));
        GridPane grid = new GridPane();
        grid.setHgap(12);
        grid.setVgap(6);
        int row = 0;
        for (Conflict conflict : taken.conflicts()) {
            Repertoire.Node node = taken.repertoire().node(conflict.node());
            List<Optional<Move>> options = Stream.concat(
                            Stream.of(Optional.<Move>empty()),
                            Stream.concat(conflict.old().stream(), conflict.fresh().stream())
                                    .map(Optional::of))
                    .toList();
            ChoiceBox<Optional<Move>> box = Choices.of(
                    options,
                    option -> option.map(move -> name(node.position(), move, conflict, language))
                            .orElse(Texts.of("conflicts.all")));
            box.setId("conflict-" + row);
            String line = San.line(
                    Position.START,
                    taken.repertoire().wayTo(node.id()).stream()
                            .map(step -> step.edge().move())
                            .toList(),
                    language);
            Label where = Widgets.wrapped("finding-head");
            where.setText(line.isEmpty() ? Texts.of("card.start") : line);
            where.setPrefWidth(380);
            grid.addRow(row++, where, box);
            choices.add(new Choice(conflict, box));
        }
        ScrollPane scroll = new ScrollPane(grid);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("branches-scroll");
        scroll.setPrefSize(640, 320);
        getChildren().addAll(text, scroll);
    }

    private static String name(Position position, Move move, Conflict conflict, Language language) {
        String name = San.line(position, List.of(move), language);
        return Texts.of(conflict.old().contains(move) ? "conflicts.old" : "conflicts.fresh", name);
    }

    /** The repertoire as the choices leave it. */
    public Repertoire decided(Repertoire taken) {
        Repertoire left = taken;
        for (Choice choice : choices) {
            Optional<Move> kept = choice.box().getValue();
            if (kept.isPresent()) {
                left = RepertoireReader.keepOnly(left, choice.conflict(), kept.get());
            }
        }
        return left;
    }
}
