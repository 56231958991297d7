package org.zeroply.cli;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LinePass;
import org.zeroply.ending.ExactEndings;
import org.zeroply.finding.DropReason;
import org.zeroply.finding.Exercise;
import org.zeroply.finding.Harvest;
import org.zeroply.finding.Likeness;
import org.zeroply.finding.Prospect;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.San;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.store.FileShelf;
import org.zeroply.task.Paper;
import org.zeroply.task.Task;
import org.zeroply.task.TaskPgn;
import org.zeroply.work.Cancel;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Judges the games of a file and makes a paper of the exercises that are in them, rising in level. */
@Command(
        name = "harvest",
        description = "Judge the games of a PGN file and make a paper of the exercises that are in them.")
final class HarvestCommand extends Calculating.Base {
    @Parameters(index = "0", paramLabel = "GAMES.pgn")
    Path file = Path.of("");

    @Option(names = "--out", paramLabel = "PAPER.pgn", description = "the paper; it must not be there yet")
    @Nullable
    Path out;

    @Option(names = "--nodes", description = "positions of the second look; default: ${DEFAULT-VALUE}")
    long nodes = Harvest.SECOND_LOOK.nodes();

    private final Map<DropReason, Integer> dropped = new EnumMap<>(DropReason.class);
    private final List<Exercise> kept = new ArrayList<>();
    private final List<Likeness> known = new ArrayList<>();
    private int games;
    private int prospects;

    @Override
    public Integer call() throws IOException {
        if (nodes < 1) {
            throw wrong("a second look wants at least one position, not " + nodes);
        }
        if (out != null && Files.exists(out)) {
            throw new IOException(out + " is there already; name another file");
        }
        ExactEndings endings = new ExactEndings(FileShelf.usual());
        GameSweep sweep = new GameSweep(() -> endings.before(new Calculator(megabytes, 1)));
        Harvest harvest = new Harvest(endings.before(new Calculator(megabytes, 1)), Limit.nodes(nodes));
        try (InputStream in = InputFile.open(file)) {
            PgnReader reader = new PgnReader(in);
            for (PgnEntry entry = reader.next(); entry != null; entry = reader.next()) {
                entry.faults()
                        .forEach(fault -> line().getErr()
                                .println(file + ", line " + fault.line() + ": " + fault.token() + ": "
                                        + fault.reason()));
                if (entry instanceof PgnEntry.Read found) {
                    games++;
                    harvest(found.game(), sweep, harvest);
                }
            }
        }
        kept.sort(Comparator.comparingInt(exercise -> exercise.task().level().from()));
        if (out != null && !kept.isEmpty()) {
            List<Task> tasks = kept.stream().map(Exercise::task).toList();
            String name = String.valueOf(file.getFileName()).replaceFirst("\\.[^.]*$", "");
            Files.writeString(out, TaskPgn.write(Paper.of(name, tasks)), StandardCharsets.UTF_8);
        }
        if (json) {
            printJson(this::write);
        } else {
            tell();
        }
        return 0;
    }

    private void harvest(Game game, GameSweep sweep, Harvest harvest) {
        GameTree tree = game.tree();
        List<Integer> main = GameSweep.judged(tree, tree.mainLine());
        Set<Integer> wanted = new LinkedHashSet<>(List.of(GameTree.ROOT));
        wanted.addAll(main);
        LinePass pass = new LinePass(tree, wanted, List.of(main), Judgement.USUAL_THRESHOLD);
        Cancel cancel = new Cancel();
        pass.run(sweep, threads, (looked, node) -> {}, cancel);
        Judgement judgement = pass.judgement(main);
        if (judgement == null) {
            return;
        }
        for (Prospect prospect : Prospect.of(judgement)) {
            prospects++;
            harvest.look(game, prospect, likeness -> known.stream().anyMatch(likeness::isLike), cancel)
                    .ifPresent(outcome -> {
                        switch (outcome) {
                            case Harvest.Outcome.Kept(Exercise exercise) -> {
                                kept.add(exercise);
                                known.add(Likeness.of(exercise.position(), exercise.line()));
                            }
                            case Harvest.Outcome.Dropped(DropReason reason, double margin) ->
                                dropped.merge(reason, 1, Integer::sum);
                        }
                    });
        }
    }

    private void tell() {
        for (Exercise exercise : kept) {
            Task.Level level = exercise.task().level();
            out().printf(
                            Locale.ROOT,
                            "%d to %d  %s  %s  %s%n",
                            level.from(),
                            level.to(),
                            exercise.kind().title(),
                            San.line(exercise.position(), exercise.line()),
                            Fen.write(exercise.position()));
        }
        out().printf(Locale.ROOT, "%d games, %d candidates, %d kept%n", games, prospects, kept.size());
        dropped.forEach((reason, count) -> out().printf(Locale.ROOT, "%d %s%n", count, reason.text()));
    }

    private void write(JsonGenerator generator) throws IOException {
        generator.writeStartObject();
        generator.writeNumberField("games", games);
        generator.writeNumberField("candidates", prospects);
        generator.writeObjectFieldStart("dropped");
        for (Map.Entry<DropReason, Integer> each : dropped.entrySet()) {
            generator.writeNumberField(each.getKey().name(), each.getValue());
        }
        generator.writeEndObject();
        generator.writeArrayFieldStart("kept");
        for (Exercise exercise : kept) {
            generator.writeStartObject();
            generator.writeStringField("fen", Fen.write(exercise.position()));
            generator.writeStringField("kind", exercise.kind().name());
            generator.writeStringField("line", San.line(exercise.position(), exercise.line()));
            generator.writeNumberField("from", exercise.task().level().from());
            generator.writeNumberField("to", exercise.task().level().to());
            generator.writeStringField("player", exercise.player());
            generator.writeBooleanField("missed", exercise.isMissed());
            generator.writeNumberField("margin", exercise.margin());
            generator.writeArrayFieldStart("themes");
            for (String theme : exercise.task().themes()) {
                generator.writeString(theme);
            }
            generator.writeEndArray();
            generator.writeArrayFieldStart("hints");
            for (String hint : exercise.hints()) {
                generator.writeString(hint);
            }
            generator.writeEndArray();
            generator.writeEndObject();
        }
        generator.writeEndArray();
        generator.writeEndObject();
    }
}
