package org.zeroply.store;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/** Files that appear complete or not at all: what is written goes to a draft beside the target first. */
public final class WholeFile {
    private WholeFile() {}

    /** Writes the content; says whether it is complete and the file is wanted. */
    public interface Content {
        boolean write(OutputStream out) throws IOException;
    }

    /** Replaces the target if the content is complete; otherwise the target stays as it was. */
    public static void write(Path target, Content content) throws IOException {
        Path draft = Files.createTempFile(
                target.toAbsolutePath().getParent(), String.valueOf(target.getFileName()), ".part");
        try {
            boolean complete;
            try (OutputStream out = Files.newOutputStream(draft)) {
                complete = content.write(out);
            }
            if (complete) {
                Files.move(draft, target, StandardCopyOption.REPLACE_EXISTING);
            }
        } finally {
            Files.deleteIfExists(draft);
        }
    }
}
