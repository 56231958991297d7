package org.zeroply.desktop.calculation;

import org.zeroply.desktop.Texts;

/** The questions beside the candidates, each with a view of its own in the Calculation panel. */
public enum CoachQuestion {
    MATE,
    EVERY_MOVE,
    CHECKS,
    LINE,
    TURN,
    FORCED,
    ENDING;

    public String title() {
        return Texts.of("question." + this);
    }

    /** What it answers, in one sentence. */
    public String explanation() {
        return Texts.of("question." + this + ".what");
    }
}
