package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import org.zeroply.ledger.Entry.Account;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/** The pawn measures of one position. Ranks and "ahead" are always seen from the side whose pawns they are. */
final class PawnFamily {
    private static final int REACH_OF_WEAK_SQUARE = 3;
    private static final int FEWEST_PAWNS = 3;
    private static final int MOST_TOLD = 5;

    private final Survey survey;
    private final Position position;

    private PawnFamily(Survey survey) {
        this.survey = survey;
        position = survey.position;
    }

    static List<Entry> read(Survey survey) {
        PawnFamily reading = new PawnFamily(survey);
        List<Entry> entries = new ArrayList<>();
        entries.add(reading.islands());
        entries.add(reading.squares(Factor.ISOLATED, reading::isolated));
        entries.add(reading.squares(Factor.DOUBLED, reading::doubled));
        entries.add(reading.squares(Factor.BACKWARD, reading::backward));
        entries.add(reading.squares(Factor.PASSED, reading::passed));
        entries.add(reading.squares(Factor.PROTECTED_PASSED, reading::protectedPassed));
        entries.add(reading.squares(Factor.CONNECTED_PASSED, reading::connectedPassed));
        entries.add(reading.squares(Factor.OUTSIDE_PASSED, reading::outsidePassed));
        entries.add(reading.majority(Factor.MAJORITY_QUEENSIDE, 0, 2));
        entries.add(reading.majority(Factor.MAJORITY_CENTRE, 3, 4));
        entries.add(reading.majority(Factor.MAJORITY_KINGSIDE, 5, 7));
        entries.add(reading.squares(Factor.FIXED, reading::fixed));
        entries.add(reading.levers());
        entries.add(Counted.entry(Factor.WEAK_SQUARES, reading::usableWeakSquares));
        return entries;
    }

    private Entry squares(Factor factor, Function<Side, SquareSet> measure) {
        return Counted.entry(factor, side -> new Counted(Account.of(measure.apply(side)), ""));
    }

    private SquareSet pawns(Side side) {
        return position.men(side, PieceType.PAWN);
    }

    private interface PawnTest {
        boolean holds(Square pawn);
    }

    private SquareSet select(Side side, PawnTest test) {
        long bits = 0;
        for (Square pawn : pawns(side)) {
            if (test.holds(pawn)) {
                bits |= pawn.bit();
            }
        }
        return new SquareSet(bits);
    }

    private static long neighbours(int file) {
        return PawnMasks.file(file - 1) | PawnMasks.file(file + 1);
    }

    /** Whether one rank is further on than another, as the side sees it. */
    private static boolean furtherOn(Side side, int rank, int than) {
        return side == Side.WHITE ? rank > than : rank < than;
    }

    private static Square stop(Side side, Square pawn) {
        return Square.of(pawn.ordinal() + (side == Side.WHITE ? 8 : -8));
    }

    // ---- islands, isolated, doubled, backward

    private Entry islands() {
        return new Entry(
                Factor.ISLANDS,
                Account.of(islandCount(Side.WHITE), pawns(Side.WHITE)),
                Account.of(islandCount(Side.BLACK), pawns(Side.BLACK)),
                Words.of("explain." + Factor.ISLANDS, islandNames(Side.WHITE), islandNames(Side.BLACK)));
    }

    private int islandCount(Side side) {
        return islandsOf(side).size();
    }

    /** Each island as its first and last file. */
    private List<int[]> islandsOf(Side side) {
        List<int[]> islands = new ArrayList<>();
        long pawns = pawns(side).bits();
        for (int file = 0; file < 8; file++) {
            if ((pawns & PawnMasks.file(file)) == 0) {
                continue;
            }
            if (!islands.isEmpty() && islands.getLast()[1] == file - 1) {
                islands.getLast()[1] = file;
            } else {
                islands.add(new int[] {file, file});
            }
        }
        return islands;
    }

    private String islandNames(Side side) {
        List<String> names = new ArrayList<>();
        for (int[] island : islandsOf(side)) {
            char first = (char) ('a' + island[0]);
            names.add(island[0] == island[1] ? String.valueOf(first) : first + "–" + (char) ('a' + island[1]));
        }
        return names.isEmpty() ? Words.of("none") : String.join(", ", names);
    }

