package org.zeroply.search;

import org.zeroply.words.Words;

/** On what a claim rests. Only proofs of mate and exact endings are proofs; anything else held as far as was looked. */
public sealed interface Grounds {
    /** In words: "proven", or "at depth 14". */
    default String text() {
        return switch (this) {
            case Proven proven -> Words.of("grounds.proven");
            case AtDepth depth -> Words.of("grounds.depth", depth.depth());
        };
    }

    /** By search to a depth, or by proof where it is {@link CalculatedLine#EXACT}. */
    static Grounds of(int depth) {
        return depth == CalculatedLine.EXACT ? new Proven() : new AtDepth(depth);
    }

    default boolean isProof() {
        return this instanceof Proven;
    }

    /** By a proof of mate or an exact ending. */
    record Proven() implements Grounds {}

    /** By search to so many half-moves. */
    record AtDepth(int depth) implements Grounds {
        public AtDepth {
            if (depth < 0) {
                throw new IllegalArgumentException("a depth is not negative, was " + depth);
            }
        }
    }
}
