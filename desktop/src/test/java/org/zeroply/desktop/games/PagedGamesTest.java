package org.zeroply.desktop.games;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.LongStream;
import javafx.collections.ListChangeListener;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.store.GameSummary;

/** A list of very many games, of which only the pages that somebody looks at are fetched. */
@SuppressWarnings("NullAway.Init")
class PagedGamesTest {
    private static final int GAMES = 10_050;

    private final List<Integer> asked = new ArrayList<>();
    private final List<long[]> askedIds = new ArrayList<>();
    private PagedGames games;

    @BeforeEach
    void show() {
        games = new PagedGames((page, ids) -> {
            asked.add(page);
            askedIds.add(ids);
        });
        games.show(ids(1, GAMES), 0, rows(1, PagedGames.PAGE));
    }

    private static long[] ids(long first, long last) {
        return LongStream.rangeClosed(first, last).toArray();
    }

    private static List<GameSummary> rows(long first, long last) {
        return LongStream.rangeClosed(first, last)
                .mapToObj(id -> row(id, "Tarn, Bastian"))
                .toList();
    }

    private static GameSummary row(long id, String white) {
        return new GameSummary(id, white, "Brandt, Ida", "Club evening", "", "2026.03.01", "", "1-0", 40, 0);
    }

    private void arrive(int page) {
        long first = 1L + (long) page * PagedGames.PAGE;
        games.arrived(page, rows(first, Math.min(GAMES, first + PagedGames.PAGE - 1)));
    }

    @Test
    void aRowIsBlankUntilItsPageArrivesAndThePageIsAskedForOnce() {
        assertThat(games.get(99).white()).isEqualTo("Tarn, Bastian");
        assertThat(asked).isEmpty();
        assertThat(games.get(250).white()).isEmpty();
        assertThat(games.get(251).id()).as("its id is known").isEqualTo(252);
        assertThat(asked).containsExactly(2);
        assertThat(askedIds.getFirst()).containsExactly(ids(201, 300));
        arrive(2);
        assertThat(games.get(250).white()).isEqualTo("Tarn, Bastian");
        assertThat(asked).containsExactly(2);
    }

    @Test
    void theLastPageIsShorter() {
        assertThat(games.get(GAMES - 1).id()).isEqualTo(GAMES);
        assertThat(askedIds.getFirst()).containsExactly(ids(10_001, GAMES));
        arrive(100);
        assertThat(games.get(GAMES - 1).white()).isEqualTo("Tarn, Bastian");
        assertThat(games).hasSize(GAMES);
    }

    @Test
    void whoScrollsFarAndComesBackSeesTheFirstGamesAgain() {
        for (int page = 1; page <= PagedGames.PAGES_KEPT + 5; page++) {
            games.get(page * PagedGames.PAGE);
            arrive(page);
        }
        asked.clear();
        assertThat(games.get(3).white()).as("its page has made room for others").isEmpty();
        assertThat(asked).containsExactly(0);
        arrive(0);
        assertThat(games.get(3).white()).isEqualTo("Tarn, Bastian");
    }

    @Test
    void thePageThatIsLookedAtStaysWhileOthersGo() {
        for (int page = 1; page <= PagedGames.PAGES_KEPT + 5; page++) {
            games.get(page * PagedGames.PAGE);
            arrive(page);
            assertThat(games.get(0).white()).isEqualTo("Tarn, Bastian");
        }
    }

    @Test
    void otherGamesTakeThePlaceOfAllRows() {
        games.get(500);
        arrive(5);
        List<String> changes = new ArrayList<>();
        games.addListener((ListChangeListener<GameSummary>) change -> {
            while (change.next()) {
                changes.add(change.getFrom() + "-" + change.getTo() + " for " + change.getRemovedSize());
            }
        });
        games.show(new long[] {7, 9}, 0, List.of(row(7, "Okafor, Sam")));
        assertThat(changes).containsExactly("0-2 for " + GAMES);
        assertThat(games.get(0).white()).isEqualTo("Okafor, Sam");
        assertThat(games.get(1)).as("a game that went while it was fetched").satisfies(row -> {
            assertThat(row.id()).isEqualTo(9);
            assertThat(row.white()).isEmpty();
        });
        assertThat(games.indexOf(9)).isEqualTo(1);
        assertThat(games.indexOf(500)).isEqualTo(-1);
        assertThat(games.known(500)).isEmpty();
    }

    @Test
    void aRowIsRenewedInItsPlaceIfItsPageIsHere() {
        List<Integer> updated = new ArrayList<>();
        games.addListener((ListChangeListener<GameSummary>) change -> {
            while (change.next()) {
                assertThat(change.wasUpdated()).isTrue();
                updated.add(change.getFrom());
            }
        });
        games.renew(row(12, "Okafor, Sam"));
        assertThat(games.get(11).white()).isEqualTo("Okafor, Sam");
        assertThat(games.known(12))
                .hasValueSatisfying(row -> assertThat(row.white()).isEqualTo("Okafor, Sam"));
        games.renew(row(700, "Okafor, Sam"));
        games.renew(row(GAMES + 1, "Okafor, Sam"));
        assertThat(updated).containsExactly(11);
    }

    @Test
    void anArrivedPageTellsWhichRowsToDrawAnew() {
        List<Integer> updated = new ArrayList<>();
        games.addListener((ListChangeListener<GameSummary>) change -> {
            while (change.next()) {
                for (int i = change.getFrom(); i < change.getTo(); i++) {
                    updated.add(i);
                }
            }
        });
        games.get(GAMES - 1);
        arrive(100);
        assertThat(updated)
                .containsExactlyElementsOf(Arrays.stream(ids(10_000, GAMES - 1))
                        .mapToObj(Math::toIntExact)
                        .toList());
    }

    @Test
    void anEmptyListAsksForNothing() {
        games.show(new long[0], 0, List.of());
        assertThat(games).isEmpty();
        assertThat(asked).isEmpty();
        assertThat(PagedGames.idsOf(new long[0], 3)).isEmpty();
    }
}
