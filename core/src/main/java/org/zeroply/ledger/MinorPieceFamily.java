package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** Bishops and their pawns, the diagonals, and posts for knights. */
final class MinorPieceFamily {
    private static final int LONG_DIAGONAL = 6;
    private static final int FARTHEST_POST = 3;

    private final Survey survey;
    private final Position position;

    private MinorPieceFamily(Survey survey) {
        this.survey = survey;
        position = survey.position;
    }

    static List<Entry> read(Survey survey) {
        MinorPieceFamily reading = new MinorPieceFamily(survey);
        return List.of(
                reading.minors(),
                Counted.entry(Factor.BISHOP_PAWNS, reading::bishopPawns),
                reading.restricted(),
                Counted.entry(Factor.DIAGONALS, reading::diagonals),
                Counted.entry(Factor.KNIGHT_POSTS, reading::posts));
    }

    // ---- who faces whom

    private Entry minors() {
        Value.Men white = minors(Side.WHITE);
        Value.Men black = minors(Side.BLACK);
        String explanation;
        if (white.isNothing() && black.isNothing()) {
            explanation = Words.of("minors.none");
        } else if (white.isNothing() || black.isNothing()) {
            Side side = white.isNothing() ? Side.BLACK : Side.WHITE;
            explanation = Words.of("minors.alone", Words.of("side." + side), white.text() + black.text());
        } else {
            explanation = Words.of("minors.against", white.text(), black.text());
        }
        return new Entry(
                Factor.MINOR_PIECES,
                new Account(white, Evidence.of(minorSquares(Side.WHITE))),
                new Account(black, Evidence.of(minorSquares(Side.BLACK))),
                explanation);
    }

    private SquareSet minorSquares(Side side) {
        return position.men(side, PieceType.KNIGHT).or(position.men(side, PieceType.BISHOP));
    }

    private Value.Men minors(Side side) {
        Map<PieceType, Integer> counts = new EnumMap<>(PieceType.class);
        for (PieceType type : List.of(PieceType.BISHOP, PieceType.KNIGHT)) {
            if (position.count(side, type) > 0) {
                counts.put(type, position.count(side, type));
            }
        }
        return new Value.Men(counts);
    }

    // ---- the bishop and its pawns

    private long onItsColour(Side side, Square bishop) {
        return survey.pawns(side) & Survey.colour(bishop);
    }

    private long fixed(Side side) {
        return PawnMasks.fixed(side, survey.pawns(side), survey.pawns(side.opposite()));
    }

    private Counted bishopPawns(Side side) {
        SquareSet most = SquareSet.NONE;
        List<String> told = new ArrayList<>();
        for (Square bishop :
                Survey.fromOwnSide(side, position.men(side, PieceType.BISHOP).bits())) {
            SquareSet pawns = new SquareSet(onItsColour(side, bishop));
            long fixed = fixed(side) & pawns.bits();
            told.add(Words.of(
                    isOutside(side, bishop) ? "bishopPawns.outside" : "bishopPawns.inside",
                    bishop,
                    pawns.size(),
                    Long.bitCount(fixed),
                    Long.bitCount(fixed & Survey.FILES_C_TO_F)));
            if (pawns.size() > most.size()) {
                most = pawns;
            }
        }
        SquareSet bishops = position.men(side, PieceType.BISHOP);
        return new Counted(
                new Account(
                        bishops.isEmpty() ? new Value.Absent() : new Value.Count(most.size()),
                        Evidence.NONE.with(Role.COUNTED, bishops).with(Role.BLOCKER, most)),
                String.join(", ", told));
    }

    /** No own pawn beyond the own second rank ahead on its two forward diagonals, however far. */
    private boolean isOutside(Side side, Square bishop) {
        long forward = Attacks.bishop(bishop.ordinal(), 0) & Survey.ahead(side, bishop.rank());
        return (forward & survey.pawns(side) & ~Survey.ownRanks(side, 2, 2)) == 0;
    }

    private Entry restricted() {
        List<String> exceptions = new ArrayList<>();
        Counted white = restricted(Side.WHITE, exceptions);
        Counted black = restricted(Side.BLACK, exceptions);
        return new Entry(
                Factor.RESTRICTED,
                white.account(),
                black.account(),
                Counted.explain(Factor.RESTRICTED, white.detail(), black.detail()),
                exceptions.isEmpty() ? null : String.join("; ", exceptions));
    }

    private Counted restricted(Side side, List<String> exceptions) {
        SquareSet bishops = SquareSet.NONE;
        SquareSet pawns = SquareSet.NONE;
        long central = fixed(side) & Survey.FILES_C_TO_F;
        for (Square bishop :
                Survey.fromOwnSide(side, position.men(side, PieceType.BISHOP).bits())) {
            SquareSet on = new SquareSet(central & Survey.colour(bishop));
            if (on.size() <= Long.bitCount(central & ~Survey.colour(bishop))) {
                continue;
            }
            Square charge = onlyGuarded(side, bishop);
            if (isOutside(side, bishop)) {
                exceptions.add(Words.of("restricted.outside", bishop));
            } else if (charge != null) {
                exceptions.add(Words.of("restricted.guards", bishop, survey.name(charge)));
            } else {
                bishops = bishops.or(SquareSet.of(bishop));
                pawns = pawns.or(on);
            }
        }
        String detail = bishops.isEmpty() ? "" : Words.of("restricted.by", survey.names(bishops), pawns);
        return new Counted(Account.of(bishops, Evidence.of(bishops).with(Role.BLOCKER, pawns)), detail);
    }

