package org.zeroply.bench;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.results.RunResult;
import org.openjdk.jmh.runner.Runner;
import org.openjdk.jmh.runner.RunnerException;
import org.openjdk.jmh.runner.options.ChainedOptionsBuilder;
import org.openjdk.jmh.runner.options.OptionsBuilder;
import org.openjdk.jmh.runner.options.TimeValue;
import org.openjdk.jmh.runner.options.VerboseMode;
import org.zeroply.bench.calc.CalcBench;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.SearchedEntries;
import org.zeroply.ledger.TradeTable;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnReader;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.sample.SampleClub;
import org.zeroply.work.Cancel;

/** The figures that issues ask for, on one thread. {@code ./zeroply bench [name]} prints them as a table. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
public class Bench {
    private static final int PATHS_AT_DEPTH_6 = 119_060_324;
    private static final int GAMES = 3_000;
    private static final int POSITIONS = 1_000;
    private static final int STEP = 40;

    private final SearchedEntries searched = new SearchedEntries();

    private byte[] file = new byte[0];
    private List<Position> positions = List.of();

    /** Three thousand games in a row, made from the sample club's, and positions taken from them. */
    @Setup
    public void prepare() throws IOException {
        String club;
        try (InputStream in = SampleClub.games()) {
            club = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        String plain = withoutRemarks(club);
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        for (int copies = 0; copies < GAMES / 60; copies++) {
            all.writeBytes(plain.getBytes(StandardCharsets.UTF_8));
        }
        file = all.toByteArray();
        positions = new ArrayList<>();
        PgnReader reader = new PgnReader(new ByteArrayInputStream(file));
        for (PgnEntry entry = reader.next(); entry != null && positions.size() < POSITIONS; entry = reader.next()) {
            if (entry instanceof PgnEntry.Read read) {
                positions.addAll(
                        read.game().tree().positionsAlong(read.game().tree().mainLine()));
            }
        }
        positions = positions.subList(0, POSITIONS);
    }

    /** Main lines only, since the figure is about games without remarks. */
    private static String withoutRemarks(String pgn) {
        return pgn.replaceAll("\\{[^}]*\\}", " ").replaceAll("\\([^()]*\\)", " ");
    }

    @Benchmark
    public long pathsFromStartDepth6() {
        return Position.START.board().countPaths(6);
    }

    @Benchmark
    public long readPgn() throws IOException {
        PgnReader reader = new PgnReader(new ByteArrayInputStream(file));
        long games = 0;
        while (reader.next() != null) {
            games++;
        }
        return games;
    }

    @Benchmark
    public long readLedgers() {
        long entries = 0;
        for (Position position : positions) {
            entries += Ledger.of(position, ValueScale.SCHOOLROOM).entries().size();
        }
        return entries;
    }

    /** Every fortieth position, so that all phases of the sample games are among them. */
    @Benchmark
    public long tradeTables() {
        long trades = 0;
        for (int i = 0; i < POSITIONS; i += STEP) {
            trades += TradeTable.of(positions.get(i), Side.WHITE, new Cancel())
                    .trades()
                    .size();
        }
        return trades;
    }

    @Benchmark
    public long readBySearch() {
        long entries = 0;
        for (int i = 0; i < POSITIONS; i += STEP) {
            entries += searched.read(positions.get(i), Language.ENGLISH, new Cancel())
                    .size();
        }
        return entries;
    }

    public static void main(String[] arguments) throws RunnerException, IOException, InterruptedException {
        if (arguments.length > 0 && arguments[0].equals("size")) {
            AtSize.run(arguments);
            return;
        }
        if (arguments.length > 0 && arguments[0].equals("accounts")) {
            AccountBench.run();
            return;
        }
        if (arguments.length > 0 && arguments[0].equals("judging")) {
            JudgeBench.run(arguments);
            return;
        }
        if (arguments.length == 3 && arguments[0].equals("collection")) {
            BigCollection.write(Path.of(arguments[1]), Integer.parseInt(arguments[2]));
            return;
        }
        if (arguments.length > 0 && CalcBench.run(arguments)) {
            return;
        }
        ChainedOptionsBuilder options = new OptionsBuilder()
                .include(arguments.length == 0 ? Bench.class.getSimpleName() : arguments[0])
                .forks(1)
                .warmupIterations(3)
                .warmupTime(TimeValue.seconds(2))
                .measurementIterations(5)
                .measurementTime(TimeValue.seconds(2))
                .verbosity(VerboseMode.SILENT);
        System.out.printf(Locale.ROOT, "%-24s %14s   %s%n", "benchmark", "ms each", "figure");
        for (RunResult result : new Runner(options.build()).run()) {
            String name = result.getPrimaryResult().getLabel();
            double millis = result.getPrimaryResult().getScore();
            System.out.printf(Locale.ROOT, "%-24s %14.1f   %s%n", name, millis, figure(name, millis));
        }
    }

    private static String figure(String name, double millis) {
        return switch (name) {
            case "pathsFromStartDepth6" ->
                String.format(
                        Locale.ROOT,
                        "%.0f million paths a second (bulk at the last ply)",
                        PATHS_AT_DEPTH_6 / millis / 1e3);
            case "readPgn" ->
                String.format(Locale.ROOT, "%.0f games a second, every move checked", GAMES / millis * 1e3);
            case "readLedgers" -> String.format(Locale.ROOT, "%.3f ms a ledger", millis / POSITIONS);
            case "tradeTables" ->
                String.format(Locale.ROOT, "%.2f ms a table with its transfers", millis * STEP / POSITIONS);
            case "readBySearch" ->
                String.format(Locale.ROOT, "%.0f ms for the searched entries", millis * STEP / POSITIONS);
            default -> "";
        };
    }
}
