package org.zeroply.store;

import java.util.ArrayList;
import java.util.List;
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
        List<Long> waiting = run.read(handle -> handle.createQuery(
                        "select uid from waiting join game on game.id = waiting.game" + " order by place")
                .mapTo(Long.class)
                .list());
        List<Long> games = new ArrayList<>();
        for (long uid : waiting) {
            long id = run.fresh().read(handle -> Revisions.id(handle, "game", uid));
            if (id != 0) {
                games.add(id);
            }
        }
        if (!games.isEmpty()) {
            run.fresh().queue().add(games);
            run.saved(this, games.size());
        }
    }
}
