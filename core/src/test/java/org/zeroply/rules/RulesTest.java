package org.zeroply.rules;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.FenReading;

class RulesTest {
    private static Move move(String coordinates) {
        Move move = Move.parse(coordinates);
        assertThat(move).as(coordinates).isNotNull();
        return Objects.requireNonNull(move);
    }

    private static List<Position> line(Position start, String... moves) {
        List<Position> line = new ArrayList<>(List.of(start));
        for (String move : moves) {
            line.add(line.getLast().play(move(move)));
        }
        return line;
    }

    @Test
    void aPawnPinnedAlongTheRankMayNotTakeEnPassant() {
        Position position = Fen.position("8/8/8/8/k2Pp2R/8/8/4K3 b - d3 0 1");
        assertThat(position.isLegal(move("e4d3"))).isFalse();
        assertThat(position.enPassant())
                .as("no legal capture, so no chance to keep")
                .isNull();
    }

    @Test
    void anEnPassantCaptureMayMeetACheckByThePawn() {
        Position position = Fen.position("8/8/8/2k5/3Pp3/8/8/4K3 b - d3 0 1");
        assertThat(position.isCheck()).isTrue();
        assertThat(position.isLegal(move("e4d3"))).isTrue();
    }

    @ParameterizedTest
    @CsvSource({
        "r3k2r/8/8/8/8/8/8/R3K2R w KQkq - 0 1, e1g1, true",
        "r3k2r/8/8/8/8/8/8/R3K2R w KQkq - 0 1, e1c1, true",
        "r3k2r/8/8/8/8/8/6n1/R3K2R w KQkq - 0 1, e1g1, false",
        "r3k2r/8/8/8/8/2n5/8/R3K2R w KQkq - 0 1, e1c1, false",
        "1r2k3/8/8/8/8/8/8/R3K3 w Q - 0 1, e1c1, true",
        "4k3/8/8/8/8/8/8/R3K2R w - - 0 1, e1g1, false"
    })
    void castlingAsksForRightsEmptySquaresAndAnUnattackedWay(String fen, String castling, boolean legal) {
        assertThat(Fen.position(fen).isLegal(move(castling))).isEqualTo(legal);
    }

    @Test
    void takingARookTakesTheRightToCastleWithIt() {
        Position after = Fen.position("r3k2r/8/8/8/8/8/8/R3K2R w KQkq - 0 1").play(move("h1h8"));
        assertThat(after.castlingRights()).containsExactly(CastlingRight.WHITE_LONG, CastlingRight.BLACK_LONG);
    }

    @ParameterizedTest
    @CsvSource({
        "rnb1kbnr/pppp1ppp/8/4p3/6Pq/5P2/PPPPP2P/RNBQKBNR w KQkq - 1 3, CHECKMATE",
        "7k/5Q2/6K1/8/8/8/8/8 b - - 0 1, STALEMATE",
        "8/8/4k3/8/8/3NK3/8/8 w - - 0 1, DEAD_POSITION",
        "8/8/4k3/8/8/3BK3/8/5b2 w - - 0 1, DEAD_POSITION",
        "4k3/8/8/p1p1p1p1/P1P1P1P1/8/8/4K3 w - - 0 1, DEAD_POSITION",
        "8/8/4k3/8/8/3NK3/8/8 w - - 150 90, DEAD_POSITION",
        "8/8/4k3/8/8/3RK3/8/8 w - - 150 90, SEVENTY_FIVE_MOVES"
    })
    void gamesEndByThemselves(String fen, GameStatus.End end) {
        assertThat(GameStatus.of(List.of(Fen.position(fen))).end()).isEqualTo(end);
    }

    @ParameterizedTest
    @CsvSource({
        "8/8/4k3/8/8/3BK3/8/6b1 w - - 0 1", // bishops of both colours can mate with help
        "8/8/4k3/8/8/2NNK3/8/8 w - - 0 1",
        "4k3/8/8/p1p1p1p1/P1P1P1P1/8/8/4K2B w - - 0 1",
        "4k3/8/8/p1p1p3/P1P1P3/8/8/4K3 w - - 0 1" // the kings get round the chain
    })
    void openPositionsAreNotDead(String fen) {
        assertThat(GameStatus.of(List.of(Fen.position(fen))).end()).isNull();
    }

    @Test
    void theThirdVisitMayBeClaimedAndTheFifthEndsTheGame() {
        String[] dance = {"g1f3", "g8f6", "f3g1", "f6g8"};
        List<String> moves = new ArrayList<>();
        for (int round = 1; round <= 4; round++) {
            moves.addAll(List.of(dance));
            GameStatus status = GameStatus.of(line(Position.START, moves.toArray(new String[0])));
            if (round == 4) {
                assertThat(status.end()).isEqualTo(GameStatus.End.FIVEFOLD_REPETITION);
            } else {
                assertThat(status.claims().contains(GameStatus.Claim.THREEFOLD_REPETITION))
                        .isEqualTo(round >= 2);
            }
        }
    }

    @Test
    void aLostRightToCastleIsNoRepetition() {
        Position start = Fen.position("4k3/8/8/8/8/8/8/4K2R w K - 0 1");
        List<Position> line = line(start, "h1g1", "e8d8", "g1h1", "d8e8", "h1g1", "e8d8", "g1h1", "d8e8");
        assertThat(GameStatus.of(line).claims()).isEmpty();
    }

