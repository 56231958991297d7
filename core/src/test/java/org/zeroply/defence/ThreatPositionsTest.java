package org.zeroply.defence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.work.Cancel;

/** Pins, skewers, discoveries, forks and trapped pieces are found as threats; what looks like one and wins nothing is not. */
class ThreatPositionsTest {
    private static List<Threat> threats(Position position) {
        return new Threats().against(position, new Cancel());
    }

    private static List<String> firstMoves(Position position) {
        return threats(position).stream()
                .map(threat -> San.write(position.play(Move.PASS), threat.line().getFirst()))
                .toList();
    }

    static Stream<List<String>> telling() {
        return Rows.telling("threats.txt").stream();
    }

    static Stream<List<String>> positions() {
        return Rows.of("threats.txt").stream();
    }

    @ParameterizedTest
    @MethodSource("telling")
    void whatWinsIsAThreatAndWhatLooksLikeItIsNone(List<String> row) {
        check(row);
    }

    @Tag("long")
    @ParameterizedTest
    @MethodSource("positions")
    void soItIsInEveryPosition(List<String> row) {
        check(row);
    }

    private static void check(List<String> row) {
        Position position = Fen.position(row.get(1));
        List<String> found = firstMoves(position);
        if (row.get(2).isEmpty()) {
            assertThat(found).as("%s by %s", row.get(0), row.get(3)).isEmpty();
            assertThat(threats(position.mirrored())).isEmpty();
        } else {
            assertThat(found).as(row.get(0)).startsWith(row.get(2));
            Move move = Rows.move(position.play(Move.PASS), row.get(2));
            assertThat(threats(position.mirrored()).getFirst().line().getFirst())
                    .as("colours exchanged")
                    .isEqualTo(new Move(mirrored(move.from()), mirrored(move.to()), move.promotion()));
        }
    }

    private static Square mirrored(Square square) {
        return Square.of(square.file(), 7 - square.rank());
    }

    @Test
    void everyKindIsThereAsOftenAsWhatLooksLikeIt() {
        List<List<String>> rows = Rows.of("threats.txt");
        for (String kind : List.of("discovery", "discovered-check", "pin", "skewer", "fork", "trapped")) {
            List<List<String>> those =
                    rows.stream().filter(row -> row.get(0).equals(kind)).toList();
            assertThat(those.stream().filter(row -> row.get(2).isEmpty()))
                    .as(kind)
                    .hasSizeGreaterThanOrEqualTo(17);
            assertThat(those.stream().filter(row -> !row.get(2).isEmpty()))
                    .as(kind)
                    .hasSizeGreaterThanOrEqualTo(19);
        }
    }

    @ParameterizedTest
    @CsvSource({
        // The bishop goes with check and the queen behind it takes; the rook pins the queen to its king.
        "r1b2rk1/ppp2ppp/2n5/3q2N1/8/3B4/PP3PPP/R2Q1RK1 b - - 0 1, FORCED, Bxh7+, D5, 700",
        "r3k2r/ppp2ppp/8/2b1q3/8/2N5/PPP2PPP/R1BQ1RK1 b kq - 0 1, FORCED, Re1, E5, 400"
    })
    void whatIsWonInTheEndIsTold(String fen, Threat.Kind kind, String move, Square target, int atLeast) {
        Position position = Fen.position(fen);
        Threat gravest = threats(position).getFirst();
        assertThat(gravest.kind()).isEqualTo(kind);
        assertThat(San.write(position.play(Move.PASS), gravest.line().getFirst()))
                .isEqualTo(move);
        assertThat(gravest.targets()).isEqualTo(SquareSet.of(target));
        assertThat(gravest.gain()).isGreaterThanOrEqualTo(atLeast);
    }

    @Test
    void aCaptureThatCostsAsMuchElsewhereIsNoThreat() {
        // After Bxd5 the rook on c1 falls first.
        Position position = Fen.position("2r2rk1/5ppp/4b3/3n4/8/1B6/5PPP/2RR2K1 b - - 0 1");
        assertThat(threats(position)).isEmpty();
    }

    @Test
    void nothingIsThreatenedAtTheStartOrInAQuietOpening() {
        assertThat(threats(Position.START)).isEmpty();
        assertThat(threats(Fen.position("r1bqkb1r/pp3ppp/2nppn2/8/3NP3/2N1B3/PPP2PPP/R2QKB1R w KQkq - 0 1")))
                .isEmpty();
    }

    @Test
    void threeAreToldAtMostTheGravestFirst() {
        // Three pieces stand loose.
        List<Threat> found = threats(Fen.position("6k1/5ppp/b7/4n3/5q2/8/5PPP/R1B1R1K1 b - - 0 1"));
        assertThat(found).hasSize(Threats.MOST);
        assertThat(found).isSortedAccordingTo((one, other) -> Integer.compare(other.gain(), one.gain()));
    }
}
