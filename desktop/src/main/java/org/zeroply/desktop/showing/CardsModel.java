package org.zeroply.desktop.showing;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.DocumentModel;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedLine;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.showing.Card;
import org.zeroply.showing.CardSheet;
import org.zeroply.showing.Face;
import org.zeroply.showing.HintProposals;
import org.zeroply.store.SheetShelf.Listed;
import org.zeroply.store.Workbook;
import org.zeroply.task.Opinion;

/** The sheets of a workbook and the card that is edited. Lives on the interface thread. */
public final class CardsModel extends DocumentModel<CardSheet, Listed> {
    private final Workbook workbook;
    private final Background background;
    private final ReadOnlyObjectWrapper<CardSheet> sheet = new ReadOnlyObjectWrapper<>(this, "sheet", CardSheet.of(""));
    private final ReadOnlyIntegerWrapper at = new ReadOnlyIntegerWrapper(this, "at", 0);
    private final ReadOnlyObjectWrapper<@Nullable Card> card = new ReadOnlyObjectWrapper<>(this, "card");
    private final ReadOnlyObjectWrapper<Current> current =
            new ReadOnlyObjectWrapper<>(this, "current", new Current(0, 0, null));
    private final ObjectProperty<Language> language = new SimpleObjectProperty<>(this, "language", Language.ENGLISH);
    private final TypedLine typed = new TypedLine(language::get);
    private Runnable leaving = () -> {};

    CardsModel(Workbook workbook, Background background) {
        super(workbook.sheets(), background);
        this.workbook = workbook;
        this.background = background;
    }

    public ReadOnlyObjectProperty<CardSheet> sheetProperty() {
        return sheet.getReadOnlyProperty();
    }

    /** Which card of the sheet is shown, from 0. */
    public ReadOnlyIntegerProperty atProperty() {
        return at.getReadOnlyProperty();
    }

    /** The card that is shown; null in an empty sheet. */
    public ReadOnlyObjectProperty<@Nullable Card> cardProperty() {
        return card.getReadOnlyProperty();
    }

    /**
     * The card that is shown and where it stands.
     *
     * @param sheet the id of its sheet; 0 for none
     */
    record Current(long sheet, int at, @Nullable Card card) {}

    /** Told of once for every change, when all of it is known. */
    ReadOnlyObjectProperty<Current> currentProperty() {
        return current.getReadOnlyProperty();
    }

    public ObjectProperty<Language> languageProperty() {
        return language;
    }

    /** The line that is typed as an answer. */
    TypedLine typed() {
        return typed;
    }

    void setOnLeaving(Runnable keep) {
        leaving = keep;
    }

    // ---- the list

    @Override
    protected void leave() {
        leaving.run();
    }

    @Override
    protected void show(Listed row, CardSheet document) {
        set(document, 0);
    }

    @Override
    protected void showAgain(CardSheet document) {
        set(document, at.get());
    }

    @Override
    protected void showNone() {
        set(CardSheet.of(""), 0);
    }

    private void set(CardSheet next, int place) {
        sheet.set(next);
        at.set(Math.clamp(place, 0, Math.max(0, next.cards().size() - 1)));
        card.set(next.cards().isEmpty() ? null : next.cards().get(at.get()));
        Listed open = openProperty().get();
        current.set(new Current(open == null ? 0 : open.id(), at.get(), card.get()));
    }

    void add(CardSheet fresh) {
        create(() -> {
            long id = workbook.sheets().add(fresh, Texts.of("undo.sheet.new", fresh.name()));
            return new Listed(id, fresh.name(), fresh.cards().size());
        });
    }

    void rename(String name) {
        edit(sheet.get().withName(name), at.get(), "name", Texts.of("undo.sheet.rename"));
    }

    void removeSheet() {
        Listed now = openProperty().get();
        if (now != null) {
            remove(Texts.of("undo.sheet.remove", now.name()), Texts.of("sheets.removed", now.name()));
        }
    }

    /** Opens a sheet, if it is still there. */
    public void open(long id) {
        listProperty().get().stream()
                .filter(each -> each.id() == id)
                .findFirst()
                .ifPresent(each -> {
                    Listed now = openProperty().get();
                    if (now == null || now.id() != id) {
                        open(each);
                    }
                });
    }

    /** Puts a card behind the one that is shown, on a new sheet where none is open. */
    public void take(Card fresh) {
        if (openProperty().get() == null) {
            add(CardSheet.of(Texts.of("sheets.first")).withCard(0, fresh));
            say(Texts.of("sheets.taken", Texts.of("sheets.first"), 1));
            return;
        }
        leave();
        int place = sheet.get().cards().isEmpty() ? -1 : at.get();
        edit(sheet.get().withCard(place, fresh), place + 1, "", Texts.of("undo.card.new"));
        say(Texts.of("sheets.taken", sheet.get().name(), place + 2));
    }

    // ---- cards

    void go(int place) {
        if (place != at.get() && place >= 0 && place < sheet.get().cards().size()) {
            leave();
            set(sheet.get(), place);
        }
    }

