package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LessonDraft;
import org.zeroply.analysis.LessonReport;
import org.zeroply.analysis.Study;
import org.zeroply.analysis.StudyText;
import org.zeroply.coaching.MarkedSitting;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnWriter;
import org.zeroply.repertoire.RepertoireWriter;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.task.ScriptText;
import org.zeroply.task.TaskPgn;

/**
 * A workbook that an older version of the program wrote, with everything in it that a workbook can hold: whatever becomes of
 * the schema, it opens, and says what it said. Run with {@code -Dgolden.write=true} to keep what it says now.
 */
class YesterdayTest {
    private static final String ANALYST = "yesterday's analyst";
    private static final List<String> SETTINGS = List.of("language", "scale", "student", "threshold");

    @TempDir
    @SuppressWarnings("NullAway.Init")
    Path folder;

    private final List<String> said = new ArrayList<>();

    @Test
    void whatAnOlderVersionWroteIsThereToTheLastWord() throws IOException {
        Path file = file(folder);
        try (Workbook workbook = Books.open(file)) {
            said.addAll(said(workbook));
        }
        if (Boolean.getBoolean("golden.write")) {
            Files.write(Path.of("src/test/resources/org/zeroply/store/yesterday.txt"), said);
            return;
        }
        try (InputStream in = resource("yesterday.txt")) {
            String kept = new String(in.readAllBytes(), StandardCharsets.UTF_8).strip();
            assertThat(String.join("\n", said).strip()).isEqualTo(kept);
        }
    }

    /** The workbook as the older version wrote it. */
    static Path file(Path folder) throws IOException {
        Path file = folder.resolve("yesterday.zeroply");
        try (InputStream in = resource("yesterday.workbook")) {
            Files.copy(in, file);
        }
        return file;
    }

    /** Everything that a workbook with yesterday's analyst says, kind by kind. */
    static List<String> said(Workbook workbook) {
        YesterdayTest reader = new YesterdayTest();
        reader.games(workbook);
        reader.repertoires(workbook);
        reader.papers(workbook);
        reader.sittings(workbook);
        reader.say("# settings");
        SETTINGS.forEach(
                name -> reader.say(name + "=" + workbook.settings().get(name).orElse("")));
        return reader.said;
    }

    private static InputStream resource(String name) {
        return Objects.requireNonNull(YesterdayTest.class.getResourceAsStream(name), name);
    }

    private void say(String text) {
        text.lines().map(String::stripTrailing).forEach(said::add);
    }

    private void undo(UndoState state) {
        say("undo " + state.undo() + ", redo " + state.redo());
    }

    // ---- kind by kind

    private void games(Workbook workbook) {
        say("# games");
        undo(workbook.games().undoState());
        for (long id : workbook.games().ids(GameFilter.ALL, GameOrder.NEWEST_FIRST)) {
            say(workbook.games().summary(id).orElseThrow().toString());
            undo(workbook.games().undoState(id));
            Game game = workbook.games().read(id);
            say(PgnWriter.write(game));
            report(workbook, id, game);
        }
        say("waiting to be judged " + workbook.queue().games());
        say("found by words " + workbook.games().find("ardley", 9).size());
        PositionGames start = workbook.positions().at(Position.START, null);
        say("at the start " + start.games().size() + ", still to be gone over " + start.pending());
    }

    /** What is kept of the positions of a game that was judged, and what the coach made of its report. */
    private void report(Workbook workbook, long id, Game game) {
        Optional<Side> student = workbook.reports().student(id);
        if (student.isEmpty()) {
            return;
        }
        GameTree tree = game.tree();
        List<Judgement.Point> points = new ArrayList<>();
        for (Position position : tree.positionsAlong(tree.mainLine())) {
            Study study = workbook.studies()
                    .find(position, ANALYST, GameSweep.LINES, GameSweep.LEVEL)
                    .orElseThrow();
            say(StudyText.write(study));
            points.add(GameSweep.point(study));
        }
        List<Move> played =
                tree.mainLine().stream().map(node -> tree.node(node).played()).toList();
        LessonReport draft = LessonDraft.of(
                game, Judgement.of(points, played, 0.14), student.get(), Optional.empty(), Language.ENGLISH);
        say("report for " + student.get());
        // Without the moment at which it was written.
        LessonText.write(workbook.reports().read(id, draft))
                .lines()
                .filter(line -> !line.startsWith("#"))
                .sorted()
                .forEach(this::say);
    }

    private void repertoires(Workbook workbook) {
        say("# repertoires");
        undo(workbook.repertoires().undoState());
        for (RepertoireShelf.Listed each : workbook.repertoires().list()) {
            say(each.toString());
            undo(workbook.repertoires().undoState(each.id()));
            say(PgnWriter.movetext(RepertoireWriter.tree(workbook.repertoires().read(each.id()))));
        }
    }

    private void papers(Workbook workbook) {
        say("# papers");
        undo(workbook.papers().undoState());
        for (PaperShelf.Listed each : workbook.papers().list()) {
            say(each.toString());
            undo(workbook.papers().undoState(each.id()));
            say(TaskPgn.write(workbook.papers().read(each.id())));
        }
    }

    private void sittings(Workbook workbook) {
        say("# students and sittings");
        for (Student student : workbook.sittings().students()) {
            say(student.toString());
        }
        for (SittingShelf.Listed each : workbook.sittings().list()) {
            say(each.toString());
            Sitting sitting = workbook.sittings().read(each.id());
            for (int task = 0; task < sitting.tasks().size(); task++) {
                Sitting.Attempt attempt = sitting.tasks().get(task);
                say(ScriptText.write(task + 1, attempt.script()));
                say(attempt.clock() + " " + attempt.end() + " " + attempt.awards());
            }
            MarkedSitting.of(sitting).scripts().forEach(marked -> say(marked.points() + " of " + marked.outOf()));
        }
    }
}
