package org.zeroply.desktop.shell;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
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
    private final Workbook workbook;
    private final Background background;
    private final Chosen chosen;

    Offers(List<Placed> commands, Workbook workbook, Background background, Chosen chosen) {
        this.commands = commands;
        this.workbook = workbook;
        this.background = background;
        this.chosen = chosen;
    }

    /** What is offered at once for a text: a position, and commands, the best fit first. */
    List<CommandField.Offer> atOnce(String text) {
        List<CommandField.Offer> offers = new ArrayList<>();
        if (text.contains("/") && Fen.read(text) instanceof FenReading.Read read) {
            offers.add(
                    new CommandField.Offer(Texts.of("field.position"), "FEN", () -> chosen.position(read.position())));
        }
        Map<Matching, List<CommandField.Offer>> fitting = new EnumMap<>(Matching.class);
        for (Placed each : commands) {
            Command command = each.command();
            Matching fit = Matching.of(text, command.title());
            if (fit != null && command.enabled().getAsBoolean()) {
                fitting.computeIfAbsent(fit, key -> new ArrayList<>())
                        .add(new CommandField.Offer(
                                command.title(), command.shortcutText(), () -> chosen.command(each.place(), command)));
            }
        }
        fitting.values().forEach(offers::addAll);
        return offers;
    }

    /** Players and games, looked up in the background. */
    void search(String text, Consumer<List<CommandField.Offer>> answer) {
        background.read(
                () -> {
                    List<CommandField.Offer> found = new ArrayList<>();
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
