package org.zeroply.desktop.repertoire;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.desktop.flow.FlowData;
import org.zeroply.desktop.flow.Folding;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedLine;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Edge;
import org.zeroply.repertoire.EdgeText;
import org.zeroply.repertoire.Guard;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.repertoire.Reply;
import org.zeroply.repertoire.Tally;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.store.GameFilter;
import org.zeroply.store.RepertoireShelf;
import org.zeroply.store.RepertoireShelf.Listed;
import org.zeroply.store.RepertoireShelf.Title;
import org.zeroply.store.UndoState;
import org.zeroply.store.Workbook;

/**
 * The repertoires of the workbook and the one that is open: where one is in it, how likely everything is, and every edit.
 * Lives on the interface thread; needs no window.
 */
public final class RepertoireModel {
    private final RepertoireShelf shelf;
    private final Background background;

    private final ReadOnlyObjectWrapper<List<Listed>> list = new ReadOnlyObjectWrapper<>(this, "list", List.of());
    private final ReadOnlyObjectWrapper<@Nullable Listed> open = new ReadOnlyObjectWrapper<>(this, "open");
    private final ReadOnlyObjectWrapper<@Nullable FlowData> flow = new ReadOnlyObjectWrapper<>(this, "flow");
    private final ReadOnlyIntegerWrapper node = new ReadOnlyIntegerWrapper(this, "node", Repertoire.ROOT);
    private final ReadOnlyObjectWrapper<UndoState> undo =
            new ReadOnlyObjectWrapper<>(this, "undo", new UndoState(null, null));
    private final ReadOnlyObjectWrapper<@Nullable String> said = new ReadOnlyObjectWrapper<>(this, "said");
    private final ObjectProperty<Language> language = new SimpleObjectProperty<>(this, "language", Language.ENGLISH);
    private final TypedLine typed = new TypedLine(language::get);

    private Repertoire repertoire = Repertoire.empty(Side.WHITE);
    private Likelihood likelihood = Likelihood.of(repertoire, "");
    private List<String> approaches = List.of();
    private @Nullable Repertoire approachesOf;
    private Set<Integer> folded = new HashSet<>();
    private Set<Integer> unfolded = new HashSet<>();
    private List<Integer> thread = List.of();
    private String threadName = "";

    public RepertoireModel(Workbook workbook, Background background) {
        shelf = workbook.repertoires();
        this.background = background;
        language.subscribe((before, now) -> {
            if (open.get() != null) {
                renewFlow();
            }
        });
    }

    // ---- what a view binds to

    public ReadOnlyObjectProperty<List<Listed>> listProperty() {
        return list.getReadOnlyProperty();
    }

    /** The repertoire that is open; null if there is none. */
    public ReadOnlyObjectProperty<@Nullable Listed> openProperty() {
        return open.getReadOnlyProperty();
    }

    /** Everything the flow shows; renewed with every edit. Null if nothing is open. */
    public ReadOnlyObjectProperty<@Nullable FlowData> flowProperty() {
        return flow.getReadOnlyProperty();
    }

