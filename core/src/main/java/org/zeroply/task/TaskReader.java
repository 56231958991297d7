package org.zeroply.task;

import static org.zeroply.task.TaskPgn.ACCEPT;
import static org.zeroply.task.TaskPgn.GROUP;
import static org.zeroply.task.TaskPgn.MARK;
import static org.zeroply.task.TaskPgn.SETTLED;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Fields;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.words.Words;

/** Reads a game as a task: the game itself always comes through, and what of its scheme makes no sense is told. */
final class TaskReader {
    /** Detail of an item to consider for which a verdict is enough. */
    static final String VERDICT = "verdict";

    private static final int MOST_NUMBERED = 9_999;

    private final Game game;
    private final long number;
    private final List<TaskPgn.Fault> faults = new ArrayList<>();
    private final Map<Integer, Part> parts = new TreeMap<>();
    private final List<Scheme.Accepted> accepted = new ArrayList<>();
    private final List<Task.Settled> settled = new ArrayList<>();

    /** An item or group as it stands in the file. */
    private record Part(int group, String place, Item item) {}

    TaskReader(Game game, long number) {
        this.game = game;
        this.number = number;
    }

    TaskPgn.TaskReading read() {
        GameTree tree = withoutScheme();
        TaskKind kind = tagged("TaskKind", TaskKind.CALCULATE, text -> of(TaskKind.class, text));
        int minutes = tagged("TaskMinutes", kind.minutes(), text -> whole(text, 1, 1000));
        Scheme scheme = new Scheme(
                items(),
                // A game that is no task yet becomes a new one.
                tagged(
                        "TaskRules",
                        game.tags().has("TaskKind") ? Scheme.OLD_RULES : Scheme.RULES,
                        text -> whole(text, Scheme.OLD_RULES, Scheme.RULES)),
                tagged("TaskCounts", Scheme.USUAL_COUNTS, text -> whole(text, 1, 99)),
                tagged("TaskReplies", Scheme.USUAL_REPLIES, text -> whole(text, 1, 99)),
                tagged("TaskCandidates", 0, text -> whole(text, 0, 99)),
                tagged("TaskPenalty", Points.ZERO, Points::parse),
                accepted,
                game.tags().has("TaskOutOf")
                        ? tagged("TaskOutOf", Optional.<Points>empty(), text -> Optional.of(Points.parse(text)))
                                .orElse(null)
                        : null);
        String themes = game.tags().get("TaskThemes");
        Task task = new Task(
                game.tags().get("TaskName"),
                kind,
                last(),
                game.tags().get("TaskInstruction"),
                minutes,
                tagged("TaskLevel", Task.Level.ANY, TaskReader::level),
                themes.isBlank() ? List.of() : List.of(themes.split("\\s*;\\s*")),
                game.tags().get("TaskSource"),
                tree,
                scheme,
                questions(),
                tagged("TaskGoal", Task.PlayGoal.NONE, TaskReader::goal),
                settled);
        return new TaskPgn.TaskReading(task, faults);
    }

    private void fault(String place, String key, Object... values) {
        faults.add(new TaskPgn.Fault(number, place, Words.of(key, values)));
    }

    /** The value of a tag, or the usual one where it is missing or makes no sense; the latter is told. */
    private <T> T tagged(String tag, T usual, Function<String, Optional<T>> reader) {
        String text = game.tags().get(tag).strip();
        if (text.isEmpty()) {
            return usual;
        }
        Optional<T> found = reader.apply(text);
        if (found.isEmpty()) {
            fault(tag, "taskFile.tag", text);
        }
        return found.orElse(usual);
    }

    private static Optional<Integer> whole(String text, int least, int most) {
        if (!text.matches("\\d{1,6}")) {
            return Optional.empty();
        }
        int value = Integer.parseInt(text);
        return value >= least && value <= most ? Optional.of(value) : Optional.empty();
    }

