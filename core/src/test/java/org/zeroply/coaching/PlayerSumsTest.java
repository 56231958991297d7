package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.Judgements;
import org.zeroply.coaching.PlayerSums.Tally;
import org.zeroply.gametree.Game;
import org.zeroply.rules.Side;

/** What a player gave away over several games, added up by phase, colour and opening. */
class PlayerSumsTest {
    /** White gives away .20 and .06, Black .30; five half-moves. */
    private static final Judgement DEAR = Judgements.judge(0.15, 0.5, 0.3, 0.6, 0.54, 0.54, 0.54);

    /** Nobody gives anything away; four half-moves. */
    private static final Judgement LEVEL = Judgements.judge(0.15, 0.5, 0.5, 0.5, 0.5, 0.5);

    private static JudgedGame game(Judgement judgement, Side side, String opening) {
        JudgedGame judged = JudgedGame.of(0, Game.empty(), judgement, side);
        return new JudgedGame(
                0,
                side,
                judged.player(),
                0,
                judged.opponent(),
                judged.date(),
                judged.result(),
                opening,
                judged.account(),
                judged.moves());
    }

    @Test
    void ofNoGamesThereIsNothing() {
        PlayerSums sums = PlayerSums.of(List.of());
        assertThat(sums.total()).isEqualTo(new Tally(0, 0, 0, 0, 0, 0, 0));
        assertThat(sums.total().perGame()).isZero();
        assertThat(sums.phases()).isEmpty();
        assertThat(sums.sides()).isEmpty();
        assertThat(sums.openings()).isEmpty();
    }

    @Test
    void onlyTheMovesOfThePlayerCount() {
        Tally white =
                PlayerSums.of(List.of(game(DEAR, Side.WHITE, "Stonewall"))).total();
        assertThat(white.games()).isEqualTo(1);
        assertThat(white.moves()).isEqualTo(3);
        assertThat(white.given()).isEqualTo(0.26, within(1e-9));
        assertThat(white.turning()).isEqualTo(1);
        Tally black =
                PlayerSums.of(List.of(game(DEAR, Side.BLACK, "Stonewall"))).total();
        assertThat(black.moves()).isEqualTo(2);
        assertThat(black.given()).isEqualTo(0.30, within(1e-9));
        assertThat(black.turning()).isEqualTo(1);
    }

    @Test
    void gamesAreAddedUpAndPointsAreCountedAGame() {
        PlayerSums sums = PlayerSums.of(List.of(
                game(DEAR, Side.WHITE, "Stonewall"),
                game(LEVEL, Side.WHITE, "Catalan Opening"),
                game(DEAR, Side.BLACK, "Stonewall")));
        assertThat(sums.total().games()).isEqualTo(3);
        assertThat(sums.total().moves()).isEqualTo(7);
        assertThat(sums.total().given()).isEqualTo(0.56, within(1e-9));
        assertThat(sums.total().perGame()).isEqualTo(0.56 / 3, within(1e-9));
        assertThat(sums.sides().get(Side.WHITE)).satisfies(white -> {
            assertThat(white.games()).isEqualTo(2);
            assertThat(white.given()).isEqualTo(0.26, within(1e-9));
        });
        assertThat(sums.sides().get(Side.BLACK))
                .satisfies(black -> assertThat(black.games()).isEqualTo(1));
    }

    @Test
    void openingsComeWithTheMostMovesFirstAndAddUpToTheWhole() {
        PlayerSums sums = PlayerSums.of(List.of(
                game(LEVEL, Side.WHITE, "Catalan Opening"),
                game(DEAR, Side.WHITE, "Stonewall"),
                game(LEVEL, Side.BLACK, "Stonewall"),
                game(LEVEL, Side.BLACK, "")));
        assertThat(sums.openings().keySet()).first().isEqualTo("Stonewall");
        assertThat(sums.openings().keySet()).containsExactlyInAnyOrder("Stonewall", "Catalan Opening", "");
        assertThat(sums.openings().values().stream().mapToInt(Tally::moves).sum())
                .isEqualTo(sums.total().moves());
        assertThat(sums.openings().values().stream().mapToInt(Tally::games).sum())
                .isEqualTo(sums.total().games());
        assertThat(sums.openings().values().stream().mapToDouble(Tally::given).sum())
                .isEqualTo(sums.total().given(), within(1e-9));
    }

    @Test
    void phasesAddUpToTheWhole() {
        PlayerSums sums = PlayerSums.of(List.of(game(DEAR, Side.WHITE, ""), game(LEVEL, Side.WHITE, "")));
        assertThat(sums.phases()).containsOnlyKeys(Judgement.Phase.ENDING);
        Tally ending = Objects.requireNonNull(sums.phases().get(Judgement.Phase.ENDING));
        assertThat(ending.games()).as("both games have one").isEqualTo(2);
        assertThat(ending.given()).isEqualTo(sums.total().given(), within(1e-9));
    }

    @Test
    void aDriftBelongsToItsPlayer() {
        Judgement drifting = Judgements.judge(0.15, 0.6, 0.54, 0.54, 0.48, 0.48, 0.42, 0.42, 0.36, 0.36);
        assertThat(PlayerSums.of(List.of(game(drifting, Side.WHITE, "")))
                        .total()
                        .drifts())
                .isEqualTo(1);
        assertThat(PlayerSums.of(List.of(game(drifting, Side.BLACK, "")))
                        .total()
                        .drifts())
                .isZero();
    }
}
