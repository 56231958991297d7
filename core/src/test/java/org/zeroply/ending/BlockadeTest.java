package org.zeroply.ending;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;

/** Pawns that block each other for good, against a plain twin that only walks through all positions. */
class BlockadeTest {
    private static final ExactEndings ENDINGS = new ExactEndings(Shelf.NONE);

    @Test
    void theNamedOneHasFiveHundredAndTwelvePositions() {
        Position position = Fen.position("4k3/1p1p1p1p/pPpPpPpP/P1P1P1P1/8/8/8/4K3 w - - 0 1");
        assertThat(BlockadeTwin.shutIn(position)).hasSize(512);
        ExactEndings.Solution solution = ENDINGS.lookUp(position, new Cancel()).orElseThrow();
        assertThat(solution.exact()).isEqualTo(Exact.DRAWN);
        assertThat(solution.keeping()).hasSize(position.legalMoves().size());
        assertThat(solution.unsettled()).isEmpty();
    }

    /** With a way in that leads to nothing, with one that wins, and with a bishop outside. */
    @ParameterizedTest
    @CsvSource({
        "4k3/1p1p1p1p/pPpPpPpP/P1P1P1P1/8/8/8/4K3 b - - 0 1, 0",
        "k7/p7/P7/8/8/1K6/8/1B6 w - - 0 1, 0",
        "8/8/1k2p3/1p1pPp2/pPpP1P2/P1P5/1K6/8 w - - 0 1, 0",
        "8/k7/p1p1p1p1/P1P1P1P1/8/8/8/K1B5 w - - 0 1, 0",
        "8/k7/p1p1p1p1/P1P1P1P1/8/8/8/K7 w - - 0 1, 0",
        "8/8/8/4pK2/3kP3/8/8/8 w - - 0 1, -1"
    })
    void whatNobodyCanChangeIsSettled(String fen, int outcome) {
        Optional<ExactEndings.Solution> found = ENDINGS.lookUp(Fen.position(fen), new Cancel());
        assertThat(found).isPresent();
        assertThat(found.get().exact().outcome()).isEqualTo(outcome);
    }

    @Test
    void whatThePlainTwinFindsShutInIsDrawn() {
        Random random = new Random(512);
        int shut = 0;
        for (int round = 0; round < 3_000; round++) {
            Position position = BlockadeTwin.locked(random);
            if (position == null || BlockadeTwin.shutIn(position).isEmpty()) {
                continue;
            }
            shut++;
            Optional<ExactEndings.Solution> found = ENDINGS.lookUp(position, new Cancel());
            assertThat(found).as(Fen.write(position)).isPresent();
            assertThat(found.get().exact()).as(Fen.write(position)).isEqualTo(Exact.DRAWN);
        }
        assertThat(shut).isGreaterThan(30);
    }
}
