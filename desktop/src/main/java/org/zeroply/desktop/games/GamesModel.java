package org.zeroply.desktop.games;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyLongProperty;
import javafx.beans.property.ReadOnlyLongWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.ObservableList;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Newest;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.ledger.Pattern;
import org.zeroply.notation.Language;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.rules.Position;
import org.zeroply.store.GameFilter;
import org.zeroply.store.GameOrder;
import org.zeroply.store.GameSummary;
import org.zeroply.store.ImportReport;
import org.zeroply.store.Reached;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;
import org.zeroply.work.Progress;

/** The state and the decisions of the place Games. Lives on the interface thread; needs no window. */
public final class GamesModel {
    private static final long SHOWN_DURING_IMPORT_NANOS = 2_000_000_000L;

    private final Workbook workbook;
    private final Background background;
    private final PagedGames games = new PagedGames(this::fetch);
    private final StringProperty find = new SimpleStringProperty(this, "find", "");
    private final ObjectProperty<GameFilter> filter = new SimpleObjectProperty<>(this, "filter", GameFilter.ALL);
    private final ObjectProperty<GameOrder> order = new SimpleObjectProperty<>(this, "order", GameOrder.NEWEST_FIRST);
    private final ReadOnlyObjectWrapper<@Nullable Narrowing> narrowing = new ReadOnlyObjectWrapper<>(this, "narrowing");
    private final ReadOnlyLongWrapper count = new ReadOnlyLongWrapper(this, "count", 0);
    private final ReadOnlyLongWrapper waiting = new ReadOnlyLongWrapper(this, "waiting", 0);
    private final ReadOnlyObjectWrapper<UndoState> undo =
            new ReadOnlyObjectWrapper<>(this, "undo", new UndoState(null, null));
    private Consumer<ImportReport> onImported = report -> {};
    private Runnable onListChanged = () -> {};
    private final Newest newest = new Newest();
    private final ReadOnlyBooleanWrapper arriving = new ReadOnlyBooleanWrapper(this, "arriving", false);
    private boolean indexing;

    public GamesModel(Workbook workbook, Background background) {
        this.workbook = workbook;
        this.background = background;
        find.subscribe(() -> refresh());
        filter.subscribe(() -> refresh());
        order.subscribe(() -> refresh());
        narrowing.subscribe(() -> refresh());
    }

    /**
     * What the list is narrowed to besides words: games that reached a position or show a pattern.
     *
     * @param title how the list names it
     * @param reached the games, and when they came there, so that they open at that move
     * @param pending games that have not been looked at yet
     */
    public record Narrowing(String title, Reached reached, long pending) {}

    /** The games that are asked for, in the order that is asked for; rows come as they are looked at. */
    public ObservableList<GameSummary> games() {
        return games;
    }

    /** The id of the game in a row, whether or not the row has come yet. */
    public long idAt(int index) {
        return games.idAt(index);
    }

    /** The row of a game, or -1. */
    public int indexOf(long id) {
        return games.indexOf(id);
    }

    public StringProperty findProperty() {
        return find;
    }

    /** What is asked for field by field; its words and its reached games are set by the model. */
    public ObjectProperty<GameFilter> filterProperty() {
        return filter;
    }

    public ObjectProperty<GameOrder> orderProperty() {
        return order;
    }

    public ReadOnlyObjectProperty<@Nullable Narrowing> narrowingProperty() {
        return narrowing.getReadOnlyProperty();
    }

    /** How many games the workbook has in all. */
    public ReadOnlyLongProperty countProperty() {
        return count.getReadOnlyProperty();
    }

