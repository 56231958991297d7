package org.zeroply.store;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.Game;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.San;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.sample.SampleClub;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Workbooks and games as tests need them. */
final class Books {
    static final Clock CLOCK = Clock.fixed(Instant.parse("2026-11-24T09:00:00Z"), ZoneOffset.UTC);

    private static byte @Nullable [] made;

    private Books() {}

    static Workbook open(Path file) {
        return open(file, CLOCK);
    }

    static Workbook open(Path file, Clock clock) {
        copyNew(file);
        WorkbookOpening opening = Workbook.open(file, clock);
        if (opening instanceof WorkbookOpening.Opened opened) {
            return opened.workbook();
        }
        throw new AssertionError("the workbook did not open: " + opening);
    }

    /** A new workbook is made once and copied, since that takes a tenth of the time; {@link WorkbookTest} makes its own. */
    private static synchronized void copyNew(Path file) {
        try {
            if (made == null) {
                Path folder = Files.createTempDirectory("zero-ply");
                Path first = folder.resolve("made.zeroply");
                ((WorkbookOpening.Opened) Workbook.open(first, CLOCK))
                        .workbook()
                        .close();
                made = Files.readAllBytes(first);
                Scratch.delete(folder);
            }
            if (!Files.exists(file)) {
                Files.write(file, made);
            }
        } catch (IOException failed) {
            throw new AssertionError(failed);
        }
    }

    static Game game(String pgn) {
        try {
            PgnEntry entry = new PgnReader(new ByteArrayInputStream(pgn.getBytes(StandardCharsets.UTF_8))).next();
            return ((PgnEntry.Read) Objects.requireNonNull(entry)).game();
        } catch (IOException impossible) {
            throw new AssertionError(impossible);
        }
    }

    static ImportReport take(Workbook workbook, String pgn) throws IOException {
        byte[] bytes = pgn.getBytes(StandardCharsets.UTF_8);
        return workbook.files()
                .importPgn(
                        new ByteArrayInputStream(bytes),
                        bytes.length,
                        "test.pgn",
                        "import",
                        Progress.SILENT,
                        new Cancel());
    }

    /** The games of the sample club. */
    static void takeClub(Workbook workbook) throws IOException {
        try (InputStream in = SampleClub.games()) {
            workbook.files().importPgn(in, 1, "club.pgn", "import", Progress.SILENT, new Cancel());
        }
    }

    /** The moves of a line from the initial position, with spaces between. */
    static List<Move> moves(String line) {
        List<Move> moves = new ArrayList<>();
        Position position = Position.START;
        for (String name : line.split(" ")) {
            moves.add(Objects.requireNonNull(San.read(position, name), name));
            position = position.play(moves.getLast());
        }
        return moves;
    }

    static Repertoire with(Repertoire repertoire, String line) {
        return ((Repertoire.Adding.Added) repertoire.addLine(Repertoire.ROOT, moves(line))).repertoire();
    }

    /** A repertoire of White's with one line. */
    static Repertoire repertoire(String line) {
        return with(Repertoire.empty(Side.WHITE), line);
    }

    /** The repertoire with a reason for its first move. */
    static Repertoire reason(Repertoire repertoire, String reason) {
        Answer first = repertoire.root().answers().getFirst();
        return repertoire.with(Repertoire.ROOT, first.withNote(Answer.Note.REASON, reason));
    }
}
