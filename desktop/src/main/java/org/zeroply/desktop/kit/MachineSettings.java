package org.zeroply.desktop.kit;

import java.io.IOException;
import java.io.Reader;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import org.slf4j.LoggerFactory;
import org.zeroply.store.FileShelf;

/** What belongs to this machine and not to a workbook: theme, scale, where the last workbook was. */
public final class MachineSettings {
    private static final String SECOND_PLACE = "backups.second";

    private final Path file;
    private final Properties values = new Properties();

    /** Reads the settings; a missing or unreadable file gives the defaults. */
    public MachineSettings(Path file) {
        this.file = file;
        if (Files.isReadable(file)) {
            try (Reader in = Files.newBufferedReader(file)) {
                values.load(in);
            } catch (IOException | IllegalArgumentException unreadable) {
                values.clear();
            }
        }
    }

    /** Where the settings of a user stand on this kind of machine. */
    public static Path usual() {
        String home = System.getProperty("user.home", ".");
        String os = System.getProperty("os.name", "").toLowerCase(Locale.ROOT);
        String appData = System.getenv("APPDATA");
        String config = System.getenv("XDG_CONFIG_HOME");
        Path folder = os.contains("win") && appData != null
                ? Path.of(appData)
                : os.contains("mac")
                        ? Path.of(home, "Library", "Application Support")
                        : config != null && !config.isBlank() ? Path.of(config) : Path.of(home, ".config");
        return folder.resolve("zeroply").resolve("settings.properties");
    }

    /** Where solved endings are kept: with the machine's caches, or beside settings that stand somewhere else. */
    public FileShelf endings() {
        return file.equals(usual()) ? FileShelf.usual() : new FileShelf(file.resolveSibling("endings"));
    }

    public String get(String name, String otherwise) {
        return values.getProperty(name, otherwise);
    }

    /** Sets and keeps a value; a disk that refuses costs only the memory of it. */
    public void set(String name, String value) {
        if (value.equals(values.setProperty(name, value))) {
            return;
        }
        try {
            Files.createDirectories(file.getParent());
            try (Writer out = Files.newBufferedWriter(file)) {
                values.store(out, "Zero Ply, settings of this machine");
            }
        } catch (IOException notKept) {
            LoggerFactory.getLogger(MachineSettings.class).warn("settings not kept: {}", notKept.toString());
        }
    }

    /** The second place for backups, such as another disk; empty if none was named. */
    public Optional<Path> secondPlace() {
        return Optional.of(get(SECOND_PLACE, ""))
                .filter(named -> !named.isBlank())
                .map(Path::of);
    }

    public void setSecondPlace(String folder) {
        set(SECOND_PLACE, folder);
    }

    /** Text size in per cent, 90 to 150. */
    public int scale() {
        try {
            return Math.clamp(Integer.parseInt(get("scale", "100")), 90, 150);
        } catch (NumberFormatException wrong) {
            return 100;
        }
    }
}
