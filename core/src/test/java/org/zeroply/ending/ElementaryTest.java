package org.zeroply.ending;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.zeroply.rules.PieceType.BISHOP;
import static org.zeroply.rules.PieceType.KNIGHT;
import static org.zeroply.rules.PieceType.PAWN;
import static org.zeroply.rules.PieceType.QUEEN;
import static org.zeroply.rules.PieceType.ROOK;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.work.Cancel;

class ElementaryTest {
    private static final Elementary ENDINGS = new Elementary(Shelf.NONE);

    private static int longest(List<PieceType> men, List<PieceType> against) {
        return (ENDINGS.longestMate(men, against, Side.WHITE, new Cancel()) + 1) / 2;
    }

    /** Known facts: the longest mates, in moves of the side that wins. */
    @Test
    void theLongestMatesAreThoseThatAreKnown() {
        assertThat(longest(List.of(QUEEN), List.of())).isEqualTo(10);
        assertThat(longest(List.of(ROOK), List.of())).isEqualTo(16);
        assertThat(longest(List.of(PAWN), List.of())).isEqualTo(28);
    }

    @Tag("long")
    @Test
    void theLongestMatesOfFourMenAreThoseThatAreKnown() {
        assertThat(longest(List.of(BISHOP, BISHOP), List.of())).isEqualTo(19);
        assertThat(longest(List.of(BISHOP, KNIGHT), List.of())).isEqualTo(33);
        assertThat(longest(List.of(QUEEN), List.of(ROOK))).isEqualTo(35);
    }

    private static Exact exact(String fen) {
        return ENDINGS.solve(Fen.position(fen), new Cancel()).orElseThrow();
    }

    @ParameterizedTest
    @CsvSource({
        "8/8/8/8/8/1k6/8/K5Q1 w - - 0 1, 1",
        "8/8/8/8/8/1k6/2q5/K7 w - - 0 1, 0",
        "8/8/8/8/8/k7/1q6/K7 w - - 0 1, -1",
        "8/8/8/8/8/2k5/1q6/K7 w - - 0 1, -1",
        "K7/8/8/8/8/2k5/1p6/8 b - - 0 1, 1",
        "4k3/4P3/4K3/8/8/8/8/8 b - - 0 1, 0",
        "4k3/4P3/4K3/8/8/8/8/8 w - - 0 1, 1",
        "8/4k3/8/4K3/4P3/8/8/8 b - - 0 1, -1",
        "8/4k3/8/4K3/4P3/8/8/8 w - - 0 1, 0",
        "8/8/8/8/8/k7/p7/K7 w - - 0 1, 0",
        "k7/P7/K7/8/8/8/8/8 b - - 0 1, 0",
        "8/8/8/8/8/6k1/7p/7K w - - 0 1, 0",
        "8/8/8/8/8/4k3/8/4K2B w - - 0 1, 0",
        "8/8/8/8/8/4k3/8/4K3 w - - 0 1, 0"
    })
    void singlePositionsAreWhatTheirMovesMakeThem(String fen, int outcome) {
        isWhatItsMovesMakeIt(fen, outcome);
    }

    /** Two knights do not win; their table takes as long as all others together. */
    @Tag("long")
    @ParameterizedTest
    @ValueSource(strings = {"8/8/3k4/8/8/3K4/8/NN6 w - - 0 1", "8/8/8/8/8/5k2/8/5KNN b - - 0 1"})
    void twoKnightsDoNotWin(String fen) {
        isWhatItsMovesMakeIt(fen, 0);
    }

    @Tag("long")
    @ParameterizedTest
    @CsvSource({
        "7K/8/8/8/8/6kb/8/6n1 b - - 0 1, 1",
        "8/8/8/3k4/8/3K4/8/BB6 w - - 0 1, 1",
        "6k1/8/6K1/8/8/8/r7/7Q w - - 0 1, 1",
        "8/8/8/8/8/4k3/8/r3K2Q w - - 0 1, -1"
    })
    void soArePositionsOfFourMen(String fen, int outcome) {
        isWhatItsMovesMakeIt(fen, outcome);
    }

    private static void isWhatItsMovesMakeIt(String fen, int outcome) {
        Position position = Fen.position(fen);
        int best = -2;
        for (var move : position.legalMoves()) {
            Exact after = ENDINGS.solve(position.play(move), new Cancel()).orElseThrow();
            best = Math.max(best, -after.outcome());
        }
        Exact found = exact(fen);
        assertThat(found.outcome()).isEqualTo(outcome);
        if (best > -2) {
            assertThat(best).isEqualTo(outcome);
        }
    }

