package org.zeroply.desktop.judging;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.Study;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.FakeAnalyst;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Position;
import org.zeroply.store.AccountShelf;
import org.zeroply.work.Cancel;

/** A game judged, judged again after an edit, behind the curtain, and what the coach adds to it; without a window. */
@SuppressWarnings("NullAway.Init")
class JudgingModelTest extends OnAWorkbook {
    private OpenGame game;
    private JudgingModel judging;
    private CoachModel coach;
    private SumsModel sums;

    @BeforeEach
    void begin() {
        game = new OpenGame(workbook, background);
        judging = new JudgingModel(game, workbook, background, service);
        coach = new CoachModel(game);
        sums = new SumsModel(workbook, background, analyst.name());
        game.add(game("[White \"Tarn, Bastian\"]\n[Black \"Brandt, Ida\"]\n1.d4 d5 2.c4 e6 3.Nc3 *"), "add");
    }

    @Test
    void aGameIsJudgedOnceAndThenKnown() {
        assertThat(judging.judgementProperty().get()).isNull();
        judging.judge();
        assertThat(judging.runningProperty().get()).isFalse();
        assertThat(Objects.requireNonNull(judging.judgementProperty().get()).moves())
                .hasSize(5);
        assertThat(judging.verdictsProperty().get()).isNotNull();
        assertThat(judging.verdict(game.tree().mainLine().getLast())).isPresent();
        int asked = analyst.asked();
        judging.judge();
        assertThat(analyst.asked()).isEqualTo(asked);
        game.open(game.gameIdProperty().get());
        assertThat(judging.judgementProperty().get())
                .as("it is there when the game is opened again")
                .isNotNull();
        assertThat(analyst.asked()).isEqualTo(asked);
    }

    @Test
    void whatAnOlderVersionFoundIsShownAndSaidUntilItIsJudgedAgain() {
        List<Position> line = game.tree().positionsAlong(game.tree().mainLine());
        FakeAnalyst older = new FakeAnalyst();
        GameSweep sweep = new GameSweep(() -> older);
        for (int i = 0; i < line.size(); i++) {
            Study study = sweep.look(List.of(line.subList(0, i + 1)), GameSweep.LIMIT, new Cancel())
                    .getFirst();
            workbook.studies().keep(study, "an older one", GameSweep.LINES, GameSweep.LEVEL);
        }
        game.open(game.gameIdProperty().get());
        assertThat(Objects.requireNonNull(judging.judgementProperty().get()).moves())
                .hasSize(5);
        assertThat(judging.olderProperty().get()).isTrue();
        assertThat(analyst.asked()).as("nothing was calculated").isZero();
        judging.judge();
        assertThat(judging.olderProperty().get()).isFalse();
        assertThat(Objects.requireNonNull(judging.judgementProperty().get()).moves())
                .hasSize(5);
        assertThat(analyst.asked()).isPositive();
        assertThat(workbook.accounts().of(List.of("Tarn, Bastian")).kept())
                .as("it is added up at once")
                .extracting(AccountShelf.Kept::analyst)
                .containsExactly(analyst.name());
    }

    @Test
    void anEditedLineIsJudgedFromWhereItChanged() {
        judging.judge();
        analyst.positions().clear();
        game.toEnd();
        game.enter("Nf6");
        judging.judge();
        assertThat(Objects.requireNonNull(judging.judgementProperty().get()).moves())
                .hasSize(6);
        assertThat(analyst.positions())
                .as("the positions before are known")
                .allMatch(position -> position.equals(game.positionProperty().get()));
    }

    @Test
    void behindTheCurtainNothingIsShown() {
        judging.judge();
        game.toStart();
        game.curtain().drop();
        assertThat(judging.verdictsProperty().get()).isNull();
        assertThat(judging.differencesProperty().get()).isEmpty();
        game.curtain().lift();
        assertThat(judging.verdictsProperty().get()).isNotNull();
    }

    @Test
    void aVerdictOfTheCoachThatDiffersIsListedUntilItIsKeptWithAReason() {
        game.toEnd();
        int last = game.nodeProperty().get();
        game.edit(tree -> new GameTree.Edit(tree.with(tree.node(last).withSigns(List.of(18))), last), "sign");
        judging.judge();
        assertThat(judging.differencesProperty().get()).singleElement().satisfies(difference -> {
            assertThat(difference.node()).isEqualTo(last);
            assertThat(difference.kept()).isEmpty();
        });
        coach.keep(last, "the attack decides");
        assertThat(judging.differencesProperty().get())
                .singleElement()
                .satisfies(difference -> assertThat(difference.kept()).isEqualTo("the attack decides"));
        game.undo();
        assertThat(judging.differencesProperty().get().getFirst().kept()).isEmpty();
    }

    @Test
    void candidatesAreNotedWithReasonsAndWhatCannotBeReadIsRefusedInItsPlace() {
        game.go(game.tree().mainLine().get(1));
        assertThat(coach.addCandidate("c4 gains room")).isTrue();
        assertThat(coach.addCandidate("- Nf3 too slow")).isTrue();
        assertThat(coach.remarksProperty().get().candidates())
                .extracting(each -> each.move() + " " + each.isKept() + " " + each.reason())
                .containsExactly("c4 true gains room", "Nf3 false too slow");
        assertThat(coach.addCandidate("-  Qh9 wins")).isFalse();
        assertThat(Objects.requireNonNull(coach.typed().refusalProperty().get()).column())
                .as("counted in all that was typed")
                .isEqualTo(4);
        assertThat(coach.addCandidate("c4 d5")).as("a candidate is one move").isTrue();
        game.toStart();
        assertThat(coach.remarksProperty().get().candidates()).isEmpty();
    }

    @Test
    void causesMomentsAndDriftsBelongToTheirMoveAndAreUndone() {
        int last = game.tree().mainLine().getLast();
        game.go(last);
        coach.cause(last, "natural development");
        coach.toggleMoment();
        assertThat(coach.remarksProperty().get().cause()).isEqualTo("natural development");
        assertThat(coach.remarksProperty().get().moment()).isTrue();
        assertThat(judging.moments()).contains(last);
        assertThat(coach.driftStarts())
                .extracting(CoachModel.DriftStart::halfMoves)
                .containsExactly(2, 4);
        game.undo();
        assertThat(coach.remarksProperty().get().moment()).isFalse();
        game.undo();
        assertThat(coach.remarksProperty().get().cause()).isEmpty();
        game.toStart();
        coach.toggleMoment();
        assertThat(judging.moments())
                .as("before the first move there is nothing to stop at")
                .isEmpty();
    }

    @Test
    void aPlayerIsAddedUpOverJudgedGamesAndTheRestIsNamed() {
        judging.judge();
        long other = workbook.games().add(game("[White \"Brandt, Ida\"]\n[Black \"Okafor, Sam\"]\n1.e4 c6 *"), "add");
        sums.ask("Brandt, Ida");
        SumsModel.Result result = Objects.requireNonNull(sums.resultProperty().get());
        assertThat(result.judged()).isEqualTo(1);
        assertThat(result.left()).containsExactly(other);
        List<String> offered = new ArrayList<>();
        sums.suggest("bra", offered::addAll);
        assertThat(offered).containsExactly("Brandt, Ida");
        sums.ask("Nobody");
        assertThat(Objects.requireNonNull(sums.resultProperty().get()).judged()).isZero();
    }
}
