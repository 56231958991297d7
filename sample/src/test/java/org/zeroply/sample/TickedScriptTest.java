package org.zeroply.sample;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.zeroply.task.Item;
import org.zeroply.task.MarkedScript.MarkedItem;
import org.zeroply.task.Marker;
import org.zeroply.task.Script;
import org.zeroply.task.Skill;
import org.zeroply.task.Task;
import org.zeroply.task.TickedScript;
import org.zeroply.task.Want;

/** Scripts of the sample club entered by ticking, against the same scripts as they were written. */
class TickedScriptTest {
    /** What no row of moves shows by itself. */
    private static final Set<Skill> SAID = Set.of(Skill.CHOOSING, Skill.JUDGING, Skill.ANSWERING);

    private static Stream<MarkedItem> all(MarkedItem item) {
        return Stream.concat(Stream.of(item), item.parts().stream().flatMap(TickedScriptTest::all));
    }

    private static Set<Want> met(Task task, Script script) {
        return Marker.mark(task, script, List.of()).items().stream()
                .flatMap(TickedScriptTest::all)
                .filter(MarkedItem::isMet)
                .flatMap(each -> each.item() instanceof Item.Single single ? Stream.of(single.want()) : Stream.empty())
                .collect(Collectors.toSet());
    }

    @Test
    void whatAScriptHasTickedEarnsWhatTheScriptEarns() {
        int scripts = 0;
        for (SampleClub.SatPaper sat : SampleClub.sittings()) {
            List<Task> tasks = SampleClub.papers().get(sat.paper()).tasks();
            for (int i = 0; i < tasks.size(); i++) {
                Task task = tasks.get(i);
                Script written = sat.scripts().scripts().getOrDefault(i + 1, Script.EMPTY);
                Set<Want> had = met(task, written);
                Script ticked = TickedScript.of(task, had);
                assertThat(met(task, ticked))
                        .as("%s, paper %d, task %d: %s", sat.student().name(), sat.paper() + 1, i + 1, ticked.rows())
                        .containsAll(had);
                scripts++;
            }
        }
        assertThat(scripts).isGreaterThan(20);
    }

    @Test
    void oneTickIsOneThing() {
        for (Task task : SampleClub.papers().stream()
                .flatMap(paper -> paper.tasks().stream())
                .toList()) {
            for (Want want :
                    task.scheme().wants().filter(TickedScript::isOnPaper).toList()) {
                Set<Want> met = met(task, TickedScript.of(task, List.of(want)));
                assertThat(met).contains(want);
                // A reply at which the tree ends is considered by a right verdict.
                Set<Skill> said = want instanceof Want.Consider ? Set.of(Skill.CHOOSING, Skill.ANSWERING) : SAID;
                assertThat(met.stream().filter(each -> !each.equals(want) && said.contains(each.skill())))
                        .as("%s is not said by %s", task.instruction(), want)
                        .isEmpty();
            }
        }
    }

    @Test
    void nothingTickedIsAnEmptyScript() {
        Task task = SampleClub.papers().getFirst().tasks().getFirst();
        assertThat(TickedScript.of(task, List.of()).isEmpty()).isTrue();
    }
}
