package org.zeroply.task;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Fields;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;
import org.zeroply.notation.PgnEntry;
import org.zeroply.notation.PgnFault;
import org.zeroply.notation.PgnReader;
import org.zeroply.notation.PgnWriter;
import org.zeroply.rules.Move;
import org.zeroply.words.Words;

/**
 * Papers as PGN: each task is a game whose moves are its solution tree; the mark scheme stands in commands of the comments,
 * {@code [%mark number|group|kind|points|label|reason|detail]} on the move that an item hangs on, {@code [%group
 * number|group|way|points|label|reason]} and what hangs on no move before the first one. The rest is in tags that begin with
 * Task and Paper. See docs/task-format.md.
 */
public final class TaskPgn {
    private static final String MARK = "mark";
    private static final String GROUP = "group";
    private static final String ACCEPT = "accept";
    private static final String SETTLED = "settled";
    private static final String NONE = "0";

    private TaskPgn() {}

    /**
     * Something in a file of tasks that was left out.
     *
     * @param game the number of the game in the file, from 1
     * @param place the tag, or the move with the command
     */
    public record Fault(long game, String place, String reason) {}

    /** A task with what could not be read of it; the game itself always comes through. */
    public record TaskReading(Task task, List<Fault> faults) {
        public TaskReading {
            faults = List.copyOf(faults);
        }
    }

    /**
     * A file of tasks, read.
     *
     * @param gameFaults what was wrong with the games as games
     * @param faults what was wrong with tags and schemes
     */
    public record Contents(Paper paper, List<PgnFault> gameFaults, List<Fault> faults) {
        public Contents {
            gameFaults = List.copyOf(gameFaults);
            faults = List.copyOf(faults);
        }
    }

    // ---- writing

