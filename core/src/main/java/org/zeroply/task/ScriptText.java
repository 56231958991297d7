package org.zeroply.task;

import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.zeroply.notation.Language;

/**
 * Scripts as plain text: header rows such as {@code choice: Nfg5}, then a row a line. {@code task: 3} begins the script of
 * the third task of a paper; a text without it is about the first. Empty rows, and rows that begin with {@code #}, mean
 * nothing; a row that looks like a header stands behind a backslash.
 */
public final class ScriptText {
    private static final Pattern HEADER = Pattern.compile(
            "\\s*(task|lang|student|paper|sat|used|choice|candidates|played|answer\\s+\\d+)\\s*:(.*)",
            Pattern.CASE_INSENSITIVE);

    private static final String NOTE = "#";
    private static final String ROW = "\\";

    /** Of the number of a question. */
    private static final int MOST_DIGITS = 4;

    private ScriptText() {}

    /**
     * What was read.
     *
     * @param student whose they are; empty if it is not said
     * @param paper the identity of the paper they were written for, see {@code Homework.identity}; empty
     *     if it is not said
     * @param sat when the sitting was begun, where it is said
     * @param scripts by the number of the task, from 1
     * @param used seconds for each task, where it is said
     * @param faults header rows that make no sense, with the row and the reason
     */
    public record Contents(
            String student,
            String paper,
            Optional<Instant> sat,
            Map<Integer, Script> scripts,
            Map<Integer, Long> used,
            List<Fault> faults) {
        public Contents {
            scripts = Collections.unmodifiableMap(new LinkedHashMap<>(scripts));
            used = Map.copyOf(used);
            faults = List.copyOf(faults);
        }
    }

    /**
     * A header that was left out.
     *
     * @param row of the text, from 1
     * @param kind the header that is wrong, such as {@code task} or {@code lang}
     * @param value what stood there
     */
    public record Fault(int row, String kind, String value) {}

    public static Contents read(String text) {
        Map<Integer, Script> scripts = new LinkedHashMap<>();
        List<Fault> faults = new ArrayList<>();
        Map<Integer, Long> used = new HashMap<>();
        String student = "";
        String paper = "";
        Optional<Instant> sat = Optional.empty();
        int task = 1;
        Language language = Language.ENGLISH;
        int number = 0;
        for (String line : text.split("\\R", -1)) {
            number++;
            if (line.isBlank() || line.strip().startsWith(NOTE)) {
                continue;
            }
            // Behind a backslash stands a row, whatever it looks like.
            boolean isRow = line.strip().startsWith(ROW);
            Matcher header = HEADER.matcher(line.strip());
            if (isRow || !header.matches()) {
                Script script = scripts.getOrDefault(task, Script.EMPTY.withLanguage(language));
                List<String> rows = new ArrayList<>(script.rows());
                rows.add(isRow ? line.strip().substring(ROW.length()).strip() : line.strip());
                scripts.put(task, script.withRows(rows));
                continue;
            }
            String name = header.group(1).toLowerCase(Locale.ROOT);
            String value = header.group(2).strip();
            if (name.equals("task")) {
                if (value.matches("[1-9]\\d{0,3}")) {
                    task = Integer.parseInt(value);
                    scripts.putIfAbsent(task, Script.EMPTY.withLanguage(language));
                } else {
                    faults.add(new Fault(number, "task", value));
                }
                continue;
            }
            if (name.equals("student")) {
                student = value;
                continue;
            }
            if (name.equals("paper")) {
                paper = value;
                continue;
            }
            if (name.equals("sat")) {
                try {
                    sat = Optional.of(Instant.parse(value));
                } catch (DateTimeParseException noTime) {
                    faults.add(new Fault(number, "sat", value));
                }
                continue;
            }
            if (name.equals("used")) {
                if (value.matches("\\d{1,7}")) {
                    used.put(task, Long.parseLong(value));
                } else {
                    faults.add(new Fault(number, "used", value));
                }
                continue;
            }
            if (name.startsWith("answer") && name.replaceAll("\\D", "").length() > MOST_DIGITS) {
                faults.add(new Fault(number, header.group(1).strip(), value));
                continue;
            }
            if (name.equals("lang")) {
                Optional<Language> found = Language.ofCode(value);
                if (found.isEmpty()) {
                    faults.add(new Fault(number, "lang", value));
                    continue;
                }
                language = found.get();
            }
            Script script = scripts.getOrDefault(task, Script.EMPTY).withLanguage(language);
            scripts.put(
                    task,
                    switch (name) {
                        case "lang" -> script;
                        case "choice" -> script.withChoice(value);
                        case "candidates" -> script.withCandidates(value);
                        case "played" -> script.withPlayed(value);
                        default -> script.withAnswer(Integer.parseInt(name.replaceAll("\\D", "0")), value);
                    });
        }
        return new Contents(student, paper, sat, scripts, used, faults);
    }

    /** One script of a paper as text, that {@link #read} reads back. */
    public static String write(int task, Script script) {
        StringBuilder out = new StringBuilder("task: ").append(task).append('\n');
        out.append("lang: ").append(script.language().code()).append('\n');
        header(out, "choice", script.choice());
        header(out, "candidates", script.candidates());
        header(out, "played", script.played());
        script.answers().forEach((question, answer) -> header(out, "answer " + question, answer));
        int last = script.rows().size();
        while (last > 0 && script.rows().get(last - 1).isBlank()) {
            last--;
        }
        // An empty row between others counts, since rows are named by their numbers.
        script.rows()
                .subList(0, last)
                .forEach(row ->
                        out.append(row.isBlank() ? "|" : row(row.strip())).append('\n'));
        return out.toString();
    }

    private static String row(String text) {
        boolean looksLikeMore = text.startsWith(ROW)
                || text.startsWith(NOTE)
                || HEADER.matcher(text).matches();
        return looksLikeMore ? ROW + text : text;
    }

    private static void header(StringBuilder out, String name, String value) {
        if (!value.isBlank()) {
            out.append(name).append(": ").append(value.strip()).append('\n');
        }
    }
}
