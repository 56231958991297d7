package org.zeroply.desktop.judging;

import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.GameSweep.Looked;
import org.zeroply.analysis.Study;
import org.zeroply.desktop.kit.Background;
import org.zeroply.rules.Position;
import org.zeroply.store.Workbook;

/**
 * What passes found, in the workbook. Looking up is not for the interface thread.
 *
 * @param analyst under whose name it is kept
 */
record KeptPasses(Workbook workbook, String analyst) {
    /** What is kept of some positions, by their keys; those of which nothing whole is kept are left out. */
    <K> Map<K, Looked> of(Map<K, Position> positions) {
        Map<K, Looked> found = new HashMap<>();
        positions.forEach((key, position) ->
                find(position, true).or(() -> find(position, false)).ifPresent(looked -> found.put(key, looked)));
        return found;
    }

    /** The same of what older versions of the calculator found, a version for each position. */
    <K> Map<K, Looked> ofOlder(Map<K, Position> positions) {
        Map<K, Looked> found = new HashMap<>();
        positions.forEach((key, position) -> analysts(workbook, analyst, position).stream()
                .filter(each -> !each.equals(analyst))
                .findFirst()
                .ifPresent(each -> found.putAll(new KeptPasses(workbook, each).of(Map.of(key, position)))));
        return found;
    }

    /** Who has judged positions, the present calculator first; older versions of it only if it has not. */
    static List<String> analysts(Workbook workbook, String present, Position... some) {
        Set<String> all = new LinkedHashSet<>();
        for (Position position : some) {
            all.addAll(workbook.studies().analysts(position, GameSweep.LINES));
        }
        return all.contains(present) ? List.of(present) : List.copyOf(all);
    }

    private Optional<Looked> find(Position position, boolean second) {
        return workbook.studies()
                .find(position, analyst, GameSweep.LINES, level(second))
                .filter(GameSweep::isWhole)
                .map(study -> new Looked(study, second));
    }

    private static int level(boolean second) {
        return second ? GameSweep.SECOND_LEVEL : GameSweep.LEVEL;
    }

    /** Keeps what was found of the last position of a line, if it holds wherever the position occurs. */
    void keep(Background background, List<Position> way, Looked looked) {
        Study study = looked.study();
        if (Study.standsAlone(study.position(), way.subList(0, way.size() - 1))) {
            background.write(() -> workbook.studies().keep(study, analyst, GameSweep.LINES, level(looked.isSecond())));
        }
    }
}
