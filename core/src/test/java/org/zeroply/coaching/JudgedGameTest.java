package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.zeroply.analysis.Cause;
import org.zeroply.analysis.Hardness;
import org.zeroply.analysis.Judgement;
import org.zeroply.analysis.Lines;
import org.zeroply.gametree.Game;
import org.zeroply.ledger.Evidence;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.Role;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.Verdict;

/** What an account takes of a judged game: slips with their tactics, glances, free decisions. */
class JudgedGameTest {
    /** A move that lost .30 for its side, with the line that was better and the one that followed. */
    private static OwnMove judged(String fen, String played, List<String> better, List<String> follows) {
        return judged(fen, played, better, follows, null, 0.3);
    }

    private static OwnMove judged(
            String fen,
            String played,
            List<String> better,
            List<String> follows,
            @Nullable Hardness hardness,
            double loss) {
        Position before = Fen.position(fen);
        Side side = before.sideToMove();
        Move move = Lines.of(before, played).getFirst();
        Position after = before.play(move);
        double then = side == Side.WHITE ? 0.6 - loss : 0.4 + loss;
        Judgement judgement = Judgement.of(
                List.of(
                        new Judgement.Point(
                                before,
                                new Verdict(0, side == Side.WHITE ? 0.6 : 0.4, 0),
                                Lines.of(before, better.toArray(new String[0])),
                                hardness,
                                List.of()),
                        new Judgement.Point(
                                after, new Verdict(0, then, 0), Lines.of(after, follows.toArray(new String[0])))),
                List.of(move),
                0.15);
        return JudgedGame.of(1, Game.from(before), judgement, side).moves().getFirst();
    }

    private static Slip slip(OwnMove move) {
        return Objects.requireNonNull(move.slip());
    }

    @Test
    void theOpponentsForkIsToldAsTheirs() {
        OwnMove fork = judged(
                "6k1/5ppp/8/8/1n6/6P1/5P1P/R3Q1K1 w - - 0 20", "Kg2", List.of("Rb1"), List.of("Nc2", "Qe2", "Nxa1"));
        assertThat(slip(fork).cause()).isEqualTo(Cause.Kind.TACTICS);
        assertThat(slip(fork).tactic()).isEqualTo(new Slip.Tactic(false, Motif.FORK, 2));
        assertThat(slip(fork).text(fork.move(), Language.ENGLISH)).isEqualTo("20...Nc2 follows; better 20.Rb1");
    }

    @Test
    void anOwnCaptureThatWasMissedIsOwn() {
        OwnMove move = judged("6k1/5ppp/8/8/1n6/8/5PPP/4Q1K1 w - - 0 20", "h3", List.of("Qxb4"), List.of("Nd5"));
        assertThat(slip(move).tactic()).isEqualTo(new Slip.Tactic(true, Motif.CAPTURE, 1));
    }

    @Test
    void aMissedMateOnTheBackRankIsNamedSo() {
        Position before = Fen.position("6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 30");
        Move move = Lines.of(before, "Rb1").getFirst();
        Judgement judgement = Judgement.of(
                List.of(
                        new Judgement.Point(before, Verdict.matesIn(1), Lines.of(before, "Ra8#")),
                        new Judgement.Point(before.play(move), new Verdict(0, 0.6, 0), List.of())),
                List.of(move),
                0.15);
        OwnMove own = JudgedGame.of(1, Game.from(before), judgement, Side.WHITE)
                .moves()
                .getFirst();
        assertThat(slip(own).tactic()).isEqualTo(new Slip.Tactic(true, Motif.BACK_RANK, 1));
    }

    @Test
    void smallChangeHasNoSlip() {
        OwnMove move =
                judged("6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 30", "Rb1", List.of("Rc1"), List.of("g6"), null, 0.04);
        assertThat(move.slip()).isNull();
        assertThat(move.loss()).isCloseTo(0.04, within(1e-9));
    }

    private static Hardness hardness(double rest) {
        return new Hardness(List.of(2, 2, 1), List.of(0.5, 0.5, 0.6), 0.6, rest, null, 0.6);
    }

    private static Optional<FreeDecision.Kind> decided(String fen, String move) {
        return Optional.ofNullable(judged(fen, move, List.of(move), List.of(), hardness(0.58), 0)
                        .decision())
                .map(FreeDecision::kind);
    }

