package org.zeroply.desktop.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Consumer;
import javafx.animation.PauseTransition;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.util.Duration;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Kept;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Walking;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.SearchedEntries;
import org.zeroply.ledger.Underway;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

/**
 * What the ledger shows of the position one is at: the rows, in the coach's sections, for the whole board or for a picked
 * square. What needs a search comes a moment after one has stopped walking, and is kept; behind the curtain nothing is
 * searched. Lives on the interface thread; needs no window.
 */
public final class LedgerModel {
    private static final Duration RESTED = Duration.millis(350);
    private static final int MOST_KEPT = 400;

    /** What the ledger's column shows. */
    public enum View {
        ENTRIES,
        COMPARE,
        TRADES,
        REACH
    }

    private final OpenGame reading;
    private final Background background;
    private final SearchedEntries searching = new SearchedEntries();
    private final PauseTransition rest = new PauseTransition(RESTED);
    private final Walking walking = new Walking(this::refresh);
    private final Kept<Known, List<Entry>> searched = new Kept<>(MOST_KEPT);
    private final Kept<Plain, Ledger> plain = new Kept<>(MOST_KEPT);

    private final ObjectProperty<View> view = new SimpleObjectProperty<>(this, "view", View.ENTRIES);
    private final ObjectProperty<@Nullable Square> picked = new SimpleObjectProperty<>(this, "picked");
    private final ObjectProperty<SectionChoice> sections =
            new SimpleObjectProperty<>(this, "sections", SectionChoice.USUAL);
    private final ReadOnlyObjectWrapper<List<LedgerRow>> rows = new ReadOnlyObjectWrapper<>(this, "rows", List.of());
    private final ReadOnlyBooleanWrapper looking = new ReadOnlyBooleanWrapper(this, "looking", false);
    private Cancel asking = new Cancel();

    /** What searched entries depend on. */
    private record Known(Position position, @Nullable Underway exchange, Language language) {}

    /** What a ledger without them depends on. */
    private record Plain(Position start, List<Move> moves, ValueScale scale, Language language) {}

    public LedgerModel(OpenGame reading, Background background) {
        this.reading = reading;
        this.background = background;
        rest.setOnFinished(event -> search());
        reading.spotProperty().subscribe(() -> moved());
        picked.subscribe(() -> refresh());
        sections.subscribe(() -> refresh());
    }

    // ---- what a view binds to

    public ObjectProperty<View> viewProperty() {
        return view;
    }

    /** The square or man that the ledger is about; null for the whole board. */
    public ObjectProperty<@Nullable Square> pickedProperty() {
        return picked;
    }

    public ObjectProperty<SectionChoice> sectionsProperty() {
        return sections;
    }

    public ReadOnlyObjectProperty<List<LedgerRow>> rowsProperty() {
        return rows.getReadOnlyProperty();
    }

    /** Whether entries that need a search are still to come, of this position or of the one before it. */
    public ReadOnlyBooleanProperty lookingProperty() {
        return looking.getReadOnlyProperty();
    }

    /** Whether the rows are those of a position that a fast walk has left; they follow when it pauses. */
    public boolean isBehind() {
        return walking.isBehind();
    }

    public OpenGame reading() {
        return reading;
    }

    // ---- reading

    private void moved() {
        asking.cancel();
        walking.step();
        boolean wanted = reading.openProperty().get() && !reading.isCurtainDown();
        looking.set(wanted && !toSearch().isEmpty());
        if (wanted) {
            rest.playFromStart();
        } else {
            rest.stop();
        }
    }

    private void refresh() {
        if (!reading.openProperty().get()) {
            rows.set(List.of());
            return;
        }
        int node = reading.nodeProperty().get();
        int parent = reading.shown().node(node).parent();
        rows.set(new LedgerRows(
                        reading.shown(),
                        node,
                        reading.languageProperty().get(),
                        reading.scaleProperty().get(),
                        ledger(node),
                        parent < 0 ? null : ledger(parent))
                .build(picked.get(), sections.get()));
    }

    /** The ledger at a node, with what has been searched of it. */
    Ledger ledger(int node) {
        GameTree tree = reading.shown();
        List<Move> moves = new ArrayList<>();
        for (int id : tree.pathTo(node)) {
            GameNode each = tree.node(id);
            if (each.move() != null) {
                moves.add(each.played());
            }
        }
        Plain wanted = new Plain(
                tree.positionAt(GameTree.ROOT),
                moves,
                reading.scaleProperty().get(),
                reading.languageProperty().get());
        Ledger known = plain.get(wanted, way -> Ledger.of(way.start(), way.moves(), way.scale(), way.language()));
        List<Entry> more = reading.isCurtainDown() ? null : searched.get(known(tree, node));
        return more == null ? known : known.with(more);
    }

    private Known known(GameTree tree, int node) {
        int parent = tree.node(node).parent();
        Underway exchange = parent < 0 || tree.node(node).move() == null
                ? null
                : Underway.after(tree.positionAt(parent), tree.node(node).played());
        return new Known(
                tree.positionAt(node), exchange, reading.languageProperty().get());
    }

    /** What is still to be searched: the position one is at, then the one before it, so that changes are known too. */
    private List<Known> toSearch() {
        List<Known> wanted = new ArrayList<>();
        wanted.add(known(reading.shown(), reading.nodeProperty().get()));
        int parent = reading.current().parent();
        if (parent >= 0) {
            wanted.add(known(reading.shown(), parent));
        }
        wanted.removeIf(searched::has);
        return wanted;
    }

    private void search() {
        if (!reading.openProperty().get() || reading.isCurtainDown()) {
            return;
        }
        List<Known> left = toSearch();
        looking.set(!left.isEmpty());
        if (left.isEmpty()) {
            return;
        }
        Known wanted = left.getFirst();
        asking.cancel();
        Cancel cancel = new Cancel();
        asking = cancel;
        background.look(
                () -> searching.read(wanted.position(), wanted.exchange(), wanted.language(), cancel), found -> {
                    if (!cancel.isRequested()) {
                        searched.put(wanted, found);
                        refresh();
                        search();
                    }
                });
    }

    // ---- what the coach does

    /** Adds an entry to the note of the move, in words that can be edited there; says whether there was one. */
    public boolean takeIntoNote(LedgerRow row) {
        String whole = switch (row) {
            case LedgerRow.Sentence sentence -> sentence.text();
            case LedgerRow.Measured measured -> inWords(measured);
            default -> "";
        };
        if (whole.isEmpty() || reading.isCurtainDown()) {
            return false;
        }
        String note = reading.current().after();
        reading.note(reading.nodeProperty().get(), note.isBlank() ? whole : note.stripTrailing() + "\n" + whole);
        return true;
    }

    private static String inWords(LedgerRow.Measured measured) {
        Entry entry = measured.entry();
        String said = Texts.of(
                "ledger.talkingPoint",
                entry.factor().title(),
                figure(entry.white().value().text()),
                figure(entry.black().value().text()),
                entry.explanation());
        String change = measured.change() == null ? "" : measured.change().inWords();
        return change.isEmpty() ? said : said + " " + Texts.of("ledger.talkingPoint.change", change);
    }

    private static String figure(String text) {
        return text.isEmpty() ? "–" : text;
    }

    /** Runs something with the position one is at, off the interface thread; a later question makes it void. */
    <T> void look(Background.Task<T> task, Consumer<T> done) {
        Position asked = reading.positionProperty().get();
        background.look(task, found -> {
            if (Objects.equals(asked, reading.positionProperty().get())) {
                done.accept(found);
            }
        });
    }
}