    void removeCard() {
        if (card.get() != null) {
            edit(sheet.get().without(at.get()), at.get(), "", Texts.of("undo.card.remove"));
        }
    }

    void moveCard(int from, int to) {
        if (from != to && to >= 0 && to < sheet.get().cards().size()) {
            leave();
            edit(sheet.get().moved(from, to), to, "", Texts.of("undo.card.move"));
        }
    }

    private void edit(CardSheet next, int place, String edit, String label) {
        CardSheet before = sheet.get();
        if (!next.equals(before)) {
            set(next, place);
            save(before, next, edit, label);
        }
    }

    /**
     * Changes a card.
     *
     * @param field names what is typed in, so that typing is undone in one; empty for what stands alone
     */
    void change(int place, String field, String label, UnaryOperator<Card> change) {
        if (place < sheet.get().cards().size()) {
            String edit = field.isEmpty() ? "" : field + " " + place;
            edit(sheet.get().change(place, change), at.get(), edit, Texts.of(label));
        }
    }

    private void change(String label, UnaryOperator<Card> change) {
        change(at.get(), "", label, change);
    }

    // ---- the answer

    /** The tree of a card that shows a position. */
    Optional<GameTree> tree() {
        Card now = card.get();
        return now != null && now.face() instanceof Face.Board board ? Optional.of(board.tree()) : Optional.empty();
    }

    private void tree(String label, UnaryOperator<GameTree> change) {
        change(
                label,
                each -> each.face() instanceof Face.Board board
                        ? each.with(new Face.Board(change.apply(board.tree())))
                        : each);
    }

    /** Adds a move to the answer after a node. */
    void play(int node, Move move) {
        tree("undo.card.answer", tree -> tree.add(node, move).tree());
    }

    /**
     * Takes a typed line into the answer, with a verdict behind a bar.
     *
     * @param node after which it begins
     * @return whether it was taken
     */
    boolean enter(int node, String text) {
        Optional<GameTree> tree = tree();
        if (tree.isEmpty()) {
            return false;
        }
        int bar = text.indexOf('|');
        String said = bar < 0 ? "" : text.substring(bar + 1).strip();
        Optional<Opinion> opinion = Opinion.parse(said);
        if (!said.isEmpty() && opinion.isEmpty()) {
            say(Texts.of("card.noVerdict", said));
            return false;
        }
        Position from = tree.get().positionAt(node);
        return typed.read(from, bar < 0 ? text : text.substring(0, bar), moves -> {
            tree("undo.card.answer", now -> {
                GameTree.Edit line = now.addLine(node, moves);
                GameNode end = line.tree().node(line.focus());
                return opinion.map(each -> line.tree().with(each.on(end))).orElse(line.tree());
            });
            return !moves.isEmpty() || opinion.isPresent();
        });
    }

    /** Takes a move of the answer and what follows it away. */
    void deleteAnswer(int node) {
        tree("undo.card.answer", tree -> tree.delete(node).tree());
    }

    /** Makes a branch the main line. */
    void promote(int node) {
        tree("undo.card.answer", tree -> tree.promote(node).tree());
    }

    // ---- what is drawn

    /** Draws on the position after a node, or on a sketch. */
    void draw(int node, UnaryOperator<List<OwnMark>> change) {
        change("undo.drawn", each -> switch (each.face()) {
            case Face.Board board -> {
                GameNode there = board.tree().node(node);
                CoachRemarks remarks = CoachRemarks.of(there);
                yield each.with(new Face.Board(board.tree()
                        .with(remarks.withMarks(change.apply(remarks.marks())).onto(there))));
            }
            case Face.Sketched sketched ->
                each.with(new Face.Sketched(sketched.sketch(), change.apply(sketched.marks())));
            case Face.Maps maps -> each;
            case Face.Words words -> each;
        });
    }

    /** Puts something on a square of a sketch; null empties it. */
    void put(Square square, @Nullable Piece piece) {
        change(
                "undo.card.sketch",
                each -> each.face() instanceof Face.Sketched sketched
                        ? each.with(new Face.Sketched(sketched.sketch().with(square, piece), sketched.marks()))
                        : each);
    }

    // ---- hints

    /** Proposes hints to the answer from the ledger, beside the interface. */
    void proposeHints() {
        int place = at.get();
        tree().ifPresent(tree -> background.read(
                () -> HintProposals.of(tree, position -> Ledger.of(position, ValueScale.SCHOOLROOM)), hints -> {
                    boolean isStill =
                            place == at.get() && tree().filter(tree::equals).isPresent();
                    if (isStill && !hints.isEmpty()) {
                        change(place, "", "undo.card.hints", each -> each.withHints(hints));
                    } else if (hints.isEmpty()) {
                        say(Texts.of("card.noHints"));
                    }
                }));
    }

    /** Keeps what somebody of the class proposed. */
    void said(String lines) {
        List<String> fresh =
                lines.lines().map(String::strip).filter(line -> !line.isEmpty()).toList();
        if (!fresh.isEmpty()) {
            change("undo.card.said", each -> {
                List<String> all = new ArrayList<>(each.said());
                all.addAll(fresh);
                return each.withSaid(all);
            });
        }
    }
}
