package org.zeroply.store;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Stopwatch;
import org.zeroply.coaching.Student;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Side;
import org.zeroply.store.QuestionKind.KeptQuestion;
import org.zeroply.store.RepertoireKind.KeptRepertoire;
import org.zeroply.store.ReportKind.KeptReport;
import org.zeroply.store.SittingKind.KeptSitting;
import org.zeroply.task.MarkEvidence;
import org.zeroply.task.Opinion;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.Script;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;

/**
 * Documents of every kind to try things with.
 *
 * @param game the uid of a game in the workbook, for a report
 * @param paper the uid of a paper in it, for a sitting
 * @param student the uid of Nora Zabel, who sits
 */
record Samples(long game, long paper, long student) {
    private static final Instant NOON = Instant.parse("2026-11-25T12:00:00Z");

    static Paper paper(String name, int tasks) {
        List<Task> all = new ArrayList<>();
        for (int i = 0; i < tasks; i++) {
            String fen = i % 2 == 0 ? "6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1" : "8/8/4k3/8/4P3/4K3/8/8 w - - 0 1";
            all.add(Task.of(TaskKind.CALCULATE, GameTree.of(Fen.position(fen)), null));
        }
        return Paper.of(name, all);
    }

    /** Three states of one document: as it was made, edited here, and edited there. */
    @SuppressWarnings("unchecked")
    <D> List<D> states(DocumentKind<D> kind) {
        List<?> states = switch (kind.name()) {
            case "game" ->
                Stream.of("1.e4 c6 *", "1.e4 c6 2.d4 d5 *", "1.e4 c6 2.c4 {another way} *")
                        .map(moves -> Books.game("[White \"Brandt, Ida\"]\n" + moves))
                        .toList();
            case "repertoire" ->
                Stream.of("c4 e6", "c4 e6 Nc3 d5", "c4 c5 Nf3")
                        .map(line -> new KeptRepertoire(
                                new RepertoireShelf.Title("Quiet", Side.WHITE, "Brandt, Ida", ""),
                                Books.with(Books.repertoire("c4 e6"), line)))
                        .toList();
            case "paper" -> List.of(paper("Warm-up", 1), paper("Warm-up", 2), paper("Warm-up", 3));
            case "student" ->
                List.of(
                        Profile.of(new Student(0, "Okafor, Sam", 1500)),
                        Profile.of(new Student(0, "Okafor, Sam", 1500))
                                .rated(1550, "2026.11.01")
                                .withNames(List.of("Okafor, S."))
                                .withGroups(List.of("Tuesday circle"))
                                .withGoals("a draw\nwith the white pieces"),
                        Profile.of(new Student(0, "Okafor, Samuel", 1500)).withGroups(List.of("Juniors")));
            case "sitting" -> List.of(sitting("", 0), sitting("Ra8#", 60), sitting("Rb1", 120));
            case "report" ->
                Stream.of("title=One", "title=Two", "title=Three")
                        .map(text -> new KeptReport(game, text + "\nnotes=tab\there\n"))
                        .toList();
            case "question" ->
                Stream.of("", "It loses a pawn.", "Black is in time.")
                        .map(answer -> new KeptQuestion(
                                student, game, new Question(0, 0, "May I not castle here?", 0, 2, NOON, answer)))
                        .toList();
            default -> throw new AssertionError("there is no document to try " + kind.name() + " with");
        };
        return (List<D>) states;
    }

    private KeptSitting sitting(String choice, int seconds) {
        Sitting begun = Sitting.of(paper("Basis", 1), new Student(0, "Zabel, Nora", 1200), NOON);
        if (choice.isEmpty()) {
            return new KeptSitting(paper, student, begun);
        }
        Sitting.Attempt attempt = begun.tasks()
                .getFirst()
                .with(Script.EMPTY.withChoice(choice))
                .with(Stopwatch.NEW.start(NOON.toEpochMilli()))
                .withEvidence(List.of(new MarkEvidence(
                        Fen.position("8/8/4k3/8/4P3/4K3/8/8 w - - 0 1"),
                        Opinion.WHITE_WINNING,
                        "coach",
                        "by eye\tand hand")))
                .withAwards(List.of(new Award(1, new Points(3), "well seen")));
        Sitting later = new Sitting(
                begun.id(),
                begun.paper(),
                begun.student(),
                begun.begun(),
                begun.minutes(),
                begun.mayPause(),
                begun.isStrict(),
                begun.showsDiagram(),
                NOON.plusSeconds(seconds),
                List.of(attempt));
        return new KeptSitting(paper, student, later);
    }
}