    @Test
    void fiftyMovesMayBeClaimed() {
        Position position = Fen.position("8/8/4k3/8/8/3RK3/8/8 w - - 100 90");
        assertThat(GameStatus.of(List.of(position)).claims()).containsExactly(GameStatus.Claim.FIFTY_MOVES);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "8/8/8/8/8/8/8/4K3 w - - 0 1 | Black has no king",
                "4k3/8/8/8/8/8/8/K3K3 w - - 0 1 | White has more than one king",
                "P3k3/8/8/8/8/8/8/4K3 w - - 0 1 | a pawn cannot stand on a8",
                "4k3/8/8/8/8/8/8/4K2r b - - 0 1 | White is in check, but it is not White's move",
                "4k3/8/8/8/8/8/8/4K3 w K - 0 1 | no castling right without king and rook at home: White, kingside",
                "4k3/8/8/8/8/8/8/4K3 w - e6 0 1 | no pawn can just have passed e6",
                "4k3/8/8/8/4P3/8/8/4K3 w - e3 0 1 | no pawn can just have passed e3",
                "4k3/pppppppp/p7/8/8/8/8/4K3 w - - 0 1 | Black has more than eight pawns",
                "4k3/8/8/8/8/8/PPPPPPPP/QQ2K3 w - - 0 1 | White has more pieces than promotions could give",
                "4k3/8/5N2/8/8/8/8/r3KR1r b - - 0 1 | White is in check, but it is not White's move",
                "8/8/8/8/8/4r3/2n5/r3K3 w - - 0 1 | Black has no king",
                "k7/8/8/8/8/4r3/2n5/r3K3 w - - 0 1 | White is in check from more than two pieces",
                "4k3/8/8/8/8/8/8 w - - 0 1 | the first field must have eight ranks with a slash between them, it has 7",
                "4k3/9/8/8/8/8/8/4K3 w - - 0 1 | \"9\" on rank 7 is neither a piece nor a number of empty squares",
                "4k3/7/8/8/8/8/8/4K3 w - - 0 1 | rank 7 must have eight squares, it has 7",
                "4k3/8/8/8/8/8/8/4K3 x - - 0 1 | the side to move must be w or b, it is \"x\"",
                "4k3/8/8/8/8/8/8/4K3 w - - a 1 | the move counters must be whole numbers, here is \"a\""
            })
    void impossiblePositionsAreRefusedWithTheReason(String fen, String reason) {
        assertThat(Fen.read(fen))
                .isInstanceOfSatisfying(
                        FenReading.Refused.class,
                        refused -> assertThat(refused.reasons()).contains(reason));
    }

    @Test
    void everyFaultOfASetupIsNamedAtOnce() {
        PositionSetup setup =
                new PositionSetup().put(Square.A8, Piece.WHITE_PAWN).moveNumber(0);
        assertThat(setup.read())
                .isInstanceOfSatisfying(
                        SetupReading.Impossible.class,
                        impossible -> assertThat(impossible.faults())
                                .extracting(SetupFault::kind)
                                .containsExactlyInAnyOrder(
                                        SetupFault.Kind.NO_KING,
                                        SetupFault.Kind.NO_KING,
                                        SetupFault.Kind.PAWN_ON_LAST_RANK,
                                        SetupFault.Kind.COUNTER_OUT_OF_RANGE));
    }

    @Test
    void aMoveSaysWhatIsWrongWithIt() {
        assertThatThrownBy(() -> new Move(Square.E4, Square.E4)).hasMessage("from and to must differ, both were e4");
        assertThatThrownBy(() -> new Move(Square.E7, Square.E8, PieceType.KING))
                .hasMessage("a pawn cannot become a KING");
        assertThatThrownBy(() -> Position.START.play(move("e2e5"))).hasMessageStartingWith("not legal here: e2e5");
    }

    @Test
    void fenGivesThePositionBackOverRandomPlay() {
        RandomPlay.positions(
                7,
                10,
                150,
                position -> assertThat(Fen.position(Fen.write(position)))
                        .as("seed 7")
                        .isEqualTo(position));
    }

    @Test
    void aLinePlayedAtOnceEndsWhereItsMovesLead() {
        Position position = Position.START;
        List<Move> line = new ArrayList<>();
        List<Position> walked = new ArrayList<>(List.of(position));
        Random random = new Random(7);
        while (line.size() < 60 && !position.legalMoves().isEmpty()) {
            List<Move> legal = position.legalMoves();
            boolean passes = random.nextInt(9) == 0 && position.accepts(Move.PASS);
            Move move = passes ? Move.PASS : legal.get(random.nextInt(legal.size()));
            position = position.play(move);
            line.add(move);
            walked.add(position);
        }
        assertThat(line).hasSizeGreaterThan(20).contains(Move.PASS);
        assertThat(Position.START.playAll(line)).isEqualTo(position);
        assertThat(Fen.write(Position.START.playAll(line))).isEqualTo(Fen.write(position));
        assertThat(Position.START.positionsAlong(line)).isEqualTo(walked);
        assertThat(Position.START.playAll(List.of())).isEqualTo(Position.START);
    }

    @Test
    void aLineWithAnIllegalMoveNamesTheMoveAndThePosition() {
        List<Move> line = List.of(move("e2e4"), move("e7e5"), move("e4e5"));
        assertThatThrownBy(() -> Position.START.playAll(line))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("e4e5")
                .hasMessageContaining("WHITE");
        Position check = Fen.position("4k3/8/8/8/8/8/4r3/4K3 w - - 0 1");
        assertThatThrownBy(() -> check.playAll(List.of(Move.PASS))).hasMessageContaining("no pass");
    }
}
