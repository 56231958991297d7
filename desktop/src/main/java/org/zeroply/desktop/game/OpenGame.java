package org.zeroply.desktop.game;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.LongConsumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyLongProperty;
import javafx.beans.property.ReadOnlyLongWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedLine;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.opening.Openings;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;

/**
 * The game that is open, the move one is at, and every edit of it. Edits show at once and are written in the background in
 * their order. Who follows the game listens to {@link #spotProperty}. Lives on the interface thread; needs no window.
 */
public final class OpenGame {
    /** No name of an opening needs more half-moves. */
    private static final int LONGEST_OPENING = 40;

    private final Workbook workbook;
    private final Background background;

    private final ReadOnlyLongWrapper gameId = new ReadOnlyLongWrapper(this, "gameId", 0);
    private final ReadOnlyObjectWrapper<Game> game = new ReadOnlyObjectWrapper<>(this, "game", Game.empty());
    private final ReadOnlyIntegerWrapper node = new ReadOnlyIntegerWrapper(this, "node", GameTree.ROOT);
    private final ReadOnlyObjectWrapper<Position> position =
            new ReadOnlyObjectWrapper<>(this, "position", Position.START);
    private final ReadOnlyObjectWrapper<@Nullable Move> lastMove = new ReadOnlyObjectWrapper<>(this, "lastMove");
    private final ReadOnlyObjectWrapper<@Nullable Spot> spot = new ReadOnlyObjectWrapper<>(this, "spot");
    private final ReadOnlyObjectWrapper<Openings.@Nullable Place> opening =
            new ReadOnlyObjectWrapper<>(this, "opening");
    private final ReadOnlyObjectWrapper<UndoState> undo =
            new ReadOnlyObjectWrapper<>(this, "undo", new UndoState(null, null));

    private final ReadOnlyObjectWrapper<UndoState> shownUndo =
            new ReadOnlyObjectWrapper<>(this, "shownUndo", new UndoState(null, null));
    private final ReadOnlyBooleanWrapper open = new ReadOnlyBooleanWrapper(this, "open", false);
    private final BooleanProperty flipped = new SimpleBooleanProperty(this, "flipped", false);
    private final ObjectProperty<Language> language = new SimpleObjectProperty<>(this, "language", Language.ENGLISH);
    private final TypedLine typed = new TypedLine(language::get);
    private final ObjectProperty<ValueScale> scale = new SimpleObjectProperty<>(this, "scale", ValueScale.SCHOOLROOM);

    private GameTree shown = GameTree.of(Position.START);
    private final Curtain curtain = new Curtain(this);
    private final Surroundings surroundings;
    private LongConsumer onSaved = id -> {};

    public OpenGame(Workbook workbook, Background background) {
        this.workbook = workbook;
        this.background = background;
        surroundings = new Surroundings(this, workbook, background);
        language.subscribe(() -> refresh());
        scale.subscribe(() -> refresh());
        undo.subscribe(() -> showUndo());
        curtain.nodeProperty().subscribe(() -> showUndo());
    }

    private void showUndo() {
        UndoState known = undo.get();
        shownUndo.set(isCurtainDown() ? new UndoState(covered(known.undo()), covered(known.redo())) : known);
    }

    private static @Nullable String covered(@Nullable String label) {
        return label == null ? null : Texts.of("undo.covered");
    }

    // ---- what a view binds to

