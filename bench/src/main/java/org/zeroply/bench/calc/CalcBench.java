package org.zeroply.bench.calc;

import java.io.IOException;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.zeroply.search.Calculator;
import org.zeroply.search.Technique;
import org.zeroply.search.Weights;

/** The commands of {@code ./zeroply bench} that are about the calculator. */
public final class CalcBench {
    private static final long NODES_A_MOVE = 5_000;
    private static final int MOST_GAMES = 2_000;

    private CalcBench() {}

    /** Whether this class knows the command; if so, it has been carried out. */
    public static boolean run(String[] words) throws IOException, InterruptedException {
        switch (words[0]) {
            case "calc" -> Speed.run();
            case "versus" -> versus(words);
            case "paths" -> paths(words[1]);
            case "ablation" -> Speed.ablation(words.length > 1 ? Integer.parseInt(words[1]) : 10);
            case "questions" -> QuestionsBench.run();
            case "selfplay" ->
                SelfPlayRows.run(Path.of(words[1]), Integer.parseInt(words[2]), NODES_A_MOVE, Long.parseLong(words[3]));
            case "fit" -> Fit.run(Stream.of(words).skip(2).map(Path::of).toList(), Path.of(words[1]));
            case "match" -> match(words);
            case "deeper" ->
                Deeper.mine(
                        version("core:" + words[1]),
                        Path.of(words[2]),
                        Integer.parseInt(words[3]),
                        Long.parseLong(words[4]),
                        Integer.parseInt(words[5]));
            case "solved" -> {
                Version.Budget budget = Version.Budget.read(words[3]);
                System.out.println(Deeper.solved(version(words[2]), Path.of(words[1]), budget));
            }
            case "mates" -> ComposeMates.run(Path.of(words[1]), Integer.parseInt(words[2]));
            case "mine" ->
                Mine.run(Path.of(words[1]), Path.of(words[2]), Integer.parseInt(words[3]), Integer.parseInt(words[4]));
            default -> {
                return false;
            }
        }
        return true;
    }

    private static void versus(String[] words) throws IOException {
        try {
            Versus.calculators(Path.of(words[1]), words.length > 2 ? Integer.parseInt(words[2]) : 16);
        } catch (ReflectiveOperationException failure) {
            throw new IllegalArgumentException("no version in " + words[1], failure);
        }
    }

    private static void paths(String program) throws IOException, InterruptedException {
        try {
            Versus.generators(program);
        } catch (ReflectiveOperationException failure) {
            throw new IllegalStateException(failure);
        }
    }

    /** {@code match NEW OLD [GAMES [FIRST-OPENING [BUDGET]]]}, each a player as {@link #player} reads it. */
    private static void match(String[] words) throws InterruptedException {
        int games = words.length > 3 ? Integer.parseInt(words[3]) : MOST_GAMES;
        long opening = words.length > 4 ? Long.parseLong(words[4]) : 1_000_000;
        Version.Budget budget = words.length > 5 ? Version.Budget.read(words[5]) : Version.Budget.nodes(NODES_A_MOVE);
        System.out.println(
                words[1] + " against " + words[2] + ", " + budget.amount() + " " + budget.unit() + " a move");
        System.out.println(new Match().run(player(words[1], budget), player(words[2], budget), games, opening));
    }

    /**
     * A player by its description: {@code this} for the calculator as it is, {@code weights:FILE} for other weights,
     * {@code without:TECHNIQUE,...}, or {@code core:PATH} for the core of an earlier version, a jar or a folder.
     */
    private static Supplier<Player> player(String description, Version.Budget budget) {
        String[] parts = description.split(":", 2);
        return switch (parts[0]) {
            case "this" -> versionPlayer(Version::present, budget, "this version");
            case "weights" -> {
                Weights weights = weights(Path.of(parts[1]));
                yield () -> Player.of(calculator(weights, Set.of()), budget.limit());
            }
            case "without" -> {
                Set<Technique> without = EnumSet.noneOf(Technique.class);
                for (String name : List.of(parts[1].split(","))) {
                    without.add(Technique.valueOf(name.toUpperCase(Locale.ROOT)));
                }
                yield () -> Player.of(calculator(Weights.SHIPPED, without), budget.limit());
            }
            case "core" -> versionPlayer(() -> new Version(Path.of(parts[1])), budget, parts[1]);
            default -> throw new IllegalArgumentException("there is no player " + description);
        };
    }

    /** A version by its description: {@code this} or {@code core:PATH}. */
    private static Version version(String description) throws IOException {
        try {
            return description.equals("this")
                    ? Version.present()
                    : new Version(Path.of(description.substring(description.indexOf(':') + 1)));
        } catch (ReflectiveOperationException failure) {
            throw new IllegalArgumentException("no version in " + description, failure);
        }
    }

    private interface Loading {
        Version load() throws IOException, ReflectiveOperationException;
    }

    private static Supplier<Player> versionPlayer(Loading loading, Version.Budget budget, String name) {
        return () -> {
            try {
                return new VersionPlayer(loading.load(), budget);
            } catch (IOException | ReflectiveOperationException failure) {
                throw new IllegalArgumentException("no version in " + name, failure);
            }
        };
    }

    private static Calculator calculator(Weights weights, Set<Technique> without) {
        return new Calculator(SelfPlay.TABLE_MEGABYTES, 1, weights, without);
    }

    private static Weights weights(Path file) {
        try (Reader reader = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
            return Weights.read(reader);
        } catch (IOException failure) {
            throw new IllegalArgumentException("no weights in " + file, failure);
        }
    }
}
