package org.zeroply.desktop;

import javafx.application.Application;

/** Starts the application. Apart from {@link ZeroPlyApp} so that it also starts from the class path. */
public final class Main {
    private Main() {}

    public static void main(String[] arguments) {
        Application.launch(ZeroPlyApp.class, arguments);
    }
}
