package org.zeroply.notation;

import java.io.IOException;
import java.io.InputStream;

/** Bytes of a stream with one byte of looking ahead, and the number of the line one is in. */
final class ByteSource {
    static final int END = -1;

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

    /** Whether the next bytes are these; never looks beyond what is in the buffer when the stream is at its end. */
    boolean startsWith(byte[] expected) throws IOException {
        if (limit - at < expected.length && limit >= 0) {
            int rest = limit - at;
            System.arraycopy(buffer, at, buffer, 0, rest);
            consumed += at;
            at = 0;
            limit = rest;
            while (limit < expected.length) {
                int more = in.read(buffer, limit, buffer.length - limit);
                if (more < 0) {
                    break;
                }
                limit += more;
            }
        }
        if (limit - at < expected.length) {
            return false;
        }
        for (int i = 0; i < expected.length; i++) {
            if (buffer[at + i] != expected[i]) {
                return false;
            }
        }
        return true;
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
