package org.zeroply.ledger;

import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** The formulas of docs/measures.md once more, as a plain reader would count them on the board. */
class PlainMeasures extends PlainExchange {
    PlainMeasures(Position position) {
        super(position);
    }

    // ---- pawns

    private boolean hasPawnOnFile(Side side, int file) {
        return pawns(side).stream().anyMatch(pawn -> pawn.file() == file);
    }

    Object islands(Side side) {
        int islands = 0;
        for (int file = 0; file < 8; file++) {
            islands += hasPawnOnFile(side, file) && !hasPawnOnFile(side, file - 1) ? 1 : 0;
        }
        return islands;
    }

    Object isolated(Side side) {
        return those(
                pawns(side), pawn -> !hasPawnOnFile(side, pawn.file() - 1) && !hasPawnOnFile(side, pawn.file() + 1));
    }

    Object doubled(Side side) {
        return those(
                pawns(side),
                pawn -> pawns(side).stream()
                        .anyMatch(other -> other.file() == pawn.file() && isAhead(side, other.rank(), pawn.rank())));
    }

    private boolean isPassed(Side side, Square pawn) {
        boolean ownAhead = pawns(side).stream()
                .anyMatch(other -> other.file() == pawn.file() && isAhead(side, other.rank(), pawn.rank()));
        boolean stopped = pawns(side.opposite()).stream()
                .anyMatch(
                        other -> Math.abs(other.file() - pawn.file()) <= 1 && isAhead(side, other.rank(), pawn.rank()));
        return !ownAhead && !stopped;
    }

    Set<Square> passed(Side side) {
        return those(pawns(side), pawn -> isPassed(side, pawn));
    }

    Object protectedPassed(Side side) {
        return those(passed(side), attackedByPawns(side)::contains);
    }

    Object connectedPassed(Side side) {
        return those(
                passed(side),
                pawn -> passed(side).stream()
                        .anyMatch(other -> Math.abs(other.file() - pawn.file()) == 1
                                && Math.abs(other.rank() - pawn.rank()) <= 1));
    }

    Object outsidePassed(Side side) {
        Set<Square> everywhere = new TreeSet<>(pawns(Side.WHITE));
        everywhere.addAll(pawns(Side.BLACK));
        return those(passed(side), pawn -> {
            Set<Square> others = those(everywhere, other -> other != pawn);
            boolean left = others.stream().allMatch(other -> other.file() >= pawn.file() + 2);
            boolean right = others.stream().allMatch(other -> other.file() <= pawn.file() - 2);
            return !others.isEmpty() && (pawn.file() <= 2 && left || pawn.file() >= 5 && right);
        });
    }

    Object fixed(Side side) {
        int up = side == Side.WHITE ? 1 : -1;
        return those(pawns(side), pawn -> is(pawn.file(), pawn.rank() + up, side.opposite(), PieceType.PAWN));
    }

    // ---- activity, files

    Object mobility(Side side) {
        Set<Square> guarded = attackedByPawns(side.opposite());
        int sum = 0;
        for (Square piece : pieces(side)) {
            for (Square square : attacks(piece)) {
                Piece there = men[square.ordinal()];
                boolean own = there != null && there.side() == side;
                sum += own || guarded.contains(square) ? 0 : 1;
            }
        }
        return sum;
    }

    Object halfOpen(Side side) {
        Set<String> files = new TreeSet<>();
        for (int file = 0; file < 8; file++) {
            if (!hasPawnOnFile(side, file) && hasPawnOnFile(side.opposite(), file) && heavyOn(side, file) > 0) {
                files.add(String.valueOf((char) ('a' + file)));
            }
        }
        return files;
    }

    Object seventh(Side side) {
        return those(all(side, PieceType.ROOK, PieceType.QUEEN), piece -> ownRank(side, piece) == 7);
    }

