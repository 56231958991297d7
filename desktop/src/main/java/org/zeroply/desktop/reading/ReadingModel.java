package org.zeroply.desktop.reading;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
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
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.strip.StripData;
import org.zeroply.desktop.strip.StripMoves;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.CurtainAnswer;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.notation.San;
import org.zeroply.opening.Openings;
import org.zeroply.reading.ValueScale;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.store.PositionGames;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;

/**
 * The state and the decisions of the place Reading: one game, the move one is at, and every edit of it. Edits show at
 * once and are written in the background in their order. Lives on the interface thread; needs no window.
 */
public final class ReadingModel {
    private static final int NO_CURTAIN = -1;

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
    private final ReadOnlyObjectWrapper<@Nullable StripData> strip = new ReadOnlyObjectWrapper<>(this, "strip");
    private final ReadOnlyObjectWrapper<LineReading.@Nullable Refused> refusal =
            new ReadOnlyObjectWrapper<>(this, "refusal");
    private final ReadOnlyObjectWrapper<Openings.@Nullable Place> opening =
            new ReadOnlyObjectWrapper<>(this, "opening");
    private final ReadOnlyObjectWrapper<UndoState> undo =
            new ReadOnlyObjectWrapper<>(this, "undo", new UndoState(null, null));
    private final ReadOnlyBooleanWrapper open = new ReadOnlyBooleanWrapper(this, "open", false);
    private final BooleanProperty flipped = new SimpleBooleanProperty(this, "flipped", false);
    private final ObjectProperty<Language> language = new SimpleObjectProperty<>(this, "language", Language.ENGLISH);
    private final ObjectProperty<ValueScale> scale = new SimpleObjectProperty<>(this, "scale", ValueScale.SCHOOLROOM);

    private final ReadOnlyObjectWrapper<@Nullable PositionGames> here = new ReadOnlyObjectWrapper<>(this, "here");

    /** Of the main line; -1 while it is not known or where every move is known ground. */
    private final ObjectProperty<List<Departed>> departed = new SimpleObjectProperty<>(this, "departed", List.of());

    private final ReadOnlyIntegerWrapper firstNew = new ReadOnlyIntegerWrapper(this, "firstNew", -1);

    private final ReadOnlyIntegerWrapper curtain = new ReadOnlyIntegerWrapper(this, "curtain", NO_CURTAIN);
    private final ReadOnlyObjectWrapper<@Nullable Move> answered = new ReadOnlyObjectWrapper<>(this, "answered");
    private final ReadOnlyObjectWrapper<List<Integer>> lesson = new ReadOnlyObjectWrapper<>(this, "lesson", List.of());
    private final StringProperty student = new SimpleStringProperty(this, "student", "");

    private GameTree shown = GameTree.of(Position.START);
    private @Nullable StripMoves stripMoves;
    private @Nullable GameTree stripOf;
    private @Nullable Language stripLanguage;
    private Runnable onSaved = () -> {};
    private long askedHere;
    private List<Position> askedNew = List.of();

