package org.zeroply.notation;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.SequenceInputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** The bytes of a text: as they are, or, where the text is in UTF-16, the same text in UTF-8. */
final class Utf8Stream extends InputStream {
    private static final int CHUNK = 1 << 14;

    private final InputStream in;
    private @Nullable Reader reader;

    /** What was read and not handed on yet. */
    private byte[] ahead = new byte[0];

    private int at;
    private boolean hasBegun;

    Utf8Stream(InputStream in) {
        this.in = in;
    }

    private void begin() throws IOException {
        hasBegun = true;
        ahead = in.readNBytes(TextBytes.HEAD);
        TextBytes.Wide wide = TextBytes.wide(ahead);
        if (wide != null) {
            InputStream rest = new ByteArrayInputStream(ahead, wide.markLength(), ahead.length - wide.markLength());
            reader = new InputStreamReader(new SequenceInputStream(rest, in), wide.charset());
            ahead = new byte[0];
        }
    }

    @Override
    public int read() throws IOException {
        byte[] one = new byte[1];
        return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
    }

    @Override
    public int read(byte[] into, int from, int length) throws IOException {
        if (length == 0) {
            return 0;
        }
        if (!hasBegun) {
            begin();
        }
        if (at == ahead.length && reader != null) {
            encode(reader);
        }
        if (at == ahead.length) {
            return reader == null ? in.read(into, from, length) : -1;
        }
        int count = Math.min(length, ahead.length - at);
        System.arraycopy(ahead, at, into, from, count);
        at += count;
        return count;
    }

    private void encode(Reader text) throws IOException {
        char[] chars = new char[CHUNK + 1];
        int count = Math.max(0, text.read(chars, 0, CHUNK));
        if (count > 0 && Character.isHighSurrogate(chars[count - 1])) {
            // The two halves of one letter stay together.
            count += Math.max(0, text.read(chars, count, 1));
        }
        ahead = new String(Arrays.copyOf(chars, count)).getBytes(StandardCharsets.UTF_8);
        at = 0;
    }

    @Override
    public void close() throws IOException {
        in.close();
    }
}
