package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.Cause;
import org.zeroply.coaching.Peers.PeerGame;
import org.zeroply.coaching.Peers.Ratings;
import org.zeroply.gametree.GameResult;

/** What other players give away at which rating. */
class PeersTest {
    private static final Habit.Key KING = new Habit.Key(Habit.Kind.KING, null);

    private static PeerGame game(String player, int rating, double rate) {
        return new PeerGame(player, rating, 40, new Rate.Part(rate, 40), Map.of(KING, rate / 4));
    }

    /** Ten players from 1200 to 2100, five games each, exactly on the line. */
    private static List<PeerGame> club(double slope) {
        List<PeerGame> games = new ArrayList<>();
        for (int player = 0; player < 10; player++) {
            int rating = 1200 + 100 * player;
            for (int i = 0; i < 5; i++) {
                games.add(game("Player " + player, rating, Math.exp(3 + slope * rating) - 0.1));
            }
        }
        return games;
    }

    @Test
    void theLineIsFoundAndReadBothWays() {
        Peers peers = Peers.of(club(-0.0015), Set.of()).orElseThrow();
        assertThat(peers.slope()).isEqualTo(-0.0015, within(1e-9));
        assertThat(peers.rateAt(1650).orElseThrow()).isEqualTo(Math.exp(3 - 0.0015 * 1650) - 0.1, within(1e-9));
        assertThat(peers.rateAt(2150)).as("nobody of that rating was seen").isEmpty();
        double at1600 = peers.rateAt(1600).orElseThrow();
        Rate rate = new Rate(
                at1600, peers.rateAt(1690).orElseThrow(), peers.rateAt(1510).orElseThrow(), 10, 400);
        assertThat(peers.ratingsOf(rate)).contains(new Ratings(1500, 1700));
        assertThat(peers.ratingsOf(new Rate(9, 8, 10, 10, 400))).isEmpty();
        assertThat(peers.shares())
                .hasEntrySatisfying(KING, share -> assertThat(share).isEqualTo(0.25, within(1e-9)));
    }

    @Test
    void withoutEnoughOrWithoutASlopeThereIsNone() {
        List<PeerGame> games = club(-0.0015);
        assertThat(Peers.of(games.subList(0, 29), Set.of())).as("29 games").isEmpty();
        assertThat(Peers.of(games.subList(0, 35), Set.of())).as("seven players").isEmpty();
        assertThat(Peers.of(games, Set.of("Player 1", "Player 2", "Player 3")))
                .as("seven others")
                .isEmpty();
        assertThat(Peers.of(games, Set.of("Player 1"))).isPresent();
        assertThat(Peers.of(club(0.0001), Set.of()))
                .as("the stronger give away more")
                .isEmpty();
        Random random = new Random(3);
        List<PeerGame> noise = new ArrayList<>();
        for (PeerGame game : club(-0.0015)) {
            noise.add(game(game.player(), 1200 + random.nextInt(900), random.nextDouble() * 4));
        }
        assertThat(Peers.of(noise, Set.of())).as("a slope that may be chance").isEmpty();
        List<PeerGame> one = club(-0.0015).stream()
                .map(game -> game(game.player(), 1500, game.part().given()))
                .toList();
        assertThat(Peers.of(one, Set.of())).as("all of one rating").isEmpty();
    }

    @Test
    void shortGamesAndUnknownRatingsAreLeftOut() {
        List<PeerGame> games = new ArrayList<>(club(-0.0015));
        Peers before = Peers.of(games, Set.of()).orElseThrow();
        games.add(new PeerGame("Somebody", 0, 40, new Rate.Part(9, 40), Map.of()));
        games.add(new PeerGame("Somebody", 1900, 14, new Rate.Part(9, 14), Map.of()));
        games.add(new PeerGame("Somebody", 1900, 40, new Rate.Part(0, 0), Map.of()));
        assertThat(Peers.of(games, Set.of())).contains(before);
    }

    @Test
    void aGameOfAPlayerTellsItsHabits() {
        PeerGame game = PeerGame.of(Accounts.game(
                1,
                "2026.01.01",
                GameResult.DRAW,
                Accounts.gave(20, 0.2, Cause.Kind.KING),
                Accounts.gave(22, 0.1, Cause.Kind.KING),
                Accounts.gave(24, 0.03, null),
                Accounts.fine(26, 0.3)));
        assertThat(game.part().moves()).isEqualTo(3);
        assertThat(game.part().given()).isEqualTo(0.3, within(1e-9));
        assertThat(game.habits())
                .hasSize(1)
                .hasEntrySatisfying(KING, given -> assertThat(given).isEqualTo(0.3, within(1e-9)));
    }
}
