package org.zeroply.desktop.task;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Sitting.Attempt;
import org.zeroply.coaching.Sitting.End;
import org.zeroply.coaching.Stopwatch;
import org.zeroply.desktop.kit.Background;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.SittingShelf;
import org.zeroply.store.Workbook;
import org.zeroply.task.Opinion;
import org.zeroply.task.Script;
import org.zeroply.task.ScriptReader;
import org.zeroply.task.WrittenLine;
import org.zeroply.words.Words;

/**
 * A sitting as it goes on: the task that is being worked on, what is written, the clock. Every keystroke is saved; nothing is
 * said about right and wrong.
 */
public final class SittingModel {
    private static final Pattern WORD = Pattern.compile("\\S+");

    private final SittingShelf shelf;
    private final Background background;
    private final Clock clock;
    private final ReadOnlyObjectWrapper<Sitting> sitting;

    /**
     * @param begun as it was read; a clock that ran when the program ended goes on as the paper says
     */
    public SittingModel(Sitting begun, Workbook workbook, Background background, Clock clock) {
        this.shelf = workbook.sittings();
        this.background = background;
        this.clock = clock;
        Sitting restored = begun;
        OptionalInt current = begun.current();
        if (current.isPresent()) {
            Attempt attempt = begun.tasks().get(current.getAsInt());
            Stopwatch watch =
                    attempt.clock().restored(begun.mayPause(), begun.saved().toEpochMilli());
            restored = begun.with(current.getAsInt(), attempt.with(watch));
        }
        sitting = new ReadOnlyObjectWrapper<>(restored);
    }

    public ReadOnlyObjectProperty<Sitting> sittingProperty() {
        return sitting.getReadOnlyProperty();
    }

    private int place() {
        return sitting.get().current().orElse(sitting.get().tasks().size() - 1);
    }

    public Attempt current() {
        return sitting.get().tasks().get(place());
    }

    /** The number of the task, from 1. */
    public int number() {
        return place() + 1;
    }

    public boolean isDone() {
        return sitting.get().isDone();
    }

    public Position start() {
        return current().task().start();
    }

    private void save(Attempt attempt) {
        int at = place();
        sitting.set(sitting.get().with(at, attempt));
        long id = sitting.get().id();
        background.write(() -> shelf.save(id, at, attempt, clock.instant()));
    }

    // ---- the clock

    public boolean isRunning() {
        return current().clock().isRunning();
    }

    /** Milliseconds that are left for this task. */
    public long left() {
        return sitting.get().left(place(), clock.millis());
    }

    public void begin() {
        if (!isDone() && !isRunning()) {
            save(current().with(current().clock().start(clock.millis())));
        }
    }

    /** Stops the clock, if the paper allows it. */
    public void pause() {
        if (sitting.get().mayPause() && isRunning()) {
            save(current().with(current().clock().stop(clock.millis())));
        }
    }

    /** Ends the task when its time is up; says whether it did. */
    public boolean tick() {
        if (!isDone() && isRunning() && left() == 0) {
            end(End.TIME_UP);
            return true;
        }
        return false;
    }

    /** Closes the task for good. */
    public void commit() {
        if (!isDone()) {
            end(End.COMMITTED);
        }
    }

    /** Breaks the whole sitting off, with the coach's word; what is written stays and is marked. */
    public void leave() {
        while (!isDone()) {
            end(End.LEFT);
        }
    }

    private void end(End end) {
        save(current().with(current().clock().stop(clock.millis())).with(end));
    }

    // ---- writing

    public void write(Script script) {
        if (!isDone() && !script.equals(current().script())) {
            save(current().with(script));
        }
    }

    public void setRow(int row, String text) {
        List<String> rows = new ArrayList<>(current().script().rows());
        while (rows.size() <= row) {
            rows.add("");
        }
        rows.set(row, text);
        write(current().script().withRows(rows));
    }

