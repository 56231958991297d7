package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.search.Verdict;
import org.zeroply.work.Cancel;

class CauseTest {
    /** A move that lost .30 for White, with the line that was better and the one that followed. */
    private static Judgement judged(String fen, String played, List<String> better, List<String> follows) {
        Position before = Fen.position(fen);
        Move move = Lines.of(before, played).getFirst();
        Position after = before.play(move);
        List<Threat> threats = new Threats(4_000, 4_000).against(before, new Cancel());
        boolean white = before.sideToMove() == Side.WHITE;
        return Judgement.of(
                List.of(
                        new Judgement.Point(
                                before,
                                new Verdict(0, white ? 0.6 : 0.4, 0),
                                Lines.of(before, better.toArray(new String[0])),
                                null,
                                threats),
                        new Judgement.Point(
                                after,
                                new Verdict(0, white ? 0.3 : 0.7, 0),
                                Lines.of(after, follows.toArray(new String[0])))),
                List.of(move),
                0.15);
    }

    private static Cause cause(String fen, String played, List<String> better, List<String> follows) {
        return Cause.of(judged(fen, played, better, follows).moves().getFirst()).orElseThrow();
    }

    @Test
    void aThreatThatStoodThereIsOverlooked() {
        // The rook on d1 hangs to the bishop and White moves a pawn.
        String fen = "6k1/5ppp/8/8/6b1/7P/5PP1/3R2K1 w - - 0 30";
        Cause cause = cause(fen, "g3", List.of("hxg4"), List.of("Bxd1"));
        assertThat(cause).isInstanceOf(Cause.ThreatOverlooked.class);
        assertThat(cause.evidence(Fen.position(fen), Language.ENGLISH)).contains("30...Bxd1");
    }

    @Test
    void materialAtTheEndsIsTactics() {
        // The knight could be taken; instead it forks.
        Cause lost = cause(
                "6k1/5ppp/8/8/1n6/8/5PPP/R3Q1K1 w - - 0 20", "h3", List.of("Qxb4"), List.of("Nc2", "Qe4", "Nxa1"));
        assertThat(lost).isInstanceOf(Cause.Tactics.class);
        assertThat(lost.evidence(Position.START, Language.ENGLISH)).isEqualTo("material ends at −5 instead of +3");
    }

    @Test
    void aMateInOneLineIsTactics() {
        Position before = Fen.position("6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 30");
        Move move = Lines.of(before, "Rb1").getFirst();
        Judgement judgement = Judgement.of(
                List.of(
                        new Judgement.Point(before, Verdict.matesIn(1), Lines.of(before, "Ra8#")),
                        new Judgement.Point(before.play(move), new Verdict(0, 0.6, 0), List.of())),
                List.of(move),
                0.15);
        Cause cause = Cause.of(judgement.moves().getFirst()).orElseThrow();
        assertThat(cause).isEqualTo(new Cause.Tactics(0, 0, true));
        assertThat(cause.evidence(before, Language.ENGLISH)).isEqualTo("one of the two lines mates");
    }

    @Test
    void otherPiecesThatLeaveAreTheWrongExchange() {
        // Bishop for knight instead of queens; material is even both ways.
        Cause even = cause(
                "r2q2k1/1p3ppp/2n5/1B6/8/8/1P3PPP/R2Q2K1 w - - 0 15",
                "Bxc6",
                List.of("Qxd8+", "Rxd8"),
                List.of("bxc6"));
        assertThat(even).isInstanceOf(Cause.WrongExchange.class);
        assertThat(even.evidence(Position.START, Language.ENGLISH))
                .isEqualTo("left the board: bishop and knight; in the better line: 2 queens");
    }

    @Test
    void anEndingIsAnAffairOfTechniqueAndElseTheLedgerTells() {
        Cause ending = cause("4k3/5ppp/8/8/8/8/P4PPP/4K3 w - - 0 40", "Kd1", List.of("Ke2"), List.of("Ke7"));
        assertThat(ending).isInstanceOf(Cause.EndingTechnique.class);
        // Both ways the knight is retaken; one of them leaves the h-pawn alone.
        String fen = "r2qkb1r/pppppppp/2n5/8/8/2N2n2/PPPPPPPP/R1BQKB1R w KQkq - 0 4";
        Cause structure = cause(fen, "gxf3", List.of("exf3", "e6"), List.of("e6"));
        assertThat(structure).isInstanceOf(Cause.Worse.class);
        assertThat(((Cause.Worse) structure).factors()).isNotEmpty();
    }

    @Test
    void withoutEvidenceThereIsNoCause() {
        String fen = "r2qkb1r/pppppppp/2n2n2/8/8/2N2N2/PPPPPPPP/R1BQKB1R w KQkq - 0 4";
        Judgement judgement = judged(fen, "a3", List.of("Rb1"), List.of("Rb8"));
        assertThat(Cause.of(judgement.moves().getFirst())).isEmpty();
    }
}
