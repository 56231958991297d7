package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.zeroply.ending.Shelf;

/**
 * Solved endings as files in a folder of the machine, not in a workbook: they are the same for everybody and large. A
 * disk that refuses costs only the time to solve them again.
 */
public final class FileShelf implements Shelf {
    private static final Logger LOG = LoggerFactory.getLogger(FileShelf.class);

    /** Part of each name: a file of another format is another file. */
    private static final String SUFFIX = ".ending1";

    private final Path folder;

    public FileShelf(Path folder) {
        this.folder = folder;
    }

    /** Where the endings of a user stand on this kind of machine. */
    public static FileShelf usual() {
        String home = System.getProperty("user.home", ".");
        String os = System.getProperty("os.name", "").toLowerCase(Locale.ROOT);
        String local = System.getenv("LOCALAPPDATA");
        String cache = System.getenv("XDG_CACHE_HOME");
        Path base = os.contains("win") && local != null
                ? Path.of(local)
                : os.contains("mac")
                        ? Path.of(home, "Library", "Caches")
                        : cache != null && !cache.isBlank() ? Path.of(cache) : Path.of(home, ".cache");
        return new FileShelf(base.resolve("zeroply").resolve("endings"));
    }

    @Override
    public byte @Nullable [] take(String name) {
        Path file = folder.resolve(name + SUFFIX);
        if (!Files.isRegularFile(file)) {
            return null;
        }
        try {
            return Files.readAllBytes(file);
        } catch (IOException unreadable) {
            LOG.warn("ending {} could not be read: {}", name, unreadable.toString());
            return null;
        }
    }

    /** Written beside and moved into place, so that a half-written file is never taken for an ending. */
    @Override
    public void put(String name, byte[] table) {
        try {
            Files.createDirectories(folder);
            Path half = Files.createTempFile(folder, name, ".half");
            Files.write(half, table);
            Files.move(half, folder.resolve(name + SUFFIX), StandardCopyOption.REPLACE_EXISTING);
        } catch (IOException notKept) {
            LOG.warn("ending {} was not kept: {}", name, notKept.toString());
        }
    }
}