    private SquareSet isolated(Side side) {
        return new SquareSet(PawnMasks.isolated(pawns(side).bits()));
    }

    /** Pawns beyond the first on a file: those with an own pawn ahead. */
    private SquareSet doubled(Side side) {
        return new SquareSet(PawnMasks.doubled(side, pawns(side).bits()));
    }

    private SquareSet backward(Side side) {
        return select(side, pawn -> isBackward(side, pawn));
    }

    private boolean isBackward(Side side, Square pawn) {
        SquareSet beside = new SquareSet(pawns(side).bits() & neighbours(pawn.file()));
        if (beside.isEmpty() || !beside.stream().allMatch(other -> furtherOn(side, other.rank(), pawn.rank()))) {
            return false;
        }
        Square stop = stop(side, pawn);
        if (position.pieceAt(stop) == null) {
            return Exchange.lossByStepping(position, pawn, stop) > 0;
        }
        return (Attacks.pawn(side.ordinal(), stop.ordinal())
                        & pawns(side.opposite()).bits())
                != 0;
    }

    // ---- passed pawns

    private SquareSet passed(Side side) {
        return new SquareSet(PawnMasks.passed(
                side, pawns(side).bits(), pawns(side.opposite()).bits()));
    }

    private SquareSet protectedPassed(Side side) {
        return select(
                side,
                pawn -> passed(side).contains(pawn)
                        && (Attacks.pawn(side.opposite().ordinal(), pawn.ordinal())
                                        & pawns(side).bits())
                                != 0);
    }

    private SquareSet connectedPassed(Side side) {
        SquareSet passed = passed(side);
        return select(
                side,
                pawn -> passed.contains(pawn)
                        && passed.stream()
                                .anyMatch(other -> Math.abs(other.file() - pawn.file()) == 1
                                        && Math.abs(other.rank() - pawn.rank()) <= 1));
    }

    private SquareSet outsidePassed(Side side) {
        long all = pawns(Side.WHITE).bits() | pawns(Side.BLACK).bits();
        return select(side, pawn -> {
            long others = all & ~pawn.bit();
            long near = PawnMasks.file(pawn.file()) | neighbours(pawn.file());
            boolean onWing = pawn.file() <= 2 && (others & filesBefore(pawn.file())) == 0
                    || pawn.file() >= 5 && (others & ~filesBefore(pawn.file())) == 0;
            return onWing && passed(side).contains(pawn) && others != 0 && (others & near) == 0;
        });
    }

    private static long filesBefore(int file) {
        long files = 0;
        for (int before = 0; before < file; before++) {
            files |= PawnMasks.file(before);
        }
        return files;
    }

    // ---- majorities

    private Entry majority(Factor factor, int firstFile, int lastFile) {
        long wing = 0;
        for (int file = firstFile; file <= lastFile; file++) {
            wing |= PawnMasks.file(file);
        }
        SquareSet white = new SquareSet(pawns(Side.WHITE).bits() & wing);
        SquareSet black = new SquareSet(pawns(Side.BLACK).bits() & wing);
        String explanation = Words.of("majority.even");
        if (white.size() != black.size()) {
            Side side = white.size() > black.size() ? Side.WHITE : Side.BLACK;
            SquareSet own = side == Side.WHITE ? white : black;
            SquareSet enemy = side == Side.WHITE ? black : white;
            boolean stoppedFromBeside = own.size() == 1 && enemy.isEmpty();
            String key = !passed(side).and(own).isEmpty()
                    ? "majority.passed"
                    : stoppedFromBeside
                            ? "majority.stopped"
                            : isCrippled(side, own, enemy) ? "majority.crippled" : "majority.mobile";
            explanation = Words.of(key, Words.of("side." + side));
        }
        return new Entry(factor, Account.of(white.size(), white), Account.of(black.size(), black), explanation);
    }

    /** Without its doubled and backward pawns the majority is none. */
    private boolean isCrippled(Side side, SquareSet own, SquareSet enemy) {
        SquareSet hampered = doubled(side).or(backward(side));
        return own.without(hampered).size() <= enemy.size();
    }

