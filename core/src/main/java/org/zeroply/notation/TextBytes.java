package org.zeroply.notation;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** Bytes gathered until they are a text: UTF-8, or Windows-1252 where they are not valid UTF-8. */
final class TextBytes {
    private static final Charset OLDER = Charset.forName("windows-1252");

    private byte[] bytes = new byte[256];
    private int length;
    private boolean ascii = true;

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
        if (ascii) {
            return new String(bytes, 0, length, StandardCharsets.ISO_8859_1);
        }
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
