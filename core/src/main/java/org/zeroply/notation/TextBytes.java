package org.zeroply.notation;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/** Bytes that are a text: UTF-8, or Windows-1252 where they are not valid UTF-8; a whole file may be in UTF-16. */
public final class TextBytes {
    private static final Charset OLDER = Charset.forName("windows-1252");
    private static final String BYTE_ORDER_MARK = "\uFEFF";

    private byte[] bytes = new byte[256];
    private int length;
    private boolean ascii = true;

    TextBytes() {}

    /** The text of a whole file; the mark that some editors put at its beginning is left out. */
    public static String of(byte[] file) {
        Wide wide = wide(file);
        if (wide != null) {
            return new String(file, wide.markLength(), file.length - wide.markLength(), wide.charset());
        }
        String text = decoded(file, file.length);
        return text.startsWith(BYTE_ORDER_MARK) ? text.substring(1) : text;
    }

    /** So many bytes at the beginning of a file tell how many there are to a letter. */
    static final int HEAD = 4;

    /**
     * How a text of two bytes a letter is written.
     *
     * @param markLength bytes at its beginning that belong to no letter
     */
    record Wide(Charset charset, int markLength) {}

    /** Told by the mark at the beginning, or by every other byte being nought; null for a text of another kind. */
    static @Nullable Wide wide(byte[] head) {
        if (head.length < 2) {
            return null;
        }
        int first = (head[0] & 0xFF) << 8 | head[1] & 0xFF;
        if (first == 0xFFFE || first == 0xFEFF) {
            return new Wide(first == 0xFFFE ? StandardCharsets.UTF_16LE : StandardCharsets.UTF_16BE, 2);
        }
        if (head.length < HEAD) {
            return null;
        }
        boolean isEven = head[0] == 0 && head[1] != 0 && head[2] == 0 && head[3] != 0;
        boolean isOdd = head[0] != 0 && head[1] == 0 && head[2] != 0 && head[3] == 0;
        return isEven ? new Wide(StandardCharsets.UTF_16BE, 0) : isOdd ? new Wide(StandardCharsets.UTF_16LE, 0) : null;
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