    /** The value of a position is the best of its moves, one half-move further away: the whole table hangs together. */
    @Test
    void aValueIsTheBestOfItsMoves() {
        valuesFit(List.of(List.of(QUEEN), List.of(ROOK), List.of(PAWN), List.of(BISHOP, BISHOP)));
    }

    @Tag("long")
    @Test
    void soItIsWithFourMen() {
        valuesFit(List.of(List.of(BISHOP, KNIGHT), List.of(KNIGHT, KNIGHT), List.of(QUEEN, ROOK)));
        Random random = new Random(8);
        for (int i = 0; i < 400; i++) {
            check(random(random, List.of(QUEEN), List.of(ROOK)));
        }
    }

    private static void valuesFit(List<List<PieceType>> kinds) {
        Random random = new Random(7);
        for (int i = 0; i < 400; i++) {
            check(random(random, kinds.get(i % kinds.size()), List.of()));
        }
    }

    private static void check(Position position) {
        List<Elementary.Choice> choices = ENDINGS.moves(position, new Cancel()).orElseThrow();
        Exact exact = ENDINGS.solve(position, new Cancel()).orElseThrow();
        if (choices.isEmpty()) {
            assertThat(exact).isEqualTo(position.isCheck() ? new Exact(-1, 0) : Exact.DRAWN);
        } else {
            assertThat(choices.getFirst().exact()).as(position.toString()).isEqualTo(exact);
        }
        assertThat(ENDINGS.solve(position.mirrored(), new Cancel()))
                .as("mirrored %s", position)
                .contains(exact);
    }

    private static Position random(Random random, List<PieceType> white, List<PieceType> black) {
        while (true) {
            PositionSetup setup = new PositionSetup();
            setup.put(Square.of(random.nextInt(64)), Piece.WHITE_KING);
            setup.put(Square.of(random.nextInt(64)), Piece.BLACK_KING);
            white.forEach(type -> setup.put(Square.of(random.nextInt(64)), Piece.of(Side.WHITE, type)));
            black.forEach(type -> setup.put(Square.of(random.nextInt(64)), Piece.of(Side.BLACK, type)));
            setup.sideToMove(random.nextBoolean() ? Side.WHITE : Side.BLACK);
            if (setup.read() instanceof SetupReading.Possible possible
                    && possible.position().occupied().size() == 2 + white.size() + black.size()) {
                return possible.position();
            }
        }
    }

    @Test
    void whatWasSolvedIsKeptAndADamagedShelfIsSolvedAnew() {
        Map<String, byte[]> kept = new HashMap<>();
        Shelf shelf = new Shelf() {
            @Override
            public byte @Nullable [] take(String name) {
                return kept.get(name);
            }

            @Override
            public void put(String name, byte[] table) {
                kept.put(name, table);
            }
        };
        Position position = Fen.position("8/8/8/8/8/1k6/8/1K1R4 w - - 0 1");
        Exact first = new Elementary(shelf).solve(position, new Cancel()).orElseThrow();
        assertThat(kept).containsOnlyKeys("KR-K");
        assertThat(new Elementary(shelf).solve(position, new Cancel())).contains(first);
        kept.put("KR-K", new byte[17]);
        assertThat(new Elementary(shelf).solve(position, new Cancel())).contains(first);
        assertThat(kept.get("KR-K")).hasSizeGreaterThan(17);
    }

    @Test
    void whatCannotBeAskedIsRefusedAndCancellingGivesNothing() {
        Position large = Fen.position("4k3/pp6/8/8/8/8/PP6/4K3 w - - 0 1");
        assertThat(Elementary.covers(large)).isFalse();
        assertThat(Elementary.covers(Fen.position("4k3/p7/8/8/8/8/P7/4K3 w - - 0 1")))
                .isFalse();
        assertThat(Elementary.covers(Fen.position("4k3/8/8/8/8/8/8/4K2R w K - 0 1")))
                .isFalse();
        assertThatThrownBy(() -> ENDINGS.solve(large, new Cancel())).isInstanceOf(IllegalArgumentException.class);
        Cancel cancelled = new Cancel();
        cancelled.cancel();
        Position fresh = Fen.position("8/8/8/8/8/1k6/8/1K1R4 w - - 0 1");
        assertThat(new Elementary(Shelf.NONE).solve(fresh, cancelled)).isEmpty();
    }
}