    private static Optional<Task.Level> level(String text) {
        if (!text.matches("\\d{1,4}-\\d{1,4}")) {
            return Optional.empty();
        }
        int from = Integer.parseInt(text.substring(0, text.indexOf('-')));
        int to = Integer.parseInt(text.substring(text.indexOf('-') + 1));
        return to == 0 || from <= to ? Optional.of(new Task.Level(from, to)) : Optional.empty();
    }

    private static Optional<Task.PlayGoal> goal(String text) {
        String[] words = text.split(" ");
        return of(Want.Goal.class, words[0])
                .flatMap(goal ->
                        whole(words.length > 1 ? words[1] : "0", 0, 500).map(moves -> new Task.PlayGoal(goal, moves)));
    }

    private Task.@Nullable LastMove last() {
        String text = game.tags().get("TaskLast").strip();
        if (text.isEmpty()) {
            return null;
        }
        String[] words = text.split(" ", 2);
        Move move = Move.parse(words[0]);
        if (move == null || words.length < 2) {
            fault("TaskLast", "taskFile.tag", text);
            return null;
        }
        return new Task.LastMove(move, words[1]);
    }

    private List<AssessQuestion> questions() {
        List<AssessQuestion> questions = new ArrayList<>();
        for (int i = 1; game.tags().has("TaskQuestion" + i); i++) {
            String keys = game.tags().get("TaskKey" + i);
            int count = (int) keys.chars().filter(c -> c == '|').count() + 1;
            questions.add(new AssessQuestion(
                    game.tags().get("TaskQuestion" + i),
                    Fields.of(new Command("", keys), "", count).orElse(List.of())));
        }
        return questions;
    }

    /** The solution tree without what was understood of the scheme; what was not stays where it is. */
    private GameTree withoutScheme() {
        GameTree tree = game.tree();
        for (GameNode node : game.tree().table()) {
            if (node == null) {
                continue;
            }
            List<Command> kept = new ArrayList<>();
            for (Command command : node.commands()) {
                if (!take(node.id(), command)) {
                    kept.add(command);
                }
            }
            if (kept.size() < node.commands().size()) {
                tree = tree.with(node.withCommands(kept));
            }
        }
        return tree;
    }

    private boolean take(int node, Command command) {
        return switch (command.name()) {
            case MARK -> mark(node, command);
            case GROUP -> group(node, command);
            case ACCEPT -> {
                Optional<List<String>> fields = Fields.of(command, ACCEPT, 2);
                Move move = fields.isEmpty() ? null : Move.parse(fields.get().getFirst());
                if (fields.isEmpty() || move == null) {
                    fault(place(node), "taskFile.command", command.value());
                    yield false;
                }
                yield accepted.add(new Scheme.Accepted(node, move, fields.get().getLast()));
            }
            case SETTLED -> {
                Optional<List<String>> fields = Fields.of(command, SETTLED, 2);
                fields.ifPresent(each -> settled.add(new Task.Settled(each.getFirst(), each.getLast())));
                yield fields.isPresent();
            }
            default -> false;
        };
    }

    private String place(int node) {
        GameNode at = game.tree().node(node);
        return at.move() == null
                ? Words.of("mark.start")
                : San.line(game.tree().positionAt(at.parent()), List.of(at.played()));
    }

    private boolean group(int node, Command command) {
        Optional<List<String>> fields = Fields.of(command, GROUP, 6);
        Optional<Item.Way> way = fields.flatMap(each -> of(Item.Way.class, each.get(2)));
        Optional<Points> points = fields.flatMap(each -> Points.parse(each.get(3)));
        if (fields.isEmpty() || way.isEmpty() || points.isEmpty()) {
            fault(place(node), "taskFile.command", command.value());
            return false;
        }
        List<String> text = fields.get();
        return put(node, command, text, new Item.Group(text.get(4), points.get(), text.get(5), way.get(), List.of()));
    }

    private boolean mark(int node, Command command) {
        Optional<List<String>> fields = Fields.of(command, MARK, 7);
        Optional<Points> points = fields.flatMap(each -> Points.parse(each.get(3)));
        Optional<Want> want = fields.flatMap(each -> want(node, each.get(2), each.get(6)));
        if (fields.isEmpty() || points.isEmpty() || want.isEmpty()) {
            fault(place(node), "taskFile.command", command.value());
            return false;
        }
        List<String> text = fields.get();
        return put(node, command, text, new Item.Single(text.get(4), points.get(), text.get(5), want.get()));
    }

