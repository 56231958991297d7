package org.zeroply.desktop.strip;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

class StripLayoutTest {
    private static GameTree add(GameTree tree, int at, String line) {
        LineReading reading = new LineReader(Language.ENGLISH).read(tree.positionAt(at), line);
        return tree.addLine(at, ((LineReading.Read) reading).moves()).tree();
    }

    @Test
    void branchesStandBelowTheMoveTheyLeaveAndShareARowWhereTheyFit() {
        GameTree tree = add(GameTree.of(Position.START), 0, "1.d4 d5 2.c4 e6 3.Nc3 Nf6");
        tree = add(tree, 0, "1.c4 e5");
        tree = add(tree, 4, "3.Nf3");
        StripLayout layout = StripLayout.of(tree);
        assertThat(layout.rows()).hasSize(2);
        assertThat(layout.columns()).isEqualTo(6);
        StripLayout.Cell early = Objects.requireNonNull(layout.cell(7));
        StripLayout.Cell late = Objects.requireNonNull(layout.cell(9));
        assertThat(early).isEqualTo(new StripLayout.Cell(7, 1, 0));
        assertThat(late).isEqualTo(new StripLayout.Cell(9, 1, 4));
        assertThat(layout.joints())
                .containsExactlyInAnyOrder(new StripLayout.Joint(0, 1, 0), new StripLayout.Joint(0, 1, 4));
    }

    /** Every move has one place of its own, in the column of its depth, and a branch is always below what it leaves. */
    @Test
    void noTwoMovesOfAnyTreeShareAPlace() {
        for (long seed = 0; seed < 200; seed++) {
            Random random = new Random(seed);
            GameTree tree = GameTree.of(Position.START);
            for (int i = 0; i < 60; i++) {
                List<GameNode> nodes =
                        tree.table().stream().filter(Objects::nonNull).toList();
                int at = random.nextInt(3) > 0
                        ? nodes.getLast().id()
                        : nodes.get(random.nextInt(nodes.size())).id();
                List<Move> legal = tree.positionAt(at).legalMoves();
                if (!legal.isEmpty()) {
                    tree = tree.add(at, legal.get(random.nextInt(legal.size()))).tree();
                }
            }
            StripLayout layout = StripLayout.of(tree);
            Set<List<Integer>> places = new HashSet<>();
            int cells = 0;
            for (List<StripLayout.Cell> row : layout.rows()) {
                for (StripLayout.Cell cell : row) {
                    cells++;
                    assertThat(places.add(List.of(cell.row(), cell.column())))
                            .as("seed %d", seed)
                            .isTrue();
                    assertThat(cell.column()).isEqualTo(tree.depth(cell.node()) - 1);
                    assertThat(cell.row() == 0).isEqualTo(tree.isMainLine(cell.node()));
                }
            }
            assertThat(cells).as("seed %d", seed).isEqualTo(tree.size());
            for (StripLayout.Joint joint : layout.joints()) {
                assertThat(joint.row()).isGreaterThan(joint.fromRow());
            }
        }
    }
}
