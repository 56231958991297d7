package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.RunningBalance;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;

/**
 * Candidates from a calculation, and the natural moves that a first look would choose.
 *
 * <p>A <em>natural</em> move is what a person's eye falls on before calculating: what wins something by the exchange on
 * one square, takes back where the opponent has just taken, or gives a check that costs nothing. If a natural move is
 * not best, a coach wants to see why.
 */
public final class Candidates {
    private static final int MOST_NATURAL = 4;

    private Candidates() {}

    /** The natural moves of a position, the most tempting first; at most four, perhaps none. */
    public static List<Move> natural(Position position, List<Position> before) {
        record Tempting(Move move, int pull) {}
        Side side = position.sideToMove();
        List<Tempting> tempting = new ArrayList<>();
        for (Move move : position.legalMoves()) {
            Piece captured = position.captured(move);
            Position after = position.play(move);
            int pull = 0;
            if (captured != null) {
                pull = 2 * Math.max(0, Exchange.result(position, move.to(), side));
                if (pull > 0 && Exchange.result(after, move.to(), side.opposite()) > 0) {
                    // Another man takes better there.
                    pull--;
                }
                if (takesBack(position, before, move)) {
                    pull += 3;
                }
            }
            if (after.isCheck() && Exchange.result(after, move.to(), side.opposite()) == 0) {
                pull++;
            }
            if (move.promotion() != null && move.promotion().ordinal() == 4) {
                pull += 16;
            }
            if (pull > 0 && (move.promotion() == null || move.promotion().ordinal() == 4)) {
                tempting.add(new Tempting(move, pull));
            }
        }
        return tempting.stream()
                .sorted(Comparator.comparingInt(Tempting::pull).reversed())
                .limit(MOST_NATURAL)
                .map(Tempting::move)
                .toList();
    }

    private static boolean takesBack(Position position, List<Position> before, Move move) {
        if (before.isEmpty()) {
            return false;
        }
        Position last = before.getLast();
        Piece stood = last.pieceAt(move.to());
        return stood != null && stood.side() == position.sideToMove();
    }

    /**
     * The candidates of calculations of one position, the best first; a move that several calculated is taken from the
     * deepest. The loss of each is against the best of all.
     */
    public static List<Candidate> of(List<Calculation> calculations, List<Move> natural, ValueScale scale) {
        List<CalculatedLine> lines = new ArrayList<>();
        Set<Move> seen = new LinkedHashSet<>();
        if (calculations.isEmpty()) {
            return List.of();
        }
        Position position = calculations.getFirst().position();
        calculations.stream()
                .flatMap(calculation -> calculation.lines().stream())
                .sorted(Comparator.comparingInt(CalculatedLine::depth).reversed())
                .forEach(line -> {
                    if (seen.add(line.first())) {
                        lines.add(line);
                    }
                });
        lines.sort(CalculatedLine.bestFirst(position.sideToMove()));
        Ledger here = Ledger.of(position, scale);
        List<Candidate> candidates = new ArrayList<>();
        for (CalculatedLine line : lines) {
            candidates.add(candidate(position, line, lines.getFirst(), natural, here, scale));
        }
        return candidates;
    }

    private static Candidate candidate(
            Position position,
            CalculatedLine line,
            CalculatedLine best,
            List<Move> natural,
            Ledger here,
            ValueScale scale) {
        Side side = position.sideToMove();
        List<Position> positions = position.positionsAlong(line.moves());
        double loss =
                Math.max(0, best.verdict().expectedFor(side) - line.verdict().expectedFor(side));
        return new Candidate(
                line,
                loss,
                Worse.is(Worse.Outcome.of(position, line), Worse.Outcome.of(position, best)),
                natural.contains(line.first()),
                RunningBalance.of(positions, side, scale),
                Ledger.of(positions.getLast(), scale).changesSince(here));
    }
}
