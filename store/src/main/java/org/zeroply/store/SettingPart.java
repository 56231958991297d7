package org.zeroply.store;

import java.util.List;
import java.util.Map;
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
        List<Map.Entry<String, String>> settings =
                run.read(handle -> handle.createQuery("select name, value from setting order by name")
                        .map((rows, context) -> Map.entry(rows.getString(1), rows.getString(2)))
                        .list());
        settings.forEach(each -> run.fresh().settings().set(each.getKey(), each.getValue()));
        run.saved(this, settings.size());
    }
}
