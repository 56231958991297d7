package org.zeroply.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MatchingTest {
    @ParameterizedTest
    @CsvSource({
        "'', Turn the board, TITLE_BEGINS",
        "turn, Turn the board, TITLE_BEGINS",
        "board turn, Turn the board, WORDS_BEGIN",
        "oard, Turn the board, CONTAINED",
        "trn, Turn the board, LETTERS_IN_ORDER",
        "trn brd, Turn the board, LETTERS_IN_ORDER",
        "urn tb, Turn the board, ",
        "tx, Turn the board, ",
        "bt, Turn the board, "
    })
    void theBestFitIsNamed(String text, String title, @Nullable Matching expected) {
        assertThat(Matching.of(text, title)).isEqualTo(expected);
    }
}
