package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiFunction;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.RandomPlay;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * Measures of the ledger against a plain twin: the formulas of docs/measures.md once more, that only know what stands where
 * and walk over the board step by step, over positions of random games.
 */
class PlainLedgerTest {
    private static final int[][] STRAIGHT = {{1, 0}, {-1, 0}, {0, 1}, {0, -1}};
    private static final int[][] SLANTED = {{1, 1}, {-1, 1}, {1, -1}, {-1, -1}};

    /** What a plain reader of the formulas finds, as the ledger writes it. */
    private static final Map<Factor, BiFunction<Plain, Side, Object>> PLAIN = new EnumMap<>(Map.ofEntries(
            Map.entry(Factor.ISLANDS, Plain::islands),
            Map.entry(Factor.ISOLATED, Plain::isolated),
            Map.entry(Factor.DOUBLED, Plain::doubled),
            Map.entry(Factor.PASSED, Plain::passed),
            Map.entry(Factor.PROTECTED_PASSED, Plain::protectedPassed),
            Map.entry(Factor.CONNECTED_PASSED, Plain::connectedPassed),
            Map.entry(Factor.OUTSIDE_PASSED, Plain::outsidePassed),
            Map.entry(Factor.FIXED, Plain::fixed),
            Map.entry(Factor.MOBILITY, Plain::mobility),
            Map.entry(Factor.HALF_OPEN_FILES, Plain::halfOpen),
            Map.entry(Factor.SEVENTH, Plain::seventh),
            Map.entry(Factor.SPACE, Plain::space),
            Map.entry(Factor.WINGS, Plain::wings),
            Map.entry(Factor.KING_ATTACKERS, Plain::kingAttackers),
            Map.entry(Factor.KING_DEFENDERS, Plain::kingDefenders),
            Map.entry(Factor.FLIGHT, Plain::flight)));

    /** A board of which only the men are known. */
    private record Plain(@Nullable Piece[] men) {
        static Plain of(Position position) {
            @Nullable Piece[] men = new @Nullable Piece[64];
            for (Square square : position.occupied()) {
                men[square.ordinal()] = position.pieceAt(square);
            }
            return new Plain(men);
        }

        private @Nullable Piece at(int file, int rank) {
            return file < 0 || file > 7 || rank < 0 || rank > 7 ? null : men[8 * rank + file];
        }

        private boolean is(int file, int rank, Side side, PieceType type) {
            Piece piece = at(file, rank);
            return piece != null && piece.side() == side && piece.type() == type;
        }

        private Set<Square> all(Side side, PieceType... types) {
            Set<PieceType> wanted = Set.of(types);
            Set<Square> found = new TreeSet<>();
            for (Square square : Square.values()) {
                Piece piece = men[square.ordinal()];
                if (piece != null && piece.side() == side && wanted.contains(piece.type())) {
                    found.add(square);
                }
            }
            return found;
        }

        private Set<Square> pawns(Side side) {
            return all(side, PieceType.PAWN);
        }

        private Set<Square> pieces(Side side) {
            return all(side, PieceType.KNIGHT, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN);
        }

        /** Whether a rank is ahead of another, as a side sees it. */
        private static boolean isAhead(Side side, int rank, int of) {
            return side == Side.WHITE ? rank > of : rank < of;
        }

        private static int ownRank(Side side, Square square) {
            return side == Side.WHITE ? square.rank() + 1 : 8 - square.rank();
        }

        /** What a man of a kind attacks from a square, one man lifted. */
        private Set<Square> attacks(Square from, Piece piece, @Nullable Square lifted) {
            Set<Square> found = EnumSet.noneOf(Square.class);
            switch (piece.type()) {
                case PAWN -> {
                    int up = piece.side() == Side.WHITE ? 1 : -1;
                    add(found, from.file() - 1, from.rank() + up);
                    add(found, from.file() + 1, from.rank() + up);
                }
                case KNIGHT -> {
                    for (int files = -2; files <= 2; files++) {
                        for (int ranks = -2; ranks <= 2; ranks++) {
                            if (Math.abs(files * ranks) == 2) {
                                add(found, from.file() + files, from.rank() + ranks);
                            }
                        }
                    }
                }
                case KING -> {
                    for (int files = -1; files <= 1; files++) {
                        for (int ranks = -1; ranks <= 1; ranks++) {
                            if (files != 0 || ranks != 0) {
                                add(found, from.file() + files, from.rank() + ranks);
                            }
                        }
                    }
                }
                case ROOK -> slide(found, from, STRAIGHT, lifted);
                case BISHOP -> slide(found, from, SLANTED, lifted);
                case QUEEN -> {
                    slide(found, from, STRAIGHT, lifted);
                    slide(found, from, SLANTED, lifted);
                }
            }
            return found;
        }

        private static void add(Set<Square> found, int file, int rank) {
            if (file >= 0 && file < 8 && rank >= 0 && rank < 8) {
                found.add(Square.of(file, rank));
            }
        }

