package org.zeroply.coaching;

import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Cause;
import org.zeroply.analysis.GameAccount;
import org.zeroply.analysis.Judgement;
import org.zeroply.gametree.GameResult;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** Judged games whose moves are given one by one. */
public final class Accounts {
    public static final Move E4 = new Move(Square.E2, Square.E4);
    public static final Move D4 = new Move(Square.D2, Square.D4);

    private Accounts() {}

    /** A move that gave away something. */
    static OwnMove gave(int ply, double loss, Cause.@Nullable Kind cause) {
        return move(ply, E4, 0.6, loss, slip(loss, cause, null), null, false);
    }

    static OwnMove missed(int ply, double loss, Slip.Tactic tactic) {
        return move(ply, E4, 0.6, loss, slip(loss, Cause.Kind.TACTICS, tactic), null, false);
    }

    /** A good move where others would have lost so much. */
    static OwnMove fine(int ply, double stake) {
        Glances glances = new Glances(List.of(1, 1, 1), 0.5, 0.5 - stake, null, 0.5, false);
        return move(ply, E4, 0.5, 0, null, glances, false);
    }

    static @Nullable Slip slip(double loss, Cause.@Nullable Kind cause, Slip.@Nullable Tactic tactic) {
        return loss < Slip.SMALLEST
                ? null
                : new Slip(cause, tactic, Position.START, List.of(D4), List.of(new Move(Square.E7, Square.E5)));
    }

    static OwnMove move(
            int ply,
            Move move,
            double before,
            double loss,
            @Nullable Slip slip,
            @Nullable Glances glances,
            boolean isThreatened) {
        return new OwnMove(
                ply,
                move,
                Judgement.Phase.MIDDLEGAME,
                before,
                before - loss,
                loss == 0,
                false,
                glances,
                isThreatened,
                null,
                false,
                ply,
                ply,
                Optional.<Duration>empty(),
                false,
                Set.of(),
                slip,
                null);
    }

    static JudgedGame game(long id, String date, GameResult result, OwnMove... moves) {
        double given = List.of(moves).stream().mapToDouble(OwnMove::loss).sum();
        Map<Judgement.Phase, Double> phases = new EnumMap<>(Judgement.Phase.class);
        phases.put(Judgement.Phase.MIDDLEGAME, given);
        GameAccount account = new GameAccount(Side.WHITE, 0.5, phases, 0.2, 0, 0.7 - given);
        return new JudgedGame(
                id,
                Side.WHITE,
                "Haddad, Noor",
                1900,
                "Tarn, Bastian",
                date,
                result,
                "Stonewall",
                account,
                List.of(moves));
    }

    /** Games with a move of each of some losses, one after the other, a day each. */
    static List<JudgedGame> games(Cause.@Nullable Kind cause, double... losses) {
        List<JudgedGame> games = new ArrayList<>();
        for (int i = 0; i < losses.length; i++) {
            games.add(game(
                    i + 1,
                    "2026.01.%02d".formatted(i + 1),
                    GameResult.DRAW,
                    losses[i] == 0 ? fine(20, 0.2) : gave(20, losses[i], cause)));
        }
        return games;
    }
}
