package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;

/**
 * Ways to go on from one position, laid side by side: the ledger after each, and the factors in which they are not all the
 * same.
 *
 * @param factors those in which at least one way differs from another, in the order of the ledger
 */
public record Comparison(Position position, List<Way> ways, List<Factor> factors) {
    public Comparison {
        ways = List.copyOf(ways);
        factors = List.copyOf(factors);
    }

    /**
     * One way to go on.
     *
     * @param moves at least one
     * @param ledger after the first move or after the last, as was asked
     * @param balance material along all the moves, for the side to move at their start
     */
    public record Way(List<Move> moves, Ledger ledger, RunningBalance balance) {
        public Way {
            moves = List.copyOf(moves);
            if (moves.isEmpty()) {
                throw new IllegalArgumentException("a way has at least one move");
            }
        }

        public Move first() {
            return moves.getFirst();
        }
    }

    /**
     * Compares lines of legal moves.
     *
     * @param atEnd whether the ledgers are read at the ends of the lines, or after their first moves
     */
    public static Comparison of(Position position, List<List<Move>> lines, boolean atEnd, ValueScale scale) {
        List<Way> ways = new ArrayList<>();
        for (List<Move> line : lines) {
            ways.add(new Way(
                    line,
                    Ledger.of(position, line.subList(0, atEnd ? line.size() : 1), scale, Language.ENGLISH),
                    RunningBalance.of(position.positionsAlong(line), position.sideToMove(), scale)));
        }
        return new Comparison(position, ways, differing(ways));
    }

    private static List<Factor> differing(List<Way> ways) {
        List<Factor> factors = new ArrayList<>();
        if (ways.size() < 2) {
            return factors;
        }
        for (Entry entry : ways.getFirst().ledger().entries()) {
            boolean same = ways.stream()
                    .map(way -> way.ledger().entry(entry.factor()))
                    .allMatch(other -> entry.white()
                                    .value()
                                    .equals(other.white().value())
                            && entry.black().value().equals(other.black().value()));
            if (!same) {
                factors.add(entry.factor());
            }
        }
        return factors;
    }

    /** All legal captures on a square, promotions to a queen only: the ways to take back there. */
    public static List<Move> recaptures(Position position, Square square) {
        return position.legalMoves().stream()
                .filter(move -> move.to() == square
                        && position.isCapture(move)
                        && (move.promotion() == null || move.promotion() == PieceType.QUEEN))
                .toList();
    }
}
