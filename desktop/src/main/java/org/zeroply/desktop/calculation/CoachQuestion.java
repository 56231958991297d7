package org.zeroply.desktop.calculation;

import org.zeroply.desktop.kit.Texts;

/** The questions beside the candidates, each with a view of its own in the Calculation panel. */
public enum CoachQuestion {
    MATE,
    EVERY_MOVE,
    CHECKS,
    LINE,
    TURN,
    FORCED,
    ENDING,
    PARRIES,
    ELIMINATE,
    PINS,
    READY,
    PLAN,
    DRIVE_OFF,
    FROZEN;

    public String title() {
        return Texts.of("question." + this);
    }

    /** Whether more effort gives another answer; the others are settled, or not, whatever the effort. */
    public boolean dependsOnEffort() {
        return this == EVERY_MOVE || this == LINE || this == TURN || this == FORCED;
    }

    /** Whether it is asked of something that is typed, which is not a line of the game from here. */
    boolean asksForWords() {
        return this == PARRIES || this == ELIMINATE || this == READY || this == PLAN || this == DRIVE_OFF;
    }

    /** Whether there is nothing to answer before something is typed. */
    boolean needsWords() {
        return this == READY || this == PLAN || this == DRIVE_OFF;
    }

    /** The keys that ask it. */
    public String keys() {
        return switch (this) {
            case MATE -> "Alt+2";
            case EVERY_MOVE -> "Alt+3";
            case CHECKS -> "Alt+4";
            case LINE -> "Alt+5";
            case TURN -> "Alt+6";
            case FORCED -> "Alt+7";
            case ENDING -> "Alt+8";
            case PARRIES -> "Alt+9";
            case ELIMINATE -> "Alt+0";
            case PINS -> "Alt+Shift+I";
            case READY -> "Alt+Shift+R";
            case PLAN -> "Alt+Shift+P";
            case DRIVE_OFF -> "Alt+Shift+D";
            case FROZEN -> "Alt+Shift+F";
        };
    }

    /** What it answers, in one sentence. */
    public String explanation() {
        return Texts.of("question." + this + ".what");
    }
}
