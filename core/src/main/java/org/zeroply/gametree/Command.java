package org.zeroply.gametree;

/** A command inside a comment, such as {@code [%clk 1:20:05]}: kept as written, known or not. */
public record Command(String name, String value) {
    public static final String CLOCK = "clk";
}
