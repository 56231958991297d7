package org.zeroply.coaching;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.OptionalLong;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameTree;
import org.zeroply.task.AssessQuestion;
import org.zeroply.task.Paper;
import org.zeroply.task.Scheme;
import org.zeroply.task.Script;
import org.zeroply.task.ScriptText;
import org.zeroply.task.Task;
import org.zeroply.task.TaskPgn;

/**
 * Papers that are sat elsewhere. What goes out holds nothing of the answers, so nothing need be hidden; what comes back are
 * the scripts, which are marked here.
 */
public final class Homework {
    private Homework() {}

    /** The paper with the positions, the questions and the time, and nothing else. */
    public static Paper seal(Paper paper) {
        return paper.withTasks(paper.tasks().stream().map(Homework::seal).toList());
    }

    private static Task seal(Task task) {
        GameTree bare = GameTree.of(task.start());
        GameTree seen = bare.with(CoachRemarks.NONE.withMarks(task.drawn()).onto(bare.root()));
        return Task.of(task.kind(), seen, task.last())
                .withInstruction(task.instruction())
                .withMinutes(task.minutes())
                .withGoal(task.goal())
                .withQuestions(task.questions().stream()
                        .map(question -> new AssessQuestion(question.text(), List.of()))
                        .toList())
                .withScheme(Scheme.EMPTY
                        .withRules(task.scheme().rules(), task.scheme().replies())
                        .withCounts(task.scheme().counts(), task.scheme().candidates()));
    }

    /**
     * What tells a paper from every other and from its own earlier versions, as its solver sees it: 64 bits of a SHA-256 over
     * positions, questions, kinds and times. Names and answers do not count, so a paper and its sealed copy are the same.
     */
    public static String identity(List<Task> tasks) {
        String seen = TaskPgn.write(seal(Paper.of("", tasks)));
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(seen.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash, 0, Long.BYTES);
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    /** Whether a paper came without its answers, to be sat and handed in. */
    public static boolean isSealed(List<Sitting.Attempt> tasks) {
        return !tasks.isEmpty()
                && tasks.stream()
                        .allMatch(attempt -> attempt.task().scheme().items().isEmpty()
                                && attempt.task().solution().size() == 0);
    }

    /** A sitting as a file to hand in: who, of which paper, when, how long, and the scripts. */
    public static String handIn(Sitting sitting) {
        StringBuilder out =
                new StringBuilder("student: ").append(sitting.student().name()).append('\n');
        List<Task> tasks = sitting.tasks().stream().map(Sitting.Attempt::task).toList();
        out.append("paper: ").append(identity(tasks)).append('\n');
        out.append("sat: ").append(sitting.begun()).append('\n');
        for (int i = 0; i < sitting.tasks().size(); i++) {
            Sitting.Attempt attempt = sitting.tasks().get(i);
            out.append(ScriptText.write(i + 1, attempt.script()))
                    .append("used: ")
                    .append(attempt.clock().used() / 1000)
                    .append('\n');
        }
        return out.toString();
    }

    /** A sitting out of scripts that were written elsewhere, on paper or on another machine; begun now if they do not say when. */
    public static Sitting takeIn(Paper paper, Student student, ScriptText.Contents scripts, Instant now) {
        Sitting sitting = Sitting.of(paper, student, scripts.sat().orElse(now));
        for (int i = 0; i < paper.tasks().size(); i++) {
            long millis = 1000 * scripts.used().getOrDefault(i + 1, 0L);
            sitting = sitting.with(
                    i,
                    sitting.tasks()
                            .get(i)
                            .with(scripts.scripts().getOrDefault(i + 1, Script.EMPTY))
                            .with(new Stopwatch(millis, OptionalLong.empty()))
                            .with(Sitting.End.COMMITTED));
        }
        return sitting;
    }
}
