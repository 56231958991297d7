package org.zeroply.desktop.strip;

import org.zeroply.desktop.kit.Texts;

/** What can be followed along a game under its moves. */
public enum StripLane {
    VERDICT(4.2),
    MATERIAL(1.9),
    ACTIVITY(1.9),
    KING(1.9),
    WINGS(1.5),
    TEMPO(1.5),
    CLOCK(1.9);

    private final double height;

    StripLane(double height) {
        this.height = height;
    }

    /** The height at size 1, in units of the text size. */
    double height() {
        return height;
    }

    public String title() {
        return Texts.of("strip." + name());
    }
}
