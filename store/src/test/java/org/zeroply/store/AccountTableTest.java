package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.Student;
import org.zeroply.coaching.StudentAccount;

/** Accounts and levels for other programs. */
class AccountTableTest {
    private static AccountTable.Row row(String name, int rating, Optional<Level> level) {
        StudentAccount account = StudentAccount.of(
                new StudentAccount.Season(List.of(), rating, Map.of(), List.of(), Optional.empty(), Instant.EPOCH));
        return new AccountTable.Row(new Student(1, name, rating), account, level);
    }

    @Test
    void aStudentWithoutGamesHasARowAndNamesAreQuotedOrLeftOut() {
        List<AccountTable.Row> rows = List.of(
                row("Haddad, \"Noor\"", 1900, Optional.of(new Level(1931.6, 60, 14))),
                row("Tarn", 0, Optional.empty()));
        List<String> lines = AccountTable.write(rows, true).lines().toList();
        assertThat(lines.get(0)).startsWith("student,rating,measured,plus or minus,tasks,judged games,start");
        assertThat(lines.get(1)).startsWith("\"Haddad, \"\"Noor\"\"\",1900,1932,99,14,0,,");
        assertThat(lines.get(2)).startsWith("Tarn,,,,0,0,,");
        assertThat(lines)
                .allSatisfy(line -> assertThat(
                                line.replaceAll("\"[^\"]*\"", "").chars().filter(c -> c == ','))
                        .hasSize(19));
        assertThat(AccountTable.write(rows, false))
                .contains("student 1,1900", "student 2,")
                .doesNotContain("Tarn");
    }
}
