package org.zeroply.desktop.judging;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.GameSweep.Looked;
import org.zeroply.analysis.Judgement;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.AccountShelf;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * The judged games of players, as accounts take them. What is kept is read; what is not is worked out of the verdicts that are
 * kept, and kept. Not for the interface thread.
 *
 * @param analyst the name under which verdicts are kept
 */
public record JudgedGames(Workbook workbook, String analyst) {
    /**
     * What there is.
     *
     * @param games judged ones
     * @param older of these, judged by an older version of the calculator
     * @param left games that are not judged, or not to their end
     * @param selfPlayed games in which both players have one of the names
     */
    public record Found(List<JudgedGame> games, int older, List<Long> left, List<Long> selfPlayed) {
        public Found {
            games = List.copyOf(games);
            left = List.copyOf(left);
            selfPlayed = List.copyOf(selfPlayed);
        }
    }

    /** The games of the names; less if it was cancelled. */
    public Found of(Collection<String> names, Progress progress, Cancel cancel) {
        AccountShelf.Games known = workbook.accounts().of(names);
        List<JudgedGame> games = new ArrayList<>();
        int older = 0;
        for (AccountShelf.Kept kept : known.kept()) {
            games.add(kept.game());
            older += kept.analyst().equals(analyst) ? 0 : 1;
        }
        List<Long> left = new ArrayList<>();
        for (int i = 0; i < known.missing().size() && !cancel.isRequested(); i++) {
            long id = known.missing().get(i);
            Optional<Worked> worked = workOut(id);
            if (worked.isEmpty()) {
                left.add(id);
            } else {
                boolean isWhite = names.contains(worked.get().white().player());
                games.add(isWhite ? worked.get().white() : worked.get().black());
                older += worked.get().analyst().equals(analyst) ? 0 : 1;
            }
            progress.at((double) (i + 1) / known.missing().size(), i + 1);
        }
        return new Found(games, older, left, known.selfPlayed());
    }

    /**
     * Adds a game up that was judged just now, once what was written before is kept: whoever its players are, they count where
     * others are compared with them.
     */
    void addUpSoon(Background background, long id) {
        background.write(
                () -> true, written -> background.look(() -> workOut(id).isPresent(), known -> {}));
    }

    private record Worked(JudgedGame white, JudgedGame black, String analyst) {}

    /** Works the account of a game out of what is kept of its positions, and keeps it; empty if it is not judged. */
    private Optional<Worked> workOut(long id) {
        long revision = workbook.accounts().revision(id);
        Game game = workbook.games().read(id);
        Optional<KeptJudgement> kept = judgement(game.tree(), Judgement.USUAL_THRESHOLD);
        if (kept.isEmpty()) {
            return Optional.empty();
        }
        JudgedGame white = JudgedGame.of(id, game, kept.get().judgement(), Side.WHITE);
        JudgedGame black = JudgedGame.of(id, game, kept.get().judgement(), Side.BLACK);
        workbook.accounts().keep(white, revision, kept.get().analyst());
        workbook.accounts().keep(black, revision, kept.get().analyst());
        return Optional.of(new Worked(white, black, kept.get().analyst()));
    }

    /**
     * A judgement from what is kept.
     *
     * @param analyst who judged
     */
    public record KeptJudgement(Judgement judgement, String analyst) {}

    /** The judgement of a game's main line from what is kept of it; empty if a position is missing. */
    public Optional<KeptJudgement> judgement(GameTree tree, double threshold) {
        List<Integer> main = GameSweep.judged(tree, tree.mainLine());
        if (main.isEmpty()) {
            return Optional.empty();
        }
        List<Position> line = tree.positionsAlong(main);
        for (String each : KeptPasses.analysts(workbook, analyst, line.getLast(), line.get(line.size() - 2))) {
            Map<Integer, Position> positions = new HashMap<>(Map.of(GameTree.ROOT, tree.start()));
            for (int i = 0; i < main.size(); i++) {
                positions.put(main.get(i), line.get(i + 1));
            }
            Map<Integer, Looked> found = new KeptPasses(workbook, each).of(positions);
            Judgement judgement =
                    found.size() < positions.size() ? null : GameSweep.judgement(tree, main, found::get, threshold);
            if (judgement != null) {
                return Optional.of(new KeptJudgement(judgement, each));
            }
        }
        return Optional.empty();
    }
}
