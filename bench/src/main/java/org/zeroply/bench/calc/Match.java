package org.zeroply.bench.calc;

import java.util.List;
import java.util.Locale;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import org.zeroply.rules.Position;

/**
 * A match between two versions with a sequential test: openings are played twice with colours exchanged, and after each
 * pair the likelihood of "the new one is 20 rating points stronger" is weighed against "it is not stronger at all"
 * (Wald 1945, with the variance of the scores as seen). It ends when one is 19 times as likely, or after the last game.
 */
final class Match {
    private static final double NOT_STRONGER = 0;
    private static final double STRONGER = 20;
    private static final double DECIDED = Math.log(19);

    private int wins;
    private int draws;
    private int losses;

    /** Plays on two threads and prints as it goes. */
    String run(Supplier<Player> fresh, Supplier<Player> old, int games, long firstOpening) throws InterruptedException {
        AtomicInteger next = new AtomicInteger();
        try (ExecutorService threads = Executors.newFixedThreadPool(2)) {
            List<Future<?>> running = List.of(
                    threads.submit(() -> pairs(fresh.get(), old.get(), games / 2, firstOpening, next)),
                    threads.submit(() -> pairs(fresh.get(), old.get(), games / 2, firstOpening, next)));
            for (Future<?> each : running) {
                try {
                    each.get();
                } catch (ExecutionException failure) {
                    throw new IllegalStateException(failure);
                }
            }
        }
        return state();
    }

    private void pairs(Player fresh, Player old, int pairs, long firstOpening, AtomicInteger next) {
        for (int pair = next.getAndIncrement(); pair < pairs && !isDecided(); pair = next.getAndIncrement()) {
            List<Position> opening = SelfPlay.opening(firstOpening + pair);
            double asWhite = SelfPlay.play(fresh, old, opening).result();
            double asBlack = 1 - SelfPlay.play(old, fresh, opening).result();
            count(asWhite);
            count(asBlack);
            if ((pair + 1) % 25 == 0) {
                System.out.println(state());
            }
        }
    }

    private synchronized void count(double score) {
        if (score == 1) {
            wins++;
        } else if (score == 0) {
            losses++;
        } else {
            draws++;
        }
    }

    private synchronized boolean isDecided() {
        return Math.abs(likelihood()) >= DECIDED;
    }

    /** The logarithm of how much more likely "stronger" is than "not stronger". */
    private double likelihood() {
        double games = wins + draws + losses;
        if (games < 20 || wins + losses == 0) {
            return 0;
        }
        double mean = (wins + draws / 2.0) / games;
        double variance = (wins * square(1 - mean) + draws * square(0.5 - mean) + losses * square(mean)) / games;
        double low = expected(NOT_STRONGER);
        double high = expected(STRONGER);
        return games * (high - low) * (2 * mean - low - high) / (2 * variance);
    }

    private static double square(double x) {
        return x * x;
    }

    private static double expected(double points) {
        return 1 / (1 + Math.pow(10, -points / 400));
    }

    synchronized String state() {
        int games = wins + draws + losses;
        double mean = games == 0 ? 0.5 : (wins + draws / 2.0) / games;
        double points = -400 * Math.log10(1 / Math.clamp(mean, 0.001, 0.999) - 1);
        String word = likelihood() >= DECIDED ? "stronger" : likelihood() <= -DECIDED ? "not stronger" : "open";
        return String.format(
                Locale.ROOT,
                "%d games: +%d =%d -%d, %.1f %%, %+.0f rating points, likelihood %.2f of %.2f: %s",
                games,
                wins,
                draws,
                losses,
                100 * mean,
                points,
                likelihood(),
                DECIDED,
                word);
    }
}
