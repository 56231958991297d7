package org.zeroply.desktop.judging;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.coaching.Peers;
import org.zeroply.coaching.PlayerSums;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Newest;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.store.GameShelf;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Adds up what a player gave away over all judged games of the workbook, in the background. */
public final class SumsModel {
    private final Workbook workbook;
    private final Background background;
    private final String analyst;
    private final ReadOnlyObjectWrapper<@Nullable Result> result = new ReadOnlyObjectWrapper<>(this, "result");
    private final Newest newest = new Newest();

    /**
     * What came out.
     *
     * @param account what it adds up to, how surely, and by which habits
     * @param judged how many games it rests on
     * @param left games of the player that are not judged yet
     */
    public record Result(String player, StudentAccount account, PlayerSums sums, int judged, List<Long> left) {}

    /**
     * @param analyst the name under which verdicts are kept
     */
    public SumsModel(Workbook workbook, Background background, String analyst) {
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
        JudgedGames.Found found = new JudgedGames(workbook, analyst).of(List.of(player), progress, cancel);
        StudentAccount account = StudentAccount.of(new StudentAccount.Season(
                found.games(),
                found.games().stream().mapToInt(JudgedGame::rating).max().orElse(0),
                Map.of(),
                List.of(),
                Peers.of(workbook.accounts().peers(), Set.of(player)),
                // Of a player who need not be a student no training is known.
                Instant.EPOCH));
        return new Result(
                player, account, PlayerSums.of(found.games()), found.games().size(), found.left());
    }
}
