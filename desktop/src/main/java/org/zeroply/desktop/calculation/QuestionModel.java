package org.zeroply.desktop.calculation;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.ChecksRunOut;
import org.zeroply.analysis.EveryMove;
import org.zeroply.analysis.Forcing;
import org.zeroply.analysis.LineCheck;
import org.zeroply.analysis.Solutions;
import org.zeroply.analysis.TurnTest;
import org.zeroply.desktop.game.MoveNames;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Effort;
import org.zeroply.search.Limit;
import org.zeroply.search.MateProver;
import org.zeroply.search.MateTree;
import org.zeroply.search.Question;
import org.zeroply.search.Threats;
import org.zeroply.task.Task;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/**
 * The coach's questions about the position one is at: which is chosen, how it is asked, and what it gave. A question is
 * asked when it is chosen and when the coach says so; walking on keeps the answer, which says where it was asked. Behind
 * the curtain nothing is asked or shown. Lives on the interface thread; needs no window.
 */
public final class QuestionModel {
    private static final int PROOF_TABLE = 64;
    private static final int MOST_CHECKED = 20_000;
    private static final int MOST_LINES_TAKEN_IN = 60;
    private static final int USUAL_MATE = 5;
    private static final int USUAL_SETS = 3;

    private final OpenGame reading;
    private final CalculationModel calculation;
    private final Background background;
    private final CalculatorService service;
    private final ExactEndings endings;

    private final ObjectProperty<@Nullable CoachQuestion> question = new SimpleObjectProperty<>(this, "question");
    private final IntegerProperty mateIn = new SimpleIntegerProperty(this, "mateIn", USUAL_MATE);
    private final IntegerProperty sets = new SimpleIntegerProperty(this, "sets", USUAL_SETS);
    private final BooleanProperty checksOnly = new SimpleBooleanProperty(this, "checksOnly", false);
    private final ObjectProperty<@Nullable Side> checking = new SimpleObjectProperty<>(this, "checking");
    private final BooleanProperty fromHere = new SimpleBooleanProperty(this, "fromHere", false);
    private final ReadOnlyObjectWrapper<@Nullable Answer> answer = new ReadOnlyObjectWrapper<>(this, "answer");
    private final ReadOnlyBooleanWrapper running = new ReadOnlyBooleanWrapper(this, "running", false);
    private final ReadOnlyStringWrapper refusal = new ReadOnlyStringWrapper(this, "refusal", "");

    private String line = "";
    private Runnable stop = () -> {};
    private Background.@Nullable Running entry;
    private long asked;
    private Consumer<Task> onTask = task -> {};

