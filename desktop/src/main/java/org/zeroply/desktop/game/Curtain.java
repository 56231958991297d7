package org.zeroply.desktop.game;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.CurtainAnswer;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;

/**
 * Covers everything after the current move of the open game, so that a student can say what they would play before it lifts.
 * A lesson lets it down before one chosen move after the other.
 */
public final class Curtain {
    private static final int UP = -1;

    private final OpenGame game;
    private final ReadOnlyIntegerWrapper node = new ReadOnlyIntegerWrapper(this, "node", UP);
    private final ReadOnlyObjectWrapper<@Nullable Move> answered = new ReadOnlyObjectWrapper<>(this, "answered");
    private final ReadOnlyObjectWrapper<List<Integer>> lesson = new ReadOnlyObjectWrapper<>(this, "lesson", List.of());
    private final StringProperty student = new SimpleStringProperty(this, "student", "");

    Curtain(OpenGame game) {
        this.game = game;
    }

    /** The node behind which everything is covered, or -1. */
    public ReadOnlyIntegerProperty nodeProperty() {
        return node.getReadOnlyProperty();
    }

    public boolean isDown() {
        return node.get() != UP;
    }

    /** The move that the student would play, not yet answered for; null if none was made. */
    public ReadOnlyObjectProperty<@Nullable Move> answeredProperty() {
        return answered.getReadOnlyProperty();
    }

    /** Who answers. */
    public StringProperty studentProperty() {
        return student;
    }

    /** What may be seen of a tree: all of it, or the way to the curtain; one whose move is gone is taken away. */
    GameTree before(GameTree tree) {
        if (isDown() && !tree.has(node.get())) {
            takeAway();
        }
        return isDown() ? tree.upTo(node.get()) : tree;
    }

    void takeAway() {
        node.set(UP);
    }

    /** Lets the curtain down behind the current move. */
    public void drop() {
        if (game.openProperty().get()) {
            node.set(game.nodeProperty().get());
            answered.set(null);
            game.refresh();
        }
    }

    /** Takes the curtain away; a lesson ends with it. */
    public void lift() {
        lesson.set(List.of());
        takeAway();
        answered.set(null);
        game.refresh();
    }

    /** Whether there is a move behind the curtain. */
    public boolean canLift() {
        return isDown() && !covered().children().isEmpty();
    }

    private GameNode covered() {
        return game.tree().node(node.get());
    }

    /** Lifts the curtain by one move of the line that was played. */
    public void liftOne() {
        if (canLift()) {
            downAt(covered().children().getFirst());
        }
    }

    private void downAt(int id) {
        node.set(id);
        answered.set(null);
        game.stand(id);
    }

    // ---- what the student says

    /** A move is what the student would play; it changes nothing. */
    void say(Move move) {
        if (game.nodeProperty().get() == node.get()
                && game.positionProperty().get().isLegal(move)) {
            game.typed().dismiss();
            answered.set(move);
        }
    }

    /** Keeps what the student said with the move that was played, and lifts the curtain by that move. */
    public void answer(String reason) {
        Move move = answered.get();
        if (move == null || !isDown()) {
            return;
        }
        int keptAt = canLift() ? covered().children().getFirst() : node.get();
        CurtainAnswer said = new CurtainAnswer(
                student.get(), San.write(game.positionProperty().get(), move), reason);
        GameNode kept = game.tree().node(keptAt);
        List<Command> commands = new ArrayList<>(kept.commands());
        commands.add(said.command());
        node.set(keptAt);
        answered.set(null);
        game.edit(
                game.gameProperty().get().with(game.tree().with(kept.withCommands(commands))),
                keptAt,
                "",
                Texts.of("undo.answer", said.move()));
    }

    // ---- a lesson

    /**
     * Walks the main line as a lesson: the curtain comes down before the first of some moves, and from stop to stop the
     * student answers and the coach lifts it.
     *
     * @param moments the moves that the lesson stops before, by node, in order
     */
    public void startLesson(List<Integer> moments) {
        if (game.openProperty().get() && !moments.isEmpty()) {
            lesson.set(List.copyOf(moments));
            stopBefore(moments.getFirst());
        }
    }

    /** The stops of the lesson that is walked; empty when none is. */
    public ReadOnlyObjectProperty<List<Integer>> lessonProperty() {
        return lesson.getReadOnlyProperty();
    }

    /** The number of the last stop that was reached, from 1; 0 without a lesson. Stops whose move is gone do not count. */
    public int lessonStop() {
        return (int) stops().filter(this::isReached).count();
    }

    private Stream<Integer> stops() {
        return lesson.get().stream().filter(game.tree()::has);
    }

    private boolean isReached(int moment) {
        GameTree tree = game.tree();
        return tree.depth(moment) <= tree.depth(Math.max(0, node.get())) + 1;
    }

    /** Shows the game up to the next stop of the lesson; the end of the lesson lifts the curtain. */
    public void nextStop() {
        if (isDown()) {
            stops().filter(moment -> !isReached(moment)).findFirst().ifPresentOrElse(this::stopBefore, this::lift);
        }
    }

    private void stopBefore(int moment) {
        downAt(game.tree().node(moment).parent());
    }
}
