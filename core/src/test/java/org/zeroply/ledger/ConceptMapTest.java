package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.zeroply.ledger.ConceptMap.Kind;
import org.zeroply.ledger.ConceptMap.Wish;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.RandomPlay;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** Maps: figures that can be counted by hand, and the rest against a twin that walks over the board step by step. */
class ConceptMapTest {
    private static final Set<Kind> OF_PIECES = EnumSet.of(Kind.ATTACKS, Kind.TWO_MOVES, Kind.OTHER_WING, Kind.TO_KING);

    private static Map<Integer, Integer> bands(Kind kind, PieceType type) {
        ConceptMap map = ConceptMap.of(Wish.onEmptyBoard(kind, type), Position.START);
        return map.bands().stream()
                .collect(Collectors.toMap(
                        ConceptMap.Band::band, band -> band.squares().size(), (a, b) -> a, LinkedHashMap::new));
    }

    @Test
    void whatAKnightSees() {
        assertThat(bands(Kind.ATTACKS, PieceType.KNIGHT))
                .containsExactly(
                        Map.entry(8, 16), Map.entry(6, 16), Map.entry(4, 20), Map.entry(3, 8), Map.entry(2, 4));
        assertThat(bands(Kind.TWO_MOVES, PieceType.KNIGHT))
                .containsExactly(
                        Map.entry(34, 4),
                        Map.entry(30, 8),
                        Map.entry(27, 4),
                        Map.entry(26, 8),
                        Map.entry(23, 8),
                        Map.entry(20, 8),
                        Map.entry(18, 12),
                        Map.entry(15, 8),
                        Map.entry(11, 4));
        ConceptMap ways = ConceptMap.of(Wish.onEmptyBoard(Kind.TWO_MOVE_WAYS, PieceType.KNIGHT), Position.START);
        assertThat(ways.at(Square.A1)).map(ConceptMap.Cell::band).contains(12);
        // The eight squares from d4 have 2 x 4 + 4 x 6 + 2 x 8 moves, eight of them home.
        assertThat(ways.at(Square.D4).orElseThrow().band()).isEqualTo(Steps.ways(Square.D4));
    }

    /** Two moves of a knight counted by their steps. */
    private static final class Steps {
        static int ways(Square from) {
            PlainBoard empty = new PlainBoard(Position.START);
            Arrays.fill(empty.men, null);
            return empty.attacks(from, Piece.WHITE_KNIGHT, null).stream()
                    .mapToInt(square ->
                            empty.attacks(square, Piece.WHITE_KNIGHT, null).size())
                    .sum();
        }
    }

    @Test
    void otherPiecesOnTheEmptyBoard() {
        assertThat(bands(Kind.ATTACKS, PieceType.ROOK)).containsExactly(Map.entry(14, 64));
        assertThat(bands(Kind.ATTACKS, PieceType.BISHOP))
                .containsExactly(Map.entry(13, 4), Map.entry(11, 12), Map.entry(9, 20), Map.entry(7, 28));
        assertThat(bands(Kind.ATTACKS, PieceType.KING))
                .containsExactly(Map.entry(8, 36), Map.entry(5, 24), Map.entry(3, 4));
        assertThat(bands(Kind.OTHER_WING, PieceType.ROOK)).containsExactly(Map.entry(1, 48));
        // From the files next to the middle a knight needs two moves, from the edge three.
        assertThat(bands(Kind.OTHER_WING, PieceType.KNIGHT)).containsExactly(Map.entry(3, 16), Map.entry(2, 32));
    }

    // ---- the twin

    private static Set<Square> avoided(Position position, Square home, Square on, Piece piece) {
        PlainBoard board = new PlainBoard(position);
        Side enemy = piece.side().opposite();
        Set<Square> avoided = EnumSet.noneOf(Square.class);
        board.men[home.ordinal()] = null;
        boolean isKing = piece.type() == PieceType.KING;
        for (Square square : Square.values()) {
            Piece man = board.men[square.ordinal()];
            if (man == null) {
                continue;
            }
            if (man.side() == piece.side() || man.type() == PieceType.KING) {
                avoided.add(square);
            }
            boolean guards = isKing || man.type() == PieceType.PAWN && square != on;
            if (man.side() == enemy && guards) {
                avoided.addAll(board.attacks(square, man, null));
            }
        }
        avoided.remove(on);
        return avoided;
    }

    private static Map<Square, Integer> walk(PlainBoard board, Square on, Piece piece, Set<Square> avoided) {
        Map<Square, Integer> moves = new EnumMap<>(Square.class);
        moves.put(on, 0);
        Set<Square> edge = EnumSet.of(on);
        for (int count = 1; !edge.isEmpty(); count++) {
            Set<Square> next = EnumSet.noneOf(Square.class);
            for (Square square : edge) {
                next.addAll(board.attacks(square, piece, null));
            }
            next.removeAll(avoided);
            next.removeAll(moves.keySet());
            for (Square square : next) {
                moves.put(square, count);
            }
            edge = next;
        }
        return moves;
    }

    private static int wing(Square square) {
        return square.file() <= 2 ? -1 : square.file() >= 5 ? 1 : 0;
    }

    private static boolean isZone(Square king, Side side, Square square) {
        int files = Math.abs(square.file() - king.file());
        int ahead = side == Side.WHITE ? square.rank() - king.rank() : king.rank() - square.rank();
        return files <= 1 && ahead >= -1 && ahead <= 2;
    }