    Object space(Side side) {
        Set<Square> guarded = attackedByPawns(side.opposite());
        int squares = 0;
        for (Square square : Square.values()) {
            boolean behind = square.file() >= 2
                    && square.file() <= 5
                    && pawns(side).stream()
                            .anyMatch(
                                    pawn -> pawn.file() == square.file() && isAhead(side, pawn.rank(), square.rank()));
            boolean held = is(square.file(), square.rank(), side, PieceType.PAWN);
            squares += behind && !held && !guarded.contains(square) ? 1 : 0;
        }
        return squares;
    }

    private static int wing(Square square) {
        return square.file() <= 2 ? -1 : square.file() >= 5 ? 1 : 0;
    }

    Object wings(Side side) {
        Set<Square> avoided = attackedByPawns(side.opposite());
        avoided.add(king(side.opposite()));
        return those(pieces(side), from -> {
            Piece piece = men[from.ordinal()];
            if (piece == null || wing(from) == 0) {
                return false;
            }
            for (Square to : attacks(from)) {
                Piece there = men[to.ordinal()];
                if (there != null && there.side() == side || avoided.contains(to)) {
                    continue;
                }
                for (Square target : attacks(to, piece, from)) {
                    if (wing(target) == -wing(from) && ownRank(side, target) >= 5) {
                        return true;
                    }
                }
            }
            return false;
        });
    }

    // ---- kings

    final Square king(Side side) {
        return position.king(side);
    }

    final Set<Square> zone(Side side) {
        Square king = king(side);
        Set<Square> zone = EnumSet.of(king);
        zone.addAll(attacks(king));
        for (int file = king.file() - 1; file <= king.file() + 1; file++) {
            add(zone, file, king.rank() + (side == Side.WHITE ? 2 : -2));
        }
        return zone;
    }

    /** Attacks on kings are told while there are queens, or three pieces on each side. */
    final boolean isAttackTold() {
        boolean queens = !all(Side.WHITE, PieceType.QUEEN).isEmpty()
                || !all(Side.BLACK, PieceType.QUEEN).isEmpty();
        return queens || pieces(Side.WHITE).size() >= 3 && pieces(Side.BLACK).size() >= 3;
    }

    private Set<Square> hitting(Side side, Set<Square> zone) {
        return those(pieces(side), piece -> attacks(piece).stream().anyMatch(zone::contains));
    }

    Object kingAttackers(Side side) {
        return isAttackTold() ? hitting(side, zone(side.opposite())) : Set.of();
    }

    Object kingDefenders(Side side) {
        return isAttackTold() ? hitting(side, zone(side)) : Set.of();
    }

    Object flight(Side side) {
        Square king = king(side);
        return those(attacks(king), square -> {
            Piece there = men[square.ordinal()];
            if (there != null && there.side() == side) {
                return false;
            }
            for (Square from : Square.values()) {
                Piece piece = men[from.ordinal()];
                if (piece != null
                        && piece.side() != side
                        && from != square
                        && attacks(from, piece, king).contains(square)) {
                    return false;
                }
            }
            return true;
        });
    }

    Object cover(Side side) {
        Square king = king(side);
        return those(
                isAttackTold() ? pawns(side) : Set.of(),
                pawn -> Math.abs(pawn.file() - king.file()) <= 1 && !isAhead(side, king.rank(), pawn.rank()));
    }

    Object colourComplex(Side side) {
        Set<Square> weak = new TreeSet<>();
        for (boolean light : isAttackTold() ? new boolean[] {true, false} : new boolean[0]) {
            boolean ownBishop = all(side, PieceType.BISHOP).stream().anyMatch(bishop -> bishop.isLight() == light);
            boolean used = !all(side.opposite(), PieceType.QUEEN).isEmpty()
                    || all(side.opposite(), PieceType.BISHOP).stream().anyMatch(bishop -> bishop.isLight() == light);
            if (ownBishop || !used) {
                continue;
            }
            Set<Square> open = those(
                    zone(side),
                    square -> square.isLight() == light
                            && ownRank(side, square) > 1
                            && !is(square.file(), square.rank(), side, PieceType.PAWN)
                            && !attackedByPawns(side).contains(square));
            weak.addAll(those(
                    open,
                    square -> open.stream()
                            .anyMatch(other -> Math.abs(other.file() - square.file()) == 1
                                    && Math.abs(other.rank() - square.rank()) == 1)));
        }
        return weak;
    }

