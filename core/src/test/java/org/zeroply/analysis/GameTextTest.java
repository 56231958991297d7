package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;

class GameTextTest {
    private static List<String> text(GameTree tree) {
        return GameText.of(tree, Language.ENGLISH).paragraphs().stream()
                .map(paragraph -> "  ".repeat(paragraph.depth()) + paragraph.text())
                .toList();
    }

    @Test
    void variationsStandAfterTheMoveTheyReplaceAndAreSetIn() throws IOException {
        GameTree tree = Lines.tree(
                "", "1. e4 e5 2. Nf3 (2. d4 exd4 (2... d6 3. dxe5) 3. c3 $6 {a gambit}) 2... Nc6! {well met} 3. d4");
        assertThat(text(tree))
                .containsExactly(
                        "1.e4 e5 2.Nf3",
                        "  2.d4 exd4",
                        "    2...d6 3.dxe5",
                        "  3.c3?! a gambit",
                        "2...Nc6!",
                        "well met",
                        "3.d4");
    }

    @Test
    void everyMoveOfTheTreeStandsInItOnce() throws IOException {
        GameTree tree = Lines.tree("", "1. d4 d5 (1... Nf6 2. c4 (2. Nf3)) (1... f5) 2. c4 c6");
        List<Integer> nodes = GameText.of(tree, Language.ENGLISH).paragraphs().stream()
                .flatMap(paragraph -> paragraph.runs().stream())
                .filter(GameText.Run.Played.class::isInstance)
                .map(run -> ((GameText.Run.Played) run).node())
                .toList();
        assertThat(nodes).doesNotHaveDuplicates().hasSize(tree.size());
    }

    @Test
    void aVerdictIsSaidInWordsAndAnEmptyGameHasNoText() throws IOException {
        assertThat(text(Lines.tree("", "1. e4 $18"))).containsExactly("1.e4 (White is winning)");
        assertThat(text(Lines.tree("", ""))).isEmpty();
    }

    @Test
    void aLongLineIsBroken() throws IOException {
        StringBuilder moves = new StringBuilder();
        for (int i = 0; i < 50; i++) {
            moves.append("Nf3 Nf6 Ng1 Ng8 ");
        }
        assertThat(GameText.of(Lines.tree("", moves.toString()), Language.ENGLISH)
                        .paragraphs())
                .hasSize(10);
    }
}
