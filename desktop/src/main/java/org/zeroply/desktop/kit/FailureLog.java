package org.zeroply.desktop.kit;

/**
 * Failures as the log keeps them: kinds and places, without messages, since these may name people, games or folders.
 */
public final class FailureLog {
    private static final int DEEPEST = 30;

    private FailureLog() {}

    /** The failure and its causes, a line a place. */
    public static String of(Throwable failure) {
        StringBuilder text = new StringBuilder();
        Throwable at = failure;
        for (int cause = 0; at != null && cause < 6; cause++) {
            text.append(cause == 0 ? "" : "caused by ").append(at.getClass().getName());
            StackTraceElement[] places = at.getStackTrace();
            for (int i = 0; i < Math.min(DEEPEST, places.length); i++) {
                text.append("\n    at ").append(places[i]);
            }
            text.append('\n');
            at = at.getCause();
        }
        return text.toString();
    }
}
