package org.zeroply.search;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.work.Cancel;

/** What moves win by force against a plain reader, and threats against a search that sees more. */
public final class ThreatTwin {
    private static final int MOVES = 3;

    /** Beyond what stands on a board. */
    private static final int MATE = 500;

    private static final long DEEPER = 60_000;

    private ThreatTwin() {}

    /** A few moves of a position. */
    public static void compareGains(Position position) {
        List<Move> legal = position.legalMoves();
        for (Move move : legal.subList(0, Math.min(MOVES, legal.size()))) {
            int plain = plain(position, move);
            int gain = ForcedGain.of(position, move, -1_000);
            boolean bothMate = Math.abs(gain) > MATE && Math.abs(plain) > MATE && gain > 0 == plain > 0;
            assertThat(bothMate ? plain : gain)
                    .as("%s in %s", San.write(position, move), Fen.write(position))
                    .isEqualTo(plain);
            assertThat(ForcedGain.of(position, move, 1) >= 1).isEqualTo(plain >= 1);
        }
    }

    /** Every threat that is told still wins something, or mates, for a search six times as large. */
    public static void compareThreats(Position position) {
        if (position.isCheck() || !position.hasLegalMove()) {
            return;
        }
        Position free = position.play(Move.PASS);
        for (Threat threat : new Threats().against(position, new Cancel())) {
            Position struck = free.play(threat.line().getFirst());
            List<CalculatedLine> lines = new Calculator(16, 1)
                    .calculate(Question.of(struck, Limit.nodes(DEEPER)), found -> {}, new Cancel())
                    .lines();
            if (lines.isEmpty()) {
                continue;
            }
            Verdict verdict = lines.getFirst().verdict();
            boolean mates = verdict.isMate() && verdict.expectedFor(free.sideToMove()) == 1;
            int won = Settled.atEnd(struck, lines.getFirst().moves(), free.sideToMove())
                    - PieceValues.balance(free, free.sideToMove());
            assertThat(mates || won > 0)
                    .as(
                            "%s in %s, after which comes %s",
                            San.line(free, threat.line()),
                            Fen.write(position),
                            San.line(struck, lines.getFirst().moves()))
                    .isTrue();
        }
    }

    /** Every reply, then captures and queens alone, every one of them. */
    private static int plain(Position position, Move move) {
        Position after = position.play(move);
        if (!after.hasLegalMove()) {
            return after.isCheck() ? 1_000 : -1_000;
        }
        int start = PieceValues.balance(position, position.sideToMove());
        return after.legalMoves().stream()
                .mapToInt(reply -> best(after.play(reply), 1, -1_000, 1_000))
                .map(value -> value >= 900 ? value : value - start)
                .min()
                .orElseThrow();
    }

    private static int best(Position position, int depth, int alpha, int beta) {
        int stands = PieceValues.balance(position, position.sideToMove());
        int best = position.isCheck() ? -1_000 : stands;
        if (depth > 12) {
            return stands;
        }
        for (Move move : position.legalMoves()) {
            boolean wanted = position.isCheck()
                    || position.isCapture(move) && move.promotion() == null
                    || move.promotion() == PieceType.QUEEN;
            if (wanted && best < beta) {
                best = Math.max(best, -best(position.play(move), depth + 1, -beta, -Math.max(alpha, best)));
            }
        }
        return best;
    }
}
