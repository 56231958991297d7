package org.zeroply.store.pages;

import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A row as a page holds it.
 *
 * @param id its rowid; 0 in a table without one
 * @param values one a column that was there when it was written: null, Long, Double, String or byte[]
 */
public record Row(long id, List<@Nullable Object> values) {
    private static final int[] INTEGER_BYTES = {0, 1, 2, 3, 4, 6, 8};
    private static final int REAL = 7;
    private static final int ZERO = 8;
    private static final int ONE = 9;
    private static final int FIRST_BYTES = 12;

    public Row {
        // Columns may be null, which List.copyOf refuses.
        values = Collections.unmodifiableList(new ArrayList<>(values));
    }

    /**
     * Reads a record: the length of its header, a serial type a column, and the values.
     *
     * @throws IllegalArgumentException if it is none
     */
    static Row read(long id, byte[] payload) {
        try {
            ByteBuffer header = ByteBuffer.wrap(payload);
            long length = Varints.read(header);
            if (length < 1 || length > payload.length) {
                throw new IllegalArgumentException("a header of " + length + " bytes");
            }
            ByteBuffer body = ByteBuffer.wrap(payload);
            body.position((int) length);
            List<@Nullable Object> values = new ArrayList<>();
            while (header.position() < length) {
                values.add(value(Varints.read(header), body));
            }
            if (header.position() != length || body.hasRemaining()) {
                throw new IllegalArgumentException("the lengths of the columns do not fit");
            }
            return new Row(id, values);
        } catch (BufferUnderflowException tooShort) {
            throw new IllegalArgumentException("a record that ends too early", tooShort);
        }
    }

    private static @Nullable Object value(long type, ByteBuffer body) {
        if (type >= FIRST_BYTES) {
            long length = (type - FIRST_BYTES) / 2;
            if (length > body.remaining()) {
                throw new IllegalArgumentException("a value of " + length + " bytes");
            }
            byte[] bytes = new byte[(int) length];
            body.get(bytes);
            return type % 2 == 0 ? bytes : new String(bytes, StandardCharsets.UTF_8);
        }
        if (type == ZERO || type == ONE) {
            return type - ZERO;
        }
        if (type == REAL) {
            return body.getDouble();
        }
        if (type < 0 || type >= INTEGER_BYTES.length) {
            throw new IllegalArgumentException("there is no type " + type);
        }
        return type == 0 ? null : integer(body, INTEGER_BYTES[(int) type]);
    }

    /** A number of so many bytes, the highest first, in two's complement. */
    private static long integer(ByteBuffer body, int bytes) {
        long number = body.get();
        for (int i = 1; i < bytes; i++) {
            number = number << 8 | body.get() & 0xFF;
        }
        return number;
    }
}
