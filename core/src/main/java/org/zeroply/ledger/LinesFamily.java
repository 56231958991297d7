package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/**
 * What lines of bishops, rooks and queens do beyond the first man on them, and the moves that hit two things at once.
 * Every line piece looks at its first man and at the man behind it; what that pair is called depends on whose they are.
 */
final class LinesFamily {
    private final Survey survey;
    private final Position position;
    private final List<Finding> findings = new ArrayList<>();

    /** Something found, on the account of one side. */
    private record Finding(Factor factor, Side side, Square counted, Evidence evidence, String told) {}

    private LinesFamily(Survey survey) {
        this.survey = survey;
        position = survey.position;
    }

    static List<Entry> read(Survey survey) {
        LinesFamily reading = new LinesFamily(survey);
        for (Side side : Side.values()) {
            reading.lines(side);
            reading.forks(side);
            reading.trapped(side);
        }
        List<Entry> entries = new ArrayList<>();
        for (Factor factor : List.of(
                Factor.PINS,
                Factor.SKEWERS,
                Factor.BATTERIES,
                Factor.DISCOVERIES,
                Factor.XRAYS,
                Factor.FORKS,
                Factor.TRAPPED)) {
            entries.add(Counted.entry(factor, side -> reading.collect(factor, side)));
        }
        return entries;
    }

    private Counted collect(Factor factor, Side side) {
        SquareSet counted = SquareSet.NONE;
        List<Evidence.Exhibit> exhibits = new ArrayList<>();
        List<String> told = new ArrayList<>();
        for (Finding finding : findings) {
            if (finding.factor() == factor && finding.side() == side) {
                counted = counted.or(SquareSet.of(finding.counted()));
                exhibits.addAll(finding.evidence().exhibits());
                told.add(finding.told());
            }
        }
        return new Counted(Account.of(counted, new Evidence(exhibits)), String.join(", ", told));
    }

    // ---- lines

    private void lines(Side side) {
        for (Square piece : new SquareSet(survey.pieces(side))) {
            if (survey.type(piece) == PieceType.KNIGHT) {
                continue;
            }
            long seen = survey.attacks(piece);
            for (Square first : new SquareSet(seen & survey.occupied)) {
                long beyond = Attacks.of(survey.type(piece), piece.ordinal(), survey.occupied & ~first.bit())
                        & ~seen
                        & survey.occupied;
                boolean ownFirst = (survey.men(side) & first.bit()) != 0;
                if (ownFirst) {
                    battery(side, piece, first);
                }
                for (Square second : new SquareSet(beyond)) {
                    boolean ownSecond = (survey.men(side) & second.bit()) != 0;
                    if (ownFirst && !ownSecond) {
                        discovery(side, piece, first, second);
                    } else if (!ownFirst && ownSecond) {
                        xray(side, piece, first, second);
                    } else if (!ownFirst) {
                        pinOrSkewer(side, piece, first, second);
                    }
                }
            }
        }
    }

    private boolean gainsBehind(Side side, Square target, Square lifted) {
        return Exchange.result(position, target, side, SquareSet.of(lifted)) > 0;
    }

    /** What stands behind is dearer, or as dear and without a guard: a pin. It is cheaper: a skewer, if the front is worth it. */
    private void pinOrSkewer(Side side, Square piece, Square front, Square back) {
        Evidence line = Evidence.NONE.with(Role.COUNTED, front).withPath(Role.LINE, List.of(piece, back));
        if (survey.type(back) == PieceType.KING) {
            boolean pushes = survey.type(front) == PieceType.PAWN && front.file() == piece.file();
            add(Factor.PINS, side.opposite(), front, line, pushes ? "pin.pushes" : "pin.absolute", front, piece);
            return;
        }
        boolean king = survey.type(front) == PieceType.KING;
        if (king || survey.value(front) > survey.value(back)) {
            boolean skewers = king || survey.value(front) > survey.value(piece);
            if (skewers && gainsBehind(side, back, front)) {
                add(Factor.SKEWERS, side, piece, line, "skewer", piece, front, back);
            }
            return;
        }
        boolean worth = survey.value(back) > survey.value(front) || isUnguardedWithout(back, front);
        if (worth && survey.type(back) != PieceType.PAWN && gainsByTaking(piece, front, back)) {
            add(Factor.PINS, side.opposite(), front, line, "pin.relative", front, piece, back);
        }
    }

    /** Whether nobody guards what stands behind once the man in front is lifted. */
    private boolean isUnguardedWithout(Square back, Square front) {
        Side owner = survey.piece(back).side();
        return Exchange.orderOfUse(position, back, owner, SquareSet.of(front)).isEmpty();
    }

