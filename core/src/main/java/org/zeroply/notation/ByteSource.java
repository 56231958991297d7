package org.zeroply.notation;

import java.io.IOException;
import java.io.InputStream;
import java.util.Arrays;

/** Bytes of a stream with one byte of looking ahead, and the number of the line one is in. */
final class ByteSource {
    static final int END = -1;

    private static final int LONGEST_TAG_START = 64;

    private final InputStream in;
    private final byte[] buffer = new byte[1 << 16];
    private int at;
    private int limit;
    private long line = 1;
    private long consumed;
    private boolean atLineStart = true;

    ByteSource(InputStream in) {
        this.in = in;
    }

    private boolean fill() throws IOException {
        if (limit < 0) {
            return false;
        }
        consumed += limit;
        at = 0;
        limit = in.read(buffer, 0, buffer.length);
        return limit > 0;
    }

    int peek() throws IOException {
        return at < limit || fill() ? buffer[at] & 0xFF : END;
    }

    int read() throws IOException {
        if (at >= limit && !fill()) {
            return END;
        }
        int c = buffer[at++] & 0xFF;
        atLineStart = c == '\n' || c == '\r';
        if (c == '\n' || c == '\r' && peek() != '\n') {
            line++;
        }
        return c;
    }

    /** Sees to it that so many bytes lie ahead in the buffer, or as many as there are; at most a buffer's length. */
    private int ahead(int count) throws IOException {
        if (limit - at < count && limit >= 0) {
            int rest = limit - at;
            System.arraycopy(buffer, at, buffer, 0, rest);
            consumed += at;
            at = 0;
            limit = rest;
            while (limit < count) {
                int more = in.read(buffer, limit, buffer.length - limit);
                if (more < 0) {
                    break;
                }
                limit += more;
            }
        }
        return Math.min(count, limit - at);
    }

    /** Whether the next bytes are these; never looks beyond what is in the buffer when the stream is at its end. */
    boolean startsWith(byte[] expected) throws IOException {
        return ahead(expected.length) == expected.length
                && Arrays.equals(buffer, at, at + expected.length, expected, 0, expected.length);
    }

    /** Whether a tag begins here: a bracket, a name of letters, digits and underscores, blanks, a quotation mark. */
    boolean startsTag() throws IOException {
        int end = at + ahead(LONGEST_TAG_START);
        int look = at;
        if (look == end || buffer[look++] != '[') {
            return false;
        }
        int name = look;
        while (look < end && (Character.isLetterOrDigit(buffer[look]) || buffer[look] == '_')) {
            look++;
        }
        int blanks = look;
        while (look < end && (buffer[look] == ' ' || buffer[look] == '\t')) {
            look++;
        }
        return blanks > name && look > blanks && look < end && buffer[look] == '"';
    }

    void skip(int count) throws IOException {
        for (int i = 0; i < count; i++) {
            read();
        }
    }

    boolean atLineStart() {
        return atLineStart;
    }

    long line() {
        return line;
    }

    /** How many bytes have been read. */
    long position() {
        return consumed + at;
    }
}
