package org.zeroply.desktop.calculation;

import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.LineCheck;
import org.zeroply.analysis.Solutions;
import org.zeroply.asking.Amount;
import org.zeroply.asking.Asked;
import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.Given;
import org.zeroply.asking.LineQuestion;
import org.zeroply.asking.Parameter;
import org.zeroply.asking.QuestionReport;
import org.zeroply.asking.TaskSeed;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Newest;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedLine;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.rules.Move;
import org.zeroply.rules.Square;
import org.zeroply.search.MateTree;
import org.zeroply.task.DefenceTasks;
import org.zeroply.task.Task;

/**
 * The coach's questions about the position one is at: which is chosen, how it is asked, and what it gave. A question is
 * asked when it is chosen and when the coach says so; walking on keeps the answer, which says where it was asked. Behind
 * the curtain nothing is asked or shown. Lives on the interface thread; needs no window.
 */
public final class QuestionModel {
    private static final int MOST_LINES_TAKEN_IN = 60;

    /** The question that looks at lines of the game, so that a typed one is entered first. */
    private static final String LINE = new LineQuestion().key();

    private final OpenGame reading;
    private final CalculationModel calculation;
    private final Background background;
    private final CalculatorService service;
    private final ExactEndings endings;

    private final ObjectProperty<@Nullable CoachQuestion<?>> question = new SimpleObjectProperty<>(this, "question");
    private final ReadOnlyObjectWrapper<Given> given = new ReadOnlyObjectWrapper<>(this, "given", Given.NOTHING);
    private final ReadOnlyObjectWrapper<@Nullable GivenAnswer> answer = new ReadOnlyObjectWrapper<>(this, "answer");
    private final ReadOnlyBooleanWrapper running = new ReadOnlyBooleanWrapper(this, "running", false);
    private final TypedLine typed;

    private Runnable stop = () -> {};
    private Background.@Nullable Running entry;
    private final Newest newest = new Newest();
    private Consumer<Task> onTask = task -> {};

    public QuestionModel(
            OpenGame reading,
            CalculationModel calculation,
            Background background,
            CalculatorService service,
            ExactEndings endings) {
        this.reading = reading;
        typed = new TypedLine(reading.languageProperty()::get);
        this.calculation = calculation;
        this.background = background;
        this.service = service;
        this.endings = endings;
        question.subscribe(() -> chosen());
        calculation.effortProperty().subscribe((before, now) -> {
            CoachQuestion<?> asking = question.get();
            if (asking != null && asking.dependsOnEffort()) {
                ask();
            }
        });
        calculation.openProperty().subscribe(now -> {
            if (!now) {
                stop();
            }
        });
        reading.curtain().nodeProperty().subscribe(now -> {
            if (reading.isCurtainDown()) {
                forget();
            }
        });
        reading.gameIdProperty().subscribe(now -> forget());
        service.onChange(position -> {
            if (isAboutHere()
                    && !running.get()
                    && CalculationModel.isOfMove(reading.positionProperty().get(), position)) {
                ask();
            }
        });
    }

    // ---- what the pane shows

    /** The question whose view is shown; null for the candidates. */
    public ObjectProperty<@Nullable CoachQuestion<?>> questionProperty() {
        return question;
    }

    /** How questions are asked; what is typed belongs to the chosen one. */
    public ReadOnlyObjectProperty<Given> givenProperty() {
        return given.getReadOnlyProperty();
    }

    /** Says how a question is to be asked; it is not asked by that. */
    public <T extends @Nullable Object> void give(Parameter<T> parameter, T value) {
        given.set(given.get().with(parameter, value));
    }

