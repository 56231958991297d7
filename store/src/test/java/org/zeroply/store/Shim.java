package org.zeroply.store;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/** What stands between a child process and the system; compiled here, where there is a compiler and Linux. See shim.c. */
final class Shim {
    private final Path library;

    private Shim(Path library) {
        this.library = library;
    }

    /** Empty, with the reason on standard output, where it cannot be had. */
    static Optional<Shim> compile(Path folder) throws IOException, InterruptedException {
        Path source = folder.resolve("shim.c");
        try (InputStream in = Objects.requireNonNull(Shim.class.getResourceAsStream("shim.c"))) {
            Files.write(source, in.readAllBytes());
        }
        Path library = folder.resolve("shim.so");
        boolean isLinux = System.getProperty("os.name").equals("Linux");
        for (String compiler : isLinux ? List.of("cc", "gcc", "clang") : List.<String>of()) {
            try {
                Process process = new ProcessBuilder(
                                compiler, "-shared", "-fPIC", "-O1", "-o", library + "", source + "", "-ldl")
                        .redirectErrorStream(true)
                        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                        .start();
                if (process.waitFor(60, TimeUnit.SECONDS) && process.exitValue() == 0) {
                    return Optional.of(new Shim(library));
                }
            } catch (IOException noSuchCompiler) {
                // The next one may be there.
            }
        }
        System.out.println("What a bad disk does is not tried out here: there is no Linux with a C compiler.");
        return Optional.empty();
    }

    /** Runs a class in a process of its own, and gives what it said, line by line. */
    List<String> run(Class<?> main, Path watched, Map<String, String> orders, String... arguments)
            throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(
                ProcessHandle.current().info().command().orElse("java"),
                "--enable-native-access=ALL-UNNAMED",
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                main.getName()));
        command.addAll(List.of(arguments));
        ProcessBuilder builder = new ProcessBuilder(command)
                .redirectError(library.resolveSibling("errors").toFile());
        builder.environment().put("LD_PRELOAD", library.toString());
        builder.environment().put("SHIM_FOLDER", watched.toRealPath().toString());
        builder.environment().putAll(orders);
        Process process = builder.start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) {
            throw new AssertionError(said + Files.readString(library.resolveSibling("errors")));
        }
        return said.lines().toList();
    }

    /**
     * One thing that a process did to a file.
     *
     * @param op {@code w} a write, {@code t} a cut to a length, {@code s} a sync, {@code r} a rename, {@code u} a removal
     * @param path of the file; of a folder with a slash behind it
     */
    @SuppressWarnings("ArrayRecordComponent") // never compared
    record Op(char op, String path, long offset, byte[] data) {
        String text() {
            return new String(data, StandardCharsets.UTF_8);
        }
    }

    static List<Op> log(Path file) throws IOException {
        ByteBuffer bytes = ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
        List<Op> ops = new ArrayList<>();
        while (bytes.hasRemaining()) {
            char op = (char) bytes.get();
            byte[] path = new byte[bytes.getShort() & 0xFFFF];
            long offset = bytes.getLong();
            byte[] data = new byte[bytes.getInt()];
            bytes.get(path).get(data);
            ops.add(new Op(op, new String(path, StandardCharsets.UTF_8), offset, data));
        }
        return ops;
    }
}
