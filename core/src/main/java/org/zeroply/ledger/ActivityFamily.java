package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** What the pieces do: mobility, the census of active and idle pieces, and the one with the least to do. */
final class ActivityFamily {
    private static final int WORK_OF_A_TARGET = 4;
    private static final int LONGEST_TRANSFER = 4;
    private static final int WORTH_FREEING = 2;

    private final Survey survey;
    private final Position position;

    /** Weak squares of a side that the other can use. */
    private final SquareSet[] weak = new SquareSet[2];

    /** What each piece alone holds, once asked for. */
    private final @Nullable SquareSet[] charges = new SquareSet[64];

    private ActivityFamily(Survey survey, SquareSet whiteWeak, SquareSet blackWeak) {
        this.survey = survey;
        position = survey.position;
        weak[0] = whiteWeak;
        weak[1] = blackWeak;
    }

    /**
     * @param whiteWeak White's weak squares that Black can use
     * @param blackWeak Black's weak squares that White can use
     */
    static List<Entry> read(Survey survey, SquareSet whiteWeak, SquareSet blackWeak) {
        ActivityFamily reading = new ActivityFamily(survey, whiteWeak, blackWeak);
        SquareSet[] active = {reading.active(Side.WHITE), reading.active(Side.BLACK)};
        return List.of(
                Counted.entry(Factor.MOBILITY, reading::mobility),
                Counted.entry(Factor.ACTIVE, side -> reading.census(side, active[side.ordinal()])),
                Counted.entry(Factor.TIED, reading::tied),
                Counted.entry(Factor.IDLE, side -> reading.idle(side, active[side.ordinal()])),
                Counted.entry(Factor.IDLEST, side -> reading.idlest(side, active[side.ordinal()])));
    }

    // ---- mobility

    private long safelyAttacked(Side side, long attacks) {
        return attacks & ~survey.men(side) & ~survey.pawnAttacks(side.opposite());
    }

    private Counted mobility(Side side) {
        int sum = 0;
        List<String> told = new ArrayList<>();
        for (Square piece : new SquareSet(survey.pieces(side))) {
            int squares = Long.bitCount(safelyAttacked(side, survey.attacks(piece)));
            sum += squares;
            told.add(Words.of("mobility.of", survey.name(piece), squares));
        }
        SquareSet pieces = new SquareSet(survey.pieces(side));
        if (pieces.isEmpty()) {
            return new Counted(new Account(new Value.Absent(), Evidence.NONE), "");
        }
        return new Counted(Account.of(sum, pieces), String.join(", ", told));
    }

    // ---- the census

    private SquareSet active(Side side) {
        long active = 0;
        for (Square piece : new SquareSet(survey.pieces(side))) {
            if ((tasks(side, piece) != 0 || isAdvanced(side, piece)) && !isTied(side, piece)) {
                active |= piece.bit();
            }
        }
        return new SquareSet(active);
    }

    private long tasks(Side side, Square piece) {
        return tasks(side, survey.attacks(piece));
    }

    /** Of attacked squares: enemy men without enough guard, usable weak squares and squares of the king's zone. */
    private long tasks(Side side, long attacks) {
        long squares = weak[side.opposite().ordinal()].bits() | survey.zone(side.opposite());
        for (Square target : new SquareSet(attacks & survey.men(side.opposite()) & ~squares)) {
            if (survey.isLoose(target) || Exchange.result(position, target, side) > 0) {
                squares |= target.bit();
            }
        }
        return squares & attacks;
    }

    /** Beyond the own fourth rank, where no pawn can drive it off. */
    private boolean isPost(Side side, Square square) {
        return Survey.ownRank(side, square) > 4 && (Survey.passedBy(side, square) & survey.pawns(side.opposite())) == 0;
    }

    private boolean isAdvanced(Side side, Square piece) {
        return isPost(side, piece) && !survey.isHanging(piece);
    }

    /** Own men that hang once the piece is lifted and do not hang now. */
    private SquareSet charges(Side side, Square piece) {
        SquareSet held = charges[piece.ordinal()];
        if (held == null) {
            held = Duties.charges(survey, side, piece);
            charges[piece.ordinal()] = held;
        }
        return held;
    }

    private boolean isTied(Side side, Square piece) {
        return !charges(side, piece).isEmpty();
    }

    private Counted census(Side side, SquareSet active) {
        String detail = survey.names(active);
        if (active.size() >= 1 && active.stream().allMatch(piece -> canBeExchanged(side, piece))) {
            detail = Words.of(active.size() == 1 ? "active.oneExchangeable" : "active.exchangeable", detail);
        }
        return new Counted(Account.of(active), detail);
    }

    /** An enemy piece of the same value attacks it or is attacked by it. */
    private boolean canBeExchanged(Side side, Square piece) {
        for (Square other : new SquareSet(survey.pieces(side.opposite()))) {
            boolean meet = (survey.attacks(piece) & other.bit()) != 0 || (survey.attacks(other) & piece.bit()) != 0;
            if (meet && survey.value(piece) == survey.value(other)) {
                return true;
            }
        }
        return false;
    }

