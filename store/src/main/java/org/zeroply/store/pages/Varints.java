package org.zeroply.store.pages;

import java.nio.ByteBuffer;

/** Numbers of one to nine bytes, seven bits each, the highest first; the ninth byte counts with all its bits. */
final class Varints {
    private static final int LONGEST = 9;

    private Varints() {}

    static long read(ByteBuffer from) {
        long number = 0;
        for (int i = 1; i < LONGEST; i++) {
            byte next = from.get();
            number = number << 7 | next & 0x7F;
            if (next >= 0) {
                return number;
            }
        }
        return number << 8 | from.get() & 0xFF;
    }
}
