package org.zeroply.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.zeroply.defence.Elimination;
import org.zeroply.defence.Parries;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Threats;
import org.zeroply.task.MarkedScript.MarkedItem;
import org.zeroply.work.Cancel;

class DefenceTasksTest {
    private static final ExactEndings EXACT = new ExactEndings(Shelf.NONE);

    private static final Position QUEEN = Fen.position("6k1/5ppp/8/8/1q6/8/5PPP/R2N2K1 w - - 0 1");
    private static final Position MATE = Fen.position("r1bq1rk1/pp1n1ppp/2p1p3/8/3P4/3Q4/PPB2PPP/R3R1K1 b - - 0 1");

    private static Task eliminate(String... names) {
        List<Move> candidates = new ArrayList<>();
        for (String name : names) {
            candidates.add(Objects.requireNonNull(San.read(QUEEN, name)));
        }
        return DefenceTasks.eliminate(Elimination.of(QUEEN, candidates, EXACT, partial -> {}, new Cancel()), null);
    }

    private static Task parry() {
        return DefenceTasks.parry(
                Parries.of(
                        MATE, new Threats().against(MATE, new Cancel()).getFirst(), EXACT, partial -> {}, new Cancel()),
                null);
    }

    private static MarkedItem item(MarkedScript marked, String label) {
        return marked.items().stream()
                .filter(each -> each.item().label().equals(label))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void everyCandidateIsAskedForAndTheModelEarnsAll() {
        Task task = eliminate("Ra8+", "Kh1", "h3", "Ne3");
        assertThat(task.kind()).isEqualTo(TaskKind.ELIMINATE);
        assertThat(task.themes()).containsExactly("defence");
        assertThat(task.instruction()).startsWith("Candidates: Kh1, Ne3, Ra8+, h3.");
        assertThat(SchemeFault.of(task)).isEmpty();
        assertThat(task.scheme().items())
                .extracting(item -> item.label() + " " + item.points())
                .containsExactlyInAnyOrder("1.Ra8+ 3", "1.Kh1 2", "1.h3 2", "1.Ne3 2");
        AttainablePoints outOf = AttainablePoints.of(task);
        assertThat(outOf.points()).isEqualTo(Points.of(9));
        assertThat(Marker.mark(task, outOf.model(), List.of()).points()).isEqualTo(Points.of(9));
        assertThat(Papers.mark(task, "").points()).isEqualTo(Points.ZERO);
    }

    @Test
    void aTaskToParryNamesItsThreat() {
        assertThat(parry().instruction()).isEqualTo("White threatens Qxh7#. Name every move that meets the threat.");
        Position check = Fen.position("6k1/q2nb3/1p2Q2p/p3P1p1/P5P1/5r2/1B3P1P/4K1R1 b - - 0 1");
        Parries found = Parries.of(
                check, new Threats().against(check, new Cancel()).getFirst(), EXACT, partial -> {}, new Cancel());
        assertThat(DefenceTasks.parry(found, null).instruction()).isEqualTo("Name every move that meets the check.");
    }

    @Test
    void refutationsAndSurvivorsAreMarkedWithReasons() {
        Task task = eliminate("Ra8+", "Kh1", "h3", "Ne3");
        MarkedScript marked = Papers.mark(task, "", "1.Ra8+ | survives", "1.Kh1 Qe1#", "1.h3 Survives ", "1.Ne3 Qb2");
        assertThat(item(marked, "1.Ra8+").isMet()).isTrue();
        assertThat(item(marked, "1.Kh1").row()).isEqualTo(2);
        assertThat(item(marked, "1.h3").reason()).isEqualTo("row 3 says that 1.h3 survives; it is refuted");
        assertThat(marked.bySkill()).containsOnlyKeys(Skill.REFUTING);
        MarkedScript wrong = Papers.mark(task, "", "1.Ra8+ Qf8", "1.Kh1 Qd6");
        assertThat(item(wrong, "1.Ra8+").reason()).isEqualTo("row 1 refutes 1.Ra8+, which survives");
        assertThat(item(wrong, "1.Kh1").reason())
                .isEqualTo("1...Qd6 is not in the solution, and nobody has judged yet whether it refutes");
        assertThat(item(wrong, "1.h3").reason()).isEqualTo("the script says nothing of 1.h3");
    }

    @Test
    void anotherRefutationThatWorksEarnsByItsEvidence() {
        Task task = eliminate("Ra8+", "Ne3");
        Script script = Script.EMPTY.withRows(List.of("1.Ne3 g6"));
        List<Position> open = Marker.undecided(task, script, List.of());
        assertThat(open)
                .singleElement()
                .satisfies(position -> assertThat(position.sideToMove()).isEqualTo(Side.WHITE));
        MarkEvidence works = new MarkEvidence(open.getFirst(), Opinion.BLACK_WINNING, "the coach", "by hand");
        MarkEvidence fails = new MarkEvidence(open.getFirst(), Opinion.LEVEL, "the coach", "by hand");
        MarkedScript earned = Marker.mark(task, script, List.of(works));
        assertThat(item(earned, "1.Ne3").isMet()).isTrue();
        assertThat(earned.used()).as("what the marking rests on is kept").containsExactly(works);
        MarkedScript not = Marker.mark(task, script, List.of(fails));
        assertThat(item(not, "1.Ne3").reason()).isEqualTo("1...g6 does not refute: level, says the coach");
        assertThat(Marker.undecided(task, script, List.of(works))).isEmpty();
    }

    @Test
    void onlyTheFirstRowAboutACandidateCounts() {
        Task task = eliminate("Ra8+", "Kh1");
        MarkedScript everything = Papers.mark(task, "", "1.Kh1 h6", "1.Kh1 Qe1#", "1.Kh1 survives");
        assertThat(item(everything, "1.Kh1").isMet()).isFalse();
    }

    @Test
    void everyMoveThatMeetsTheThreatIsNamed() {
        Task task = parry();
        assertThat(task.kind()).isEqualTo(TaskKind.PARRY);
        assertThat(SchemeFault.of(task)).isEmpty();
        AttainablePoints outOf = AttainablePoints.of(task);
        int ways = task.solution().root().children().size();
        assertThat(ways).isEqualTo(6);
        MarkedScript model = Marker.mark(task, outOf.model(), List.of());
        assertThat(model.points()).isEqualTo(outOf.points());
        MarkedScript some = Marker.mark(task, Script.EMPTY.withCandidates("Nf6, Kh8, g6"), List.of());
        assertThat(some.items().stream().filter(MarkedItem::isMet)).hasSize(2);
        String all = MATE.legalMoves().stream()
                .map(move -> San.write(MATE, move))
                .reduce((one, two) -> one + ", " + two)
                .orElseThrow();
        MarkedScript everything = Marker.mark(task, Script.EMPTY.withCandidates(all), List.of());
        assertThat(everything.points().halves())
                .as("naming every legal move does not pay")
                .isLessThan(outOf.points().halves());
    }

    @Test
    void bothKindsSurviveTheFile() throws IOException {
        for (Task task : List.of(eliminate("Ra8+", "Kh1"), parry())) {
            String written = TaskPgn.write(Paper.of("Defence", List.of(task)));
            TaskPgn.Contents read = TaskPgn.read(new ByteArrayInputStream(written.getBytes(StandardCharsets.UTF_8)));
            assertThat(read.faults()).isEmpty();
            assertThat(read.paper().tasks().getFirst().kind()).isEqualTo(task.kind());
            assertThat(read.paper().tasks().getFirst().scheme().items())
                    .extracting(Item::label)
                    .containsExactlyElementsOf(
                            task.scheme().items().stream().map(Item::label).toList());
            assertThat(AttainablePoints.of(read.paper().tasks().getFirst()).points())
                    .isEqualTo(AttainablePoints.of(task).points());
            assertThat(TaskPgn.write(read.paper())).isEqualTo(written);
        }
    }

    @Test
    void aCandidateCannotHaveBothFates() {
        Task task = eliminate("Ra8+", "Kh1");
        Item refute = task.scheme().items().stream()
                .filter(item -> item.label().equals("1.Kh1"))
                .findFirst()
                .orElseThrow();
        int node = refute.wants().findFirst().orElseThrow().place().orElseThrow();
        List<Item> items = new ArrayList<>(task.scheme().items());
        items.add(new Item.Single("both", Points.of(1), "", new Want.Survive(node)));
        assertThat(SchemeFault.of(task.withScheme(task.scheme().withItems(items))))
                .extracting(SchemeFault::reason)
                .contains("1.Kh1 cannot be refuted and survive");
        assertThat(SchemeFault.of(task.withKind(TaskKind.CALCULATE)))
                .extracting(SchemeFault::reason)
                .contains("1.Kh1 is no candidate of a task to eliminate");
    }
}
