package org.zeroply.task;

import java.util.List;
import java.util.Set;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Position;

/**
 * The worked example: a pawn ending in which the king wins by a quiet move that loses a move, with a mark scheme of sixteen
 * items. The exact endings confirm the moves.
 */
final class Ending {
    private static final String SOLUTION = """
            [Event "Endings, first paper"]
            [SetUp "1"]
            [FEN "5k2/8/5P1p/4K2P/8/8/8/8 w - - 0 52"]
            [TaskInstruction "White wins. Write down how, with every defence that has to be met."]

            52. Ke4 {The king gives the move away.} (52. Ke6 Ke8 53. f7+ Kf8 54. Kf6 $10)
            52... Kg8 (52... Ke8 53. Kf4 Kd7 54. Kf5 Kd6 55. Kg6 $18)
            (52... Kf7 53. Kf5 (53. Ke5 {Nothing is lost, but nothing is won.}) 53... Ke8
            (53... Kf8 54. Kg6 Kg8 55. Kxh6 $18 (55. Kf5 $18)) 54. Kg6 $18)
            53. Kf4 Kf8 (53... Kh7 54. Ke5 Kg8 55. Ke6 $18) 54. Ke5 Kf7 55. Kf5 $18 *
            """;

    private Ending() {}

    static Task task() {
        Task bare = Papers.read(SOLUTION).tasks().getFirst();
        return bare.withScheme(new Scheming(bare.solution()).scheme());
    }

    /** Items hung on the nodes of the tree. */
    private record Scheming(GameTree tree) {
        private int at(String line) {
            return Papers.node(tree, line);
        }

        private static Item item(String label, int points, Want want) {
            return new Item.Single(label, Points.of(points), "", want);
        }

        private Item find(String line, int points) {
            return item(line, points, new Want.Find(at(line)));
        }

        private Item consider(String line, int points) {
            return item(line, points, new Want.Consider(at(line)));
        }

        private Item judge(String line, int points, Opinion opinion) {
            return item(line, points, new Want.Judge(at(line), Set.of(opinion)));
        }

        private Item reach(String from, String line, int points) {
            return item(line, points, new Want.Reach(at(from), at(line)));
        }

        private static Item group(Item.Way way, int points, Item... parts) {
            return new Item.Group(way.name(), Points.of(points), "", way, List.of(parts));
        }

        Scheme scheme() {
            Position start = tree.start();
            return Scheme.EMPTY.withItems(List.of(
                    item("the key", 5, new Want.Choose(Papers.move(start, "Ke4"))),
                    consider("Ke4 Kf7", 1),
                    group(
                            Item.Way.BEST,
                            0,
                            group(Item.Way.SUM, 0, find("Ke4 Kf7 Kf5", 3), reach("Ke4 Kf7", "Ke4 Kf7 Kf5 Ke8 Kg6", 2)),
                            find("Ke4 Kf7 Ke5", 2)),
                    consider("Ke4 Kf7 Kf5 Kf8", 1),
                    group(
                            Item.Way.ANY,
                            2,
                            find("Ke4 Kf7 Kf5 Kf8 Kg6 Kg8 Kxh6", 0),
                            find("Ke4 Kf7 Kf5 Kf8 Kg6 Kg8 Kf5", 0)),
                    consider("Ke4 Kf7 Kf5 Ke8", 1),
                    group(
                            Item.Way.ALL,
                            2,
                            find("Ke4 Kf7 Kf5 Ke8 Kg6", 0),
                            judge("Ke4 Kf7 Kf5 Ke8 Kg6", 0, Opinion.WHITE_WINNING)),
                    consider("Ke4 Ke8", 1),
                    find("Ke4 Ke8 Kf4", 3),
                    consider("Ke4 Kg8", 2),
                    find("Ke4 Kg8 Kf4", 2),
                    reach("Ke4 Kg8", "Ke4 Kg8 Kf4 Kf8 Ke5 Kf7 Kf5", 3),
                    judge("Ke4 Ke8 Kf4 Kd7 Kf5 Kd6 Kg6", 1, Opinion.WHITE_WINNING),
                    judge("Ke6 Ke8 f7+ Kf8 Kf6", 2, Opinion.LEVEL),
                    consider("Ke4 Kg8 Kf4 Kh7", 1),
                    judge("Ke4 Kg8 Kf4 Kh7 Ke5 Kg8 Ke6", 1, Opinion.WHITE_WINNING)));
        }
    }
}
