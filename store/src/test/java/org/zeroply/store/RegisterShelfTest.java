package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Profile.Rated;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Student;
import org.zeroply.store.RegisterShelf.GameName;

/** Students with their names, ratings, groups and goals, and what they ask; all of it is undone. */
@SuppressWarnings("NullAway.Init")
class RegisterShelfTest {
    private static final Instant NOON = Instant.parse("2026-11-25T12:00:00Z");

    @TempDir
    Path folder;

    private Workbook workbook;
    private long noor;

    @BeforeEach
    void open() {
        workbook = Books.open(folder.resolve("club.zeroply"));
        noor = workbook.register().add(Profile.of(new Student(0, "Haddad, Noor", 1900)), "adding Noor");
    }

    @AfterEach
    void close() {
        workbook.close();
    }

    private void edit(Profile after) {
        workbook.register().save(noor, workbook.register().read(noor), after, "", "edit");
    }

    @Test
    void aStudentComesBackWholeAfterReopeningAndEditsAreUndone() {
        Profile before = workbook.register().read(noor);
        assertThat(before.ratings()).extracting(Rated::rating).containsExactly(1900);
        Profile after = before.withNames(List.of("Haddad, N.", "Noor H"))
                .withGroups(List.of("Tuesday circle", "Juniors"))
                .withGoals("two norms\nand a smile")
                .rated(1925, "2026.12.01");
        edit(after);
        Path file = workbook.file();
        workbook.close();
        workbook = Books.open(file);
        assertThat(workbook.register().read(noor)).isEqualTo(after);
        assertThat(workbook.register().list()).singleElement().satisfies(row -> {
            assertThat(row.student().rating()).isEqualTo(1925);
            assertThat(row.groups()).containsExactly("Tuesday circle", "Juniors");
        });
        assertThat(workbook.register().groups()).containsExactly("Juniors", "Tuesday circle");
        assertThat(workbook.register().travel(noor, true)).contains(before);
        assertThat(workbook.register().travel(noor, false)).contains(after);
    }

    @Test
    void questionsComeAndAreAnsweredAndAreUndoneWithTheirStudent() {
        long game = workbook.games().add(Books.game("[White \"Haddad, Noor\"]\n1.c4 e5 *"), "add");
        long id = workbook.register()
                .ask(new Question(0, noor, "May I not castle here?", game, 1, NOON, ""), "the question");
        assertThat(workbook.register().row(noor).orElseThrow().open()).isEqualTo(1);
        Question asked = workbook.register().questions(noor).getFirst();
        assertThat(asked).isEqualTo(new Question(id, noor, "May I not castle here?", game, 1, NOON, ""));
        workbook.register().save(asked.answered("Nothing is developed yet."), "the answer");
        assertThat(workbook.register().row(noor).orElseThrow().open()).isZero();
        assertThat(workbook.register().undoState(noor).undo()).isEqualTo("the answer");
        workbook.register().travel(noor, true);
        assertThat(workbook.register().questions(noor)).containsExactly(asked);
        workbook.register().travel(noor, true);
        assertThat(workbook.register().questions(noor)).isEmpty();
        workbook.register().travel(noor, false);
        workbook.register().travel(noor, false);
        assertThat(workbook.register().questions(noor).getFirst().answer()).isEqualTo("Nothing is developed yet.");
        workbook.register().remove(asked, "remove");
        assertThat(workbook.register().questions(noor)).isEmpty();
        workbook.register().travel(noor, true);
        assertThat(workbook.register().questions(noor)).hasSize(1);
    }

    @Test
    void namesAreProposedFromTheGamesWithWhoClaimsThem() {
        for (String white : List.of("Haddad, Noor", "Haddad, Noor", "Haddad, N.", "Haddadi, Ben", "Tarn, Bastian")) {
            workbook.games().add(Books.game("[White \"" + white + "\"]\n[Black \"Okafor, Sam\"]\n1.c4 *"), "add");
        }
        long other = workbook.register()
                .add(
                        Profile.of(new Student(0, "Haddad, Nabil", 1500)).withNames(List.of("Haddad, N.")),
                        "adding Nabil");
        assertThat(workbook.register().names(workbook.register().read(noor)))
                .containsExactly(
                        new GameName("Haddad, Noor", 2, List.of("Haddad, Noor")),
                        new GameName("Haddad, N.", 1, List.of("Haddad, Nabil")),
                        new GameName("Haddadi, Ben", 1, List.of()));
        assertThat(workbook.register().names(workbook.register().read(other)))
                .extracting(GameName::name)
                .contains("Haddad, N.", "Haddad, Nabil");
    }

    @Test
    void comingAndGoingIsUndoneFromTheList() {
        workbook.register().remove(noor, "removing Noor");
        assertThat(workbook.register().list()).isEmpty();
        assertThat(workbook.register().undoState().undo()).isEqualTo("removing Noor");
        workbook.register().travelInList(true);
        assertThat(workbook.register().list()).hasSize(1);
        workbook.register().travelInList(true);
        assertThat(workbook.register().list()).as("not yet added").isEmpty();
    }

    @Test
    void sittingAPaperKeepsTheHistoryOfRatings() {
        workbook.sittings().keep(new Student(noor, "Haddad, Noor", 1950));
        Profile profile = workbook.register().read(noor);
        assertThat(profile.student().rating()).isEqualTo(1950);
        assertThat(profile.ratings()).last().extracting(Rated::rating).isEqualTo(1950);
    }
}
