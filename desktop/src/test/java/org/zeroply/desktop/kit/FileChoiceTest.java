package org.zeroply.desktop.kit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.kit.FileChoice.Purpose;

class FileChoiceTest {
    /** A dialog is named by what it does, so no two are named alike. */
    @Test
    void everyPurposeHasATitleOfItsOwn() {
        assertThat(Stream.of(Purpose.values()).map(Purpose::title))
                .doesNotHaveDuplicates()
                .allMatch(title -> title.contains(" ") && !title.contains("files."));
    }
}
