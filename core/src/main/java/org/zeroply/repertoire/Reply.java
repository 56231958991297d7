package org.zeroply.repertoire;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Move;
import org.zeroply.words.Words;

/**
 * A move of the opponent in a repertoire position.
 *
 * @param share how often the coach expects it there, in hundredths (0 to 100); null if the coach has not said
 * @param comment what is written of it; may be empty
 * @param marks what is drawn on the position after it
 */
public record Reply(Move move, int to, @Nullable Integer share, Kind kind, String comment, List<OwnMark> marks)
        implements Edge {
    /** What sort of reply it is to the coach. */
    public enum Kind {
        MAIN,
        SIDE,
        TRAP;

        public String title() {
            return Words.of("reply." + name());
        }
    }

    public Reply {
        if (share != null && (share < 0 || share > 100)) {
            throw new IllegalArgumentException("share must be from 0 to 100, was " + share);
        }
        comment = comment.strip();
        marks = List.copyOf(marks);
    }

    /** A reply of which nothing is said yet. */
    public static Reply bare(Move move, int to) {
        return new Reply(move, to, null, Kind.MAIN, "", List.of());
    }

    public Reply withShare(@Nullable Integer other) {
        return new Reply(move, to, other, kind, comment, marks);
    }

    public Reply withKind(Kind other) {
        return new Reply(move, to, share, other, comment, marks);
    }

    public Reply withComment(String other) {
        return new Reply(move, to, share, kind, other, marks);
    }

    @Override
    public Reply withMarks(List<OwnMark> other) {
        return new Reply(move, to, share, kind, comment, other);
    }
}
