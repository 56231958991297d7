package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** What is counted when only kings and pawns are left. */
final class PawnEndingFamily {
    private final Survey survey;
    private final Position position;

    /** Whether only kings and pawns are there; otherwise every account is empty. */
    private final boolean applies;

    private PawnEndingFamily(Survey survey) {
        this.survey = survey;
        position = survey.position;
        applies = (survey.pieces(Side.WHITE) | survey.pieces(Side.BLACK)) == 0;
    }

    static List<Entry> read(Survey survey) {
        PawnEndingFamily reading = new PawnEndingFamily(survey);
        return List.of(
                Counted.entry(Factor.OPPOSITION, reading::opposition),
                Counted.entry(Factor.KEY_SQUARES, reading::keySquares),
                Counted.entry(Factor.SPARE_TEMPI, reading::spareTempi),
                Counted.entry(Factor.SQUARE_OF_PAWN, reading::outOfReach),
                Counted.entry(Factor.PAWN_RACE, reading::race));
    }

    private static final Counted NOTHING = new Counted(new Account(new Value.Absent(), Evidence.NONE), "");

    // ---- opposition

    private Counted opposition(Side side) {
        State state = applies && position.sideToMove() != side ? facing() : State.NONE;
        if (state == State.NONE) {
            return new Counted(new Account(new Value.Is(State.NONE), Evidence.NONE), "");
        }
        Square own = position.king(side);
        Square other = position.king(side.opposite());
        return new Counted(
                new Account(
                        new Value.Is(state), Evidence.of(SquareSet.of(own)).withPath(Role.LINE, List.of(own, other))),
                state.title());
    }

    private State facing() {
        Square white = position.king(Side.WHITE);
        Square black = position.king(Side.BLACK);
        int files = Math.abs(white.file() - black.file());
        int ranks = Math.abs(white.rank() - black.rank());
        int apart = Math.max(files, ranks);
        boolean straight = files == 0 || ranks == 0;
        if (straight && apart == 2) {
            return State.NEAR_OPPOSITION;
        }
        if (straight && (apart == 4 || apart == 6)) {
            return State.DISTANT_OPPOSITION;
        }
        return files == ranks && (apart == 2 || apart == 4) ? State.DIAGONAL_OPPOSITION : State.NONE;
    }

    // ---- key squares

    private SquareSet passed(Side side) {
        return new SquareSet(PawnMasks.passed(side, survey.pawns(side), survey.pawns(side.opposite())));
    }

    private Counted keySquares(Side side) {
        if (!applies) {
            return new Counted(Account.NONE, "");
        }
        SquareSet all = SquareSet.NONE;
        List<String> told = new ArrayList<>();
        for (Square pawn : passed(side)) {
            SquareSet keys = keySquares(side, pawn);
            all = all.or(keys);
            told.add(Words.of("keys.of", survey.name(pawn), keys));
        }
        return new Counted(Account.of(all, Evidence.of(all).with(Role.TARGET, passed(side))), String.join(", ", told));
    }

    private static SquareSet keySquares(Side side, Square pawn) {
        int rank = Survey.ownRank(side, pawn);
        if (pawn.file() == 0 || pawn.file() == 7) {
            long file = PawnMasks.file(pawn.file() == 0 ? 1 : 6);
            return new SquareSet(file & Survey.ownRanks(side, 7, 8));
        }
        long files = PawnMasks.file(pawn.file() - 1) | PawnMasks.file(pawn.file()) | PawnMasks.file(pawn.file() + 1);
        int first = rank <= 4 ? rank + 2 : rank + 1;
        return new SquareSet(files & Survey.ownRanks(side, first, Math.min(8, rank + 2)));
    }

    // ---- tempi

    private Counted spareTempi(Side side) {
        if (!applies) {
            return NOTHING;
        }
        int sum = 0;
        List<String> told = new ArrayList<>();
        SquareSet spare = SquareSet.NONE;
        for (Square pawn : new SquareSet(survey.pawns(side)).without(passed(side))) {
            int steps = freeSteps(side, pawn);
            if (steps > 0) {
                sum += steps;
                spare = spare.or(SquareSet.of(pawn));
                told.add(Words.of("mobility.of", survey.name(pawn), steps));
            }
        }
        return new Counted(Account.of(sum, spare), String.join(", ", told));
    }

    private int freeSteps(Side side, Square pawn) {
        int up = side == Side.WHITE ? 8 : -8;
        int steps = 0;
        for (int at = pawn.ordinal() + up; at >= 8 && at < 56; at += up) {
            boolean blocked = (survey.occupied & 1L << at) != 0
                    || (Attacks.pawn(side.ordinal(), at) & survey.pawns(side.opposite())) != 0;
            if (blocked) {
                break;
            }
            steps++;
        }
        return steps;
    }

    // ---- passed pawns and the kings

    /** Moves of a pawn to its promotion square, one more if its own king stands ahead of it. */
    private int movesToPromote(Side side, Square pawn) {
        int rank = Survey.ownRank(side, pawn);
        long ahead = PawnMasks.file(pawn.file()) & Survey.ahead(side, pawn.rank());
        return 8 - rank - (rank == 2 ? 1 : 0) + ((ahead & position.king(side).bit()) != 0 ? 1 : 0);
    }

    private static Square promotionSquare(Side side, Square pawn) {
        return Square.of(pawn.file(), side.rank(8));
    }

    private Counted outOfReach(Side side) {
        if (!applies) {
            return new Counted(Account.NONE, "");
        }
        SquareSet free = SquareSet.NONE;
        List<String> told = new ArrayList<>();
        for (Square pawn : passed(side)) {
            Square goal = promotionSquare(side, pawn);
            int king = position.king(side.opposite()).distance(goal);
            int moves = movesToPromote(side, pawn);
            boolean outside = king > moves + (position.sideToMove() == side ? 0 : 1);
            told.add(Words.of(outside ? "square.outside" : "square.inside", survey.name(pawn)));
            free = outside ? free.or(SquareSet.of(pawn)) : free;
        }
        return new Counted(Account.of(free), String.join(", ", told));
    }

    private record Runner(Square pawn, int moves, boolean check) {}

    private @Nullable Runner fastest(Side side) {
        Runner fastest = null;
        for (Square pawn : Survey.fromOwnSide(side, passed(side).bits())) {
            int moves = movesToPromote(side, pawn);
            if (fastest == null || moves < fastest.moves()) {
                Square goal = promotionSquare(side, pawn);
                long seen = Attacks.queen(goal.ordinal(), survey.occupied & ~pawn.bit());
                fastest = new Runner(
                        pawn, moves, (seen & position.king(side.opposite()).bit()) != 0);
            }
        }
        return fastest;
    }

    private Counted race(Side side) {
        Runner own = applies ? fastest(side) : null;
        if (own == null) {
            return new Counted(new Account(Value.Moves.NEVER, Evidence.NONE), "");
        }
        Square goal = promotionSquare(side, own.pawn());
        Account account = new Account(
                new Value.Moves(own.moves()),
                Evidence.of(SquareSet.of(own.pawn())).withPath(Role.ROUTE, List.of(own.pawn(), goal)));
        Runner other = fastest(side.opposite());
        String key = "race.alone";
        if (other != null) {
            int lead = other.moves() - own.moves() + (position.sideToMove() == side ? 0 : -1);
            key = lead >= 0 ? "race.first" : "race.second";
        }
        String told = Words.of(key, survey.name(own.pawn()));
        return new Counted(account, own.check() ? Words.of("race.check", told) : told);
    }
}
