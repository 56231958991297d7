package org.zeroply.store.pages;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;

/** The write-ahead log of a file, as far as its checksums hold and a transaction was ended. */
final class Log {
    private static final int HEADER = 32;
    private static final int FRAME_HEADER = 24;
    private static final int MAGIC = 0x377F0682;

    private Log() {}

    /** Where the newest state of each page stands in the log, by page. */
    static Map<Integer, Long> pages(Path log, int pageSize) throws IOException {
        Map<Integer, Long> ended = new HashMap<>();
        if (!Files.isRegularFile(log)) {
            return ended;
        }
        try (SeekableByteChannel in = Files.newByteChannel(log)) {
            ByteBuffer header = read(in, 0, HEADER);
            if (header.limit() < HEADER || (header.getInt(0) & ~1) != MAGIC || header.getInt(8) != pageSize) {
                return ended;
            }
            ByteOrder order = (header.getInt(0) & 1) == 1 ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN;
            int[] sums = new int[2];
            add(sums, header, 0, FRAME_HEADER, order);
            if (sums[0] != header.getInt(24) || sums[1] != header.getInt(28)) {
                return ended;
            }
            Map<Integer, Long> open = new HashMap<>();
            for (long at = HEADER; ; at += FRAME_HEADER + pageSize) {
                ByteBuffer frame = read(in, at, FRAME_HEADER + pageSize);
                if (frame.limit() < FRAME_HEADER + pageSize || frame.getLong(8) != header.getLong(16)) {
                    return ended;
                }
                add(sums, frame, 0, 8, order);
                add(sums, frame, FRAME_HEADER, pageSize, order);
                if (sums[0] != frame.getInt(16) || sums[1] != frame.getInt(20)) {
                    return ended;
                }
                open.put(frame.getInt(0), at + FRAME_HEADER);
                if (frame.getInt(4) != 0) {
                    // The end of a transaction.
                    ended.putAll(open);
                    open.clear();
                }
            }
        }
    }

    private static ByteBuffer read(SeekableByteChannel in, long at, int length) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(length);
        in.position(at);
        while (bytes.hasRemaining() && in.read(bytes) >= 0) {
            // Until it is full or the file ends.
        }
        return bytes.flip();
    }

    /** The checksum of the log: two sums that each take in the other, eight bytes at a time. */
    private static void add(int[] sums, ByteBuffer from, int at, int length, ByteOrder order) {
        ByteBuffer words = from.duplicate().order(order);
        for (int i = at; i < at + length; i += 8) {
            sums[0] += words.getInt(i) + sums[1];
            sums[1] += words.getInt(i + 4) + sums[0];
        }
    }
}
