package org.zeroply.desktop;

import java.util.ResourceBundle;

/** Which edition of the program this is; written by the build. */
final class Version {
    private Version() {}

    /** Such as "0.1.0"; one that is still worked on ends in "-SNAPSHOT". */
    static String text() {
        return ResourceBundle.getBundle("org.zeroply.desktop.version").getString("version");
    }
}
