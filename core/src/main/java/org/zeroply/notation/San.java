package org.zeroply.notation;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/**
 * Standard algebraic notation: writing in any shipped language, and strict reading in English as PGN files have it.
 * Strict means the syntax of the standard; a missing {@code x} or check sign does no harm, a missing file or rank does.
 * What people type is read by {@link LineReader}.
 */
public final class San {
    /** The text is not a move that is legal here. */
    static final int NONE = -1;

    /** The text fits more than one legal move. */
    static final int SEVERAL = -2;

    private San() {}

    /**
     * Writes a move in English.
     *
     * @throws IllegalArgumentException if the position does not accept the move
     */
    public static String write(Position position, Move move) {
        return write(position, move, Language.ENGLISH);
    }

    /** Writes a move with the letters of a language. A pass is written {@code --}. */
    public static String write(Position position, Move move, Language language) {
        if (move.isPass()) {
            return "--";
        }
        String core = withoutCheck(position, move, language);
        Position after = position.play(move);
        return after.isCheck() ? core + (after.hasLegalMove() ? '+' : '#') : core;
    }

    /** A line with move numbers, {@code 19...Qxd5 20.Nc3 Qc5}, in English. */
    public static String line(Position start, List<Move> moves) {
        return line(start, moves, Language.ENGLISH);
    }

    /** A line with move numbers in a language; a number stands before White's moves and before the first. */
    public static String line(Position start, List<Move> moves, Language language) {
        StringBuilder text = new StringBuilder();
        Position position = start;
        for (Move move : moves) {
            if (position.sideToMove() == Side.WHITE) {
                text.append(text.isEmpty() ? "" : " ")
                        .append(position.moveNumber())
                        .append('.');
            } else if (text.isEmpty()) {
                text.append(position.moveNumber()).append("...");
            } else {
                text.append(' ');
            }
            text.append(write(position, move, language));
            position = position.play(move);
        }
        return text.toString();
    }

    /** The move as written, without check and mate signs; the move must be legal. */
    static String withoutCheck(Position position, Move move, Language language) {
        Piece piece = position.pieceAt(move.from());
        if (piece == null) {
            throw new IllegalArgumentException("nothing stands on " + move.from());
        }
        PieceType type = piece.type();
        if (type == PieceType.KING && Math.abs(move.from().file() - move.to().file()) == 2) {
            return move.to().file() == 6 ? "O-O" : "O-O-O";
        }
        StringBuilder text = new StringBuilder(8);
        boolean capture = position.isCapture(move);
        if (type == PieceType.PAWN) {
            if (capture) {
                text.append(move.from().fileLetter());
            }
        } else {
            text.append(language.letter(type)).append(distinction(position, move, piece));
        }
        if (capture) {
            text.append('x');
        }
        text.append(move.to());
        if (move.promotion() != null) {
            text.append('=').append(language.letter(move.promotion()));
        }
        return text.toString();
    }

    /** The file, the rank or both that tell the mover from its like: the file if it suffices, then the rank. */
    private static String distinction(Position position, Move move, Piece piece) {
        if (position.count(piece.side(), piece.type()) == 1) {
            return "";
        }
        List<Square> rivals = new ArrayList<>();
        for (Move other : position.legalMoves()) {
            if (other.to() == move.to() && other.from() != move.from() && position.pieceAt(other.from()) == piece) {
                rivals.add(other.from());
            }
        }
        if (rivals.isEmpty()) {
            return "";
        }
        Square from = move.from();
        if (rivals.stream().noneMatch(rival -> rival.file() == from.file())) {
            return String.valueOf(from.fileLetter());
        }
        if (rivals.stream().noneMatch(rival -> rival.rank() == from.rank())) {
            return String.valueOf(from.rank() + 1);
        }
        return from.toString();
    }

