package org.zeroply.bench.calc;

import java.util.List;
import java.util.Locale;
import org.zeroply.analysis.ChecksRunOut;
import org.zeroply.analysis.EveryMove;
import org.zeroply.analysis.TurnTest;
import org.zeroply.defence.Elimination;
import org.zeroply.defence.Parries;
import org.zeroply.defence.Readiness;
import org.zeroply.defence.Wish;
import org.zeroply.ending.Elementary;
import org.zeroply.ending.ExactEndings;
import org.zeroply.ending.PawnEnding;
import org.zeroply.ending.Shelf;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.sample.SampleClub;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.MateProof;
import org.zeroply.search.MateProver;
import org.zeroply.search.Question;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.task.Marker;
import org.zeroply.task.Paper;
import org.zeroply.task.Script;
import org.zeroply.task.Task;
import org.zeroply.work.Cancel;
import org.zeroply.work.Ticker;

/** What the coach's questions take: proofs of mate, elementary and pawn endings, every move, checks, the turn test. */
final class QuestionsBench {
    private static final ExactEndings ENDINGS = new ExactEndings(Shelf.NONE);

    private static final int USUAL_SETS = 3;

    private static final List<String> MATES = List.of(
            "6k1/6rp/6p1/4qp2/3Q1N2/5B2/1B3PPP/6K1 w - - 0 1",
            "3r3k/6pp/8/6N1/8/1Q6/8/6K1 w - - 0 1",
            "r2q1rk1/pb3pp1/1p2pn1p/2p1N1B1/3P4/3B3Q/PPP2PPP/R3R1K1 w - - 0 15",
            "r1bq1rk1/pp3ppp/2n1pn2/3p4/1b1P4/2NBPN2/PP3PPP/R1BQ1RK1 w - - 0 9",
            "8/8/8/8/2k5/8/6R1/K6Q w - - 0 1");

    /** One to five pawns, ever freer. */
    private static final List<String> PAWNS = List.of(
            "8/8/8/4k3/8/4K3/4P3/8 w - - 0 1",
            "8/8/1p1k4/1P6/3K4/8/8/8 w - - 0 1",
            "8/5p2/4k3/8/4K3/5P2/6P1/8 w - - 0 1",
            "8/5pp1/4k3/8/4K3/5P2/6P1/8 w - - 0 1",
            "8/8/2p1k1p1/2P3P1/4K3/5P2/8/8 w - - 0 1",
            "8/4kpp1/6p1/6P1/5PK1/8/8/8 w - - 0 1",
            "8/2p2pp1/4k3/8/4K3/5P2/6P1/8 w - - 0 1",
            "8/pp6/3k4/8/3K4/8/PPP5/8 w - - 0 1");

    private QuestionsBench() {}

    static void run() {
        for (String fen : MATES) {
            long begun = System.nanoTime();
            MateProof proof = new MateProver(64).prove(Fen.position(fen), 5, false, 0, partial -> {}, new Cancel());
            print(
                    "mate in at most 5: " + proof.outcome() + (proof.mateIn() > 0 ? " in " + proof.mateIn() : "") + ", "
                            + proof.nodes() + " positions",
                    begun);
        }
        long checks = System.nanoTime();
        MateProof byChecks =
                new MateProver(64).prove(Fen.position(MATES.getLast()), 20, true, 0, partial -> {}, new Cancel());
        print("by checks alone: " + byChecks.outcome() + " in " + byChecks.mateIn(), checks);
        Elementary elementary = new Elementary(Shelf.NONE);
        for (List<PieceType> men : List.of(
                List.of(PieceType.QUEEN), List.of(PieceType.PAWN), List.of(PieceType.BISHOP, PieceType.KNIGHT))) {
            long begun = System.nanoTime();
            int plies = elementary.longestMate(men, List.of(), Side.WHITE, new Cancel());
            print("elementary " + men + ": longest mate " + (plies + 1) / 2, begun);
        }
        long rook = System.nanoTime();
        elementary.longestMate(List.of(PieceType.QUEEN), List.of(PieceType.ROOK), Side.WHITE, new Cancel());
        print("elementary queen against rook", rook);
        long pawn = System.nanoTime();
        elementary.longestMate(List.of(PieceType.QUEEN), List.of(PieceType.PAWN), Side.WHITE, new Cancel());
        print("elementary queen against pawn, with the endings it leads to", pawn);
        pawnEndings();
        Position middle = Fen.position("r4rk1/ppp2ppp/2n5/3qp3/8/2N2Q2/PPP2PPP/R4RK1 w - - 0 15");
        Calculator calculator = new Calculator(64, 1);
        long every = System.nanoTime();
        EveryMove.of(Question.of(middle, Limit.NONE), 60_000, calculator, partial -> {}, new Cancel());
        print("every move of a middlegame at a look", every);
        long run = System.nanoTime();
        ChecksRunOut out =
                ChecksRunOut.of(Fen.position("6k1/5p2/6p1/6Q1/8/8/qr6/7K w - - 0 1"), Side.WHITE, 20_000, new Cancel());
        print("checks: " + out.text() + ", " + out.size() + " positions", run);
        long turn = System.nanoTime();
        String word = TurnTest.of(
                        Fen.position("5k2/8/5P1p/4K2P/8/8/8/8 w - - 0 1"),
                        Limit.millis(400),
                        ENDINGS.before(calculator),
                        ENDINGS,
                        new Cancel())
                .map(TurnTest::text)
                .orElse("cancelled");
        print("turn test with a king's triangle: " + word, turn);
        marking();
        defence();
    }

