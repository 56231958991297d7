package org.zeroply.bench.calc;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.Set;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Position;
import org.zeroply.search.Calculation;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.search.Technique;
import org.zeroply.search.Weights;
import org.zeroply.work.Cancel;

/** Nodes a second, depth in five seconds, how soon a cancel takes effect, and what each technique gains. */
final class Speed {
    /** Usual middlegames, set up by hand: castled kings, most pieces left, open and closed centres. */
    static final List<String> MIDDLEGAMES = List.of(
            "r2q1rk1/pp2bppp/2n1pn2/3p4/3P4/P1NQBN2/1P3PPP/R4RK1 w - - 0 14",
            "r1bq1rk1/1p2bppp/p1n1pn2/8/P1BP4/2N2N2/1P2QPPP/R1BR2K1 b - - 0 12",
            "r2qr1k1/pp1nbppp/2p2n2/3p2Bb/3P4/2NBPN1P/PPQ2PP1/R4RK1 w - - 2 12",
            "2rq1rk1/pb1nbppp/1p2pn2/2pp4/2PP4/1PNBPN2/PB2QPPP/R2R2K1 w - - 4 12",
            "r1b2rk1/pp2qppp/2nbpn2/2pp4/2P5/1PNP1NP1/P3PPBP/R1BQ1RK1 w - - 1 10",
            "r3r1k1/1bqnbppp/p2p1n2/1p2p3/3PP3/1B3N1P/PPQN1PP1/R1B1R1K1 w - - 2 16",
            "2r2rk1/1p1bqppp/p2p1n2/3Pp3/1PP1P3/P2B1N2/4QPPP/2R2RK1 b - - 0 19",
            "r2q1rk1/1b1n1ppp/pp1ppn2/8/2PNP3/2NB4/PP2QPPP/R2R2K1 w - - 0 14");

    private Speed() {}

    static void run() throws InterruptedException {
        Calculator one = new Calculator(256, 1);
        for (int warm = 0; warm < 3; warm++) {
            one.forget();
            ask(one, MIDDLEGAMES.get(warm), Limit.millis(4_000));
        }
        long nodes = 0;
        long millis = 0;
        for (String fen : MIDDLEGAMES) {
            one.forget();
            Calculation found = ask(one, fen, Limit.millis(3_000));
            nodes += found.nodes();
            millis += found.millis();
        }
        System.out.printf(Locale.ROOT, "nodes a second, one thread      %.2f million%n", nodes / 1e3 / millis);
        Calculator two = new Calculator(256, 2);
        int[] depths = new int[MIDDLEGAMES.size()];
        nodes = 0;
        millis = 0;
        for (int i = 0; i < depths.length; i++) {
            two.forget();
            Calculation found = ask(two, MIDDLEGAMES.get(i), Limit.millis(5_000));
            depths[i] = found.depth();
            nodes += found.nodes();
            millis += found.millis();
        }
        System.out.printf(Locale.ROOT, "nodes a second, two threads     %.2f million%n", nodes / 1e3 / millis);
        Arrays.sort(depths);
        System.out.printf(
                Locale.ROOT,
                "depth in 5 s, two threads       %s, median %d%n",
                Arrays.toString(depths),
                depths[depths.length / 2]);
        cancelling(two);
    }

    /** From the wish to the return, at random moments. */
    private static void cancelling(Calculator two) throws InterruptedException {
        Random random = new Random(20261124);
        double[] waits = new double[40];
        for (int i = 0; i < waits.length; i++) {
            Cancel cancel = new Cancel();
            String fen = MIDDLEGAMES.get(i % MIDDLEGAMES.size());
            Thread asking = Thread.ofPlatform()
                    .start(() -> two.calculate(Question.of(Fen.position(fen), Limit.NONE), found -> {}, cancel));
            Thread.sleep(100 + random.nextInt(200));
            long wished = System.nanoTime();
            cancel.cancel();
            asking.join();
            waits[i] = (System.nanoTime() - wished) / 1e6;
        }
        Arrays.sort(waits);
        System.out.printf(
                Locale.ROOT,
                "cancel takes effect after       %.1f ms, longest of %d: %.1f ms%n",
                waits[waits.length / 2],
                waits.length,
                waits[waits.length - 1]);
    }

    /** Nodes to a fixed depth with each technique switched off, against all on. */
    static void ablation(int depth) {
        long all = nodesTo(depth, Set.of());
        System.out.printf(
                Locale.ROOT, "nodes to depth %d, %d positions, all on: %,d%n", depth, MIDDLEGAMES.size(), all);
        for (Technique technique : Technique.values()) {
            long without = nodesTo(depth, EnumSet.of(technique));
            System.out.printf(
                    Locale.ROOT,
                    "without %-22s %,14d   x %.2f%n",
                    technique.name().toLowerCase(Locale.ROOT).replace('_', ' '),
                    without,
                    (double) without / all);
        }
    }

    private static long nodesTo(int depth, Set<Technique> without) {
        Calculator calculator = new Calculator(64, 1, Weights.SHIPPED, without);
        long nodes = 0;
        for (String fen : MIDDLEGAMES) {
            calculator.forget();
            nodes += ask(calculator, fen, Limit.depth(depth)).nodes();
        }
        return nodes;
    }

    private static Calculation ask(Calculator calculator, String fen, Limit limit) {
        Position position = Fen.position(fen);
        return calculator.calculate(Question.of(position, limit), found -> {}, new Cancel());
    }
}