    /** The id of the open game, 0 while none is open. */
    public ReadOnlyLongProperty gameIdProperty() {
        return gameId.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty openProperty() {
        return open.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Game> gameProperty() {
        return game.getReadOnlyProperty();
    }

    /** The node one is at. */
    public ReadOnlyIntegerProperty nodeProperty() {
        return node.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Position> positionProperty() {
        return position.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<@Nullable Move> lastMoveProperty() {
        return lastMove.getReadOnlyProperty();
    }

    /** Where one is and what may be seen from there; another value says that something of it moved. */
    public ReadOnlyObjectProperty<@Nullable Spot> spotProperty() {
        return spot.getReadOnlyProperty();
    }

    /** The line that is typed after the current move. */
    public TypedLine typed() {
        return typed;
    }

    /** The opening of the main line as far as it may be seen; null where no position of it has a name. */
    public ReadOnlyObjectProperty<Openings.@Nullable Place> openingProperty() {
        return opening.getReadOnlyProperty();
    }

    /** What undo and redo would do; behind the curtain not by name, for an edit may name a move that is still to come. */
    public ReadOnlyObjectProperty<UndoState> undoProperty() {
        return shownUndo.getReadOnlyProperty();
    }

    public BooleanProperty flippedProperty() {
        return flipped;
    }

    public ObjectProperty<Language> languageProperty() {
        return language;
    }

    public ObjectProperty<ValueScale> scaleProperty() {
        return scale;
    }

    /** Called whenever an edit has reached the workbook. */
    public void setOnSaved(LongConsumer listener) {
        onSaved = listener;
    }

    public GameTree tree() {
        return game.get().tree();
    }

    public GameNode current() {
        return tree().node(node.get());
    }

    public Curtain curtain() {
        return curtain;
    }

    public boolean isCurtainDown() {
        return curtain.isDown();
    }

    /** What the workbook knows about where one is. */
    public Surroundings surroundings() {
        return surroundings;
    }

    /** What may be seen of the tree: all of it, or the way to the curtain. */
    public GameTree shown() {
        return shown;
    }

    /** The move one is at with its number. */
    public String currentName() {
        return MoveNames.of(tree(), node.get(), language.get());
    }

    // ---- opening

    /** Opens a game of the workbook at its start. */
    public void open(long id) {
        open(id, 0);
    }

    /** Opens a game of the workbook after so many half-moves of its main line. */
    public void open(long id, int ply) {
        background.write(
                () -> new Opened(id, workbook.games().read(id), workbook.games().undoState(id)), opened -> {
                    show(opened);
                    List<Integer> line = tree().mainLine();
                    if (ply > 0 && ply <= line.size()) {
                        go(line.get(ply - 1));
                    }
                });
    }

    private record Opened(long id, Game game, UndoState undo) {}

    private void show(Opened opened) {
        gameId.set(opened.id());
        game.set(opened.game());
        undo.set(opened.undo());
        open.set(true);
        typed.dismiss();
        curtain.takeAway();
        node.set(GameTree.ROOT);
        refresh();
    }

    /** Opens a game with edits that could not be kept where it was, and keeps them here. */
    public void takeOver(long id, Game edited) {
        background.write(
                () -> {
                    workbook.games().save(id, edited, "", Texts.of("undo.takenOver"));
                    return new Opened(id, edited, workbook.games().undoState(id));
                },
                opened -> {
                    show(opened);
                    onSaved.accept(opened.id());
                });
    }

    /** Writes the open game once more, after a disk had refused it. */
    public void saveAgain() {
        if (open.get()) {
            takeOver(gameId.get(), game.get());
        }
    }

    /** Adds a game to the workbook and opens it. */
    public void add(Game fresh, String label) {
        background.write(
                () -> {
                    long id = workbook.games().add(fresh, label);
                    return new Opened(id, fresh, workbook.games().undoState(id));
                },
                opened -> {
                    show(opened);
                    onSaved.accept(opened.id());
                });
    }

    /** Leaves the open game, for one that is gone from the list. */
    public void close() {
        gameId.set(0);
        open.set(false);
        game.set(Game.empty());
        node.set(GameTree.ROOT);
        refresh();
    }

    // ---- walking

    /** Goes to a move without asking the curtain, which is on its way. */
    void stand(int id) {
        node.set(id);
        typed.dismiss();
        refresh();
    }

    /** Goes to a move, unless it stands behind the curtain. */
    public void go(int id) {
        if (tree().has(id) && (!isCurtainDown() || curtain.before(tree()).has(id))) {
            stand(id);
        }
    }

    public void next() {
        List<Integer> children = shown.node(node.get()).children();
        if (!children.isEmpty()) {
            go(children.getFirst());
        }
    }

    public void previous() {
        if (current().parent() >= 0) {
            go(current().parent());
        }
    }

    public void toStart() {
        go(GameTree.ROOT);
    }

    public void toEnd() {
        List<Integer> line = shown.lineThrough(node.get());
        if (!line.isEmpty()) {
            go(line.getLast());
        }
    }

    /** The branch above (-1) or below (+1) among the alternatives to the current move. */
    public void changeBranch(int step) {
        if (current().parent() >= 0) {
            List<Integer> siblings = shown.node(current().parent()).children();
            int at = siblings.indexOf(node.get()) + step;
            if (at >= 0 && at < siblings.size()) {
                go(siblings.get(at));
            }
        }
    }

    /** Works out anew what may be seen and what it is called. */
    void refresh() {
        GameTree tree = tree();
        shown = curtain.before(tree);
        List<Integer> main = shown.mainLine();
        opening.set(Openings.catalogue()
                .place(shown.positionsAlong(main.subList(0, Math.min(LONGEST_OPENING, main.size()))))
                .orElse(null));
        position.set(tree.positionAt(node.get()));
        lastMove.set(tree.node(node.get()).move());
        spot.set(
                open.get() ? new Spot(gameId.get(), game.get(), shown, node.get(), language.get(), scale.get()) : null);
    }

    // ---- edits

    void edit(Game after, int focus, String place, String label) {
        game.set(after);
        node.set(focus);
        typed.dismiss();
        refresh();
        long id = gameId.get();
        background.write(
                () -> {
                    workbook.games().save(id, after, place, label);
                    return workbook.games().undoState(id);
                },
                state -> {
                    if (gameId.get() == id) {
                        undo.set(state);
                    }
                    onSaved.accept(id);
                });
    }

    private void editTree(Function<GameTree, GameTree.Edit> change, String label) {
        GameTree.Edit edit = change.apply(tree());
        if (edit.tree() == tree()) {
            go(edit.focus());
        } else {
            edit(game.get().with(edit.tree()), edit.focus(), "", label);
        }
    }

    /** Adds a move after the current one, or goes to it where it is known. */
    public void play(Move move) {
        if (isCurtainDown()) {
            curtain.say(move);
        } else if (open.get() && position.get().accepts(move)) {
            String name = MoveNames.of(position.get(), move, language.get());
            editTree(tree -> tree.add(node.get(), move), name);
        }
    }

    /** Adds a typed line after the current move; says whether it could be read. Otherwise nothing changes. */
    public boolean enter(String text) {
        return typed.read(position.get(), text, moves -> {
            if (isCurtainDown() && !moves.isEmpty()) {
                curtain.say(moves.getFirst());
            } else {
                playLine(moves);
            }
            return true;
        });
    }

    /** Adds a line of legal moves after the current one, as one edit, and goes to its end; not behind the curtain. */
    public void playLine(List<Move> moves) {
        if (open.get() && !isCurtainDown() && !moves.isEmpty()) {
            String name = MoveNames.of(position.get(), moves.getFirst(), language.get());
            editTree(
                    tree -> tree.addLine(node.get(), moves),
                    moves.size() == 1 ? name : Texts.of("undo.line", name, moves.size() - 1));
        }
    }

    /** Changes the tree by a function, as one edit with a name for undo, and goes where it says; not behind the curtain. */
    public void edit(Function<GameTree, GameTree.Edit> change, String name) {
        if (open.get() && !isCurtainDown()) {
            editTree(change, name);
        }
    }

    /** Makes the line to the current move the main line. */
    public void promote() {
        editTree(tree -> tree.promote(node.get()), Texts.of("undo.promote", currentName()));
    }

    /** Moves a branch up (-1) or down (+1) among its alternatives. */
    public void moveBranch(int id, int step) {
        String name = MoveNames.of(tree(), id, language.get());
        GameTree.Edit edit = tree().reorder(id, step);
        if (edit.tree() != tree()) {
            edit(game.get().with(edit.tree()), node.get(), "", Texts.of("undo.reorder", name));
        }
    }

    /** Deletes a move and all that follows it. */
    public void delete(int id) {
        if (id == GameTree.ROOT) {
            return;
        }
        String name = MoveNames.of(tree(), id, language.get());
        boolean inside = tree().pathTo(node.get()).contains(id);
        int stay = node.get();
        GameTree.Edit edit = tree().delete(id);
        edit(game.get().with(edit.tree()), inside ? edit.focus() : stay, "", Texts.of("undo.delete", name));
    }

    /** Sets the note of a node; goes on typing at one place are one step of undo. */
    public void note(int id, String text) {
        if (tree().has(id) && !tree().node(id).after().equals(text)) {
            GameTree next = tree().with(tree().node(id).withAfter(text));
            edit(
                    game.get().with(next),
                    node.get(),
                    "note:" + id,
                    Texts.of("undo.note", MoveNames.of(tree(), id, language.get())));
        }
    }

    /** Gives the current move a sign or takes it away; signs for the move (1 to 9) replace each other. */
    public void toggleSign(int sign) {
        List<Integer> signs = new ArrayList<>(current().signs());
        if (!signs.removeIf(given -> given == sign)) {
            signs.removeIf(given -> sameKind(given, sign));
            signs.add(sign);
            signs.sort(null);
        }
        GameTree next = tree().with(current().withSigns(signs));
        edit(game.get().with(next), node.get(), "", Texts.of("undo.sign", currentName()));
    }

    /** Two signs say the same kind of thing, about the move or about the position, so one takes the other's place. */
    private static boolean sameKind(int a, int b) {
        return a < 10 == b < 10 && a < 20 && b < 20;
    }

    /** Keeps the names and data of the game. */
    public void details(Game changed) {
        if (!changed.equals(game.get())) {
            edit(changed, node.get(), "", Texts.of("undo.details"));
        }
    }

    public void undo() {
        travel(true);
    }

    public void redo() {
        travel(false);
    }

    private void travel(boolean back) {
        long id = gameId.get();
        if (id == 0) {
            return;
        }
        background.write(
                () -> {
                    var travelled =
                            back ? workbook.games().undo(id) : workbook.games().redo(id);
                    return travelled.map(
                            then -> new Opened(id, then, workbook.games().undoState(id)));
                },
                travelled -> travelled.ifPresent(then -> {
                    if (gameId.get() == id) {
                        arrive(then);
                    }
                    onSaved.accept(id);
                }));
    }

    /** Shows the game after undo or redo, at the same move or the nearest one before it that is still there. */
    private void arrive(Opened then) {
        List<Integer> path = new ArrayList<>(tree().pathTo(node.get()));
        GameTree tree = then.game().tree();
        int focus = GameTree.ROOT;
        for (int id : path) {
            if (tree.has(id) && tree.node(id).parent() == focus) {
                focus = id;
            } else {
                break;
            }
        }
        game.set(then.game());
        undo.set(then.undo());
        node.set(focus);
        typed.dismiss();
        refresh();
    }
}
