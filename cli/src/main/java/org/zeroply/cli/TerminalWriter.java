package org.zeroply.cli;

import java.io.FilterWriter;
import java.io.IOException;
import java.io.Writer;
import java.util.Locale;

/**
 * What is printed, without the signs that a terminal takes for orders: a name or a comment of a file that came from elsewhere
 * may hold them. They are written as {@code \\u001b}, which JSON reads as the sign itself.
 */
final class TerminalWriter extends FilterWriter {
    TerminalWriter(Writer out) {
        super(out);
    }

    /** Controls but for tab and line ends, and signs that turn the direction of writing. */
    private static boolean isOrder(int sign) {
        boolean isPlain = sign == '\t' || sign == '\n' || sign == '\r';
        boolean turns = sign >= 0x202A && sign <= 0x202E || sign >= 0x2066 && sign <= 0x2069;
        return Character.isISOControl(sign) && !isPlain || turns;
    }

    @Override
    public void write(int sign) throws IOException {
        if (isOrder(sign)) {
            out.write(String.format(Locale.ROOT, "\\u%04x", sign));
        } else {
            out.write(sign);
        }
    }

    @Override
    public void write(char[] signs, int from, int length) throws IOException {
        for (int i = from; i < from + length; i++) {
            write(signs[i]);
        }
    }

    @Override
    public void write(String text, int from, int length) throws IOException {
        for (int i = from; i < from + length; i++) {
            write(text.charAt(i));
        }
    }
}
