package org.zeroply.desktop.reading;

import java.util.List;
import java.util.Optional;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import javafx.animation.Animation;
import javafx.animation.PauseTransition;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextArea;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.SVGPath;
import javafx.util.Duration;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.game.SignShapes;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Walking;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.CurtainAnswer;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** Beside the move one is at: its signs, its note, and the branches that stand against each other here. */
final class NotesPane extends VBox {
    private static final Duration SETTLED = Duration.millis(300);

    private final OpenGame model;
    private final IntFunction<Optional<Move>> best;
    private final Label heading = new Label();
    private final FlowPane signs = new FlowPane(3, 3);
    private final Label before = new Label();
    private final TextArea note = new TextArea();
    private final Label said = new Label();
    private final VBox branches = new VBox();
    private final PauseTransition settle = new PauseTransition(SETTLED);
    private int noteOf = GameTree.ROOT;
    private final Walking following = new Walking(this::showBranches);
    private boolean showing;

    /** @param best the best move found where a move was played, if it is known */
    NotesPane(OpenGame model, IntFunction<Optional<Move>> best) {
        this.model = model;
        this.best = best;
        getStyleClass().add("notes");
        heading.getStyleClass().add("section-heading");
        before.getStyleClass().add("note-before");
        before.setWrapText(true);
        note.getStyleClass().add("note");
        note.setId("note");
        note.setMinHeight(70);
        note.setWrapText(true);
        note.setPromptText(Texts.of("notes.prompt"));
        note.setAccessibleText(Texts.of("notes.accessible"));
        for (int sign : SignShapes.OFFERED) {
            signs.getChildren().add(signButton(sign));
        }
        ScrollPane scroll = Widgets.scrolled(branches);
        scroll.getStyleClass().add("branches-scroll");
        VBox.setVgrow(scroll, Priority.ALWAYS);
        said.getStyleClass().add("note-said");
        said.setWrapText(true);
        said.setId("note-said");
        getChildren().addAll(heading, signs, before, note, said, scroll);
        note.textProperty().subscribe(() -> {
            if (!showing) {
                settle.playFromStart();
            }
        });
        settle.setOnFinished(event -> keep());
        note.focusedProperty().subscribe(focused -> {
            if (!focused) {
                keep();
            }
        });
        // The strip is the last thing that a change of game or move sets, so everything fits together by then.
        model.spotProperty().subscribe(() -> show());
        show();
    }

    TextArea note() {
        return note;
    }

    private ToggleButton signButton(int sign) {
        ToggleButton button = new ToggleButton();
        button.setGraphic(SignShapes.draw(sign));
        button.getStyleClass().add("sign");
        button.setUserData(sign);
        button.setTooltip(new Tooltip(SignShapes.meaning(sign)));
        button.setAccessibleText(SignShapes.meaning(sign));
        button.setFocusTraversable(false);
        button.setOnAction(event -> {
            keep();
            model.toggleSign(sign);
        });
        return button;
    }

    /** Keeps what is typed, for the move it was typed at. */
    void keep() {
        settle.stop();
        model.note(noteOf, note.getText());
    }

    /**
     * What was said under the curtain, as a sentence.
     *
     * @param played the move that was played then; empty where that is plain
     */
    static String saidText(CurtainAnswer answer, String played) {
        String who = answer.student().isEmpty() ? Texts.of("curtain.someone") : answer.student();
        String what = played.isEmpty()
                ? Texts.of("curtain.said", who, answer.move())
                : Texts.of("curtain.saidBefore", who, answer.move(), played);
        return answer.reason().isEmpty() ? what : what + ": " + answer.reason();
    }

    /** What was said, and what became of it now that the curtain is up. */
    private String told(CurtainAnswer answer, GameNode node) {
        String text = saidText(answer, "");
        if (node.move() == null) {
            return text;
        }
        Move move = San.read(model.tree().positionAt(node.parent()), answer.move());
        boolean isPlayed = node.played().equals(move);
        boolean isBest =
                move != null && best.apply(node.id()).filter(move::equals).isPresent();
        String became = isPlayed && isBest
                ? "curtain.became.both"
                : isPlayed ? "curtain.became.played" : isBest ? "curtain.became.best" : "";
        return became.isEmpty() ? text : text + " " + Texts.of(became);
    }