    private static @Nullable Integer expected(Kind kind, Position position, Square home, Piece piece, Square on) {
        PlainBoard board = new PlainBoard(position);
        Piece there = board.men[on.ordinal()];
        Side enemy = piece.side().opposite();
        Square king = board.all(enemy, PieceType.KING).iterator().next();
        if (on == king || there != null && there.side() == piece.side() && on != home) {
            return null;
        }
        board.men[home.ordinal()] = null;
        board.men[on.ordinal()] = null;
        Map<Square, Integer> moves = walk(board, on, piece, avoided(position, home, on, piece));
        return switch (kind) {
            case ATTACKS ->
                (int) moves.values().stream().filter(count -> count == 1).count();
            case TWO_MOVES ->
                (int) moves.values().stream()
                        .filter(count -> count == 1 || count == 2)
                        .count();
            case OTHER_WING -> fewest(moves, square -> wing(on) != 0 && wing(square) == -wing(on));
            case TO_KING ->
                fewest(
                        moves,
                        square ->
                                board.attacks(square, piece, null).stream().anyMatch(hit -> isZone(king, enemy, hit)));
            default -> throw new AssertionError(kind);
        };
    }

    private static @Nullable Integer fewest(Map<Square, Integer> moves, Predicate<Square> aim) {
        return moves.entrySet().stream()
                .filter(entry -> aim.test(entry.getKey()))
                .map(Map.Entry::getValue)
                .min(Integer::compare)
                .orElse(null);
    }

    @Test
    void mapsOfPositionsAgreeWithTheTwin() {
        int[] seen = {0};
        RandomPlay.positions(281, 12, 90, position -> {
            if (position.moveNumber() % 2 != 0 || seen[0] >= 500) {
                return;
            }
            seen[0]++;
            // One piece of a position, another one in the next.
            PlainBoard all = new PlainBoard(position);
            List<Square> pieces = new ArrayList<>();
            for (Square square : Square.values()) {
                Piece man = all.men[square.ordinal()];
                if (man != null && man.type() != PieceType.PAWN) {
                    pieces.add(square);
                }
            }
            Square home = pieces.get(seen[0] % pieces.size());
            Piece piece = Objects.requireNonNull(position.pieceAt(home));
            for (Kind kind : OF_PIECES) {
                ConceptMap map = ConceptMap.of(new Wish(kind, piece.type(), home), position);
                for (Square on : Square.values()) {
                    assertThat(map.at(on).map(ConceptMap.Cell::band).orElse(null))
                            .as("%s of %s from %s on %s in %s", kind, piece, home, on, Fen.write(position))
                            .isEqualTo(expected(kind, position, home, piece, on));
                }
            }
        });
        assertThat(seen[0]).isEqualTo(500);
    }

    @Test
    void whoIsFirstAgreesWithTheTwinAndControlWithTheLedger() {
        RandomPlay.positions(282, 3, 80, position -> {
            if (position.moveNumber() % 4 != 0) {
                return;
            }
            Map<Side, Map<Square, Integer>> first = new EnumMap<>(Side.class);
            for (Side side : Side.values()) {
                Map<Square, Integer> fewest = new EnumMap<>(Square.class);
                PlainBoard all = new PlainBoard(position);
                for (Square home : all.all(
                        side, PieceType.KNIGHT, PieceType.BISHOP, PieceType.ROOK, PieceType.QUEEN, PieceType.KING)) {
                    PlainBoard board = new PlainBoard(position);
                    Piece piece = Objects.requireNonNull(board.men[home.ordinal()]);
                    board.men[home.ordinal()] = null;
                    walk(board, home, piece, avoided(position, home, home, piece))
                            .forEach((square, count) -> fewest.merge(square, count, Math::min));
                }
                first.put(side, fewest);
            }
            ConceptMap map = ConceptMap.of(new Wish(Kind.FIRST, PieceType.KING, null), position);
            for (Square square : Square.values()) {
                Integer white = Objects.requireNonNull(first.get(Side.WHITE)).get(square);
                Integer black = Objects.requireNonNull(first.get(Side.BLACK)).get(square);
                String text = (white == null ? Value.DASH : white) + ":" + (black == null ? Value.DASH : black);
                assertThat(map.at(square).map(ConceptMap.Cell::text).orElse(Value.DASH + ":" + Value.DASH))
                        .as("%s in %s", square, Fen.write(position))
                        .isEqualTo(text);
            }
            ConceptMap control = ConceptMap.of(new Wish(Kind.CONTROL, PieceType.KING, null), position);
            Entry hanging = Ledger.of(position, ValueScale.SCHOOLROOM).entry(Factor.HANGING);
            for (Square square : Square.values()) {
                boolean hangs = ((Value.Squares) hanging.white().value())
                                .squares()
                                .contains(square)
                        || ((Value.Squares) hanging.black().value()).squares().contains(square);
                assertThat(control.at(square).orElseThrow().detail().isEmpty())
                        .as("%s in %s", square, Fen.write(position))
                        .isEqualTo(!hangs);
            }
        });
    }

    @Test
    void theChangeOfAMoveIsToldWhereFiguresDiffer() {
        Position before = Fen.position("4k3/8/8/8/8/8/3PP3/3RK3 w - - 0 1");
        Position after = Fen.position("4k3/8/8/8/3P4/8/4P3/3RK3 w - - 0 1");
        Wish rook = new Wish(Kind.ATTACKS, PieceType.ROOK, Square.D1);
        ConceptMap change = ConceptMap.of(rook, before).until(ConceptMap.of(rook, after));
        assertThat(change.at(Square.D1).orElseThrow().text()).isEqualTo("+2");
        assertThat(change.at(Square.A8)).isEmpty();
        assertThat(Wish.parse(rook.text())).contains(rook);
        assertThat(Wish.parse("attacks pawn e2")).isEmpty();
        assertThat(Wish.parse("nonsense")).isEmpty();
    }
}