    private boolean put(int node, Command command, List<String> text, Item item) {
        Optional<Integer> own = whole(text.get(0), 1, MOST_NUMBERED);
        Optional<Integer> group = whole(text.get(1), 0, MOST_NUMBERED);
        if (own.isEmpty() || group.isEmpty()) {
            fault(place(node), "taskFile.command", command.value());
            return false;
        }
        int place = own.get();
        if (parts.containsKey(place)) {
            // Behind all others, so that none that is still to come has it.
            fault(place(node), "taskFile.number", command.value());
            place = MOST_NUMBERED + parts.size() + 1;
        }
        parts.put(place, new Part(group.get(), place(node), item));
        return true;
    }

    private Optional<Want> want(int node, String kind, String detail) {
        return switch (kind) {
            case "choose" -> Optional.ofNullable(Move.parse(detail)).map(Want.Choose::new);
            case "find" -> Optional.of(new Want.Find(node));
            case "consider" ->
                Optional.of(new Want.Consider(node, detail.strip().equals(VERDICT)));
            case "refute" -> Optional.of(new Want.Refute(node));
            case "survive" -> Optional.of(new Want.Survive(node));
            case "reach" -> {
                List<Integer> path = new ArrayList<>(List.of(GameTree.ROOT));
                path.addAll(game.tree().pathTo(node));
                yield whole(detail, 1, path.size() - 1)
                        .map(back -> new Want.Reach(path.get(path.size() - 1 - back), node));
            }
            case "judge" -> {
                Set<Opinion> opinions = EnumSet.noneOf(Opinion.class);
                boolean known = true;
                for (String word : detail.strip().split("\\s+")) {
                    Optional<Opinion> opinion = of(Opinion.class, word);
                    opinion.ifPresent(opinions::add);
                    known &= opinion.isPresent();
                }
                yield known ? Optional.of(new Want.Judge(node, opinions)) : Optional.empty();
            }
            case "answer" -> whole(detail, 1, 99).map(Want.Answer::new);
            case "play" -> of(Want.Goal.class, detail).map(Want.PlayOut::new);
            default -> Optional.empty();
        };
    }

    /** The items in the order of their numbers, parts in their groups; a part whose group is missing stands alone. */
    private List<Item> items() {
        Map<Integer, List<Integer>> inside = new LinkedHashMap<>();
        parts.forEach((own, part) -> {
            boolean lost = part.group() != 0 && !isInGroup(own);
            if (lost) {
                fault(part.place(), "taskFile.group", part.group());
            }
            inside.computeIfAbsent(lost ? 0 : part.group(), key -> new ArrayList<>())
                    .add(own);
        });
        return build(0, inside);
    }

    /** Whether a part leads up to the scheme itself, each time through a group that is there. */
    private boolean isInGroup(int own) {
        Set<Integer> passed = new HashSet<>();
        int at = own;
        while (at != 0) {
            Part part = parts.get(at);
            boolean isFit = part != null && (at == own || part.item() instanceof Item.Group);
            if (part == null || !isFit || !passed.add(at)) {
                return false;
            }
            at = part.group();
        }
        return true;
    }

    private List<Item> build(int group, Map<Integer, List<Integer>> inside) {
        List<Item> items = new ArrayList<>();
        for (int own : inside.getOrDefault(group, List.of())) {
            Item item = Objects.requireNonNull(parts.get(own)).item();
            items.add(
                    item instanceof Item.Group of
                            ? new Item.Group(of.label(), of.points(), of.reason(), of.way(), build(own, inside))
                            : item);
        }
        return items;
    }

    private static <E extends Enum<E>> Optional<E> of(Class<E> type, String word) {
        try {
            return Optional.of(
                    Enum.valueOf(type, word.strip().toUpperCase(Locale.ROOT).replace('-', '_')));
        } catch (IllegalArgumentException unknown) {
            return Optional.empty();
        }
    }
}
