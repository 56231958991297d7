package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.IntPredicate;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/**
 * A figure on each square of the board, in bands of equal figures. The definitions stand in {@code docs/measures.md}.
 *
 * @param wish what is shown
 * @param cells by square; null where there is no figure
 */
public record ConceptMap(Wish wish, List<@Nullable Cell> cells) {
    /** What a map shows. */
    public enum Kind {
        /** The squares that the piece attacks from there; in a position, those it can go to. */
        ATTACKS,
        /** The different squares within two moves, its own left out. */
        TWO_MOVES,
        /** The ways to make two moves in a row, back again included. */
        TWO_MOVE_WAYS,
        /** The fewest moves from there to a square of the wing on the other side. */
        OTHER_WING,
        /** The fewest moves until it attacks the zone of the enemy king. */
        TO_KING,
        /** How many of either side bear on the square. */
        CONTROL,
        /** In how many moves the first piece of either side is there. */
        FIRST;

        /** Whether it is about one piece, and not about all. */
        public boolean isOfPiece() {
            return this != CONTROL && this != FIRST;
        }

        /** Whether it can be drawn with nothing else on the board. */
        public boolean isOnEmptyBoard() {
            return isOfPiece();
        }
    }

    /**
     * What is to be shown.
     *
     * @param type the piece; of no meaning where the kind is about all of them
     * @param from where the piece stands whose map in the position is meant; null for the empty board
     */
    public record Wish(Kind kind, PieceType type, @Nullable Square from) {
        public Wish {
            if (type == PieceType.PAWN) {
                throw new IllegalArgumentException("there is no map of a pawn");
            }
        }

        public static Wish onEmptyBoard(Kind kind, PieceType type) {
            return new Wish(kind, type, null);
        }

        /** As a file keeps it, such as {@code attacks knight} or {@code attacks knight g1}. */
        public String text() {
            return (kind.name() + " " + type.name() + (from == null ? "" : " " + from)).toLowerCase(Locale.ROOT);
        }

        /** Reads it; empty for what is none. */
        public static Optional<Wish> parse(String text) {
            String[] words = text.strip().toUpperCase(Locale.ROOT).split(" ");
            if (words.length < 2 || words.length > 3) {
                return Optional.empty();
            }
            try {
                Square from = words.length == 3 ? Square.parse(words[2].toLowerCase(Locale.ROOT)) : null;
                return words.length == 3 && from == null
                        ? Optional.empty()
                        : Optional.of(new Wish(Kind.valueOf(words[0]), PieceType.valueOf(words[1]), from));
            } catch (IllegalArgumentException unknown) {
                return Optional.empty();
            }
        }

        /** In words, such as "knight: squares it attacks, empty board". */
        public String title() {
            if (!kind.isOfPiece()) {
                return Words.of("map." + kind);
            }
            String where = from == null ? Words.of("map.empty") : Words.of("map.from", from);
            return Words.of("map.title", Words.of("piece." + type), Words.of("map." + kind), where);
        }
    }

    /**
     * A square.
     *
     * @param band equal figures are of one band; greater ones come first
     * @param text what stands in the square
     * @param detail small below it; perhaps empty
     */
    public record Cell(int band, String text, String detail) {
        static Cell of(int figure) {
            return new Cell(figure, Integer.toString(figure), "");
        }
    }

    /** Equal figures: what they say and where they are. */
    public record Band(int band, String text, SquareSet squares) {}

    /** Only one side gets there at all: before or behind every number of moves. */
    private static final int ALONE = 90;

    public ConceptMap {
        cells = Collections.unmodifiableList(new ArrayList<>(cells));
        if (cells.size() != 64) {
            throw new IllegalArgumentException("a map has 64 squares, not " + cells.size());
        }
    }

    /**
     * Works a map out.
     *
     * @throws IllegalArgumentException if it is about a piece that does not stand where it should
     */
    public static ConceptMap of(Wish wish, Position position) {
        List<@Nullable Cell> cells = new ArrayList<>();
        switch (wish.kind()) {
            case CONTROL -> {
                for (Square square : Square.values()) {
                    cells.add(control(position, square));
                }
            }
            case FIRST -> first(position, cells);
            default -> {
                for (Square square : Square.values()) {
                    cells.add(piece(wish, position, square));
                }
            }
        }
        return new ConceptMap(wish, cells);
    }

    // ---- one piece

    private static @Nullable Cell piece(Wish wish, Position position, Square on) {
        Square from = wish.from();
        Reach reach;
        long occupied = 0;
        Side side = position.sideToMove();
        if (from == null) {
            reach = Reach.onEmptyBoard(on, wish.type());
        } else {
            Piece piece = position.pieceAt(from);
            if (piece == null || piece.type() != wish.type()) {
                throw new IllegalArgumentException("no " + wish.type() + " on " + from);
            }
            side = piece.side();
            // Where an own man or the enemy king stands, it cannot be.
            boolean isTaken = on != from && position.men(side).contains(on);
            if (isTaken || on == position.king(side.opposite())) {
                return null;
            }
            reach = Reach.placed(position, from, on);
            occupied = position.occupied().bits() & ~from.bit() & ~on.bit();
        }
        return switch (wish.kind()) {
            case ATTACKS -> Cell.of(reach.within(1).size() - 1);
            case TWO_MOVES -> Cell.of(reach.squaresWithinTwo());
            case TWO_MOVE_WAYS -> Cell.of(reach.twoMoveRoutes());
            case OTHER_WING -> wing(reach, on);
            case TO_KING -> {
                Side enemy = side.opposite();
                yield king(wish.type(), reach, occupied, Survey.zone(position.king(enemy), enemy));
            }
            case CONTROL, FIRST -> throw new IllegalArgumentException("not about one piece: " + wish.kind());
        };
    }

