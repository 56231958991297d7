package org.zeroply.rules;

/**
 * The random numbers behind position keys (Zobrist hashing, published 1970). They are part of the workbook's format,
 * since position keys are stored: they come from a fixed generator (splitmix64, published 2014) and must never change.
 */
final class Zobrist {
    /** A number for each piece code (1 to 12, as in {@link Board}) on each square; code 0 stands for no piece. */
    static final long[] PIECE = new long[13 * 64];

    private static final long STEP = 0x9E37_79B9_7F4A_7C15L;

    static final long BLACK_TO_MOVE;
    static final long[] CASTLING = new long[16];
    static final long[] EN_PASSANT_FILE = new long[8];

    static {
        long state = 0x5A65_726F_506C_7931L;
        for (int i = 64; i < PIECE.length; i++) {
            PIECE[i] = mix(state += STEP);
        }
        BLACK_TO_MOVE = mix(state += STEP);
        long[] right = new long[4];
        for (int i = 0; i < 4; i++) {
            right[i] = mix(state += STEP);
        }
        for (int rights = 0; rights < 16; rights++) {
            for (int i = 0; i < 4; i++) {
                if ((rights & 1 << i) != 0) {
                    CASTLING[rights] ^= right[i];
                }
            }
        }
        for (int file = 0; file < 8; file++) {
            EN_PASSANT_FILE[file] = mix(state += STEP);
        }
    }

    private Zobrist() {}

    private static long mix(long value) {
        long z = value;
        z = (z ^ z >>> 30) * 0xBF58_476D_1CE4_E5B9L;
        z = (z ^ z >>> 27) * 0x94D0_49BB_1331_11EBL;
        return z ^ z >>> 31;
    }
}
