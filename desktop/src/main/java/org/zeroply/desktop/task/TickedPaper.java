package org.zeroply.desktop.task;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.Marker;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.Script;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Task;
import org.zeroply.task.TickedScript;
import org.zeroply.task.Want;

/** A script on paper as it is ticked off against the schemes of a paper, marked again after every tick. */
final class TickedPaper {
    private final Paper paper;
    private final List<Set<Want>> ticks = new ArrayList<>();
    private final List<Script> scripts = new ArrayList<>();
    private final List<MarkedScript> marked = new ArrayList<>();
    private final Map<Integer, Long> seconds = new HashMap<>();
    private final ReadOnlyIntegerWrapper changes = new ReadOnlyIntegerWrapper(this, "changes");

    TickedPaper(Paper paper) {
        this.paper = paper;
        for (Task task : paper.tasks()) {
            ticks.add(new LinkedHashSet<>());
            scripts.add(Script.EMPTY);
            marked.add(Marker.mark(task, Script.EMPTY, List.of()));
        }
    }

    List<Task> tasks() {
        return paper.tasks();
    }

    /** Another number after every tick. */
    ReadOnlyIntegerProperty changesProperty() {
        return changes.getReadOnlyProperty();
    }

    /** Says whether the script of a task has something. */
    void tick(int place, Want want, boolean has) {
        if (has ? ticks.get(place).add(want) : ticks.get(place).remove(want)) {
            Task task = paper.tasks().get(place);
            Script script = TickedScript.of(task, ticks.get(place));
            scripts.set(place, script);
            marked.set(place, Marker.mark(task, script, List.of()));
            changes.set(changes.get() + 1);
        }
    }

    boolean isTicked(int place, Want want) {
        return ticks.get(place).contains(want);
    }

    MarkedScript marked(int place) {
        return marked.get(place);
    }

    Points points() {
        return marked.stream().map(MarkedScript::points).reduce(Points.ZERO, Points::plus);
    }

    Points outOf() {
        return marked.stream().map(MarkedScript::outOf).reduce(Points.ZERO, Points::plus);
    }

    /** Keeps how long a task took, as it stands on the paper. */
    void used(int place, long minutes) {
        seconds.put(place + 1, 60 * minutes);
    }

    /** The whole as scripts that were handed in. */
    ScriptText.Contents contents(String student) {
        Map<Integer, Script> all = new HashMap<>();
        for (int i = 0; i < scripts.size(); i++) {
            all.put(i + 1, scripts.get(i));
        }
        return new ScriptText.Contents(student, "", Optional.empty(), all, seconds, List.of());
    }
}