    public ReadOnlyObjectProperty<@Nullable GivenAnswer> answerProperty() {
        return answer.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty runningProperty() {
        return running.getReadOnlyProperty();
    }

    /** The line that is typed for a question about one. */
    public TypedLine typed() {
        return typed;
    }

    /** Whether the answer is about the position that is shown. */
    public boolean isAboutHere() {
        GivenAnswer shown = answer.get();
        return shown != null && shown.node() == reading.nodeProperty().get();
    }

    /** Where the answer was asked, in words; empty if that is here. */
    public String askedWhere() {
        GivenAnswer shown = answer.get();
        if (shown == null || isAboutHere() || !reading.tree().has(shown.node())) {
            return "";
        }
        return MoveNames.of(
                reading.tree(), shown.node(), reading.languageProperty().get());
    }

    // ---- what the coach does

    /**
     * Takes what was typed and asks. A line of moves that cannot be read is refused; one that is to be checked becomes a
     * variation of the game. Says whether it could be read.
     */
    public boolean takeTyped(String text) {
        CoachQuestion<?> asking = question.get();
        Parameter.Words words = asking == null ? null : words(asking);
        if (asking == null || words == null) {
            return false;
        }
        if (words.isLine() && !text.isBlank()) {
            return typed.read(reading.positionProperty().get(), text, moves -> {
                enterIfChecked(asking, moves);
                askWith(asking, words, text);
                return true;
            });
        }
        typed.dismiss();
        askWith(asking, words, text);
        return true;
    }

    private void askWith(CoachQuestion<?> asking, Parameter.Words words, String text) {
        give(words, asking.key().equals(LINE) ? "" : text.strip());
        ask();
    }

    /** Asks a question about the piece on a square. */
    public void askAbout(CoachQuestion<?> wanted, Square square) {
        question.set(wanted);
        Parameter.Words words = words(wanted);
        if (words != null) {
            askWith(wanted, words, square.toString());
        }
    }

    /** What is typed for a question; null if nothing is. */
    static Parameter.@Nullable Words words(CoachQuestion<?> question) {
        return question.parameters().stream()
                .filter(Parameter.Words.class::isInstance)
                .map(Parameter.Words.class::cast)
                .findFirst()
                .orElse(null);
    }

    private void enterIfChecked(CoachQuestion<?> asking, List<Move> moves) {
        if (asking.key().equals(LINE)) {
            int from = reading.nodeProperty().get();
            reading.playLine(moves);
            reading.go(from);
            give(LineQuestion.FROM_HERE, true);
        }
    }

    /** Asks the chosen question of the position one is at. */
    public void ask() {
        CoachQuestion<?> chosen = question.get();
        stop();
        // Whatever was asked before is over, however long it takes to notice that.
        ended();
        if (chosen == null
                || !calculation.openProperty().get()
                || !reading.openProperty().get()
                || reading.isCurtainDown()) {
            return;
        }
        answer.set(null);
        BooleanSupplier isNewest = newest.ask();
        Background.Running shown = background.begin(Texts.of("question.running", chosen.title()), this::stop);
        entry = shown;
        running.set(true);
        Consumer<GivenAnswer> told = background.states(state -> {
            if (isNewest.getAsBoolean() && running.get()) {
                answer.set(state);
            }
        });
        stop = service.look(
                job(
                        chosen,
                        told,
                        part -> background.later(() -> shown.fractionProperty().set(part))),
                found -> {
                    if (isNewest.getAsBoolean()) {
                        answer.set(found);
                    }
                },
                () -> {
                    background.end(shown);
                    if (isNewest.getAsBoolean()) {
                        running.set(false);
                    }
                });
    }

    /** Stops what is being asked; what was found stays. */
    public void stop() {
        stop.run();
        stop = () -> {};
    }

    /** Plays the moves up to a row into the game, at the place where the question was asked, or asks what the row asks. */
    public void play(QuestionReport.Row row) {
        GivenAnswer shown = answer.get();
        if (shown == null || !reading.tree().has(shown.node())) {
            return;
        }
        Parameter.Words words = words(shown.question());
        if (!row.asks().isEmpty() && words != null) {
            reading.go(shown.node());
            give(words, row.asks());
            ask();
            return;
        }
        LineCheck.Finding finding = row.finding();
        if (finding != null) {
            if (reading.tree().has(finding.node())) {
                reading.go(finding.node());
            }
            return;
        }
        if (!row.line().isEmpty()) {
            reading.go(shown.node());
            reading.playLine(row.line());
        }
    }

    /** Whether {@link #takeIn} would change the game. */
    public boolean canTakeIn(QuestionReport.@Nullable Row row) {
        GivenAnswer shown = answer.get();
        if (shown == null || !reading.tree().has(shown.node())) {
            return false;
        }
        LineCheck.Finding finding = row == null ? null : row.finding();
        if (finding != null) {
            return finding.canBeTakenIn() && reading.tree().has(finding.node());
        }
        return shown.report().solution() != null || row != null && !row.line().isEmpty();
    }

    /** Takes a finding, a solution with its defences, or a row's line into the game, as one edit. */
    public void takeIn(QuestionReport.@Nullable Row row) {
        GivenAnswer shown = answer.get();
        if (shown == null || !canTakeIn(row)) {
            return;
        }
        LineCheck.Finding finding = row == null ? null : row.finding();
        MateTree solution = shown.report().solution();
        if (finding != null) {
            reading.edit(
                    tree -> LineCheck.takeIn(tree, finding),
                    Texts.of("undo.takeIn", shown.question().title()));
        } else if (solution != null) {
            reading.edit(
                    tree -> Solutions.add(tree, shown.node(), solution, MOST_LINES_TAKEN_IN),
                    Texts.of("undo.takeIn", shown.question().title()));
        } else if (row != null) {
            play(row);
        }
    }

    /** Who takes a task that was made of an answer. */
    public void setOnTask(Consumer<Task> taker) {
        onTask = taker;
    }

    /** Whether a task can be made of the answer. */
    boolean canMakeTask() {
        GivenAnswer shown = answer.get();
        return shown != null && shown.report().seed() != null;
    }

    /** Makes a task of the answer, with its solution and a drafted scheme; nothing is done if none can be made. */
    public void makeTask() {
        GivenAnswer shown = answer.get();
        TaskSeed seed = shown == null ? null : shown.report().seed();
        if (shown != null && seed != null && reading.tree().has(shown.node())) {
            onTask.accept(DefenceTasks.of(
                    seed, Task.from(reading.tree(), shown.node()).last()));
        }
    }

    // ---- asking

    private void chosen() {
        CoachQuestion<?> now = question.get();
        calculation.asideProperty().set(now != null);
        Parameter.Words words = now == null ? null : words(now);
        if (words != null) {
            give(words, "");
        }
        stop();
        answer.set(null);
        typed.dismiss();
        if (now != null) {
            ask();
        }
    }

    private void forget() {
        stop();
        newest.forget();
        running.set(false);
        ended();
        answer.set(null);
    }

    private void ended() {
        if (entry != null) {
            background.end(entry);
            entry = null;
        }
    }

    private CalculatorService.Job<GivenAnswer> job(
            CoachQuestion<?> chosen, Consumer<GivenAnswer> told, DoubleConsumer advance) {
        int node = reading.nodeProperty().get();
        GameTree tree = reading.tree();
        Language language = reading.languageProperty().get();
        Amount amount = Amount.of(calculation.effortProperty().get());
        Given how = given.get();
        return (analyst, cancel) -> {
            calculation.recall(tree.positionAt(node));
            Asked where =
                    new Asked(tree, node, language, amount, how, analyst, service.deepest(), endings, advance, cancel);
            return new GivenAnswer(
                    chosen, node, chosen.answer(where, partial -> told.accept(new GivenAnswer(chosen, node, partial))));
        };
    }
}
