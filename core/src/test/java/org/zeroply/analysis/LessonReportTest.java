package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Verdict;

class LessonReportTest {
    private static final String PGN = """
            [Event "Club evening"]
            [Date "2031.04.05"]
            [White "Ardley, Tom"]
            [Black "Quillan, Rhea"]
            [Result "0-1"]

            1. e4 e6 2. d4 d5 3. e5 c5 4. f3 {too early} cxd4 5. Qxd4 Nc6 0-1
            """;

    private static Game game() throws IOException {
        PgnReader reader = new PgnReader(new ByteArrayInputStream(PGN.getBytes(StandardCharsets.UTF_8)));
        return ((PgnEntry.Read) Objects.requireNonNull(reader.next())).game();
    }

    /** White loses .30 with the seventh half-move and .20 with the ninth; Black loses nothing. */
    private static Judgement judgement(Game game) {
        GameTree tree = game.tree();
        List<Integer> main = tree.mainLine();
        double[] white = {.5, .5, .5, .5, .5, .5, .5, .2, .2, .0, .0};
        List<Judgement.Point> points = new ArrayList<>();
        List<Move> played = new ArrayList<>();
        List<Position> positions = tree.positionsAlong(main);
        for (int ply = 0; ply <= main.size(); ply++) {
            Position position = positions.get(ply);
            Move best = ply == 6
                    ? Objects.requireNonNull(San.read(position, "c3"))
                    : ply < main.size() && ply != 8
                            ? tree.node(main.get(ply)).played()
                            : position.legalMoves().getFirst();
            points.add(new Judgement.Point(position, new Verdict(0, white[ply], 0), List.of(best)));
            if (ply < main.size()) {
                played.add(tree.node(main.get(ply)).played());
            }
        }
        return Judgement.of(points, played, 0.15);
    }

    private static LessonReport draft(Game game, Side student) {
        return LessonDraft.of(game, judgement(game), student, Optional.of(6), Language.ENGLISH);
    }

    @Test
    void theDraftIsForItsStudent() throws IOException {
        LessonReport white = draft(game(), Side.WHITE);
        assertThat(white.title()).isEqualTo("Lesson for Ardley, Tom");
        assertThat(white.occasion()).isEqualTo("Ardley, Tom – Quillan, Rhea, Club evening, 2031-04-05, 0-1");
        assertThat(white.opening()).startsWith("French, Advance").endsWith("No earlier game here has 4.f3.");
        assertThat(white.summary()).contains("gave .50 in the opening").contains("2 turning points.");
        assertThat(white.shownItems()).extracting(LessonReport.Item::ply).containsExactly(6, 8);
        LessonReport.Item first = white.shownItems().getFirst();
        assertThat(first.heading()).isEqualTo("4.f3 gave away .30 of a point");
        // What the coach wrote leads.
        assertThat(first.text()).startsWith("too early\nBetter: 4.c3");
        assertThat(white.train()).isNotBlank();
        LessonReport black = draft(game(), Side.BLACK);
        assertThat(black.shownItems()).noneMatch(item -> item.kind() == LessonReport.Kind.TURNING);
        assertThat(black.items()).anyMatch(item -> item.kind() == LessonReport.Kind.TURNING);
    }

    @Test
    void chosenMomentsTakeTheOthersPlace() throws IOException {
        Game game = game();
        GameNode node = game.tree().node(game.tree().mainLine().get(4));
        GameNode marked = CoachRemarks.NONE
                .withMoment(true)
                .withCause("forgot the opening")
                .onto(node.withSigns(List.of(14)));
        GameNode parent = game.tree().node(node.parent());
        GameNode withCandidates = CoachRemarks.NONE
                .withCandidates(List.of(new CoachRemarks.CandidateNote("Nc3", false, "allows the pin")))
                .onto(parent);
        LessonReport report = draft(game.with(game.tree().with(marked).with(withCandidates)), Side.WHITE);
        assertThat(report.shownItems()).singleElement().satisfies(item -> {
            assertThat(item.kind()).isEqualTo(LessonReport.Kind.CHOSEN);
            assertThat(item.heading()).isEqualTo("3.e5");
            assertThat(item.text().lines())
                    .containsExactly(
                            "Verdict: White is slightly better.",
                            "Why: forgot the opening.",
                            "Candidates: Nc3, reject (allows the pin).");
        });
        assertThat(report.items()).hasSize(3);
    }

    @Test
    void itemsAreWordedOrderedAndLeftOut() throws IOException {
        LessonReport report = draft(game(), Side.WHITE);
        LessonReport.Item first = report.items().getFirst();
        LessonReport changed =
                report.with(first.worded("A pawn too far", "Think first.").shown(true));
        LessonReport.Item reworded = changed.item(first.kind(), first.ply()).orElseThrow();
        assertThat(reworded.heading()).isEqualTo("A pawn too far");
        LessonReport moved = changed.moved(reworded, 1);
        assertThat(moved.items().get(1)).isEqualTo(reworded);
        assertThat(moved.moved(moved.items().getFirst(), -1)).isEqualTo(moved);
        assertThat(moved.with(reworded.shown(false)).shownItems())
                .hasSize(report.shownItems().size() - 1);
    }

    @Test
    void theWordsGoIntoTheGameAsNotesAndVariations() throws IOException {
        Game game = game();
        Game annotated =
                draft(game, Side.WHITE).withNotes("All in all, well fought.").annotate(game);
        GameTree tree = annotated.tree();
        assertThat(tree.root().after()).startsWith("Lesson for Ardley, Tom").contains("well fought");
        GameNode turning = tree.node(tree.mainLine().get(6));
        assertThat(turning.after()).startsWith("4.f3 gave away").contains("Better: 4.c3");
        assertThat(turning.after().split("too early", -1)).hasSize(2);
        assertThat(tree.node(turning.parent()).children()).hasSize(2);
        PgnReader again = new PgnReader(
                new ByteArrayInputStream(PgnWriter.write(annotated).getBytes(StandardCharsets.UTF_8)));
        assertThat(((PgnEntry.Read) Objects.requireNonNull(again.next())).game().sameAs(annotated))
                .isTrue();
    }
}
