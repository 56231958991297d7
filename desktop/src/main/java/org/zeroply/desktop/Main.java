package org.zeroply.desktop;

/** Starts the application. Apart from {@link ZeroPlyApp} so that it also starts from the class path. */
public final class Main {
    private Main() {}

    public static void main(String[] arguments) {
        // Pages are set with pictures and fonts of the older toolkit, which must not look for a screen of its own.
        System.setProperty("java.awt.headless", "true");
        ZeroPlyApp.launchWith(arguments);
    }
}
