package org.zeroply.rules;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Objects;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;

class ExchangeTest {
    @ParameterizedTest(name = "{0} on {1}: {3}")
    @CsvSource({
        // a free pawn; a guarded pawn and a rook; a guarded pawn and two rooks against one guard
        "4k3/8/8/3p4/8/8/8/3RK3 w - - 0 1, d5, WHITE, 1",
        "4k3/8/4p3/3p4/8/8/8/3RK3 w - - 0 1, d5, WHITE, 0",
        "4k3/3r4/8/3p4/8/8/3R4/3RK3 w - - 0 1, d5, WHITE, 1",
        // the pawn takes first, the knight would lose
        "4k3/8/4p3/3n4/4P3/2N5/8/4K3 w - - 0 1, d5, WHITE, 3",
        // rook behind rook behind queen: the queen must not begin
        "3rk3/3r4/8/3p4/8/8/3Q4/3RK3 w - - 0 1, d5, WHITE, 0",
        // the only guard is pinned to its king across the line
        "3k4/3n4/5p2/4p3/8/5N2/8/3RK3 w - - 0 1, e5, WHITE, 0",
        "3k4/3n4/8/4p3/8/5N2/8/3RK3 w - - 0 1, e5, WHITE, 1",
        // the pinned piece may take along the pin
        "4k3/8/4r3/8/4R3/8/8/4K3 w - - 0 1, e6, WHITE, 5",
        "4k3/3b4/4r3/8/4R3/8/8/4K3 w - - 0 1, e6, WHITE, 0",
        // the king takes what nothing guards, and leaves what is guarded
        "4k3/8/8/8/8/8/5p2/4K3 w - - 0 1, f2, WHITE, 1",
        "4k3/8/8/8/7b/8/5p2/4K3 w - - 0 1, f2, WHITE, 0",
        // a capture that promotes counts the queen, which may be lost again
        "3n4/4P1k1/8/8/8/8/8/4K3 w - - 0 1, d8, WHITE, 11",
        "2rn4/4P1k1/8/8/8/8/8/4K3 w - - 0 1, d8, WHITE, 2",
        // nothing there, or the own man
        "4k3/8/8/8/8/8/8/3RK3 w - - 0 1, d5, WHITE, 0",
        "4k3/8/8/3P4/8/8/8/3RK3 w - - 0 1, d5, WHITE, 0"
    })
    void netGainOfBestPlayOnOneSquare(String fen, String square, Side first, int pawns) {
        Position position = Fen.position(fen);
        Square target = Objects.requireNonNull(Square.parse(square));
        assertThat(Exchange.result(position, target, first)).isEqualTo(pawns);
        Position mirrored = position.mirrored();
        assertThat(Exchange.result(mirrored, Square.of(target.ordinal() ^ 56), first.opposite()))
                .as("with colours exchanged")
                .isEqualTo(pawns);
    }

    @Test
    void pinsAreJudgedAnewAsMenLeave() {
        Position pinned = Fen.position("4k3/8/4b3/3p4/8/8/8/3RR1K1 w - - 0 1");
        assertThat(Exchange.result(pinned, Square.D5, Side.WHITE)).isEqualTo(1);
        Position pinnerTakes = Fen.position("4k3/8/4b3/3pR3/8/8/8/6K1 w - - 0 1");
        assertThat(Exchange.result(pinnerTakes, Square.D5, Side.WHITE)).isZero();
    }

    @Test
    void orderOfUseShowsMenBehindMen() {
        Position position = Fen.position("3r1rk1/8/4p3/3p4/2P5/1BN5/3R4/3Q2K1 w - - 0 1");
        assertThat(order(position, Side.WHITE)).isEqualTo("c4 c3 b3 d2 d1");
        assertThat(order(position, Side.BLACK)).isEqualTo("e6 d8");
    }

    @Test
    void aPinnedManIsNotInTheOrder() {
        Position position = Fen.position("4k3/8/8/3p4/8/2N5/8/b3K3 w - - 0 1");
        assertThat(order(position, Side.WHITE)).isEqualTo("c3");
        Position pinned = Fen.position("4k3/8/8/3p4/1b6/2N5/8/4K3 w - - 0 1");
        assertThat(order(pinned, Side.WHITE)).isEmpty();
    }

    @Test
    void looseAndHangingAreDifferentThings() {
        Position position = Fen.position("4k3/8/2n5/8/8/8/2R5/4K3 b - - 0 1");
        assertThat(Exchange.isLoose(position, Square.C6)).isTrue();
        assertThat(Exchange.isHanging(position, Square.C6)).isTrue();
        assertThat(Exchange.isLoose(position, Square.C2)).isTrue();
        assertThat(Exchange.isHanging(position, Square.C2)).isFalse();
        assertThat(Exchange.isLoose(position, Square.E8)).isFalse();
    }

    private static String order(Position position, Side side) {
        return Exchange.orderOfUse(position, Square.D5, side).stream()
                .map(Square::toString)
                .collect(Collectors.joining(" "));
    }
}
