package org.zeroply.desktop;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.FutureTask;
import org.zeroply.desktop.kit.MachineSettings;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.rules.Position;
import org.zeroply.sample.SampleClub;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookOpening;

/**
 * What a start can do before there is a window: the settings of this machine, the log, and the workbook, which is opened
 * beside the start of the toolkit. The arguments are those of {@link ZeroPlyApp}.
 *
 * @param file the workbook
 * @param opening opens it
 * @param sample whether the sample club is wanted in it if it is empty
 * @param isNew whether there was no such file before
 * @param untilPainted whether the program ends as soon as the first place is painted
 * @param throughAll whether it goes through all its places first
 */
record Beginning(
        MachineSettings settings,
        Path file,
        FutureTask<WorkbookOpening> opening,
        boolean sample,
        boolean isNew,
        boolean untilPainted,
        boolean throughAll) {

    static Beginning of(List<String> arguments) {
        MachineSettings settings = new MachineSettings(MachineSettings.usual());
        boolean demo = arguments.contains("--demo");
        Optional<String> named =
                arguments.stream().filter(each -> !each.startsWith("--")).findFirst();
        Path file = demo ? demoFile() : named.isPresent() ? Path.of(named.get()) : usualWorkbook(settings);
        boolean isNew = !Files.exists(file);
        FutureTask<WorkbookOpening> opening = new FutureTask<>(() -> {
            LogFile.begin(MachineSettings.usual().resolveSibling("log"));
            WorkbookOpening opened = Workbook.open(file, Clock.system(ZoneId.systemDefault()));
            // The first move of the program works out tables; the window need not wait for that.
            Position.START.hasLegalMove();
            return opened;
        });
        Thread.ofPlatform().daemon().name("zeroply-begin").start(opening);
        return new Beginning(
                settings,
                file,
                opening,
                demo || arguments.contains("--with-sample"),
                isNew,
                arguments.contains("--until-painted"),
                arguments.contains("--through-all"));
    }

    private static Path demoFile() {
        try {
            Path folder = Files.createTempDirectory("zeroply-demo");
            Runtime.getRuntime().addShutdownHook(new Thread(() -> delete(folder)));
            return folder.resolve(SampleClub.NAME + ".zeroply");
        } catch (IOException noRoom) {
            throw new UncheckedIOException(noRoom);
        }
    }

    private static void delete(Path folder) {
        try (var files = Files.list(folder)) {
            for (Path file : files.toList()) {
                Files.deleteIfExists(file);
            }
            Files.deleteIfExists(folder);
        } catch (IOException leftBehind) {
            // A throwaway copy in the system's temporary folder; the system clears it.
        }
    }

    /** The workbook that was open last, or the one in the user's own folder. */
    private static Path usualWorkbook(MachineSettings settings) {
        String last = settings.get("workbook", "");
        if (!last.isEmpty()) {
            return Path.of(last);
        }
        Path folder = Path.of(System.getProperty("user.home", "."), "Zero Ply");
        try {
            Files.createDirectories(folder);
        } catch (IOException noAccess) {
            throw new UncheckedIOException(noAccess);
        }
        return folder.resolve(Texts.of("workbook.name"));
    }
}
