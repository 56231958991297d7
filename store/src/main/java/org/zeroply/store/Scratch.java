package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;

/** Folders of the system for things that are needed for a moment. */
final class Scratch {
    private Scratch() {}

    /** Deletes a folder of our own making and the files in it. */
    static void delete(Path folder) throws IOException {
        List<Path> files;
        try (Stream<Path> inside = Files.walk(folder)) {
            files = inside.toList().reversed();
        }
        for (Path file : files) {
            Files.deleteIfExists(file);
        }
    }
}
