package org.zeroply.bench;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.GameSweep.Looked;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.sample.SampleClub;

/**
 * What judging a game with its second looks takes: games of the sample club of 38 to 42 moves, as many positions beside each
 * other as there are processors.
 */
final class JudgeBench {
    private static final int SHORTEST = 76;
    private static final int LONGEST = 84;
    private static final int GAMES = 5;

    private JudgeBench() {}

    /** @param arguments the word for it, and how many games, five if it is not said */
    static void run(String[] arguments) throws IOException {
        int wanted = arguments.length > 1 ? Integer.parseInt(arguments[1]) : GAMES;
        int beside = Runtime.getRuntime().availableProcessors();
        GameSweep sweep = new GameSweep(SampleJudge::analyst);
        for (Game game : SampleJudge.read(SampleClub.games())) {
            GameTree tree = game.tree();
            List<Integer> main = GameSweep.judged(tree, tree.mainLine());
            if (wanted > 0 && main.size() >= SHORTEST && main.size() <= LONGEST) {
                wanted--;
                long begun = System.nanoTime();
                Map<Integer, List<Looked>> looked = SampleJudge.looked(tree, main, sweep, beside);
                long second = looked.values().stream()
                        .flatMap(List::stream)
                        .filter(Looked::isSecond)
                        .count();
                System.out.printf(
                        "%s - %s, %d half-moves, %d positions, %d second looks, %d beside each other: %.1f s%n",
                        game.tags().known("White"),
                        game.tags().known("Black"),
                        main.size(),
                        looked.size(),
                        second,
                        beside,
                        (System.nanoTime() - begun) / 1e9);
            }
        }
    }
}
