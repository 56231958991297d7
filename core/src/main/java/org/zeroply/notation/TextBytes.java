package org.zeroply.notation;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** Bytes that are a text: UTF-8, or Windows-1252 where they are not valid UTF-8. */
public final class TextBytes {
    private static final Charset OLDER = Charset.forName("windows-1252");
    private static final String BYTE_ORDER_MARK = "\uFEFF";

    private byte[] bytes = new byte[256];
    private int length;
    private boolean ascii = true;

    TextBytes() {}

    /** The text of a whole file; the mark that some editors put at its beginning is left out. */
    public static String of(byte[] file) {
        String text = decoded(file, file.length);
        return text.startsWith(BYTE_ORDER_MARK) ? text.substring(1) : text;
    }

    void clear() {
        length = 0;
        ascii = true;
        if (bytes.length > 1 << 16) {
            bytes = new byte[256];
        }
    }

    /** Adds a byte unless there are as many as the limit already; says whether it was added. */
    boolean add(int value, int limit) {
        if (length >= limit) {
            return false;
        }
        if (length == bytes.length) {
            bytes = Arrays.copyOf(bytes, length * 2);
        }
        bytes[length++] = (byte) value;
        ascii &= (value & 0x80) == 0;
        return true;
    }

    String decode() {
        return ascii ? new String(bytes, 0, length, StandardCharsets.ISO_8859_1) : decoded(bytes, length);
    }

    private static String decoded(byte[] bytes, int length) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(bytes, 0, length))
                    .toString();
        } catch (CharacterCodingException notUtf8) {
            return new String(bytes, 0, length, OLDER);
        }
    }
}