    // ---- fixed pawns, levers, weak squares

    private SquareSet fixed(Side side) {
        return new SquareSet(
                PawnMasks.fixed(side, pawns(side).bits(), pawns(side.opposite()).bits()));
    }

    private Entry levers() {
        return new Entry(Factor.LEVERS, levers(Side.WHITE), levers(Side.BLACK), Words.of("explain." + Factor.LEVERS));
    }

    private Account levers(Side side) {
        long targets = 0;
        for (Move move : survey.moves(side)) {
            Piece piece = position.pieceAt(move.from());
            if (piece == null || piece.type() != PieceType.PAWN || position.isCapture(move)) {
                continue;
            }
            long hit = Attacks.pawn(side.ordinal(), move.to().ordinal())
                    & pawns(side.opposite()).bits();
            if (hit != 0 && move.promotion() == null) {
                targets |= move.to().bit();
            }
        }
        return Account.of(new SquareSet(targets));
    }

    /** Squares on the own third to fifth rank that no own pawn can ever attack again without a capture. */
    static SquareSet weakSquares(Position position, Side side) {
        long pawns = position.men(side, PieceType.PAWN).bits();
        long weak = 0;
        for (int own = 3; own <= 5; own++) {
            int rank = side.rank(own);
            long behind = ~Survey.ahead(side, rank) & ~(0xFFL << 8 * rank);
            for (int file = 0; file < 8; file++) {
                if ((pawns & neighbours(file) & behind) == 0) {
                    weak |= Square.of(file, rank).bit();
                }
            }
        }
        return new SquareSet(weak);
    }

    /**
     * The weak squares of a side on which an enemy knight or bishop (a rook, where there is none) can stand unharmed in three
     * moves: the five that are reached soonest, then those nearest the king and the centre.
     */
    private Counted usableWeakSquares(Side side) {
        if (pawns(side).size() < FEWEST_PAWNS) {
            return new Counted(Account.NONE, "");
        }
        Map<Square, Integer> soonest = new EnumMap<>(Square.class);
        SquareSet weak = weakSquares(position, side).without(pawns(side));
        for (Square user : users(side.opposite())) {
            Reach reach = Reach.inPosition(position, user);
            for (Square square : reach.within(REACH_OF_WEAK_SQUARE).and(weak)) {
                if (standsUnharmed(user, square, side)) {
                    soonest.merge(square, reach.moves(square), Math::min);
                }
            }
        }
        Square king = position.king(side);
        List<Square> ranked = Survey.fromOwnSide(
                side, SquareSet.of(soonest.keySet().toArray(Square[]::new)).bits());
        ranked.sort(Comparator.comparingInt((Square square) -> soonest.getOrDefault(square, Reach.NEVER))
                .thenComparingInt(square -> king.distance(square))
                .thenComparingInt(PawnFamily::fromCentre));
        int told = Math.min(MOST_TOLD, ranked.size());
        SquareSet listed = SquareSet.of(ranked.subList(0, told).toArray(Square[]::new));
        String more = ranked.size() == told
                ? ""
                : Words.of(
                        "weakSquares.more",
                        SquareSet.of(ranked.subList(told, ranked.size()).toArray(Square[]::new)));
        return new Counted(Account.of(listed), more);
    }

    private SquareSet users(Side enemy) {
        SquareSet minors = position.men(enemy, PieceType.KNIGHT).or(position.men(enemy, PieceType.BISHOP));
        return minors.isEmpty() ? position.men(enemy, PieceType.ROOK) : minors;
    }

    private boolean standsUnharmed(Square user, Square square, Side side) {
        return square == user
                ? Exchange.result(position, user, side) == 0
                : position.pieceAt(square) == null && Exchange.lossByStepping(position, user, square) == 0;
    }

    /** How far from the four squares in the middle, in rings. */
    private static int fromCentre(Square square) {
        return Math.max(Math.abs(2 * square.file() - 7), Math.abs(2 * square.rank() - 7)) / 2;
    }
}
