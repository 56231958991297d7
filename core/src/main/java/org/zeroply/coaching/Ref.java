package org.zeroply.coaching;

/** What lessons, homework and events point at. */
public enum Ref {
    STUDENT,
    GAME,
    PAPER,
    SHEET,
    REPERTOIRE,
    LESSON,
    HOMEWORK;

    /** Gives what is pointed at another number: its id in a workbook, or what it is known by in every copy. */
    public interface Renaming {
        /** 0 for what is not there. */
        long of(Ref what, long number);
    }
}
