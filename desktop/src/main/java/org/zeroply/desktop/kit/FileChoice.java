package org.zeroply.desktop.kit;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/** Asks the user for files; replaced in tests, where no system dialog can open. */
public interface FileChoice {
    /** How the name of a workbook ends. */
    String ENDING = ".zeroply";

    /** What a file is wanted for: the dialog says so at its top, and shows the files that can be meant first. */
    enum Purpose {
        READ_GAMES("PGN"),
        READ_PAPERS("PGN"),
        READ_SCRIPTS("TXT"),
        READ_REPERTOIRE("PGN"),
        READ_SHEET("PGN"),
        WRITE_SHEET("PGN"),
        WRITE_GAMES("PGN"),
        WRITE_PAPER("PGN"),
        WRITE_HOMEWORK("PGN"),
        WRITE_SCRIPTS("TXT"),
        WRITE_REPERTOIRE("PGN"),
        WRITE_GAME_TABLE("CSV"),
        WRITE_RESULTS("CSV"),
        WRITE_ACCOUNTS("CSV"),
        WRITE_MINUTES("CSV"),
        WRITE_CALENDAR("ICS"),
        READ_CALENDAR("ICS"),
        OPEN_WORKBOOK(Texts.of("app.name")),
        MERGE_WORKBOOK(Texts.of("app.name")),
        NEW_WORKBOOK(Texts.of("app.name")),
        COPY_WORKBOOK(Texts.of("app.name")),
        RESCUED_WORKBOOK(Texts.of("app.name"));

        private final String kind;

        Purpose(String kind) {
            this.kind = kind;
        }

        /** What stands at the top of the dialog. */
        public String title() {
            return Texts.of("files." + name());
        }

        private FileChooser chooser() {
            String ending = kind.equals(Texts.of("app.name")) ? ENDING : '.' + kind.toLowerCase(Locale.ROOT);
            return FileChoice.chooser(
                    title(),
                    new FileChooser.ExtensionFilter(kind, '*' + ending, '*' + ending.toUpperCase(Locale.ROOT)));
        }
    }

    /** Files that are to be read. */
    List<Path> toRead(Purpose purpose);

    /** A file that is to be written. */
    Optional<Path> toWrite(Purpose purpose, String suggestedName);

    /** A paper that is to be written, such as {@code PDF} or {@code HTML}. */
    Optional<Path> toPaper(String suggestedName, String kind);

    /** A workbook that is there. */
    Optional<Path> toOpen(Purpose purpose);

    /** A workbook that is to be made, with its ending. */
    Optional<Path> toCreate(Purpose purpose, String suggestedName);

    /** A folder for something. */
    Optional<Path> toFolder(String title);

    private static FileChooser chooser(String title, FileChooser.ExtensionFilter first) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        chooser.getExtensionFilters().addAll(first, new FileChooser.ExtensionFilter(Texts.of("files.all"), "*.*"));
        return chooser;
    }

    /** The system's own dialogs. */
    static FileChoice system(Window owner) {
        return new FileChoice() {
            @Override
            public List<Path> toRead(Purpose purpose) {
                List<File> files = purpose.chooser().showOpenMultipleDialog(owner);
                return files == null
                        ? List.of()
                        : files.stream().map(File::toPath).toList();
            }

            @Override
            public Optional<Path> toWrite(Purpose purpose, String suggestedName) {
                return save(purpose.chooser(), suggestedName);
            }

            @Override
            public Optional<Path> toPaper(String suggestedName, String kind) {
                String ending = "*." + kind.toLowerCase(Locale.ROOT);
                FileChooser.ExtensionFilter first =
                        new FileChooser.ExtensionFilter(kind, ending, ending.toUpperCase(Locale.ROOT));
                return save(chooser(Texts.of("files.paper", kind), first), suggestedName);
            }

            private Optional<Path> save(FileChooser chooser, String suggestedName) {
                chooser.setInitialFileName(suggestedName);
                return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath);
            }

            @Override
            public Optional<Path> toOpen(Purpose purpose) {
                return Optional.ofNullable(purpose.chooser().showOpenDialog(owner))
                        .map(File::toPath);
            }

            @Override
            public Optional<Path> toFolder(String title) {
                DirectoryChooser chooser = new DirectoryChooser();
                chooser.setTitle(title);
                return Optional.ofNullable(chooser.showDialog(owner)).map(File::toPath);
            }

            @Override
            public Optional<Path> toCreate(Purpose purpose, String suggestedName) {
                FileChooser chooser = purpose.chooser();
                chooser.setInitialFileName(suggestedName);
                return Optional.ofNullable(chooser.showSaveDialog(owner))
                        .map(file -> file.getName().contains(".") ? file : new File(file.getPath() + ENDING))
                        .map(File::toPath);
            }
        };
    }
}
