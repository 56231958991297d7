package org.zeroply.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.desktop.kit.Place;
import org.zeroply.rules.Position;

/** What the field for everything offers for a few letters, and that choosing it does it; without a window. */
@SuppressWarnings("NullAway.Init")
class OffersTest extends OnAWorkbook {
    private final List<String> done = new ArrayList<>();
    private final Place here = new NamedPlace("GAMES");
    private final Place there = new NamedPlace("TASKS");
    private boolean canUndo;
    private Offers offers;

    @BeforeEach
    void begin() {
        List<Offers.Placed> commands = List.of(
                new Offers.Placed(null, command("Undo").when(() -> canUndo)),
                new Offers.Placed(null, command("New game")),
                new Offers.Placed(null, command("Compare games with the repertoire")),
                new Offers.Placed(null, command("Remove game")),
                new Offers.Placed(there, in("Papers", "Name of the paper", "rename retitle")),
                new Offers.Placed(here, in("Find", "Show all games", "")),
                new Offers.Placed(here, in("The chosen games", "Judge the games", "check mistakes")),
                new Offers.Placed(here, in("The chosen games", "Send them", "")));
        offers = new Offers(commands, () -> here, workbook, background, new Offers.Chosen() {
            @Override
            public void position(Position position) {
                done.add("position " + position.key());
            }

            @Override
            public void player(String name) {
                done.add("player " + name);
            }

            @Override
            public void game(long id) {
                done.add("game " + id);
            }

            @Override
            public void command(@Nullable Place place, Command command) {
                done.add((place == null ? "" : place.name() + ": ") + command.title());
            }
        });
    }

    private static final Offers.Chosen NOTHING = new Offers.Chosen() {
        @Override
        public void position(Position position) {}

        @Override
        public void player(String name) {}

        @Override
        public void game(long id) {}

        @Override
        public void command(@Nullable Place place, Command command) {}
    };

    private static Command command(String title) {
        return Command.titled(title, "", null, () -> {});
    }

    private static Command in(String group, String title, String words) {
        return new Command(title, group, words, null, () -> true, () -> {});
    }

    private static String text(CommandField.Row row) {
        return switch (row) {
            case CommandField.Offer offer -> offer.title();
            case CommandField.Remark remark -> "# " + remark.text();
        };
    }

    private List<String> atOnce(String text) {
        return offers.atOnce(text).stream().map(OffersTest::text).toList();
    }

    private void choose(String text) {
        offers.atOnce(text).stream()
                .filter(CommandField.Offer.class::isInstance)
                .map(CommandField.Offer.class::cast)
                .findFirst()
                .orElseThrow()
                .action()
                .run();
    }

    private List<CommandField.Offer> searched(String text) {
        List<CommandField.Offer> found = new ArrayList<>();
        offers.search(text, rows -> rows.forEach(row -> found.add((CommandField.Offer) row)));
        return found;
    }

    @Test
    void aCommandThatBeginsWithTheLettersComesBeforeOneThatHasThemSomewhere() {
        assertThat(atOnce("new")).startsWith("New game");
        assertThat(atOnce("game")).contains("New game", "Remove game", "Compare games with the repertoire");
        assertThat(atOnce("re")).startsWith("Remove game");
        assertThat(atOnce("xyz")).isEmpty();
        choose("new");
        assertThat(done).containsExactly("New game");
    }

    @Test
    void beforeAnythingIsTypedAllStandInGroupsThoseOfThePlaceFirst() {
        assertThat(atOnce(""))
                .containsExactly(
                        "# Games: Find",
                        "Show all games",
                        "# Games: The chosen games",
                        "Judge the games",
                        "Send them",
                        "# ",
                        "New game",
                        "Compare games with the repertoire",
                        "Remove game",
                        "# Tasks: Papers",
                        "Name of the paper");
    }

    @Test
    void otherWordsFindACommandAndLeadToItsPlace() {
        assertThat(atOnce("rename")).containsExactly("Name of the paper");
        assertThat(atOnce("rename paper")).containsExactly("Name of the paper");
        assertThat(atOnce("rename game")).isEmpty();
        assertThat(atOnce("mistakes")).containsExactly("Judge the games");
        choose("retitle");
        assertThat(done).containsExactly("TASKS: Name of the paper");
    }

    @ParameterizedTest
    @CsvSource({
        "lesson, command.lesson",
        "report, command.report",
        "print, command.report",
        "help, command.shortcuts",
        "rename, command.details",
        "judge, command.judge",
        "mistakes, command.judge",
        "dark, command.lamp",
        "zoom, command.larger",
        "projector, command.boardWindow"
    })
    void whatANewUserWouldTypeFindsIt(String word, String key) {
        Command wanted = Command.of(key, null, () -> {});
        Offers real = new Offers(
                List.of(new Offers.Placed(null, command("Undo")), new Offers.Placed(null, wanted)),
                () -> here,
                workbook,
                background,
                NOTHING);
        assertThat(real.atOnce(word).stream().map(OffersTest::text)).containsExactly(wanted.title());
    }

    @Test
    void whatCannotBeDoneNowIsNotOffered() {
        assertThat(atOnce("undo")).isEmpty();
        canUndo = true;
        assertThat(atOnce("undo")).containsExactly("Undo");
    }

    @Test
    void aPositionIsTakenAsOne() {
        String fen = "4k3/8/8/8/8/8/4P3/4K3 w - - 0 1";
        choose(fen);
        assertThat(done).singleElement().satisfies(text -> assertThat(text).startsWith("position"));
        assertThat(offers.atOnce("4k3/8/8/8/8/8/8/8 w - - 0 1"))
                .as("one that cannot be is none")
                .isEmpty();
    }

    @Test
    void playersComeBeforeGamesAndBothAreOpened() {
        long one = workbook.games()
                .add(
                        game("[White \"Tarn, Bastian\"]\n[Black \"Brandt, Ida\"]\n[Event \"Spring\"]\n"
                                + "[Date \"2026.03.01\"]\n\n1.d4 *"),
                        "add");
        workbook.games().add(game("[White \"Okafor, Sam\"]\n[Black \"Tarn, Bastian\"]\n\n1.d4 *"), "add");
        List<CommandField.Offer> found = searched("tarn");
        assertThat(found).extracting(CommandField.Offer::title).first().isEqualTo("Tarn, Bastian");
        assertThat(found).hasSize(3);
        CommandField.Offer spring = found.stream()
                .filter(offer -> offer.hint().equals("Spring  2026.03.01"))
                .findFirst()
                .orElseThrow();
        found.getFirst().action().run();
        spring.action().run();
        assertThat(done).containsExactly("player Tarn, Bastian", "game " + one);
    }

    @Test
    void anEmptyWorkbookHasNothingToFind() {
        assertThat(searched("tarn")).isEmpty();
        assertThat(searched("%_'\";--")).isEmpty();
    }
}
