package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.Verdict;

/** Judgements of games whose verdicts are given. */
public final class Judgements {
    private Judgements() {}

    /** Rooks that step to and fro, with White's expected score given for every position. */
    public static Judgement judge(double threshold, double... white) {
        return judge(threshold, false, white);
    }

    public static Judgement judge(double threshold, boolean alwaysBest, double... white) {
        Position position = Fen.position("r3k3/p7/8/8/8/8/P7/R3K3 w - - 0 30");
        List<Judgement.Point> points = new ArrayList<>();
        List<Move> played = new ArrayList<>();
        boolean[] away = new boolean[2];
        for (int i = 0; i < white.length; i++) {
            Side side = position.sideToMove();
            int of = side.ordinal();
            Square home = side == Side.WHITE ? Square.A1 : Square.A8;
            Square other = side == Side.WHITE ? Square.B1 : Square.B8;
            Move move = away[of] ? new Move(other, home) : new Move(home, other);
            away[of] = !away[of];
            Move best = alwaysBest ? move : new Move(position.king(side), side == Side.WHITE ? Square.D1 : Square.D8);
            points.add(new Judgement.Point(position, new Verdict(0, white[i], 0), List.of(best)));
            if (i < white.length - 1) {
                played.add(move);
                position = position.play(move);
            }
        }
        return Judgement.of(points, played, threshold);
    }
}
