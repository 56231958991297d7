package org.zeroply.rules;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.zeroply.notation.Fen;

/** Properties over seeded random games; the seed is in every failure. */
class RulesPropertyTest {
    private static final long SEED = 20261123;

    @Test
    void legalMovesAndTheirCountAgreeWithThePlainRules() {
        RandomPlay.positions(SEED, 25, 160, position -> {
            List<Move> legal = position.legalMoves();
            assertThat(new HashSet<>(legal))
                    .as("seed %d, %s", SEED, Fen.write(position))
                    .hasSameSizeAs(legal)
                    .isEqualTo(PlainRules.legalMoves(position));
            assertThat(MoveGenerator.count(position.board())).isEqualTo(legal.size());
        });
    }

    /** The parts in which the search asks for moves, and its question whether a code is legal, against the whole list. */
    @Test
    void capturesAndOthersAreTheLegalMovesAndNoOtherCodeIsLegal() {
        int[] buffer = new int[Board.MAX_MOVES];
        int[] checks = new int[5];
        RandomPlay.positions(SEED + 4, 30, 160, position -> {
            Board board = position.board();
            String where = "seed " + SEED + ", " + Fen.write(position);
            Set<Integer> legal = codes(buffer, board.legalMoves(buffer));
            Set<Integer> captures = codes(buffer, board.legalCaptures(buffer));
            Set<Integer> others = codes(buffer, board.legalOthers(buffer));
            for (int move : legal) {
                boolean taking = board.codeAt(Board.to(move)) != 0 || Board.kind(move) == Board.EN_PASSANT;
                int kind = Board.kind(move);
                boolean capture = kind < Board.PROMOTION ? taking : kind == Board.PROMOTION + 3;
                assertThat(captures.contains(move)).as(where).isEqualTo(capture);
                assertThat(others.contains(move)).as(where).isEqualTo(!capture);
            }
            assertThat(captures.size() + others.size()).as(where).isEqualTo(legal.size());
            for (int code = 0; code < 8 << 12; code++) {
                assertThat(board.isLegal(code)).as(where + ", code " + code).isEqualTo(legal.contains(code));
            }
            if (!board.inCheck()) {
                assertThat(quietChecks(board, buffer)).as(where).isEqualTo(plainQuietChecks(position));
                checks[0] += plainQuietChecks(position).size();
            }
        });
        assertThat(checks[0]).as("quiet checks met").isGreaterThan(500);
    }

    private static Set<Integer> codes(int[] buffer, int count) {
        Set<Integer> codes = new HashSet<>();
        for (int i = 0; i < count; i++) {
            assertThat(codes.add(buffer[i])).as("no move twice").isTrue();
        }
        return codes;
    }

    private static Set<Move> quietChecks(Board board, int[] buffer) {
        int king = board.kingSquare(board.side() ^ 1);
        long bishop = Attacks.bishop(king, board.occupied());
        long rook = Attacks.rook(king, board.occupied());
        long[] from = {Attacks.pawn(board.side() ^ 1, king), Attacks.knight(king), bishop, rook, bishop | rook, 0};
        Set<Move> moves = new HashSet<>();
        int count = board.legalQuietChecks(buffer, from, board.discoverers());
        for (int i = 0; i < count; i++) {
            assertThat(moves.add(Board.asMove(buffer[i]))).as("no move twice").isTrue();
        }
        return moves;
    }

    /** By trying out every move. */
    private static Set<Move> plainQuietChecks(Position position) {
        Set<Move> checks = new HashSet<>();
        for (Move move : position.legalMoves()) {
            Piece mover = position.pieceAt(move.from());
            boolean castles = mover != null
                    && mover.type() == PieceType.KING
                    && Math.abs(move.from().ordinal() - move.to().ordinal()) == 2;
            boolean quiet = position.captured(move) == null && move.promotion() == null && !castles;
            if (quiet && position.play(move).isCheck()) {
                checks.add(move);
            }
        }
        return checks;
    }

    @Test
    void playPutsTheMenWhereThePlainRulesPutThem() {
        Random random = new Random(SEED);
        RandomPlay.positions(SEED + 1, 25, 160, position -> {
            List<Move> legal = position.legalMoves();
            if (legal.isEmpty()) {
                return;
            }
            Move move = legal.get(random.nextInt(legal.size()));
            Position after = position.play(move);
            @Nullable Piece[] expected = PlainRules.after(position, move);
            for (Square square : Square.values()) {
                assertThat(after.pieceAt(square))
                        .as("seed %d, %s %s on %s", SEED, Fen.write(position), move, square)
                        .isEqualTo(expected[square.ordinal()]);
            }
        });
    }

