package org.zeroply.store;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

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
                force(draft);
                Files.move(draft, target, StandardCopyOption.REPLACE_EXISTING);
                sync(target);
            }
        } finally {
            Files.deleteIfExists(draft);
        }
    }

    /** Has the content of a file on the disk. */
    static void force(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.WRITE)) {
            channel.force(true);
        }
    }

    /** Has the name of a file on the disk, which is kept in its folder; where a system does not give that, it is left to it. */
    static void sync(Path file) {
        Path folder = file.toAbsolutePath().getParent();
        if (folder != null) {
            try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
                channel.force(true);
            } catch (IOException notHere) {
                // Some systems do not open folders; they keep names by themselves.
            }
        }
    }
}
