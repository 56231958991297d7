package org.zeroply.sample;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.zeroply.task.MarkedScript;
import org.zeroply.task.Marker;
import org.zeroply.task.Script;
import org.zeroply.task.Task;

/**
 * Every script of the sample club as it is marked, against what was kept when the marks were last looked at. Run with
 * {@code -Dgolden.write=true} to keep what they are now.
 */
class KeptMarksTest {
    private static final String FILE = "marks.txt";

    @Test
    void scriptsEarnWhatTheyEarned() throws IOException {
        List<String> now = new ArrayList<>();
        for (SampleClub.SatPaper sat : SampleClub.sittings()) {
            List<Task> tasks = SampleClub.papers().get(sat.paper()).tasks();
            now.add("paper " + (sat.paper() + 1) + ", " + sat.student().name());
            for (int i = 0; i < tasks.size(); i++) {
                Script script = sat.scripts().scripts().getOrDefault(i + 1, Script.EMPTY);
                rows(i + 1, Marker.mark(tasks.get(i), script, List.of()), now);
            }
        }
        if (Boolean.getBoolean("golden.write")) {
            Files.write(Path.of("src/test/resources/org/zeroply/sample", FILE), now);
            return;
        }
        try (InputStream in = Objects.requireNonNull(KeptMarksTest.class.getResourceAsStream(FILE))) {
            String kept = new String(in.readAllBytes(), StandardCharsets.UTF_8).strip();
            assertThat(String.join("\n", now)).isEqualTo(kept);
        }
    }

    private static void rows(int number, MarkedScript marked, List<String> rows) {
        rows.add(" task " + number + ": " + marked.points() + " of " + marked.outOf() + ", choice " + marked.choice()
                + ", off " + marked.lost());
        marked.items().forEach(item -> row(item, "  ", rows));
        for (MarkedScript.MarkedLine line : marked.lines()) {
            rows.add("  row " + line.line().row() + ": " + line.points() + ", counted " + line.counted() + " of "
                    + line.line().moves().size() + (line.isOutside() ? ", outside" : "")
                    + (line.uncounted().isEmpty() ? "" : ", " + line.uncounted()));
        }
    }

    private static void row(MarkedScript.MarkedItem item, String indent, List<String> rows) {
        rows.add(indent + (item.isMet() ? "+ " : "- ") + item.earned() + " "
                + item.item().label() + " | row " + item.row() + " | " + item.reason());
        item.parts().forEach(part -> row(part, indent + "  ", rows));
    }
}
