package org.zeroply.store;

import java.util.Set;

/** The settings of a workbook. Each copy has its own; only a rescue takes them over. */
final class SettingPart implements WorkbookPart {
    @Override
    public String name() {
        return "setting";
    }

    @Override
    public Set<String> tables() {
        return Set.of("setting");
    }

    @Override
    public void merge(MergeRun run) {}

    @Override
    public void rescue(RescueRun run) {
        run.count(this, "setting");
    }
}
