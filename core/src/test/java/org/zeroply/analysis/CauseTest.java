package org.zeroply.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.zeroply.ledger.Factor;
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
    /** A move that lost .20 for White, with the line that was better and the one that followed. */
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
                                new Verdict(0, white ? 0.4 : 0.6, 0),
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
        // Both ways the knight is retaken; one of them doubles pawns and leaves the h-pawn alone.
        String fen = "r2qkb1r/pppppppp/2n5/8/8/2N1Pn2/PPPP1PPP/R1BQKB1R w KQkq - 0 4";
        Cause structure = cause(fen, "gxf3", List.of("Qxf3", "e6"), List.of("e6"));
        assertThat(structure)
                .isEqualTo(new Cause.Worse(
                        Cause.Kind.STRUCTURE,
                        List.of(Factor.ISLANDS, Factor.ISOLATED, Factor.DOUBLED, Factor.WEAK_SQUARES)));
    }

    @Test
    void aKingThatIsOpenedAndPiecesThatStayAtHomeAreToldApart() {
        String castled = "r4rk1/ppp1bppp/8/8/7q/P7/1PP2PPP/R2Q1RK1 w - - 0 17";
        Cause king = cause(castled, "g4", List.of("Qf3", "Bd6"), List.of("Bd6"));
        assertThat(king)
                .isEqualTo(new Cause.Worse(Cause.Kind.KING, List.of(Factor.FOCAL_POINTS, Factor.COLOUR_COMPLEX)));
        String opening = "rnbqk2r/ppppppbp/5np1/8/3P4/2N1PN2/PPP1BPPP/R1BQK2R w KQkq - 0 5";
        Cause home = cause(opening, "h4", List.of("O-O", "d5"), List.of("O-O", "Rb1"));
        assertThat(home).isEqualTo(new Cause.Worse(Cause.Kind.DEVELOPMENT, List.of(Factor.CASTLING)));
        assertThat(home.evidence(Position.START, Language.ENGLISH)).startsWith("worse at the end: ");
    }

    @Test
    void aPawnThatFallsLateIsNoTacticsUnlessMuchIsLost() {
        // The pawn is taken by the opponent's third move, after two that only walk there.
        String fen = "6k1/5ppp/8/8/p7/8/8/R5K1 w - - 0 30";
        assertThat(Cause.of(judged(fen, "Rb1", List.of("Rxa4"), List.of("Kf8"))
                                .moves()
                                .getFirst())
                        .orElseThrow())
                .isInstanceOf(Cause.Tactics.class);
        String walk = "r5k1/5ppp/8/8/8/8/P4PPP/1R4K1 w - - 0 30";
        assertThat(cause(walk, "h3", List.of("Ra1", "Kf8"), List.of("h6", "Kh2", "Kh7", "Kg1", "Rxa2"))
                        .kind())
                .isEqualTo(Cause.Kind.ENDING);
    }

    @Test
    void withoutEvidenceThereIsNoCause() {
        String fen = "r2qkb1r/pppppppp/2n2n2/8/8/2N2N2/PPPPPPPP/R1BQKB1R w KQkq - 0 4";
        Judgement judgement = judged(fen, "a3", List.of("Rb1"), List.of("Rb8"));
        assertThat(Cause.of(judgement.moves().getFirst())).isEmpty();
    }
}