    /** Where one is. */
    public ReadOnlyIntegerProperty nodeProperty() {
        return node.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<UndoState> undoProperty() {
        return undo.getReadOnlyProperty();
    }

    /** A short message for the coach; set anew each time. */
    public ReadOnlyObjectProperty<@Nullable String> saidProperty() {
        return said.getReadOnlyProperty();
    }

    /** Why the last line that was typed was not taken; null once one was. */
    /** The line that is typed after the current position. */
    public TypedLine typed() {
        return typed;
    }

    public ObjectProperty<Language> languageProperty() {
        return language;
    }

    public Repertoire repertoire() {
        return repertoire;
    }

    public Likelihood likelihood() {
        return likelihood;
    }

    public Repertoire.Node current() {
        return repertoire.node(node.get());
    }

    /** The moves to where one is. */
    public List<Repertoire.Step> way() {
        return repertoire.wayTo(node.get());
    }

    /** The move that led to where one is; null at the start. */
    public Repertoire.@Nullable Step last() {
        List<Repertoire.Step> way = way();
        return way.isEmpty() ? null : way.getLast();
    }

    /** The name of a move at a node, with its number: "5...Bc5". */
    public String name(int at, Move move) {
        return San.line(repertoire.node(at).position(), List.of(move), language.get());
    }

    /** The moves to a node as a line: "1.d4 d5 2.c4". */
    public String line(int to) {
        return San.line(
                Position.START,
                repertoire.wayTo(to).stream().map(step -> step.edge().move()).toList(),
                language.get());
    }

    /** The moves to a node and one more: "1.d4 d5 2.c4". */
    public String line(int to, Move next) {
        List<Move> moves = new ArrayList<>();
        repertoire.wayTo(to).forEach(step -> moves.add(step.edge().move()));
        moves.add(next);
        return San.line(Position.START, moves, language.get());
    }

    /** Says something to the coach, also if it is what was said last. */
    void say(String text) {
        said.set(null);
        said.set(text);
    }

    // ---- the list

    /** Reads the list; opens the first one if none is open. */
    public void refresh() {
        background.read(shelf::list, this::show);
    }

    private void show(List<Listed> now) {
        list.set(now);
        Listed was = open.get();
        Listed still = was == null
                ? null
                : now.stream().filter(each -> each.id() == was.id()).findFirst().orElse(null);
        if (still != null) {
            boolean other =
                    was != null && !was.title().approach().equals(still.title().approach());
            open.set(still);
            if (other) {
                renew();
            }
        } else if (now.isEmpty()) {
            open.set(null);
            flow.set(null);
            node.set(Repertoire.ROOT);
            readUndo();
        } else {
            open(now.getFirst());
        }
    }

    public void open(Listed wanted) {
        open(wanted, Repertoire.ROOT);
    }

    /** Opens a repertoire at a node, if it is there still. */
    public void open(Listed wanted, int at) {
        // Behind the edits that are still being written.
        background.write(() -> shelf.read(wanted.id()), read -> {
            repertoire = read;
            folded = new HashSet<>();
            unfolded = new HashSet<>();
            thread = List.of();
            open.set(wanted);
            likelihood = Likelihood.of(repertoire, wanted.title().approach());
            node.set(read.has(at) ? at : Repertoire.ROOT);
            renewFlow();
            readUndo();
        });
    }

    /** Makes a repertoire and opens it. */
    public void create(Title title, Repertoire first) {
        background.write(
                () -> {
                    long id = shelf.add(title, first, Texts.of("undo.repertoire.new", title.name()));
                    return new Listed(id, title, first.size());
                },
                made -> {
                    open(made);
                    refresh();
                });
    }

    public void retitle(Title after) {
        Listed now = open.get();
        if (now != null) {
            background.write(
                    () -> {
                        shelf.retitle(now.id(), now.title(), after, Texts.of("undo.repertoire.title"));
                        return true;
                    },
                    written -> {
                        refresh();
                        readUndo();
                    });
        }
    }

    /** Chooses the approach whose likelihoods are shown. */
    public void choose(String approach) {
        Listed now = open.get();
        if (now != null && !now.title().approach().equals(approach)) {
            Title title = now.title();
            retitle(new Title(title.name(), title.side(), title.student(), approach));
        }
    }

    public void remove() {
        Listed now = open.get();
        if (now != null) {
            background.write(
                    () -> {
                        shelf.remove(
                                now.id(),
                                Texts.of("undo.repertoire.remove", now.title().name()));
                        return true;
                    },
                    written -> {
                        say(Texts.of("repertoire.removed", now.title().name()));
                        refresh();
                    });
        }
    }

    /** The approaches that answers have, without repetition. */
    public List<String> approaches() {
        if (!repertoire.equals(approachesOf)) {
            Set<String> found = new TreeSet<>();
            for (Repertoire.Node each : repertoire.nodes()) {
                for (Answer answer : each.answers()) {
                    if (!answer.approach().isEmpty()) {
                        found.add(answer.approach().toLowerCase(Locale.ROOT));
                    }
                }
            }
            approaches = List.copyOf(found);
            approachesOf = repertoire;
        }
        return approaches;
    }

    // ---- walking

    public void go(int to) {
        if (repertoire.has(to) && to != node.get()) {
            typed.dismiss();
            node.set(to);
        }
    }

    /** Folds what comes after a node, or unfolds it. */
    public void fold(int at) {
        FlowData now = flow.get();
        if (now == null || repertoire.node(at).edges().isEmpty()) {
            return;
        }
        boolean unlikely = Folding.isFolded(repertoire, likelihood, at);
        boolean isOpen = !folded.contains(at) && (unfolded.contains(at) || !unlikely);
        if (isOpen) {
            unfolded.remove(at);
            folded.add(at);
        } else {
            folded.remove(at);
            unfolded.add(at);
        }
        renewFlow();
    }

    /** Shows how a game ran through; empty to show none. */
    public void showThread(List<Integer> nodes, String name) {
        thread = nodes;
        threadName = name;
        renewFlow();
    }

    /** Goes to the next position, after where one is, at which something that is written has all words; says whether one has. */
    public boolean find(String words) {
        String[] wanted = words.toLowerCase(Locale.ROOT).strip().split("\\s+");
        List<Integer> order = repertoire.order();
        int from = order.indexOf(node.get());
        for (int i = 1; i <= order.size(); i++) {
            int at = order.get((from + i) % order.size());
            for (Repertoire.Step step : repertoire.into(at)) {
                String text = text(step).toLowerCase(Locale.ROOT);
                if (Arrays.stream(wanted).allMatch(text::contains)) {
                    go(at);
                    return true;
                }
            }
        }
        return false;
    }

    private String text(Repertoire.Step step) {
        StringBuilder text = new StringBuilder(name(step.node(), step.edge().move()))
                .append(' ')
                .append(EdgeText.comment(step.edge()));
        if (step.edge() instanceof Answer answer) {
            text.append(' ').append(answer.approach());
            answer.notes().values().forEach(note -> text.append(' ').append(note));
        }
        return text.toString();
    }

    // ---- editing

    private void renew() {
        Listed now = open.get();
        likelihood = Likelihood.of(repertoire, now == null ? "" : now.title().approach());
        if (!repertoire.has(node.get())) {
            node.set(Repertoire.ROOT);
        }
        renewFlow();
    }

    private void renewFlow() {
        flow.set(new FlowData(repertoire, likelihood, folded, unfolded, thread, threadName, language.get()));
    }

    private void readUndo() {
        Listed now = open.get();
        background.write(
                () -> {
                    UndoState own = now == null ? new UndoState(null, null) : shelf.undoState(now.id());
                    return own.undo() == null && own.redo() == null ? shelf.undoState() : own;
                },
                undo::set);
    }

    private void keep(Repertoire after, String edit, String label) {
        Listed now = open.get();
        if (now == null || after.equals(repertoire)) {
            return;
        }
        Repertoire before = repertoire;
        repertoire = after;
        renew();
        background.write(() -> shelf.save(now.id(), before, after, edit, label));
        readUndo();
    }

    /** Plays a move where one is: goes along it, and adds it if it is not there. */
    public void play(Move move) {
        addLine(List.of(move));
    }

    /** Takes a typed line of moves, all or none; says whether it was taken. */
    public boolean enter(String text) {
        return typed.read(current().position(), text, moves -> moves.isEmpty() || addLine(moves));
    }

    private boolean addLine(List<Move> moves) {
        if (open.get() == null) {
            return false;
        }
        return switch (repertoire.addLine(node.get(), moves)) {
            case Repertoire.Adding.Added added -> {
                boolean fresh = added.repertoire().answers() != repertoire.answers()
                        || added.repertoire().size() != repertoire.size()
                        || added.met();
                if (fresh) {
                    String label =
                            Texts.of("undo.repertoire.add", San.line(current().position(), moves, language.get()));
                    keep(added.repertoire(), "", label);
                }
                if (added.met()) {
                    say(Texts.of("repertoire.met", line(added.node())));
                }
                go(added.node());
                yield true;
            }
            case Repertoire.Adding.Loop loop -> {
                say(Texts.of("repertoire.loop", San.line(loop.position(), List.of(loop.move()), language.get())));
                yield false;
            }
        };
    }

    /**
     * Changes what is said of a move.
     *
     * @param what names the field, so that typing in it is undone in one; empty for a change that stands alone
     */
    public void edit(int at, Edge edited, String what) {
        Edge now = repertoire.has(at) ? repertoire.node(at).edge(edited.move()) : null;
        if (now != null && !now.equals(edited)) {
            keep(
                    repertoire.with(at, edited),
                    what.isEmpty() ? "" : what + " " + at + " " + edited.move(),
                    Texts.of("undo.repertoire.edit", name(at, edited.move())));
        }
    }

    /** Changes an answer that is still there. */
    public void editAnswer(int at, Move move, UnaryOperator<Answer> change, String what) {
        if (repertoire.has(at) && repertoire.node(at).edge(move) instanceof Answer answer) {
            edit(at, change.apply(answer), what);
        }
    }

    public void editReply(int at, Move move, UnaryOperator<Reply> change, String what) {
        if (repertoire.has(at) && repertoire.node(at).edge(move) instanceof Reply reply) {
            edit(at, change.apply(reply), what);
        }
    }

    /** Puts a guard of an answer in the place of another; none takes it away, and none before adds it. */
    public void setGuard(int at, Move move, Optional<Guard> before, Optional<Guard> after) {
        editAnswer(
                at,
                move,
                answer -> {
                    List<Guard> guards = new ArrayList<>(answer.guards());
                    int place = before.map(guards::indexOf).orElse(-1);
                    if (place >= 0) {
                        guards.remove(place);
                    }
                    after.ifPresent(guard -> guards.add(place < 0 ? guards.size() : place, guard));
                    return answer.withGuards(guards);
                },
                "");
    }

    /** Takes the move that led here out, with what only it leads to, and goes back before it. */
    public void removeMove() {
        Repertoire.Step step = last();
        if (step != null) {
            String label = Texts.of(
                    "undo.repertoire.delete", name(step.node(), step.edge().move()));
            Repertoire less = repertoire.remove(step.node(), step.edge().move());
            node.set(step.node());
            keep(less, "", label);
        }
    }

    /** Puts the move that led here before its neighbour, or after. */
    public void reorder(int places) {
        Repertoire.Step step = last();
        if (step != null) {
            keep(
                    repertoire.reorder(step.node(), step.edge().move(), places),
                    "",
                    Texts.of(
                            "undo.repertoire.order",
                            name(step.node(), step.edge().move())));
        }
    }

    /** Takes another state of the repertoire, as one edit. */
    public void replace(Repertoire after, String label) {
        keep(after, "", label);
    }

    public void undo() {
        travel(true);
    }

    public void redo() {
        travel(false);
    }

    private void travel(boolean back) {
        Listed now = open.get();
        background.write(
                () -> {
                    Optional<Repertoire> there = now == null ? Optional.empty() : shelf.travel(now.id(), back);
                    if (there.isEmpty()) {
                        shelf.travelInList(back);
                    }
                    return there;
                },
                there -> {
                    there.ifPresent(state -> {
                        repertoire = state;
                        renew();
                    });
                    refresh();
                    readUndo();
                });
    }

    // ---- games

    /** Counts what games did everywhere, by a filter; undone as one edit. */
    public void count(GameFilter filter, String what, Runnable done) {
        Listed now = open.get();
        if (now == null) {
            return;
        }
        Repertoire counted = repertoire;
        background.run(
                Texts.of("repertoire.counting"),
                (progress, cancel) -> shelf.count(counted, filter, progress, cancel),
                (Optional<Map<Integer, Tally>> found) -> found.ifPresent(tallies -> {
                    Map<Integer, Tally> fitting = new HashMap<>(tallies);
                    fitting.keySet()
                            .removeIf(each -> !repertoire.has(each)
                                    || !repertoire
                                            .node(each)
                                            .position()
                                            .equals(counted.node(each).position()));
                    keep(repertoire.withTallies(fitting), "", Texts.of("undo.repertoire.count"));
                    say(Texts.of(
                            "repertoire.counted",
                            repertoire.root().tally().games(),
                            what.isEmpty() ? Texts.of("repertoire.allGames") : what));
                    done.run();
                }));
    }

    /** Works something out of the repertoire as it is, off the interface thread; what comes late is dropped. */
    public <T> void look(Background.Task<T> task, Consumer<T> done) {
        Repertoire asked = repertoire;
        background.look(task, found -> {
            if (asked.equals(repertoire)) {
                done.accept(found);
            }
        });
    }

    /** The answers of a node as a text: "5.Nxc6 or 5.Nc3". */
    String answers(int at) {
        List<String> names = new ArrayList<>();
        repertoire.node(at).answers().forEach(answer -> names.add(name(at, answer.move())));
        return String.join(Texts.of("repertoire.or"), names);
    }
}
