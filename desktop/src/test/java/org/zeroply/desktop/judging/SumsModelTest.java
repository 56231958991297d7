package org.zeroply.desktop.judging;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.PlayerSums;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.rules.Side;

/** What a player gave away over the games of a workbook: which games count, and what is left to judge. */
@SuppressWarnings("NullAway.Init")
class SumsModelTest extends OnAWorkbook {
    private static final String IDA = "Brandt, Ida";

    private OpenGame game;
    private JudgingModel judging;
    private SumsModel sums;

    @BeforeEach
    void begin() {
        game = new OpenGame(workbook, background);
        judging = new JudgingModel(game, workbook, background, service);
        sums = new SumsModel(workbook, background, analyst.name());
    }

    private long played(String white, String black, String moves) {
        return workbook.games()
                .add(game("[White \"" + white + "\"]\n[Black \"" + black + "\"]\n\n" + moves + " *"), "add");
    }

    private void judge(long id) {
        game.open(id);
        judging.judge();
    }

    private SumsModel.Result ask(String player) {
        sums.ask(player);
        return Objects.requireNonNull(sums.resultProperty().get());
    }

    @Test
    void gamesWithBothColoursCountAndTheOtherSidesMovesDoNot() {
        judge(played(IDA, "Tarn, Bastian", "1.d4 d5 2.c4 e6 3.Nc3"));
        judge(played("Okafor, Sam", IDA, "1.d4 d5 2.c4 dxc4"));
        SumsModel.Result result = ask(IDA);
        assertThat(result.player()).isEqualTo(IDA);
        assertThat(result.judged()).isEqualTo(2);
        assertThat(result.left()).isEmpty();
        assertThat(result.sums().total().games()).isEqualTo(2);
        assertThat(result.sums().total().moves()).isEqualTo(5);
        assertThat(result.sums().sides()).containsOnlyKeys(Side.WHITE, Side.BLACK);
    }

    @Test
    void openingsStandUnderTheirNameWithoutTheVariation() {
        judge(played(IDA, "Tarn, Bastian", "1.d4 d5 2.c4 dxc4 3.Nf3"));
        judge(played(IDA, "Okafor, Sam", "1.d4 d5 2.c4 dxc4 3.e4"));
        PlayerSums found = ask(IDA).sums();
        assertThat(found.openings()).as("one opening, two variations of it").hasSize(1);
        assertThat(found.openings().keySet())
                .allSatisfy(name -> assertThat(name).isNotEmpty().doesNotContain(","));
        assertThat(found.openings().values())
                .singleElement()
                .satisfies(tally -> assertThat(tally.games()).isEqualTo(2));
    }

    @Test
    void whatIsNotJudgedIsNamedNewestFirstAndCountsOnceItIs() {
        long first = played(IDA, "Tarn, Bastian", "1.d4 d5");
        long second = played(IDA, "Okafor, Sam", "1.c4 e5");
        assertThat(ask(IDA).left()).containsExactlyInAnyOrder(first, second);
        judge(second);
        SumsModel.Result result = ask(IDA);
        assertThat(result.left()).containsExactly(first);
        assertThat(result.judged()).isEqualTo(1);
    }

    @Test
    void aGameThatWentOnAfterItWasJudgedIsNotJudgedAnyMore() {
        long id = played(IDA, "Tarn, Bastian", "1.d4 d5");
        judge(id);
        game.toEnd();
        game.enter("c4");
        assertThat(ask(IDA).left()).containsExactly(id);
        game.undo();
        assertThat(ask(IDA).judged()).isEqualTo(1);
    }

    @Test
    void namesThatOnlyBeginAlikeAndGamesWithoutMovesAreLeftOut() {
        judge(played("Brandt, Idalie", "Tarn, Bastian", "1.d4 d5"));
        played(IDA, "Tarn, Bastian", "");
        SumsModel.Result result = ask(IDA);
        assertThat(result.judged()).isZero();
        assertThat(result.left()).isEmpty();
        assertThat(result.sums().total().games()).isZero();
    }

    @Test
    void namesAreOfferedByTheirBeginnings() {
        played(IDA, "Tarn, Bastian", "1.d4");
        played("Brandt, Idalie", "Okafor, Sam", "1.d4");
        List<String> offered = new ArrayList<>();
        sums.suggest("brandt", offered::addAll);
        assertThat(offered).containsExactlyInAnyOrder(IDA, "Brandt, Idalie");
        offered.clear();
        sums.suggest("nobody", offered::addAll);
        assertThat(offered).isEmpty();
    }

    @Test
    void nothingIsUnderWayAfterwards() {
        played(IDA, "Tarn, Bastian", "1.d4");
        ask(IDA);
        assertThat(background.running()).isEmpty();
    }
}