    public QuestionModel(
            OpenGame reading,
            CalculationModel calculation,
            Background background,
            CalculatorService service,
            ExactEndings endings) {
        this.reading = reading;
        this.calculation = calculation;
        this.background = background;
        this.service = service;
        this.endings = endings;
        question.subscribe(() -> chosen());
        calculation.effortProperty().subscribe((before, now) -> {
            CoachQuestion asking = question.get();
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
    }

    // ---- what the pane shows

    /** The question whose view is shown; null for the candidates. */
    public ObjectProperty<@Nullable CoachQuestion> questionProperty() {
        return question;
    }

    public IntegerProperty mateInProperty() {
        return mateIn;
    }

    /** The most quiet moves that may be needed before a move is played. */
    IntegerProperty setsProperty() {
        return sets;
    }

    public BooleanProperty checksOnlyProperty() {
        return checksOnly;
    }

    /** Whose checks are asked for; null for the side to move. */
    public ObjectProperty<@Nullable Side> checkingProperty() {
        return checking;
    }

    /** Whether the line check begins at the current move rather than at the start. */
    public BooleanProperty fromHereProperty() {
        return fromHere;
    }

    public ReadOnlyObjectProperty<@Nullable Answer> answerProperty() {
        return answer.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty runningProperty() {
        return running.getReadOnlyProperty();
    }

    /** Why the typed line was not taken; empty if it was. */
    public ReadOnlyStringProperty refusalProperty() {
        return refusal.getReadOnlyProperty();
    }

    /** Whether the answer is about the position that is shown. */
    public boolean isAboutHere() {
        Answer given = answer.get();
        return given != null && given.node() == reading.nodeProperty().get();
    }

    /** Where the answer was asked, in words; empty if that is here. */
    public String askedWhere() {
        Answer given = answer.get();
        if (given == null || isAboutHere() || !reading.tree().has(given.node())) {
            return "";
        }
        return MoveNames.of(
                reading.tree(), given.node(), reading.languageProperty().get());
    }

    // ---- what the coach does

    /**
     * Takes a typed line: whether it is forced, or what is wrong with it; to be checked it becomes a variation of the game.
     * An empty one stands for the moves of the game from here. Says whether it could be read.
     */
    public boolean takeLine(String text) {
        CoachQuestion asking = question.get();
        if (asking != null && asking.asksForWords()) {
            line = text.strip();
            refusal.set("");
            ask();
            return true;
        }
        Position position = reading.positionProperty().get();
        switch (new LineReader(reading.languageProperty().get()).read(position, text)) {
            case LineReading.Refused refused
            when !text.isBlank() -> {
                refusal.set(Texts.of("calculation.refused", refused.token(), refused.reason()));
                return false;
            }
            case LineReading.Read read
            when question.get() == CoachQuestion.LINE -> {
                int from = reading.nodeProperty().get();
                reading.playLine(read.moves());
                reading.go(from);
                fromHere.set(true);
                line = "";
            }
            case LineReading other -> line = text.strip();
        }
        refusal.set("");
        ask();
        return true;
    }

    /** Asks the chosen question of the position one is at. */
    public void ask() {
        CoachQuestion chosen = question.get();
        stop();
        if (chosen == null
                || !calculation.openProperty().get()
                || !reading.openProperty().get()
                || reading.isCurtainDown()) {
            return;
        }
        answer.set(null);
        long mine = ++asked;
        CalculatorService.Job<Answer> job = job(chosen, told(mine));
        running.set(true);
        entry = background.begin(Texts.of("question.running", chosen.title()), this::stop);
        stop = service.look(job, found -> {
            if (mine == asked) {
                running.set(false);
                ended();
                answer.set(found);
            }
        });
    }

    /** Stops what is being asked; what was found stays. */
    public void stop() {
        stop.run();
        stop = () -> {};
    }

    /** Plays the moves up to a row into the game, at the place where the question was asked. */
    public void play(Answer.Row row) {
        Answer given = answer.get();
        if (given == null || !reading.tree().has(given.node())) {
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
            reading.go(given.node());
            reading.playLine(row.line());
        }
    }

    /** Whether {@link #takeIn} would change the game. */
    public boolean canTakeIn(Answer.@Nullable Row row) {
        Answer given = answer.get();
        if (given == null || !reading.tree().has(given.node())) {
            return false;
        }
        LineCheck.Finding finding = row == null ? null : row.finding();
        if (finding != null) {
            return finding.canBeTakenIn() && reading.tree().has(finding.node());
        }
        return given.solution() != null || row != null && !row.line().isEmpty();
    }

    /** Takes a finding, a solution with its defences, or a row's line into the game, as one edit. */
    public void takeIn(Answer.@Nullable Row row) {
        Answer given = answer.get();
        if (given == null || !canTakeIn(row)) {
            return;
        }
        LineCheck.Finding finding = row == null ? null : row.finding();
        MateTree solution = given.solution();
        if (finding != null) {
            reading.edit(
                    tree -> LineCheck.takeIn(tree, finding),
                    Texts.of("undo.takeIn", given.question().title()));
        } else if (solution != null) {
            reading.edit(
                    tree -> Solutions.add(tree, given.node(), solution, MOST_LINES_TAKEN_IN),
                    Texts.of("undo.takeIn", given.question().title()));
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
        Answer given = answer.get();
        return given != null && given.task() != null;
    }

    /** Makes a task of the answer, with its solution and a drafted scheme; nothing is done if none can be made. */
    public void makeTask() {
        Answer given = answer.get();
        Task task = given == null ? null : given.task();
        if (task != null) {
            onTask.accept(task);
        }
    }

    // ---- asking

    private void chosen() {
        CoachQuestion now = question.get();
        calculation.asideProperty().set(now != null);
        line = "";
        stop();
        answer.set(null);
        refusal.set("");
        if (now != null) {
            ask();
        }
    }

    private void forget() {
        stop();
        asked++;
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

    private Consumer<Answer> told(long mine) {
        AtomicReference<@Nullable Answer> newest = new AtomicReference<>();
        return found -> {
            if (newest.getAndSet(found) != null) {
                return;
            }
            background.later(() -> {
                Answer state = newest.getAndSet(null);
                if (mine == asked && running.get() && state != null) {
                    answer.set(state);
                }
            });
        };
    }

    private CalculatorService.Job<Answer> job(CoachQuestion chosen, Consumer<Answer> told) {
        Position position = reading.positionProperty().get();
        int node = reading.nodeProperty().get();
        GameTree tree = reading.tree();
        Answers answers = new Answers(node, reading.languageProperty().get());
        Effort effort = calculation.effortProperty().get();
        List<Position> before = new ArrayList<>(tree.positionsAlong(tree.pathTo(node)));
        before.removeLast();
        return switch (chosen) {
            case MATE -> {
                int most = mateIn.get();
                boolean onlyChecks = checksOnly.get();
                yield (analyst, cancel) -> answers.mate(new MateProver(PROOF_TABLE)
                        .prove(position, most, onlyChecks, 0, partial -> told.accept(answers.mate(partial)), cancel));
            }
            case EVERY_MOVE -> {
                Question each = new Question(position, before, List.of(), 1, Limit.NONE);
                yield (analyst, cancel) -> answers.everyMove(EveryMove.of(
                        each,
                        nodes(effort, 20),
                        analyst,
                        endings,
                        partial -> told.accept(answers.everyMove(partial)),
                        cancel));
            }
            case CHECKS -> {
                Side wanted = checking.get();
                Side side = wanted == null ? position.sideToMove() : wanted;
                yield (analyst, cancel) -> checks(answers, position, side, cancel);
            }
            case LINE -> {
                int from = fromHere.get() ? node : GameTree.ROOT;
                yield (analyst, cancel) -> answers.line(
                        tree,
                        position,
                        LineCheck.of(tree, from, limit(effort), analyst, progress -> advance(progress), cancel));
            }
            case TURN -> (analyst, cancel) -> turn(answers, position, limit(effort), analyst, cancel);
            case FORCED -> {
                List<Move> moves = movesFromHere(tree, node, position);
                yield (analyst, cancel) -> {
                    Forcing found = Forcing.of(
                            position,
                            moves,
                            analyst,
                            new Threats(),
                            nodes(effort, 1),
                            partial -> told.accept(answers.forced(partial, false)),
                            cancel);
                    return answers.forced(found, found.steps().size() == moves.size());
                };
            }
            case ENDING -> (analyst, cancel) -> ending(answers, position, effort, analyst, cancel);
            case PARRIES, ELIMINATE, PINS, READY, PLAN, DRIVE_OFF, FROZEN -> {
                DefenceQuestions questions = new DefenceQuestions(
                        position,
                        node,
                        Task.from(tree, node).last(),
                        reading.languageProperty().get(),
                        line,
                        sets.get(),
                        endings);
                yield (analyst, cancel) -> questions.ask(chosen, told, cancel);
            }
        };
    }

    private void advance(LineCheck.Progress progress) {
        Background.Running shown = entry;
        if (shown != null) {
            background.later(() -> shown.fractionProperty().set((double) progress.done() / progress.of()));
        }
    }

    private static Answer checks(Answers answers, Position position, Side side, Cancel cancel) {
        String reason = ChecksRunOut.refusal(position, side);
        if (!reason.isEmpty()) {
            return answers.refused(CoachQuestion.CHECKS, position, reason);
        }
        ChecksRunOut found = ChecksRunOut.of(position, side, MOST_CHECKED, cancel);
        return answers.checks(position, found, position.sideToMove() != side);
    }

    private Answer turn(Answers answers, Position position, Limit limit, Analyst analyst, Cancel cancel) {
        String reason = TurnTest.refusal(position);
        if (!reason.isEmpty()) {
            return answers.refused(CoachQuestion.TURN, position, reason);
        }
        return TurnTest.of(position, limit, analyst, endings, cancel)
                .map(answers::turn)
                .orElseGet(() -> answers.refused(CoachQuestion.TURN, position, Texts.of("question.stopped")));
    }

    private Answer ending(Answers answers, Position position, Effort effort, Analyst analyst, Cancel cancel) {
        if (!ExactEndings.covers(position)) {
            return answers.refused(CoachQuestion.ENDING, position, Texts.of("ending.notCovered"));
        }
        return switch (endings.solve(position, cancel)) {
            case ExactEndings.Solved solved -> answers.ending(solved.solution());
            case ExactEndings.ProvenWin won -> answers.provenWin(position, won);
            case ExactEndings.NotSolved not -> {
                Calculation found = cancel.isWished()
                        ? null
                        : analyst.calculate(
                                Question.of(
                                        position,
                                        effort == Effort.UNTIL_STOPPED ? Effort.LOOK.limit() : effort.limit()),
                                partial -> {},
                                cancel);
                yield answers.notSolved(position, Words.of("ending." + not.reason()), found);
            }
        };
    }

    /** The typed line, or the moves of the game from here. */
    private List<Move> movesFromHere(GameTree tree, int node, Position position) {
        if (!line.isEmpty()
                && new LineReader(reading.languageProperty().get()).read(position, line)
                        instanceof LineReading.Read read) {
            return read.moves();
        }
        List<Move> moves = new ArrayList<>();
        for (int at = node; !tree.node(at).children().isEmpty() && moves.size() < 16; ) {
            at = tree.node(at).children().getFirst();
            Move move = tree.node(at).played();
            if (move.isPass()) {
                break;
            }
            moves.add(move);
        }
        return moves;
    }

    private static Limit limit(Effort effort) {
        return Limit.millis(
                switch (effort) {
                    case GLANCE -> 100;
                    case LOOK, UNTIL_STOPPED -> 400;
                    case DEEP -> 2_000;
                });
    }

    private static long nodes(Effort effort, int times) {
        return times
                * switch (effort) {
                    case GLANCE -> 800L;
                    case LOOK, UNTIL_STOPPED -> 3_000L;
                    case DEEP -> 15_000L;
                };
    }
}
