package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LessonDraft;
import org.zeroply.analysis.LessonReport;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Verdict;

/** What waits to be judged and what was written about judged games, in a real file. */
class GameQueueTest {
    private static final String PGN = """
            [White "Ardley, Tom"]
            [Black "Quillan, Rhea"]
            [Result "*"]

            1. e4 e5 2. f3 Nf6 3. g4 d5 *
            """;

    @TempDir
    @SuppressWarnings("NullAway.Init")
    Path folder;

    private Workbook open() {
        return ((WorkbookOpening.Opened) Workbook.open(folder.resolve("club.zeroply"), Clock.systemUTC())).workbook();
    }

    private static Game game() throws IOException {
        PgnReader reader = new PgnReader(new ByteArrayInputStream(PGN.getBytes(StandardCharsets.UTF_8)));
        return ((PgnEntry.Read) Objects.requireNonNull(reader.next())).game();
    }

    @Test
    void theQueueSurvivesARestartInItsOrder() throws IOException {
        long first;
        long second;
        long third;
        try (Workbook workbook = open()) {
            first = workbook.games().add(game(), "one");
            second = workbook.games().add(game(), "two");
            third = workbook.games().add(game(), "three");
            workbook.queue().add(List.of(third, first));
            workbook.queue().add(List.of(first, second));
            assertThat(workbook.queue().games()).containsExactly(third, first, second);
        }
        try (Workbook workbook = open()) {
            assertThat(workbook.queue().games()).containsExactly(third, first, second);
            workbook.queue().remove(first);
            // A game that is removed from the list waits no longer.
            workbook.games().remove(List.of(third), "removed");
            assertThat(workbook.queue().games()).containsExactly(second);
            workbook.queue().clear();
            assertThat(workbook.queue().games()).isEmpty();
        }
    }

    private static LessonReport draft(Game game, Side student) {
        List<Integer> main = game.tree().mainLine();
        List<Position> positions = game.tree().positionsAlong(main);
        List<Judgement.Point> points = new ArrayList<>();
        List<Move> played = new ArrayList<>();
        for (int ply = 0; ply < positions.size(); ply++) {
            points.add(new Judgement.Point(
                    positions.get(ply),
                    new Verdict(0, 0.9 - 0.15 * ply, 0),
                    List.of(positions.get(ply).legalMoves().getFirst())));
            if (ply < main.size()) {
                played.add(game.tree().node(main.get(ply)).played());
            }
        }
        return LessonDraft.of(game, Judgement.of(points, played, 0.14), student, Optional.empty(), Language.ENGLISH);
    }

    @Test
    void whatTheCoachMadeOfAReportIsLaidOverAFreshDraft() throws IOException {
        Game game = game();
        LessonReport draft = draft(game, Side.WHITE);
        assertThat(draft.items()).hasSizeGreaterThanOrEqualTo(3);
        LessonReport.Item second = draft.items().get(1);
        LessonReport made = draft.with(second.worded("A weak diagonal", "Lines:\n\n= und Größe")
                        .shown(true))
                .withTitle("For Tom: patience");
        made = made.moved(made.items().get(1), -1);
        long id;
        try (Workbook workbook = open()) {
            id = workbook.games().add(game, "one");
            assertThat(workbook.reports().student(id)).isEmpty();
            assertThat(workbook.reports().read(id, draft)).isEqualTo(draft);
            workbook.reports().keep(id, made);
        }
        try (Workbook workbook = open()) {
            assertThat(workbook.reports().student(id)).contains(Side.WHITE);
            assertThat(workbook.reports().read(id, draft)).isEqualTo(made);
            // What a later judgement adds comes last and is not shown; what it no longer has is gone.
            LessonReport fewer = draft.withItems(draft.items().subList(1, 2));
            assertThat(workbook.reports().read(id, fewer).items())
                    .containsExactly(made.items().getFirst());
            workbook.reports().keep(id, fewer);
            LessonReport again = workbook.reports().read(id, draft);
            assertThat(again.items().getFirst().ply()).isEqualTo(second.ply());
            assertThat(again.items().subList(1, again.items().size())).noneMatch(LessonReport.Item::isShown);
        }
    }

    @Test
    void aDamagedReportIsAsGoodAsNone() throws IOException, SQLException {
        Game game = game();
        LessonReport draft = draft(game, Side.BLACK);
        long id;
        try (Workbook workbook = open()) {
            id = workbook.games().add(game, "one");
            workbook.reports().keep(id, draft);
        }
        try (var connection =
                        WorkbookFile.source(folder.resolve("club.zeroply")).getConnection();
                var statement = connection.createStatement()) {
            statement.execute("update report set content = 'title=\\u00zz'");
        }
        try (Workbook workbook = open()) {
            assertThat(workbook.reports().student(id)).isEmpty();
            assertThat(workbook.reports().read(id, draft)).isEqualTo(draft);
        }
    }

    @Test
    void aFileAppearsCompleteOrNotAtAll() throws IOException {
        Path target = folder.resolve("lesson.pdf");
        Files.writeString(target, "before");
        WholeFile.write(target, out -> {
            out.write(new byte[] {1, 2, 3});
            return false;
        });
        assertThat(target).hasContent("before");
        WholeFile.write(target, out -> {
            out.write("after".getBytes(StandardCharsets.UTF_8));
            return true;
        });
        assertThat(target).hasContent("after");
        try (var files = Files.list(folder)) {
            assertThat(files).containsExactly(target);
        }
    }
}