    public ReadingModel(Workbook workbook, Background background) {
        this.workbook = workbook;
        this.background = background;
        language.subscribe(() -> refresh());
        scale.subscribe(() -> refresh());
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

    public ReadOnlyObjectProperty<@Nullable StripData> stripProperty() {
        return strip.getReadOnlyProperty();
    }

    /** Why the last typed line was not taken, or null. */
    public ReadOnlyObjectProperty<LineReading.@Nullable Refused> refusalProperty() {
        return refusal.getReadOnlyProperty();
    }

    /** What the games of the workbook did with the position; null until it is known, and behind the curtain. */
    public ReadOnlyObjectProperty<@Nullable PositionGames> hereProperty() {
        return here.getReadOnlyProperty();
    }

    /**
     * The move of the main line, as a node, with which the game left what earlier games of the workbook had played; -1 if
     * there is none, if it is not known yet, or if it stands behind the curtain.
     */
    public ReadOnlyIntegerProperty firstNewProperty() {
        return firstNew.getReadOnlyProperty();
    }

    /** Where the main line left the repertoires of the players; whoever knows the repertoires sets it. */
    public ObjectProperty<List<Departed>> departedProperty() {
        return departed;
    }

    /** The opening of the main line as far as it may be seen; null where no position of it has a name. */
    public ReadOnlyObjectProperty<Openings.@Nullable Place> openingProperty() {
        return opening.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<UndoState> undoProperty() {
        return undo.getReadOnlyProperty();
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
    public void setOnSaved(Runnable listener) {
        onSaved = listener;
    }

    public GameTree tree() {
        return game.get().tree();
    }

    public GameNode current() {
        return tree().node(node.get());
    }

    /** What may be seen of the tree: all of it, or the way to the curtain. */
    public GameTree shown() {
        return shown;
    }

    // ---- the curtain

    /** The node behind which everything is covered, or -1. */
    public ReadOnlyIntegerProperty curtainProperty() {
        return curtain.getReadOnlyProperty();
    }

    public boolean isCurtainDown() {
        return curtain.get() != NO_CURTAIN;
    }

    /** The move that the student would play, not yet answered for; null if none was made. */
    public ReadOnlyObjectProperty<@Nullable Move> answeredProperty() {
        return answered.getReadOnlyProperty();
    }

    /** Who answers. */
    public StringProperty studentProperty() {
        return student;
    }

    /** Lets the curtain down behind the current move. */
    public void dropCurtain() {
        if (open.get()) {
            curtain.set(node.get());
            answered.set(null);
            refresh();
        }
    }

    /**
     * Walks the main line as a lesson: the curtain comes down before the first of some moves, and from stop to stop the
     * student answers and the coach lifts it.
     *
     * @param moments the moves that the lesson stops before, by node, in order
     */
    public void startLesson(List<Integer> moments) {
        if (open.get() && !moments.isEmpty()) {
            lesson.set(List.copyOf(moments));
            stopBefore(moments.getFirst());
        }
    }

    /** The stops of the lesson that is walked; empty when none is. */
    public ReadOnlyObjectProperty<List<Integer>> lessonProperty() {
        return lesson.getReadOnlyProperty();
    }

    /** The number of the last stop that was reached, from 1; 0 without a lesson. */
    public int lessonStop() {
        int stop = 0;
        for (int moment : lesson.get()) {
            if (tree().has(moment) && tree().depth(moment) <= tree().depth(Math.max(0, curtain.get())) + 1) {
                stop++;
            }
        }
        return stop;
    }

    /** Shows the game up to the next stop of the lesson; the end of the lesson lifts the curtain. */
    public void nextStop() {
        if (!isCurtainDown()) {
            return;
        }
        int stop = lessonStop();
        if (stop < lesson.get().size() && tree().has(lesson.get().get(stop))) {
            stopBefore(lesson.get().get(stop));
        } else {
            liftCurtain();
        }
    }

    private void stopBefore(int moment) {
        int before = tree().node(moment).parent();
        curtain.set(before);
        answered.set(null);
        node.set(before);
        refresh();
    }

    /** Takes the curtain away; a lesson ends with it. */
    public void liftCurtain() {
        lesson.set(List.of());
        curtain.set(NO_CURTAIN);
        answered.set(null);
        refresh();
    }

    /** Whether there is a move behind the curtain. */
    public boolean canLift() {
        return isCurtainDown() && !tree().node(curtain.get()).children().isEmpty();
    }

    /** Lifts the curtain by one move of the line that was played. */
    public void liftOne() {
        if (canLift()) {
            int next = tree().node(curtain.get()).children().getFirst();
            curtain.set(next);
            answered.set(null);
            go(next);
        }
    }

    /** Keeps what the student said with the move that was played, and lifts the curtain by that move. */
    public void answer(String reason) {
        Move move = answered.get();
        if (move == null || !isCurtainDown()) {
            return;
        }
        int at = curtain.get();
        int keptAt = canLift() ? tree().node(at).children().getFirst() : at;
        CurtainAnswer said = new CurtainAnswer(student.get(), San.write(position.get(), move), reason);
        GameNode kept = tree().node(keptAt);
        List<Command> commands = new ArrayList<>(kept.commands());
        commands.add(said.command());
        curtain.set(keptAt);
        answered.set(null);
        edit(
                game.get().with(tree().with(kept.withCommands(commands))),
                keptAt,
                "",
                Texts.of("undo.answer", said.move()));
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
        background.write(() -> new Opened(id, workbook.game(id), workbook.undoState(id)), opened -> {
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
        refusal.set(null);
        curtain.set(NO_CURTAIN);
        node.set(GameTree.ROOT);
        refresh();
    }

    /** Opens a game with edits that could not be kept where it was, and keeps them here. */
    public void takeOver(long id, Game edited) {
        background.write(
                () -> {
                    workbook.save(id, edited, "", Texts.of("undo.takenOver"));
                    return new Opened(id, edited, workbook.undoState(id));
                },
                opened -> {
                    show(opened);
                    onSaved.run();
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
                    long id = workbook.add(fresh, label);
                    return new Opened(id, fresh, workbook.undoState(id));
                },
                opened -> {
                    show(opened);
                    onSaved.run();
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

    public void go(int id) {
        if (tree().has(id) && (!isCurtainDown() || tree().upTo(curtain.get()).has(id))) {
            node.set(id);
            refusal.set(null);
            refresh();
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

    private void refresh() {
        GameTree tree = tree();
        if (isCurtainDown() && !tree.has(curtain.get())) {
            curtain.set(NO_CURTAIN);
        }
        shown = isCurtainDown() ? tree.upTo(curtain.get()) : tree;
        List<Integer> main = shown.mainLine();
        opening.set(Openings.catalogue()
                .place(shown.positionsAlong(main.subList(0, Math.min(LONGEST_OPENING, main.size()))))
                .orElse(null));
        position.set(tree.positionAt(node.get()));
        lastMove.set(tree.node(node.get()).move());
        strip.set(open.get() ? strip() : null);
        lookHere();
        lookForNew();
    }

    /** The moves of a tree are laid out and named once, however often one walks through it. */
    private StripData strip() {
        StripMoves known = stripMoves;
        if (known == null || stripOf != shown || stripLanguage != language.get()) {
            known = StripMoves.of(shown, language.get());
            stripMoves = known;
            stripOf = shown;
            stripLanguage = language.get();
        }
        return StripData.of(
                known, shown, node.get(), scale.get(), game.get().tags().known("TimeControl"));
    }

    /** Asks once for each main line where it left known ground. */
    private void lookForNew() {
        List<Integer> main = shown.mainLine();
        List<Position> line = open.get() ? shown.positionsAlong(main) : List.of();
        if (line.equals(askedNew)) {
            return;
        }
        askedNew = line;
        firstNew.set(-1);
        long id = gameId.get();
        if (line.size() > 1) {
            background.read(() -> workbook.firstNew(id, line), found -> {
                if (line.equals(askedNew) && found.isPresent()) {
                    firstNew.set(main.get(found.getAsInt() - 1));
                }
            });
        }
    }

    /** Asks what other games did with the position; an answer for a position left behind is dropped. */
    private void lookHere() {
        long question = ++askedHere;
        Position asked = position.get();
        here.set(null);
        if (open.get() && !isCurtainDown()) {
            background.read(() -> workbook.at(asked, null), found -> {
                if (question == askedHere) {
                    here.set(found);
                }
            });
        }
    }

    // ---- edits

    private void edit(Game after, int focus, String place, String label) {
        game.set(after);
        node.set(focus);
        refusal.set(null);
        refresh();
        long id = gameId.get();
        background.write(
                () -> {
                    workbook.save(id, after, place, label);
                    return workbook.undoState(id);
                },
                state -> {
                    if (gameId.get() == id) {
                        undo.set(state);
                    }
                    onSaved.run();
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
            say(move);
        } else if (open.get() && position.get().accepts(move)) {
            String name = MoveNames.of(position.get(), move, language.get());
            editTree(tree -> tree.add(node.get(), move), name);
        }
    }

    /** Under the curtain a move is what the student would play; it changes nothing. */
    private void say(Move move) {
        if (node.get() == curtain.get() && position.get().isLegal(move)) {
            refusal.set(null);
            answered.set(move);
        }
    }

    /** Adds a typed line after the current move; says whether it could be read. Otherwise nothing changes. */
    public boolean enter(String text) {
        Position from = position.get();
        switch (new LineReader(language.get()).read(from, text)) {
            case LineReading.Read read -> {
                refusal.set(null);
                if (isCurtainDown() && !read.moves().isEmpty()) {
                    say(read.moves().getFirst());
                } else if (!read.moves().isEmpty()) {
                    playLine(read.moves());
                }
                return true;
            }
            case LineReading.Refused refused -> {
                refusal.set(refused);
                return false;
            }
        }
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

    public void dismissRefusal() {
        refusal.set(null);
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
                    var travelled = back ? workbook.undo(id) : workbook.redo(id);
                    return travelled.map(then -> new Opened(id, then, workbook.undoState(id)));
                },
                travelled -> travelled.ifPresent(then -> {
                    if (gameId.get() == id) {
                        arrive(then);
                    }
                    onSaved.run();
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
        refusal.set(null);
        refresh();
    }
}
