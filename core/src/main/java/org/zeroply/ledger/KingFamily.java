package org.zeroply.ledger;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.CastlingRight;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** The kings: castling, cover, attackers and defenders of the zone, who arrives, weak colours, the pawn race. */
final class KingFamily {
    private static final int LONG_DIAGONAL = 6;
    private static final int FEWEST_PIECES = 3;

    private final Survey survey;
    private final Position position;

    private KingFamily(Survey survey) {
        this.survey = survey;
        position = survey.position;
    }

    static List<Entry> read(Survey survey) {
        KingFamily reading = new KingFamily(survey);
        return List.of(
                Counted.entry(Factor.CASTLING, reading::castling),
                reading.whileThereIsAnAttack(Factor.COVER, reading::cover),
                reading.whileThereIsAnAttack(Factor.KING_ATTACKERS, reading::attackers),
                reading.whileThereIsAnAttack(Factor.KING_DEFENDERS, reading::defenders),
                reading.whileThereIsAnAttack(Factor.FOCAL_POINTS, reading::focalPoints),
                Counted.entry(Factor.FLIGHT, reading::flight),
                reading.whileThereIsAnAttack(Factor.ARRIVALS, reading::arrivals),
                reading.whileThereIsAnAttack(Factor.COLOUR_COMPLEX, reading::colourComplex),
                Counted.entry(Factor.RACE, reading::race));
    }

    /** Nothing is said of attacks on kings once the queens are gone and a side has fewer than three pieces. */
    private Entry whileThereIsAnAttack(Factor factor, Function<Side, Counted> measure) {
        boolean queens = position.count(Side.WHITE, PieceType.QUEEN) + position.count(Side.BLACK, PieceType.QUEEN) > 0;
        boolean few = Long.bitCount(survey.pieces(Side.WHITE)) < FEWEST_PIECES
                || Long.bitCount(survey.pieces(Side.BLACK)) < FEWEST_PIECES;
        return Counted.entry(
                factor,
                !queens && few ? side -> new Counted(new Account(new Value.Absent(), Evidence.NONE), "") : measure);
    }

    // ---- castling

    private Counted castling(Side side) {
        boolean canShort = position.castlingRights().contains(CastlingRight.of(side, true));
        boolean canLong = position.castlingRights().contains(CastlingRight.of(side, false));
        State state = canShort ? canLong ? State.BOTH_WAYS : State.SHORT_ONLY : canLong ? State.LONG_ONLY : State.NONE;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        Square king = position.king(side);
        for (int direction : new int[] {1, -1}) {
            if (direction == 1 ? !canShort : !canLong) {
                continue;
            }
            SquareSet attackers = SquareSet.NONE;
            SquareSet attacked = SquareSet.NONE;
            for (int step = 0; step <= 2; step++) {
                Square way = Square.of(king.ordinal() + step * direction);
                SquareSet by = position.attackers(way, side.opposite());
                attackers = attackers.or(by);
                attacked = by.isEmpty() ? attacked : attacked.or(SquareSet.of(way));
            }
            Square rook = Square.of(direction == 1 ? king.ordinal() + 3 : king.ordinal() - 4);
            SquareSet between = new SquareSet(Attacks.between(king.ordinal(), rook.ordinal()) & survey.occupied);
            evidence = evidence.with(Role.TARGET, attacked)
                    .with(Role.ATTACKER, attackers)
                    .with(Role.BLOCKER, between);
            String way = Words.of(direction == 1 ? "castling.short" : "castling.long");
            List<String> hindrances = new ArrayList<>();
            if (!attacked.isEmpty()) {
                hindrances.add(Words.of("castling.attacked", attacked, survey.names(attackers)));
            }
            if (!between.isEmpty()) {
                hindrances.add(Words.of("castling.between", survey.names(between)));
            }
            told.add(Words.of(
                    "castling.way",
                    way,
                    hindrances.isEmpty() ? Words.of("castling.free") : String.join(", ", hindrances)));
        }
        SquareSet tied = tied(side);
        if (!tied.isEmpty()) {
            evidence = evidence.with(Role.DEFENDER, SquareSet.of(king)).with(Role.COUNTED, tied);
            told.add(Words.of("castling.tied", survey.names(tied)));
        }
        return new Counted(new Account(new Value.Is(state), evidence), String.join(", ", told));
    }

