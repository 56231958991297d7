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
import org.zeroply.desktop.kit.DocumentModel;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.TypedLine;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
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
import org.zeroply.showing.Card;
import org.zeroply.showing.Face;
import org.zeroply.store.GameFilter;
import org.zeroply.store.RepertoireShelf;
import org.zeroply.store.RepertoireShelf.Listed;
import org.zeroply.store.RepertoireShelf.Title;
import org.zeroply.store.Workbook;

/**
 * The repertoires of the workbook and the one that is open: where one is in it, how likely everything is, and every edit.
 * Lives on the interface thread; needs no window.
 */
public final class RepertoireModel extends DocumentModel<Repertoire, Listed> {
    /** Up to so many positions everything is shown at once. */
    private static final int AT_ONCE = 2_000;

    private final RepertoireShelf shelf;
    private final Background background;

    private final ReadOnlyObjectWrapper<@Nullable FlowData> flow = new ReadOnlyObjectWrapper<>(this, "flow");
    private final ReadOnlyIntegerWrapper node = new ReadOnlyIntegerWrapper(this, "node", Repertoire.ROOT);
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

    /** A reply that is looked at before it is in the repertoire. */
    private final ReadOnlyObjectWrapper<@Nullable Move> ahead = new ReadOnlyObjectWrapper<>(this, "ahead");

    public RepertoireModel(Workbook workbook, Background background) {
        super(workbook.repertoires(), background);
        shelf = workbook.repertoires();
        this.background = background;
        language.subscribe((before, now) -> {
            if (openProperty().get() != null) {
                renewFlow();
            }
        });
    }

    // ---- what a view binds to

    /** Everything the flow shows; renewed with every edit. Null if nothing is open. */
    public ReadOnlyObjectProperty<@Nullable FlowData> flowProperty() {
        return flow.getReadOnlyProperty();
    }

    /** Where one is. */
    public ReadOnlyIntegerProperty nodeProperty() {
        return node.getReadOnlyProperty();
    }

    /**
     * A reply after the current position that is looked at and not in the repertoire yet: the first move that is played
     * answers it, and takes it in; null for none.
     */
    public ReadOnlyObjectProperty<@Nullable Move> aheadProperty() {
        return ahead.getReadOnlyProperty();
    }

    /** The position that is shown: where one is, or after the reply that is looked at. */
    public Position position() {
        Move reply = ahead.get();
        Position here = current().position();
        return reply == null ? here : here.play(reply);
    }

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

    // ---- the list

    @Override
    protected void rowChanged(Listed before, Listed now) {
        if (!before.title().approach().equals(now.title().approach())) {
            renew();
        }
    }

    @Override
    protected void showNone() {
        flow.set(null);
        node.set(Repertoire.ROOT);
    }

    @Override
    protected void show(Listed wanted, Repertoire read) {
        show(wanted, read, Repertoire.ROOT);
    }

    /** Opens a repertoire at a node, if it is there still. */
    public void open(Listed wanted, int at) {
        open(wanted, read -> show(wanted, read, at));
    }

    private void show(Listed wanted, Repertoire read, int at) {
        repertoire = read;
        folded = new HashSet<>();
        unfolded = new HashSet<>();
        thread = List.of();
        likelihood = Likelihood.of(repertoire, wanted.title().approach());
        ahead.set(null);
        node.set(read.has(at) ? at : Repertoire.ROOT);
        renewFlow();
    }

    @Override
    protected void showAgain(Repertoire state) {
        repertoire = state;
        renew();
    }

    /** Makes a repertoire and opens it. */
    public void create(Title title, Repertoire first) {
        create(() -> new Listed(
                shelf.add(title, first, Texts.of("undo.repertoire.new", title.name())), title, first.size()));
    }

    public void retitle(Title after) {
        Listed now = openProperty().get();
        if (now != null) {
            write(() -> shelf.retitle(now.id(), now.title(), after, Texts.of("undo.repertoire.title")));
            // The list is in the order of the names.
            refresh();
        }
    }

