package org.zeroply.task;

import java.util.Collection;
import java.util.List;

/**
 * A script on paper, entered by ticking what of the scheme it has instead of typing it. Out of the ticks a script is written
 * that has just this, and that one is marked like any other: what its moves show besides is earned too, and of ticks that no
 * one script can have together, two choices or two verdicts for one position, only some count.
 */
public final class TickedScript {
    private static final Points ONE = Points.of(1);

    private TickedScript() {}

    /** Whether it can be seen on a sheet of paper; a game that was played on cannot. */
    public static boolean isOnPaper(Want want) {
        return !(want instanceof Want.PlayOut);
    }

    /** The shortest script that has as much as one script can of what was ticked. */
    public static Script of(Task task, Collection<Want> ticked) {
        if (ticked.isEmpty()) {
            return Script.EMPTY;
        }
        List<Item> items = ticked.stream()
                .<Item>map(want -> new Item.Single("", ONE, "", want))
                .toList();
        return AttainablePoints.of(task, items).model();
    }
}
