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
import java.util.stream.Stream;
import org.zeroply.analysis.LessonReport;
import org.zeroply.analysis.LessonReport.Item;
import org.zeroply.gametree.ThreeWay;
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
        return stored(text);
    }

    private static String stored(Properties text) {
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

    /**
     * Two texts of one report in one.
     *
     * @param otherwise in how many places they say something else; both stand there
     */
    record Union(String text, int otherwise) {}

    private static final List<String> TEXTS = List.of("title", "occasion", "opening", "summary", "notes", "train");

    /**
     * Puts two reports together that were edited apart.
     *
     * @param base what both came from; empty if that is not known
     */
    static Union unite(String first, String second, String base) {
        Properties one = properties(first);
        Properties other = properties(second);
        Properties was = properties(base);
        Properties both = new Properties();
        both.setProperty("student", either(was, one, other, "student", ""));
        int otherwise = 0;
        for (String key : TEXTS) {
            otherwise += text(was, one, other, both, key, key);
        }
        List<String> mine = moments(one);
        List<String> theirs = moments(other);
        List<String> order =
                new ArrayList<>(ThreeWay.ofLists(moments(was), mine, theirs).orElse(mine));
        // No moment goes, whatever became of its place.
        Stream.of(mine, theirs)
                .flatMap(List::stream)
                .filter(each -> !order.contains(each))
                .forEach(order::add);
        List<String> places = order.stream().distinct().toList();
        for (int i = 0; i < places.size(); i++) {
            String moment = places.get(i);
            both.setProperty(i + ".kind", moment.substring(0, moment.indexOf(' ')));
            both.setProperty(i + ".ply", moment.substring(moment.indexOf(' ') + 1));
            both.setProperty(i + ".shown", either(was, one, other, moment + " shown", "true"));
            for (String key : List.of("heading", "text")) {
                otherwise += text(was, one, other, both, moment + " " + key, i + "." + key);
            }
        }
        return new Union(stored(both), otherwise);
    }

    /** One of two values that cannot both stand. */
    private static String either(Properties was, Properties one, Properties other, String key, String usual) {
        String here = one.getProperty(key, other.getProperty(key, usual));
        return ThreeWay.of(was.getProperty(key), here, other.getProperty(key, here))
                .value();
    }

    /** Writes what became of a text; gives 1 if both say something else there. */
    private static int text(
            Properties was, Properties one, Properties other, Properties both, String key, String into) {
        String here = one.getProperty(key);
        String there = other.getProperty(key);
        if (here == null || there == null) {
            String only = here == null ? there : here;
            if (only != null) {
                both.setProperty(into, only);
            }
            return 0;
        }
        String between = key.equals("title") ? " / " : "\n";
        ThreeWay<String> text = ThreeWay.ofTexts(was.getProperty(key), here, there, between);
        both.setProperty(into, text.value());
        return text.isConflict() ? 1 : 0;
    }

    /** The moments of a report in their order, each as kind and half-move. */
    private static List<String> moments(Properties report) {
        List<String> moments = new ArrayList<>();
        for (int i = 0; report.containsKey(i + ".kind"); i++) {
            String moment = report.getProperty(i + ".kind") + " " + report.getProperty(i + ".ply", "0");
            moments.add(moment);
            for (String key : List.of("shown", "heading", "text")) {
                String value = report.getProperty(i + "." + key);
                if (value != null) {
                    // What is said of a moment is found by it, whatever its place.
                    report.setProperty(moment + " " + key, value);
                }
            }
        }
        return moments;
    }
}