    /** Positions in which something is threatened, most of them full middlegames. */
    private static final List<String> THREATENED = List.of(
            "r1bq1rk1/pp1n1ppp/2p1p3/8/3P4/3Q4/PPB2PPP/R3R1K1 b - - 0 1",
            "r2q1rk1/pp3ppp/2n5/3pN3/3P2b1/3B4/PP3PPP/R2QR1K1 w - - 0 1",
            "2kr3r/ppp2ppp/2n5/8/4q3/2N5/PPPP1PPP/R1BQR1K1 b - - 0 1",
            "3r1rk1/pp3ppp/8/8/2B3n1/6q1/PP2Q1P1/R1B2RK1 w - - 0 1",
            "rnb1k2r/ppppqppp/8/8/8/2N5/PPPPBPPP/R1BQR1K1 b kq - 0 1",
            "r4rk1/pppq1pp1/8/7Q/8/8/PPP2PP1/2K4R b - - 0 1",
            "r1b2rk1/ppp2ppp/2n5/3q2N1/8/3B4/PP3PPP/R2Q1RK1 b - - 0 1",
            "r3k2r/ppp2ppp/8/2b1q3/8/2N5/PPP2PPP/R1BQ1RK1 b kq - 0 1");

    /** Moves that are had in mind, with the sets that may be needed. */
    private static final List<List<String>> WISHED = List.of(
            List.of("r1bq1rk1/pp3ppp/2n1pn2/2pp4/3P4/2PBPN2/PP3PPP/RNBQK2R w KQ - 0 1", "e4"),
            List.of("r2q1rk1/ppp2ppp/2np1n2/1B2p3/4P2b/2NP1N2/PPP2PPP/R1BQ1RK1 w - - 0 1", "g4"),
            List.of("r1bqk2r/pp2bppp/2n1pn2/2pp4/3P4/2PBPN2/PP1N1PPP/R1BQK2R w KQkq - 0 1", "Qa6"),
            List.of("r1bq1rk1/pp2bppp/2n1pn2/2pp4/3P1P2/2PBPN2/PP1N2PP/R1BQK2R w KQ - 0 1", "Bxh7+"),
            List.of("r1bqr1k1/ppp2ppp/2np1n2/8/3PP3/2N2N2/PPP1BPPP/R1BQ1RK1 w - - 0 1", "c4"),
            List.of("r1bq1rk1/pp2bppp/2np1n2/8/3NPP2/2N1B3/PPP3PP/R2QKB1R w KQ - 0 1", "e5"),
            List.of("r1bq1rk1/ppp2ppp/2n5/2bp4/4n3/2N1PN2/PPP1BPPP/R1BQ1RK1 w - - 0 1", "f3"),
            List.of("r2q1rk1/pp1n1ppp/2pbpn2/8/2PPN3/3BPQ2/PP3PPP/R1B2RK1 w - - 0 1", "d5"),
            List.of("r2q1rk1/1p2bppp/p1n1bn2/3p4/3N4/2N1B1P1/PP2PPBP/R2Q1RK1 w - - 0 1", "Nf5"),
            List.of("r4rk1/ppp2ppp/8/8/7Q/8/PPP2PPP/4K3 w - - 0 1", "Qe4"),
            List.of("r1bqr1k1/pp1nbppp/2p2n2/3p2B1/3P4/2NBPN2/PPQ2PPP/R4RK1 w - - 0 1", "Nd5"));

