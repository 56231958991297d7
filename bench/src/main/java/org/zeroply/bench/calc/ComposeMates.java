package org.zeroply.bench.calc;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Random;
import java.util.SequencedMap;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Epd;
import org.zeroply.notation.San;
import org.zeroply.rules.Board;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/**
 * Composes mates for the suite: a castled king, some attackers and defenders thrown on the board, and of these the
 * positions in which exactly one move mates in two or three. That it mates, that nothing mates faster, and that no other
 * move mates as fast is proven by trying out every move, not by the search that is to be measured.
 */
final class ComposeMates {
    private static final long SEED = 20261124;
    private static final Piece[] ATTACKERS = {
        Piece.WHITE_QUEEN, Piece.WHITE_ROOK, Piece.WHITE_BISHOP, Piece.WHITE_KNIGHT, Piece.WHITE_ROOK
    };
    private static final Piece[] DEFENDERS = {
        Piece.BLACK_QUEEN, Piece.BLACK_ROOK, Piece.BLACK_KNIGHT, Piece.BLACK_BISHOP, Piece.BLACK_PAWN
    };

    private ComposeMates() {}

    static void run(Path out, int wanted) throws IOException {
        Random random = new Random(SEED);
        Calculator calculator = new Calculator(16, 1);
        int found = 0;
        try (PrintWriter print = new PrintWriter(Files.newBufferedWriter(out, StandardCharsets.UTF_8))) {
            while (found < wanted) {
                Position position = random(random);
                if (position == null || position.isCheck()) {
                    continue;
                }
                calculator.forget();
                Calculation glance =
                        calculator.calculate(Question.of(position, Limit.nodes(8_000)), partial -> {}, new Cancel());
                int mateIn = glance.verdict().mateIn();
                if (mateIn < 2 || mateIn > 3 || keys(position, mateIn - 1) > 0 || keys(position, mateIn) != 1) {
                    continue;
                }
                found++;
                SequencedMap<String, List<String>> operations = new LinkedHashMap<>();
                operations.put(
                        "bm",
                        List.of(San.write(position, glance.lines().getFirst().first())));
                operations.put("dm", List.of(Integer.toString(mateIn)));
                operations.put("id", List.of("composed mate " + found));
                operations.put(
                        "c0", List.of("the only move that mates in " + mateIn + ", proven by trying out every move"));
                print.println(new Epd(position, operations).write());
                print.flush();
            }
        }
    }

    private static @Nullable Position random(Random random) {
        PositionSetup setup = new PositionSetup();
        setup.put(Square.of(6, 7), Piece.BLACK_KING);
        setup.put(Square.of(5 + random.nextInt(2), 0), Piece.WHITE_KING);
        for (int file = 5; file < 8; file++) {
            int rank = random.nextInt(4);
            if (rank > 0) {
                put(setup, Square.of(file, rank == 3 ? 5 : 6), Piece.BLACK_PAWN);
            }
            put(setup, Square.of(file, 1), Piece.WHITE_PAWN);
        }
        int attackers = 3 + random.nextInt(2);
        for (int i = 0; i < attackers; i++) {
            put(setup, Square.of(random.nextInt(64)), ATTACKERS[random.nextInt(ATTACKERS.length)]);
        }
        for (int i = 0; i < 4; i++) {
            put(setup, Square.of(8 + random.nextInt(48)), DEFENDERS[random.nextInt(DEFENDERS.length)]);
        }
        return setup.sideToMove(Side.WHITE).read() instanceof SetupReading.Possible possible
                ? possible.position()
                : null;
    }

    private static void put(PositionSetup setup, Square square, Piece piece) {
        if (setup.pieceAt(square) == null) {
            setup.put(square, piece);
        }
    }

    /** How many moves of the side to move mate in at most so many. */
    private static int keys(Position position, int moves) {
        Board board = position.board();
        int[] buffer = new int[Board.MAX_MOVES];
        int count = board.legalMoves(buffer);
        int keys = 0;
        for (int i = 0; i < count && keys < 2; i++) {
            board.make(buffer[i]);
            if (isMated(board, moves - 1)) {
                keys++;
            }
            board.unmake(buffer[i]);
        }
        return keys;
    }

    /** Whether the side to move is mated now or in at most so many moves of the other side, whatever it plays. */
    private static boolean isMated(Board board, int moves) {
        int[] buffer = new int[Board.MAX_MOVES];
        int count = board.legalMoves(buffer);
        if (count == 0) {
            return board.inCheck();
        }
        if (moves == 0) {
            return false;
        }
        for (int i = 0; i < count; i++) {
            board.make(buffer[i]);
            boolean mates = mates(board, moves);
            board.unmake(buffer[i]);
            if (!mates) {
                return false;
            }
        }
        return true;
    }

    private static boolean mates(Board board, int moves) {
        int[] buffer = new int[Board.MAX_MOVES];
        int count = board.legalMoves(buffer);
        for (int i = 0; i < count; i++) {
            board.make(buffer[i]);
            // The last move of a mate is a check.
            boolean mated = (moves > 1 || board.inCheck()) && isMated(board, moves - 1);
            board.unmake(buffer[i]);
            if (mated) {
                return true;
            }
        }
        return false;
    }
}
