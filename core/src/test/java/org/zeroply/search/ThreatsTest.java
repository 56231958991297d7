package org.zeroply.search;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.work.Cancel;

class ThreatsTest {
    private static List<Threat> threats(String fen) {
        return new Threats().against(Fen.position(fen), new Cancel());
    }

    @ParameterizedTest
    @CsvSource({
        // Queen and bishop aim at h7; the rook aims at the back rank; a pawn is about to queen; the exchange on d5.
        "r2q1rk1/ppp1bppp/2n1pn2/8/3P4/2N1PN2/PPP1BPPP/R2Q1RK1 b - - 0 1, '', NONE",
        "r4rk1/pppb1ppp/2n5/7Q/8/3B4/PPP2PPP/5RK1 b - - 0 1, Qxh7#, MATE",
        "6k1/5ppp/8/8/8/8/5PPP/3R2K1 b - - 0 1, Rd8#, MATE",
        "8/1P6/8/8/5k2/8/5K2/8 b - - 0 1, b8=Q+, PROMOTION",
        "4k3/8/8/3p4/8/2N5/7P/4K3 b - - 0 1, Nxd5, MATERIAL",
        "4k3/8/2p5/3p4/8/2N5/8/4K3 b - - 0 1, '', NONE",
        "r3k3/5ppp/8/3N4/8/8/PPP5/4K3 b - - 0 1, Nc7+, DOUBLE",
        "4k3/8/8/r6r/8/4Q3/8/4K3 b - - 0 1, '', CHECK"
    })
    void findsTheGravestThreatOfEachKind(String fen, String first, String kind) {
        Position position = Fen.position(fen);
        List<Threat> threats = threats(fen);
        if (kind.equals("NONE")) {
            assertThat(threats).isEmpty();
            return;
        }
        Threat gravest = threats.getFirst();
        assertThat(gravest.kind().name()).isEqualTo(kind);
        if (!first.isEmpty()) {
            Position free = position.play(Move.PASS);
            assertThat(San.write(free, gravest.line().getFirst())).isEqualTo(first);
        }
    }

    @Test
    void saysWhereAThreatComesFromAndWhatItHits() {
        Threat check = threats("4k3/8/8/r6r/8/4Q3/8/4K3 b - - 0 1").getFirst();
        assertThat(check.from()).isEqualTo(SquareSet.of(Square.E3));
        assertThat(check.targets()).isEqualTo(SquareSet.of(Square.E8));
        Threat fork = threats("r3k3/5ppp/8/3N4/8/8/PPP5/4K3 b - - 0 1").getFirst();
        assertThat(fork.targets()).isEqualTo(SquareSet.of(Square.A8, Square.E8));
        // The rook less the knight, which does not come back from the corner.
        assertThat(fork.gain()).isEqualTo(200);
        Threat mate = threats("6k1/5ppp/8/8/8/8/5PPP/3R2K1 b - - 0 1").getFirst();
        assertThat(mate.mateIn()).isEqualTo(1);
        assertThat(mate.targets()).isEqualTo(SquareSet.of(Square.G8));
    }

    @Test
    void areTheSameEachTimeAndForBothColours() {
        Position position = Fen.position("r4rk1/pppb1ppp/2n5/7Q/8/3B4/PPP2PPP/5RK1 b - - 0 1");
        Threats threats = new Threats();
        List<Threat> once = threats.against(position, new Cancel());
        assertThat(threats.against(position, new Cancel())).isEqualTo(once);
        List<Threat> mirrored = threats.against(position.mirrored(), new Cancel());
        assertThat(mirrored.stream().map(Threat::kind))
                .containsExactlyElementsOf(once.stream().map(Threat::kind).toList());
    }

    @Test
    void aStalematedOpponentThreatensNothing() {
        assertThat(threats("k7/2Q5/8/8/8/8/7q/K7 w - - 0 1")).isNotNull();
        assertThat(threats("8/8/8/8/8/5k2/5p2/5K2 b - - 0 1")).isEmpty();
    }
}
