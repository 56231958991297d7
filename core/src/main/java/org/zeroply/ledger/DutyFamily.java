package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BiPredicate;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.ledger.SearchedEntries.Searches;
import org.zeroply.rules.CastlingRight;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.words.Words;

/** What each man must go on doing: found by lifting it off the board and letting the opponent move. */
final class DutyFamily {
    private static final long NODES = 1_000;
    private static final int BREAK_IN = 200;
    private static final int A_MATE = 1_000;

    private final Survey survey;
    private final Position position;
    private final Searches searches;
    private final Map<Square, Duty> duties = new HashMap<>();

    /**
     * What is lost without a man.
     *
     * @param guarded own men that hang then
     * @param mates squares on which the opponent mates in one then
     * @param forks squares on which a fork wins then
     */
    private record Duty(Square man, SquareSet guarded, SquareSet mates, SquareSet forks) {
        boolean isNone() {
            return guarded.isEmpty() && mates.isEmpty() && forks.isEmpty();
        }
    }

    DutyFamily(Survey survey, Searches searches) {
        this.survey = survey;
        position = survey.position;
        this.searches = searches;
        for (Side side : Side.values()) {
            findDuties(side);
        }
    }

    List<Entry> entries() {
        return List.of(
                Counted.entry(Factor.DUTIES, this::duties),
                Counted.entry(Factor.OVERLOADED, this::overloaded),
                Counted.entry(Factor.FROZEN, this::frozen),
                Counted.entry(Factor.SQUARE_PINS, this::squarePins));
    }

    /** The position with the opponent to move and a man lifted; null if that cannot be. */
    private @Nullable Position without(Side side, Square man) {
        var setup = position.setup()
                .put(man, null)
                .sideToMove(side.opposite())
                .castling(EnumSet.noneOf(CastlingRight.class))
                .enPassant(null);
        return setup.read() instanceof SetupReading.Possible possible ? possible.position() : null;
    }

    // ---- duties

    private void findDuties(Side side) {
        SquareSet matesNow = mates(survey.moves(side.opposite()), side);
        SquareSet forksNow = SquareSet.NONE;
        List<Move> enemy = survey.moves(side.opposite());
        if (!enemy.isEmpty()) {
            forksNow = forks(survey.toMove(side.opposite()), enemy);
        }
        int wonNow = enemy.isEmpty()
                ? 0
                : won(survey.toMove(side.opposite()), searches.best(survey.toMove(side.opposite()), NODES));
        for (Square man : position.men(side)) {
            if (survey.type(man) == PieceType.KING) {
                continue;
            }
            Position lifted = without(side, man);
            if (lifted == null || searches.isOver()) {
                continue;
            }
            List<Move> moves = lifted.legalMoves();
            SquareSet mates = mates(lifted, moves).without(matesNow);
            // That a man keeps others off its own square is no duty.
            SquareSet forks = forks(lifted, moves).without(forksNow).without(SquareSet.of(man));
            // What hangs itself guards nothing.
            boolean guards = !survey.isHanging(man);
            Duty duty = new Duty(
                    man,
                    guards ? taken(lifted, Duties.charges(survey, side, man), wonNow) : SquareSet.NONE,
                    mates,
                    guards ? winning(lifted, forks, forking(lifted), wonNow) : SquareSet.NONE);
            if (!duty.isNone()) {
                duties.put(man, duty);
            }
        }
    }

    private SquareSet taken(Position there, SquareSet squares, int wonNow) {
        return winning(there, squares, (move, square) -> square == there.capturedOn(move), wonNow);
    }

    private static BiPredicate<Move, Square> forking(Position there) {
        return (move, square) ->
                move.to() == square && !Fork.targets(there, move).isEmpty();
    }

    /**
     * Of squares those on which the moves that are meant really win a pawn or more, by a short search of them alone, and more
     * than the opponent wins with the man on the board.
     */
    private SquareSet winning(Position lifted, SquareSet squares, BiPredicate<Move, Square> meant, int wonNow) {
        SquareSet winning = SquareSet.NONE;
        for (Square square : squares) {
            List<Move> moves = lifted.legalMoves().stream()
                    .filter(move -> meant.test(move, square))
                    .toList();
            if (moves.isEmpty() || searches.isOver()) {
                continue;
            }
            Question question = Question.of(lifted, Limit.nodes(NODES)).onlyMoves(moves);
            if (won(lifted, searches.ask(question).lines()) > Math.max(0, wonNow)) {
                winning = winning.or(SquareSet.of(square));
            }
        }
        return winning;
    }

