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

    /** Whether more effort gives another answer; the others are settled, or not, whatever the effort. */
    public boolean dependsOnEffort() {
        return this == EVERY_MOVE || this == LINE || this == TURN || this == FORCED;
    }

    /** What it answers, in one sentence. */
    public String explanation() {
        return Texts.of("question." + this + ".what");
    }
}
