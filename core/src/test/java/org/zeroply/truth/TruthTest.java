package org.zeroply.truth;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

/** A few of each kind in every run; thousands by the bench. */
class TruthTest {
    @Test
    void theProductAgreesWithItsPlainTwins() {
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        int disagreements = Truth.run(20, new PrintStream(said, true, StandardCharsets.UTF_8));
        String table = said.toString(StandardCharsets.UTF_8);
        assertThat(disagreements).as(table).isZero();
        assertThat(table.lines()).hasSize(8).allMatch(line -> line.contains("20 compared, 0 disagreements"));
    }
}
