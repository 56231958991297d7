package org.zeroply.desktop.shell;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.game.GameNames;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Command;
import org.zeroply.desktop.kit.Place;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.notation.Fen;
import org.zeroply.notation.FenReading;
import org.zeroply.rules.Position;
import org.zeroply.store.GameShelf;
import org.zeroply.store.GameSummary;
import org.zeroply.store.Workbook;

/** What the field for everything offers: a position, commands of all places, players and games. */
final class Offers {
    private static final int GAMES_OFFERED = 6;
    private static final int PLAYERS_OFFERED = 3;

    /** What is done with what was chosen. */
    interface Chosen {
        void position(Position position);

        void player(String name);

        void game(long id);

        /** Goes to the place of a command, if it has one, and does it. */
        void command(@Nullable Place place, Command command);
    }

    /** A command with the place where it works; null where it works everywhere. */
    record Placed(@Nullable Place place, Command command) {}

    private final List<Placed> commands;
    private final Supplier<Place> here;
    private final Workbook workbook;
    private final Background background;
    private final Chosen chosen;

    /** @param here where one is; what can be done there stands first */
    Offers(List<Placed> commands, Supplier<Place> here, Workbook workbook, Background background, Chosen chosen) {
        this.commands = commands;
        this.here = here;
        this.workbook = workbook;
        this.background = background;
        this.chosen = chosen;
    }

    /**
     * What is offered at once for a text: a position, and commands, the best fit first. Before anything is typed, all
     * commands in their groups, those of the place first.
     */
    List<CommandField.Row> atOnce(String text) {
        if (text.isEmpty()) {
            return all();
        }
        List<CommandField.Row> offers = new ArrayList<>();
        if (text.contains("/") && Fen.read(text) instanceof FenReading.Read read) {
            offers.add(
                    new CommandField.Offer(Texts.of("field.position"), "FEN", () -> chosen.position(read.position())));
        }
        Map<Matching, List<CommandField.Row>> fitting = new EnumMap<>(Matching.class);
        for (Placed each : inOrder()) {
            Command command = each.command();
            Matching fit = Matching.of(text, command.title(), command.words());
            if (fit != null && command.enabled().getAsBoolean()) {
                fitting.computeIfAbsent(fit, key -> new ArrayList<>()).add(offer(each));
            }
        }
        fitting.values().forEach(offers::addAll);
        return offers;
    }

    /** All commands that can be done, with the headings of their groups. */
    private List<CommandField.Row> all() {
        List<CommandField.Row> rows = new ArrayList<>();
        String heading = "";
        for (Placed each : inOrder()) {
            if (!each.command().enabled().getAsBoolean()) {
                continue;
            }
            String group = heading(each);
            if (!group.equals(heading)) {
                rows.add(new CommandField.Remark(group));
                heading = group;
            }
            rows.add(offer(each));
        }
        return rows;
    }

    private static String heading(Placed each) {
        Place place = each.place();
        String group = each.command().group();
        return place == null ? group : Texts.of("field.group", place.title(), group);
    }

    /** Those of the place where one is, those that work everywhere, those of the other places. */
    private List<Placed> inOrder() {
        return commands.stream()
                .sorted(Comparator.comparingInt(
                        each -> each.place() == null ? 1 : each.place().equals(here.get()) ? 0 : 2))
                .toList();
    }

    private CommandField.Offer offer(Placed each) {
        Place place = each.place();
        String keys = each.command().shortcutText();
        String hint = place == null || place.equals(here.get()) ? keys : Texts.of("field.elsewhere", place.title());
        return new CommandField.Offer(each.command().title(), hint, () -> chosen.command(place, each.command()));
    }

    /** Players and games, looked up in the background. */
    void search(String text, Consumer<List<CommandField.Row>> answer) {
        background.read(
                () -> {
                    List<CommandField.Row> found = new ArrayList<>();
                    for (GameShelf.Player player : workbook.games().players(text, PLAYERS_OFFERED)) {
                        found.add(new CommandField.Offer(
                                player.name(),
                                Texts.of("field.player", player.games()),
                                () -> chosen.player(player.name())));
                    }
                    for (GameSummary game : workbook.games().find(text, GAMES_OFFERED)) {
                        found.add(new CommandField.Offer(
                                GameNames.players(game),
                                game.event() + "  " + game.date(),
                                () -> chosen.game(game.id())));
                    }
                    return found;
                },
                answer);
    }
}
