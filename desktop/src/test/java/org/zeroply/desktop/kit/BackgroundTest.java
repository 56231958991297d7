package org.zeroply.desktop.kit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.List;
import java.util.Queue;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.zeroply.work.Cancel;

/** Background work on threads that the test moves itself: order, results overtaken, states, progress, failures, the end. */
class BackgroundTest {
    /** What waits for the interface thread. */
    private final Queue<Runnable> waiting = new ArrayDeque<>();

    private final List<String> seen = new ArrayList<>();
    private final long[] nanos = {0};
    private final Background background = AtOnce.background(waiting::add, () -> nanos[0]);

    private void interfaceThreadRuns() {
        for (Runnable next = waiting.poll(); next != null; next = waiting.poll()) {
            next.run();
        }
    }

    @Test
    void resultsComeBackOnTheInterfaceThreadInOrder() {
        background.write(() -> seen.add("written"), ok -> seen.add("first back"));
        background.read(() -> "read", seen::add);
        assertThat(seen).containsExactly("written");
        interfaceThreadRuns();
        assertThat(seen).containsExactly("written", "first back", "read");
    }

    @Test
    void whatGoesWrongIsHandedOverAndNothingElse() {
        List<Throwable> failures = new ArrayList<>();
        background.setOnFailure(failures::add);
        background.read(
                () -> {
                    throw new IllegalStateException("no disk");
                },
                never -> seen.add("a result"));
        background.write(() -> {
            throw new IllegalStateException("still no disk");
        });
        background.run(
                "long work",
                (progress, cancel) -> {
                    throw new IllegalStateException("none at all");
                },
                never -> seen.add("a result"));
        background.calculating().execute(() -> {
            throw new IllegalStateException("no calculator");
        });
        interfaceThreadRuns();
        assertThat(failures)
                .extracting(Throwable::getMessage)
                .containsExactly("no disk", "still no disk", "none at all", "no calculator");
        assertThat(seen).isEmpty();
        assertThat(background.running()).isEmpty();
    }

    @Test
    void onlyTheNewestResultIsShown() {
        Newest newest = new Newest();
        background.read(() -> "old", newest.only(seen::add));
        background.read(() -> "new", newest.only(seen::add));
        background.read(() -> "beside it", newest.still(seen::add));
        interfaceThreadRuns();
        assertThat(seen).containsExactly("new", "beside it");
    }

    @Test
    void whatIsForgottenIsNotShown() {
        Newest newest = new Newest();
        background.read(() -> "asked", newest.only(seen::add));
        BooleanSupplier isNewest = newest.ask();
        assertThat(isNewest.getAsBoolean()).isTrue();
        newest.forget();
        assertThat(isNewest.getAsBoolean()).isFalse();
        interfaceThreadRuns();
        assertThat(seen).isEmpty();
    }

    @Test
    void aSlowInterfaceThreadSeesTheNewestState() {
        Consumer<Integer> states = background.states(state -> seen.add("state " + state));
        states.accept(1);
        states.accept(2);
        states.accept(3);
        assertThat(waiting).as("one is enough").hasSize(1);
        interfaceThreadRuns();
        states.accept(4);
        interfaceThreadRuns();
        assertThat(seen).containsExactly("state 3", "state 4");
    }

    @Test
    void progressIsShownTwentyTimesASecondAndAtTheEnd() {
        List<Double> shown = new ArrayList<>();
        background.run(
                "long work",
                (progress, cancel) -> {
                    background.running().getFirst().fractionProperty().subscribe(now -> shown.add(now.doubleValue()));
                    for (int i = 1; i <= 1000; i++) {
                        nanos[0] += 1_000_000;
                        progress.at(i / 1000.0, i);
                    }
                    return "done";
                },
                seen::add);
        assertThat(background.running()).hasSize(1);
        interfaceThreadRuns();
        assertThat(shown).hasSizeBetween(20, 22).isSorted().endsWith(1.0);
        assertThat(seen).containsExactly("done");
        assertThat(background.running()).isEmpty();
    }

    @Test
    void stoppingReachesTheWorkAndWhoeverListens() {
        Cancel[] given = new Cancel[1];
        Background.Running entry = background.begin("elsewhere", () -> seen.add("stopped"));
        assertThat(entry.fractionProperty().get()).as("nobody knows how far").isNegative();
        entry.stop();
        background.end(entry);
        background.run(
                "long work",
                (progress, cancel) -> {
                    given[0] = cancel;
                    background.running().getFirst().stop();
                    return cancel.isRequested();
                },
                stopped -> seen.add("knew of it: " + stopped));
        interfaceThreadRuns();
        assertThat(seen).containsExactly("stopped", "knew of it: true");
        assertThat(given[0].isRequested()).isTrue();
    }

    @Test
    void theEndStopsWhatRunsAndDropsWhatComesLate() {
        Background.Running entry = background.begin("elsewhere", () -> seen.add("stopped"));
        background.close();
        background.read(() -> "late", seen::add);
        interfaceThreadRuns();
        assertThat(seen).containsExactly("stopped");
        assertThat(entry.cancel().isRequested()).isTrue();
        assertThat(background.isClosing()).isTrue();
    }
}