    /** Reads one move strictly, in English; null if the text is not exactly one legal move. */
    public static @Nullable Move read(Position position, String text) {
        byte[] token = text.getBytes(StandardCharsets.ISO_8859_1);
        Board board = position.board();
        int found = find(board, token, token.length, new int[Board.MAX_MOVES]);
        return found < 0 ? null : Board.asMove(found);
    }

    /**
     * Finds the legal move of a token in English letters. The hot path of reading files: no text is built.
     *
     * @return the code of the move, {@link #NONE} or {@link #SEVERAL}
     */
    static int find(Board board, byte[] token, int length, int[] buffer) {
        int end = length;
        while (end > 0 && (token[end - 1] == '+' || token[end - 1] == '#')) {
            end--;
        }
        if (end < 2) {
            return NONE;
        }
        if (token[0] == 'O' || token[0] == '0') {
            return castling(board, token, end, buffer);
        }
        int type = pieceType(token[0]);
        int at = type > 0 ? 1 : 0;
        int promotion = 0;
        if (type == 0) {
            int letter = pieceType(token[end - 1]);
            if (letter > 0) {
                promotion = letter;
                end--;
                if (end > 0 && token[end - 1] == '=') {
                    end--;
                }
            }
        }
        if (end - at < 2) {
            return NONE;
        }
        int toFile = token[end - 2] - 'a';
        int toRank = token[end - 1] - '1';
        if (toFile < 0 || toFile > 7 || toRank < 0 || toRank > 7) {
            return NONE;
        }
        end -= 2;
        if (end > at && token[end - 1] == 'x') {
            end--;
        }
        int fromFile = -1;
        int fromRank = -1;
        for (; at < end; at++) {
            int file = token[at] - 'a';
            int rank = token[at] - '1';
            if (file >= 0 && file < 8 && fromFile < 0 && fromRank < 0) {
                fromFile = file;
            } else if (rank >= 0 && rank < 8 && fromRank < 0) {
                fromRank = rank;
            } else {
                return NONE;
            }
        }
        if (type == 0 && fromFile < 0) {
            fromFile = toFile;
        }
        return match(board, buffer, type, fromFile, fromRank, toRank * 8 + toFile, promotion);
    }

    private static int match(
            Board board, int[] buffer, int type, int fromFile, int fromRank, int target, int promotion) {
        int wanted = 1 + type + (board.sideToMove() == Side.WHITE ? 0 : 6);
        int count = board.legalMoves(buffer);
        int found = NONE;
        for (int i = 0; i < count; i++) {
            int move = buffer[i];
            int from = Board.from(move);
            int kind = Board.kind(move);
            if (Board.to(move) == target
                    && board.codeAt(from) == wanted
                    && (fromFile < 0 || (from & 7) == fromFile)
                    && (fromRank < 0 || from >> 3 == fromRank)
                    && (kind < Board.PROMOTION ? promotion == 0 : promotion == kind - Board.PROMOTION + 1)
                    && kind != Board.CASTLING) {
                if (found >= 0) {
                    return SEVERAL;
                }
                found = move;
            }
        }
        return found;
    }

    private static int castling(Board board, byte[] token, int end, int[] buffer) {
        int file;
        if (end == 3 && token[1] == '-' && token[2] == token[0]) {
            file = 6;
        } else if (end == 5 && token[1] == '-' && token[2] == token[0] && token[3] == '-' && token[4] == token[0]) {
            file = 2;
        } else {
            return NONE;
        }
        int count = board.legalMoves(buffer);
        for (int i = 0; i < count; i++) {
            if (Board.kind(buffer[i]) == Board.CASTLING && (Board.to(buffer[i]) & 7) == file) {
                return buffer[i];
            }
        }
        return NONE;
    }

    private static int pieceType(byte letter) {
        return switch (letter) {
            case 'N' -> 1;
            case 'B' -> 2;
            case 'R' -> 3;
            case 'Q' -> 4;
            case 'K' -> 5;
            default -> 0;
        };
    }
}
