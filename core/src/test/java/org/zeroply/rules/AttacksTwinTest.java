package org.zeroply.rules;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumSet;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Fen;

/** Who attacks what, against a plain twin that only knows where the pieces stand and walks over the board step by step. */
class AttacksTwinTest {
    private static Set<Square> plain(Position position, Square target, Side by) {
        @Nullable Piece[] placed = placed(position);
        Set<Square> attackers = EnumSet.noneOf(Square.class);
        for (Square from : position.men(by)) {
            if (attacks(placed, from, target)) {
                attackers.add(from);
            }
        }
        return attackers;
    }

    private static Set<Square> set(SquareSet squares) {
        Set<Square> set = EnumSet.noneOf(Square.class);
        squares.forEach(set::add);
        return set;
    }

    private static @Nullable Piece[] placed(Position position) {
        @Nullable Piece[] placed = new @Nullable Piece[64];
        for (Square square : position.occupied()) {
            placed[square.ordinal()] = position.pieceAt(square);
        }
        return placed;
    }

    private static boolean attacks(@Nullable Piece[] placed, Square from, Square target) {
        Piece piece = Objects.requireNonNull(placed[from.ordinal()]);
        int files = target.file() - from.file();
        int ranks = target.rank() - from.rank();
        int wide = Math.abs(files);
        int high = Math.abs(ranks);
        return switch (piece.type()) {
            case PAWN -> wide == 1 && ranks == (piece.side() == Side.WHITE ? 1 : -1);
            case KNIGHT -> wide * high == 2;
            case KING -> Math.max(wide, high) == 1;
            case ROOK -> wide * high == 0 && isFree(placed, from, target);
            case BISHOP -> wide == high && isFree(placed, from, target);
            case QUEEN -> (wide * high == 0 || wide == high) && isFree(placed, from, target);
        };
    }

    /** Whether nothing stands between two different squares of one line. */
    private static boolean isFree(@Nullable Piece[] placed, Square from, Square target) {
        int file = from.file();
        int rank = from.rank();
        int steps = Math.max(Math.abs(target.file() - file), Math.abs(target.rank() - rank));
        if (steps == 0) {
            return false;
        }
        int right = Integer.signum(target.file() - file);
        int up = Integer.signum(target.rank() - rank);
        for (int i = 1; i < steps; i++) {
            if (placed[8 * (rank + i * up) + file + i * right] != null) {
                return false;
            }
        }
        return true;
    }

    @Test
    void attackersAreThoseThatThePlainTwinFinds() {
        RandomPlay.positions(41, 12, 90, position -> {
            for (Square target : Square.values()) {
                for (Side side : Side.values()) {
                    assertThat(set(position.attackers(target, side)))
                            .as("seed 41, %s on %s in %s", side, target, Fen.write(position))
                            .isEqualTo(plain(position, target, side));
                }
            }
        });
    }

    @Test
    void whatAPieceAttacksIsWhatItIsAnAttackerOf() {
        RandomPlay.positions(42, 8, 90, position -> {
            @Nullable Piece[] placed = placed(position);
            for (Square from : position.occupied()) {
                Set<Square> plain = EnumSet.noneOf(Square.class);
                for (Square target : Square.values()) {
                    if (target != from && attacks(placed, from, target)) {
                        plain.add(target);
                    }
                }
                assertThat(set(position.attacksFrom(from)))
                        .as("seed 42, %s in %s", from, Fen.write(position))
                        .isEqualTo(plain);
            }
        });
    }

    @Test
    void aSideIsInCheckIfThePlainTwinFindsAnAttackerOfItsKing() {
        RandomPlay.positions(43, 20, 120, position -> {
            Side side = position.sideToMove();
            assertThat(position.isCheck())
                    .as("seed 43, %s", Fen.write(position))
                    .isEqualTo(!plain(position, position.king(side), side.opposite())
                            .isEmpty());
        });
    }

    @Test
    void everyCaptureTakesSomethingThatIsAttacked() {
        RandomPlay.positions(44, 10, 100, position -> {
            for (Move move : position.legalMoves()) {
                if (position.pieceAt(move.to()) != null) {
                    assertThat(plain(position, move.to(), position.sideToMove()))
                            .as("seed 44, %s in %s", move, Fen.write(position))
                            .contains(move.from());
                }
            }
        });
    }
}