    // ---- majorities, levers, weak squares

    private Object majority(Side side, int first, int last) {
        return (int) pawns(side).stream()
                .filter(pawn -> pawn.file() >= first && pawn.file() <= last)
                .count();
    }

    Object majorityQueenside(Side side) {
        return majority(side, 0, 2);
    }

    Object majorityCentre(Side side) {
        return majority(side, 3, 4);
    }

    Object majorityKingside(Side side) {
        return majority(side, 5, 7);
    }

    /** The squares that a man needs so many moves to at most, the opponent passing, its own men and enemy pawns in its way. */
    final Set<Square> reached(Square from, int moves) {
        Piece piece = men[from.ordinal()];
        if (piece == null) {
            return Set.of();
        }
        Set<Square> avoided = attackedByPawns(piece.side().opposite());
        avoided.add(king(piece.side().opposite()));
        Set<Square> reached = new TreeSet<>(Set.of(from));
        for (int move = 0; move < moves; move++) {
            Set<Square> next = new TreeSet<>();
            for (Square at : reached) {
                for (Square to : attacks(at, piece, from)) {
                    Piece there = men[to.ordinal()];
                    boolean own = there != null && there.side() == piece.side() && to != from;
                    if (!own && !avoided.contains(to)) {
                        next.add(to);
                    }
                }
            }
            reached.addAll(next);
        }
        return reached;
    }

