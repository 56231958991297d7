package org.zeroply.cli;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.zeroply.notation.TextBytes;

/** Files that a call names. */
final class InputFile {
    private InputFile() {}

    /** @throws IOException that says what is wrong with the file, by its name */
    static InputStream open(Path file) throws IOException {
        if (Files.isDirectory(file)) {
            throw new IOException(file + " is a folder, not a file");
        }
        return new BufferedInputStream(Files.newInputStream(file));
    }

    /** The whole text of a file, whether an older or a newer editor saved it. */
    static String text(Path file) throws IOException {
        try (InputStream in = open(file)) {
            return TextBytes.of(in.readAllBytes());
        }
    }
}
