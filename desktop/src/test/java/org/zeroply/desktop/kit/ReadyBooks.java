package org.zeroply.desktop.kit;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.zeroply.desktop.ZeroPlyApp;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookOpening;

/**
 * New workbooks, made once and copied: making one takes longer than most tests that want one. How one is made is tested in the
 * workbook's own module, and by every start of the packaged program in a new folder.
 */
public final class ReadyBooks {
    private static final Map<Boolean, byte[]> MADE = new HashMap<>();

    private ReadyBooks() {}

    /** Puts a workbook where there is none, with the games of the sample club or empty. */
    public static synchronized void put(Path file, boolean withSample) {
        try {
            if (!MADE.containsKey(withSample)) {
                Path folder = Files.createTempDirectory("zero-ply");
                Path made = folder.resolve("made.zeroply");
                try (Workbook workbook = open(made, Clock.systemUTC())) {
                    if (withSample) {
                        ZeroPlyApp.fillWithSample(workbook);
                    }
                }
                MADE.put(withSample, Files.readAllBytes(made));
                try (var files = Files.list(folder)) {
                    // The file of the lock, too.
                    for (Path each : files.toList()) {
                        Files.delete(each);
                    }
                }
                Files.delete(folder);
            }
            if (!Files.exists(file)) {
                Files.write(file, Objects.requireNonNull(MADE.get(withSample)));
            }
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }

    /** Opens a workbook; an empty one is put there if there is none. */
    public static Workbook ready(Path file, Clock clock) {
        put(file, false);
        return open(file, clock);
    }

    private static Workbook open(Path file, Clock clock) {
        return ((WorkbookOpening.Opened) Workbook.open(file, clock)).workbook();
    }
}
