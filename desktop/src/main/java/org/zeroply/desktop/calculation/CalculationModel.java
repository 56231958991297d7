package org.zeroply.desktop.calculation;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.IntegerProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleIntegerProperty;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Candidate;
import org.zeroply.analysis.Study;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.Newest;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedLine;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Effort;
import org.zeroply.search.Question;
import org.zeroply.search.Threats;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;

/**
 * The state of the Calculation panel: whether it is open, what it shows of the position one is at, and what is being
 * worked out. It follows Reading: walking on stops the study of the position left behind and shows what the workbook has
 * of the new one, or begins it. Behind the curtain it is silent. Lives on the interface thread; needs no window.
 */
public final class CalculationModel {

    private static final int USUAL_LINES = 3;

    private final OpenGame reading;
    private final Workbook workbook;
    private final Background background;
    private final CalculatorService service;

    private final BooleanProperty aside = new SimpleBooleanProperty(this, "aside", false);
    private final BooleanProperty open = new SimpleBooleanProperty(this, "open", false);
    private final BooleanProperty figures = new SimpleBooleanProperty(this, "figures", false);
    private final BooleanProperty threatsShown = new SimpleBooleanProperty(this, "threatsShown", true);
    private final ObjectProperty<Effort> effort = new SimpleObjectProperty<>(this, "effort", Effort.LOOK);
    private final IntegerProperty lines = new SimpleIntegerProperty(this, "lines", USUAL_LINES);
    private final ReadOnlyObjectWrapper<@Nullable Study> study = new ReadOnlyObjectWrapper<>(this, "study");
    private final ReadOnlyObjectWrapper<List<Candidate>> candidates =
            new ReadOnlyObjectWrapper<>(this, "candidates", List.of());
    private final ReadOnlyBooleanWrapper running = new ReadOnlyBooleanWrapper(this, "running", false);
    private final TypedLine naming;

    private List<Move> named = List.of();
    private Position studied = Position.START;
    private Runnable stop = () -> {};
    private Background.@Nullable Running shownRunning;
    private final Newest newest = new Newest();

    public CalculationModel(OpenGame reading, Workbook workbook, Background background, CalculatorService service) {
        this.reading = reading;
        naming = new TypedLine(reading.languageProperty()::get);
        this.workbook = workbook;
        this.background = background;
        this.service = service;
        reading.positionProperty().subscribe(() -> moved());
        reading.openProperty().subscribe(() -> begin());
        reading.curtain().nodeProperty().subscribe(now -> begin());
        reading.scaleProperty().subscribe(() -> showCandidates());
        open.subscribe(() -> begin());
        aside.subscribe(now -> begin());
        effort.subscribe(() -> begin());
        lines.subscribe(now -> begin());
        service.onChange(position -> {
            Study shown = study.get();
            if (shown != null && isOfMove(shown.position(), position)) {
                show(shown);
            }
        });
    }

    /** Whether what is known of a position tells something of another one or of a move there. */
    static boolean isOfMove(Position shown, Position known) {
        return shown.key() == known.key()
                || shown.legalMoves().stream().anyMatch(move -> shown.play(move).key() == known.key());
    }

    // ---- what the pane shows

    public BooleanProperty openProperty() {
        return open;
    }

    /** Whether another question is asked instead of the candidates, which then rest. */
    public BooleanProperty asideProperty() {
        return aside;
    }

    /** Whether figures stand beside the words. */
    public BooleanProperty figuresProperty() {
        return figures;
    }

    /** Whether threats are drawn on the board. */
    public BooleanProperty threatsShownProperty() {
        return threatsShown;
    }

    public ObjectProperty<Effort> effortProperty() {
        return effort;
    }

    /** How many best lines, 1 to 8. */
    public IntegerProperty linesProperty() {
        return lines;
    }

