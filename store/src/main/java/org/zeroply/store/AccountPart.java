package org.zeroply.store;

import java.util.Set;

/** What accounts take of judged games. It is worked out of what was calculated, in each copy for itself. */
final class AccountPart implements WorkbookPart {
    @Override
    public String name() {
        return "account";
    }

    @Override
    public Set<String> tables() {
        return Set.of("account", "peer");
    }

    @Override
    public void merge(MergeRun run) {}

    @Override
    public void rescue(RescueRun run) {}
}