    /** Ways to meet a threat, elimination, and whether a move may be played yet. */
    private static void defence() {
        for (String fen : THREATENED) {
            Position position = Fen.position(fen);
            long asked = System.nanoTime();
            List<Threat> threats = new Threats().against(position, new Cancel());
            print("threats: " + threats.size() + " told, " + fen, asked);
            if (threats.isEmpty()) {
                continue;
            }
            Threat threat = threats.getFirst();
            long begun = System.nanoTime();
            Parries parries = Parries.of(position, threat, ENDINGS, partial -> {}, new Cancel());
            print(
                    "parries: " + parries.meeting().size() + " of "
                            + position.legalMoves().size() + " moves, " + fen,
                    begun);
            long eliminated = System.nanoTime();
            Elimination elimination = Elimination.of(position, List.of(), ENDINGS, partial -> {}, new Cancel());
            print("elimination: " + elimination.surviving().size() + " survive", eliminated);
        }
        for (List<String> wished : WISHED) {
            Position position = Fen.position(wished.getFirst());
            Wish wish = Wish.read(position, wished.getLast(), Language.ENGLISH).orElseThrow();
            if (!readiness(position, wish, USUAL_SETS)) {
                readiness(position, wish, Readiness.MOST_MOVES);
            }
        }
    }

    /** Says whether there was anything to find. */
    private static boolean readiness(Position position, Wish wish, int most) {
        long begun = System.nanoTime();
        Readiness found = Readiness.of(position, wish, most, Language.ENGLISH, ENDINGS, partial -> {}, new Cancel());
        print(
                "readiness of " + wish.text(Language.ENGLISH) + " with at most " + most + " moves before it: ready "
                        + found.isReady() + ", sets " + found.sets().size() + ", tried up to " + found.searched(),
                begun);
        return found.isReady() || !found.sets().isEmpty();
    }

    /** Marking the scripts of the sample club, and working out what can be earned. */
    private static void marking() {
        List<Paper> papers = SampleClub.papers();
        int marked = 0;
        long begun = System.nanoTime();
        for (SampleClub.SatPaper sat : SampleClub.sittings()) {
            List<Task> tasks = papers.get(sat.paper()).tasks();
            for (int i = 0; i < tasks.size(); i++) {
                Marker.mark(tasks.get(i), sat.scripts().scripts().getOrDefault(i + 1, Script.EMPTY), List.of());
                marked++;
            }
        }
        print("marking " + marked + " scripts of the sample club, totals worked out anew for each", begun);
    }

    private static void pawnEndings() {
        for (String fen : PAWNS) {
            PawnEnding ending =
                    new PawnEnding(new Elementary(Shelf.NONE), ExactEndings.PAWN_ENDING_MILLIS, Ticker.SYSTEM);
            long begun = System.nanoTime();
            PawnEnding.Reading reading = ending.solve(Fen.position(fen), false, new Cancel());
            String said = switch (reading) {
                case PawnEnding.Solved solved ->
                    "outcome " + solved.exact().outcome() + ", " + solved.placements() + " placements solved, "
                            + solved.unsettled().size() + " moves not settled";
                case PawnEnding.ProvenWin won -> "won by " + won.winner();
                case PawnEnding.NotSettled open -> open.reason() + ", " + open.placements() + " placements solved";
            };
            Runtime machine = Runtime.getRuntime();
            long megabytes = (machine.totalMemory() - machine.freeMemory()) >> 20;
            print("pawns " + fen + ": " + said + ", heap " + megabytes + " MB", begun);
        }
    }

    private static void print(String what, long begun) {
        System.out.printf(Locale.ROOT, "%6d ms  %s%n", (System.nanoTime() - begun) / 1_000_000, what);
    }
}