    @Test
    void makingAndUnmakingOnOneBoardAgreesWithThePositions() {
        for (int game = 0; game < 60; game++) {
            long seed = SEED + game;
            List<Move> moves = RandomPlay.game(new Random(seed), 200);
            Board board = Position.START.board();
            Position position = Position.START;
            int[] codes = new int[moves.size()];
            Position[] positions = new Position[moves.size()];
            for (int i = 0; i < codes.length; i++) {
                positions[i] = position;
                codes[i] = board.codeOf(moves.get(i));
                board.make(codes[i]);
                position = position.play(moves.get(i));
                assertThat(board.position()).as("seed %d, move %d", seed, i).isEqualTo(position);
                assertThat(board.key()).as("seed %d, key after %d", seed, i).isEqualTo(board.keyFromScratch());
            }
            for (int i = codes.length - 1; i >= 0; i--) {
                board.unmake(codes[i]);
                assertThat(board.position())
                        .as("seed %d, back before %d", seed, i)
                        .isEqualTo(positions[i]);
                assertThat(board.key()).isEqualTo(positions[i].key());
            }
        }
    }

    @Test
    void mirroringTwiceGivesThePositionBackAndTheMovesCorrespond() {
        RandomPlay.positions(SEED + 2, 10, 120, position -> {
            Position mirrored = position.mirrored();
            assertThat(mirrored.mirrored()).as("seed %d", SEED).isEqualTo(position);
            assertThat(mirrored.legalMoves()).hasSameSizeAs(position.legalMoves());
        });
    }

    @Test
    void differentPositionsOfRandomPlayHaveDifferentKeys() {
        Set<Long> keys = new HashSet<>();
        Set<String> fens = new HashSet<>();
        RandomPlay.positions(SEED + 3, 40, 150, position -> {
            keys.add(position.key());
            String fen = Fen.write(position);
            fens.add(fen.substring(0, fen.lastIndexOf(' ', fen.lastIndexOf(' ') - 1)));
        });
        assertThat(keys).as("seed %d", SEED).hasSameSizeAs(fens);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 7, 27, 36, 56, 63})
    void linePiecesAttackWhatPlainWalkingReaches(int square) {
        Random random = new Random(SEED + square);
        for (int round = 0; round < 3_000; round++) {
            long quarter = random.nextLong();
            long occupied = quarter & random.nextLong();
            @Nullable Piece[] men = new @Nullable Piece[64];
            for (Square at : new SquareSet(occupied)) {
                men[at.ordinal()] = Piece.WHITE_PAWN;
            }
            Square from = Square.of(square);
            assertThat(new SquareSet(Attacks.rook(square, occupied)))
                    .containsExactlyInAnyOrderElementsOf(PlainRules.reach(men, from, PieceType.ROOK));
            assertThat(new SquareSet(Attacks.bishop(square, occupied)))
                    .containsExactlyInAnyOrderElementsOf(PlainRules.reach(men, from, PieceType.BISHOP));
        }
    }

    /** Every subset of the relevant squares of every square, so that no multiplier can hide a collision. */
    @Test
    void everyOccupationOfEverySquareHasItsOwnAttacks() {
        for (int square = 0; square < 64; square++) {
            long rays = Attacks.rookRays(square);
            long subset = 0;
            int step = 0;
            do {
                if (step++ % 7 == 0) {
                    long walked = 0;
                    for (int[] direction : new int[][] {{1, 0}, {-1, 0}, {0, 1}, {0, -1}}) {
                        int file = (square & 7) + direction[0];
                        int rank = (square >> 3) + direction[1];
                        while (file >= 0 && file < 8 && rank >= 0 && rank < 8) {
                            long bit = 1L << rank * 8 + file;
                            walked |= bit;
                            if ((subset & bit) != 0) {
                                break;
                            }
                            file += direction[0];
                            rank += direction[1];
                        }
                    }
                    assertThat(Attacks.rook(square, subset)).isEqualTo(walked);
                }
                subset = subset - rays & rays;
            } while (subset != 0);
        }
    }
}
