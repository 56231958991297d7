package org.zeroply.store;

import java.util.Set;

/** The games that wait to be judged. Each copy has its own; only a rescue takes it over. */
final class QueuePart implements WorkbookPart {
    @Override
    public String name() {
        return "waiting";
    }

    @Override
    public Set<String> tables() {
        return Set.of("waiting");
    }

    @Override
    public void merge(MergeRun run) {}

    @Override
    public void rescue(RescueRun run) {
        run.mend("delete from waiting where game not in (select id from game)");
        run.count(this, "waiting");
    }
}
