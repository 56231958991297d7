package org.zeroply.defence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

class PinEscapeTest {
    private static final ExactEndings EXACT = new ExactEndings(Shelf.NONE);

    static Stream<List<String>> telling() {
        return Rows.telling("pins.txt").stream();
    }

    static Stream<List<String>> positions() {
        return Rows.of("pins.txt").stream();
    }

    private static Pin pin(String squares) {
        List<Square> named = Stream.of(squares.split(" "))
                .map(name -> Square.valueOf(name.toUpperCase(Locale.ROOT)))
                .toList();
        return new Pin(named.get(0), named.get(1), named.get(2));
    }

    @ParameterizedTest
    @MethodSource("telling")
    void theWaysOutAreFoundByKind(List<String> row) {
        check(row);
    }

    @Tag("long")
    @ParameterizedTest
    @MethodSource("positions")
    void soItIsOnEveryPosition(List<String> row) {
        check(row);
    }

    private static void check(List<String> row) {
        Position position = Fen.position(row.get(0));
        Pin pin = pin(row.get(1));
        assertThat(Pin.of(position, position.sideToMove())).contains(pin);
        PinEscape escape = PinEscape.of(position, pin, EXACT, new Cancel());
        assertThat(escape.ways().stream()
                        .map(way -> San.write(position, way.move()) + " "
                                + way.kinds().stream().map(Enum::name).sorted().collect(Collectors.joining(" ")))
                        .toList())
                .as("all ways, and no other")
                .containsExactlyInAnyOrderElementsOf(Rows.parts(row.get(2)));
        for (String name : Rows.parts(row.get(3))) {
            assertThat(escape.ways()).as(name).noneMatch(way -> way.move().equals(Rows.move(position, name)));
        }
    }

    @Test
    void thePositionsShowEveryKind() {
        Set<PinWay> shown = EnumSet.noneOf(PinWay.class);
        for (List<String> row : Rows.of("pins.txt")) {
            Rows.parts(row.get(2)).stream()
                    .flatMap(part -> Stream.of(part.split(" ")).skip(1))
                    .map(PinWay::valueOf)
                    .forEach(shown::add);
        }
        assertThat(shown).isEqualTo(EnumSet.allOf(PinWay.class));
    }

    @Test
    void aKingInFrontAndAManWorthAsMuchAreNoPins() {
        assertThat(Pin.of(Fen.position("4r1k1/8/8/8/4K3/8/4Q3/8 w - - 0 1"), Side.WHITE))
                .isEmpty();
        assertThat(Pin.of(Fen.position("4r1k1/8/8/8/4N3/4P3/4B3/3K4 w - - 0 1"), Side.WHITE))
                .isEmpty();
        Position position = Fen.position("4r1k1/8/8/8/4N3/8/8/4K3 w - - 0 1");
        assertThat(Pin.of(position, Side.WHITE))
                .singleElement()
                .satisfies(pin -> assertThat(pin.behind()).isEqualTo(Square.E1));
        assertThatThrownBy(() -> PinEscape.of(position, pin("e5 e8 e1"), EXACT, new Cancel()))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
