package org.zeroply.task;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Points of a mark scheme, whole or half; never negative. Sums are exact, since halves are counted.
 *
 * @param halves twice the points
 */
public record Points(int halves) implements Comparable<Points> {
    public static final Points ZERO = new Points(0);

    private static final Pattern WRITTEN = Pattern.compile("(\\d{0,4})\\s*(½|[.,][05])?");

    public Points {
        if (halves < 0) {
            throw new IllegalArgumentException("points must not be negative, were " + halves / 2.0);
        }
    }

    public static Points of(int whole) {
        return new Points(2 * whole);
    }

    /** Points as people write them: 4, 4.5, 4,5 or 4½; empty for anything else. */
    public static Optional<Points> parse(String text) {
        Matcher matcher = WRITTEN.matcher(text.strip());
        if (!matcher.matches() || matcher.group().isEmpty()) {
            return Optional.empty();
        }
        int whole = matcher.group(1).isEmpty() ? 0 : Integer.parseInt(matcher.group(1));
        String part = matcher.group(2) == null ? "" : matcher.group(2);
        return Optional.of(new Points(2 * whole + (part.equals("½") || part.endsWith("5") ? 1 : 0)));
    }

    public Points plus(Points other) {
        return new Points(halves + other.halves);
    }

    /** The difference, or none where it would be negative. */
    public Points less(Points other) {
        return new Points(Math.max(0, halves - other.halves));
    }

    public Points atMost(Points most) {
        return compareTo(most) <= 0 ? this : most;
    }

    public boolean isZero() {
        return halves == 0;
    }

    /** The share of a whole, 0 to 1; 0 of nothing. */
    public double shareOf(Points whole) {
        return whole.halves == 0 ? 0 : (double) halves / whole.halves;
    }

    @Override
    public int compareTo(Points other) {
        return Integer.compare(halves, other.halves);
    }

    /** With a point for the half, as files and tables have it: 4 or 4.5. */
    public String plain() {
        return halves / 2 + (halves % 2 == 0 ? "" : ".5");
    }

    /** As people read it: 4, 4½ or ½. */
    @Override
    public String toString() {
        return halves == 1 ? "½" : halves / 2 + (halves % 2 == 0 ? "" : "½");
    }
}