    private void show() {
        if (model.isCurtainDown()) {
            // The pane is covered; what is typed in it belongs to the move that was left.
            return;
        }
        int now = model.nodeProperty().get();
        if (noteOf != now && model.tree().has(noteOf) && settle.getStatus() == Animation.Status.RUNNING) {
            // Walking on ends the edit of the move that is left.
            String typed = note.getText();
            int typedAt = noteOf;
            noteOf = now;
            settle.stop();
            model.note(typedAt, typed);
        }
        noteOf = now;
        GameNode node = model.current();
        heading.setText(model.currentName());
        before.setText(node.before());
        Widgets.present(before, !node.before().isEmpty());
        List<CurtainAnswer> answers = CurtainAnswer.of(node);
        said.setText(answers.stream().map(each -> told(each, node)).collect(Collectors.joining("\n")));
        Widgets.present(said, !answers.isEmpty());
        showing = true;
        try {
            if (!note.getText().equals(node.after())) {
                note.setText(node.after());
            }
        } finally {
            showing = false;
        }
        signs.getChildren().forEach(button -> {
            if (button instanceof ToggleButton toggle && toggle.getUserData() instanceof Integer sign) {
                toggle.setSelected(node.signs().contains(sign));
                toggle.setDisable(sign < 10 && node.move() == null);
            }
        });
        following.step();
    }

    private void showBranches() {
        GameNode node = model.current();
        branches.getChildren().clear();
        if (node.parent() >= 0) {
            List<Integer> siblings = model.tree().node(node.parent()).children();
            if (siblings.size() > 1) {
                list(Texts.of("branches.instead"), node.parent(), siblings);
            }
        }
        if (!node.children().isEmpty()) {
            list(
                    Texts.of(node.children().size() > 1 ? "branches.next" : "branches.nextOne"),
                    node.id(),
                    node.children());
        }
    }

    private void list(String title, int parent, List<Integer> moves) {
        Label label = Widgets.label("section-heading", title);
        branches.getChildren().add(label);
        Position before = model.tree().positionAt(parent);
        for (int i = 0; i < moves.size(); i++) {
            branches.getChildren().add(row(before, moves.get(i), i, moves.size()));
        }
    }

    private HBox row(Position before, int id, int index, int count) {
        GameNode node = model.tree().node(id);
        Label move = new Label(
                MoveNames.of(before, node.played(), model.languageProperty().get()));
        move.getStyleClass().add(id == model.nodeProperty().get() ? "branch-current" : "branch-move");
        Label said = Widgets.label(
                "branch-note",
                node.after().isEmpty()
                        ? continuation(id)
                        : node.after().lines().findFirst().orElse(""));
        said.setMinWidth(0);
        HBox.setHgrow(said, Priority.ALWAYS);
        said.setMaxWidth(Double.MAX_VALUE);
        HBox row = new HBox(move, said);
        row.setAlignment(Pos.BASELINE_LEFT);
        row.getStyleClass().add("branch");
        move.setMinWidth(Region.USE_PREF_SIZE);
        if (count > 1) {
            row.getChildren().add(tool("M3 10 L8 5 L13 10", "branches.up", index == 0, () -> model.moveBranch(id, -1)));
            row.getChildren()
                    .add(tool("M3 6 L8 11 L13 6", "branches.down", index == count - 1, () -> model.moveBranch(id, 1)));
        }
        row.getChildren().add(tool("M4 4 L12 12 M12 4 L4 12", "branches.delete", false, () -> model.delete(id)));
        row.setOnMouseClicked(event -> model.go(id));
        return row;
    }

    private String continuation(int id) {
        StringBuilder text = new StringBuilder();
        int at = id;
        for (int i = 0; i < 3 && !model.tree().node(at).children().isEmpty(); i++) {
            int next = model.tree().node(at).children().getFirst();
            text.append(MoveNames.of(
                            model.tree(), next, model.languageProperty().get()))
                    .append(' ');
            at = next;
        }
        return text.toString().strip();
    }

    private static Button tool(String path, String text, boolean disabled, Runnable action) {
        SVGPath icon = new SVGPath();
        icon.setContent(path);
        icon.getStyleClass().add("tool-icon");
        Button button = new Button();
        button.setGraphic(icon);
        button.getStyleClass().add("tool");
        button.setTooltip(new Tooltip(Texts.of(text)));
        button.setAccessibleText(Texts.of(text));
        button.setDisable(disabled);
        button.setOnAction(event -> action.run());
        return button;
    }
}
