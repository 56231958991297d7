package org.zeroply.desktop;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.rolling.FixedWindowRollingPolicy;
import ch.qos.logback.core.rolling.RollingFileAppender;
import ch.qos.logback.core.rolling.SizeBasedTriggeringPolicy;
import ch.qos.logback.core.util.FileSize;
import java.nio.file.Path;
import java.util.concurrent.locks.LockSupport;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;
import org.zeroply.desktop.kit.FailureLog;

/**
 * The log beside the settings of this machine: small, rotating, without names. Failures are written by {@link FailureLog};
 * what libraries say below an error is left out, since they may quote paths and data.
 */
final class LogFile {
    private static final long LARGEST = 512 << 10;
    private static final int KEPT = 3;

    /** In milliseconds. */
    private static final int LONGEST_WAIT = 2_000;

    private LogFile() {}

    /** Begins to log into a folder; a folder that cannot be written to costs only the log. */
    static void begin(Path folder) {
        LoggerContext context = context();
        if (context == null) {
            return;
        }
        PatternLayoutEncoder encoder = new PatternLayoutEncoder();
        encoder.setContext(context);
        // No stack traces of the framework's own making: they carry messages.
        encoder.setPattern("%d{yyyy-MM-dd HH:mm:ss} %-5level %logger{0}: %msg%n%nopex");
        encoder.start();
        RollingFileAppender<ILoggingEvent> file = new RollingFileAppender<>();
        file.setContext(context);
        file.setFile(folder.resolve("zeroply.log").toString());
        FixedWindowRollingPolicy window = new FixedWindowRollingPolicy();
        window.setContext(context);
        window.setParent(file);
        window.setFileNamePattern(folder.resolve("zeroply.%i.log").toString());
        window.setMinIndex(1);
        window.setMaxIndex(KEPT);
        window.start();
        SizeBasedTriggeringPolicy<ILoggingEvent> size = new SizeBasedTriggeringPolicy<>();
        size.setContext(context);
        size.setMaxFileSize(new FileSize(LARGEST));
        size.start();
        file.setRollingPolicy(window);
        file.setTriggeringPolicy(size);
        file.setEncoder(encoder);
        file.start();
        Logger ours = context.getLogger("org.zeroply");
        ours.setLevel(Level.INFO);
        ours.addAppender(file);
        LoggerFactory.getLogger(LogFile.class).info("Zero Ply {} begins", Version.text());
    }

    /** The log, once it is set up; another thread may be at that in this very moment. */
    private static @Nullable LoggerContext context() {
        for (int tries = 0; tries < LONGEST_WAIT; tries++) {
            if (LoggerFactory.getILoggerFactory() instanceof LoggerContext context) {
                return context;
            }
            LockSupport.parkNanos(1_000_000);
        }
        return null;
    }
}
