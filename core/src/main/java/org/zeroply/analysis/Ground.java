package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.zeroply.ledger.Comparison;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;

/**
 * What may make one line worse than another of equal material: entries of the ledger that belong together, counted at the
 * ends of both. Entries differ between any two lines, so it takes several to say so.
 */
enum Ground {
    /** The own king stands more open. */
    KING(Cause.Kind.KING, 3) {
        @Override
        List<Part> parts(Ends ends) {
            if (ends.played().count(ends.side().opposite(), PieceType.QUEEN) == 0) {
                return List.of();
            }
            return exposed(ends, ends.side());
        }
    },
    /** Pieces stay at home, or the king. */
    DEVELOPMENT(Cause.Kind.DEVELOPMENT, 2) {
        @Override
        List<Part> parts(Ends ends) {
            if (ends.phase() != Judgement.Phase.OPENING || ends.loss() > SLOW) {
                return List.of();
            }
            int home = 0;
            for (Side side : Side.values()) {
                int more = atHome(ends.played(), side) - atHome(ends.better(), side);
                home += side == ends.side() ? more : -more;
            }
            int castles = CASTLING * (castles(ends, 1) - castles(ends, 0));
            return List.of(new Part(Factor.DEVELOPED, home), new Part(Factor.CASTLING, castles));
        }
    },
    /** The pieces do less: fewer of them work, attack the king or have lines. */
    ACTIVITY(Cause.Kind.ACTIVITY, 3) {
        @Override
        List<Part> parts(Ends ends) {
            List<Part> parts = new ArrayList<>();
            for (Factor factor : List.of(Factor.ACTIVE, Factor.OPEN_FILES, Factor.SEVENTH)) {
                parts.add(new Part(
                        factor,
                        ends.less(factor, ends.side())
                                - ends.less(factor, ends.side().opposite())));
            }
            exposed(ends, ends.side().opposite()).forEach(part -> parts.add(new Part(part.factor(), -part.worse())));
            return parts;
        }
    },
    STRUCTURE(Cause.Kind.STRUCTURE, 2) {
        @Override
        List<Part> parts(Ends ends) {
            if (ends.loss() > SLOW) {
                return List.of();
            }
            List<Part> parts = new ArrayList<>();
            for (Map.Entry<Factor, Boolean> each : PAWNS.entrySet()) {
                int less = ends.less(each.getKey(), ends.side())
                        - ends.less(each.getKey(), ends.side().opposite());
                parts.add(new Part(each.getKey(), each.getValue() ? less : -less));
            }
            int weak = ends.less(Factor.WEAK_SQUARES, ends.side().opposite())
                    - ends.less(Factor.WEAK_SQUARES, ends.side());
            parts.add(new Part(Factor.WEAK_SQUARES, Integer.signum(weak)));
            return parts;
        }
    };

    /** Pawns, weak squares and pieces at home cost no more than this at once. */
    private static final double SLOW = 0.25;

    /** Castling weighs as much as two pieces. */
    private static final int CASTLING = 2;

    /** Whether more of it is better for the side that has it. */
    private static final Map<Factor, Boolean> PAWNS = Map.of(
            Factor.ISLANDS, false,
            Factor.ISOLATED, false,
            Factor.DOUBLED, false,
            Factor.BACKWARD, false,
            Factor.PASSED, true,
            Factor.PROTECTED_PASSED, true,
            Factor.CONNECTED_PASSED, true);

    private final Cause.Kind kind;
    private final int least;

    Ground(Cause.Kind kind, int least) {
        this.kind = kind;
        this.least = least;
    }

    /** An entry, and by how much it is worse for the side that moved; negative where it is better. */
    record Part(Factor factor, int worse) {}

    /** The ends of the line that was played and of the better one. */
    record Ends(Comparison comparison, Judgement.Judged move) {
        Side side() {
            return move.side();
        }

        Judgement.Phase phase() {
            return move.phase();
        }

        double loss() {
            return move.loss();
        }

        Position played() {
            return end(0);
        }

        Position better() {
            return end(1);
        }

        private Position end(int way) {
            return comparison.position().playAll(comparison.ways().get(way).moves());
        }

        /** How many fewer of an entry a side has at the end of what was played. */
        int less(Factor factor, Side of) {
            return size(1, factor, of) - size(0, factor, of);
        }

        private int size(int way, Factor factor, Side of) {
            Ledger ledger = comparison.ways().get(way).ledger();
            Entry entry = ledger.entry(factor);
            return entry.of(of).value().size();
        }
    }

    /**
     * What was found of a ground.
     *
     * @param share of what it takes to say so; from 1 on it is evidence
     * @param factors that are worse
     */
    record Found(Cause.Kind kind, double share, List<Factor> factors) {}

    abstract List<Part> parts(Ends ends);

    Found found(Ends ends) {
        List<Part> parts = parts(ends);
        double worse = parts.stream().mapToInt(Part::worse).sum();
        List<Factor> factors = parts.stream()
                .filter(part -> part.worse() > 0)
                .map(Part::factor)
                .sorted()
                .toList();
        return new Found(kind, worse / least, factors);
    }

    /** By how much the king of a side is more exposed at the end of what was played. */
    private static List<Part> exposed(Ends ends, Side king) {
        return List.of(
                new Part(Factor.COVER, ends.less(Factor.COVER, king)),
                new Part(Factor.KING_ATTACKERS, -ends.less(Factor.KING_ATTACKERS, king.opposite())),
                new Part(Factor.FOCAL_POINTS, -ends.less(Factor.FOCAL_POINTS, king)),
                new Part(Factor.COLOUR_COMPLEX, -ends.less(Factor.COLOUR_COMPLEX, king)));
    }

    private static int atHome(Position position, Side side) {
        int rank = side == Side.WHITE ? 0 : 7;
        return on(position.men(side, PieceType.KNIGHT), rank, 1, 6)
                + on(position.men(side, PieceType.BISHOP), rank, 2, 5);
    }

    private static int on(SquareSet pieces, int rank, int left, int right) {
        int count = 0;
        for (var square : pieces) {
            count += square.rank() == rank && (square.file() == left || square.file() == right) ? 1 : 0;
        }
        return count;
    }

    /** 1 if the side castles along a way, else 0. */
    private static int castles(Ends ends, int way) {
        Position here = ends.comparison().position();
        for (Move move : ends.comparison().ways().get(way).moves()) {
            boolean isKing = here.sideToMove() == ends.side() && here.king(ends.side()) == move.from();
            if (isKing && Math.abs(move.to().file() - move.from().file()) > 1) {
                return 1;
            }
            here = here.play(move);
        }
        return 0;
    }
}
