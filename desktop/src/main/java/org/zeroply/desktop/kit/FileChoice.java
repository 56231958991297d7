package org.zeroply.desktop.kit;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/** Asks the user for files; replaced in tests, where no system dialog can open. */
public interface FileChoice {
    /** How the name of a workbook ends. */
    String ENDING = ".zeroply";

    List<Path> toImport();

    Optional<Path> toExport(String suggestedName);

    /** A table of games that is to be written. */
    Optional<Path> toTable(String suggestedName);

    /** A paper that is to be written, such as {@code PDF} or {@code HTML}. */
    Optional<Path> toPaper(String suggestedName, String kind);

    /** A workbook that is there. */
    Optional<Path> toOpen();

    /** A workbook that is to be made, with its ending. */
    Optional<Path> toCreate(String suggestedName);

    /** The system's own dialogs. */
    static FileChoice system(Window owner) {
        return new FileChoice() {
            @Override
            public List<Path> toImport() {
                List<File> files = games("files.import").showOpenMultipleDialog(owner);
                return files == null
                        ? List.of()
                        : files.stream().map(File::toPath).toList();
            }

            @Override
            public Optional<Path> toExport(String suggestedName) {
                FileChooser chooser = games("files.export");
                chooser.setInitialFileName(suggestedName);
                return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath);
            }

            @Override
            public Optional<Path> toTable(String suggestedName) {
                return save("files.table", suggestedName, "CSV");
            }

            @Override
            public Optional<Path> toPaper(String suggestedName, String kind) {
                return save("files.paper", suggestedName, kind);
            }

            private Optional<Path> save(String title, String suggestedName, String kind) {
                String ending = "*." + kind.toLowerCase(Locale.ROOT);
                FileChooser chooser =
                        chooser(title, new FileChooser.ExtensionFilter(kind, ending, ending.toUpperCase(Locale.ROOT)));
                chooser.setInitialFileName(suggestedName);
                return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath);
            }

            @Override
            public Optional<Path> toOpen() {
                return Optional.ofNullable(workbooks("files.open").showOpenDialog(owner))
                        .map(File::toPath);
            }

            @Override
            public Optional<Path> toCreate(String suggestedName) {
                FileChooser chooser = workbooks("files.create");
                chooser.setInitialFileName(suggestedName);
                return Optional.ofNullable(chooser.showSaveDialog(owner))
                        .map(file -> file.getName().contains(".") ? file : new File(file.getPath() + ENDING))
                        .map(File::toPath);
            }

            private static FileChooser workbooks(String title) {
                return chooser(title, new FileChooser.ExtensionFilter(Texts.of("app.name"), '*' + ENDING));
            }

            private static FileChooser games(String title) {
                return chooser(title, new FileChooser.ExtensionFilter("PGN", "*.pgn", "*.PGN"));
            }

            private static FileChooser chooser(String title, FileChooser.ExtensionFilter first) {
                FileChooser chooser = new FileChooser();
                chooser.setTitle(Texts.of(title));
                chooser.getExtensionFilters()
                        .addAll(first, new FileChooser.ExtensionFilter(Texts.of("files.all"), "*.*"));
                return chooser;
            }
        };
    }
}
