package org.zeroply.defence;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.zeroply.reading.Fork;
import org.zeroply.reading.Weakening;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.ProofSearch;
import org.zeroply.work.Cancel;

/**
 * What a move drops: men that the exchange wins afterwards and did not before, mates in two and forks that it allows.
 *
 * @param hanging own men that can be won
 * @param mates first moves of the other side's mates in one or two
 * @param forks moves of the other side that hit two targets worth winning
 * @param weak squares that no own pawn can guard any more; they are told, and count as nothing dropped
 */
public record Drops(List<Hanging> hanging, List<Move> mates, List<Move> forks, SquareSet weak) {
    static final Drops NOTHING = new Drops(List.of(), List.of(), List.of(), SquareSet.NONE);

    private static final long MATE_NODES = 6_000;
    private static final int LONGEST_MATE = 2;

    /** A man that can be won on its square, and what for, in pawns. */
    public record Hanging(Square man, int pawns) {}

    public Drops {
        hanging = List.copyOf(hanging);
        mates = List.copyOf(mates);
        forks = List.copyOf(forks);
    }

    /** Whether nothing is dropped; weak squares may be made. */
    public boolean isNothing() {
        return hanging.isEmpty() && mates.isEmpty() && forks.isEmpty();
    }

    /** Compares what is dropped with what was there at a start from which own moves were made. */
    static final class Judge {
        private final Side us;
        private final Position start;
        private final Set<Move> forksBefore = new HashSet<>();
        private final ProofSearch prover = new ProofSearch(1, ProofSearch.Goal.MATE, false);
        private final Cancel cancel;

        Judge(Position start, Cancel cancel) {
            this.start = start;
            this.cancel = cancel;
            us = start.sideToMove();
            if (!start.isCheck()) {
                Position free = start.play(Move.PASS);
                forksBefore.addAll(forks(free));
            }
        }

        /**
         * What hangs after a move and did not at the start.
         *
         * @param captured what the move took, in pawns; it pays for the man that moved
         */
        List<Hanging> hanging(Position after, Square moved, int captured) {
            List<Hanging> hanging = new ArrayList<>();
            Side them = us.opposite();
            for (Square man : after.men(us)) {
                int won = Exchange.result(after, man, them) - (man == moved ? captured : 0);
                if (won > 0) {
                    Piece now = after.pieceAt(man);
                    boolean stood = now != null && now.equals(start.pieceAt(man));
                    int before = stood ? Exchange.result(start, man, them) : 0;
                    if (won > before) {
                        hanging.add(new Hanging(man, won));
                    }
                }
            }
            return hanging;
        }

        /** The first moves of mates in one or two for the side to move. */
        List<Move> mates(Position after) {
            prover.limit(MATE_NODES, cancel::isWished);
            boolean isMate = false;
            for (int moves = 1; moves <= LONGEST_MATE && !isMate; moves++) {
                isMate = prover.attackerToMove(after, moves) == ProofSearch.Answer.PROVEN;
            }
            if (!isMate) {
                return List.of();
            }
            List<Move> mates = new ArrayList<>();
            for (Move move : after.legalMoves()) {
                prover.limit(MATE_NODES, cancel::isWished);
                boolean lesser = move.promotion() != null && move.promotion() != PieceType.QUEEN;
                if (!lesser && prover.defenderToMove(after.play(move), LONGEST_MATE - 1) == ProofSearch.Answer.PROVEN) {
                    mates.add(move);
                }
            }
            return mates;
        }

        private static List<Move> forks(Position after) {
            List<Move> forks = new ArrayList<>();
            for (Move move : after.legalMoves()) {
                Piece man = after.pieceAt(move.from());
                boolean canFork = man != null && man.type() != PieceType.KING && move.promotion() == null;
                if (canFork && Fork.targets(after, move).size() >= 2) {
                    forks.add(move);
                }
            }
            return forks;
        }

        List<Move> newForks(Position after) {
            return forks(after).stream()
                    .filter(move -> !forksBefore.contains(move))
                    .toList();
        }

        /** All that a move drops. */
        Drops of(Position before, Move move) {
            Position after = before.play(move);
            if (!after.hasLegalMove()) {
                return NOTHING;
            }
            return new Drops(
                    hanging(after, move.to(), captured(before, move)),
                    mates(after),
                    newForks(after),
                    Weakening.of(before, move).squares());
        }

        /** Whether a move drops nothing; the cheap questions are asked first. */
        boolean isClean(Position before, Move move) {
            Position after = before.play(move);
            return !after.hasLegalMove()
                    || hanging(after, move.to(), captured(before, move)).isEmpty()
                            && newForks(after).isEmpty()
                            && mates(after).isEmpty();
        }

        static int captured(Position before, Move move) {
            Piece taken = before.captured(move);
            return taken == null ? 0 : Settled.value(taken.type());
        }
    }
}