    /** What is known of the position one is at; null while nothing is, and while the panel is closed. */
    public ReadOnlyObjectProperty<@Nullable Study> studyProperty() {
        return study.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<List<Candidate>> candidatesProperty() {
        return candidates.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty runningProperty() {
        return running.getReadOnlyProperty();
    }

    /** The candidates that are named. */
    public TypedLine naming() {
        return naming;
    }

    /** Whether the panel may show anything: it is open, a game is open, and the curtain is up. */
    public boolean isShowing() {
        return open.get() && !aside.get() && reading.openProperty().get() && !reading.isCurtainDown();
    }

    // ---- what the coach does

    /** Stops what is being worked out; what was found stays. */
    public void stop() {
        stop.run();
    }

    /** Works the position out again, with the present effort, whatever is known. */
    public void again() {
        calculate();
    }

    /**
     * Takes candidates by name, blanks or commas between them; each is weighed against the best. Says whether all could
     * be read.
     */
    public boolean name(String text) {
        return naming.readEach(reading.positionProperty().get(), text, moves -> {
            if (!moves.isEmpty()) {
                named = moves;
                calculate();
            }
            return true;
        });
    }

    /** Plays the first moves of a candidate's line, as one edit. */
    public void play(Candidate candidate, int count) {
        reading.playLine(candidate.line().moves().subList(0, count));
    }

    /**
     * Works out every position of the game's main line that the workbook does not have, with the present effort, when
     * nothing else is looked at; walking the game then shows them at once.
     */
    public void calculateGame() {
        Effort level = effort.get() == Effort.UNTIL_STOPPED ? Effort.LOOK : effort.get();
        int wanted = lines.get();
        List<Position> positions = reading.tree().positionsAlong(reading.tree().mainLine());
        String who = service.analystName();
        List<Runnable> stops = new ArrayList<>();
        Background.Running entry = background.begin(
                Texts.of("calculation.game", level.title()),
                () -> List.copyOf(stops).forEach(Runnable::run));
        int[] left = {positions.size()};
        Runnable oneLess = () -> {
            left[0]--;
            entry.fractionProperty().set((double) (positions.size() - left[0]) / positions.size());
            if (left[0] == 0) {
                background.end(entry);
            }
        };
        stops.add(() -> background.end(entry));
        for (int i = 0; i < positions.size(); i++) {
            Position position = positions.get(i);
            List<Position> earlier = positions.subList(0, i);
            Question question = new Question(position, earlier, List.of(), wanted, level.limit());
            Study.Task task = new Study.Task(question, List.of(), level.limit(), level.nodesOfMove());
            stops.add(service.batch(
                    (analyst, cancel) -> workbook.studies()
                            .find(position, who, wanted, level.ordinal())
                            .orElseGet(() -> Study.run(task, analyst, new Threats(), found -> {}, cancel)),
                    found -> {
                        if (Study.standsAlone(position, earlier)) {
                            keep(found, who, wanted, level);
                        }
                        oneLess.run();
                    }));
        }
    }

    private void keep(Study found, String who, int wanted, Effort level) {
        background.write(() -> workbook.studies().keep(found, who, wanted, level.ordinal()));
    }

    // ---- following the game

    private void moved() {
        if (!reading.positionProperty().get().equals(studied)) {
            begin();
        }
    }

    /** Shows what is known of the position, or begins to work it out. */
    private void begin() {
        stop.run();
        newest.forget();
        named = List.of();
        naming.dismiss();
        studied = reading.positionProperty().get();
        running.set(false);
        ended();
        show(null);
        if (!isShowing()) {
            return;
        }
        if (!Study.standsAlone(studied, before())) {
            calculate();
            return;
        }
        Position position = studied;
        int wanted = lines.get();
        int level = effort.get().ordinal();
        background.read(
                () -> {
                    recall(position);
                    return workbook.studies().find(position, service.analystName(), wanted, level);
                },
                newest.only(known -> known.ifPresentOrElse(this::show, this::calculate)));
    }

    /** Reminds the calculator of all that the workbook has of a position and of those a move later; not on the interface thread. */
    void recall(Position position) {
        List<Position> positions = new ArrayList<>(List.of(position));
        position.legalMoves().forEach(move -> positions.add(position.play(move)));
        service.deepest().learn(workbook.studies().all(positions, service.analystName()));
    }

    private List<Position> before() {
        GameTree tree = reading.tree();
        List<Position> before = new ArrayList<>(
                tree.positionsAlong(tree.pathTo(reading.nodeProperty().get())));
        before.removeLast();
        return before;
    }

    private void calculate() {
        stop.run();
        if (!isShowing()) {
            return;
        }
        BooleanSupplier isNewest = newest.ask();
        Position position = studied;
        Effort level = effort.get();
        int wanted = lines.get();
        boolean keep = Study.standsAlone(studied, before()) && named.isEmpty();
        Study.Task first = task(level == Effort.UNTIL_STOPPED ? Effort.LOOK : level);
        running.set(true);
        begun(level);
        Consumer<Study> told = background.states(state -> {
            if (isNewest.getAsBoolean()) {
                show(state);
            }
        });
        stop = service.look(
                (analyst, cancel) -> {
                    Study found = Study.run(first, analyst, new Threats(), told, cancel);
                    if (level == Effort.UNTIL_STOPPED && found.complete()) {
                        found = deepen(found, first, analyst, told, cancel);
                    }
                    return found;
                },
                found -> {
                    if (keep && !found.calculations().isEmpty() && isWorthKeeping(found, level)) {
                        keep(found, service.analystName(), wanted, level);
                    }
                    if (isNewest.getAsBoolean() && position.equals(studied)) {
                        show(found);
                    }
                },
                () -> {
                    if (isNewest.getAsBoolean()) {
                        running.set(false);
                        ended();
                    }
                });
    }

    /** What was stopped is less than its level promises; only without a limit is stopping the usual end. */
    private static boolean isWorthKeeping(Study found, Effort level) {
        return found.complete()
                || level == Effort.UNTIL_STOPPED
                        && found.calculations().getFirst().depth() >= 12;
    }

    private Study.Task task(Effort level) {
        Question question = new Question(studied, before(), List.of(), lines.get(), level.limit());
        return new Study.Task(question, named, level.limit(), level.nodesOfMove());
    }

    /** Goes on with the best lines until it is stopped. */
    private static Study deepen(Study begun, Study.Task task, Analyst analyst, Consumer<Study> told, Cancel cancel) {
        Study[] last = {begun};
        analyst.calculate(
                task.question().withLimit(Effort.UNTIL_STOPPED.limit()),
                found -> {
                    if (found.depth() > begun.calculations().getFirst().depth()) {
                        List<Calculation> all = new ArrayList<>(begun.calculations());
                        all.set(0, found);
                        last[0] =
                                new Study(begun.position(), begun.threats(), all, begun.natural(), begun.ease(), false);
                        told.accept(last[0]);
                    }
                },
                cancel);
        return last[0];
    }

    private void show(@Nullable Study found) {
        study.set(found == null ? null : service.deepest().deepened(found, before()));
        showCandidates();
    }

    private void showCandidates() {
        Study found = study.get();
        candidates.set(
                found == null
                        ? List.of()
                        : found.candidates(reading.scaleProperty().get()));
    }

    // ---- the status line

    private void begun(Effort level) {
        ended();
        shownRunning = background.begin(Texts.of("calculation.running", level.title()), this::stop);
    }

    private void ended() {
        if (shownRunning != null) {
            background.end(shownRunning);
            shownRunning = null;
        }
    }
}
