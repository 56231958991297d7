package org.zeroply.ending;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.PositionSetup;
import org.zeroply.rules.SetupReading;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * Kings, a pawn of either side and at most one piece, solved as plainly as can be: every position that can come about is
 * set up, its legal moves are played, and wins are handed back over them until nothing changes. Meant for pawns that
 * cannot make a double step, so that nothing is taken in passing.
 *
 * <p>A queen or rook against a bare king that can neither take nor is stalemated wins; of any other promotion nothing is
 * known, and it is counted once as lost for White and once as won.
 */
final class PlainEnding {
    private static final int STATES = 1 << 19;

    /** Ends of the game in place of a position that follows. */
    private static final int WHITE_WINS = -1;

    private static final int DRAWN = -2;
    private static final int BLACK_WINS = -3;
    private static final int UNKNOWN = -4;

    /** Which men besides the kings are on the board; -1 for a pawn that is gone. */
    private record Men(int white, int black, boolean piece) {}

    /** All positions with the same pawns: where the kings and the piece stand, and who is to move. */
    private static final class Family {
        final Men men;
        final byte[] low = new byte[STATES];
        final byte[] high = new byte[STATES];
        final boolean[] legal = new boolean[STATES];

        /** The moves of a state stand from its place to that of the next. */
        final int[] place = new int[STATES + 1];

        int[] after = new int[1 << 16];

        Family(Men men) {
            this.men = men;
        }
    }

    private final @Nullable Piece piece;
    private final List<Family> families = new ArrayList<>();
    private final Map<Men, Integer> numbers = new HashMap<>();

    /** Solves everything that can come of a position, and of all others with the same pawns. */
    PlainEnding(Position start) {
        Square square = Bound.pieceBeside(start, null);
        piece = square == null ? null : start.pieceAt(square);
        state(start);
        for (int number = 0; number < families.size(); number++) {
            setUp(families.get(number));
        }
        solve(true);
        solve(false);
    }

    /** The result for White if every promotion of unknown worth is lost for White. */
    int low(Position position) {
        int state = state(position);
        return families.get(state / STATES).low[state % STATES];
    }

    /** The result for White if every promotion of unknown worth is won for White. */
    int high(Position position) {
        int state = state(position);
        return families.get(state / STATES).high[state % STATES];
    }

    /** All positions with the pawns and the piece of the start. */
    List<Position> positions() {
        List<Position> all = new ArrayList<>();
        for (int state = 0; state < STATES; state++) {
            Position position = families.getFirst().legal[state] ? position(families.getFirst().men, state) : null;
            if (position != null) {
                all.add(position);
            }
        }
        return all;
    }

    private int state(Position position) {
        Square square = Bound.pieceBeside(position, null);
        Men men = new Men(pawn(position, Side.WHITE), pawn(position, Side.BLACK), square != null);
        int number = numbers.computeIfAbsent(men, added -> {
            families.add(new Family(added));
            return families.size() - 1;
        });
        return number * STATES
                + (position.sideToMove().ordinal() << 18
                        | position.king(Side.WHITE).ordinal() << 12
                        | position.king(Side.BLACK).ordinal() << 6
                        | (square == null ? 0 : square.ordinal()));
    }

    private static int pawn(Position position, Side side) {
        int found = -1;
        for (Square square : position.men(side, PieceType.PAWN)) {
            found = square.ordinal();
        }
        return found;
    }

    private @Nullable Position position(Men men, int state) {
        List<Integer> squares = new ArrayList<>(List.of(state >> 12 & 63, state >> 6 & 63));
        PositionSetup setup = new PositionSetup();
        setup.put(Square.of(state >> 12 & 63), Piece.WHITE_KING);
        setup.put(Square.of(state >> 6 & 63), Piece.BLACK_KING);
        if (men.piece) {
            setup.put(Square.of(state & 63), piece);
            squares.add(state & 63);
        } else if ((state & 63) != 0) {
            return null;
        }
        if (men.white >= 0) {
            setup.put(Square.of(men.white), Piece.WHITE_PAWN);
            squares.add(men.white);
        }
        if (men.black >= 0) {
            setup.put(Square.of(men.black), Piece.BLACK_PAWN);
            squares.add(men.black);
        }
        setup.sideToMove(Side.values()[state >> 18]);
        return squares.stream().distinct().count() == squares.size()
                        && setup.read() instanceof SetupReading.Possible possible
                ? possible.position()
                : null;
    }

    private void setUp(Family family) {
        int count = 0;
        for (int state = 0; state < STATES; state++) {
            family.place[state] = count;
            Position position = position(family.men, state);
            if (position == null) {
                continue;
            }
            family.legal[state] = true;
            List<Move> moves = position.legalMoves();
            if (count + moves.size() >= family.after.length) {
                family.after = Arrays.copyOf(family.after, 2 * family.after.length);
            }
            if (moves.isEmpty() && position.isCheck()) {
                // As if the side that is mated had one move, which ends the game.
                family.after[count++] = position.sideToMove() == Side.WHITE ? BLACK_WINS : WHITE_WINS;
            }
            for (Move move : moves) {
                Position after = position.play(move);
                family.after[count++] = move.promotion() == null ? state(after) : promotion(after, move);
            }
        }
        family.place[STATES] = count;
    }

    private static int promotion(Position after, Move move) {
        boolean heavy = move.promotion() == PieceType.QUEEN || move.promotion() == PieceType.ROOK;
        Side loser = after.sideToMove();
        List<Move> replies = after.legalMoves();
        if (replies.isEmpty() && !after.isCheck()) {
            return DRAWN;
        }
        boolean bare = after.men(loser).size() == 1;
        boolean takes = replies.stream().anyMatch(reply -> after.pieceAt(reply.to()) != null);
        boolean wins = replies.isEmpty() || heavy && bare && !takes;
        return !wins ? UNKNOWN : loser == Side.BLACK ? WHITE_WINS : BLACK_WINS;
    }

    private void solve(boolean low) {
        boolean changed = true;
        while (changed) {
            changed = false;
            for (Family family : families) {
                byte[] values = low ? family.low : family.high;
                for (int state = 0; state < STATES; state++) {
                    if (family.legal[state] && values[state] == 0) {
                        int found = best(family, state, low);
                        values[state] = (byte) found;
                        changed |= found != 0;
                    }
                }
            }
        }
    }

    /** A win for White, or for Black, as far as it is known yet; 0 if neither is. */
    private int best(Family family, int state, boolean low) {
        int mover = state >> 18 == 0 ? 1 : -1;
        boolean allLost = family.place[state] < family.place[state + 1];
        for (int i = family.place[state]; i < family.place[state + 1]; i++) {
            int value = value(family.after[i], low);
            if (value == mover) {
                return mover;
            }
            allLost &= value == -mover;
        }
        return allLost ? -mover : 0;
    }

    private int value(int after, boolean low) {
        return switch (after) {
            case WHITE_WINS -> 1;
            case DRAWN -> 0;
            case BLACK_WINS -> -1;
            case UNKNOWN -> low ? -1 : 1;
            default -> {
                Family family = families.get(after / STATES);
                yield low ? family.low[after % STATES] : family.high[after % STATES];
            }
        };
    }
}