    /** An attacked own man that nothing but the bishop guards. */
    private @Nullable Square onlyGuarded(Side side, Square bishop) {
        for (Square man : new SquareSet(survey.attacks(bishop) & survey.men(side))) {
            if (survey.type(man) != PieceType.KING
                    && position.isAttacked(man, side.opposite())
                    && Exchange.orderOfUse(position, man, side).equals(List.of(bishop))) {
                return man;
            }
        }
        return null;
    }

    // ---- diagonals

    private Counted diagonals(Side side) {
        int clear = 0;
        Evidence evidence = Evidence.NONE;
        List<String> told = new ArrayList<>();
        long zone = survey.zone(side.opposite());
        for (Square bishop :
                Survey.fromOwnSide(side, position.men(side, PieceType.BISHOP).bits())) {
            for (int direction : new int[] {-1, 1}) {
                List<Square> ahead = ray(bishop, direction, side);
                if (ahead.isEmpty()) {
                    continue;
                }
                long whole = Attacks.line(bishop.ordinal(), ahead.getFirst().ordinal());
                boolean toKing = (zone & ahead.getLast().bit()) != 0;
                if (Long.bitCount(whole) < LONG_DIAGONAL && !toKing) {
                    continue;
                }
                int open = 0;
                while (open < ahead.size() && (survey.occupied & ahead.get(open).bit()) == 0) {
                    open++;
                }
                clear += open;
                evidence = evidence.with(Role.COUNTED, bishop).withPath(Role.LINE, List.of(bishop, ahead.getLast()));
                Square blocker = open < ahead.size() ? ahead.get(open) : null;
                if (blocker != null) {
                    evidence = evidence.with(Role.BLOCKER, blocker);
                }
                told.add(diagonal(side, bishop, ahead.getLast(), open, blocker));
            }
        }
        return new Counted(
                new Account(told.isEmpty() ? new Value.Absent() : new Value.Count(clear), evidence),
                String.join(", ", told));
    }

    private String diagonal(Side side, Square bishop, Square end, int open, @Nullable Square blocker) {
        boolean rival = position.men(side.opposite(), PieceType.BISHOP).stream()
                .anyMatch(other -> other.isLight() == bishop.isLight());
        String blocked = blocker == null
                ? Words.of("diagonal.clear")
                : Words.of(
                        (survey.men(side) & blocker.bit()) != 0 ? "diagonal.own" : "diagonal.enemy",
                        survey.name(blocker));
        return Words.of(rival ? "diagonal.rival" : "diagonal.noRival", bishop, end, open, blocked);
    }

    /** The squares ahead of one along a diagonal, to the edge. */
    private static List<Square> ray(Square from, int direction, Side side) {
        List<Square> squares = new ArrayList<>();
        int up = side == Side.WHITE ? 1 : -1;
        for (int file = from.file() + direction, rank = from.rank() + up;
                file >= 0 && file <= 7 && rank >= 0 && rank <= 7;
                file += direction, rank += up) {
            squares.add(Square.of(file, rank));
        }
        return squares;
    }

    // ---- knight posts

    private Counted posts(Side side) {
        if (position.count(side, PieceType.KNIGHT) == 0) {
            return new Counted(Account.NONE, "");
        }
        long candidates = PawnMasks.attacks(side, survey.pawns(side))
                & Survey.ownRanks(side, 4, 6)
                & ~survey.pawns(side)
                & ~(PawnMasks.file(0) | PawnMasks.file(7));
        List<Reach> knights = Survey.fromOwnSide(
                        side, position.men(side, PieceType.KNIGHT).bits())
                .stream()
                .map(knight -> Reach.inPosition(position, knight))
                .toList();
        SquareSet posts = SquareSet.NONE;
        List<List<Square>> routes = new ArrayList<>();
        List<String> told = new ArrayList<>();
        for (Square post : new SquareSet(candidates)) {
            Reach soonest = soonest(knights, post);
            boolean drivenOff = (Survey.passedBy(side, post) & survey.pawns(side.opposite())) != 0;
            if (drivenOff || soonest == null || soonest.moves(post) > FARTHEST_POST) {
                continue;
            }
            posts = posts.or(SquareSet.of(post));
            if (soonest.from() == post) {
                told.add(Words.of("post.held", post));
            } else {
                told.add(Words.of("post.reached", post, soonest.from(), new Value.Moves(soonest.moves(post)).text()));
                routes.add(soonest.route(post));
            }
        }
        Evidence evidence = Evidence.of(posts);
        for (List<Square> route : routes) {
            evidence = evidence.withPath(Role.ROUTE, route);
        }
        return new Counted(Account.of(posts, evidence), String.join(", ", told));
    }

    /** The knight that needs the fewest moves to a square; null if none gets there. */
    private static @Nullable Reach soonest(List<Reach> knights, Square square) {
        Reach soonest = null;
        for (Reach knight : knights) {
            if (knight.moves(square) < (soonest == null ? Reach.NEVER : soonest.moves(square))) {
                soonest = knight;
            }
        }
        return soonest;
    }
}
