package org.zeroply.desktop.register;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.store.RegisterShelf;

/** The register without a window: pages, names, groups, questions, and what goes wrong. */
@SuppressWarnings("NullAway.Init")
class RegisterModelTest extends OnAWorkbook {
    private static final Clock NOON = Clock.fixed(Instant.parse("2026-03-01T12:00:00Z"), ZoneOffset.UTC);
    private static final String NOOR = "Haddad, Noor";

    private RegisterModel register;

    @BeforeEach
    void begin() {
        register = new RegisterModel(workbook, background, analyst.name(), NOON);
    }

    private void judge(String white, String black, String moves) {
        long id = workbook.games()
                .add(
                        game("[White \"" + white + "\"]\n[Black \"" + black + "\"]\n[Date \"2026.01.05\"]\n\n" + moves
                                + " *"),
                        "add");
        OpenGame open = new OpenGame(workbook, background);
        JudgingModel judging = new JudgingModel(open, workbook, background, service);
        open.open(id);
        judging.judge();
    }

    private void add(String name, int rating, String... groups) {
        register.add(Profile.of(new Student(0, name, rating)).withGroups(List.of(groups)));
    }

    private StudentPage page() {
        return Objects.requireNonNull(register.pageProperty().get());
    }

    private Profile profile() {
        return Objects.requireNonNull(register.profileProperty().get());
    }

    @Test
    void anEmptyRegisterShowsNobody() {
        register.refresh();
        assertThat(register.profileProperty().get()).isNull();
        assertThat(register.pageProperty().get()).isNull();
        assertThat(background.running()).isEmpty();
    }

    @Test
    void theAccountIsOverTheGamesUnderAllNames() {
        judge(NOOR, "Tarn, Bastian", "1.d4 d5 2.c4 e6 3.Nc3");
        judge("Okafor, Sam", "Haddad, N.", "1.d4 d5 2.c4 dxc4");
        judge(NOOR, "Haddad, N.", "1.d4 d5");
        workbook.games().add(game("[White \"" + NOOR + "\"]\n\n1.c4 *"), "add");
        add(NOOR, 1900);
        assertThat(page().account().games()).as("the name has two judged games").hasSize(2);
        register.edit(before -> before.withNames(List.of("Haddad, N.")));
        assertThat(page().account().games()).hasSize(2);
        assertThat(page().selfPlayed())
                .as("the one against themselves is left out")
                .hasSize(1);
        assertThat(page().left()).hasSize(1);
        register.spanProperty().set(StudentPage.Span.WITH_BLACK);
        assertThat(page().account().games())
                .singleElement()
                .satisfies(game -> assertThat(game.player()).isEqualTo("Haddad, N."));
        register.undo();
        assertThat(profile().names()).isEmpty();
    }

    @Test
    void whatIsWrongIsSaidBeforeAnythingIsKept() {
        add(NOOR, 1900);
        long id = profile().student().id();
        assertThat(register.fault(0, " ", "")).contains("register.fault.name");
        assertThat(register.fault(0, "Tarn", "4001")).contains("register.fault.rating");
        assertThat(register.fault(0, "Tarn", "strong")).contains("register.fault.rating");
        assertThat(register.fault(0, "haddad, noor", "")).contains("register.fault.taken");
        assertThat(register.fault(id, "haddad, noor", "0"))
                .as("it is that student")
                .isEmpty();
        assertThat(register.fault(0, "Tarn", "4000")).isEmpty();
    }

    @Test
    void aNameThatTwoStudentsHaveIsToldOnThePageOfEither() {
        add("Okafor, Sam", 1640);
        add(NOOR, 1900);
        register.edit(before -> before.withNames(List.of("Okafor, Sam")));
        assertThat(page().claimed()).containsExactly("Okafor, Sam is a name of Okafor, Sam as well");
        register.openNamed("Okafor, Sam");
        assertThat(page().claimed()).containsExactly("Okafor, Sam is a name of " + NOOR + " as well");
        register.openNamed(NOOR);
        register.edit(before -> before.withNames(List.of()));
        assertThat(page().claimed()).isEmpty();
    }

    @Test
    void ratingsOf0And4000AreTaken() {
        add(NOOR, 0);
        assertThat(profile().ratings()).isEmpty();
        register.edit(before -> register.renamed(before, NOOR, 4000));
        assertThat(profile().student().rating()).isEqualTo(4000);
        assertThat(profile().ratings()).extracting(Profile.Rated::date).containsExactly("2026.03.01");
        assertThat(page().account().games()).isEmpty();
    }

    @Test
    void questionsAreAskedAnsweredAndUndone() {
        add(NOOR, 1900);
        register.ask("May I not castle here?", 0, -1);
        Question asked = page().questions().getFirst();
        assertThat(asked.isOpen()).isTrue();
        assertThat(register.openProperty().get())
                .extracting(RegisterShelf.Listed::open)
                .isEqualTo(1);
        register.answer(asked, "Nothing stands in the way.");
        assertThat(page().questions().getFirst().answer()).isEqualTo("Nothing stands in the way.");
        register.undo();
        assertThat(page().questions().getFirst().isOpen()).isTrue();
        register.undo();
        assertThat(page().questions()).isEmpty();
        register.redo();
        assertThat(page().questions()).hasSize(1);
        register.remove(page().questions().getFirst());
        assertThat(page().questions()).isEmpty();
        register.ask("  ", 0, -1);
        assertThat(page().questions()).as("nothing was asked").isEmpty();
    }

    @Test
    void aGroupHasARowForEachOfItsStudents() {
        judge(NOOR, "Okafor, Sam", "1.d4 d5 2.c4 e6 3.Nc3");
        add(NOOR, 1900, "Tuesday circle");
        add("Okafor, Sam", 1600, "Tuesday circle", "Juniors");
        add("Brandt, Ida", 1300);
        assertThat(register.groups())
                .containsExactly(new RegisterModel.Group("Juniors", 1), new RegisterModel.Group("Tuesday circle", 2));
        register.openGroup("Tuesday circle");
        GroupPage group = Objects.requireNonNull(register.groupPageProperty().get());
        assertThat(group.rows()).extracting(row -> row.student().name()).containsExactly(NOOR, "Okafor, Sam");
        assertThat(group.rows()).allSatisfy(row -> assertThat(row.games()).isEqualTo(1));
        register.open(register.listProperty().get().getFirst());
        assertThat(register.groupProperty().get()).isNull();
        assertThat(profile().student().name()).isEqualTo("Brandt, Ida");
    }

    @Test
    void whoIsRemovedComesBackWithUndo() {
        add(NOOR, 1900);
        register.remove();
        assertThat(register.listProperty().get()).isEmpty();
        assertThat(register.profileProperty().get()).isNull();
        register.undo();
        assertThat(register.listProperty().get()).hasSize(1);
    }

    @Test
    void theRosterIsSearchedByNamesAndGroups() {
        RegisterShelf.Listed row = new RegisterShelf.Listed(new Student(1, NOOR, 1900), List.of("Tuesday circle"), 0);
        assertThat(RegisterModel.isFound(row, "")).isTrue();
        assertThat(RegisterModel.isFound(row, "noo had")).isTrue();
        assertThat(RegisterModel.isFound(row, "tues")).isTrue();
        assertThat(RegisterModel.isFound(row, "oor")).isFalse();
    }
}
