package org.zeroply.asking;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.work.Cancel;

/** What holds for every question of the registry, so that a new one is held to it without a line here. */
class QuestionsContractTest {
    private static final String QUIET = "5rk1/ppp2ppp/2n5/8/7b/2N5/PPP2PPP/2B2RK1 w - - 0 1";
    private static final String CHECK = "3R2k1/1b3pp1/7p/8/8/8/8/4K3 b - - 0 1";
    private static final String ENDING = "8/8/8/4k3/8/4K3/4P3/8 w - - 0 1";
    private static final ExactEndings ENDINGS = new ExactEndings(Shelf.NONE);

    /** Something sensible to type, for questions that want it. */
    private static final Map<String, String> TYPED = Map.of("READY", "g4", "PLAN", "h3 g4", "DRIVE_OFF", "h4");

    static Stream<CoachQuestion<?>> questions() {
        return Questions.ALL.stream();
    }

    private static Asked asked(CoachQuestion<?> question, String fen, String typed, Cancel cancel) {
        Given given = Given.NOTHING;
        for (Parameter<?> parameter : question.parameters()) {
            if (parameter instanceof Parameter.Words words) {
                given = given.with(words, typed);
            } else if (parameter instanceof Parameter.Count number) {
                given = given.with(number, number.least() + 1);
            }
        }
        return asked(GameTree.of(Fen.position(fen)), given, cancel);
    }

    private static Asked asked(GameTree tree, Given given, Cancel cancel) {
        return new Asked(
                tree,
                GameTree.ROOT,
                Language.ENGLISH,
                Amount.fixed(Limit.nodes(300)),
                given,
                new Calculator(1, 1),
                ENDINGS,
                ENDINGS,
                part -> assertThat(part).isBetween(0.0, 1.0),
                cancel);
    }

    private static QuestionReport ask(CoachQuestion<?> question, String fen, Cancel cancel) {
        return question.answer(asked(question, fen, TYPED.getOrDefault(question.key(), ""), cancel), partial -> {});
    }

    @ParameterizedTest
    @MethodSource("questions")
    void itAnswersInWordsAndFactsAndTheSameAgain(CoachQuestion<?> question) {
        String fen = question.key().equals("ENDING") ? ENDING : QUIET;
        List<QuestionReport> partial = new ArrayList<>();
        QuestionReport report = question.answer(
                asked(question, fen, TYPED.getOrDefault(question.key(), ""), new Cancel()), partial::add);
        assertThat(report.isRefusal()).as(report.headline()).isFalse();
        assertThat(report.headline()).isNotBlank().doesNotContain("{");
        assertThat(report.facts()).isNotInstanceOf(Fact.Text.class);
        rowsCanBePlayed(Fen.position(fen), report.rows(), 3);
        assertThat(partial).allSatisfy(each -> assertThat(each.headline()).isNotBlank());
        QuestionReport again = ask(question, fen, new Cancel());
        assertThat(again.facts()).isEqualTo(report.facts());
        assertThat(again.headline()).isEqualTo(report.headline());
    }

    /** Every line of a row leads from the position, and every row says something. */
    private static void rowsCanBePlayed(Position position, List<Row> rows, int deep) {
        for (Row row : rows) {
            assertThat(row.text() + row.detail()).isNotBlank().doesNotContain("{");
            Position here = position;
            for (Move move : row.line()) {
                assertThat(here.accepts(move)).as(row.text()).isTrue();
                here = here.play(move);
            }
            List<Row> under = row.hasChildren() && deep > 0 ? row.children().get() : List.of();
            assertThat(row.hasChildren() && deep > 0).isEqualTo(!under.isEmpty());
            rowsCanBePlayed(position, under, deep - 1);
        }
    }

    @ParameterizedTest
    @MethodSource("questions")
    void stoppedAtOnceItGivesWhatItHas(CoachQuestion<?> question) {
        Cancel cancel = new Cancel();
        cancel.cancel();
        QuestionReport report = ask(question, QUIET, cancel);
        assertThat(report.headline()).isNotBlank();
        assertThat(report.seed()).isNull();
    }

    @ParameterizedTest
    @MethodSource("questions")
    void inCheckItAnswersOrSaysWhyNot(CoachQuestion<?> question) {
        QuestionReport report = ask(question, CHECK, new Cancel());
        assertThat(report.headline()).isNotBlank().doesNotContain("{");
        assertThat(report.isRefusal())
                .isEqualTo(
                        !report.headline().isEmpty() && report.facts().equals(Fact.named("refused", reason(report))));
    }

    /** A refusal says in its facts what it says in its headline, but for the capital letter. */
    private static String reason(QuestionReport report) {
        return report.facts() instanceof Fact.Named named
                        && named.facts().get("refused") instanceof Fact.Text text
                        && text.text().equalsIgnoreCase(report.headline())
                ? text.text()
                : "";
    }

    @ParameterizedTest
    @MethodSource("questions")
    void whatMakesNoSenseIsRefusedWithTheWord(CoachQuestion<?> question) {
        boolean isTyped = question.parameters().stream().anyMatch(Parameter.Words.class::isInstance)
                && !question.key().equals("LINE");
        QuestionReport report =
                question.answer(asked(question, QUIET, isTyped ? "Zz9" : "", new Cancel()), partial -> {});
        if (isTyped) {
            assertThat(report.isRefusal()).isTrue();
            assertThat(report.headline()).contains("Zz9");
        }
        if (question.needsWords()) {
            assertThat(question.answer(asked(question, QUIET, "", new Cancel()), partial -> {})
                            .isRefusal())
                    .isTrue();
        }
    }

    @ParameterizedTest
    @MethodSource("questions")
    void itsTextsAreThere(CoachQuestion<?> question) {
        assertThat(question.title()).isNotBlank();
        assertThat(question.explanation()).isNotBlank();
        assertThat(question.request()).isNotBlank();
        assertThat(Questions.of(question.key())).isSameAs(question);
    }

    @Test
    void keysCommandsAndShortcutsAreTheirOwn() {
        assertThat(questions().map(CoachQuestion::key)).doesNotHaveDuplicates();
        assertThat(questions().map(CoachQuestion::shortcut)).doesNotHaveDuplicates();
        assertThat(questions().map(CoachQuestion::command).filter(name -> !name.isEmpty()))
                .doesNotHaveDuplicates()
                .contains("prove", "forced", "pins", "plan", "drive", "frozen");
    }

    @Test
    void aCandidateOfTheCoachStandsFirstAmongWhatMeetsAThreat() {
        GameTree tree = GameTree.of(Fen.position("r5k1/5ppp/8/8/8/2N5/5PPP/6K1 w - - 0 1"));
        GameTree noted = tree.with(CoachRemarks.NONE
                .withCandidates(List.of(new CoachRemarks.CandidateNote("Kf1", true, "")))
                .onto(tree.root()));
        QuestionReport report = new ParriesQuestion().answer(asked(noted, Given.NOTHING, new Cancel()), partial -> {});
        assertThat(report.rows().getFirst().text()).isEqualTo("1.Kf1");
        assertThat(report.rows().getFirst().detail()).startsWith("Your candidate: ");
        assertThat(new ParriesQuestion()
                        .answer(asked(tree, Given.NOTHING, new Cancel()), partial -> {})
                        .rows()
                        .getFirst()
                        .text())
                .isNotEqualTo("1.Kf1");
    }
}
