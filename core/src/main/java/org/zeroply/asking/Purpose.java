package org.zeroply.asking;

import org.zeroply.words.Words;

/** What a coach asks a question for; questions are offered under these headings, in this order. */
public enum Purpose {
    ATTACK,
    DEFEND,
    PLAN,
    PROVE;

    public String title() {
        return Words.of("purpose." + name());
    }
}
