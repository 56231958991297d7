package org.zeroply.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.gametree.GameResult;
import org.zeroply.ledger.Pattern;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Side;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Finding games by everything they can be found by. */
@SuppressWarnings("NullAway.Init")
class FindTest {
    private static final String GAMES = """
            [Event "Hollow Mill Open"]
            [Site "Tannau"]
            [Date "2024.05.17"]
            [Round "2"]
            [White "Müller-Sørensen, Åsa"]
            [Black "Okafor, Sam"]
            [Opening "Queen's Gambit"]
            [Result "1-0"]
            1.d4 d5 2.c4 {the knight comes later} e6 1-0

            [Event "Club evening"]
            [Date "2025.??.??"]
            [White "Okafor, Sam"]
            [Black "Brandt, Ida"]
            [Round "10"]
            [Result "1/2-1/2"]
            1.e4 c6 2.d4 d5 3.Nc3 dxe4 4.Nxe4 Bf5 1/2-1/2

            [Event "Club evening"]
            [Date "2026.02.03"]
            [White "brandt, Ida"]
            [Black "Tarn, Bastian"]
            [Round "3"]
            [Result "0-1"]
            1.d4 f5 2.g4 fxg4 3.h3 g3 0-1
            """;

    @TempDir
    Path folder;

    private Workbook workbook;

    @BeforeEach
    void open() throws IOException {
        workbook = Books.open(folder.resolve("club.zeroply"));
        Books.take(workbook, GAMES);
    }

    @AfterEach
    void close() {
        workbook.close();
    }

    /** The rounds of the games found, which name them here. */
    private String found(GameFilter filter) {
        return rounds(filter, GameOrder.NEWEST_FIRST);
    }

    private String rounds(GameFilter filter, GameOrder order) {
        return String.join(
                " ",
                workbook.games().summaries(workbook.games().ids(filter, order)).stream()
                        .map(GameSummary::round)
                        .toList());
    }

    @ParameterizedTest
    @CsvSource({
        "okafor, 10 2",
        "OKAFOR sam, 10 2",
        "muller, 2",
        "müller-sø, 2",
        "asa, 2",
        "knight later, 2",
        "tannau, 2",
        "gambit, 2",
        "2026-02, 3",
        "0-1, 3",
        "club brandt, 3 10",
        "nobody, ''",
        "'\" OR *', ''",
        "'-', 3 10 2"
    })
    void wordsAreFoundByTheirBeginningsWhateverCaseAndAccents(String words, String rounds) {
        assertThat(found(GameFilter.words(words))).isEqualTo(rounds);
    }

    private static GameFilter players(String player, Side side, String opponent) {
        return new GameFilter("", player, side, opponent, "", "", "", null, 0, 0, "", null);
    }

    @Test
    void aPlayerIsFoundOnEitherSideOrOne() {
        GameFilter either = new GameFilter("", "brandt", null, "", "", "", "", null, 0, 0, "", null);
        assertThat(found(either)).isEqualTo("3 10");
        assertThat(found(players("brandt", Side.WHITE, ""))).isEqualTo("3");
        assertThat(found(players("brandt", Side.BLACK, ""))).isEqualTo("10");
        assertThat(found(players("brandt", Side.BLACK, "okafor"))).isEqualTo("10");
        assertThat(found(players("brandt", Side.WHITE, "okafor"))).isEmpty();
        assertThat(found(new GameFilter("", "sam", null, "ida", "", "", "", null, 0, 0, "", null)))
                .isEqualTo("10");
    }

    @ParameterizedTest
    @CsvSource({
        "2025, '', 3 10",
        "'', 2024, 2",
        "2024-05-17, 17.05.2024, 2",
        "2024-05-18, 2026-01, 10",
        "nonsense, '', 3 10 2",
        "'', 2026.2.3, 3 10 2"
    })
    void datesMayBePartlyKnown(String from, String to, String rounds) {
        assertThat(found(new GameFilter("", "", null, "", "", from, to, null, 0, 0, "", null)))
                .isEqualTo(rounds);
    }

