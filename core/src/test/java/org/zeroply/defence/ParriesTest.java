package org.zeroply.defence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.ledger.Factor;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.Grounds;
import org.zeroply.search.PlainMate;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.work.Cancel;

class ParriesTest {
    private static final ExactEndings EXACT = new ExactEndings(Shelf.NONE);

    static Stream<List<String>> telling() {
        return Rows.telling("parries.txt").stream();
    }

    static Stream<List<String>> positions() {
        return Rows.of("parries.txt").stream();
    }

    private static Parries parries(Position position) {
        Threat threat = new Threats().against(position, new Cancel()).getFirst();
        return Parries.of(position, threat, EXACT, partial -> {}, new Cancel());
    }

    /** Against what the board alone takes for a threat, which no search has confirmed. */
    private static Parries against(Position position, String first, int pawns) {
        Position free = position.play(Move.PASS);
        Threat threat = Threats.won(free, List.of(Rows.move(free, first)), 100 * pawns);
        return Parries.of(position, threat, EXACT, partial -> {}, new Cancel());
    }

    @ParameterizedTest
    @MethodSource("telling")
    void everyWayIsFoundWithItsKindAndWhatFailsIsTold(List<String> row) {
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
        Parries parries = parries(position);
        Threat threat = parries.threat();
        String found = threat.line().isEmpty()
                ? "check"
                : San.write(position.play(Move.PASS), threat.line().getFirst());
        assertThat(found).isIn((Object[]) row.get(1).split("/"));
        Map<Move, Parry> all = parries.byMove();
        for (String part : Rows.parts(row.get(2))) {
            List<String> words = List.of(part.split(" "));
            Parry parry = all.get(Rows.move(position, words.getFirst()));
            assertThat(parry).as(part).isNotNull();
            assertThat(parry.meets()).as(part).isTrue();
            Set<ParryKind> kinds = words.subList(1, words.size()).stream()
                    .map(ParryKind::valueOf)
                    .collect(Collectors.toSet());
            assertThat(parry.kinds()).as(part).containsAll(kinds);
        }
        if (row.get(2).isEmpty()) {
            assertThat(parries.meeting()).isEmpty();
        }
        for (String name : Rows.parts(row.get(3))) {
            Parry parry = all.get(Rows.move(position, name));
            assertThat(parries.meeting())
                    .as(name)
                    .noneMatch(each -> San.write(position, each.move()).equals(name));
            if (parry != null) {
                assertThat(parry.reply()).as("what refutes " + name).isNotNull();
            }
        }
        assertThat(parries.complete()).isTrue();
        if (threat.kind() == Threat.Kind.MATE) {
            noneIsMatedInTwo(parries);
        }
        assertThat(parries.meeting())
                .allSatisfy(parry -> assertThat(parry.kinds()).isNotEmpty());
    }

    /** By trying everything out, which is slow and plain. */
    private static void noneIsMatedInTwo(Parries parries) {
        for (Parry parry : parries.meeting()) {
            Position after = parries.position().play(parry.move());
            assertThat(after.hasLegalMove() && PlainMate.mates(after, 2, false))
                    .as("%s is mated", San.write(parries.position(), parry.move()))
                    .isFalse();
        }
    }

    @Test
    void thePositionsAreFortyAndShowEveryKind() {
        Set<ParryKind> shown = EnumSet.noneOf(ParryKind.class);
        List<List<String>> rows = Rows.of("parries.txt");
        for (List<String> row : rows) {
            Rows.parts(row.get(2)).stream()
                    .flatMap(part -> Arrays.stream(part.split(" ")).skip(1))
                    .map(ParryKind::valueOf)
                    .forEach(shown::add);
        }
        assertThat(rows).hasSizeGreaterThanOrEqualTo(40);
        // A row for what fits no kind would only show a gap in the others.
        assertThat(shown).containsAll(EnumSet.complementOf(EnumSet.of(ParryKind.OTHERWISE)));
    }

    @Test
    void coloursExchangedTheWaysAreTheSame() {
        for (int row : new int[] {4, 20}) {
            Position position = Fen.position(Rows.of("parries.txt").get(row).getFirst());
            Threat threat = new Threats().against(position, new Cancel()).getFirst();
            // The search may find another line for the same threat; the ways are those of one.
            Threat mirror = new Threat(
                    threat.kind(),
                    threat.line().stream().map(ParriesTest::mirrored).toList(),
                    mirrored(threat.targets()),
                    mirrored(threat.from()),
                    threat.gain(),
                    threat.mateIn());
            assertThat(kinds(position.mirrored(), mirror)).containsExactlyInAnyOrderElementsOf(kinds(position, threat));
        }
    }

    private static Move mirrored(Move move) {
        return new Move(mirrored(move.from()), mirrored(move.to()), move.promotion());
    }

    private static SquareSet mirrored(SquareSet squares) {
        return SquareSet.of(squares.stream().map(ParriesTest::mirrored).toArray(Square[]::new));
    }

    private static Square mirrored(Square square) {
        return Square.of(square.ordinal() ^ 56);
    }

    private static List<String> kinds(Position position, Threat threat) {
        List<String> kinds = new ArrayList<>();
        Parries.of(position, threat, EXACT, partial -> {}, new Cancel())
                .meeting()
                .forEach(parry -> kinds.add(
                        parry.move().from().file() + " " + parry.move().to().file() + " " + parry.kindsInOrder()));
        return kinds;
    }

