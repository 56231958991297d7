package org.zeroply.defence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.work.Cancel;

class ReadinessTest {
    private static final ExactEndings EXACT = new ExactEndings(Shelf.NONE);

    private static final String BREAK = "r1bq1rk1/pp3ppp/2n1pn2/2pp4/3P4/2PBPN2/PP3PPP/RNBQK2R w KQ - 0 1";

    static Stream<List<String>> telling() {
        return Rows.telling("readiness.txt").stream();
    }

    static Stream<List<String>> positions() {
        return Rows.of("readiness.txt").stream();
    }

    private static Readiness ready(Position position, String move, int most) {
        Wish wish = Wish.read(position, move, Language.ENGLISH).orElseThrow();
        return Readiness.of(position, wish, most, Language.ENGLISH, EXACT, partial -> {}, new Cancel());
    }

    @ParameterizedTest
    @MethodSource("telling")
    void whatIsDroppedAndWhatHelpsIsFound(List<String> row) {
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
        Readiness readiness = ready(position, row.get(1), 3);
        Move now = readiness.now();
        String told = now == null ? "" : DropsText.of(readiness.drops(), position.play(now), Language.ENGLISH);
        assertThat(told).isEqualTo(row.get(2));
        if (row.get(3).equals("ready")) {
            assertThat(readiness.isReady()).isTrue();
        } else {
            assertThat(readiness.isReady()).isFalse();
            assertThat(readiness.sets())
                    .extracting(set -> String.join(" ", Readiness.names(position, set.inOrder(), Language.ENGLISH)))
                    .contains(row.get(3));
            assertThat(readiness.sets()).extracting(Preparation::size).allMatch(size -> size <= readiness.searched());
        }
        if (!row.get(4).isEmpty()) {
            String[] parts = row.get(4).split(": ");
            assertThat(readiness.driven()).singleElement().satisfies(driven -> {
                assertThat(driven.piece()).hasToString(parts[0]);
                assertThat(driven.isTrapped()).isEqualTo(parts[1].equals("trapped"));
                if (!driven.isTrapped()) {
                    assertThat(driven.safe().stream().map(Objects::toString))
                            .containsExactlyInAnyOrder(parts[1].split(" "));
                }
            });
        }
    }

    @Test
    void everyMoveOfASetIsNeededAndSaysWhy() {
        Position position = Fen.position("r1bq1rk1/pp2bppp/2np1n2/8/3NPP2/2N1B3/PPP3PP/R2QKB1R w KQ - 0 1");
        Readiness readiness = ready(position, "e5", 2);
        Preparation set = readiness.sets().stream()
                .filter(each -> each.moves().stream()
                        .map(Preparation.Needed::move)
                        .toList()
                        .containsAll(List.of(Rows.move(position, "Nf3"), Rows.move(position, "h3"))))
                .findFirst()
                .orElseThrow();
        assertThat(set.moves())
                .extracting(Preparation.Needed::why)
                .containsExactlyInAnyOrder("then e5 is guarded twice and attacked twice", "stops the fork by Ng4");
        // Without either of them the move still drops something: the sets are the smallest.
        assertThat(ready(position, "e5", 1).sets()).isEmpty();
        assertThat(ready(position, "e5", 1).complete()).isTrue();
    }

    @Test
    void anOrderThatDoesNotWorkSaysWhy() {
        Position position = Fen.position("4k3/8/8/3p4/8/8/PPP2PPP/RNB1K2R w KQ - 0 1");
        Readiness readiness = ready(position, "Rxd5", 2);
        assertThat(readiness.sets().stream()
                        .flatMap(set -> set.orders().stream())
                        .filter(order -> !order.works())
                        .map(Preparation.Order::why))
                .contains("Rd1 is not possible then")
                .as("a piece that is not there yet has its letter, too")
                .noneMatch(why -> why.startsWith("d1"));
    }

    @Test
    void aSetIsTriedAgainstBestReplies() {
        Position pawn = Fen.position("r2q1rk1/ppp2ppp/2np1n2/1B2p3/4P2b/2NP1N2/PPP2PPP/R1BQ1RK1 w - - 0 1");
        Preparation holds = ready(pawn, "g4", 1).sets().getFirst();
        assertThat(holds.trial()).isNotNull();
        assertThat(holds.trial().holds()).isTrue();
        Position knight = Fen.position("2r3k1/5ppp/8/8/8/2N5/1B3PPP/6K1 w - - 0 1");
        Preparation spoiled = ready(knight, "Nd5", 1).sets().stream()
                .filter(set -> set.moves().getFirst().move().equals(Rows.move(knight, "g3")))
                .findFirst()
                .orElseThrow();
        assertThat(spoiled.trial()).isNotNull();
        assertThat(spoiled.trial().why()).isEqualTo("then Nd5 is not possible any more");
    }