    @Test
    void resultLengthEventAndOpeningNarrowTheList() {
        assertThat(found(new GameFilter("", "", null, "", "", "", "", GameResult.DRAW, 0, 0, "", null)))
                .isEqualTo("10");
        assertThat(found(new GameFilter("", "", null, "", "", "", "", null, 3, 3, "", null)))
                .isEqualTo("3");
        assertThat(found(new GameFilter("", "", null, "", "", "", "", null, 0, 3, "", null)))
                .isEqualTo("3 2");
        assertThat(found(new GameFilter("", "", null, "", "evening", "", "", null, 0, 0, "", null)))
                .isEqualTo("3 10");
        assertThat(found(new GameFilter("", "", null, "", "", "", "", null, 0, 0, "queen", null)))
                .isEqualTo("2");
    }

    @Test
    void theListIsOrderedByAnyColumnEitherWay() {
        assertThat(rounds(GameFilter.ALL, new GameOrder(GameOrder.By.ROUND, false)))
                .isEqualTo("2 3 10");
        assertThat(rounds(GameFilter.ALL, new GameOrder(GameOrder.By.LENGTH, true)))
                .isEqualTo("10 3 2");
        assertThat(rounds(GameFilter.ALL, new GameOrder(GameOrder.By.WHITE, false)))
                .isEqualTo("3 2 10");
        assertThat(rounds(GameFilter.ALL, new GameOrder(GameOrder.By.DATE, false)))
                .isEqualTo("2 10 3");
        for (GameOrder.By by : GameOrder.By.values()) {
            assertThat(workbook.games().ids(GameFilter.ALL, new GameOrder(by, true)))
                    .hasSize(3);
        }
    }

    @Test
    void anEditIsFoundByItsNewWordsOnly() {
        long id = workbook.games().find("tarn", 5).getFirst().id();
        var game = workbook.games().read(id);
        workbook.games().save(id, game.with(game.tags().with("Black", "Zabel, Nora")), "", "name");
        assertThat(workbook.games().find("tarn", 5)).isEmpty();
        assertThat(workbook.games().find("zabel", 5)).hasSize(1);
        workbook.games().undo(id);
        assertThat(workbook.games().find("tarn", 5)).hasSize(1);
        workbook.games().remove(List.of(id), "remove");
        assertThat(workbook.games().find("tarn", 5)).isEmpty();
    }

    private List<Integer> withPattern(Pattern pattern) {
        Reached reached = workbook.positions()
                .search(pattern, Progress.SILENT, new Cancel())
                .orElseThrow();
        List<Integer> plies = new ArrayList<>();
        for (long id : workbook.games().ids(GameFilter.ALL.withReached(reached), GameOrder.NEWEST_FIRST)) {
            plies.add(reached.plyOf(id));
        }
        return plies;
    }

    @Test
    void patternsAreFoundWhereTheyLast() {
        Pattern.Men aPawnDown = new Pattern.Men(Side.WHITE, PieceType.PAWN, 0, 7);
        assertThat(withPattern(new Pattern(List.of(aPawnDown), List.of(), false, false, false, 1)))
                .containsExactly(4, 6);
        assertThat(withPattern(new Pattern(List.of(aPawnDown), List.of(), false, false, false, 3)))
                .as("too short in both games")
                .containsExactly(4, 6);
        assertThat(withPattern(new Pattern(List.of(aPawnDown), List.of(), false, false, false, 4)))
                .isEmpty();
        assertThat(withPattern(new Pattern(List.of(aPawnDown), List.of(), false, false, true, 1)))
                .containsExactly(4, 6);
        Pattern.Shape doubled = new Pattern.Shape(Side.BLACK, Pattern.Feature.DOUBLED, 6);
        assertThat(withPattern(new Pattern(List.of(), List.of(doubled), false, false, false, 1)))
                .containsExactly(4);
        assertThat(Arrays.stream(workbook.games().ids(GameFilter.ALL, GameOrder.NEWEST_FIRST))
                        .count())
                .isEqualTo(3);
    }
}
