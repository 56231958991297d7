package org.zeroply.desktop.kit;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.gametree.Game;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.store.Workbook;

/**
 * What tests of models stand on: a real workbook in a folder, background work that is done at once, and an analyst that does
 * not think. No window.
 */
@SuppressWarnings("NullAway.Init")
public abstract class OnAWorkbook {
    protected static final Clock CLOCK = Clock.fixed(Instant.parse("2026-11-24T09:00:00Z"), ZoneOffset.UTC);

    @TempDir
    protected Path folder;

    protected final FakeAnalyst analyst = new FakeAnalyst();
    protected final Background background = AtOnce.background();
    protected final CalculatorService service = new CalculatorService(
            background.calculating(), Runnable::run, plain -> plain, () -> analyst, () -> analyst, () -> analyst);

    /** What went wrong in the background; nothing must, unless a test says so. */
    protected final List<Throwable> failures = new ArrayList<>();

    protected Workbook workbook;

    @BeforeEach
    final void openWorkbook() {
        background.setOnFailure(failures::add);
        workbook = open("club.zeroply");
    }

    @AfterEach
    final void closeWorkbook() {
        workbook.close();
        if (!failures.isEmpty()) {
            throw new AssertionError("something went wrong in the background", failures.getFirst());
        }
    }

    protected final Workbook open(String name) {
        return ReadyBooks.ready(folder.resolve(name), CLOCK);
    }

    protected static Game game(String pgn) {
        try {
            byte[] bytes = pgn.getBytes(StandardCharsets.UTF_8);
            PgnEntry entry = new PgnReader(new ByteArrayInputStream(bytes)).next();
            return ((PgnEntry.Read) Objects.requireNonNull(entry)).game();
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
    }

    /** The moves of a line from a position, with spaces between. */
    protected static List<Move> moves(Position start, String line) {
        List<Move> moves = new ArrayList<>();
        Position position = start;
        for (String name : line.split(" ")) {
            moves.add(Objects.requireNonNull(San.read(position, name), name));
            position = position.play(moves.getLast());
        }
        return moves;
    }
}
