package org.zeroply.notation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumMap;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Square;

class SetupListTest {
    private static Map<Square, Piece> read(String text) {
        SetupList.Reading reading = SetupList.read(text, Language.ENGLISH);
        assertThat(reading).as(text).isInstanceOf(SetupList.Reading.Read.class);
        return ((SetupList.Reading.Read) reading).men();
    }

    @Test
    void whatIsWrittenIsReadBackInEveryLanguage() {
        Random random = new Random(20261124);
        for (int round = 0; round < 300; round++) {
            Map<Square, Piece> men = new EnumMap<>(Square.class);
            for (int i = 0; i < random.nextInt(33); i++) {
                men.put(Square.of(random.nextInt(64)), Piece.values()[random.nextInt(12)]);
            }
            for (Language language : Language.values()) {
                String text = SetupList.write(men, language);
                assertThat(SetupList.read(text, language))
                        .as(text)
                        .isInstanceOfSatisfying(
                                SetupList.Reading.Read.class,
                                read -> assertThat(read.men()).containsExactlyInAnyOrderEntriesOf(men));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "White: K g1, R a1 f1, pawns a2 b2  Black: K g8",
                "White: Kg1, Ra1, Rf1, a2, b2; Black: Kg8",
                "white Kg1 Ra1 Rf1 Pa2 b2 black K g8",
                "White: ♔g1 ♖ a1 f1 pawn a2 pawn b2. Black: K G8"
            })
    void peopleWriteListsInDifferentWays(String text) {
        assertThat(new EnumMap<>(read(text)))
                .containsOnly(
                        Map.entry(Square.G1, Piece.WHITE_KING),
                        Map.entry(Square.A1, Piece.WHITE_ROOK),
                        Map.entry(Square.F1, Piece.WHITE_ROOK),
                        Map.entry(Square.A2, Piece.WHITE_PAWN),
                        Map.entry(Square.B2, Piece.WHITE_PAWN),
                        Map.entry(Square.G8, Piece.BLACK_KING));
    }

    @ParameterizedTest
    @CsvSource({"'Kg1', 1, Kg1", "'White: Kg1 Xa3', 12, Xa3", "'White: Kg1 Ng1', 12, Ng1", "'White: K i9', 10, i9"})
    void theFirstPlaceThatMakesNoSenseIsNamed(String text, int place, String token) {
        assertThat(SetupList.read(text, Language.ENGLISH))
                .isInstanceOfSatisfying(SetupList.Reading.Refused.class, refused -> {
                    assertThat(refused.place()).isEqualTo(place);
                    assertThat(refused.token()).isEqualTo(token);
                    assertThat(refused.reason()).isNotBlank();
                });
    }
}
