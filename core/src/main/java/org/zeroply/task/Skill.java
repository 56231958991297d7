package org.zeroply.task;

import org.zeroply.words.Words;

/** What points are given for, in the order in which results list them. */
public enum Skill {
    CHOOSING,
    FINDING,
    CONSIDERING,
    REACHING,
    JUDGING,
    REFUTING,
    ANSWERING,
    PLAYING;

    public String title() {
        return Words.of("task.skill." + name());
    }
}
