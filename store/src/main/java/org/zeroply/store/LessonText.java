package org.zeroply.store;

import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Properties;
import java.util.stream.Collectors;
import org.zeroply.analysis.LessonReport;
import org.zeroply.analysis.LessonReport.Item;
import org.zeroply.rules.Side;

/**
 * What a coach made of a lesson report, as the text of a properties file: the wording, and which moments are shown in which
 * order. Positions and lines are not in it; they come from the game each time.
 */
final class LessonText {
    private LessonText() {}

    static String write(LessonReport report) {
        Properties text = new Properties();
        text.setProperty("student", report.student().name());
        text.setProperty("title", report.title());
        text.setProperty("occasion", report.occasion());
        text.setProperty("opening", report.opening());
        text.setProperty("summary", report.summary());
        text.setProperty("notes", report.notes());
        text.setProperty("train", report.train());
        for (int i = 0; i < report.items().size(); i++) {
            Item item = report.items().get(i);
            text.setProperty(i + ".kind", item.kind().name());
            text.setProperty(i + ".ply", Integer.toString(item.ply()));
            text.setProperty(i + ".shown", Boolean.toString(item.isShown()));
            text.setProperty(i + ".heading", item.heading());
            text.setProperty(i + ".text", item.text());
        }
        StringWriter out = new StringWriter();
        try {
            text.store(out, null);
        } catch (IOException impossible) {
            throw new UncheckedIOException(impossible);
        }
        // Without the moment at which it was written, so that the same report is the same text.
        return out.toString().lines().filter(line -> !line.startsWith("#")).collect(Collectors.joining("\n", "", "\n"));
    }

    private static Properties properties(String text) {
        Properties read = new Properties();
        try {
            read.load(new StringReader(text));
        } catch (IOException | IllegalArgumentException damaged) {
            read.clear();
        }
        return read;
    }

    /** Whose lesson a kept report is; empty if that cannot be read. */
    static Optional<Side> student(String text) {
        String name = properties(text).getProperty("student", "");
        return name.equals("WHITE")
                ? Optional.of(Side.WHITE)
                : name.equals("BLACK") ? Optional.of(Side.BLACK) : Optional.empty();
    }

    /** A fresh draft with everything the coach made of an earlier one; what is new in it comes last and is not shown. */
    static LessonReport read(LessonReport draft, String text) {
        Properties kept = properties(text);
        List<Item> left = new ArrayList<>(draft.items());
        List<Item> items = new ArrayList<>();
        for (int i = 0; kept.containsKey(i + ".kind"); i++) {
            int at = i;
            Optional<Item> same = left.stream()
                    .filter(item -> item.kind().name().equals(kept.getProperty(at + ".kind"))
                            && Integer.toString(item.ply()).equals(kept.getProperty(at + ".ply")))
                    .findFirst();
            same.ifPresent(item -> {
                left.remove(item);
                items.add(item.shown(Boolean.parseBoolean(kept.getProperty(at + ".shown")))
                        .worded(
                                kept.getProperty(at + ".heading", item.heading()),
                                kept.getProperty(at + ".text", item.text())));
            });
        }
        boolean known = !items.isEmpty();
        left.forEach(item -> items.add(known ? item.shown(false) : item));
        return new LessonReport(
                draft.student(),
                kept.getProperty("title", draft.title()),
                kept.getProperty("occasion", draft.occasion()),
                kept.getProperty("opening", draft.opening()),
                kept.getProperty("summary", draft.summary()),
                items,
                kept.getProperty("notes", draft.notes()),
                kept.getProperty("train", draft.train()));
    }
}
