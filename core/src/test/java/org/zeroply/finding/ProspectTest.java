package org.zeroply.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.GameSweep;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.LinePass;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Calculator;
import org.zeroply.work.Cancel;

class ProspectTest {
    /** A knight can fork king and rook; White looks at the pawn instead, and Black at nothing. */
    private static final String START = "r3k3/8/8/1N6/8/8/5PPP/6K1 w - - 0 1";

    @Test
    void aMissedMoveOfAJudgedGameIsOne() {
        Position start = Fen.position(START);
        GameTree tree = GameTree.of(start);
        List<Move> moves = new ArrayList<>();
        Position here = start;
        for (String text : List.of("g3", "Kd7", "Kg2")) {
            Move move = Objects.requireNonNull(San.read(here, text));
            moves.add(move);
            here = here.play(move);
        }
        tree = tree.addLine(GameTree.ROOT, moves).tree();
        List<Integer> main = tree.mainLine();
        Set<Integer> wanted = new LinkedHashSet<>(List.of(GameTree.ROOT));
        wanted.addAll(main);
        LinePass pass = new LinePass(tree, wanted, List.of(main), Judgement.USUAL_THRESHOLD);
        List<Integer> second = new ArrayList<>();
        pass.run(
                new GameSweep(() -> new Calculator(4, 1)),
                2,
                (looked, node) -> {
                    if (looked.isSecond()) {
                        second.add(node);
                    }
                },
                new Cancel());
        Judgement judgement = Objects.requireNonNull(pass.judgement(main));
        assertThat(second).as("what the judgement states was looked at again").contains(GameTree.ROOT);
        Prospect first = Prospect.of(judgement).getFirst();
        assertThat(first.position()).isEqualTo(start);
        assertThat(San.write(start, first.key())).isEqualTo("Nc7+");
        assertThat(first.played()).isEqualTo(moves.getFirst());
        assertThat(first.isMissed()).isTrue();
        assertThat(first.hardness()).isBetween(0, 4);
    }

    @Test
    void exercisesAreAlikeByPositionAndByScene() {
        Position position = Fen.position(START);
        List<Move> line = List.of(Objects.requireNonNull(San.read(position, "Nc7+")));
        Likeness one = Likeness.of(position, line);
        Position later = Fen.position(START.replace("0 1", "7 30"));
        assertThat(one.isLike(Likeness.of(later, line)))
                .as("clocks make no other")
                .isTrue();
        Position farPawn = Fen.position("r3k3/8/8/1N6/8/8/5PP1/6K1 w - - 0 1");
        assertThat(one.isLike(Likeness.of(farPawn, line)))
                .as("a pawn that is far from all of it")
                .isTrue();
        Position nearPawn = Fen.position("r3k3/p7/8/1N6/8/8/5PPP/6K1 w - - 0 1");
        assertThat(one.isLike(Likeness.of(nearPawn, line)))
                .as("a pawn in the middle of it")
                .isFalse();
    }
}
