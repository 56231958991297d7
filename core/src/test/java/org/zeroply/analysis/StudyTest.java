package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.work.Cancel;

class StudyTest {
    /** A pawn can be taken, and whoever takes it is mated on the back rank. */
    private static final Position BAIT = Fen.position("3r2k1/p4ppp/8/8/8/8/5PPP/R5K1 w - - 0 1");

    private static Move move(Position position, String name) {
        return Objects.requireNonNull(San.read(position, name), name);
    }

    private static Study.Task task(Position position, int lines, long ease, Move... named) {
        return new Study.Task(
                Question.of(position, Limit.nodes(0)).withLines(lines), List.of(named), Limit.nodes(20_000), ease);
    }

    private static Study run(Study.Task task, List<Study> told, Cancel cancel) {
        return Study.run(task, new Calculator(4, 1), new Threats(), told::add, cancel);
    }

    private static Study run(Study.Task task) {
        return run(task, new ArrayList<>(), new Cancel());
    }

    @Test
    void itGrowsFromTheThreatsToTheLines() {
        List<Study> told = new ArrayList<>();
        Position threatened = Fen.position("r1bq1rk1/pp1n1ppp/2p1p3/8/3P4/3Q4/PPB2PPP/R3R1K1 b - - 0 1");
        Study study = run(task(threatened, 2, 0), told, new Cancel());
        assertThat(told.getFirst().threats()).extracting(Threat::kind).containsExactly(Threat.Kind.MATE);
        assertThat(told.getFirst().calculations()).isEmpty();
        assertThat(told.getFirst().verdict()).isNull();
        assertThat(told).allMatch(state -> !state.complete());
        assertThat(study.complete()).isTrue();
        assertThat(study.calculations().getFirst().lines()).hasSize(2);
        assertThat(study.verdict()).isNotNull();
    }

    @Test
    void aNamedMoveIsLookedAtThoughItIsBad() {
        Move bait = move(BAIT, "Rxa7");
        Study study = run(task(BAIT, 1, 0, bait));
        Candidate candidate = study.candidates(ValueScale.SCHOOLROOM).stream()
                .filter(each -> each.move().equals(bait))
                .findFirst()
                .orElseThrow();
        assertThat(candidate.line().verdict().mateIn()).isEqualTo(-1);
        assertThat(study.calculations().getFirst().lines())
                .extracting(CalculatedLine::first)
                .doesNotContain(bait);
    }

    @Test
    void aMoveThatIsAmongTheBestIsNotLookedAtTwice() {
        Study study = run(task(BAIT, 3, 0));
        List<Move> firsts = study.calculations().stream()
                .flatMap(each -> each.lines().stream())
                .map(CalculatedLine::first)
                .toList();
        assertThat(firsts).doesNotHaveDuplicates();
        assertThat(firsts).as("what looks natural is among them").containsAll(study.natural());
    }

    @Test
    void howEasyTheReplyIsIsToldOfTheBestAndOfTheNamedOnes() {
        Move bait = move(BAIT, "Rxa7");
        Study study = run(task(BAIT, 1, 300, bait));
        Move best = study.calculations().getFirst().lines().getFirst().first();
        assertThat(study.ease()).containsOnlyKeys(best, bait);
        Ease mate = Objects.requireNonNull(study.ease().get(bait));
        assertThat(mate.replies()).isEqualTo(BAIT.play(bait).legalMoves().size());
        assertThat(mate.holding()).as("only the mate").isEqualTo(1);
        assertThat(mate.depthToFind()).isLessThanOrEqualTo(2);
        assertThat(run(task(BAIT, 1, 0, bait)).ease()).isEmpty();
    }

    @Test
    void aCancelledStudyKeepsWhatItHas() {
        Cancel cancel = new Cancel();
        Study study = Study.run(
                task(BAIT, 1, 0, move(BAIT, "Rxa7")),
                new Calculator(4, 1),
                new Threats(),
                state -> {
                    if (!state.calculations().isEmpty()) {
                        cancel.cancel();
                    }
                },
                cancel);
        assertThat(study.complete()).isFalse();
        assertThat(study.threats()).isNotNull();
        assertThat(study.calculations()).hasSize(1);
    }

    @Test
    void whatDependsOnTheGameDoesNotStandAlone() {
        Position start = Position.START;
        assertThat(Study.standsAlone(start, List.of())).isTrue();
        assertThat(Study.standsAlone(start, List.of(start)))
                .as("it was on the board before")
                .isFalse();
        assertThat(Study.standsAlone(Fen.position("4k3/8/8/8/8/8/R7/4K3 w - - 85 90"), List.of()))
                .as("the fifty moves are near")
                .isFalse();
    }
}
