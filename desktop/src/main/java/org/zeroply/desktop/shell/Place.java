package org.zeroply.desktop.shell;

import org.zeroply.desktop.kit.Texts;

/** The places of the application that exist, in the order of the rail. */
public enum Place {
    GAMES("M4 3 H20 V21 H4 Z M8 8 H16 M8 12 H16 M8 16 H13"),
    READING("M4 4 H20 V20 H4 Z M12 4 V20 M4 12 H20"),
    REPERTOIRE("M3 12 H9 C14 12 13 5 21 5 M9 12 C14 12 13 12 21 12 M9 12 C14 12 13 19 21 19"),
    TASKS("M5 3 H19 V21 H5 Z M8 8 H9 M12 8 H16 M8 12 H9 M12 12 H16 M8 16 H9 M12 16 H16");

    private final String icon;

    Place(String icon) {
        this.icon = icon;
    }

    public String title() {
        return Texts.of("place." + name());
    }

    /** The drawing on the rail, as a path on a field of 24 by 24. */
    public String icon() {
        return icon;
    }
}
