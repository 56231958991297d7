package org.zeroply.desktop.task;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.desktop.kit.DocumentModel;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedLine;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Limit;
import org.zeroply.store.PaperShelf;
import org.zeroply.store.PaperShelf.Listed;
import org.zeroply.store.SittingShelf;
import org.zeroply.store.Workbook;
import org.zeroply.task.AssessDraft;
import org.zeroply.task.AssessQuestion;
import org.zeroply.task.AttainablePoints;
import org.zeroply.task.DraftScheme;
import org.zeroply.task.Item;
import org.zeroply.task.Opinion;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.Scheme;
import org.zeroply.task.SchemeFault;
import org.zeroply.task.Task;
import org.zeroply.task.TaskCheck;
import org.zeroply.task.Theme;
import org.zeroply.task.Themes;
import org.zeroply.task.Want;
import org.zeroply.work.Cancel;

/** The papers of the workbook, the one that is open, its task that is edited, and where one is in its solution. */
public final class TasksModel extends DocumentModel<Paper, Listed> {
    private static final long CHECK_MILLIS = 700;

    private final PaperShelf shelf;
    private final SittingShelf sittings;
    private final Background background;
    private final CalculatorService calculator;
    private final ReadOnlyObjectWrapper<Paper> paper = new ReadOnlyObjectWrapper<>(Paper.of("", List.of()));
    private final ReadOnlyIntegerWrapper place = new ReadOnlyIntegerWrapper();
    private final ReadOnlyIntegerWrapper node = new ReadOnlyIntegerWrapper();
    private final ReadOnlyObjectWrapper<@Nullable Worth> worth = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<@Nullable Checked> check = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyBooleanWrapper checking = new ReadOnlyBooleanWrapper();
    private final ObjectProperty<Language> language = new SimpleObjectProperty<>(Language.ENGLISH);
    private final TypedLine typed = new TypedLine(language::get);
    private Runnable stopCheck = () -> {};
    private Runnable leaving = () -> {};

    public TasksModel(Workbook workbook, Background background, CalculatorService calculator) {
        super(workbook.papers(), background);
        this.shelf = workbook.papers();
        this.sittings = workbook.sittings();
        this.background = background;
        this.calculator = calculator;
    }

    /** What a task is worth, and what is wrong with its scheme. */
    public record Worth(Task task, AttainablePoints outOf, List<SchemeFault> faults) {}

    /** What the calculator said of a task, as it was then. */
    public record Checked(Task task, TaskCheck check) {}

    public ReadOnlyObjectProperty<Paper> paperProperty() {
        return paper.getReadOnlyProperty();
    }

    /** Which task of the paper is edited, from 0. */
    public ReadOnlyIntegerProperty placeProperty() {
        return place.getReadOnlyProperty();
    }

    /** Where one is in the solution. */
    public ReadOnlyIntegerProperty nodeProperty() {
        return node.getReadOnlyProperty();
    }

    /** The line that is typed after the current move of the solution. */
    public TypedLine typed() {
        return typed;
    }

