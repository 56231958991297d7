package org.zeroply.desktop.shell;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import org.zeroply.desktop.Texts;

/** Asks the user for files; replaced in tests, where no system dialog can open. */
public interface FileChoice {
    List<Path> toImport();

    Optional<Path> toExport(String suggestedName);

    /** The system's own dialogs. */
    static FileChoice system(Window owner) {
        return new FileChoice() {
            @Override
            public List<Path> toImport() {
                List<File> files = chooser("files.import").showOpenMultipleDialog(owner);
                return files == null
                        ? List.of()
                        : files.stream().map(File::toPath).toList();
            }

            @Override
            public Optional<Path> toExport(String suggestedName) {
                FileChooser chooser = chooser("files.export");
                chooser.setInitialFileName(suggestedName);
                return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath);
            }

            private FileChooser chooser(String title) {
                FileChooser chooser = new FileChooser();
                chooser.setTitle(Texts.of(title));
                chooser.getExtensionFilters()
                        .addAll(
                                new FileChooser.ExtensionFilter("PGN", "*.pgn", "*.PGN"),
                                new FileChooser.ExtensionFilter(Texts.of("files.all"), "*.*"));
                return chooser;
            }
        };
    }
}
