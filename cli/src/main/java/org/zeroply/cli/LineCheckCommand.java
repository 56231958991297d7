package org.zeroply.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.LineCheck;
import org.zeroply.analysis.LineCheckText;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.search.Analyst;
import org.zeroply.search.Limit;
import org.zeroply.work.Cancel;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** The line check over the games of a file. */
@Command(
        name = "linecheck",
        description = "Go over the lines of a PGN file: bad moves, stronger ones left out, verdicts at the ends.")
final class LineCheckCommand extends Calculating.Base {
    @Parameters(index = "0", paramLabel = "FILE")
    Path file = Path.of("");

    @Mixin
    private final Calculating.Span span = new Calculating.Span("a position", 300);

    private Limit limit = Limit.NONE;
    private int games;
    private int findings;

    @Override
    public Integer call() throws IOException {
        limit = span.limit(line());
        Analyst calculator = analyst();
        try (InputStream in = InputFile.open(file)) {
            if (json) {
                printJson(generator -> {
                    generator.writeStartArray();
                    read(in, calculator, generator);
                    generator.writeEndArray();
                });
            } else {
                read(in, calculator, null);
                out().printf(Locale.ROOT, "%d games, %d findings%n", games, findings);
            }
        }
        return findings == 0 ? 0 : ZeroPly.FAULTS;
    }

    private void read(InputStream in, Analyst calculator, @Nullable JsonGenerator generator) throws IOException {
        PgnReader reader = new PgnReader(in);
        for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
            entry.faults()
                    .forEach(fault -> line().getErr()
                            .println(file + ", line " + fault.line() + ": " + fault.token() + ": " + fault.reason()));
            if (!(entry instanceof PgnEntry.Read found)) {
                continue;
            }
            games++;
            Game game = found.game();
            LineCheck check = LineCheck.of(game.tree(), GameTree.ROOT, limit, calculator, partial -> {}, new Cancel());
            for (LineCheck.Finding finding : check.findings()) {
                findings += finding.kind() == LineCheck.Kind.RIGHT_VERDICT ? 0 : 1;
                String text = LineCheckText.of(game.tree(), finding, Language.ENGLISH);
                if (generator == null) {
                    out().printf(Locale.ROOT, "game %d, %s%n", games, text);
                } else {
                    generator.writeStartObject();
                    generator.writeNumberField("game", games);
                    generator.writeStringField("kind", finding.kind().name());
                    generator.writeStringField("text", text);
                    generator.writeNumberField("loss", finding.loss());
                    generator.writeEndObject();
                }
            }
        }
    }
}
