package org.zeroply.coaching;

import java.time.Duration;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Hardness;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.MissedChance;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.search.Threat;

/**
 * A move of a player in a judged game, as far as an account goes by it. Expected scores are the player's, 0 to 1.
 *
 * @param ply half-moves before it
 * @param isOnlyLegal whether no other move was legal
 * @param glances null where they were not taken
 * @param isThreatened whether the opponent threatened more than a check
 * @param wins by what the best move won, if the best of all others was worse; null for nothing
 * @param trades whether the best line or the played one takes a piece at once
 * @param position the key of the position before it
 * @param pawns the pawns of both sides before it, as a number that tells structures apart
 * @param used time thought over it, where that is known
 * @param marks what the judgement tells of it
 * @param slip null where it gave away next to nothing
 * @param decision a free decision that the ledger proves to be good; null for none
 */
public record OwnMove(
        int ply,
        Move move,
        Judgement.Phase phase,
        double before,
        double after,
        boolean isBest,
        boolean isOnlyLegal,
        @Nullable Glances glances,
        boolean isThreatened,
        @Nullable Motif wins,
        boolean trades,
        long position,
        long pawns,
        Optional<Duration> used,
        boolean isHurried,
        Set<Mark> marks,
        @Nullable Slip slip,
        @Nullable FreeDecision decision) {
    private static final int A_PAWN = 1;

    /** What a judgement tells of a move. */
    public enum Mark {
        TURNING_POINT,
        /** A drift begins with it. */
        DRIFT,
        MISSED_CHANCE,
        /** It is praised, or a plan that is praised begins with it. */
        PRAISE
    }

    public OwnMove {
        marks = marks.isEmpty() ? Set.of() : EnumSet.copyOf(marks);
    }

    /**
     * @param used time thought over it, where that is known
     */
    static OwnMove of(Judgement judgement, Judgement.Judged move, Optional<Duration> used) {
        Position position = move.before().position();
        Side side = move.side();
        Glances glances = glances(judgement, move);
        return new OwnMove(
                move.ply(),
                move.move(),
                move.phase(),
                move.before().verdict().expectedFor(side),
                move.after().verdict().expectedFor(side),
                move.isBest(),
                position.legalMoves().size() == 1,
                glances,
                move.before().threats().stream().anyMatch(threat -> threat.kind() != Threat.Kind.CHECK),
                wins(move, glances),
                takesPiece(position, move.before().best()) || takesPiece(position, List.of(move.move())),
                position.key(),
                pawns(position),
                used,
                move.hurried().isPresent(),
                marks(judgement, move),
                Slip.of(move).orElse(null),
                FreeDecision.of(judgement, move).orElse(null));
    }

    private static @Nullable Glances glances(Judgement judgement, Judgement.Judged move) {
        Hardness hardness = move.before().hardness();
        return hardness == null ? null : Glances.of(hardness, MissedChance.kindsOfBest(judgement, move));
    }

    /** The best line wins a pawn or mates, and nothing else does as well. */
    private static @Nullable Motif wins(Judgement.Judged move, @Nullable Glances glances) {
        List<Move> best = move.before().best();
        if (glances == null || best.isEmpty() || glances.deep() - glances.rest() < Slip.SMALLEST) {
            return null;
        }
        Position position = move.before().position();
        boolean mates = move.before().verdict().isMate() && glances.deep() > 0.5;
        List<Move> told = best.subList(0, Math.min(6, best.size()));
        boolean wins = mates || Settled.won(position, told, move.side()) >= A_PAWN;
        return wins ? Motif.of(position, told) : null;
    }

    private static boolean takesPiece(Position position, List<Move> line) {
        Piece taken = line.isEmpty() ? null : position.captured(line.getFirst());
        return taken != null && taken.type() != PieceType.PAWN;
    }

    private static long pawns(Position position) {
        long white = position.men(Side.WHITE, PieceType.PAWN).bits();
        long black = position.men(Side.BLACK, PieceType.PAWN).bits();
        return white * 31 + Long.rotateLeft(black * 0x9E3779B97F4A7C15L, 17);
    }

    private static Set<Mark> marks(Judgement judgement, Judgement.Judged move) {
        Set<Mark> marks = EnumSet.noneOf(Mark.class);
        if (judgement.turningPoints().contains(move)) {
            marks.add(Mark.TURNING_POINT);
        }
        if (judgement.drifts().stream().anyMatch(drift -> drift.first().equals(move))) {
            marks.add(Mark.DRIFT);
        }
        if (judgement.missed().stream().anyMatch(missed -> missed.move().equals(move))) {
            marks.add(Mark.MISSED_CHANCE);
        }
        if (judgement.praise().stream().anyMatch(praise -> praise.first().equals(move))) {
            marks.add(Mark.PRAISE);
        }
        return marks;
    }

    /** What it gave away of the expected score; the best move gives nothing away. */
    public double loss() {
        return isBest ? 0 : Math.max(0, before - after);
    }

    /**
     * What the worst natural move loses, of those that a judgement knows: the tempting one, the best of all others and the one
     * that was played.
     */
    public double stake() {
        if (isOnlyLegal) {
            return 0;
        }
        double others = glances == null ? 0 : Math.max(glances.cost(1), glances.cost(3));
        return Math.max(loss(), others);
    }
}
