package org.zeroply.desktop.judging;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.PlayerSums;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Newest;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.opening.Openings;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.GameFilter;
import org.zeroply.store.GameOrder;
import org.zeroply.store.GameShelf;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Adds up what a player gave away over all judged games of the workbook, in the background. */
public final class SumsModel {
    private static final int LONGEST_OPENING = 40;

    private final Workbook workbook;
    private final Background background;
    private final String analyst;
    private final double threshold;
    private final ReadOnlyObjectWrapper<@Nullable Result> result = new ReadOnlyObjectWrapper<>(this, "result");
    private final Newest newest = new Newest();

    /**
     * What came out.
     *
     * @param judged how many games it rests on
     * @param left games of the player that are not judged yet
     */
    public record Result(String player, PlayerSums sums, int judged, List<Long> left) {}

    /**
     * @param analyst the name under which verdicts are kept
     * @param threshold the share from which on a move is a turning point
     */
    public SumsModel(Workbook workbook, Background background, String analyst, double threshold) {
        this.threshold = threshold;
        this.workbook = workbook;
        this.background = background;
        this.analyst = analyst;
    }

    /** Null until a player was asked for. */
    public ReadOnlyObjectProperty<@Nullable Result> resultProperty() {
        return result.getReadOnlyProperty();
    }

    /** The players whose names begin like this. */
    public void suggest(String words, Consumer<List<String>> answer) {
        background.read(
                () -> workbook.games().players(words, 8).stream()
                        .map(GameShelf.Player::name)
                        .toList(),
                answer);
    }

    /** Adds up for a player, by the exact name. What was asked before is given up. */
    public void ask(String player) {
        background.run(
                Texts.of("sums.running", player),
                (progress, cancel) -> add(player, progress, cancel),
                newest.only(result::set));
    }

    private Result add(String player, Progress progress, Cancel cancel) {
        GameFilter filter = GameFilter.player(player, null);
        long[] ids = workbook.games().ids(filter, GameOrder.NEWEST_FIRST);
        List<PlayerSums.Played> played = new ArrayList<>();
        List<Long> left = new ArrayList<>();
        for (int i = 0; i < ids.length && !cancel.isRequested(); i++) {
            Game game = workbook.games().read(ids[i]);
            Side side = game.tags().known("White").equals(player)
                    ? Side.WHITE
                    : game.tags().known("Black").equals(player) ? Side.BLACK : null;
            if (side != null && game.tree().size() > 0) {
                Judgement judgement = kept(game.tree());
                if (judgement == null) {
                    left.add(ids[i]);
                } else {
                    played.add(new PlayerSums.Played(judgement, side, opening(game.tree())));
                }
            }
            progress.at((double) (i + 1) / ids.length, i + 1);
        }
        return new Result(player, PlayerSums.of(played), played.size(), left);
    }

    /** The name of the opening without its variation; empty if there is none. */
    private static String opening(GameTree tree) {
        List<Integer> main = tree.mainLine();
        List<Position> line = tree.positionsAlong(main.subList(0, Math.min(LONGEST_OPENING, main.size())));
        return Openings.catalogue()
                .place(line)
                .map(place -> place.name().replaceFirst(",.*", ""))
                .orElse("");
    }

    /** The judgement of a game's main line from what is kept of it; null if a position is missing. */
    private @Nullable Judgement kept(GameTree tree) {
        List<Integer> main = GameSweep.judged(tree, tree.mainLine());
        Map<Integer, Position> positions = new HashMap<>(Map.of(GameTree.ROOT, tree.start()));
        List<Position> line = tree.positionsAlong(main);
        for (int i = 0; i < main.size(); i++) {
            positions.put(main.get(i), line.get(i + 1));
        }
        Map<Integer, GameSweep.Looked> found = new KeptPasses(workbook, analyst).of(positions);
        return found.size() < positions.size() ? null : GameSweep.judgement(tree, main, found::get, threshold);
    }
}
