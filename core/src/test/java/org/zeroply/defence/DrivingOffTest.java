package org.zeroply.defence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

class DrivingOffTest {
    private static final ExactEndings EXACT = new ExactEndings(Shelf.NONE);

    private static final String KNIGHT = "2r2rk1/pp1bqppp/2n1p3/3pP3/3P1n2/P2B1N2/1P3PPP/R2QR1K1 w - - 0 18";

    private static DrivingOff drive(Position position, Square piece) {
        return DrivingOff.of(position, piece, Language.ENGLISH, EXACT, partial -> {}, new Cancel());
    }

    private static List<String> names(DrivingOff found) {
        return found.ways().stream()
                .map(way -> way.wish().text(Language.ENGLISH))
                .toList();
    }

    @Tag("long")
    @Test
    void whatIsPossibleNowComesFirstAndEachAimOnce() {
        DrivingOff found = drive(Fen.position(KNIGHT), Square.F4);
        assertThat(found.hangs()).isFalse();
        assertThat(names(found)).startsWith("g3", "Qd2").doesNotHaveDuplicates();
        assertThat(found.ways().stream().map(Readiness::isReady))
                .as("those that are ready stand before those that are not")
                .isSortedAccordingTo((a, b) -> Boolean.compare(b, a));
        Readiness pawn = found.ways().getFirst();
        assertThat(pawn.driven()).singleElement().satisfies(driven -> {
            assertThat(driven.piece()).isEqualTo(Square.F4);
            assertThat(driven.isTrapped()).isFalse();
        });
    }

    @Test
    void afterEveryWayThePieceWouldBeLostIfItStayed() {
        everyWayWins("6k1/p2p1ppp/1pp5/b7/8/PP3N2/5PPP/6K1 w - - 0 1", Square.A5);
    }

    @Tag("long")
    @Test
    void soItIsOnAFullBoard() {
        everyWayWins(KNIGHT, Square.F4);
        everyWayWins("r1bq1rk1/pp2bppp/2n1p3/3nN3/3P4/P1N5/1PB2PPP/R1BQR1K1 b - - 0 12", Square.E5);
    }

    private static void everyWayWins(String fen, Square piece) {
        Position position = Fen.position(fen);
        DrivingOff found = drive(position, piece);
        assertThat(found.ways()).isNotEmpty();
        for (Readiness way : found.ways()) {
            List<Move> moves = way.isReady() ? List.of() : way.sets().getFirst().inOrder();
            Position ready = Plan.after(position, moves);
            Move drive = way.wish().in(ready).orElseThrow();
            assertThat(Exchange.result(ready.play(drive), piece, position.sideToMove()))
                    .as(way.wish().text(Language.ENGLISH))
                    .isPositive();
        }
    }

    @Test
    void coloursExchangedTheWaysAreTheSame() {
        Position position = Fen.position("6k1/p2p1ppp/1pp5/b7/8/PP3N2/5PPP/6K1 w - - 0 1");
        DrivingOff found = drive(position, Square.A5);
        DrivingOff mirrored = drive(position.mirrored(), Square.A4);
        assertThat(found.ways().getFirst().driven()).allMatch(Readiness.Driven::isTrapped);
        assertThat(mirrored.ways()).hasSameSizeAs(found.ways());
        assertThat(mirrored.ways().getFirst().isReady())
                .isEqualTo(found.ways().getFirst().isReady());
    }

    @Test
    void whatHangsNeedNotBeDriven() {
        DrivingOff found = drive(Fen.position("4k3/8/8/8/3n4/8/3R4/4K3 w - - 0 1"), Square.D4);
        assertThat(found.hangs()).isTrue();
        assertThat(found.ways()).isEmpty();
    }

    @Test
    void onlyPiecesOfTheOtherSideAreDriven() {
        Position position = Fen.position(KNIGHT);
        for (Square square : List.of(Square.D4, Square.A6, Square.G8)) {
            assertThatThrownBy(() -> drive(position, square))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessageContaining(square.toString());
        }
    }

    @Test
    void itTellsWhatItHasAndStopsWhenItIsCancelled() {
        List<Integer> told = new ArrayList<>();
        Cancel cancel = new Cancel();
        DrivingOff found = DrivingOff.of(
                Fen.position(KNIGHT),
                Square.F4,
                Language.ENGLISH,
                EXACT,
                partial -> {
                    told.add(partial.ways().size());
                    cancel.cancel();
                },
                cancel);
        assertThat(told).containsExactly(1);
        assertThat(found.ways()).hasSize(1);
    }
}
