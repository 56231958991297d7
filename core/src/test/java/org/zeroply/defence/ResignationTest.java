package org.zeroply.defence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.defence.Resignation.Defence;
import org.zeroply.defence.Resignation.Fate;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

class ResignationTest {
    /** A second goes by whenever the time is asked for, so that large endings are left to the calculator. */
    private static final AtomicLong NOW = new AtomicLong();

    private static final ExactEndings EXACT = new ExactEndings(Shelf.NONE, () -> NOW.getAndAdd(1_000_000_000));

    private static Resignation of(String fen) {
        return Resignation.of(
                Question.of(Fen.position(fen), Limit.NONE),
                4_000,
                new Calculator(4, 1),
                EXACT,
                partial -> assertThat(partial.win()).isEmpty(),
                new Cancel());
    }

    /** What becomes of one move. */
    @ParameterizedTest
    @CsvSource({
        // Every move is mated: the rooks roll the king up; or it is mated at once, or a move later.
        "7k/1R6/R7/8/8/8/6pP/6K1 b - - 0 1, Kg8, MATED",
        // The queen is pinned and falls; only taking delays it.
        "4k3/4q3/8/8/8/8/5PPP/4RRK1 b - - 0 1, Kd7, LOSES_QUEEN",
        "4k3/4q3/8/8/8/8/5PPP/4RRK1 b - - 0 1, Kf8, LOSES_QUEEN",
        // A rook to the good, and nothing falls any more.
        "6k1/5ppp/8/8/8/8/5PPP/3R2K1 b - - 0 1, g6, WORSE",
        // Level.
        "6k1/5ppp/8/8/8/8/5PPP/6K1 b - - 0 1, h6, HOLDS"
    })
    void aDefenceFailsAsItDoes(String fen, String move, Fate fate) {
        Position position = Fen.position(fen);
        Resignation found = of(fen);
        Move wanted = Rows.move(position, move);
        assertThat(found.complete()).isTrue();
        assertThat(found.defences()).hasSize(position.legalMoves().size());
        assertThat(found.defences())
                .filteredOn(each -> each.entry().move().equals(wanted))
                .extracting(Defence::fate)
                .containsExactly(fate);
    }

    @Test
    void thoseThatHoldComeFirstThenTheLongestResistance() {
        List<Integer> mates = of("7k/1R6/R7/8/8/8/7P/6K1 b - - 0 1").defences().stream()
                .map(Defence::matedIn)
                .toList();
        assertThat(mates).isNotEmpty().isSortedAccordingTo((a, b) -> b - a);
        Resignation held = of("6k1/5ppp/8/8/8/8/4rPPP/3R2K1 b - - 0 1");
        assertThat(held.holding()).isNotEmpty();
        assertThat(held.defences().getFirst().fate()).isEqualTo(Fate.HOLDS);
        assertThat(held.win()).as("nothing is to be shown where a move holds").isEmpty();
    }

    @Test
    void theWinIsPlayedOnToItsEnd() {
        Resignation found = of("7k/1R6/R7/8/8/8/7P/6K1 b - - 0 1");
        assertThat(found.isWinShown()).isTrue();
        Position end = found.position();
        for (Move move : found.win()) {
            assertThat(end.isLegal(move)).as(San.write(end, move)).isTrue();
            end = end.play(move);
        }
        assertThat(end.isCheckmate() || end.occupied().size() <= 4).isTrue();
    }

    @Test
    void stoppedItSaysThatItIsNotComplete() {
        Cancel cancel = new Cancel();
        cancel.cancel();
        Resignation found = Resignation.of(
                Question.of(Fen.position("6k1/5ppp/8/8/8/8/5PPP/3R2K1 b - - 0 1"), Limit.NONE),
                4_000,
                new Calculator(4, 1),
                EXACT,
                partial -> {},
                cancel);
        assertThat(found.complete()).isFalse();
        assertThat(found.win()).isEmpty();
    }
}