    @Test
    void aMateThatIsMetIsProven() {
        Parries parries = parries(Fen.position("r5k1/5ppp/8/8/8/8/3B1PPP/6K1 w - - 0 1"));
        assertThat(parries.meeting())
                .allSatisfy(parry -> assertThat(parry.grounds()).isInstanceOf(Grounds.Proven.class));
    }

    @Test
    void thePriceIsMaterialAndWhatTheLedgerLoses() {
        Position position = Fen.position("r1bq1rk1/pp1n1ppp/2p1p3/8/3P4/3Q4/PPB2PPP/R3R1K1 b - - 0 1");
        Map<Move, Parry> all = parries(position).byMove();
        Parry knight = all.get(Rows.move(position, "Nf6"));
        Parry pawn = all.get(Rows.move(position, "g6"));
        Parry flight = all.get(Rows.move(position, "Re8"));
        assertThat(knight).isNotNull();
        assertThat(pawn).isNotNull();
        assertThat(flight).isNotNull();
        assertThat(knight.lost()).isZero();
        assertThat(flight.lost()).isPositive();
        assertThat(pawn.changes()).extracting(change -> change.factor()).contains(Factor.COVER);
        assertThat(knight.changes()).extracting(change -> change.factor()).doesNotContain(Factor.COVER);
    }

    @Test
    void aThreatThatIsNoneIsSaidToBeNone() {
        // The knight looks loose, but who takes it is mated on the back rank.
        Position position = Fen.position("3r2k1/5ppp/8/8/8/3N4/5PPP/4R1K1 w - - 0 1");
        assertThat(new Threats().against(position, new Cancel())).isEmpty();
        Parries parries = against(position, "Rxd3", 3);
        assertThat(parries.empty()).isNotNull();
        assertThat(San.line(position.play(Move.PASS), parries.empty().moves())).startsWith("1...Rxd3 2.Re8#");
        Position real = Fen.position("6k1/5ppp/8/8/8/2b5/5PPP/1RB3K1 w - - 0 1");
        assertThat(new Threats().against(real, new Cancel())).isEmpty();
    }

    @Test
    void whatIsWonInReturnIsACounterThreatOnlyIfItWasNotThereBefore() {
        // Whoever takes the knight is mated once the rook stands on an open line; where it stood, the pawn is in its
        // way.
        Position closed = Fen.position("3r2k1/5ppp/1p6/8/8/3N4/5PPP/1R4K1 w - - 0 1");
        assertThat(ways(parries(closed), ParryKind.COUNTER_THREAT)).containsExactlyInAnyOrder("Ra1", "Rc1", "Re1");
        // Here it stood there before, and the threat was none.
        Position open = Fen.position("3r2k1/5ppp/8/8/8/3N4/5PPP/4R1K1 w - - 0 1");
        Parries harmless = against(open, "Rxd3", 3);
        assertThat(ways(harmless, ParryKind.COUNTER_THREAT)).isEmpty();
        assertThat(ways(harmless, ParryKind.OTHERWISE)).contains("h3", "Ra1");
    }

    private static List<String> ways(Parries parries, ParryKind kind) {
        return parries.meeting().stream()
                .filter(parry -> parry.kinds().contains(kind))
                .map(parry -> San.write(parries.position(), parry.move()))
                .toList();
    }

    @Test
    void aPromotionThatRunsIntoMateThreatensNothing() {
        Position position = Fen.position("8/1P4k1/8/8/3r4/8/5PPP/6K1 b - - 0 1");
        assertThat(new Threats().against(position, new Cancel())).isEmpty();
        Parries parries = against(position, "b8=Q", 8);
        assertThat(parries.empty()).isNotNull();
        assertThat(San.line(position.play(Move.PASS), parries.empty().moves())).isEqualTo("2.b8=Q Rd1#");
    }

    @Test
    void aThreatIsNamedByItsMove() {
        Position position = Fen.position("3r2k1/3q1p1p/8/8/4N3/8/PPP2PPP/R3K3 b Q - 0 1");
        Move fork = Rows.move(position.play(Move.PASS), "Nf6+");
        Threat named = Parries.named(position, fork, EXACT, new Cancel()).orElseThrow();
        assertThat(named.kind()).isEqualTo(Threat.Kind.DOUBLE);
        assertThat(named.gain()).isGreaterThanOrEqualTo(500);
        Move quiet = Rows.move(position.play(Move.PASS), "a3");
        assertThat(Parries.named(position, quiet, EXACT, new Cancel())).isEmpty();
        Position mate = Fen.position("r5k1/5ppp/8/8/8/8/3B1PPP/6K1 w - - 0 1");
        Threat back = Parries.named(mate, Rows.move(mate.play(Move.PASS), "Ra1+"), EXACT, new Cancel())
                .orElseThrow();
        assertThat(back.mateIn()).isEqualTo(2);
        assertThat(Parries.of(mate, back, EXACT, partial -> {}, new Cancel()).meeting())
                .extracting(Parry::move)
                .containsExactlyInAnyOrderElementsOf(
                        parries(mate).meeting().stream().map(Parry::move).toList());
    }

    @Test
    void aCancelledQuestionSaysSo() {
        Cancel cancel = new Cancel();
        cancel.cancel();
        Position position = Fen.position("r5k1/5ppp/8/8/8/8/3B1PPP/6K1 w - - 0 1");
        Threat threat = new Threats().against(position, new Cancel()).getFirst();
        assertThat(Parries.of(position, threat, EXACT, partial -> {}, cancel).complete())
                .isFalse();
    }
}