    /** Of the task that is edited; null while it is being worked out. */
    public ReadOnlyObjectProperty<@Nullable Worth> worthProperty() {
        return worth.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<@Nullable Checked> checkProperty() {
        return check.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty checkingProperty() {
        return checking.getReadOnlyProperty();
    }

    /** Works out the questions that the ledger answers for the open task. */
    void proposeQuestions(Consumer<List<AssessQuestion>> then) {
        Language names = language.get();
        task().ifPresent(task -> background.read(() -> AssessDraft.of(task, names, new Cancel()), then));
    }

    public ObjectProperty<Language> languageProperty() {
        return language;
    }

    /** Called before another paper is shown or tasks change their places, while what is being typed still belongs there. */
    public void setOnLeaving(Runnable keep) {
        leaving = keep;
    }

    /** The task that is edited, if the paper has any. */
    public Optional<Task> task() {
        List<Task> tasks = paper.get().tasks();
        return place.get() < tasks.size() ? Optional.of(tasks.get(place.get())) : Optional.empty();
    }

    /** The position that one is at. */
    public Position position() {
        return task().map(task ->
                        task.solution().positionAt(task.solution().has(node.get()) ? node.get() : GameTree.ROOT))
                .orElse(Position.START);
    }

    // ---- the list

    @Override
    protected void leave() {
        leaving.run();
    }

    @Override
    protected void show(Listed wanted, Paper read) {
        stopCheck();
        check.set(null);
        set(read, 0, GameTree.ROOT);
    }

    /** Opens a paper at one of its tasks. */
    public void open(Listed wanted, int task) {
        open(wanted, read -> {
            stopCheck();
            check.set(null);
            set(read, Math.clamp(task, 0, Math.max(0, read.tasks().size() - 1)), GameTree.ROOT);
        });
    }

    @Override
    protected void showNone() {
        set(Paper.of("", List.of()), 0, GameTree.ROOT);
    }

    @Override
    protected void showAgain(Paper state) {
        List<Move> way = way();
        // Its places are named anew, so that a check no longer knows where it was.
        stopCheck();
        check.set(null);
        set(state, place.get(), GameTree.ROOT);
        follow(way);
    }

    /** Makes a paper and opens it. */
    public void create(Paper fresh) {
        create(() -> new Listed(
                shelf.add(fresh, Texts.of("undo.paper.new", fresh.name())),
                fresh.name(),
                fresh.tasks().size()));
    }

    public void remove() {
        Listed now = openProperty().get();
        if (now != null) {
            remove(Texts.of("undo.paper.remove", now.name()), Texts.of("tasks.removed", now.name()));
        }
    }

    /** Takes a sitting of the open paper off its results. */
    public void removeSitting(SittingShelf.Listed sitting) {
        String who = sitting.student().name();
        write(() -> sittings.remove(sitting, Texts.of("undo.paper.sitting", who)));
        say(Texts.of("results.removed", who));
    }

    private void set(Paper now, int at, int to) {
        // The start is there in every task, so that nobody who listens meets a node of another one.
        node.set(GameTree.ROOT);
        paper.set(now);
        int last = Math.max(0, now.tasks().size() - 1);
        place.set(Math.min(at, last));
        boolean there = task().map(task -> task.solution().has(to)).orElse(false);
        node.set(there ? to : GameTree.ROOT);
        weigh();
    }

    /** Works out what the task is worth beside the interface; what comes late is dropped. */
    private void weigh() {
        Optional<Task> now = task();
        if (now.isEmpty()) {
            worth.set(null);
            return;
        }
        Task task = now.get();
        background.look(
                () -> {
                    AttainablePoints outOf = AttainablePoints.of(task);
                    return new Worth(task, outOf, SchemeFault.of(task, outOf));
                },
                found -> {
                    if (task().filter(each -> each.equals(found.task())).isPresent()) {
                        worth.set(found);
                    }
                });
    }

    // ---- edits of the paper

    /**
     * Takes another state of the paper, as one edit.
     *
     * @param edit names the field, so that typing in it is undone in one; empty for an edit that stands alone
     */
    public void change(Paper after, String edit, String label) {
        Listed now = openProperty().get();
        Paper before = paper.get();
        if (now == null || before.equals(after)) {
            return;
        }
        int at = node.get();
        set(after, place.get(), at);
        save(before, after, edit, label);
    }

    /** The moves to where one is. */
    private List<Move> way() {
        return task().map(task -> task.solution().pathTo(node.get()).stream()
                        .map(id -> task.solution().node(id).played())
                        .toList())
                .orElse(List.of());
    }

    private void follow(List<Move> way) {
        task().ifPresent(task -> {
            int at = GameTree.ROOT;
            for (Move move : way) {
                GameNode next = task.solution().child(at, move);
                if (next == null) {
                    break;
                }
                at = next.id();
            }
            node.set(at);
        });
    }

    public void choose(int task) {
        if (task >= 0 && task < paper.get().tasks().size() && task != place.get()) {
            node.set(GameTree.ROOT);
            place.set(task);
            check.set(null);
            stopCheck();
            weigh();
        }
    }

    /** Adds a task behind the one that is edited, and edits it. */
    public void add(Task task) {
        leaving.run();
        List<Task> tasks = new ArrayList<>(paper.get().tasks());
        int at = tasks.isEmpty() ? 0 : place.get() + 1;
        tasks.add(at, task);
        change(paper.get().withTasks(tasks), "", Texts.of("undo.task.add", at + 1));
        choose(at);
    }

    public void removeTask() {
        leaving.run();
        List<Task> tasks = new ArrayList<>(paper.get().tasks());
        if (place.get() < tasks.size()) {
            tasks.remove(place.get());
            change(paper.get().withTasks(tasks), "", Texts.of("undo.task.remove", place.get() + 1));
        }
    }

    /** Moves a task of the paper to another place. */
    public void move(int from, int to) {
        leaving.run();
        List<Task> tasks = new ArrayList<>(paper.get().tasks());
        if (from >= 0 && to >= 0 && from < tasks.size() && to < tasks.size() && from != to) {
            tasks.add(to, tasks.remove(from));
            change(paper.get().withTasks(tasks), "", Texts.of("undo.task.move", from + 1, to + 1));
            choose(to);
        }
    }

    /**
     * Changes a task of the paper.
     *
     * @param at its place; nothing is done if there is none
     * @param edit names the field, so that typing in it is undone in one; empty for an edit that stands alone
     */
    public void edit(int at, UnaryOperator<Task> change, String edit, String label) {
        List<Task> tasks = new ArrayList<>(paper.get().tasks());
        if (at < tasks.size()) {
            Task after = change.apply(tasks.get(at));
            if (!after.equals(tasks.get(at))) {
                tasks.set(at, after);
                change(paper.get().withTasks(tasks), edit.isEmpty() ? "" : edit + " " + at, label);
            }
        }
    }

    /** Changes the task that is edited, as one edit. */
    public void edit(UnaryOperator<Task> change, String label) {
        edit(place.get(), change, "", label);
    }

    // ---- the solution

    public void go(int to) {
        if (task().map(task -> task.solution().has(to)).orElse(false)) {
            typed.dismiss();
            node.set(to);
        }
    }

    /** Takes a typed line of moves, all or none; says whether it was taken. */
    public boolean enter(String text) {
        return typed.read(position(), text, moves -> {
            if (!moves.isEmpty()) {
                addLine(moves);
            }
            return true;
        });
    }

    public void addLine(List<Move> moves) {
        task().ifPresent(task -> {
            GameTree.Edit edit = task.solution().addLine(node.get(), moves);
            if (edit.tree().size() != task.solution().size()) {
                edit(
                        each -> each.withSolution(edit.tree()),
                        Texts.of("undo.task.line", San.line(position(), moves, language.get())));
            }
            go(edit.focus());
        });
    }

    /** Takes a move with all that follows it out of the solution, and the items that hung there. */
    public void deleteMove() {
        task().ifPresent(task -> {
            if (node.get() == GameTree.ROOT) {
                return;
            }
            GameTree.Edit edit = task.solution().delete(node.get());
            Set<Integer> left = new HashSet<>();
            edit.tree().table().stream().filter(Objects::nonNull).forEach(each -> left.add(each.id()));
            List<Item> items = Items.keep(
                    task.scheme().items(),
                    item -> !(item instanceof Item.Single single)
                            || single.want().place().isEmpty()
                            || left.contains(single.want().place().getAsInt()));
            String label = Texts.of("undo.task.delete", name(node.get()));
            edit(each -> each.withSolution(edit.tree()).withScheme(each.scheme().withItems(items)), label);
            go(edit.focus());
        });
    }

    /** Moves a branch among its siblings. */
    public void reorder(int places) {
        edit(
                task -> task.withSolution(
                        task.solution().reorder(node.get(), places).tree()),
                Texts.of("undo.task.order", name(node.get())));
    }

    /** Says something of a move of a task, if it is still there. */
    public void setComment(int task, int at, String text) {
        edit(
                task,
                each -> each.solution().has(at)
                        ? each.withSolution(
                                each.solution().with(each.solution().node(at).withAfter(text)))
                        : each,
                "comment " + at,
                Texts.of("undo.task.comment"));
    }

    /** The move of a node with its number. */
    public String name(int at) {
        return task().map(task -> {
                    GameNode here = task.solution().node(at);
                    return here.move() == null
                            ? Texts.of("reading.start")
                            : San.line(
                                    task.solution().positionAt(here.parent()), List.of(here.played()), language.get());
                })
                .orElse("");
    }

    // ---- the scheme

    private void scheme(UnaryOperator<Scheme> change, String label) {
        edit(task -> task.withScheme(change.apply(task.scheme())), label);
    }

    public void setItems(List<Item> items, String label) {
        scheme(scheme -> scheme.withItems(items), label);
    }

    /** Gives points for the move of a node: finding one of the solver's, considering one of the opponent's. None take them away. */
    public void setPoints(int at, Points points) {
        task().ifPresent(task -> {
            if (at != GameTree.ROOT) {
                List<Item> items = Items.withPoints(task, at, points, name(at));
                setItems(items, Texts.of("undo.task.points", points, name(at)));
            }
        });
    }

    /** Asks for the first move of the line that one is in as the choice, and gives points for it. */
    public void setChoice(Points points) {
        task().ifPresent(task -> {
            List<Integer> path = task.solution().pathTo(node.get());
            if (!path.isEmpty()) {
                Move move = task.solution().node(path.getFirst()).played();
                List<Item> items = new ArrayList<>(task.scheme().items());
                items.removeIf(item ->
                        item instanceof Item.Single single && single.want().equals(new Want.Choose(move)));
                String name = name(path.getFirst());
                items.addFirst(new Item.Single(Texts.of("tasks.choice", name), points, "", new Want.Choose(move)));
                setItems(items, Texts.of("undo.task.choice", name));
            }
        });
    }

    /** Asks for a verdict where one is, and writes it into the solution. */
    public void setJudge(Opinion opinion, Points points) {
        int at = node.get();
        edit(
                task -> {
                    List<Item> items = new ArrayList<>(task.scheme().items());
                    items.removeIf(item -> item instanceof Item.Single single
                            && single.want() instanceof Want.Judge judge
                            && judge.node() == at);
                    if (!points.isZero()) {
                        items.add(new Item.Single(
                                name(at) + ": " + opinion.text(), points, "", new Want.Judge(at, Set.of(opinion))));
                    }
                    return task.withSolution(task.solution()
                                    .with(opinion.on(task.solution().node(at))))
                            .withScheme(task.scheme().withItems(items));
                },
                Texts.of("undo.task.judge", name(at)));
    }

    /** Asks for the line from the start to where one is, to its end. */
    public void setReach(Points points) {
        int at = node.get();
        task().ifPresent(task -> {
            if (at != GameTree.ROOT) {
                List<Item> items = new ArrayList<>(task.scheme().items());
                items.removeIf(item -> item instanceof Item.Single single
                        && single.want() instanceof Want.Reach reach
                        && reach.node() == at);
                items.add(new Item.Single(
                        Texts.of("tasks.reach", name(at)), points, "", new Want.Reach(GameTree.ROOT, at)));
                setItems(items, Texts.of("undo.task.points", points, name(at)));
            }
        });
    }

    /** Proposes a scheme out of the solution; replaces the one there is. */
    public void draft() {
        scheme(scheme -> task().map(DraftScheme::of).orElse(scheme), Texts.of("undo.task.draft"));
    }

    /** Adds the motifs that the board shows to those that were chosen. */
    public void findThemes() {
        edit(
                task -> {
                    List<String> themes = new ArrayList<>(task.themes());
                    for (Theme theme : Themes.of(task.solution())) {
                        if (!themes.contains(theme.key())) {
                            themes.add(theme.key());
                        }
                    }
                    return task.withThemes(themes);
                },
                Texts.of("undo.task.themes"));
    }

    // ---- the check

    /** Lets the calculator go over the task. */
    public void check() {
        task().ifPresent(task -> {
            stopCheck();
            checking.set(true);
            Background.Running running =
                    background.begin(Texts.of("tasks.checking", place.get() + 1), () -> stopCheck());
            TaskCheck.Pass pass = new TaskCheck.Pass(task, Limit.millis(CHECK_MILLIS), TaskCheck.USUAL_MARGIN);
            Runnable stop = calculator.batch(
                    (analyst, cancel) -> pass.run(
                            analyst,
                            progress -> background.later(
                                    () -> running.fractionProperty().set((double) progress.done() / progress.of())),
                            cancel),
                    found -> {
                        background.end(running);
                        checking.set(false);
                        check.set(new Checked(task, found));
                    });
            stopCheck = () -> {
                stop.run();
                background.end(running);
                checking.set(false);
            };
        });
    }

    public void stopCheck() {
        Runnable stop = stopCheck;
        stopCheck = () -> {};
        stop.run();
    }

    /** Adds the line that a remark gives. */
    public void addLine(TaskCheck.Remark remark) {
        edit(task -> TaskCheck.addLine(task, remark), Texts.of("undo.task.remark.add"));
    }

    /** Accepts remarks with one note, as one edit. */
    public void accept(List<TaskCheck.Remark> remarks, String note) {
        edit(
                task -> {
                    Task accepted = task;
                    for (TaskCheck.Remark remark : remarks) {
                        accepted = TaskCheck.accept(accepted, remark, note);
                    }
                    return accepted;
                },
                Texts.of("undo.task.remark.accept"));
    }
}
