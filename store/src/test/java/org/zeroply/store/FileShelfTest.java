package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FileShelfTest {
    @TempDir
    Path folder;

    @Test
    void keepsWhatIsPutAndForgetsNothing() throws IOException {
        Path place = folder.resolve("deep").resolve("endings");
        FileShelf shelf = new FileShelf(place);
        assertThat(shelf.take("KQ-K")).isNull();
        shelf.put("KQ-K", new byte[] {1, 2, 3});
        shelf.put("KQ-K", new byte[] {4, 5});
        assertThat(new FileShelf(place).take("KQ-K")).containsExactly(4, 5);
        try (var files = Files.list(place)) {
            assertThat(files.toList()).hasSize(1);
        }
    }

    @Test
    void aDiskThatRefusesOnlyForgets() throws IOException {
        Path blocked = folder.resolve("file");
        Files.writeString(blocked, "not a folder");
        FileShelf shelf = new FileShelf(blocked);
        shelf.put("KQ-K", new byte[] {1});
        assertThat(shelf.take("KQ-K")).isNull();
        assertThat(Files.readString(blocked)).isEqualTo("not a folder");
    }
}
