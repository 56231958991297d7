package org.zeroply.bench.calc;

import java.io.IOException;
import java.lang.invoke.MethodHandle;
import java.lang.invoke.MethodHandles;
import java.lang.reflect.Method;
import java.net.URISyntaxException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import org.zeroply.search.Calculator;
import org.zeroply.search.Limit;

/**
 * A version of the core, this one or an earlier one, from a folder or jar of its classes: loaded by a class loader of its
 * own, so that several run in one process and each is compiled by itself. Values of it are only seen as objects.
 */
final class Version {
    private final MethodHandle position;
    private final MethodHandle board;
    private final MethodHandle countPaths;
    private final MethodHandle nodes;
    private final MethodHandle millis;
    private final MethodHandle depth;
    private final MethodHandle question;
    private final MethodHandle calculator;
    private final MethodHandle cancel;
    private final MethodHandle calculate;
    private final MethodHandle forget;

    Version(Path classes) throws IOException, ReflectiveOperationException {
        URLClassLoader loader =
                new URLClassLoader(new URL[] {classes.toUri().toURL()}, ClassLoader.getPlatformClassLoader());
        MethodHandles.Lookup lookup = MethodHandles.publicLookup();
        Class<?> positions = loader.loadClass("org.zeroply.rules.Position");
        Class<?> limits = loader.loadClass("org.zeroply.search.Limit");
        Class<?> questions = loader.loadClass("org.zeroply.search.Question");
        Class<?> cancels = loader.loadClass("org.zeroply.work.Cancel");
        Class<?> calculators = loader.loadClass("org.zeroply.search.Calculator");
        position = lookup.unreflect(loader.loadClass("org.zeroply.notation.Fen").getMethod("position", String.class));
        Method boards = positions.getMethod("board");
        board = lookup.unreflect(boards);
        countPaths = lookup.unreflect(boards.getReturnType().getMethod("countPaths", int.class));
        nodes = lookup.unreflect(limits.getMethod("nodes", long.class));
        millis = lookup.unreflect(limits.getMethod("millis", long.class));
        depth = lookup.unreflect(limits.getMethod("depth", int.class));
        question = lookup.unreflectConstructor(
                questions.getConstructor(positions, List.class, List.class, int.class, limits));
        calculator = lookup.unreflectConstructor(calculators.getConstructor(int.class, int.class));
        cancel = lookup.unreflectConstructor(cancels.getConstructor());
        calculate = lookup.unreflect(calculators.getMethod("calculate", questions, Consumer.class, cancels));
        forget = lookup.unreflect(calculators.getMethod("forget"));
    }

    /** The version that runs, loaded once more in the same way as the others. */
    static Version present() throws IOException, ReflectiveOperationException {
        try {
            return new Version(Path.of(Calculator.class
                    .getProtectionDomain()
                    .getCodeSource()
                    .getLocation()
                    .toURI()));
        } catch (URISyntaxException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    /** How long a calculation may take: so many nodes, milliseconds or half-moves. */
    record Budget(char kind, long amount) {
        static Budget nodes(long amount) {
            return new Budget('n', amount);
        }

        static Budget depth(int amount) {
            return new Budget('d', amount);
        }

        String unit() {
            return kind == 'm' ? "ms" : kind == 'n' ? "positions" : "half-moves";
        }

        Limit limit() {
            return switch (kind) {
                case 'm' -> Limit.millis(amount);
                case 'n' -> Limit.nodes(amount);
                default -> Limit.depth((int) amount);
            };
        }

        /** As a number and n for nodes or ms for milliseconds. */
        static Budget read(String text) {
            String digits = text.replaceAll("\\D", "");
            return new Budget(text.endsWith("ms") ? 'm' : 'n', Long.parseLong(digits));
        }
    }

    /** What a calculation gave. */
    record Found(long nodes, int depth, String move, int hundredths) {}

    long paths(String fen, int length) {
        return (long) call(() -> countPaths.invoke(board.invoke(position.invoke(fen)), length));
    }

    Calculating calculator(int megabytes) {
        return new Calculating(call(() -> calculator.invoke(megabytes, 1)));
    }

    /** A calculator of this version, on one thread. */
    final class Calculating {
        private final Object one;

        private Calculating(Object one) {
            this.one = one;
        }

        void forget() {
            call(() -> {
                forget.invoke(one);
                return one;
            });
        }

        /** @param line the positions of a game as FEN, the one to be calculated last */
        Found calculate(List<String> line, Budget budget) {
            Object found = call(() -> {
                List<Object> positions = line.stream()
                        .map(fen -> call(() -> position.invoke(fen)))
                        .toList();
                Object limit = switch (budget.kind()) {
                    case 'n' -> nodes.invoke(budget.amount());
                    case 'm' -> millis.invoke(budget.amount());
                    default -> depth.invoke((int) budget.amount());
                };
                Object asked = question.invoke(
                        positions.getLast(), positions.subList(0, positions.size() - 1), List.of(), 1, limit);
                Consumer<Object> unheard = partial -> {};
                return calculate.invoke(one, asked, unheard, cancel.invoke());
            });
            Object best = ((List<?>) get(found, "lines")).getFirst();
            return new Found(
                    (long) get(found, "nodes"),
                    (int) get(found, "depth"),
                    get(best, "first").toString(),
                    (int) get(get(found, "verdict"), "hundredths"));
        }

        private static Object get(Object from, String part) {
            return call(() -> from.getClass().getMethod(part).invoke(from));
        }
    }

    /** Something of the other version that may throw anything. */
    private interface Call {
        Object run() throws Throwable;
    }

    private static Object call(Call call) {
        try {
            return call.run();
        } catch (Throwable failure) {
            throw new IllegalStateException("a version failed", failure);
        }
    }
}