    /** Chooses the approach whose likelihoods are shown. */
    public void choose(String approach) {
        Listed now = openProperty().get();
        if (now != null && !now.title().approach().equals(approach)) {
            Title title = now.title();
            retitle(new Title(title.name(), title.side(), title.student(), approach));
        }
    }

    public void remove() {
        Listed now = openProperty().get();
        if (now != null) {
            remove(Texts.of("undo.repertoire.remove", now.name()), Texts.of("repertoire.removed", now.name()));
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
        if (repertoire.has(to) && (to != node.get() || ahead.get() != null)) {
            typed.dismiss();
            ahead.set(null);
            node.set(to);
        }
    }

    /** Shows the position after a reply that is not in the repertoire. */
    public void lookAhead(int at, Move reply) {
        go(at);
        if (node.get() == at && current().position().isLegal(reply)) {
            ahead.set(reply);
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

    /** Shows the repertoire as it is now; how likely everything is follows a moment later where it is large. */
    private void renew() {
        Listed now = openProperty().get();
        String approach = now == null ? "" : now.title().approach();
        if (!repertoire.has(node.get())) {
            node.set(Repertoire.ROOT);
        }
        Move reply = ahead.get();
        if (reply != null && (!current().position().isLegal(reply) || current().edge(reply) != null)) {
            ahead.set(null);
        }
        Likelihood before = likelihood;
        Repertoire shown = repertoire;
        if (shown.size() <= AT_ONCE) {
            likelihood = before.renewed(shown, approach);
            renewFlow();
            return;
        }
        FlowData asked = flow(before);
        look(() -> asked.with(before.renewed(shown, approach)).laidOut(), found -> {
            likelihood = found.likelihood();
            boolean same = found.folded().equals(folded) && found.unfolded().equals(unfolded);
            flow.set(same && found.thread().equals(thread) ? found : flow(likelihood));
        });
    }

    private FlowData flow(Likelihood known) {
        return new FlowData(repertoire, known, folded, unfolded, thread, threadName, language.get());
    }

    private void renewFlow() {
        flow.set(flow(likelihood));
    }

    private void keep(Repertoire after, String edit, String label) {
        Listed now = openProperty().get();
        if (now == null || after.equals(repertoire)) {
            return;
        }
        Repertoire before = repertoire;
        repertoire = after;
        renew();
        save(before, after, edit, label);
    }

    /** Plays a move where one is: goes along it, and adds it if it is not there. */
    public void play(Move move) {
        addLine(List.of(move));
    }

    /** Takes a typed line of moves, all or none; says whether it was taken. */
    public boolean enter(String text) {
        return typed.read(position(), text, moves -> moves.isEmpty() || addLine(moves));
    }

    private boolean addLine(List<Move> after) {
        if (openProperty().get() == null) {
            return false;
        }
        Move reply = ahead.get();
        List<Move> moves = new ArrayList<>(after);
        if (reply != null) {
            moves.addFirst(reply);
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

    /** The position as a card: what the repertoire plays there is the answer, with the reasons. */
    public Card card() {
        Position here = position();
        GameTree tree = GameTree.of(here);
        for (Edge edge : repertoire.node(node.get()).edges()) {
            GameTree.Edit added = tree.add(GameTree.ROOT, edge.move());
            tree = added.tree().with(added.tree().node(added.focus()).withAfter(EdgeText.comment(edge)));
        }
        Repertoire.Step step = last();
        List<OwnMark> marks = step == null ? List.of() : step.edge().marks();
        tree = tree.with(CoachRemarks.NONE.withMarks(marks).onto(tree.root()));
        Listed open = openProperty().get();
        return Card.of(new Face.Board(tree), repertoire.side())
                .withQuestion(Texts.of(
                        here.sideToMove() == repertoire.side() ? "card.askAnswer" : "card.askReply",
                        Texts.of("side." + here.sideToMove())))
                .withSource(open == null ? "" : open.name());
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

    // ---- games

    /** Counts what games did everywhere, by a filter; undone as one edit. */
    public void count(GameFilter filter, String what, Runnable done) {
        Listed now = openProperty().get();
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
