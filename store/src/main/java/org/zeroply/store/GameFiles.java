package org.zeroply.store;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.zeroply.notation.PgnWriter;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Games out of files and into files. Any thread may call any method. */
public final class GameFiles {
    private final Workbook workbook;

    GameFiles(Workbook workbook) {
        this.workbook = workbook;
    }

    /**
     * Takes the games of a PGN file in, in batches of at most 50 ms, so that edits get in between. Progress counts games.
     *
     * @param label how the status line names the import when it can be undone
     */
    public ImportReport importPgn(Path pgn, String label, Progress progress, Cancel cancel) throws IOException {
        long size = Math.max(1, Files.size(pgn));
        try (InputStream in = Files.newInputStream(pgn)) {
            return importPgn(in, size, String.valueOf(pgn.getFileName()), label, progress, cancel);
        }
    }

    /**
     * @param size the length of the stream in bytes, for the progress
     */
    public ImportReport importPgn(
            InputStream in, long size, String name, String label, Progress progress, Cancel cancel) throws IOException {
        return new PgnImport(workbook, in, size, name, label).run(progress, cancel);
    }

    /** Writes games to a PGN file; the file appears complete or not at all. Progress counts games. */
    public long exportPgn(List<Long> ids, Path target, Progress progress, Cancel cancel) throws IOException {
        return export(
                target,
                out -> {
                    long done = 0;
                    for (long id : ids) {
                        if (cancel.isRequested()) {
                            break;
                        }
                        PgnWriter.write(workbook.games().read(id), out);
                        progress.at((double) ++done / ids.size(), done);
                    }
                    return done;
                },
                cancel);
    }

    /** Writes what the list shows of games as a table (CSV); complete or not at all. Progress counts games. */
    public long exportTable(List<Long> ids, List<String> headings, Path target, Progress progress, Cancel cancel)
            throws IOException {
        return export(
                target,
                out -> {
                    long done = 0;
                    try (GameTable table = new GameTable(out, headings)) {
                        for (long id : ids) {
                            if (cancel.isRequested()) {
                                break;
                            }
                            for (GameSummary game : workbook.games().summaries(new long[] {id})) {
                                table.add(game);
                            }
                            progress.at((double) ++done / ids.size(), done);
                        }
                    }
                    return done;
                },
                cancel);
    }

    private interface Writing {
        long write(Writer out) throws IOException;
    }

    private static long export(Path target, Writing writing, Cancel cancel) throws IOException {
        long[] done = new long[1];
        WholeFile.write(target, stream -> {
            try (Writer out = new BufferedWriter(new OutputStreamWriter(stream, StandardCharsets.UTF_8))) {
                done[0] = writing.write(out);
            }
            return !cancel.isRequested();
        });
        return done[0];
    }
}