    @ParameterizedTest
    @CsvSource({
        // Each set gives up e4 on its way; has to be undone by Nf3; loses e5 or a bishop; is sound.
        "r1bqr1k1/ppp2ppp/2np1n2/8/3PP3/2N2N2/PPP1BPPP/R1BQ1RK1 w - - 0 1, c4, Nd5, false",
        "r1bqr1k1/ppp2ppp/2np1n2/8/3PP3/2N2N2/PPP1BPPP/R1BQ1RK1 w - - 0 1, c4, Na4, false",
        "r1bqr1k1/ppp2ppp/2np1n2/8/3PP3/2N2N2/PPP1BPPP/R1BQ1RK1 w - - 0 1, c4, Nb1, false",
        "r2q1rk1/pp1n1ppp/2pbpn2/8/2PPN3/3BPQ2/PP3PPP/R1B2RK1 w - - 0 1, d5, Nd2 Be4, false",
        "r1bq1rk1/pp2bppp/2np1n2/8/3NPP2/2N1B3/PPP3PP/R2QKB1R w KQ - 0 1, e5, Nf3 Qd3, false",
        "r1bq1rk1/pp2bppp/2np1n2/8/3NPP2/2N1B3/PPP3PP/R2QKB1R w KQ - 0 1, e5, Nf3 Bc1, false",
        "r1bq1rk1/ppp2ppp/2n5/2bp4/4n3/2N1PN2/PPP1BPPP/R1BQ1RK1 w - - 0 1, f3, Nd4, true"
    })
    void aSetThatLosesSomethingOnItsWayDoesNotHold(String fen, String move, String set, boolean holds) {
        Position position = Fen.position(fen);
        Readiness readiness = ready(position, move, set.contains(" ") ? 2 : 1);
        List<String> holding = readiness.sets().stream()
                .filter(each -> each.trial() != null && each.trial().holds())
                .map(each -> String.join(" ", Readiness.names(position, each.inOrder(), Language.ENGLISH)))
                .toList();
        assertThat(holding.contains(set)).as("%s in %s", set, holding).isEqualTo(holds);
    }

    @Test
    void aSacrificeIsTheMoveThatTakes() {
        Position position = Fen.position("r1bq1rk1/pp1n1ppp/4p3/3pP3/1b1P4/2NB1N2/PP3PPP/R1BQK2R w KQ - 0 1");
        Wish wish = Wish.read(position, "Bxh7+", Language.ENGLISH).orElseThrow();
        assertThat(wish.takes()).isTrue();
        assertThat(wish.text(position, Language.ENGLISH)).isEqualTo("Bxh7+");
        // Where the pawn has gone, a bishop on h7 is another move.
        assertThat(wish.in(Fen.position("r1bq1rk1/pp1n1pp1/4p2p/3pP3/1b1P4/2NB1N2/PP3PPP/R1BQK2R w KQ - 0 1")))
                .isEmpty();
        assertThat(Wish.read(position, "Bxg6", Language.ENGLISH).orElseThrow().text(Language.ENGLISH))
                .isEqualTo("Bxg6");
    }

    @ParameterizedTest
    @CsvSource({
        "Bh3, true",
        "Bg4, true",
        "e2, true",
        "O-O-O, true",
        "O-O, false",
        "Nd5, false",
        "e6, false",
        "h4, false"
    })
    void whatCanNeverBePossibleIsSaid(String move, boolean never) {
        Position position = Fen.position("r3k2r/ppp2ppp/8/8/4P3/2N1B3/PP3PPP/R3K2R w Kkq - 0 1");
        Wish wish = Wish.read(position, move, Language.ENGLISH).orElseThrow();
        assertThat(wish.isNeverPossible(position)).isEqualTo(never);
        if (never) {
            assertThat(ready(position, move, 3).sets()).isEmpty();
        }
    }

    @Test
    void aNaturalMoveThatIsNotEnoughSaysWhatIsDroppedStill() {
        Readiness readiness = ready(Fen.position(BREAK), "e4", 2);
        Readiness.Tried tried = readiness.tried().stream()
                .filter(each -> each.move().equals(Rows.move(Fen.position(BREAK), "Bc2")))
                .findFirst()
                .orElseThrow();
        assertThat(DropsText.of(tried.drops(), tried.after(), Language.ENGLISH)).isEqualTo("pawn e4");
    }

    @Test
    void aStalemateDropsAWin() {
        assertThat(ready(Fen.position("7k/8/6K1/8/8/8/8/5Q2 w - - 0 1"), "Qf7", 0)
                        .drops()
                        .stalemate())
                .isTrue();
        assertThat(ready(Fen.position("7k/8/6K1/8/8/4P3/p7/5Q2 w - - 0 1"), "Qf7", 0)
                        .drops()
                        .stalemate())
                .as("the pawn still has a move")
                .isFalse();
    }

