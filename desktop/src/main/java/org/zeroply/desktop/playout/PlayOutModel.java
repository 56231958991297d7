package org.zeroply.desktop.playout;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.LongSupplier;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;
import org.zeroply.rules.GameStatus;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.Workbook;

/**
 * A position that two people play out: the moves, the clocks and how it ended. The game is in the workbook from the
 * start, and every move is kept as it is made. Lives on the interface thread; needs no window.
 */
public final class PlayOutModel {
    private final Workbook workbook;
    private final Background background;
    private final LongSupplier nanos;
    private final ReadOnlyObjectWrapper<Game> game;
    private final ReadOnlyObjectWrapper<PlayClock> clock;
    private final ReadOnlyObjectWrapper<String> ending = new ReadOnlyObjectWrapper<>(this, "ending", "");
    private final List<PlayClock> clocks = new ArrayList<>();
    private long id;

    /**
     * Who plays and how long.
     *
     * @param each what each side has
     * @param increment what a move adds
     */
    public record Terms(String white, String black, Duration each, Duration increment) {}

    /**
     * @param nanos a clock that only goes forward, in nanoseconds
     */
    public PlayOutModel(
            Position start, Terms terms, String date, Workbook workbook, Background background, LongSupplier nanos) {
        this.workbook = workbook;
        this.background = background;
        this.nanos = nanos;
        Tags tags = Tags.NONE.with("Event", Texts.of("playout.event")).with("Date", date);
        tags = terms.white().isBlank() ? tags : tags.with("White", terms.white().strip());
        tags = terms.black().isBlank() ? tags : tags.with("Black", terms.black().strip());
        tags = tags.with(
                "TimeControl",
                terms.each().toSeconds() + "+" + terms.increment().toSeconds());
        Game fresh = Game.from(start).with(tags);
        game = new ReadOnlyObjectWrapper<>(this, "game", fresh);
        clock = new ReadOnlyObjectWrapper<>(this, "clock", PlayClock.of(terms.each(), terms.increment()));
        background.write(() -> workbook.games().add(fresh, Texts.of("undo.playout")), given -> {
            id = given;
            save();
        });
    }

    public ReadOnlyObjectProperty<Game> gameProperty() {
        return game.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<PlayClock> clockProperty() {
        return clock.getReadOnlyProperty();
    }

    /** How it ended, in words; empty while it goes on. */
    public ReadOnlyObjectProperty<String> endingProperty() {
        return ending.getReadOnlyProperty();
    }

    /** The id of the game in the workbook; 0 until it is there. */
    public long id() {
        return id;
    }

    public Position position() {
        GameTree tree = game.get().tree();
        return tree.positionAt(last());
    }

    private int last() {
        List<Integer> line = game.get().tree().mainLine();
        return line.isEmpty() ? GameTree.ROOT : line.getLast();
    }

    public boolean isOver() {
        return !ending.get().isEmpty();
    }

    /** What a side has left, in nanoseconds. */
    public long left(Side side) {
        return clock.get().left(side, nanos.getAsLong());
    }

    public boolean isRunning() {
        return clock.get().running() != null;
    }

    /** Makes a move for the side whose turn it is and presses its clock; the first move starts the clocks. */
    public void play(Move move) {
        Position before = position();
        if (isOver() || !before.isLegal(move)) {
            return;
        }
        Side mover = before.sideToMove();
        long now = nanos.getAsLong();
        clocks.add(clock.get());
        clock.set(clock.get().press(mover, now));
        GameTree.Edit edit = game.get().tree().add(last(), move);
        GameNode node = edit.tree().node(edit.focus());
        Command shown = new Command(Command.CLOCK, PlayClock.pgn(clock.get().left(mover, now)));
        game.set(game.get().with(edit.tree().with(node.withCommands(List.of(shown)))));
        GameTree tree = game.get().tree();
        GameStatus status = GameStatus.of(tree.positionsAlong(tree.mainLine()));
        GameStatus.End over = status.end();
        if (over != null) {
            GameResult result = over == GameStatus.End.CHECKMATE ? wonBy(mover) : GameResult.DRAW;
            end(result, Texts.of("playout.end." + over));
        } else {
            save();
        }
    }

    /** Takes the last move back, with the clocks as they were before it; both stand until the next move. */
    public void takeBack() {
        if (last() != GameTree.ROOT && !isOver()) {
            game.set(game.get().with(game.get().tree().delete(last()).tree()));
            clock.set(clocks.removeLast().stop(nanos.getAsLong()));
            save();
        }
    }

    /** Stops the clocks, or lets the clock of the side to move run. */
    public void pause() {
        if (!isOver()) {
            long now = nanos.getAsLong();
            clock.set(
                    isRunning()
                            ? clock.get().stop(now)
                            : clock.get().start(position().sideToMove(), now));
        }
    }

    /** Looks whether a flag has fallen; asked several times a second. */
    public void look() {
        Side running = clock.get().running();
        if (running != null && !isOver() && clock.get().hasFallen(running, nanos.getAsLong())) {
            Side other = running.opposite();
            boolean bare = List.of(PieceType.values()).stream()
                    .noneMatch(type -> type != PieceType.KING && position().count(other, type) > 0);
            end(
                    bare ? GameResult.DRAW : wonBy(other),
                    Texts.of(bare ? "playout.end.flagBare" : "playout.end.flag", Texts.of("side." + running)));
        }
    }

    public void agreeDraw() {
        end(GameResult.DRAW, Texts.of("playout.end.agreed"));
    }

    public void resign(Side side) {
        end(wonBy(side.opposite()), Texts.of("playout.end.resigned", Texts.of("side." + side)));
    }

    private static GameResult wonBy(Side side) {
        return side == Side.WHITE ? GameResult.WHITE_WINS : GameResult.BLACK_WINS;
    }

    private void end(GameResult result, String how) {
        if (!isOver()) {
            clock.set(clock.get().stop(nanos.getAsLong()));
            ending.set(how);
            game.set(new Game(
                    game.get().tags().with("Termination", how), game.get().tree(), result));
            save();
        }
    }

    private void save() {
        long kept = id;
        Game now = game.get();
        if (kept != 0) {
            background.write(() -> workbook.games().save(kept, now, "playout", Texts.of("undo.playoutMoves")));
        }
    }
}
