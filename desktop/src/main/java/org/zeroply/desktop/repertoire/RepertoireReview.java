package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.repertoire.Family;
import org.zeroply.repertoire.GuardCheck;
import org.zeroply.repertoire.GuardCheck.Breach;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Upkeep;
import org.zeroply.search.Limit;
import org.zeroply.store.RepertoireShelf.Listed;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;

/** What is found out about the open repertoire by rules and by games. Lives on the interface thread; needs no window. */
public final class RepertoireReview {
    private static final Limit EVIDENCE = Limit.millis(300);

    /** A guard that does not hold, with the line that shows what follows; empty until it is calculated. */
    public record Broken(Breach breach, String evidence) {}

    private final RepertoireModel model;
    private final Workbook workbook;
    private final Background background;
    private final CalculatorService service;
    private final ReadOnlyObjectWrapper<List<Upkeep.Finding>> upkeep =
            new ReadOnlyObjectWrapper<>(this, "upkeep", List.of());
    private final ReadOnlyObjectWrapper<List<Broken>> broken = new ReadOnlyObjectWrapper<>(this, "broken", List.of());
    private final ReadOnlyObjectWrapper<List<Family>> families =
            new ReadOnlyObjectWrapper<>(this, "families", List.of());
    private final ReadOnlyObjectWrapper<GameDepartures.@Nullable Sums> games =
            new ReadOnlyObjectWrapper<>(this, "games");
    private final List<Runnable> asked = new ArrayList<>();
    private final Map<Breach, String> proven = new HashMap<>();
    private Cancel looking = new Cancel();
    private @Nullable Likelihood seen;
    private long of;

    public RepertoireReview(
            RepertoireModel model, Workbook workbook, Background background, CalculatorService service) {
        this.model = model;
        this.workbook = workbook;
        this.background = background;
        this.service = service;
        model.flowProperty().subscribe(flow -> changed());
    }

    public ReadOnlyObjectProperty<List<Upkeep.Finding>> upkeepProperty() {
        return upkeep.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<List<Broken>> brokenProperty() {
        return broken.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<List<Family>> familiesProperty() {
        return families.getReadOnlyProperty();
    }

    /** The games of the student beside the repertoire; null until they were compared. */
    public ReadOnlyObjectProperty<GameDepartures.@Nullable Sums> gamesProperty() {
        return games.getReadOnlyProperty();
    }

    private void changed() {
        Listed now = model.openProperty().get();
        if (now == null) {
            upkeep.set(List.of());
            broken.set(List.of());
            families.set(List.of());
            games.set(null);
            seen = null;
            return;
        }
        if (now.id() != of) {
            of = now.id();
            games.set(null);
        }
        Repertoire repertoire = model.repertoire();
        Likelihood likelihood = model.likelihood();
        if (likelihood.equals(seen)) {
            return;
        }
        seen = likelihood;
        looking.cancel();
        asked.forEach(Runnable::run);
        asked.clear();
        Cancel cancel = new Cancel();
        looking = cancel;
        model.look(() -> Upkeep.of(repertoire, likelihood, cancel), upkeep::set);
        model.look(() -> Family.of(repertoire), families::set);
        model.look(() -> GuardCheck.of(repertoire, cancel), found -> {
            proven.keySet().retainAll(found);
            showBroken(found);
            found.stream().filter(each -> !proven.containsKey(each)).forEach(each -> prove(each, found));
        });
    }

    private void showBroken(List<Breach> found) {
        broken.set(found.stream()
                .map(each -> new Broken(each, proven.getOrDefault(each, "")))
                .toList());
    }

    private void prove(Breach breach, List<Breach> among) {
        asked.add(service.batch(
                (analyst, cancel) -> breach.evidence(analyst, EVIDENCE, cancel), (Optional<String> line) -> {
                    proven.put(breach, line.orElse(""));
                    showBroken(among);
                }));
    }

    /** Compares all games of the student with the repertoire as it is now. */
    public void compareGames() {
        Listed now = model.openProperty().get();
        if (now == null) {
            return;
        }
        Repertoire repertoire = model.repertoire();
        background.run(
                Texts.of("departures.comparing"),
                (progress, cancel) -> GameDepartures.all(workbook, now, repertoire, progress, cancel),
                (Optional<GameDepartures.Sums> found) -> {
                    if (now.id() == of) {
                        found.ifPresent(games::set);
                    }
                });
    }
}
