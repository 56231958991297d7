package org.zeroply.rules;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Tag;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;

/** The published counts of legal move paths, the strongest single check of the rules. */
class PerftTest {
    private static final String START = "rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR w KQkq - 0 1";
    private static final String CROWDED = "r3k2r/p1ppqpb1/bn2pnp1/3PN3/1p2P3/2N2Q1p/PPPBBPPP/R3K2R w KQkq - 0 1";
    private static final String PINS = "8/2p5/3p4/KP5r/1R3p1k/8/4P1P1/8 w - - 0 1";
    private static final String QUIET = "r4rk1/1pp1qppp/p1np1n2/2b1p1B1/2B1P1b1/P1NP1N2/1PP1QPPP/R4RK1 w - - 0 10";

    @ParameterizedTest
    @CsvSource({
        START + ",1,20",
        START + ",2,400",
        START + ",3,8902",
        START + ",4,197281",
        START + ",5,4865609",
        CROWDED + ",1,48",
        CROWDED + ",2,2039",
        CROWDED + ",3,97862",
        CROWDED + ",4,4085603",
        PINS + ",1,14",
        PINS + ",2,191",
        PINS + ",3,2812",
        PINS + ",4,43238",
        PINS + ",5,674624",
        QUIET + ",1,46",
        QUIET + ",2,2079",
        QUIET + ",3,89890",
        QUIET + ",4,3894594"
    })
    void countsPathsAsPublished(String fen, int depth, long paths) {
        assertThat(Fen.position(fen).board().countPaths(depth)).isEqualTo(paths);
    }

    @Tag("long")
    @ParameterizedTest
    @CsvSource({START + ",6,119060324", CROWDED + ",5,193690690", PINS + ",6,11030083", QUIET + ",5,164075551"})
    void countsDeepPathsAsPublished(String fen, int depth, long paths) {
        assertThat(Fen.position(fen).board().countPaths(depth)).isEqualTo(paths);
    }
}