        private void slide(Set<Square> found, Square from, int[][] directions, @Nullable Square lifted) {
            for (int[] step : directions) {
                int file = from.file() + step[0];
                int rank = from.rank() + step[1];
                while (file >= 0 && file < 8 && rank >= 0 && rank < 8) {
                    Square square = Square.of(file, rank);
                    found.add(square);
                    if (men[square.ordinal()] != null && square != lifted) {
                        break;
                    }
                    file += step[0];
                    rank += step[1];
                }
            }
        }

        private Set<Square> attacks(Square from) {
            Piece piece = men[from.ordinal()];
            return piece == null ? Set.of() : attacks(from, piece, null);
        }

        private Set<Square> attackedByPawns(Side side) {
            Set<Square> attacked = EnumSet.noneOf(Square.class);
            pawns(side).forEach(pawn -> attacked.addAll(attacks(pawn)));
            return attacked;
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
                    pawns(side),
                    pawn -> !hasPawnOnFile(side, pawn.file() - 1) && !hasPawnOnFile(side, pawn.file() + 1));
        }

        Object doubled(Side side) {
            return those(
                    pawns(side),
                    pawn -> pawns(side).stream()
                            .anyMatch(
                                    other -> other.file() == pawn.file() && isAhead(side, other.rank(), pawn.rank())));
        }

        private boolean isPassed(Side side, Square pawn) {
            boolean ownAhead = pawns(side).stream()
                    .anyMatch(other -> other.file() == pawn.file() && isAhead(side, other.rank(), pawn.rank()));
            boolean stopped = pawns(side.opposite()).stream()
                    .anyMatch(other ->
                            Math.abs(other.file() - pawn.file()) <= 1 && isAhead(side, other.rank(), pawn.rank()));
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
            return those(
                    passed(side),
                    pawn -> everywhere.size() > 1
                            && everywhere.stream()
                                    .noneMatch(other -> other != pawn && Math.abs(other.file() - pawn.file()) <= 1));
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
                if (!hasPawnOnFile(side, file) && hasPawnOnFile(side.opposite(), file)) {
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
                                .anyMatch(pawn ->
                                        pawn.file() == square.file() && isAhead(side, pawn.rank(), square.rank()));
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

        private Square king(Side side) {
            return all(side, PieceType.KING).iterator().next();
        }

        private Set<Square> zone(Side side) {
            Square king = king(side);
            Set<Square> zone = EnumSet.of(king);
            zone.addAll(attacks(king));
            for (int file = king.file() - 1; file <= king.file() + 1; file++) {
                add(zone, file, king.rank() + (side == Side.WHITE ? 2 : -2));
            }
            return zone;
        }

        private Set<Square> hitting(Side side, Set<Square> zone) {
            return those(pieces(side), piece -> attacks(piece).stream().anyMatch(zone::contains));
        }

        Object kingAttackers(Side side) {
            return hitting(side, zone(side.opposite()));
        }

        Object kingDefenders(Side side) {
            return hitting(side, zone(side));
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

        private static Set<Square> those(Set<Square> squares, Predicate<Square> wanted) {
            Set<Square> found = new TreeSet<>();
            squares.stream().filter(wanted).forEach(found::add);
            return found;
        }
    }

    private static String text(Object plain) {
        return plain instanceof Set<?> set
                ? set.isEmpty()
                        ? "–"
                        : String.join(" ", set.stream().map(Object::toString).toList())
                : plain.toString();
    }

    private static void compare(Position position) {
        Ledger ledger = Ledger.of(position, ValueScale.SCHOOLROOM);
        Plain plain = Plain.of(position);
        PLAIN.forEach((factor, formula) -> {
            for (Side side : Side.values()) {
                String said = ledger.entry(factor).of(side).value().text();
                String counted = text(formula.apply(plain, side));
                // Where there is nothing to count on, the ledger has a dash for nought.
                boolean nothing = said.equals("–") && counted.equals("0");
                assertThat(nothing ? counted : said)
                        .as("%s of %s in %s", factor, side, Fen.write(position))
                        .isEqualTo(counted);
            }
        });
    }

    @Test
    void theLedgerSaysWhatThePlainTwinCounts() {
        RandomPlay.positions(61, 10, 110, PlainLedgerTest::compare);
    }

    @Test
    void alsoInEndings() {
        for (String fen : new String[] {
            "8/2k5/8/1P1p4/3P4/8/5K2/8 w - - 0 1",
            "8/8/1p1k4/1P3p2/5P2/3K4/8/8 b - - 0 1",
            "6k1/R6p/6p1/8/2p5/2P3P1/5K1P/1r6 w - - 0 1",
            "8/1b3k2/p3p3/P1N1P3/8/4K3/8/8 w - - 0 1",
            "3q2k1/5pp1/7p/8/1p6/1P4P1/3Q1P1P/6K1 b - - 0 1"
        }) {
            compare(Fen.position(fen));
        }
    }
}
