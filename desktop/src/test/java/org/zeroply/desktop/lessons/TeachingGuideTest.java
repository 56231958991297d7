package org.zeroply.desktop.lessons;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Teaching;

/** The guide has the same minutes, shares and days as the rules. */
class TeachingGuideTest {
    @Test
    void theTableOfTheGuideIsThatOfTheRules() throws IOException {
        Map<String, String> rules = new LinkedHashMap<>();
        rules.put("homework that came back, a task", Teaching.BACK_A_TASK + " minutes");
        rules.put("a moment of an own game", Teaching.MOMENT + " minutes");
        rules.put("of these in silence", Teaching.SILENT + " minutes");
        rules.put("moments of own games", Integer.toString(Teaching.MOMENTS));
        rules.put("an example", Teaching.EXAMPLE + " minutes");
        rules.put("a task that says nothing of its time", Teaching.TASK + " minutes");
        rules.put("tasks", Integer.toString(Teaching.TASKS));
        rules.put("a card of a sheet", Teaching.SHEET_CARD + " minutes");
        rules.put("a position to hold", Teaching.HOLD + " minutes");
        rules.put("a line of the repertoire", Teaching.LINE + " minutes");
        rules.put("all lines of a repertoire, at most", Teaching.MOST_LINES + " minutes");
        rules.put("the end", Teaching.CLOSING + " minutes");
        rules.put("the repertoire's share, at least", hundredths(Teaching.LEAST_REPERTOIRE));
        rules.put("more for it in the last weeks", hundredths(Teaching.MORE_REPERTOIRE));
        rules.put("the repertoire's share, at most", hundredths(Teaching.MOST_REPERTOIRE));
        rules.put("the last weeks", Teaching.LAST_WEEKS + " days");
        rules.put("nothing new in the last", Teaching.NOTHING_NEW + " days");
        rules.put("a long think a week", Teaching.THINK + " minutes");
        rules.put("of habits, calculation and endings each, at least", hundredths(Teaching.LEAST_SHARE));
        rules.put("habits, where nothing is known", hundredths(Teaching.HABITS));
        rules.put("calculation, where nothing is known", hundredths(Teaching.CALCULATION));
        rules.put("endings, where nothing is known", hundredths(Teaching.ENDINGS));
        rules.put("plans are looked for ahead", Teaching.PLANS_AHEAD + " days");
        rules.put("homework is due within", Teaching.DUE_AHEAD + " days");
        rules.put("events are told within", Teaching.EVENTS_AHEAD + " days");
        rules.put("not seen for", Teaching.NOT_SEEN + " days");
        Map<String, String> told = new LinkedHashMap<>();
        for (String line : Files.readAllLines(Path.of("../docs/guide/teaching.md"))) {
            String[] cells = line.split("\\|", -1);
            if (cells.length == 4 && !cells[1].isBlank() && !cells[2].isBlank() && !cells[1].contains("---")) {
                told.put(cells[1].strip(), cells[2].strip());
            }
        }
        assertThat(told).isEqualTo(rules);
    }

    private static String hundredths(double share) {
        return Math.round(share * 100) + " in 100";
    }
}
