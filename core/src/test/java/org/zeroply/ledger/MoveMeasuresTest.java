package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;

class MoveMeasuresTest {
    private static List<Move> moves(Position start, String names) {
        List<Move> moves = new ArrayList<>();
        Position here = start;
        for (String name : names.split(" ")) {
            Move move = Objects.requireNonNull(San.read(here, name), name);
            moves.add(move);
            here = here.play(move);
        }
        return moves;
    }

    private static List<MoveMeasures> along(Position start, String names) {
        return MoveMeasures.along(start, moves(start, names), new Cancel());
    }

    @Test
    void activityIsMobilityOfWhiteLessThatOfBlack() {
        Position start = Position.START;
        List<Move> moves = moves(start, "e4 e5 Nf3 Nc6 Bb5 a6");
        List<MoveMeasures> measures = MoveMeasures.along(start, moves, new Cancel());
        assertThat(measures).hasSameSizeAs(moves);
        Position here = start;
        for (int i = 0; i < moves.size(); i++) {
            here = here.play(moves.get(i));
            Entry mobility = Ledger.of(here, ValueScale.SCHOOLROOM).entry(Factor.MOBILITY);
            assertThat(measures.get(i).activity())
                    .isEqualTo(mobility.white().value().size()
                            - mobility.black().value().size());
        }
        assertThat(measures.getFirst().activity())
                .as("a first move opens lines")
                .isPositive();
        assertThat(measures.get(1).activity())
                .as("the same answer closes the balance")
                .isZero();
    }

    @Test
    void tempiAreCountedInTheOpeningAndNotLater() {
        // The queen comes out and goes home: two moves for nothing.
        List<MoveMeasures> measures = along(Position.START, "e4 e5 Qh5 Nc6 Qd1 Nf6");
        assertThat(measures.getLast().tempo()).isPresent();
        assertThat(measures.getLast().tempo().getAsInt())
                .as("White has lost more than Black")
                .isNegative();
        Position ending = Fen.position("4k3/8/8/8/8/8/4P3/4K3 w - - 0 1");
        assertThat(along(ending, "Kd2 Kd7").getLast().tempo()).isEmpty();
    }

    @Test
    void piecesThatBearOnAKingAreItsDanger() {
        Position quiet = Fen.position("6k1/5ppp/8/8/8/8/5PPP/6K1 w - - 0 1");
        assertThat(along(quiet, "h3").getFirst().blackDanger()).isZero();
        Position attack = Fen.position("6k1/5ppp/8/8/3Q4/3B4/5PPP/4R1K1 w - - 0 1");
        MoveMeasures measures = along(attack, "Qe4").getFirst();
        assertThat(measures.blackDanger()).isGreaterThan(measures.whiteDanger());
        MoveMeasures mirrored = along(attack.mirrored(), "Qe5").getFirst();
        assertThat(mirrored.whiteDanger()).isEqualTo(measures.blackDanger());
        assertThat(mirrored.activity()).isEqualTo(-measures.activity());
    }

    @Test
    void aCancelledCountGivesWhatItHas() {
        Cancel cancel = new Cancel();
        cancel.cancel();
        assertThat(MoveMeasures.along(Position.START, moves(Position.START, "e4 e5"), cancel))
                .isEmpty();
    }
}