    private Counted tied(Side side) {
        SquareSet tied = SquareSet.NONE;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        for (Square piece : new SquareSet(survey.pieces(side))) {
            SquareSet held = charges(side, piece);
            if (!held.isEmpty()) {
                tied = tied.or(SquareSet.of(piece));
                evidence = evidence.with(Role.COUNTED, piece).with(Role.TARGET, held);
                told.add(Words.of("tied", survey.name(piece), survey.names(held)));
            }
        }
        return new Counted(Account.of(tied, evidence), String.join(", ", told));
    }

    private SquareSet idlePieces(Side side, SquareSet active) {
        long idle = survey.pieces(side) & ~active.bits();
        for (Square piece : new SquareSet(idle)) {
            idle &= isTied(side, piece) ? ~piece.bit() : -1L;
        }
        return new SquareSet(idle);
    }

    private Counted idle(Side side, SquareSet active) {
        SquareSet idle = idlePieces(side, active);
        return new Counted(Account.of(idle), survey.names(idle));
    }

    // ---- the idlest piece

    private int work(Side side, Square piece) {
        return Long.bitCount(safelyAttacked(side, survey.attacks(piece)))
                + WORK_OF_A_TARGET * (Long.bitCount(tasks(side, piece)) + (isAdvanced(side, piece) ? 1 : 0));
    }

    private Counted idlest(Side side, SquareSet active) {
        Square idlest = null;
        int least = Integer.MAX_VALUE;
        for (Square piece : Survey.fromOwnSide(side, idlePieces(side, active).bits())) {
            int work = work(side, piece);
            if (idlest == null || work < least || work == least && survey.value(piece) > survey.value(idlest)) {
                idlest = piece;
                least = work;
            }
        }
        if (idlest == null) {
            return new Counted(Account.NONE, "");
        }
        int safe = Long.bitCount(safelyAttacked(side, survey.attacks(idlest)));
        Evidence evidence = Evidence.of(SquareSet.of(idlest));
        StringBuilder told =
                new StringBuilder(Words.of(safe == 1 ? "idlest.isOne" : "idlest.is", survey.name(idlest), safe));
        Reach reach = Reach.inPosition(position, idlest);
        Square better = bestSquare(side, idlest, reach, least);
        if (better != null) {
            List<Square> route = reach.route(better);
            evidence = evidence.withPath(Role.ROUTE, route);
            told.append(
                    Words.of("idlest.better", better, new Value.Moves(reach.moves(better)).text(), Lists.route(route)));
        }
        Square blocker = blocker(side, idlest);
        if (blocker != null) {
            evidence = evidence.with(Role.BLOCKER, blocker);
            told.append(
                    Words.of("idlest.blocked", survey.name(blocker), Words.of("idlest.price." + price(side, blocker))));
        }
        return new Counted(Account.of(SquareSet.of(idlest), evidence), told.toString());
    }

    private @Nullable Square bestSquare(Side side, Square piece, Reach reach, int now) {
        Square best = null;
        int most = now;
        for (Square square :
                Survey.fromOwnSide(side, reach.within(LONGEST_TRANSFER).bits() & ~survey.occupied)) {
            int work = workAt(side, piece, square);
            boolean better = work > most || best != null && work == most && reach.moves(square) < reach.moves(best);
            if (better && survey.isSafe(piece, square)) {
                best = square;
                most = work;
            }
        }
        return best;
    }

    /** The work a piece would have on an empty square, all else unchanged. */
    private int workAt(Side side, Square piece, Square square) {
        long attacks = Attacks.of(survey.type(piece), square.ordinal(), survey.occupied & ~piece.bit());
        return Long.bitCount(safelyAttacked(side, attacks))
                + WORK_OF_A_TARGET * (Long.bitCount(tasks(side, attacks)) + (isPost(side, square) ? 1 : 0));
    }

    private @Nullable Square blocker(Side side, Square piece) {
        Square worst = null;
        int most = WORTH_FREEING - 1;
        int now = Long.bitCount(safelyAttacked(side, survey.attacks(piece)));
        for (Square pawn : Survey.fromOwnSide(side, survey.attacks(piece) & survey.pawns(side))) {
            long attacks = Attacks.of(survey.type(piece), piece.ordinal(), survey.occupied & ~pawn.bit());
            long open = attacks & ~(survey.men(side) & ~pawn.bit()) & ~survey.pawnAttacks(side.opposite());
            int more = Long.bitCount(open) - now;
            if (more > most) {
                worst = pawn;
                most = more;
            }
        }
        return worst;
    }

    private String price(Side side, Square pawn) {
        boolean steps = false;
        for (Move move : survey.moves(side)) {
            if (move.from() == pawn && move.from().file() == move.to().file()) {
                if (Exchange.lossByStepping(position, pawn, move.to()) == 0) {
                    return "tempo";
                }
                steps = true;
            }
        }
        return steps ? "pawn" : "none";
    }
}
