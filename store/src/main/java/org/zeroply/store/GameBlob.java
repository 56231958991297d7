package org.zeroply.store;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.SequencedMap;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.Fen;
import org.zeroply.notation.FenReading;
import org.zeroply.rules.Move;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;

/**
 * A game as bytes, node ids included. Layout of version 1, numbers as unsigned LEB128, texts as length and UTF-8: the
 * version byte; the result; the start as FEN (empty for the initial position); the tags; the number of places in the
 * node table; then each place, 0 for an empty one, else 1 and the node: parent + 1, move (from + 64 * to + 4096 *
 * promotion), flags of the parts that follow (1 children, 2 before, 4 after, 8 signs, 16 commands), and those parts.
 */
final class GameBlob {
    private static final int VERSION = 1;
    private static final int HAS_CHILDREN = 1;
    private static final int HAS_BEFORE = 2;
    private static final int HAS_AFTER = 4;
    private static final int HAS_SIGNS = 8;
    private static final int HAS_COMMANDS = 16;

    private GameBlob() {}

    /** Whether bytes can be read as a game. */
    static boolean isOne(byte[] bytes) {
        try {
            read(bytes);
            return true;
        } catch (RuntimeException none) {
            return false;
        }
    }

    static byte[] write(Game game) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(1024);
        try (DataOutputStream out = new DataOutputStream(bytes)) {
            out.writeByte(VERSION);
            out.writeByte(game.result().ordinal());
            Position start = game.tree().start();
            text(out, start.equals(Position.START) ? "" : Fen.write(start));
            number(out, game.tags().values().size());
            for (Map.Entry<String, String> tag : game.tags().values().entrySet()) {
                text(out, tag.getKey());
                text(out, tag.getValue());
            }
            List<@Nullable GameNode> table = game.tree().table();
            number(out, table.size());
            for (GameNode node : table) {
                if (node == null) {
                    out.writeByte(0);
                } else {
                    out.writeByte(1);
                    node(out, node);
                }
            }
        } catch (IOException impossible) {
            throw new IllegalStateException(impossible);
        }
        return bytes.toByteArray();
    }

    private static void node(DataOutputStream out, GameNode node) throws IOException {
        number(out, node.parent() + 1);
        Move move = node.move();
        number(
                out,
                move == null
                        ? 0
                        : move.from().ordinal()
                                | move.to().ordinal() << 6
                                | (move.promotion() == null
                                                ? 0
                                                : move.promotion().ordinal())
                                        << 12);
        int flags = (node.children().isEmpty() ? 0 : HAS_CHILDREN)
                | (node.before().isEmpty() ? 0 : HAS_BEFORE)
                | (node.after().isEmpty() ? 0 : HAS_AFTER)
                | (node.signs().isEmpty() ? 0 : HAS_SIGNS)
                | (node.commands().isEmpty() ? 0 : HAS_COMMANDS);
        out.writeByte(flags);
        if ((flags & HAS_CHILDREN) != 0) {
            numbers(out, node.children());
        }
        if ((flags & HAS_BEFORE) != 0) {
            text(out, node.before());
        }
        if ((flags & HAS_AFTER) != 0) {
            text(out, node.after());
        }
        if ((flags & HAS_SIGNS) != 0) {
            numbers(out, node.signs());
        }
        if ((flags & HAS_COMMANDS) != 0) {
            number(out, node.commands().size());
            for (Command command : node.commands()) {
                text(out, command.name());
                text(out, command.value());
            }
        }
    }

    /**
     * Reads a game back.
     *
     * @throws WorkbookException if the bytes are no game: a workbook may come from someone else, so every length, link
     *     and move is checked
     */
    static Game read(byte[] bytes) {
        try (DataInputStream in = new DataInputStream(new ByteArrayInputStream(bytes))) {
            int version = in.readUnsignedByte();
            if (version != VERSION) {
                throw new WorkbookException("a game is kept in version " + version + ", this program reads " + VERSION);
            }
            GameResult result = GameResult.values()[in.readUnsignedByte()];
            String fen = text(in);
            Position start = fen.isEmpty() ? Position.START : position(fen);
            SequencedMap<String, String> tags = new LinkedHashMap<>();
            int tagCount = count(in);
            for (int i = 0; i < tagCount; i++) {
                String name = text(in);
                tags.put(name, text(in));
            }
            int places = count(in);
            List<@Nullable GameNode> table = new ArrayList<>(places);
            for (int id = 0; id < places; id++) {
                table.add(in.readUnsignedByte() == 0 ? null : node(in, id));
            }
            return new Game(new Tags(tags), GameTree.restore(start, table), result);
        } catch (IOException | IllegalArgumentException | IndexOutOfBoundsException damaged) {
            throw new WorkbookException("a game in the workbook is damaged: " + damaged.getMessage(), damaged);
        }
    }

    private static Position position(String fen) throws IOException {
        return switch (Fen.read(fen)) {
            case FenReading.Read read -> read.position();
            case FenReading.Refused refused -> throw new IOException(String.join("; ", refused.reasons()));
        };
    }

    private static GameNode node(DataInputStream in, int id) throws IOException {
        int parent = number(in) - 1;
        int code = number(in);
        Move move = parent < 0 ? null : move(code);
        int flags = in.readUnsignedByte();
        List<Integer> children = (flags & HAS_CHILDREN) != 0 ? numbers(in) : List.of();
        String before = (flags & HAS_BEFORE) != 0 ? text(in) : "";
        String after = (flags & HAS_AFTER) != 0 ? text(in) : "";
        List<Integer> signs = (flags & HAS_SIGNS) != 0 ? numbers(in) : List.of();
        List<Command> commands = new ArrayList<>();
        if ((flags & HAS_COMMANDS) != 0) {
            int count = count(in);
            for (int i = 0; i < count; i++) {
                String name = text(in);
                commands.add(new Command(name, text(in)));
            }
        }
        return new GameNode(id, parent, move, children, before, after, signs, commands);
    }

    private static Move move(int code) {
        int from = code & 63;
        int to = code >>> 6 & 63;
        int promotion = code >>> 12;
        return from == to
                ? Move.PASS
                : new Move(Square.of(from), Square.of(to), promotion == 0 ? null : PieceType.values()[promotion]);
    }

    private static void numbers(DataOutputStream out, List<Integer> values) throws IOException {
        number(out, values.size());
        for (int value : values) {
            number(out, value);
        }
    }

    private static List<Integer> numbers(DataInputStream in) throws IOException {
        int count = count(in);
        List<Integer> values = new ArrayList<>(count);
        for (int i = 0; i < count; i++) {
            values.add(number(in));
        }
        return values;
    }

    private static void number(DataOutputStream out, int value) throws IOException {
        int rest = value;
        while (rest >= 0x80) {
            out.writeByte(rest & 0x7F | 0x80);
            rest >>>= 7;
        }
        out.writeByte(rest);
    }

    private static int number(DataInputStream in) throws IOException {
        int value = 0;
        for (int shift = 0; shift < 35; shift += 7) {
            int part = in.readUnsignedByte();
            value |= (part & 0x7F) << shift;
            if ((part & 0x80) == 0) {
                return value;
            }
        }
        throw new IOException("a number has no end");
    }

    /** A count of things that are still to come; each takes at least one byte, so more than there are is damage. */
    private static int count(DataInputStream in) throws IOException {
        int count = number(in);
        if (count < 0 || count > in.available()) {
            throw new IOException("a count of " + count + " is beyond the end");
        }
        return count;
    }

    private static void text(DataOutputStream out, String text) throws IOException {
        byte[] utf8 = text.getBytes(StandardCharsets.UTF_8);
        number(out, utf8.length);
        out.write(utf8);
    }

    private static String text(DataInputStream in) throws IOException {
        return new String(in.readNBytes(count(in)), StandardCharsets.UTF_8);
    }
}
