package org.zeroply.store.pages;

import java.io.IOException;
import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Deque;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The rows of an SQLite file: those of a table by its root, and those on pages that no table leads to any more. */
public final class Trees {
    private static final int INTERIOR_INDEX = 2;
    private static final int INTERIOR_TABLE = 5;
    private static final int LEAF_INDEX = 10;
    private static final int LEAF_TABLE = 13;

    private final PageFile file;
    private final int usable;
    private final BitSet seen = new BitSet();
    private final BitSet free;

    public Trees(PageFile file) throws IOException {
        this.file = file;
        usable = file.usable();
        free = file.free();
    }

    /** What is found of a page. */
    public interface Found {
        /**
         * @param rows in their order
         * @param ofTable whether they are of a table with rowids; otherwise of an index, or of a table that is one
         */
        void page(List<Row> rows, boolean ofTable) throws IOException;
    }

    /** Follows a table, or an index that is one, from its root; where that does not lead, nothing is found. */
    public void follow(int root, Found found) throws IOException {
        Deque<Integer> open = new ArrayDeque<>(List.of(root));
        while (!open.isEmpty()) {
            int number = open.pop();
            if (!file.has(number) || seen.get(number) || free.get(number)) {
                continue;
            }
            Page page = read(number);
            if (page == null) {
                continue;
            }
            seen.set(number);
            for (int i = page.children().size() - 1; i >= 0; i--) {
                open.push(page.children().get(i));
            }
            if (!page.rows().isEmpty()) {
                found.page(page.rows(), page.ofTable());
            }
        }
    }

    /** What stands on pages that have not been followed; a row may be there twice, as it was and as it is. */
    public void rest(Found found) throws IOException {
        for (int number = 1; number <= file.count(); number++) {
            if (!seen.get(number) && !free.get(number)) {
                Page page = read(number);
                if (page != null && !page.rows().isEmpty()) {
                    seen.set(number);
                    found.page(page.rows(), page.ofTable());
                }
            }
        }
    }

    private record Page(List<Integer> children, List<Row> rows, boolean ofTable) {}

    /** Null if it is no page of a table or an index. */
    private @Nullable Page read(int number) throws IOException {
        ByteBuffer page = ByteBuffer.wrap(file.page(number));
        // The first page begins with the header of the file.
        int header = number == 1 ? 100 : 0;
        int kind = page.get(header);
        boolean interior = kind == INTERIOR_INDEX || kind == INTERIOR_TABLE;
        if (!interior && kind != LEAF_INDEX && kind != LEAF_TABLE) {
            return null;
        }
        int cells = page.getShort(header + 3) & 0xFFFF;
        int pointers = header + (interior ? 12 : 8);
        if (pointers + 2 * cells > usable) {
            return null;
        }
        List<Integer> children = new ArrayList<>();
        List<Row> rows = new ArrayList<>();
        for (int i = 0; i < cells; i++) {
            int at = page.getShort(pointers + 2 * i) & 0xFFFF;
            if (at < pointers || at >= usable) {
                continue;
            }
            page.position(at);
            try {
                if (interior) {
                    children.add(page.getInt());
                }
                if (kind != INTERIOR_TABLE) {
                    rows.add(row(page, kind == LEAF_TABLE));
                }
            } catch (IllegalArgumentException | BufferUnderflowException unreadable) {
                // What cannot be read whole is missed when the rows are counted.
            }
        }
        if (interior) {
            children.add(page.getInt(header + 8));
        }
        return new Page(children, rows, kind == LEAF_TABLE);
    }

    private Row row(ByteBuffer page, boolean ofTable) throws IOException {
        long length = Varints.read(page);
        long id = ofTable ? Varints.read(page) : 0;
        if (length < 1 || length > (long) usable * file.count()) {
            throw new IllegalArgumentException("a row of " + length + " bytes");
        }
        int most = ofTable ? usable - 35 : (usable - 12) * 64 / 255 - 23;
        int least = (usable - 12) * 32 / 255 - 23;
        int local = (int) length;
        if (length > most) {
            int fitting = least + (int) ((length - least) % (usable - 4));
            local = fitting <= most ? fitting : least;
        }
        byte[] payload = new byte[(int) length];
        page.get(payload, 0, local);
        if (local < length) {
            overflow(page.getInt(), payload, local);
        }
        return Row.read(id, payload);
    }

    /** A long row goes on in a chain of pages of its own. */
    private void overflow(int first, byte[] payload, int from) throws IOException {
        int at = from;
        int next = first;
        while (at < payload.length) {
            if (!file.has(next) || free.get(next)) {
                throw new IllegalArgumentException("a row goes on on page " + next + ", which is not there");
            }
            ByteBuffer page = ByteBuffer.wrap(file.page(next));
            next = page.getInt();
            int part = Math.min(payload.length - at, usable - 4);
            page.get(payload, at, part);
            at += part;
        }
    }
}
