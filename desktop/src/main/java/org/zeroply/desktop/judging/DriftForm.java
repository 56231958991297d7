package org.zeroply.desktop.judging;

import java.util.List;
import java.util.Optional;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import org.zeroply.desktop.judging.CoachModel.DriftStart;
import org.zeroply.desktop.kit.Choices;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.CoachRemarks;

/** Asks where a drift that ends with the current move began, where its root is, and what the wrong plan was. */
public final class DriftForm extends GridPane {
    private final ChoiceBox<DriftStart> from;
    private final ChoiceBox<DriftStart> root;
    private final TextField words = new TextField();

    /** @param starts at least one */
    public DriftForm(List<DriftStart> starts, Optional<CoachRemarks.Drift> marked) {
        getStyleClass().add("form");
        from = Choices.of(starts, DriftStart::name);
        from.setId("drift-from");
        root = Choices.of(starts, DriftStart::name);
        root.setId("drift-root");
        words.setId("drift-words");
        words.setPromptText(Texts.of("drift.words.prompt"));
        words.setPrefWidth(340);
        from.setValue(start(starts, marked.map(CoachRemarks.Drift::halfMoves).orElse(4)));
        root.setValue(start(starts, marked.map(CoachRemarks.Drift::root).orElse(4)));
        words.setText(marked.map(CoachRemarks.Drift::text).orElse(""));
        // A root is never after the beginning.
        from.valueProperty().subscribe(chosen -> {
            if (root.getValue().halfMoves() < chosen.halfMoves()) {
                root.setValue(chosen);
            }
        });
        root.valueProperty().subscribe(chosen -> {
            if (chosen.halfMoves() < from.getValue().halfMoves()) {
                from.setValue(chosen);
            }
        });
        addRow(0, new Label(Texts.of("drift.from")), from);
        addRow(1, new Label(Texts.of("drift.root")), root);
        addRow(2, new Label(Texts.of("drift.words")), words);
    }

    private static DriftStart start(List<DriftStart> starts, int halfMoves) {
        return starts.stream()
                .filter(start -> start.halfMoves() >= halfMoves)
                .findFirst()
                .orElse(starts.getLast());
    }

    public CoachRemarks.Drift drift() {
        return new CoachRemarks.Drift(
                from.getValue().halfMoves(),
                root.getValue().halfMoves(),
                words.getText().strip());
    }
}
