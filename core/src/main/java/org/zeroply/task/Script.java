package org.zeroply.task;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.zeroply.notation.Language;

/**
 * What a student wrote for one task, word for word.
 *
 * @param language the letters it is written in
 * @param choice the move that they would play; may be empty
 * @param candidates the moves that were named before any line, in a task of kind {@link TaskKind#CANDIDATES}
 * @param answers by the number of the question, from 1
 * @param played the moves of a game that was played on, of both sides
 * @param rows the lines: moves from the start or from an earlier point, and behind a bar a verdict; see {@link ScriptReader}
 */
public record Script(
        Language language,
        String choice,
        String candidates,
        Map<Integer, String> answers,
        String played,
        List<String> rows) {
    public static final Script EMPTY = new Script(Language.ENGLISH, "", "", Map.of(), "", List.of());

    public Script {
        answers = Collections.unmodifiableMap(new TreeMap<>(answers));
        rows = List.copyOf(rows);
    }

    /** A script in English letters with a choice and lines. */
    public static Script of(String choice, List<String> rows) {
        return EMPTY.withChoice(choice).withRows(rows);
    }

    public boolean isEmpty() {
        return choice.isBlank()
                && candidates.isBlank()
                && played.isBlank()
                && answers.values().stream().allMatch(String::isBlank)
                && rows.stream().allMatch(String::isBlank);
    }

    public Script withLanguage(Language next) {
        return new Script(next, choice, candidates, answers, played, rows);
    }

    public Script withChoice(String next) {
        return new Script(language, next, candidates, answers, played, rows);
    }

    public Script withCandidates(String next) {
        return new Script(language, choice, next, answers, played, rows);
    }

    public Script withAnswer(int question, String answer) {
        Map<Integer, String> next = new TreeMap<>(answers);
        next.put(question, answer);
        return new Script(language, choice, candidates, next, played, rows);
    }

    public Script withPlayed(String next) {
        return new Script(language, choice, candidates, answers, next, rows);
    }

    public Script withRows(List<String> next) {
        return new Script(language, choice, candidates, answers, played, next);
    }
}
