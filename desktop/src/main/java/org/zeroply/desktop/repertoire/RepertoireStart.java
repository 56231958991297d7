package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.GameTree;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.RepertoireReader;
import org.zeroply.rules.Side;
import org.zeroply.store.GameFilter;
import org.zeroply.store.GameSummary;
import org.zeroply.store.RepertoireShelf.Title;
import org.zeroply.store.Workbook;

/** Begins repertoires with the games that a student has played. */
public final class RepertoireStart {
    private static final int GAMES_LOOKED_AT = 2_000;
    private static final int OFFERED = 6;
    private static final int FEWEST_GAMES = 3;

    /** So many half-moves of each game are taken. */
    private static final int PLIES = 16;

    private final RepertoireModel model;
    private final Workbook workbook;
    private final Background background;

    public RepertoireStart(RepertoireModel model, Workbook workbook, Background background) {
        this.model = model;
        this.workbook = workbook;
        this.background = background;
    }

    /** Who has played how many games with a colour. */
    public record Player(String name, Side side, int games) {}

    /** The players with most games, by colour. */
    void players(Consumer<List<Player>> answer) {
        background.read(
                () -> {
                    Map<Player, Integer> counts = new HashMap<>();
                    for (GameSummary game : workbook.games().find("", GAMES_LOOKED_AT)) {
                        counts.merge(new Player(game.white(), Side.WHITE, 0), 1, Integer::sum);
                        counts.merge(new Player(game.black(), Side.BLACK, 0), 1, Integer::sum);
                    }
                    List<Player> found = new ArrayList<>();
                    counts.forEach((player, games) -> {
                        if (games >= FEWEST_GAMES
                                && !player.name().isBlank()
                                && !player.name().equals("?")) {
                            found.add(new Player(player.name(), player.side(), games));
                        }
                    });
                    found.sort(Comparator.comparingInt(Player::games).reversed().thenComparing(Player::name));
                    return found.stream().limit(OFFERED).toList();
                },
                answer);
    }

    /** Makes a repertoire out of a player's games, counts the games of the workbook for it, and opens it. */
    public void begin(Player player) {
        begin(new Title(
                Texts.of("repertoire.startName", player.name(), Texts.of("side." + player.side())),
                player.side(),
                player.name(),
                ""));
    }

    public void begin(Title title) {
        background.run(
                Texts.of("repertoire.starting"),
                (progress, cancel) -> {
                    List<GameSummary> games = GameDepartures.games(workbook, title.student(), title.side());
                    List<GameTree> trees = new ArrayList<>();
                    for (GameSummary game : games) {
                        if (cancel.isRequested()) {
                            return Optional.<Repertoire>empty();
                        }
                        trees.add(workbook.games().read(game.id()).tree());
                        progress.at((double) trees.size() / games.size(), trees.size());
                    }
                    Repertoire first = RepertoireReader.fromGames(title.side(), trees, PLIES);
                    return workbook.repertoires()
                            .count(first, GameFilter.ALL, progress, cancel)
                            .map(first::withTallies);
                },
                made -> made.ifPresent(first -> model.create(title, first)));
    }
}