    /** Puts a row below another one. */
    public void insertRow(int row, String text) {
        List<String> rows = new ArrayList<>(current().script().rows());
        while (rows.size() < row) {
            rows.add("");
        }
        rows.add(row, text);
        write(current().script().withRows(rows));
    }

    /** Takes an empty row away, if no row below names another by its number. */
    public boolean removeRow(int row) {
        List<String> rows = new ArrayList<>(current().script().rows());
        boolean named = rows.stream().skip(row).anyMatch(each -> each.contains("@"));
        if (row >= rows.size() || rows.size() < 2 || named) {
            return false;
        }
        rows.remove(row);
        write(current().script().withRows(rows));
        return true;
    }

    private List<WrittenLine> lines() {
        return ScriptReader.read(current().script(), start()).lines();
    }

    /**
     * The beginning of a row that branches off another one: it names the row and the number of the move that stands at a
     * place of its text, which another move is to replace.
     */
    public String branch(int row, int caret) {
        List<WrittenLine> lines = lines();
        if (row >= lines.size()) {
            return "";
        }
        WrittenLine line = lines.get(row);
        String text = current().script().rows().get(row);
        int moves = line.typedFrom();
        Matcher word = WORD.matcher(text);
        while (word.find() && word.start() < caret && !word.group().startsWith("|")) {
            boolean isMove = word.group().replaceFirst("^(@\\d+|\\d+\\.*)", "").matches(".*[a-zA-Z].*");
            boolean isReached = word.end() < caret;
            moves += isMove && isReached ? 1 : 0;
        }
        int at = Math.min(moves, line.moves().size());
        Position here = line.positions().get(at);
        return "@" + (row + 1) + " " + here.moveNumber() + (here.sideToMove() == Side.WHITE ? "." : "...");
    }

    /** A row with another verdict behind it; none takes it away. */
    public static String withOpinion(String row, Optional<Opinion> opinion) {
        return closed(row, opinion.map(Opinion::text));
    }

    /** A row with the word that its candidate survives. */
    static String surviving(String row) {
        return closed(row, Optional.of(ScriptReader.SURVIVES));
    }

    private static String closed(String row, Optional<String> word) {
        int bar = row.indexOf('|');
        String moves = (bar < 0 ? row : row.substring(0, bar)).stripTrailing();
        return word.map(each -> moves + " | " + each).orElse(moves);
    }

    /** Chooses the first move of a row. */
    public void chooseFirstOf(int row) {
        List<WrittenLine> lines = lines();
        if (row < lines.size() && !lines.get(row).moves().isEmpty()) {
            Move move = lines.get(row).moves().getFirst();
            write(current()
                    .script()
                    .withChoice(
                            San.line(start(), List.of(move), current().script().language())));
        }
    }

    /** What each row goes on from, in words; empty for a row from the start. By their places. */
    public List<String> joined() {
        return lines().stream()
                .map(line -> line.joinedTo(current().script().language()))
                .map(move -> move.isEmpty() ? "" : Words.of("mark.after", move))
                .toList();
    }

    /** Strikes a row out, or takes that back: it keeps its number, and nothing in it counts. */
    public void strike(int row) {
        String text = row < current().script().rows().size()
                ? current().script().rows().get(row)
                : "";
        boolean isStruck = text.stripLeading().startsWith(ScriptReader.STRUCK);
        if (isStruck) {
            setRow(row, text.stripLeading().substring(ScriptReader.STRUCK.length()));
        } else if (!text.isBlank()) {
            setRow(row, ScriptReader.STRUCK + text.stripLeading());
        }
    }

    /** What is wrong with the rows, where the sitting looks at that while one types; by their places. */
    public List<String> faults() {
        if (sitting.get().isStrict()) {
            return List.of();
        }
        return lines().stream()
                .map(line -> line.fault() == null ? "" : line.fault().reason())
                .toList();
    }
}