    private static @Nullable Cell wing(Reach reach, Square on) {
        long bit = on.bit();
        long aim = (bit & FileFamily.QUEENSIDE) != 0
                ? FileFamily.KINGSIDE
                : (bit & FileFamily.KINGSIDE) != 0 ? FileFamily.QUEENSIDE : 0;
        int fewest = Reach.NEVER;
        for (Square square : new SquareSet(aim)) {
            fewest = Math.min(fewest, reach.moves(square));
        }
        return fewest == Reach.NEVER ? null : Cell.of(fewest);
    }

    private static @Nullable Cell king(PieceType type, Reach reach, long occupied, long zone) {
        int fewest = Reach.NEVER;
        for (Square square : Square.values()) {
            if (reach.moves(square) < fewest
                    && (Attacks.of(type, square.ordinal(), occupied & ~square.bit()) & zone) != 0) {
                fewest = reach.moves(square);
            }
        }
        return fewest == Reach.NEVER ? null : Cell.of(fewest);
    }

    // ---- all pieces

    private static Cell control(Position position, Square square) {
        int white = Exchange.orderOfUse(position, square, Side.WHITE).size();
        int black = Exchange.orderOfUse(position, square, Side.BLACK).size();
        Piece piece = position.pieceAt(square);
        int won = piece == null
                ? 0
                : Exchange.result(position, square, piece.side().opposite());
        return new Cell(white - black, Words.of("map.both", white, black), won == 0 ? "" : Words.of("map.falls", won));
    }

    private static void first(Position position, List<@Nullable Cell> cells) {
        int[][] fewest = new int[2][64];
        for (Side side : Side.values()) {
            Arrays.fill(fewest[side.ordinal()], Reach.NEVER);
            for (Square from : position.men(side)) {
                Piece piece = position.pieceAt(from);
                if (piece != null && piece.type() != PieceType.PAWN) {
                    Reach reach = Reach.inPosition(position, from);
                    for (Square square : Square.values()) {
                        int[] own = fewest[side.ordinal()];
                        own[square.ordinal()] = Math.min(own[square.ordinal()], reach.moves(square));
                    }
                }
            }
        }
        for (Square square : Square.values()) {
            int white = fewest[Side.WHITE.ordinal()][square.ordinal()];
            int black = fewest[Side.BLACK.ordinal()][square.ordinal()];
            cells.add(white == Reach.NEVER && black == Reach.NEVER ? null : who(white, black));
        }
    }

    private static Cell who(int white, int black) {
        int ahead = black == Reach.NEVER ? ALONE : white == Reach.NEVER ? -ALONE : black - white;
        return new Cell(ahead, Words.of("map.both", moves(white), moves(black)), "");
    }

    private static String moves(int moves) {
        return moves == Reach.NEVER ? Value.DASH : Integer.toString(moves);
    }

    // ---- what is made of it

    public Optional<Cell> at(Square square) {
        return Optional.ofNullable(cells.get(square.ordinal()));
    }

    /** With some of its bands, and nothing on the squares of the others. */
    public ConceptMap only(IntPredicate isShown) {
        List<@Nullable Cell> some = new ArrayList<>();
        for (@Nullable Cell cell : cells) {
            some.add(cell != null && isShown.test(cell.band()) ? cell : null);
        }
        return new ConceptMap(wish, some);
    }

    /** The bands, the greatest figure first. */
    public List<Band> bands() {
        Map<Integer, Long> squares = new TreeMap<>(Comparator.reverseOrder());
        for (Square square : Square.values()) {
            at(square).ifPresent(cell -> squares.merge(cell.band(), square.bit(), (one, other) -> one | other));
        }
        List<Band> bands = new ArrayList<>();
        squares.forEach((band, bits) -> bands.add(new Band(band, name(band), new SquareSet(bits))));
        return bands;
    }

    /** How a band is named in the legend. */
    private String name(int band) {
        if (wish.kind().isOfPiece()) {
            return Integer.toString(band);
        }
        if (Math.abs(band) == ALONE) {
            return Words.of(band > 0 ? "map.alone.WHITE" : "map.alone.BLACK");
        }
        return band == 0
                ? Words.of("map.even")
                : Words.of(band > 0 ? "map.ahead.WHITE" : "map.ahead.BLACK", Math.abs(band));
    }

    /** What changes from this map to a later one of the same kind: a signed figure where both have one and they differ. */
    public ConceptMap until(ConceptMap later) {
        List<@Nullable Cell> changes = new ArrayList<>();
        for (Square square : Square.values()) {
            Cell before = cells.get(square.ordinal());
            Cell after = later.cells.get(square.ordinal());
            if (before == null || after == null || before.band() == after.band()) {
                changes.add(null);
            } else {
                int change = after.band() - before.band();
                boolean isWhole = Math.abs(after.band()) < ALONE && Math.abs(before.band()) < ALONE;
                changes.add(
                        isWhole
                                ? new Cell(change, Words.of(change > 0 ? "map.more" : "map.less", Math.abs(change)), "")
                                : new Cell(Integer.signum(change) * ALONE, after.text(), ""));
            }
        }
        return new ConceptMap(wish, changes);
    }
}