    /** Men pinned to the king, and attacked men that nothing but the king guards. */
    private SquareSet tied(Side side) {
        Square king = position.king(side);
        long tied = position.pinnedToKing(side).bits() & survey.men(side);
        for (Square man : new SquareSet(survey.attacks(king) & survey.men(side))) {
            if (position.isAttacked(man, side.opposite())
                    && position.attackers(man, side).equals(SquareSet.of(king))) {
                tied |= man.bit();
            }
        }
        return new SquareSet(tied);
    }

    // ---- cover

    private static long filesRound(Square king) {
        return PawnMasks.file(king.file() - 1) | PawnMasks.file(king.file()) | PawnMasks.file(king.file() + 1);
    }

    private Counted cover(Side side) {
        Square king = position.king(side);
        long ahead = Survey.ahead(side, king.rank()) | 0xFFL << 8 * king.rank();
        SquareSet pawns = new SquareSet(survey.pawns(side) & filesRound(king) & ahead);
        List<String> told = new ArrayList<>();
        for (Square pawn : pawns) {
            told.add(Words.of("cover.pawn", pawn, Math.abs(pawn.rank() - king.rank())));
        }
        for (int file = Math.max(0, king.file() - 1); file <= Math.min(7, king.file() + 1); file++) {
            long squares = PawnMasks.file(file);
            if ((pawns.bits() & squares) == 0) {
                boolean enemy = (survey.pawns(side.opposite()) & squares) != 0;
                boolean own = (survey.pawns(side) & squares) != 0;
                told.add(
                        Words.of(own ? "cover.missing" : enemy ? "cover.halfOpen" : "cover.open", (char) ('a' + file)));
            }
        }
        SquareSet watchers = onLongDiagonals(side);
        if (!watchers.isEmpty()) {
            told.add(Words.of("cover.diagonal", survey.names(watchers)));
        }
        return new Counted(
                Account.of(pawns, Evidence.of(pawns).with(Role.ATTACKER, watchers)), String.join(", ", told));
    }

    /** Enemy bishops and queens that see the king's zone along a diagonal of at least six squares. */
    private SquareSet onLongDiagonals(Side side) {
        Side enemy = side.opposite();
        SquareSet watchers = SquareSet.NONE;
        for (Square watcher : position.men(enemy, PieceType.BISHOP).or(position.men(enemy, PieceType.QUEEN))) {
            long seen = Attacks.bishop(watcher.ordinal(), survey.occupied) & survey.zone(side);
            for (Square square : new SquareSet(seen)) {
                if (Long.bitCount(Attacks.line(watcher.ordinal(), square.ordinal())) >= LONG_DIAGONAL) {
                    watchers = watchers.or(SquareSet.of(watcher));
                }
            }
        }
        return watchers;
    }

    // ---- the zone

    private SquareSet bearingOn(Side side, long zone) {
        long bearing = 0;
        for (Square piece : new SquareSet(survey.pieces(side))) {
            if ((survey.attacks(piece) & zone) != 0) {
                bearing |= piece.bit();
            }
        }
        return new SquareSet(bearing);
    }

    private Counted attackers(Side side) {
        SquareSet pieces = bearingOn(side, survey.zone(side.opposite()));
        return new Counted(Account.of(pieces, Evidence.NONE.with(Role.ATTACKER, pieces)), survey.names(pieces));
    }

    private Counted defenders(Side side) {
        SquareSet pieces = bearingOn(side, survey.zone(side));
        return new Counted(Account.of(pieces, Evidence.NONE.with(Role.DEFENDER, pieces)), survey.names(pieces));
    }

