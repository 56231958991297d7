package org.zeroply.print;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.Cause;
import org.zeroply.analysis.GameAccount;
import org.zeroply.analysis.Judgement.Phase;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.coaching.Levels.Level;
import org.zeroply.coaching.OwnMove;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Slip;
import org.zeroply.coaching.Student;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.gametree.GameResult;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** All about a student on paper, with names and without. */
class StudentPagesTest {
    private static final Instant NOON = Instant.parse("2026-03-01T12:00:00Z");
    private static final Move E4 = new Move(Square.E2, Square.E4);
    private static final Profile NOOR = Profile.of(new Student(1, "Haddad, Noor", 0))
            .rated(1900, "2026.01.01")
            .rated(1925, "2026.02.01")
            .withNames(List.of("Haddad, N."))
            .withGroups(List.of("Tuesday circle"))
            .withGoals("2000 <by> the summer & beyond");

    private static JudgedGame game(int day, double loss) {
        Slip slip = new Slip(
                Cause.Kind.KING,
                null,
                Position.START,
                List.of(new Move(Square.D2, Square.D4)),
                List.of(new Move(Square.E7, Square.E5)));
        OwnMove move = new OwnMove(
                20,
                E4,
                Phase.MIDDLEGAME,
                0.6,
                0.6 - loss,
                false,
                false,
                null,
                false,
                null,
                false,
                day,
                day,
                Optional.empty(),
                false,
                Set.of(),
                slip,
                null);
        Map<Phase, Double> phases = new EnumMap<>(Map.of(Phase.MIDDLEGAME, loss));
        return new JudgedGame(
                day,
                day % 2 == 0 ? Side.WHITE : Side.BLACK,
                "Haddad, Noor",
                1900,
                "Tarn, Bastian",
                "2026.01.%02d".formatted(day),
                GameResult.DRAW,
                "Slav",
                new GameAccount(Side.WHITE, 0.5, phases, 0.2, 0, 0.7 - loss),
                List.of(move));
    }

    private static StudentPages.Contents contents(int games) {
        List<JudgedGame> all = new ArrayList<>();
        for (int day = 1; day <= games; day++) {
            all.add(game(day, 0.1 + 0.02 * day));
        }
        StudentAccount account =
                StudentAccount.of(new StudentAccount.Season(all, 1900, Map.of(), List.of(), Optional.empty(), NOON));
        return new StudentPages.Contents(
                NOOR,
                account,
                Optional.of(new Level(1880, 60, 14)),
                Map.of("fork", new Level(1930, 90, 5)),
                List.of("2026-02-11, Endings: 12 of 20"),
                List.of(
                        new Question(1, 1, "May I not castle here?", 0, -1, NOON, ""),
                        new Question(2, 1, "Why not the rook?", 0, -1, NOON, "It is pinned.")));
    }

    private static String printed(StudentPages.Contents contents, boolean withNames) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        assertThat(StudentPages.pdf(contents, withNames, Language.ENGLISH, out)).isPositive();
        try (PDDocument document = Loader.loadPDF(out.toByteArray())) {
            return new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
        }
    }

    @Test
    void everythingThatIsKeptStandsThere() throws IOException {
        assertThat(printed(contents(7), true))
                .contains("All about Haddad, Noor", "Known in games as: Haddad, N.", "1900 since 2026.01.01")
                .contains("Groups: Tuesday circle", "2000 <by> the summer & beyond")
                .contains("7 judged games, each on average: from .50, gave .18", "Rate 7.20")
                .contains("A trend is told from fifteen games on: 8 more")
                .contains("The king", ".18 a game, in 7 of 7 games", "1.e4 gave .24", "1...e5 follows; better 1.d4")
                .contains("2026-02-11, Endings: 12 of 20")
                .contains("May I not castle here? Not answered yet.", "Why not the rook? It is pinned.")
                .contains("with Black against Tarn, Bastian, 1/2-1/2");
    }

    @Test
    void namesAreLeftOutWhenAsked() throws IOException {
        assertThat(printed(contents(7), false))
                .contains("All about the student", "against an opponent")
                .doesNotContain("Haddad", "Noor", "Tarn", "Bastian");
        assertThat(StudentPages.html(contents(7), false, Language.ENGLISH)).doesNotContain("Haddad", "Tarn");
    }

    @Test
    void theRatePlotHasAMarkForEachGameAndTheBandFromTheFifthOn() {
        String page = StudentPages.html(contents(7), true, Language.ENGLISH);
        assertThat(page.split(Pattern.quote(Ink.BLACK_SIDE), -1))
                .as("games with Black")
                .hasSize(5);
        String four = StudentPages.html(contents(4), true, Language.ENGLISH);
        assertThat(page).contains("fill=\"" + Ink.RULE + "\" stroke=\"none\"");
        assertThat(four).as("no mean of five yet").doesNotContain("fill=\"" + Ink.RULE + "\" stroke=\"none\"");
    }

    @Test
    void withoutGamesThereIsAPageAllTheSame() throws IOException {
        assertThat(printed(contents(0), true))
                .contains("All about Haddad, Noor")
                .doesNotContain("gave");
    }
}
