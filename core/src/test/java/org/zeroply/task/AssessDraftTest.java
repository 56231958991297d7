package org.zeroply.task;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Language;
import org.zeroply.work.Cancel;

class AssessDraftTest {
    private static List<AssessQuestion> questions(String pgn) {
        return AssessDraft.of(Papers.read(pgn).tasks().getFirst(), Language.ENGLISH, new Cancel());
    }

    @Test
    void whatIsCountedIsCountedAtTheEndOfTheLine() {
        assertThat(questions("""
                [SetUp "1"]
                [FEN "4k3/1p3pp1/3p4/8/8/2N5/PP3P2/4K3 w - - 0 1"]

                1. Nd5 Kd7 2. Nb6+ Kc6 3. Nd5 Kxd5 $19 *
                """))
                .extracting(AssessQuestion::text, question -> question.keys().getFirst())
                .contains(
                        tuple(
                                "After 1.Nd5 Kd7 2.Nb6+ Kc6 3.Nd5 Kxd5: How do you judge the position?",
                                "Black is winning"),
                        tuple(
                                "After 1.Nd5 Kd7 2.Nb6+ Kc6 3.Nd5 Kxd5: By how many pawns is White ahead in material"
                                        + " (1-3-3-5-9)?",
                                "-1"),
                        tuple("After 1.Nd5 Kd7 2.Nb6+ Kc6 3.Nd5 Kxd5: How many pawn islands has White?", "2"),
                        tuple("After 1.Nd5 Kd7 2.Nb6+ Kc6 3.Nd5 Kxd5: How many pawn islands has Black?", "3"),
                        tuple("After 1.Nd5 Kd7 2.Nb6+ Kc6 3.Nd5 Kxd5: How many passed pawns has White?", "0"),
                        tuple("After 1.Nd5 Kd7 2.Nb6+ Kc6 3.Nd5 Kxd5: How many passed pawns has Black?", "1"));
    }

    @Test
    void aTradeIsAskedForOnlyWhereOneIsClearlyTheBest() {
        // The locked-in bishop against the one that eats the pawns in front of it.
        List<AssessQuestion> questions = questions("""
                [SetUp "1"]
                [FEN "4k3/pp1b1ppp/4p3/3pP3/3P4/3B1P2/PP4PP/4K3 b - - 0 1"]

                *
                """);
        assertThat(questions.getFirst().text()).isEqualTo("By how many pawns is White ahead in material (1-3-3-5-9)?");
        AssessQuestion trade = questions.getLast();
        assertThat(trade.text()).isEqualTo("Which trade should Black seek?");
        assertThat(trade.isRight("bd7 - bd3")).isFalse();
        assertThat(List.of("Bd7 for Bd3", "bd7 bd3", "Bd7xBd3", "bd7-bd3")).allMatch(trade::isRight);
    }
}