    private Counted focalPoints(Side side) {
        long points = 0;
        SquareSet attackers = SquareSet.NONE;
        List<String> told = new ArrayList<>();
        for (Square square : new SquareSet(survey.zone(side))) {
            if (!position.isAttacked(square, side.opposite())) {
                continue;
            }
            List<Square> hits = Exchange.orderOfUse(position, square, side.opposite()).stream()
                    .filter(man -> man != position.king(side.opposite()))
                    .toList();
            int guards = Exchange.orderOfUse(position, square, side).size();
            boolean byPiece = hits.stream().anyMatch(man -> survey.type(man) != PieceType.PAWN);
            if (byPiece && hits.size() > guards) {
                points |= square.bit();
                attackers = attackers.or(SquareSet.of(hits.toArray(new Square[0])));
                told.add(Words.of("focal.count", square, hits.size(), guards));
            }
        }
        SquareSet squares = new SquareSet(points);
        return new Counted(
                Account.of(squares, Evidence.NONE.with(Role.TARGET, squares).with(Role.ATTACKER, attackers)),
                String.join(", ", told));
    }

    private Counted flight(Side side) {
        Reach reach = Reach.inPosition(position, position.king(side));
        SquareSet squares = reach.within(1).without(SquareSet.of(position.king(side)));
        return new Counted(Account.of(squares), "");
    }

    // ---- arrivals

    private Counted arrivals(Side side) {
        if (survey.pieces(side) == 0) {
            return new Counted(new Account(new Value.Absent(), Evidence.NONE), "");
        }
        long zone = survey.zone(side.opposite());
        Arriving own = arriving(side, zone);
        Arriving guards = arriving(side.opposite(), zone);
        if (own.isEmpty()) {
            return new Counted(new Account(new Value.Count(0), Evidence.NONE), "");
        }
        Evidence evidence = Evidence.NONE
                .with(Role.ATTACKER, own.inOne().or(own.inTwo()))
                .with(Role.DEFENDER, guards.inOne().or(guards.inTwo()));
        for (List<Square> route : own.routes()) {
            evidence = evidence.withPath(Role.ROUTE, route);
        }
        List<String> told = new ArrayList<>();
        if (!own.inOne().isEmpty()) {
            told.add(Words.of("arrivals.one", survey.names(own.inOne())));
        }
        if (!own.inTwo().isEmpty()) {
            told.add(Words.of("arrivals.two", survey.names(own.inTwo())));
        }
        told.add(
                guards.isEmpty()
                        ? Words.of("arrivals.unmet")
                        : Words.of("arrivals.met", survey.names(guards.inOne().or(guards.inTwo()))));
        int count = own.inOne().or(own.inTwo()).size();
        return new Counted(new Account(new Value.Count(count), evidence), String.join(", ", told));
    }

    private record Arriving(SquareSet inOne, SquareSet inTwo, List<List<Square>> routes) {
        boolean isEmpty() {
            return inOne.isEmpty() && inTwo.isEmpty();
        }
    }

    /** The pieces that do not bear on the zone now and would after one move, or after two. */
    private Arriving arriving(Side side, long zone) {
        long inOne = 0;
        long inTwo = 0;
        List<List<Square>> routes = new ArrayList<>();
        for (Square piece : new SquareSet(survey.pieces(side))) {
            if ((survey.attacks(piece) & zone) != 0) {
                continue;
            }
            Reach reach = Reach.inPosition(position, piece);
            Square arrived = null;
            for (Square square : Survey.fromOwnSide(side, reach.within(2).bits())) {
                long attacks = Attacks.of(survey.type(piece), square.ordinal(), survey.occupied & ~piece.bit());
                boolean sooner = arrived == null || reach.moves(square) < reach.moves(arrived);
                if (square != piece && (attacks & zone) != 0 && sooner) {
                    arrived = square;
                }
            }
            if (arrived != null) {
                routes.add(reach.route(arrived));
                inOne |= reach.moves(arrived) == 1 ? piece.bit() : 0;
                inTwo |= reach.moves(arrived) == 2 ? piece.bit() : 0;
            }
        }
        return new Arriving(new SquareSet(inOne), new SquareSet(inTwo), routes);
    }

    // ---- colours