    /** Whether the line piece itself gains by taking what stands behind first, the man in front lifted. */
    private boolean gainsByTaking(Square piece, Square front, Square back) {
        int lost = Exchange.afterTaking(position, piece, back, SquareSet.of(front));
        return survey.value(back) > lost;
    }

    private void discovery(Side side, Square piece, Square front, Square target) {
        boolean worth = survey.type(target) == PieceType.KING
                || gainsBehind(side, target, front) && Exchange.result(position, target, side) == 0;
        long onLine = Attacks.line(piece.ordinal(), target.ordinal());
        boolean leaves = survey.moves(side).stream()
                .anyMatch(move -> move.from() == front && (onLine & move.to().bit()) == 0);
        if (worth && leaves) {
            Evidence line = Evidence.NONE
                    .with(Role.COUNTED, front)
                    .with(Role.TARGET, target)
                    .withPath(Role.LINE, List.of(piece, target));
            add(Factor.DISCOVERIES, side, front, line, "discovery", front, piece, target);
        }
    }

    private void xray(Side side, Square piece, Square through, Square guarded) {
        if (survey.type(guarded) != PieceType.KING && position.isAttacked(guarded, side.opposite())) {
            Evidence line = Evidence.NONE.with(Role.COUNTED, guarded).withPath(Role.LINE, List.of(piece, guarded));
            add(Factor.XRAYS, side, guarded, line, "xray", piece, guarded, through);
        }
    }

    /** The front piece moves along the line too, and the other stands behind it as its side sees it. */
    private void battery(Side side, Square behind, Square front) {
        PieceType type = survey.type(front);
        boolean straight = behind.file() == front.file() || behind.rank() == front.rank();
        boolean same = type == PieceType.QUEEN || type == (straight ? PieceType.ROOK : PieceType.BISHOP);
        int from = Survey.ownRank(side, behind);
        int to = Survey.ownRank(side, front);
        if (same && (to > from || to == from && to > 1) && pointsAtSomething(side, behind, front)) {
            Evidence line = Evidence.NONE.with(Role.COUNTED, front).withPath(Role.LINE, List.of(behind, front));
            add(Factor.BATTERIES, side, front, line, "battery", front, behind);
        }
    }

    /** Ahead of the two on their line: an enemy man comes first, or a square of the enemy king's zone. */
    private boolean pointsAtSomething(Side side, Square behind, Square front) {
        long ahead = Attacks.of(survey.type(behind), behind.ordinal(), survey.occupied & ~front.bit())
                & ~survey.attacks(behind);
        return (ahead & ~survey.men(side) & (survey.men(side.opposite()) | survey.zone(side.opposite()))) != 0;
    }

    private void add(Factor factor, Side side, Square counted, Evidence evidence, String key, Square... named) {
        Object[] names = new Object[named.length];
        for (int i = 0; i < named.length; i++) {
            names[i] = survey.name(named[i]);
        }
        findings.add(new Finding(factor, side, counted, evidence, Words.of(key, names)));
    }

    // ---- forks

    private void forks(Side side) {
        for (Move move : survey.moves(side)) {
            SquareSet hit = Fork.targets(survey.toMove(side), move);
            if (!hit.isEmpty()) {
                Evidence evidence = Evidence.NONE
                        .withPath(Role.ROUTE, List.of(move.from(), move.to()))
                        .with(Role.TARGET, hit);
                findings.add(new Finding(
                        Factor.FORKS,
                        side,
                        move.to(),
                        evidence,
                        Words.of("fork", survey.name(move.from()), move.to(), survey.names(hit))));
            }
        }
    }

    // ---- trapped

    /** Hanging, and neither a move of its own saves it nor one of another man that is not lost by it. */
    private void trapped(Side side) {
        if (position.isCheck()) {
            return;
        }
        for (Square piece : new SquareSet(survey.pieces(side))) {
            if (survey.isHanging(piece) && survey.moves(side).stream().noneMatch(move -> saves(side, piece, move))) {
                SquareSet hunters = position.attackers(piece, side.opposite());
                findings.add(new Finding(
                        Factor.TRAPPED,
                        side,
                        piece,
                        Evidence.of(SquareSet.of(piece)).with(Role.ATTACKER, hunters),
                        survey.name(piece)));
            }
        }
    }

    private boolean saves(Side side, Square piece, Move move) {
        if (losesByMoving(side, move)) {
            return false;
        }
        return move.from() == piece || !Exchange.isHanging(survey.toMove(side).play(move), piece);
    }

    private boolean losesByMoving(Side side, Move move) {
        Position from = survey.toMove(side);
        Piece captured = from.captured(move);
        int won = captured == null ? 0 : PieceValues.of(captured.type());
        return won < Exchange.result(from.play(move), move.to(), side.opposite());
    }
}
