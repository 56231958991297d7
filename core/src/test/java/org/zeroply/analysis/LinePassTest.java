package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.GameSweep.Looked;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

/** What a pass looks at first, what again, and what it states in between. */
class LinePassTest {
    private GameTree tree;
    private List<Integer> main;
    private List<Integer> all;

    @BeforeEach
    void begin() {
        List<Move> moves = new ArrayList<>();
        Position here = Position.START;
        for (String name : List.of("e4", "e5", "Nf3", "Nc6", "d4", "exd4")) {
            Move move = Objects.requireNonNull(San.read(here, name));
            moves.add(move);
            here = here.play(move);
        }
        tree = GameTree.of(Position.START).addLine(GameTree.ROOT, moves).tree();
        main = tree.mainLine();
        all = new ArrayList<>(List.of(GameTree.ROOT));
        all.addAll(main);
    }

    private LinePass pass() {
        return new LinePass(tree, all, List.of(main), 0.15);
    }

    /** A look that finds a position worth so much to White, and another move than the one that was played. */
    private Looked looked(int node, double white, boolean second) {
        Position position = tree.positionAt(node);
        CalculatedLine line = new CalculatedLine(List.of(position.legalMoves().getLast()), new Verdict(0, white, 0), 8);
        Calculation deep = new Calculation(position, List.of(line), 8, 1, 1, true);
        return new Looked(new Study(position, List.of(), List.of(deep), List.of(), Map.of(), true), second);
    }

    private void look(LinePass pass, LinePass.Next next, Map<Integer, Double> worth) {
        next.nodes().forEach(node -> pass.know(node, looked(node, worth.getOrDefault(node, .5), next.areSecond())));
    }

    @Test
    void everyPositionComesFirstAndWithoutAnErrorNothingTwice() {
        LinePass pass = pass();
        assertThat(pass.next()).isEqualTo(new LinePass.Next(all, false));
        look(pass, pass.next(), Map.of());
        assertThat(pass.next().nodes()).isEmpty();
        assertThat(Objects.requireNonNull(pass.judgement(main)).moves()).hasSize(6);
    }

    @Test
    void aTurningPointIsStatedOnlyAfterASecondLook() {
        Map<Integer, Double> worth = new HashMap<>();
        main.subList(2, 6).forEach(node -> worth.put(node, .2));
        LinePass pass = pass();
        look(pass, pass.next(), worth);
        assertThat(Objects.requireNonNull(pass.judgement(main)).turningPoints()).isEmpty();
        LinePass.Next again = pass.next();
        assertThat(again.areSecond()).isTrue();
        assertThat(again.nodes()).containsExactly(main.get(1), main.get(2));
        look(pass, again, worth);
        assertThat(Objects.requireNonNull(pass.judgement(main)).turningPoints())
                .extracting(Judgement.Judged::ply)
                .containsExactly(2);
        assertThat(pass.next().nodes()).isEmpty();
    }

    @Test
    void whatTheSecondLookTakesBackIsNotStatedAndWhatItMakesAnErrorIsLookedAtInTurn() {
        Map<Integer, Double> worth = new HashMap<>();
        main.subList(2, 6).forEach(node -> worth.put(node, .2));
        LinePass pass = pass();
        look(pass, pass.next(), worth);
        // The position after the move is level after all, so that the next move is the error.
        worth.put(main.get(2), .5);
        LinePass.Next second = pass.next();
        look(pass, second, worth);
        assertThat(Objects.requireNonNull(pass.judgement(main)).turningPoints()).isEmpty();
        LinePass.Next third = pass.next();
        assertThat(third.nodes()).isEmpty();
        assertThat(third.areSecond()).isTrue();
    }

    @Test
    void afterThreeRoundsWhatIsNotConfirmedIsNotStated() {
        LinePass pass = pass();
        look(pass, pass.next(), Map.of());
        int rounds = 0;
        double white = .5;
        for (LinePass.Next next = pass.next(); rounds < 10; next = pass.next()) {
            if (!next.areSecond()) {
                break;
            }
            rounds++;
            // Each round shows the next of White's moves as an error.
            white -= .2;
            int node = main.get(2 * rounds - 2);
            pass.know(node, looked(node, white < 0 ? 0 : white, false));
        }
        assertThat(rounds).isEqualTo(3);
        assertThat(Objects.requireNonNull(pass.judgement(main)).turningPoints()).isEmpty();
    }

    @Test
    void aSecondLookIsNotForgottenForAFirst() {
        LinePass pass = pass();
        pass.know(GameTree.ROOT, looked(GameTree.ROOT, .7, true));
        pass.know(GameTree.ROOT, looked(GameTree.ROOT, .1, false));
        pass.know(main.getFirst(), looked(main.getFirst(), .5, true));
        assertThat(Objects.requireNonNull(pass.judgement(main)).turningPoints())
                .singleElement()
                .satisfies(
                        move -> assertThat(move.before().verdict().expected()).isEqualTo(.7));
    }

    /** Two beside each other find what one finds after the other. */
    @Test
    void aPassRepeatsItselfHoweverManyLookBesideEachOther() {
        List<List<Position>> ways =
                all.stream().map(node -> tree.positionsAlong(tree.pathTo(node))).toList();
        GameSweep one = new GameSweep(() -> new Calculator(2, 1));
        List<Study> alone = ways.stream()
                .map(way ->
                        one.look(List.of(way), Limit.nodes(4_000), new Cancel()).getFirst())
                .toList();
        List<Study> beside = new GameSweep(() -> new Calculator(2, 1)).look(ways, Limit.nodes(4_000), new Cancel());
        for (int i = 0; i < ways.size(); i++) {
            assertThat(GameSweep.point(beside.get(i))).isEqualTo(GameSweep.point(alone.get(i)));
        }
    }
}
