package org.zeroply.store.pages;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Map;

/**
 * The pages of an SQLite file, its log included, as they lie on the disk. The file may end early and nothing in it is trusted;
 * what is missing reads as zeros. Layout after "Database File Format", sqlite.org.
 */
public final class PageFile implements AutoCloseable {
    /** What every workbook has had; for a header that does not tell. */
    private static final int USUAL_SIZE = 4096;

    private static final int SMALLEST = 512;
    private static final int LARGEST = 1 << 16;
    private static final int AT_SIZE = 16;
    private static final int AT_RESERVED = 20;
    private static final int AT_FIRST_FREE = 32;
    private static final int AT_USER_VERSION = 60;

    private final FileChannel file;
    private final FileChannel log;
    private final Map<Integer, Long> logged;
    private final int size;
    private final int count;

    private PageFile(FileChannel file, FileChannel log, Map<Integer, Long> logged, int size) throws IOException {
        this.file = file;
        this.log = log;
        this.logged = logged;
        this.size = size;
        int inFile = (int) ((file.size() + size - 1) / size);
        count = logged.keySet().stream().mapToInt(Integer::intValue).reduce(inFile, Math::max);
    }

    /**
     * @param log of the file; it need not be there
     */
    public static PageFile open(Path path, Path log) throws IOException {
        FileChannel file = FileChannel.open(path, StandardOpenOption.READ);
        byte[] header = new byte[AT_RESERVED];
        read(file, 0, header);
        int said = (header[AT_SIZE] & 0xFF) << 8 | header[AT_SIZE + 1] & 0xFF;
        int size = said == 1 ? LARGEST : said;
        if (size < SMALLEST || Integer.bitCount(size) != 1) {
            size = USUAL_SIZE;
        }
        Map<Integer, Long> logged = Log.pages(log, size);
        return new PageFile(
                file, logged.isEmpty() ? file : FileChannel.open(log, StandardOpenOption.READ), logged, size);
    }

    private static void read(FileChannel from, long at, byte[] into) throws IOException {
        ByteBuffer buffer = ByteBuffer.wrap(into);
        while (buffer.hasRemaining()) {
            int read = from.read(buffer, at + buffer.position());
            if (read < 0) {
                return;
            }
        }
    }

    /** How many pages there are; they are numbered from 1. */
    public int count() {
        return count;
    }

    public boolean has(long page) {
        return page >= 1 && page <= count;
    }

    /** A page; zeros as far as the file does not have it. */
    public byte[] page(int number) throws IOException {
        byte[] page = new byte[size];
        Long at = logged.get(number);
        if (at == null) {
            read(file, (long) (number - 1) * size, page);
        } else {
            read(log, at, page);
        }
        return page;
    }

    /** The bytes of a page that hold cells; a few at its end may be reserved. */
    int usable() throws IOException {
        int reserved = page(1)[AT_RESERVED] & 0xFF;
        return size - (reserved > size - SMALLEST + 32 ? 0 : reserved);
    }

    /** The number that the program keeps in the header. */
    public int userVersion() throws IOException {
        return ByteBuffer.wrap(page(1)).getInt(AT_USER_VERSION);
    }

    /** Pages that hold nothing any more, as far as their list can be followed. */
    BitSet free() throws IOException {
        BitSet free = new BitSet(count + 1);
        long trunk = ByteBuffer.wrap(page(1)).getInt(AT_FIRST_FREE) & 0xFFFF_FFFFL;
        while (has(trunk) && !free.get((int) trunk)) {
            free.set((int) trunk);
            ByteBuffer list = ByteBuffer.wrap(page((int) trunk));
            trunk = list.getInt(0) & 0xFFFF_FFFFL;
            int leaves = list.getInt(4);
            for (int i = 0; i < leaves && 8 + 4 * i + 4 <= size; i++) {
                int leaf = list.getInt(8 + 4 * i);
                if (has(leaf)) {
                    free.set(leaf);
                }
            }
        }
        return free;
    }

    @Override
    public void close() throws IOException {
        file.close();
        if (!log.equals(file)) {
            log.close();
        }
    }

    @Override
    public String toString() {
        return count + " pages of " + size + " bytes, "
                + Arrays.toString(logged.keySet().toArray()) + " in the log";
    }
}
