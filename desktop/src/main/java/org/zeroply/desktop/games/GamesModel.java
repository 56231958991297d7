package org.zeroply.desktop.games;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyLongProperty;
import javafx.beans.property.ReadOnlyLongWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import org.zeroply.desktop.Texts;
import org.zeroply.desktop.shell.Background;
import org.zeroply.store.GameSummary;
import org.zeroply.store.ImportReport;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;

/** The state and the decisions of the place Games. Lives on the interface thread; needs no window. */
public final class GamesModel {
    /** The list shows at most so many games; finding narrows it. */
    static final int MOST = 5_000;

    private final Workbook workbook;
    private final Background background;
    private final ObservableList<GameSummary> games = FXCollections.observableArrayList();
    private final StringProperty find = new SimpleStringProperty(this, "find", "");
    private final ReadOnlyLongWrapper count = new ReadOnlyLongWrapper(this, "count", 0);
    private final ReadOnlyObjectWrapper<UndoState> undo =
            new ReadOnlyObjectWrapper<>(this, "undo", new UndoState(null, null));
    private Consumer<ImportReport> onImported = report -> {};
    private Runnable onListChanged = () -> {};
    private long asked;

    public GamesModel(Workbook workbook, Background background) {
        this.workbook = workbook;
        this.background = background;
        find.subscribe(() -> refresh());
    }

    /** The games that the words to find leave, newest first. */
    public ObservableList<GameSummary> games() {
        return games;
    }

    public StringProperty findProperty() {
        return find;
    }

    /** How many games the workbook has in all. */
    public ReadOnlyLongProperty countProperty() {
        return count.getReadOnlyProperty();
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

    private record Listing(List<GameSummary> games, long count, UndoState undo) {}

    /** Asks the workbook anew; an answer that is overtaken by a later question is dropped. */
    public void refresh() {
        long question = ++asked;
        String words = find.get();
        background.read(
                () -> new Listing(workbook.find(words, MOST), workbook.count(), workbook.undoState()), listing -> {
                    if (question == asked) {
                        games.setAll(listing.games());
                        count.set(listing.count());
                        undo.set(listing.undo());
                    }
                });
    }

    public void importFiles(List<Path> files) {
        for (Path file : files) {
            String name = String.valueOf(file.getFileName());
            background.run(
                    Texts.of("games.importing", name),
                    (progress, cancel) -> workbook.importPgn(file, Texts.of("undo.import", name), progress, cancel),
                    this::imported);
        }
    }

    /** Imports from a stream that is opened on the working thread. */
    public void importStream(String name, java.util.function.Supplier<InputStream> source) {
        background.run(
                Texts.of("games.importing", name),
                (progress, cancel) -> {
                    try (InputStream in = source.get()) {
                        return workbook.importPgn(
                                in, Math.max(1, in.available()), name, Texts.of("undo.import", name), progress, cancel);
                    } catch (IOException failed) {
                        throw new UncheckedIOException(failed);
                    }
                },
                this::imported);
    }

    private void imported(ImportReport report) {
        refresh();
        onImported.accept(report);
    }

    /** Writes the games to a file; nothing is asked and nothing lost if the file was there. */
    public void export(List<GameSummary> chosen, Path target, Consumer<Long> done) {
        List<Long> ids = chosen.stream().map(GameSummary::id).toList();
        background.run(
                Texts.of("games.exporting", String.valueOf(target.getFileName())),
                (progress, cancel) -> workbook.exportPgn(ids, target, progress, cancel),
                done);
    }

    public void remove(List<GameSummary> chosen) {
        if (chosen.isEmpty()) {
            return;
        }
        List<Long> ids = new ArrayList<>(chosen.stream().map(GameSummary::id).toList());
        String label = chosen.size() == 1
                ? Texts.of("undo.removeOne", GameNames.players(chosen.getFirst()))
                : Texts.of("undo.removeSome", chosen.size());
        background.write(
                () -> {
                    workbook.remove(ids, label);
                    return true;
                },
                this::changed);
    }

    public void undo() {
        background.write(workbook::undoInList, this::changed);
    }

    public void redo() {
        background.write(workbook::redoInList, this::changed);
    }

    private void changed(boolean something) {
        refresh();
        if (something) {
            onListChanged.run();
        }
    }
}