    @Test
    void aReplyThatThreatensSomethingIsAnsweredBeforeTheSetGoesOn() {
        Position position = Fen.position("2r3k1/5ppp/8/8/8/2N5/1B3PPP/6K1 w - - 0 1");
        Preparation luft = ready(position, "Nd5", 1).sets().stream()
                .filter(set -> set.moves().getFirst().move().equals(Rows.move(position, "Kf1")))
                .findFirst()
                .orElseThrow();
        assertThat(luft.trial()).isNotNull();
        assertThat(San.line(position, luft.trial().line()))
                .as("the bishop that the rook hits leaves, then the move comes")
                .startsWith("1.Kf1 Rb8 2.B")
                .endsWith(".Nd5");
        assertThat(luft.trial().holds()).isTrue();
    }

    @Test
    void whatALongerLineWinsIsDroppedAndWhatStopsItIsToldSo() {
        Position position = Fen.position("r4rk1/ppp2ppp/8/8/7Q/8/PPP2PPP/4K3 w - - 0 1");
        Readiness readiness = ready(position, "Qe4", 1);
        assertThat(readiness.drops().hanging()).isEmpty();
        assertThat(readiness.drops().forks()).isEmpty();
        assertThat(readiness.drops().longer()).isNotNull();
        assertThat(readiness.drops().longer().pawns()).isEqualTo(4);
        assertThat(readiness.sets().getFirst().moves())
                .extracting(Preparation.Needed::why)
                .containsExactly("stops what Rae8 starts");
    }

    @ParameterizedTest
    @CsvSource({
        // The pawn guarded b3 until it moved; the knight that stays in place is not let in anywhere.
        "6k1/5ppp/8/8/3n4/8/2P2PPP/2R3K1 w - - 0 1, c3, b3",
        "6k1/5ppp/8/8/3n4/8/2P2PPP/2R3K1 w - - 0 1, h3, ''",
        // The knight shut the file.
        "2r3k1/5ppp/8/8/8/2N5/1B3PPP/6K1 w - - 0 1, Nd5, c2",
        "6k1/1b3ppp/8/8/8/2n5/5PPP/2R3K1 b - - 0 1, Nb5, c5"
    })
    void squaresThatPiecesCanEnterNowAreLetIn(String fen, String move, String squares) {
        Drops drops = ready(Fen.position(fen), move, 0).drops();
        assertThat(drops.letIn().stream().map(Objects::toString)).containsExactlyInAnyOrderElementsOf(words(squares));
    }

    private static List<String> words(String text) {
        return text.isEmpty() ? List.of() : List.of(text.split(" "));
    }

    @Test
    void aPlanLeadsSomewhereAndTheFirstReplyThatSpoilsItIsTold() {
        Position position = Fen.position("r2q1rk1/ppp2ppp/2np1n2/1B2p3/4P2b/2NP1N2/PPP2PPP/R1BQ1RK1 w - - 0 1");
        List<Move> moves = List.of(Rows.move(position, "h3"), new Move(Square.G2, Square.G4));
        Plan plan = Plan.of(position, moves, EXACT, new Cancel());
        assertThat(plan.spoiled()).isEmpty();
        assertThat(plan.end().sideToMove()).isEqualTo(position.sideToMove());
        assertThat(plan.end().pieceAt(Square.G4)).isNotNull();
        Plan rash = Plan.of(position, List.of(moves.get(1)), EXACT, new Cancel());
        assertThat(rash.spoiled()).get().satisfies(step -> {
            assertThat(step.lost()).isPositive();
            assertThat(San.write(
                            step.before().play(step.move()), step.line().moves().get(1)))
                    .isEqualTo("Nxg4");
        });
        assertThatThrownBy(() -> Plan.after(position, List.of(moves.get(1), moves.get(1))))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @CsvSource({"g4,g4", "Nd5,Nd5", "12.Nd5,Nd5", "O-O-O,O-O-O", "0-0,O-O", "exd5,exd5", "b8=Q,b8=Q", "Nbd5,Nd5"})
    void aMoveIsReadWhetherItIsLegalOrNot(String text, String written) {
        Position position = Fen.position("r3k2r/ppp2ppp/2np1n2/4p3/4P3/1NNP4/PPPB1PPP/R3K2R w KQkq - 0 1");
        assertThat(Wish.read(position, text, Language.ENGLISH).orElseThrow().text(Language.ENGLISH))
                .isEqualTo(written);
    }

    @Test
    void whatIsNoMoveIsNotRead() {
        Position position = Fen.position("4k3/8/8/8/8/8/4P3/4K3 w - - 0 1");
        assertThat(Stream.of("", "x", "Nf3", "Zf3", "e9", "a4"))
                .allSatisfy(text ->
                        assertThat(Wish.read(position, text, Language.ENGLISH)).isEmpty());
        assertThat(new Drops(List.of(), List.of(), List.of(), null, false, SquareSet.NONE, SquareSet.NONE).isNothing())
                .isTrue();
    }
}
