package org.zeroply.coaching;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Cause;
import org.zeroply.analysis.Cause.Kind;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.TurningPoint;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/**
 * A move that gave away something worth a cause, with what is shown of it.
 *
 * @param cause that has evidence; null if none has
 * @param tactic where tactics are the cause
 * @param position before the move
 * @param better the line that was best, cut where it is not shown any more
 * @param follows what follows the move that was played
 */
public record Slip(
        @Nullable Kind cause, @Nullable Tactic tactic, Position position, List<Move> better, List<Move> follows) {
    /** A move that gives away so much of the expected score or more gets a cause; less is small change. */
    public static final double SMALLEST = 0.05;

    private static final int SHOWN = 3;

    /**
     * Tactics that were missed.
     *
     * @param isOwn whether the student's own move was missed, or else the opponent's
     * @param depth moves of the winner until something is won
     */
    public record Tactic(boolean isOwn, Motif motif, int depth) {}

    public Slip {
        better = List.copyOf(better);
        follows = List.copyOf(follows);
    }

    static Optional<Slip> of(Judgement.Judged move) {
        if (move.loss() < SMALLEST - 1e-9) {
            return Optional.empty();
        }
        Optional<Cause> cause = Cause.of(move);
        TurningPoint point = TurningPoint.lines(move);
        return Optional.of(new Slip(
                cause.map(Cause::kind).orElse(null),
                cause.filter(Cause.Tactics.class::isInstance)
                        .map(Cause.Tactics.class::cast)
                        .map(tactics -> tactic(move, tactics, point))
                        .orElse(null),
                move.before().position(),
                cut(point.better()),
                cut(point.refutation())));
    }

    private static Tactic tactic(Judgement.Judged move, Cause.Tactics tactics, TurningPoint point) {
        boolean mated =
                move.after().verdict().isMate() && move.after().verdict().expectedFor(move.side()) < 0.5;
        int recaptured = recaptured(move, point.better());
        int won = tactics.better() - recaptured;
        boolean own =
                tactics.mate() ? !mated && !point.better().isEmpty() : won > 0 && won >= recaptured - tactics.played();
        boolean isOwn = own && !point.better().isEmpty() || point.refutation().isEmpty();
        Position start = isOwn ? move.before().position() : move.after().position();
        List<Move> line = isOwn ? point.better() : point.refutation();
        if (line.isEmpty()) {
            return new Tactic(isOwn, Motif.OTHER, 1);
        }
        Motif motif = Motif.of(start, line);
        return new Tactic(
                isOwn, tactics.mate() && motif != Motif.BACK_RANK ? Motif.MATE : motif, Motif.depth(start, line));
    }

    /** What both the played move and the better one take on one square, in hundredths of a pawn: it was won before. */
    private static int recaptured(Judgement.Judged move, List<Move> better) {
        Piece taken = move.before().position().captured(move.move());
        return taken != null
                        && !better.isEmpty()
                        && better.getFirst().to() == move.move().to()
                ? ValueScale.SCHOOLROOM.of(taken.type())
                : 0;
    }

    private static List<Move> cut(List<Move> line) {
        return line.subList(0, Math.min(SHOWN, line.size()));
    }

    /** What to say under its diagram: what follows and what was better. */
    public String text(Move played, Language language) {
        String after = follows.isEmpty() ? "" : San.line(position.play(played), follows.subList(0, 1), language);
        String instead = better.isEmpty() ? "" : San.line(position, better.subList(0, 1), language);
        if (after.isEmpty() || instead.isEmpty()) {
            return after.isEmpty() && instead.isEmpty()
                    ? ""
                    : after.isEmpty() ? Words.of("slip.better", instead) : Words.of("slip.follows", after);
        }
        return Words.of(cause == Kind.THREAT_OVERLOOKED ? "slip.threatened" : "slip.both", after, instead);
    }
}