    Set<Square> weakSquares(Side side) {
        Side enemy = side.opposite();
        Set<Square> minors = all(enemy, PieceType.KNIGHT, PieceType.BISHOP);
        Set<Square> users = minors.isEmpty() ? all(enemy, PieceType.ROOK) : minors;
        Map<Square, Integer> soonest = new TreeMap<>();
        for (Square square : pawns(side).size() < 3 ? new Square[0] : Square.values()) {
            boolean weak = ownRank(side, square) >= 3
                    && ownRank(side, square) <= 5
                    && !pawns(side).contains(square)
                    && pawns(side).stream()
                            .noneMatch(pawn -> Math.abs(pawn.file() - square.file()) == 1
                                    && isAhead(side, square.rank(), pawn.rank()));
            for (Square user : weak ? users : Set.<Square>of()) {
                int moves = 0;
                while (moves <= 3 && !reached(user, moves).contains(square)) {
                    moves++;
                }
                if (moves <= 3 && standsUnharmed(user, square)) {
                    soonest.merge(square, moves, Math::min);
                }
            }
        }
        return soonest.keySet().stream()
                .sorted(Comparator.<Square>comparingInt(soonest::get)
                        .thenComparingInt(square -> kingsMoves(square, king(side)))
                        .thenComparingInt(PlainMeasures::ring)
                        .thenComparingInt(square -> ownRank(side, square))
                        .thenComparingInt(Square::file))
                .limit(5)
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Whether a man would not be lost on a square where it stands, or to which it could go. */
    final boolean standsUnharmed(Square from, Square to) {
        Piece man = Objects.requireNonNull(men[from.ordinal()]);
        if (from != to && men[to.ordinal()] != null) {
            return false;
        }
        men[from.ordinal()] = null;
        men[to.ordinal()] = man;
        int lost = result(to, man.side().opposite());
        men[to.ordinal()] = null;
        men[from.ordinal()] = man;
        return lost == 0;
    }

    private static int kingsMoves(Square one, Square other) {
        return Math.max(Math.abs(one.file() - other.file()), Math.abs(one.rank() - other.rank()));
    }

    /** 0 for the four squares in the middle, 3 for the edge. */
    private static int ring(Square square) {
        int file = Math.min(square.file(), 7 - square.file());
        int rank = Math.min(square.rank(), 7 - square.rank());
        return 3 - Math.min(file, rank);
    }

    // ---- minor pieces

    /** Which bishops a side has, in a word, where both sides' are known. */
    Object bishops(Side side) {
        Set<Square> own = all(side, PieceType.BISHOP);
        if (own.size() > 2) {
            return "several";
        }
        if (own.size() == 2 && own.stream().map(Square::isLight).distinct().count() == 1) {
            return "several";
        }
        boolean light = own.stream().anyMatch(Square::isLight);
        boolean dark = own.stream().anyMatch(bishop -> !bishop.isLight());
        return light && dark ? "both" : light ? "on light squares" : dark ? "on dark squares" : "none";
    }

    Object bishopPawns(Side side) {
        int most = -1;
        for (Square bishop : all(side, PieceType.BISHOP)) {
            int on = (int) pawns(side).stream()
                    .filter(pawn -> pawn.isLight() == bishop.isLight())
                    .count();
            most = Math.max(most, on);
        }
        return most < 0 ? "–" : most;
    }

    Object diagonals(Side side) {
        int clear = 0;
        for (Square bishop : all(side, PieceType.BISHOP)) {
            for (int across : new int[] {-1, 1}) {
                int up = side == Side.WHITE ? 1 : -1;
                int length = 1 + run(bishop, across, up, false) + run(bishop, -across, -up, false);
                int ahead = run(bishop, across, up, false);
                Square end = Square.of(bishop.file() + ahead * across, bishop.rank() + ahead * up);
                boolean toKing = ahead > 0 && zone(side.opposite()).contains(end);
                if (ahead > 0 && (length >= 6 || toKing)) {
                    clear += run(bishop, across, up, true);
                }
            }
        }
        return all(side, PieceType.BISHOP).isEmpty() ? "–" : clear;
    }

    /** How many squares there are from a square to the edge, or to the first man. */
    private int run(Square from, int files, int ranks, boolean emptyOnly) {
        int steps = 0;
        int file = from.file() + files;
        int rank = from.rank() + ranks;
        while (file >= 0 && file < 8 && rank >= 0 && rank < 8 && !(emptyOnly && at(file, rank) != null)) {
            steps++;
            file += files;
            rank += ranks;
        }
        return steps;
    }

    Object knightPosts(Side side) {
        if (all(side, PieceType.KNIGHT).isEmpty()) {
            return Set.of();
        }
        return those(
                attackedByPawns(side),
                square -> ownRank(side, square) >= 4
                        && ownRank(side, square) <= 6
                        && square.file() > 0
                        && square.file() < 7
                        && all(side, PieceType.KNIGHT).stream()
                                .anyMatch(knight -> reached(knight, 3).contains(square))
                        && !is(square.file(), square.rank(), side, PieceType.PAWN)
                        && pawns(side.opposite()).stream()
                                .noneMatch(pawn -> Math.abs(pawn.file() - square.file()) == 1
                                        && isAhead(side, pawn.rank(), square.rank())));
    }

    Object openFiles(Side side) {
        Set<String> files = new TreeSet<>();
        for (int file = 0; file < 8; file++) {
            int at = file;
            long own = heavyOn(side, at);
            if (!hasPawnOnFile(Side.WHITE, at)
                    && !hasPawnOnFile(Side.BLACK, at)
                    && own > heavyOn(side.opposite(), at)) {
                files.add(String.valueOf((char) ('a' + file)));
            }
        }
        return files;
    }

    private long heavyOn(Side side, int file) {
        return all(side, PieceType.ROOK, PieceType.QUEEN).stream()
                .filter(piece -> piece.file() == file)
                .count();
    }

    // ---- lines

    static boolean isOn(PieceType type, int[] step) {
        boolean straight = step[0] == 0 || step[1] == 0;
        return type == PieceType.QUEEN || type == (straight ? PieceType.ROOK : PieceType.BISHOP);
    }

    static int[][] allDirections() {
        return Stream.concat(Arrays.stream(STRAIGHT), Arrays.stream(SLANTED)).toArray(int[][]::new);
    }

    /** The next man from a square in a direction, or null. */
    final @Nullable Square next(Square from, int[] step) {
        int steps = run(from, step[0], step[1], true) + 1;
        int file = from.file() + steps * step[0];
        int rank = from.rank() + steps * step[1];
        return at(file, rank) == null ? null : Square.of(file, rank);
    }

    Object batteries(Side side) {
        Set<Square> found = new TreeSet<>();
        for (Square behind : pieces(side)) {
            for (int[] step : allDirections()) {
                Square front = next(behind, step);
                boolean toward = step[1] == (side == Side.WHITE ? 1 : -1);
                boolean beside = step[1] == 0 && ownRank(side, behind) > 1;
                if (front != null
                        && (toward || beside)
                        && pieces(side).contains(front)
                        && isOn(type(behind), step)
                        && isOn(type(front), step)
                        && pointsAtSomething(side, front, step)) {
                    found.add(front);
                }
            }
        }
        return found;
    }

    /** An enemy man is the next ahead, or the line crosses a square of the enemy king's zone before any man. */
    private boolean pointsAtSomething(Side side, Square front, int[] step) {
        Square man = next(front, step);
        if (man != null && Objects.requireNonNull(men[man.ordinal()]).side() != side) {
            return true;
        }
        for (int steps = run(front, step[0], step[1], true); steps > 0; steps--) {
            Square square = Square.of(front.file() + steps * step[0], front.rank() + steps * step[1]);
            if (zone(side.opposite()).contains(square)) {
                return true;
            }
        }
        return false;
    }

    Object xrays(Side side) {
        Set<Square> found = new TreeSet<>();
        for (Square piece : pieces(side)) {
            for (int[] step : allDirections()) {
                Square first = isOn(type(piece), step) ? next(piece, step) : null;
                Square second = first == null ? null : next(first, step);
                if (second != null
                        && Objects.requireNonNull(men[
                                                Objects.requireNonNull(first).ordinal()])
                                        .side()
                                != side
                        && Objects.requireNonNull(men[second.ordinal()]).side() == side
                        && type(second) != PieceType.KING
                        && isAttacked(second, side.opposite())) {
                    found.add(second);
                }
            }
        }
        return found;
    }

    final boolean isAttacked(Square square, Side by) {
        return all(by, PieceType.values()).stream()
                .anyMatch(from -> attacks(from).contains(square));
    }

    // ---- kings and pawns only

    final boolean isPawnEnding() {
        return pieces(Side.WHITE).isEmpty()
                && pieces(Side.BLACK).isEmpty()
                && pawns(Side.WHITE).size() + pawns(Side.BLACK).size() > 0;
    }

    Object keySquares(Side side) {
        Set<Square> keys = new TreeSet<>();
        for (Square pawn : isPawnEnding() ? passed(side) : Set.<Square>of()) {
            boolean rookPawn = pawn.file() == 0 || pawn.file() == 7;
            int own = ownRank(side, pawn);
            int first = rookPawn ? 7 : own <= 4 ? own + 2 : own + 1;
            int last = rookPawn ? 8 : Math.min(8, own + 2);
            for (Square square : Square.values()) {
                boolean beside =
                        Math.abs(square.file() - pawn.file()) <= 1 && (!rookPawn || square.file() != pawn.file());
                if (beside && ownRank(side, square) >= first && ownRank(side, square) <= last) {
                    keys.add(square);
                }
            }
        }
        return keys;
    }

    Object spareTempi(Side side) {
        if (!isPawnEnding()) {
            return "–";
        }
        Set<Square> guarded = attackedByPawns(side.opposite());
        int up = side == Side.WHITE ? 1 : -1;
        int steps = 0;
        for (Square pawn : pawns(side)) {
            int rank = pawn.rank() + up;
            while (!isPassed(side, pawn)
                    && rank > 0
                    && rank < 7
                    && at(pawn.file(), rank) == null
                    && !guarded.contains(Square.of(pawn.file(), rank))) {
                steps++;
                rank += up;
            }
        }
        return steps;
    }
}