    /** How many games the position index has not gone over yet. */
    public ReadOnlyLongProperty waitingProperty() {
        return waiting.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<UndoState> undoProperty() {
        return undo.getReadOnlyProperty();
    }

    /** Called with the report of every finished import. */
    public void setOnImported(Consumer<ImportReport> listener) {
        onImported = listener;
    }

    /** Called when games came or went by undo, redo or removal. */
    public void setOnListChanged(Runnable listener) {
        onListChanged = listener;
    }

    // ---- the list

    @SuppressWarnings("ArrayRecordComponent") // carried from one thread to the other, never compared
    private record Listing(long[] ids, int page, List<GameSummary> rows, long count, UndoState undo, long waiting) {}

    /** Asks the workbook anew; an answer that is overtaken by a later question is dropped. */
    public void refresh() {
        Narrowing within = narrowing.get();
        GameFilter wanted = filter.get().withWords(find.get()).withReached(within == null ? null : within.reached());
        GameOrder by = order.get();
        int page = games.lastPage();
        background.read(
                () -> {
                    long[] ids = workbook.games().ids(wanted, by);
                    int shown = page * PagedGames.PAGE < ids.length ? page : 0;
                    return new Listing(
                            ids,
                            shown,
                            workbook.games().summaries(PagedGames.idsOf(ids, shown)),
                            workbook.games().count(),
                            workbook.games().undoState(),
                            workbook.positions().waiting());
                },
                newest.only(listing -> {
                    count.set(listing.count());
                    games.show(listing.ids(), listing.page(), listing.rows());
                    undo.set(listing.undo());
                    waiting.set(listing.waiting());
                }));
    }

    /**
     * Shows a game as it was just edited. Only its row is read where nothing changed that it is found or ordered by;
     * otherwise the list is asked anew.
     */
    public void refreshRow(long id) {
        // Behind the edit that is being written.
        background.write(() -> workbook.games().summary(id), newest.still(now -> {
            Optional<GameSummary> before = games.known(id);
            if (find.get().isBlank()
                    && now.isPresent()
                    && before.isPresent()
                    && before.get().differsInRemarksOnly(now.get())) {
                games.renew(now.get());
            } else {
                refresh();
            }
        }));
    }

    private void fetch(int page, long[] ids) {
        background.read(() -> workbook.games().summaries(ids), newest.still(rows -> games.arrived(page, rows)));
    }

    /** Shows all games again. */
    public void showAll() {
        narrowing.set(null);
        filter.set(GameFilter.ALL);
        find.set("");
    }

    /** Shows the games of one player. */
    public void showPlayer(String name) {
        narrowing.set(null);
        find.set("");
        filter.set(GameFilter.player(name, null));
    }

    /** Gives up the position or pattern only. */
    public void widen() {
        narrowing.set(null);
    }

    /** At which half-move a game of the list should open: where it came to what the list is narrowed to. */
    public int plyOf(long game) {
        Narrowing within = narrowing.get();
        return within == null ? 0 : within.reached().plyOf(game);
    }

    /** Narrows the list to the games that reached a position. */
    public void narrow(Position position, String title) {
        background.read(
                () -> workbook.positions().at(position, null),
                here -> narrowing.set(new Narrowing(title, here.games(), here.pending())));
    }

    /** Narrows the list to the games that show a pattern. */
    public void narrow(Pattern pattern, String title) {
        background.run(
                Texts.of("games.searching", title),
                (progress, cancel) -> workbook.positions().search(pattern, progress, cancel),
                found -> found.ifPresent(reached -> narrowing.set(new Narrowing(title, reached, 0))));
    }

    /**
     * Takes the text of the opening field: moves narrow the list to the games that reached the position after them,
     * other words are looked for among the names of openings.
     */
    public void opening(String text, Language language) {
        boolean moves = !text.isBlank()
                && new LineReader(language).read(Position.START, text) instanceof LineReading.Read read
                && !read.moves().isEmpty();
        if (moves && new LineReader(language).read(Position.START, text) instanceof LineReading.Read read) {
            Position position = Position.START.playAll(read.moves());
            narrow(position, Texts.of("games.after", text.strip()));
        } else {
            if (narrowing.get() != null && text.isBlank()) {
                widen();
            }
            GameFilter now = filter.get();
            filter.set(new GameFilter(
                    "",
                    now.player(),
                    now.side(),
                    now.opponent(),
                    now.event(),
                    now.from(),
                    now.to(),
                    now.result(),
                    now.fewestMoves(),
                    now.mostMoves(),
                    text,
                    null));
        }
    }

    // ---- files in and out

    public void importFiles(List<Path> files) {
        for (Path file : files) {
            String name = String.valueOf(file.getFileName());
            background.run(
                    Texts.of("games.importing", name),
                    (progress, cancel) ->
                            workbook.files().importPgn(file, Texts.of("undo.import", name), showing(progress), cancel),
                    this::imported);
        }
    }

    /** Imports from a stream that is opened on the working thread. */
    public void importStream(String name, Supplier<InputStream> source) {
        importStream(name, source, this::imported);
    }

    private void importStream(String name, Supplier<InputStream> source, Consumer<ImportReport> done) {
        background.run(
                Texts.of("games.importing", name),
                (progress, cancel) -> {
                    try (InputStream in = source.get()) {
                        return workbook.files()
                                .importPgn(
                                        in,
                                        Math.max(1, in.available()),
                                        name,
                                        Texts.of("undo.import", name),
                                        progress,
                                        cancel);
                    } catch (IOException failed) {
                        throw new UncheckedIOException(failed);
                    }
                },
                done);
    }

    /**
     * Imports from a stream if the workbook has no games.
     *
     * @param then runs when the games are there
     */
    public void importIfEmpty(String name, Supplier<InputStream> source, Runnable then) {
        arriving.set(true);
        background.read(workbook.games()::count, games -> {
            if (games == 0) {
                importStream(name, source, report -> {
                    imported(report);
                    then.run();
                });
            } else {
                arriving.set(false);
            }
        });
    }

    /** Whether the first games of a new workbook are on their way, so that it only looks empty. */
    public ReadOnlyBooleanProperty arrivingProperty() {
        return arriving.getReadOnlyProperty();
    }

    /** Lets the list show every now and then what has come in so far. */
    private Progress showing(Progress progress) {
        long[] last = {background.ticker().nanos()};
        return (fraction, games) -> {
            progress.at(fraction, games);
            if (background.ticker().nanos() - last[0] > SHOWN_DURING_IMPORT_NANOS) {
                last[0] = background.ticker().nanos();
                background.later(this::refresh);
            }
        };
    }

    private void imported(ImportReport report) {
        arriving.set(false);
        refresh();
        onImported.accept(report);
        index();
    }

    /** Goes over new games for the position index, in the background, if there are enough of them. */
    public void index() {
        background.read(workbook.positions()::wantsIndexing, wanted -> {
            if (wanted && !indexing) {
                indexing = true;
                background.run(
                        Texts.of("games.indexing"),
                        (progress, cancel) -> {
                            try {
                                workbook.positions().fill(progress, cancel);
                            } finally {
                                background.later(() -> indexing = false);
                            }
                            return true;
                        },
                        done -> refresh());
            }
        });
    }

    /** Writes the games to a file; nothing is asked and nothing lost if the file was there. */
    public void export(List<Long> chosen, Path target, Consumer<Long> done) {
        background.run(
                Texts.of("games.exporting", String.valueOf(target.getFileName())),
                (progress, cancel) -> workbook.files().exportPgn(chosen, target, progress, cancel),
                done);
    }

    /** Writes what the list shows of the games as a table. */
    public void exportTable(List<Long> chosen, Path target, Consumer<Long> done) {
        List<String> headings = List.of("white", "black", "result", "date", "event", "site", "round", "moves").stream()
                .map(key -> Texts.of("games." + key))
                .toList();
        background.run(
                Texts.of("games.exporting", String.valueOf(target.getFileName())),
                (progress, cancel) -> workbook.files().exportTable(chosen, headings, target, progress, cancel),
                done);
    }

    public void remove(List<Long> chosen) {
        if (chosen.isEmpty()) {
            return;
        }
        background.write(
                () -> {
                    String label = chosen.size() == 1
                            ? workbook.games()
                                    .summary(chosen.getFirst())
                                    .map(game -> Texts.of("undo.removeOne", GameNames.players(game)))
                                    .orElse("")
                            : Texts.of("undo.removeSome", chosen.size());
                    workbook.games().remove(chosen, label);
                    return true;
                },
                this::changed);
    }

    public void undo() {
        background.write(workbook.games()::undoInList, this::changed);
    }

    public void redo() {
        background.write(workbook.games()::redoInList, this::changed);
    }

    private void changed(boolean something) {
        refresh();
        if (something) {
            onListChanged.run();
        }
    }
}
