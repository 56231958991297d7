package org.zeroply.desktop.calculation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.Candidate;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.rules.Move;
import org.zeroply.search.Effort;

/** Candidates worked out, kept, named, played and hidden; without a window. */
@SuppressWarnings("NullAway.Init")
class CalculationModelTest extends OnAWorkbook {
    private OpenGame game;
    private CalculationModel model;

    @BeforeEach
    void begin() {
        game = new OpenGame(workbook, background);
        model = new CalculationModel(game, workbook, background, service);
        game.add(game("1.d4 d5 2.c4 e6 *"), "add");
    }

    private List<String> candidates() {
        return model.candidatesProperty().get().stream()
                .map(Candidate::move)
                .map(Move::toString)
                .toList();
    }

    @Test
    void nothingIsCalculatedWhileNobodyLooks() {
        game.toEnd();
        assertThat(analyst.asked()).isZero();
        assertThat(model.studyProperty().get()).isNull();
        model.openProperty().set(true);
        assertThat(analyst.asked()).isPositive();
        assertThat(candidates()).hasSizeGreaterThanOrEqualTo(3);
        assertThat(model.runningProperty().get()).isFalse();
        assertThat(background.running()).isEmpty();
    }

    @Test
    void whatIsKeptIsShownWithoutCalculatingAgain() {
        model.openProperty().set(true);
        List<String> first = candidates();
        game.toEnd();
        int asked = analyst.asked();
        game.toStart();
        assertThat(candidates()).isEqualTo(first);
        assertThat(analyst.asked()).isEqualTo(asked);
        model.again();
        assertThat(analyst.asked()).as("the coach wanted it again").isGreaterThan(asked);
    }

    @Test
    void moreEffortAndMoreLinesAreOtherQuestions() {
        model.openProperty().set(true);
        int asked = analyst.asked();
        model.effortProperty().set(Effort.DEEP);
        assertThat(analyst.asked()).isGreaterThan(asked);
        model.linesProperty().set(5);
        assertThat(candidates()).hasSize(5);
        int deep = analyst.asked();
        model.effortProperty().set(Effort.GLANCE);
        assertThat(analyst.asked()).as("a deeper study answers a glance").isEqualTo(deep);
    }

    @Test
    void candidatesAreNamedOrRefusedWhole() {
        model.openProperty().set(true);
        assertThat(model.name("h4, a4")).isTrue();
        assertThat(candidates()).contains("h2h4", "a2a4");
        List<String> before = candidates();
        assertThat(model.name("g4 Qq9")).isFalse();
        assertThat(candidates()).isEqualTo(before);
        assertThat(Objects.requireNonNull(model.naming().refusalProperty().get())
                        .token())
                .isEqualTo("Qq9");
        game.next();
        assertThat(model.naming().refusalProperty().get())
                .as("it was about another position")
                .isNull();
        assertThat(candidates()).doesNotContain("h2h4");
    }

    @Test
    void aLineIsPlayedIntoTheGameAsOneEdit() {
        model.openProperty().set(true);
        Candidate candidate = model.candidatesProperty().get().getFirst();
        model.play(candidate, 1);
        assertThat(game.current().played()).isEqualTo(candidate.move());
        game.undo();
        assertThat(game.tree().mainLine()).hasSize(4);
    }

    @Test
    void theCurtainAndAnotherQuestionHideThem() {
        model.openProperty().set(true);
        game.curtain().drop();
        assertThat(model.isShowing()).isFalse();
        assertThat(candidates()).isEmpty();
        int asked = analyst.asked();
        game.curtain().liftOne();
        assertThat(analyst.asked()).isEqualTo(asked);
        game.curtain().lift();
        assertThat(candidates()).isNotEmpty();
        model.asideProperty().set(true);
        assertThat(candidates()).isEmpty();
    }

    @Test
    void theWholeGameIsCalculatedForLaterWalking() {
        model.calculateGame();
        assertThat(background.running()).isEmpty();
        int asked = analyst.asked();
        assertThat(asked).isPositive();
        model.openProperty().set(true);
        game.next();
        game.next();
        game.toEnd();
        assertThat(analyst.asked()).as("every position is known").isEqualTo(asked);
        assertThat(candidates()).isNotEmpty();
    }
}
