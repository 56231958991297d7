package org.zeroply.ending;

import org.jspecify.annotations.Nullable;

/** Where solved endings are kept between runs of the program. May forget: what is missing is solved again. */
public interface Shelf {
    /** Keeps nothing. */
    Shelf NONE = new Shelf() {
        @Override
        public byte @Nullable [] take(String name) {
            return null;
        }

        @Override
        public void put(String name, byte[] table) {}
    };

    /** What was kept under a name, or null. */
    byte @Nullable [] take(String name);

    void put(String name, byte[] table);
}