    public static String write(Paper paper) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < paper.tasks().size(); i++) {
            out.append(PgnWriter.write(game(paper, i)));
        }
        return out.toString();
    }

    private static Game game(Paper paper, int index) {
        Game game = game(paper.tasks().get(index));
        Tags tags = game.tags();
        tags = tag(tags, "Event", paper.name());
        tags = tag(tags, "Round", Integer.toString(index + 1));
        tags = tag(tags, "PaperMinutes", paper.minutes() == 0 ? "" : Integer.toString(paper.minutes()));
        tags = tag(tags, "PaperPause", paper.mayPause() ? "yes" : "");
        tags = tag(tags, "PaperStrict", paper.isStrict() ? "yes" : "");
        tags = tag(tags, "PaperDiagram", paper.showsDiagram() ? "" : "no");
        return game.with(tags);
    }

    /** One task as a game. */
    public static Game game(Task task) {
        Tags tags = Tags.NONE;
        tags = tag(tags, "TaskName", task.name());
        tags = tag(tags, "TaskKind", word(task.kind()));
        tags = tag(tags, "TaskMinutes", Integer.toString(task.minutes()));
        Task.Level level = task.level();
        tags = tag(tags, "TaskLevel", level.equals(Task.Level.ANY) ? "" : level.from() + "-" + level.to());
        tags = tag(tags, "TaskInstruction", task.instruction());
        tags = tag(tags, "TaskThemes", String.join("; ", task.themes()));
        tags = tag(tags, "TaskSource", task.source());
        Task.LastMove last = task.last();
        tags = tag(tags, "TaskLast", last == null ? "" : last.move() + " " + last.san());
        Scheme scheme = task.scheme();
        tags = tag(tags, "TaskCounts", scheme.counts() == Scheme.USUAL_COUNTS ? "" : Integer.toString(scheme.counts()));
        tags = tag(tags, "TaskCandidates", scheme.candidates() == 0 ? "" : Integer.toString(scheme.candidates()));
        tags = tag(
                tags,
                "TaskPenalty",
                scheme.penalty().isZero() ? "" : scheme.penalty().plain());
        Points declared = scheme.declared();
        tags = tag(tags, "TaskOutOf", declared == null ? "" : declared.plain());
        if (task.kind() == TaskKind.PLAY_ON) {
            tags = tag(
                    tags,
                    "TaskGoal",
                    word(task.goal().goal()) + " " + task.goal().moves());
        }
        for (int i = 0; i < task.questions().size(); i++) {
            AssessQuestion question = task.questions().get(i);
            tags = tags.with("TaskQuestion" + (i + 1), question.text());
            tags = tag(
                    tags,
                    "TaskKey" + (i + 1),
                    Fields.command("", question.keys().toArray(String[]::new)).value());
        }
        return new Game(tags, new TreeWriter(task).write(), GameResult.OPEN);
    }

    private static Tags tag(Tags tags, String name, String value) {
        return value.isEmpty() ? tags : tags.with(name, value.replaceAll("\\s+", " "));
    }

    private static String word(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    private static <E extends Enum<E>> Optional<E> of(Class<E> type, String word) {
        try {
            return Optional.of(
                    Enum.valueOf(type, word.strip().toUpperCase(Locale.ROOT).replace('-', '_')));
        } catch (IllegalArgumentException unknown) {
            return Optional.empty();
        }
    }

    private static final class TreeWriter {
        private final Task task;
        private final Map<Integer, List<Command>> commands = new HashMap<>();
        private int number;

        TreeWriter(Task task) {
            this.task = task;
        }

        GameTree write() {
            task.scheme().items().forEach(item -> write(item, NONE));
            for (Scheme.Accepted accepted : task.scheme().accepted()) {
                at(accepted.node(), Fields.command(ACCEPT, accepted.move().toString(), accepted.note()));
            }
            for (Task.Settled settled : task.settled()) {
                at(GameTree.ROOT, Fields.command(SETTLED, settled.remark(), settled.note()));
            }
            GameTree tree = task.solution();
            for (Map.Entry<Integer, List<Command>> each : commands.entrySet()) {
                if (tree.has(each.getKey())) {
                    GameNode node = tree.node(each.getKey());
                    List<Command> all = new ArrayList<>(node.commands());
                    all.addAll(each.getValue());
                    tree = tree.with(node.withCommands(all));
                }
            }
            return tree;
        }

        private void at(int node, Command command) {
            commands.computeIfAbsent(node, id -> new ArrayList<>()).add(command);
        }

        private void write(Item item, String group) {
            String own = Integer.toString(++number);
            String points = item.points().plain();
            switch (item) {
                case Item.Group of -> {
                    at(
                            GameTree.ROOT,
                            Fields.command(GROUP, own, group, word(of.way()), points, of.label(), of.reason()));
                    of.parts().forEach(part -> write(part, own));
                }
                case Item.Single of -> {
                    String kind = kind(of.want());
                    String detail = switch (of.want()) {
                        case Want.Choose choose -> choose.move().toString();
                        case Want.Find find -> "";
                        case Want.Refute refute -> "";
                        case Want.Survive survive -> "";
                        case Want.Consider consider -> "";
                        case Want.Reach reach -> Integer.toString(depth(reach.node()) - depth(reach.from()));
                        case Want.Judge judge ->
                            judge.opinions().stream().map(TaskPgn::word).collect(Collectors.joining(" "));
                        case Want.Answer answer -> Integer.toString(answer.question());
                        case Want.PlayOut play -> word(play.goal());
                    };
                    at(
                            of.want().place().orElse(GameTree.ROOT),
                            Fields.command(MARK, own, group, kind, points, of.label(), of.reason(), detail));
                }
            }
        }

        private int depth(int node) {
            return task.solution().has(node) ? task.solution().depth(node) : 0;
        }
    }

    private static String kind(Want want) {
        return switch (want) {
            case Want.Choose choose -> "choose";
            case Want.Find find -> "find";
            case Want.Consider consider -> "consider";
            case Want.Reach reach -> "reach";
            case Want.Judge judge -> "judge";
            case Want.Refute refute -> "refute";
            case Want.Survive survive -> "survive";
            case Want.Answer answer -> "answer";
            case Want.PlayOut play -> "play";
        };
    }

    // ---- reading

    /** Reads all games of a file as the tasks of one paper. */
    public static Contents read(InputStream in) throws IOException {
        PgnReader reader = new PgnReader(in);
        List<Task> tasks = new ArrayList<>();
        List<PgnFault> gameFaults = new ArrayList<>();
        List<Fault> faults = new ArrayList<>();
        Tags paper = Tags.NONE;
        PgnEntry entry = reader.next();
        while (entry != null) {
            gameFaults.addAll(entry.faults());
            if (entry instanceof PgnEntry.Read read) {
                TaskReading task = read(read.game(), read.number());
                tasks.add(task.task());
                faults.addAll(task.faults());
                if (tasks.size() == 1) {
                    paper = read.game().tags();
                }
            }
            entry = reader.next();
        }
        int minutes = paper.get("PaperMinutes").matches("\\d{1,4}") ? Integer.parseInt(paper.get("PaperMinutes")) : 0;
        return new Contents(
                new Paper(
                        paper.known("Event"),
                        minutes,
                        paper.get("PaperPause").equals("yes"),
                        paper.get("PaperStrict").equals("yes"),
                        !paper.get("PaperDiagram").equals("no"),
                        tasks),
                gameFaults,
                faults);
    }

    /**
     * A game as a task; one without any of the tags is a task to calculate without a scheme.
     *
     * @param number of the game in its file, for the faults
     */
    public static TaskReading read(Game game, long number) {
        return new Reading(game, number).read();
    }

    private static final class Reading {
        private final Game game;
        private final long number;
        private final List<Fault> faults = new ArrayList<>();
        private final Map<Integer, Part> parts = new TreeMap<>();
        private final List<Scheme.Accepted> accepted = new ArrayList<>();
        private final List<Task.Settled> settled = new ArrayList<>();

        /** An item or group as it stands in the file. */
        private record Part(int group, String place, Item item) {}

        Reading(Game game, long number) {
            this.game = game;
            this.number = number;
        }

        TaskReading read() {
            GameTree tree = withoutScheme();
            TaskKind kind = tagged("TaskKind", TaskKind.CALCULATE, text -> of(TaskKind.class, text));
            int minutes = tagged("TaskMinutes", kind.minutes(), text -> whole(text, 1, 1000));
            Scheme scheme = new Scheme(
                    items(),
                    tagged("TaskCounts", Scheme.USUAL_COUNTS, text -> whole(text, 1, 99)),
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
                    tagged("TaskLevel", Task.Level.ANY, Reading::level),
                    themes.isBlank() ? List.of() : List.of(themes.split("\\s*;\\s*")),
                    game.tags().get("TaskSource"),
                    tree,
                    scheme,
                    questions(),
                    tagged("TaskGoal", Task.PlayGoal.NONE, Reading::goal),
                    settled);
            return new TaskReading(task, faults);
        }

        private void fault(String place, String key, Object... values) {
            faults.add(new Fault(number, place, Words.of(key, values)));
        }

        /** The value of a tag, or the usual one where it is missing or makes no sense; the latter is told. */
        private <T> T tagged(String tag, T usual, java.util.function.Function<String, Optional<T>> reader) {
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
                    .flatMap(goal -> whole(words.length > 1 ? words[1] : "0", 0, 500)
                            .map(moves -> new Task.PlayGoal(goal, moves)));
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
                    Move move =
                            fields.isEmpty() ? null : Move.parse(fields.get().getFirst());
                    if (fields.isEmpty() || move == null) {
                        fault(place(node), "taskFile.command", command.value());
                        yield false;
                    }
                    yield accepted.add(
                            new Scheme.Accepted(node, move, fields.get().getLast()));
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
                    : org.zeroply.notation.San.line(game.tree().positionAt(at.parent()), List.of(at.played()));
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
            return put(
                    node, command, text, new Item.Group(text.get(4), points.get(), text.get(5), way.get(), List.of()));
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
            Optional<Integer> own = whole(text.get(0), 1, 9999);
            Optional<Integer> group = whole(text.get(1), 0, 9999);
            if (own.isEmpty() || group.isEmpty() || parts.containsKey(own.get())) {
                fault(place(node), "taskFile.number", command.value());
                return false;
            }
            parts.put(own.get(), new Part(group.get(), place(node), item));
            return true;
        }

        private Optional<Want> want(int node, String kind, String detail) {
            return switch (kind) {
                case "choose" -> Optional.ofNullable(Move.parse(detail)).map(Want.Choose::new);
                case "find" -> Optional.of(new Want.Find(node));
                case "consider" -> Optional.of(new Want.Consider(node));
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
                Part group = parts.get(part.group());
                boolean lost = part.group() != 0
                        && (group == null || !(group.item() instanceof Item.Group) || part.group() >= own);
                if (lost) {
                    fault(part.place(), "taskFile.group", part.group());
                }
                inside.computeIfAbsent(lost ? 0 : part.group(), key -> new ArrayList<>())
                        .add(own);
            });
            return build(0, inside);
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
    }
}