    /** What the side to move has won at the end of the best line, the exchange there played out; a mate is more than anything. */
    private static int won(Position there, List<CalculatedLine> lines) {
        if (lines.isEmpty()) {
            return 0;
        }
        CalculatedLine best = lines.getFirst();
        Side side = there.sideToMove();
        if (best.verdict().isMate()) {
            return best.verdict().expectedFor(side) > 0 ? A_MATE : -A_MATE;
        }
        return Settled.won(there, best.moves(), side);
    }

    private SquareSet mates(List<Move> moves, Side against) {
        return moves.isEmpty() ? SquareSet.NONE : mates(survey.toMove(against.opposite()), moves);
    }

    private static SquareSet mates(Position position, List<Move> moves) {
        long mates = 0;
        for (Move move : moves) {
            mates |= position.play(move).isCheckmate() ? move.to().bit() : 0;
        }
        return new SquareSet(mates);
    }

    private static SquareSet forks(Position position, List<Move> moves) {
        long forks = 0;
        for (Move move : moves) {
            forks |= Fork.targets(position, move).isEmpty() ? 0 : move.to().bit();
        }
        return new SquareSet(forks);
    }

    private Counted duties(Side side) {
        SquareSet bound = SquareSet.NONE;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        for (Duty duty : dutiesOf(side)) {
            bound = bound.or(SquareSet.of(duty.man()));
            for (Square charge : duty.guarded()) {
                evidence = evidence.withPath(Role.DEFENDER, List.of(duty.man(), charge));
            }
            evidence = evidence.with(Role.COUNTED, duty.man())
                    .with(Role.TARGET, duty.mates().or(duty.forks()));
            if (!duty.guarded().isEmpty()) {
                told.add(Words.of("duty.guards", survey.name(duty.man()), survey.names(duty.guarded())));
            }
            if (!duty.mates().isEmpty()) {
                told.add(Words.of("duty.mate", survey.name(duty.man()), duty.mates()));
            }
            if (!duty.forks().isEmpty()) {
                told.add(Words.of("duty.fork", survey.name(duty.man()), duty.forks()));
            }
        }
        return new Counted(Account.of(bound, evidence), String.join(", ", told));
    }

    private List<Duty> dutiesOf(Side side) {
        List<Duty> own = new ArrayList<>();
        for (Square man : position.men(side)) {
            Duty duty = duties.get(man);
            if (duty != null) {
                own.add(duty);
            }
        }
        return own;
    }

    // ---- overloaded

    private Counted overloaded(Side side) {
        SquareSet counted = SquareSet.NONE;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        for (Duty duty : dutiesOf(side)) {
            for (Square first : duty.guarded()) {
                Square second = counted.contains(duty.man()) ? null : lostAfter(side, duty, first);
                if (second != null && winsByTaking(side, first)) {
                    counted = counted.or(SquareSet.of(duty.man()));
                    evidence = evidence.with(Role.COUNTED, duty.man()).with(Role.TARGET, SquareSet.of(first, second));
                    told.add(Words.of("overloaded", survey.name(duty.man()), survey.name(first), survey.name(second)));
                }
            }
        }
        return new Counted(Account.of(counted, evidence), String.join(", ", told));
    }

    /** Whether taking there really wins a pawn or more, by a short search. */
    private boolean winsByTaking(Side side, Square first) {
        Position enemy = survey.toMove(side.opposite());
        return !taken(enemy, SquareSet.of(first), 0).isEmpty();
    }

