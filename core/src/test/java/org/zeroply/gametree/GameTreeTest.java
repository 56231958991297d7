package org.zeroply.gametree;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Language;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.notation.PgnWriter;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;

class GameTreeTest {
    private static GameTree.Edit add(GameTree tree, int at, String line) {
        LineReading reading = new LineReader(Language.ENGLISH).read(tree.positionAt(at), line);
        return tree.addLine(at, ((LineReading.Read) reading).moves());
    }

    private static String text(GameTree tree) {
        return PgnWriter.movetext(tree);
    }

    @Test
    void idsStayThroughEditsAndAreNotGivenOutTwice() {
        GameTree.Edit main = add(GameTree.of(Position.START), 0, "1.d4 d5 2.c4 e6");
        GameTree.Edit side = add(main.tree(), 2, "2.Nf3 Nf6");
        GameTree deleted = side.tree().delete(5).tree();
        assertThat(deleted.has(5)).isFalse();
        assertThat(deleted.has(6)).isFalse();
        GameTree.Edit again = add(deleted, 2, "2.g3");
        assertThat(again.focus()).isEqualTo(7);
        assertThat(text(again.tree())).isEqualTo("1. d4 d5 2. c4 (2. g3) 2... e6");
        assertThat(text(side.tree())).as("the old tree is untouched").isEqualTo("1. d4 d5 2. c4 (2. Nf3 Nf6) 2... e6");
        assertThat(again.tree().size()).isEqualTo(5);
    }

    @Test
    void aKnownMoveIsFoundInsteadOfAdded() {
        GameTree.Edit main = add(GameTree.of(Position.START), 0, "1.d4 d5 2.c4");
        assertThat(add(main.tree(), 0, "1.d4 d5").tree()).isSameAs(main.tree());
        assertThatThrownBy(() -> main.tree().add(0, new Move(Square.E2, Square.E5)))
                .hasMessage("not legal here: e2e5");
    }

    @Test
    void branchesArePromotedAndReordered() {
        GameTree tree = add(GameTree.of(Position.START), 0, "1.d4 d5").tree();
        tree = add(tree, 0, "1.c4 e5 2.Nc3").tree();
        tree = add(tree, 0, "1.Nf3").tree();
        int c4 = tree.root().children().get(1);
        int deep = tree.lineThrough(c4).getLast();
        assertThat(text(tree.promote(deep).tree())).isEqualTo("1. c4 (1. d4 d5) (1. Nf3) 1... e5 2. Nc3");
        assertThat(text(tree.reorder(c4, 1).tree())).isEqualTo("1. d4 (1. Nf3) (1. c4 e5 2. Nc3) 1... d5");
        assertThat(tree.reorder(c4, 5)
                        .tree()
                        .reorder(c4, 5)
                        .tree()
                        .root()
                        .children()
                        .getLast())
                .isEqualTo(c4);
        assertThat(tree.isMainLine(c4)).isFalse();
        assertThat(tree.promote(deep).tree().isMainLine(deep)).isTrue();
    }

    @Test
    void positionsFollowTheLine() {
        GameTree tree = add(GameTree.of(Position.START), 0, "1.d4 d5 2.c4 dxc4").tree();
        List<Position> positions = tree.positionsAlong(tree.mainLine());
        assertThat(positions).hasSize(5);
        assertThat(positions.getLast()).isEqualTo(tree.positionAt(4));
        assertThat(tree.depth(4)).isEqualTo(4);
    }

    @Test
    void restoringChecksLinksAndMoves() {
        GameTree tree = add(GameTree.of(Position.START), 0, "1.d4 d5 2.c4").tree();
        tree = add(tree, 1, "1...Nf6").tree().delete(2).tree();
        assertThat(GameTree.restore(Position.START, tree.table()).sameAs(tree)).isTrue();

        List<@Nullable GameNode> illegal = new ArrayList<>(tree.table());
        GameNode node = Objects.requireNonNull(illegal.get(1));
        illegal.set(
                1, new GameNode(1, 0, new Move(Square.E2, Square.E5), node.children(), "", "", List.of(), List.of()));
        assertThatThrownBy(() -> GameTree.restore(Position.START, illegal)).hasMessageContaining("e2e5");

        List<@Nullable GameNode> looped = new ArrayList<>(tree.table());
        looped.set(1, node.withChildren(List.of(1)));
        assertThatThrownBy(() -> GameTree.restore(Position.START, looped)).hasMessageContaining("wrong node 1");

        List<@Nullable GameNode> stray = new ArrayList<>(tree.table());
        stray.set(0, tree.root().withChildren(List.of()));
        assertThatThrownBy(() -> GameTree.restore(Position.START, stray)).hasMessageContaining("hangs in the air");
    }

    @Test
    void aLineOfAHundredThousandMovesIsOnlyLong() {
        GameTree.Builder builder = new GameTree.Builder(Position.START);
        List<Move> dance = List.of(
                new Move(Square.G1, Square.F3),
                new Move(Square.G8, Square.F6),
                new Move(Square.F3, Square.G1),
                new Move(Square.F6, Square.G8));
        int at = 0;
        for (int i = 0; i < 20_000; i++) {
            at = builder.add(at, dance.get(i % 4));
        }
        GameTree tree = builder.build();
        assertThat(tree.depth(at)).isEqualTo(20_000);
        assertThat(tree.sameAs(GameTree.restore(tree.start(), tree.table()))).isTrue();
        assertThat(text(tree)).hasSizeGreaterThan(100_000);
    }

    @Test
    void randomEditsKeepTheTreeSound() {
        for (long seed = 0; seed < 60; seed++) {
            Random random = new Random(seed);
            GameTree tree = GameTree.of(Position.START);
            for (int step = 0; step < 80; step++) {
                List<GameNode> nodes =
                        tree.table().stream().filter(Objects::nonNull).toList();
                int at = nodes.get(random.nextInt(nodes.size())).id();
                switch (random.nextInt(8)) {
                    case 0 -> tree = at == 0 ? tree : tree.delete(at).tree();
                    case 1 -> tree = tree.promote(at).tree();
                    case 2 -> tree = tree.reorder(at, random.nextInt(5) - 2).tree();
                    default -> {
                        List<Move> legal = tree.positionAt(at).legalMoves();
                        tree = legal.isEmpty()
                                ? tree
                                : tree.add(at, legal.get(random.nextInt(legal.size())))
                                        .tree();
                    }
                }
                assertThat(GameTree.restore(tree.start(), tree.table()).sameAs(tree))
                        .as("seed %d", seed)
                        .isTrue();
            }
        }
    }
}