    private Counted colourComplex(Side side) {
        Side enemy = side.opposite();
        long weak = 0;
        for (long colour : new long[] {Survey.LIGHT_SQUARES, ~Survey.LIGHT_SQUARES}) {
            boolean guarded = (position.men(side, PieceType.BISHOP).bits() & colour) != 0;
            boolean used = position.count(enemy, PieceType.QUEEN) > 0
                    || (position.men(enemy, PieceType.BISHOP).bits() & colour) != 0;
            if (guarded || !used) {
                continue;
            }
            long open = survey.zone(side)
                    & colour
                    & ~Survey.ownRanks(side, 1, 1)
                    & ~survey.pawns(side)
                    & ~survey.pawnAttacks(side);
            for (Square square : new SquareSet(open)) {
                if ((Attacks.bishop(square.ordinal(), -1L) & open) != 0) {
                    weak |= square.bit();
                }
            }
        }
        SquareSet squares = new SquareSet(weak);
        String detail = "";
        if (!squares.isEmpty()) {
            boolean light = (weak & Survey.LIGHT_SQUARES) != 0;
            boolean dark = (weak & ~Survey.LIGHT_SQUARES) != 0;
            detail = Words.of(light && dark ? "complex.both" : light ? "complex.light" : "complex.dark", squares);
        }
        return new Counted(Account.of(squares), detail);
    }

    // ---- the race

    private boolean oppositeWings() {
        int white = position.king(Side.WHITE).file();
        int black = position.king(Side.BLACK).file();
        return white <= 2 && black >= 5 || white >= 5 && black <= 2;
    }

    private Counted race(Side side) {
        if (!oppositeWings()) {
            return new Counted(new Account(Value.Moves.NEVER, Evidence.NONE), "");
        }
        long files = filesRound(position.king(side.opposite()));
        long open = files & ~PawnMasks.files(survey.pawns(Side.WHITE) | survey.pawns(Side.BLACK));
        if (open != 0) {
            return new Counted(new Account(new Value.Moves(0), Evidence.NONE), Words.of("race.open"));
        }
        long targets = survey.pawns(side.opposite()) & files;
        Square fastest = null;
        int fewest = Reach.NEVER;
        for (Square pawn : Survey.fromOwnSide(side, survey.pawns(side))) {
            int moves = movesUntilContact(side, pawn, targets);
            if (moves < fewest) {
                fewest = moves;
                fastest = pawn;
            }
        }
        Account account = new Account(
                new Value.Moves(fewest), fastest == null ? Evidence.NONE : Evidence.of(SquareSet.of(fastest)));
        return new Counted(
                account, fastest == null ? Words.of("race.never") : Words.of("race.pawn", survey.name(fastest)));
    }

    /** The pawn's own moves until it attacks a target, enemy men standing still and own men out of the way. */
    private int movesUntilContact(Side side, Square pawn, long targets) {
        Deque<Square> edge = new ArrayDeque<>(List.of(pawn));
        Set<Square> seen = new HashSet<>(edge);
        for (int moves = 0; !edge.isEmpty(); moves++) {
            Deque<Square> next = new ArrayDeque<>();
            for (Square square : edge) {
                if ((Attacks.pawn(side.ordinal(), square.ordinal()) & targets) != 0) {
                    return moves;
                }
                for (Square to : stepsOf(side, square)) {
                    if (seen.add(to)) {
                        next.add(to);
                    }
                }
            }
            edge = next;
        }
        return Reach.NEVER;
    }

    private List<Square> stepsOf(Side side, Square square) {
        List<Square> steps = new ArrayList<>();
        long enemies = survey.men(side.opposite());
        long king = position.king(side.opposite()).bit();
        int up = side == Side.WHITE ? 8 : -8;
        if (Survey.ownRank(side, square) < 8) {
            Square ahead = Square.of(square.ordinal() + up);
            if ((enemies & ahead.bit()) == 0) {
                steps.add(ahead);
                if (Survey.ownRank(side, square) == 2
                        && (enemies & Square.of(ahead.ordinal() + up).bit()) == 0) {
                    steps.add(Square.of(ahead.ordinal() + up));
                }
            }
            new SquareSet(Attacks.pawn(side.ordinal(), square.ordinal()) & enemies & ~king).forEach(steps::add);
        }
        return steps;
    }
}