    private static final String IDLE_ROOK = "r4rk1/1b1qbppp/1pn1p3/p2p4/3Pn3/1P2PN2/PBQ1BPPP/R3R1K1 w - - 2 15";

    /** The rook on a1 has nothing to do, and the ledger sends it to d1. */
    @Test
    void theIdlestPieceOnItsBestSquareIsPraised() {
        Evidence proof = Ledger.of(Fen.position(IDLE_ROOK), ValueScale.SCHOOLROOM)
                .entry(Factor.IDLEST)
                .white()
                .evidence();
        assertThat(proof.exhibits()).contains(new Evidence.Path(Role.ROUTE, List.of(Square.A1, Square.D1)));
        assertThat(decided(IDLE_ROOK, "Rad1")).contains(FreeDecision.Kind.IDLEST);
        assertThat(decided(IDLE_ROOK, "Rac1")).isEmpty();
    }

    @Test
    void whatOneMustPlayIsNoFreeDecision() {
        assertThat(judged(IDLE_ROOK, "Rad1", List.of("Rad1"), List.of(), hardness(0.4), 0)
                        .decision())
                .isNull();
        assertThat(judged(IDLE_ROOK, "Rad1", List.of("Rac1"), List.of(), hardness(0.58), 0.04)
                        .decision())
                .isNull();
    }

    /** The trade of queens far ahead, when other moves win as well. */
    @Test
    void exchangingFarAheadIsTheSimplest() {
        Position before = Fen.position("3q2k1/5ppp/8/8/8/8/5PPP/R2Q2K1 w - - 0 30");
        Move move = Lines.of(before, "Qxd8#").getFirst();
        assertThat(before.isLegal(move)).isTrue();
        Position start = Fen.position("3q1rk1/5ppp/8/8/8/8/1R3PPP/R2Q2K1 w - - 0 30");
        Move trade = Lines.of(start, "Qxd8").getFirst();
        Hardness easy = new Hardness(List.of(1, 1, 1), List.of(0.95, 0.95, 0.95), 0.96, 0.95, null, 0.96);
        Judgement judgement = Judgement.of(
                List.of(
                        new Judgement.Point(start, new Verdict(0, 0.96, 0), List.of(trade), easy, List.of()),
                        new Judgement.Point(start.play(trade), new Verdict(0, 0.96, 0), List.of())),
                List.of(trade),
                0.15);
        FreeDecision decision = Objects.requireNonNull(JudgedGame.of(1, Game.from(start), judgement, Side.WHITE)
                .moves()
                .getFirst()
                .decision());
        assertThat(decision).isEqualTo(new FreeDecision(FreeDecision.Kind.SIMPLEST, Square.D8));
        assertThat(decision.text()).contains("d8");
    }

    /** The break d4-d5 lost a pawn while the knight on f6 guarded d5; that has gone, and now it is played. */
    @Test
    void aBreakIsPraisedAtTheMoveAtWhichItBecameReady() {
        Position start = Fen.position("r4rk1/pp3ppp/2n1pn2/8/3P4/2N5/PP3PPP/R4RK1 w - - 0 15");
        List<Move> moves = Lines.of(start, "Rfe1", "Nh5", "d5");
        List<Judgement.Point> points = new ArrayList<>();
        Position here = start;
        for (int i = 0; i <= moves.size(); i++) {
            List<Move> best = i < moves.size() ? List.of(moves.get(i)) : List.of();
            Hardness free = new Hardness(List.of(1, 1, 1), List.of(0.5, 0.5, 0.5), 0.5, 0.49, null, 0.5);
            points.add(new Judgement.Point(here, new Verdict(0, 0.5, 0), best, free, List.of()));
            here = i < moves.size() ? here.play(moves.get(i)) : here;
        }
        Judgement judgement = Judgement.of(points, moves, 0.15);
        List<OwnMove> own =
                JudgedGame.of(1, Game.from(start), judgement, Side.WHITE).moves();
        assertThat(Objects.requireNonNull(own.get(1).decision()).kind()).isEqualTo(FreeDecision.Kind.BREAK);
    }
}
