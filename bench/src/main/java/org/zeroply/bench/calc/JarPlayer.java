package org.zeroply.bench.calc;

import java.io.IOException;
import java.lang.reflect.Method;
import java.net.MalformedURLException;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Path;
import java.util.List;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/**
 * An earlier version of the calculator, from a folder or jar of the core as it was then: loaded by a class loader of its
 * own and spoken to in text, so that both versions can play in one process.
 */
final class JarPlayer implements Player {
    private final Object remote;
    private final Method choose;
    private final Method forget;

    /** @param classes the core's jar or its folder of classes, which has {@link org.zeroply.search.TextAnalyst} */
    JarPlayer(Path classes, long nodes) throws IOException, ReflectiveOperationException {
        URLClassLoader loader = new URLClassLoader(new URL[] {url(classes)}, ClassLoader.getPlatformClassLoader());
        Class<?> type = loader.loadClass("org.zeroply.search.TextAnalyst");
        remote = type.getConstructor(int.class, long.class).newInstance(SelfPlay.TABLE_MEGABYTES, nodes);
        choose = type.getMethod("choose", List.class);
        forget = type.getMethod("forget");
    }

    private static URL url(Path path) throws MalformedURLException {
        return path.toUri().toURL();
    }

    @Override
    public Choice choose(List<Position> line) {
        try {
            String said =
                    (String) choose.invoke(remote, line.stream().map(Fen::write).toList());
            String[] words = said.split(" ");
            Move move = Move.parse(words[0]);
            if (move == null) {
                throw new IllegalStateException("the other version said " + said);
            }
            return new Choice(move, Integer.parseInt(words[1]));
        } catch (ReflectiveOperationException failure) {
            throw new IllegalStateException("the other version failed", failure);
        }
    }

    @Override
    public void forget() {
        try {
            forget.invoke(remote);
        } catch (ReflectiveOperationException failure) {
            throw new IllegalStateException("the other version failed", failure);
        }
    }
}
