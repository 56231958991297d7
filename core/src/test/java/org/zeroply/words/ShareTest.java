package org.zeroply.words;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShareTest {
    @ParameterizedTest
    @CsvSource({"0.17, .17", "0.2, .20", "1, 1.00", "1.049, 1.05", "-0.2, −.20", "0.004, 0", "-0.001, 0", "0, 0"})
    void aPartOfAPointHasTwoDecimalsAndNoNoughtInFront(double points, String text) {
        assertThat(Words.share(points)).isEqualTo(text);
    }
}
