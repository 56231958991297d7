package org.zeroply.store;

import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.List;

/**
 * How a part of the position index is kept: entries sorted by key, then game, in chunks of about 16 KB.
 *
 * <p>Layout of a chunk: groups one after the other. A group is a key (8 bytes, high byte first), the number of its
 * entries, and the entries: the game's id less that of the entry before, then the half-move with the result in its two
 * low bits, then the code of the move that was played on (0 for none), as {@link org.zeroply.rules.Board} lays it out.
 * Numbers are unsigned LEB128. A group of many entries is continued in further groups of the same key, so a chunk
 * begins with a whole group.
 */
final class PositionRun {
    private static final int CHUNK = 16_000;
    private static final int LARGEST_GROUP = 2_000;

    private PositionRun() {}

    /**
     * A game at a position.
     *
     * @param ply half-moves made before it
     * @param move what was played there, 0 for nothing
     * @param result 0 White won, 1 drawn, 2 Black won, 3 open
     */
    record Entry(long key, long game, int ply, int move, int result) implements Comparable<Entry> {
        @Override
        public int compareTo(Entry other) {
            int byKey = Long.compare(key, other.key);
            return byKey != 0 ? byKey : Long.compare(game, other.game);
        }
    }

    /** Some bytes of a run and the key that they begin with. */
    @SuppressWarnings("ArrayRecordComponent") // carried from the writer to the table, never compared
    record Chunk(long firstKey, byte[] bytes) {}

    /** Takes sorted entries and gives chunks. */
    static final class Writer {
        private final List<Entry> group = new ArrayList<>();
        private ByteArrayOutputStream out = new ByteArrayOutputStream(CHUNK + CHUNK / 4);
        private long firstKey;
        private List<Chunk> finished = new ArrayList<>();

        void add(Entry entry) {
            if (!group.isEmpty() && (group.getFirst().key() != entry.key() || group.size() == LARGEST_GROUP)) {
                flushGroup();
            }
            group.add(entry);
        }

        private void flushGroup() {
            if (out.size() == 0) {
                firstKey = group.getFirst().key();
            }
            for (int shift = 56; shift >= 0; shift -= 8) {
                out.write((int) (group.getFirst().key() >>> shift));
            }
            number(group.size());
            long before = 0;
            for (Entry entry : group) {
                number(entry.game() - before);
                number((long) entry.ply() << 2 | entry.result());
                number(entry.move());
                before = entry.game();
            }
            group.clear();
            if (out.size() >= CHUNK) {
                flushChunk();
            }
        }

        private void flushChunk() {
            finished.add(new Chunk(firstKey, out.toByteArray()));
            out = new ByteArrayOutputStream(CHUNK + CHUNK / 4);
        }

        private void number(long value) {
            long rest = value;
            while (rest >= 0x80) {
                out.write((int) (rest & 0x7F | 0x80));
                rest >>>= 7;
            }
            out.write((int) rest);
        }

        /** The chunks that are complete, each given once. */
        List<Chunk> finished() {
            List<Chunk> given = finished;
            finished = new ArrayList<>();
            return given;
        }

        /** The last chunks; nothing can be added after. */
        List<Chunk> end() {
            if (!group.isEmpty()) {
                flushGroup();
            }
            if (out.size() > 0) {
                flushChunk();
            }
            return finished();
        }
    }

    /** Reads a chunk from its beginning. */
    static final class Reader {
        private final byte[] bytes;
        private int at;
        private int left;
        private long key;
        private long game;

        /** The entry that {@link #next} went to. */
        private int plyAndResult;

        private int move;

        Reader(byte[] bytes) {
            this.bytes = bytes;
        }

        /**
         * Goes to the next entry; false at the end.
         *
         * @throws WorkbookException if the bytes are no chunk
         */
        boolean next() {
            try {
                if (left == 0) {
                    if (at == bytes.length) {
                        return false;
                    }
                    key = 0;
                    for (int i = 0; i < 8; i++) {
                        key = key << 8 | bytes[at++] & 0xFF;
                    }
                    left = (int) number();
                    game = 0;
                }
                game += number();
                plyAndResult = (int) number();
                move = (int) number();
                left--;
                return true;
            } catch (ArrayIndexOutOfBoundsException cut) {
                throw new WorkbookException("the position index is damaged", cut);
            }
        }

        private long number() {
            long value = 0;
            for (int shift = 0; ; shift += 7) {
                int part = bytes[at++];
                value |= (long) (part & 0x7F) << shift;
                if (part >= 0) {
                    return value;
                }
            }
        }

        long key() {
            return key;
        }

        Entry entry() {
            return new Entry(key, game, plyAndResult >>> 2, move, plyAndResult & 3);
        }
    }
}
