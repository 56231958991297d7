package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.analysis.Study;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Threats;
import org.zeroply.work.Cancel;

/** What was calculated is kept with its position, and only ever shown for the question that was asked. */
class StudyStoreTest {
    private static final Position POSITION = Fen.position("r4rk1/pppb1ppp/2n5/7Q/8/3B4/PPP2PPP/5RK1 b - - 0 1");

    @TempDir
    Path folder;

    private static Study study(int depth) {
        Move named = San.read(POSITION, "Rfe8");
        Study.Task task = new Study.Task(
                Question.of(POSITION, Limit.depth(depth)).withLines(3),
                named == null ? List.of() : List.of(named),
                Limit.depth(depth),
                200);
        return Study.run(task, new Calculator(4, 1), new Threats(), partial -> {}, new Cancel());
    }

    @Test
    void comesBackAsItWasKept() {
        Study kept = study(5);
        assertThat(kept.threats()).isNotEmpty();
        assertThat(kept.ease()).isNotEmpty();
        assertThat(kept.complete()).isTrue();
        Path file = folder.resolve("studies.zeroply");
        try (Workbook workbook = Books.open(file)) {
            workbook.studies().keep(kept, "one", 3, 1);
        }
        try (Workbook workbook = Books.open(file)) {
            Study read = workbook.studies().find(POSITION, "one", 3, 1).orElseThrow();
            assertThat(read.threats()).isEqualTo(kept.threats());
            assertThat(read.natural()).isEqualTo(kept.natural());
            assertThat(read.ease()).isEqualTo(kept.ease());
            assertThat(read.candidates(ValueScale.SCHOOLROOM)).isEqualTo(kept.candidates(ValueScale.SCHOOLROOM));
        }
    }

    @Test
    void onlyAnswersTheSameQuestionOrOneWithLessEffort() {
        try (Workbook workbook = Books.open(folder.resolve("studies.zeroply"))) {
            workbook.studies().keep(study(2), "one", 3, 1);
            Study deep = study(4);
            workbook.studies().keep(deep, "one", 3, 2);
            assertThat(workbook.studies()
                            .find(POSITION, "one", 3, 0)
                            .orElseThrow()
                            .calculations())
                    .isEqualTo(workbook.studies()
                            .find(POSITION, "one", 3, 2)
                            .orElseThrow()
                            .calculations());
            assertThat(workbook.studies()
                            .find(POSITION, "one", 3, 0)
                            .orElseThrow()
                            .calculations()
                            .getFirst()
                            .depth())
                    .isEqualTo(4);
            assertThat(workbook.studies().find(POSITION, "one", 3, 3)).isEmpty();
            assertThat(workbook.studies().find(POSITION, "one", 5, 1)).isEmpty();
            assertThat(workbook.studies().find(POSITION, "another", 3, 1)).isEmpty();
            assertThat(workbook.studies().find(Position.START, "one", 3, 1)).isEmpty();
        }
    }

    @Test
    void allThatIsKeptOfSomePositionsIsReadAtOnce() {
        Position next = POSITION.play(POSITION.legalMoves().getFirst());
        try (Workbook workbook = Books.open(folder.resolve("studies.zeroply"))) {
            workbook.studies().keep(study(2), "one", 3, 1);
            workbook.studies().keep(study(4), "one", 0, 2);
            workbook.studies().keep(study(3), "another", 3, 1);
            List<Position> wanted = List.of(next, POSITION, Position.START);
            assertThat(workbook.studies().all(wanted, "one"))
                    .extracting(study -> study.calculations().getFirst().depth())
                    .containsExactlyInAnyOrder(2, 4);
            assertThat(workbook.studies().all(List.of(next), "one")).isEmpty();
            assertThat(workbook.studies().all(List.of(), "one")).isEmpty();
        }
    }

    @Test
    void whatDoesNotFitItsPositionIsAsGoodAsNone() throws SQLException {
        Path file = folder.resolve("studies.zeroply");
        Study study = study(2);
        try (Workbook workbook = Books.open(file)) {
            workbook.studies().keep(study, "one", 3, 1);
        }
        for (String broken : List.of(
                "study 9",
                "",
                "study 1\nC 3 100 10\nL 3 0 0.5 0 e2e4\n",
                "study 1\nC 3 100\n",
                "study 1\nL 3 0 0.5 0 g8h8\n",
                "study 1\nX\n",
                "study 1\nC 3 100 10\nL 3 0 7.5 0 g8h8\n")) {
            try (var connection = WorkbookFile.source(file).getConnection();
                    Statement statement = connection.createStatement()) {
                statement.executeUpdate("update study set content = '" + broken + "'");
            }
            try (Workbook workbook = Books.open(file)) {
                assertThat(workbook.studies().find(POSITION, "one", 3, 1))
                        .as(broken)
                        .isEmpty();
            }
        }
    }
}
