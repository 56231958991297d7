package org.zeroply.store;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.FenReading;
import org.zeroply.rules.Board;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * The main line of a game without anything else: the code of each move as {@link Board} lays it out, two bytes, low byte
 * first. It is worked out from the game and only ever used to go over many games quickly. A pass ends it.
 */
final class MainLine {
    private MainLine() {}

    static byte[] write(GameTree tree) {
        List<Integer> line = tree.mainLine();
        ByteBuffer bytes = ByteBuffer.allocate(2 * line.size()).order(ByteOrder.LITTLE_ENDIAN);
        Board board = tree.start().board();
        for (int id : line) {
            Move move = tree.node(id).played();
            if (move.isPass()) {
                break;
            }
            int code = board.codeOfLegal(move);
            bytes.putShort((short) code);
            board.make(code);
        }
        return Arrays.copyOf(bytes.array(), bytes.position());
    }

    /** The start as it is kept: null for the initial position, else FEN. */
    static @Nullable String start(GameTree tree) {
        return tree.start().equals(Position.START) ? null : Fen.write(tree.start());
    }

    /** A board at the start of a line; the initial position for a start that makes no sense. */
    static Board board(@Nullable String start) {
        return start != null && Fen.read(start) instanceof FenReading.Read read
                ? read.position().board()
                : Position.START.board();
    }

    static int length(byte[] line) {
        return line.length / 2;
    }

    /** The move code at a place, or -1 where there is none or it cannot be made on this board. */
    static int code(byte[] line, int ply, Board board) {
        if (2 * ply + 1 >= line.length) {
            return -1;
        }
        int code = line[2 * ply] & 0xFF | (line[2 * ply + 1] & 0xFF) << 8;
        return board.canMake(code) ? code : -1;
    }
}
