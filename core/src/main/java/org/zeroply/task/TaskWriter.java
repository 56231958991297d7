package org.zeroply.task;

import static org.zeroply.task.TaskPgn.ACCEPT;
import static org.zeroply.task.TaskPgn.GROUP;
import static org.zeroply.task.TaskPgn.MARK;
import static org.zeroply.task.TaskPgn.NONE;
import static org.zeroply.task.TaskPgn.SETTLED;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.Fields;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameResult;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;

/** Writes a task as a game: what it is in tags, the scheme in commands on the moves that items hang on. */
final class TaskWriter {
    private final Task task;
    private final Map<Integer, List<Command>> commands = new HashMap<>();
    private int number;

    TaskWriter(Task task) {
        this.task = task;
    }

    private GameTree tree() {
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
                at(GameTree.ROOT, Fields.command(GROUP, own, group, word(of.way()), points, of.label(), of.reason()));
                of.parts().forEach(part -> write(part, own));
            }
            case Item.Single of -> {
                String kind = kind(of.want());
                String detail = switch (of.want()) {
                    case Want.Choose choose -> choose.move().toString();
                    case Want.Find find -> "";
                    case Want.Refute refute -> "";
                    case Want.Survive survive -> "";
                    case Want.Consider consider -> consider.isVerdictEnough() ? TaskReader.VERDICT : "";
                    case Want.Reach reach -> Integer.toString(depth(reach.node()) - depth(reach.from()));
                    case Want.Judge judge ->
                        judge.opinions().stream().map(TaskWriter::word).collect(Collectors.joining(" "));
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
    /** The task with its tags, its solution and its scheme. */
    Game write() {
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
        tags = tag(tags, "TaskRules", scheme.hasNewRules() ? Integer.toString(scheme.rules()) : "");
        tags = tag(
                tags,
                "TaskReplies",
                scheme.replies() == Scheme.USUAL_REPLIES ? "" : Integer.toString(scheme.replies()));
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
        return new Game(tags, tree(), GameResult.OPEN);
    }

    private static Tags tag(Tags tags, String name, String value) {
        return value.isEmpty() ? tags : tags.with(name, value.replaceAll("\\s+", " "));
    }

    private static String word(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
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
}