    /** The other charge that hangs after one has been taken and the man has retaken there; null if all is held. */
    private @Nullable Square lostAfter(Side side, Duty duty, Square first) {
        for (Move capture : survey.moves(side.opposite())) {
            if (capture.to() != first) {
                continue;
            }
            Position taken = survey.toMove(side.opposite()).play(capture);
            Move back = new Move(duty.man(), first);
            if (!taken.isLegal(back)) {
                continue;
            }
            Position after = taken.play(back);
            int paid = survey.value(capture.from()) - survey.value(first);
            for (Square second : duty.guarded()) {
                if (second != first && Exchange.result(after, second, side.opposite()) > paid) {
                    return second;
                }
            }
        }
        return null;
    }

    // ---- frozen

    private Counted frozen(Side side) {
        SquareSet counted = SquareSet.NONE;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        if (survey.moves(side).isEmpty()) {
            return new Counted(Account.NONE, "");
        }
        int best = won(survey.toMove(side), searches.best(survey.toMove(side), NODES));
        for (Duty duty : dutiesOf(side)) {
            SquareSet tiedTo = duty.guarded().or(duty.mates()).or(duty.forks());
            List<Move> moves = survey.moves(side).stream()
                    .filter(move -> move.from() == duty.man())
                    .toList();
            if (!moves.isEmpty() && moves.stream().allMatch(move -> loses(side, move, best))) {
                counted = counted.or(SquareSet.of(duty.man()));
                evidence = evidence.with(Role.COUNTED, duty.man()).with(Role.TARGET, tiedTo);
                told.add(Words.of("frozen", survey.name(duty.man()), tiedTo));
            }
        }
        return new Counted(Account.of(counted, evidence), String.join(", ", told));
    }

    /** Whether a pawn or more is lost by a move against the best one, by a short search. */
    private boolean loses(Side side, Move move, int best) {
        Question question = Question.of(survey.toMove(side), Limit.nodes(NODES)).onlyMoves(List.of(move));
        return best - won(survey.toMove(side), searches.ask(question).lines()) >= 1;
    }

    // ---- pins to a square

    private Counted squarePins(Side side) {
        SquareSet counted = SquareSet.NONE;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        List<Move> enemy = survey.moves(side.opposite());
        if (enemy.isEmpty()) {
            return new Counted(Account.NONE, "");
        }
        if (breakIn(survey.toMove(side.opposite())) != null) {
            return new Counted(Account.NONE, "");
        }
        for (Square man : position.men(side)) {
            boolean movable = survey.moves(side).stream().anyMatch(move -> move.from() == man);
            boolean near = ((survey.attacks(man) | man.bit()) & survey.zone(side)) != 0;
            if (survey.type(man) == PieceType.KING || !movable || !near || searches.isOver()) {
                continue;
            }
            Position lifted = without(side, man);
            Square square = lifted == null ? null : breakIn(lifted);
            boolean letsIn = square != null && square != man && (survey.zone(side) & square.bit()) != 0;
            if (square != null && letsIn && everyMoveLetsIn(side, man)) {
                counted = counted.or(SquareSet.of(man));
                evidence = evidence.with(Role.COUNTED, man).with(Role.TARGET, square);
                told.add(Words.of("squarePin", survey.name(man), square));
            }
        }
        return new Counted(Account.of(counted, evidence), String.join(", ", told));
    }

    private boolean everyMoveLetsIn(Side side, Square man) {
        return survey.moves(side).stream().filter(move -> move.from() == man).allMatch(move -> {
            Position after = survey.toMove(side).play(move);
            Square square = searches.isOver() ? null : breakIn(after);
            return square != null && square != man && (survey.zone(side) & square.bit()) != 0;
        });
    }

    /** The empty square on which the side to move enters to mate in two or to win two pawns; null if it cannot. */
    private @Nullable Square breakIn(Position there) {
        List<CalculatedLine> lines = searches.best(there, NODES);
        if (lines.isEmpty() || there.isCapture(lines.getFirst().first())) {
            return null;
        }
        CalculatedLine best = lines.getFirst();
        int sign = there.sideToMove() == Side.WHITE ? 1 : -1;
        int mateIn = best.verdict().mateIn() * sign;
        if (mateIn >= 1 && mateIn <= 2) {
            return best.first().to();
        }
        Position end = there.playAll(best.moves());
        int won = sign * (ValueScale.SCHOOLROOM.balance(end) - ValueScale.SCHOOLROOM.balance(there));
        return won >= BREAK_IN ? best.first().to() : null;
    }
}
