package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.zeroply.desktop.game.Departed;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.repertoire.Departure;
import org.zeroply.repertoire.Departures;
import org.zeroply.repertoire.GuardCheck;
import org.zeroply.repertoire.GuardCheck.Breach;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.GameFilter;
import org.zeroply.store.GameOrder;
import org.zeroply.store.GameSummary;
import org.zeroply.store.RepertoireShelf.Listed;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Where games left the repertoires of their players. Reads the workbook, so it is not for the interface thread. */
public final class GameDepartures {
    private GameDepartures() {}

    /**
     * A game beside a repertoire.
     *
     * @param departures in order; at least one
     * @param nodes the positions of the repertoire that the game ran through
     * @param breaches guards that its player did not heed
     */
    public record Compared(GameSummary game, List<Departure> departures, List<Integer> nodes, List<Breach> breaches) {}

    /** What all games of a student tell. */
    public record Sums(List<Compared> games, Departures departures) {}

    /**
     * Where a game left a repertoire of one of its players.
     *
     * @param first where it left first
     * @param breaches guards that its player did not heed
     */
    public record Told(Listed repertoire, Departure first, List<Breach> breaches) {
        /** As the place Reading shows it: each thing at the half-move at which it can be seen. */
        public List<Departed> departed() {
            List<Departed> found = new ArrayList<>();
            found.add(at(first.ply(), first.leftInWords()));
            if (first.back() >= 0) {
                found.add(at(first.back() - 1, first.backInWords()));
            }
            breaches.forEach(breach -> found.add(at(breach.node(), breach.inWords())));
            return found;
        }

        /** In a few words, for a list: "left White with e4 at 9.Bd3". */
        public String brief(GameTree tree, Language language) {
            List<Integer> main = tree.mainLine();
            return first.ply() >= main.size()
                    ? ""
                    : Texts.of("games.mark.left", MoveNames.of(tree, main.get(first.ply()), language));
        }

        private Departed at(int ply, String text) {
            return new Departed(
                    repertoire.title().side(), repertoire.title().name(), text, ply, repertoire.id(), first.node());
        }
    }

    /** Where a game left the repertoires of those who played it, by the names in its tags and their colours. */
    public static List<Told> of(Workbook workbook, Game game) {
        List<Told> found = new ArrayList<>();
        for (Listed listed : workbook.repertoires().list()) {
            Side side = listed.title().side();
            String player = game.tags().known(side == Side.WHITE ? "White" : "Black");
            if (player.isEmpty() || !player.equalsIgnoreCase(listed.title().student())) {
                continue;
            }
            Repertoire repertoire = workbook.repertoires().read(listed.id());
            Line line = Line.of(game.tree());
            Departure.of(repertoire, line.positions(), line.moves()).stream()
                    .findFirst()
                    .ifPresent(first -> found.add(
                            new Told(listed, first, GuardCheck.inGame(repertoire, line.positions(), line.moves()))));
        }
        return found;
    }

    private record Line(List<Position> positions, List<Move> moves) {
        static Line of(GameTree tree) {
            List<Integer> main = tree.mainLine();
            List<Move> moves = new ArrayList<>();
            for (int id : main) {
                Move move = tree.node(id).played();
                if (move.isPass()) {
                    break;
                }
                moves.add(move);
            }
            return new Line(tree.start().positionsAlong(moves), moves);
        }
    }

    /** The games that somebody of exactly this name played with a colour, newest first. */
    static List<GameSummary> games(Workbook workbook, String name, Side side) {
        // The filter goes by the beginnings of words, so it may find others too.
        long[] ids = workbook.games().ids(GameFilter.player(name, side), GameOrder.NEWEST_FIRST);
        return workbook.games().summaries(ids).stream()
                .filter(game -> name.equalsIgnoreCase(side == Side.WHITE ? game.white() : game.black()))
                .toList();
    }

    /**
     * Compares all games that the student of a repertoire played with its colour, newest first. Progress counts games.
     *
     * @return empty if it was cancelled
     */
    public static Optional<Sums> all(
            Workbook workbook, Listed listed, Repertoire repertoire, Progress progress, Cancel cancel) {
        if (listed.title().student().isEmpty()) {
            return Optional.of(new Sums(List.of(), Departures.of(Map.of())));
        }
        List<GameSummary> summaries =
                games(workbook, listed.title().student(), listed.title().side());
        List<Compared> games = new ArrayList<>();
        Map<Long, List<Departure>> byGame = new LinkedHashMap<>();
        for (int i = 0; i < summaries.size(); i++) {
            if (cancel.isRequested()) {
                return Optional.empty();
            }
            GameSummary summary = summaries.get(i);
            Line line = Line.of(workbook.games().read(summary.id()).tree());
            List<Departure> departures = Departure.of(repertoire, line.positions(), line.moves());
            if (!departures.isEmpty()) {
                byGame.put(summary.id(), departures);
                games.add(new Compared(
                        summary,
                        departures,
                        line.positions().stream()
                                .flatMap(position -> repertoire.at(position).stream())
                                .map(Repertoire.Node::id)
                                .toList(),
                        GuardCheck.inGame(repertoire, line.positions(), line.moves())));
            }
            progress.at((double) (i + 1) / summaries.size(), i + 1);
        }
        return Optional.of(new Sums(games, Departures.of(byGame)));
    }
}
