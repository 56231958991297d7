package org.zeroply.store;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Award;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.EventPlan;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Ref;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Stopwatch;
import org.zeroply.coaching.Student;
import org.zeroply.coaching.When;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.showing.Card;
import org.zeroply.showing.CardSheet;
import org.zeroply.showing.Face;
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
            case "sheet" -> sheets();
            case "lesson" -> lessons();
            case "homework" -> homework();
            case "event" -> events();
            default -> throw new AssertionError("there is no document to try " + kind.name() + " with");
        };
        return (List<D>) states;
    }

    private static List<CardSheet> sheets() {
        Card words = Card.of(new Face.Words("A knight wants a square."), Side.WHITE);
        Card board = Card.of(new Face.Board(GameTree.of(Position.START)), Side.WHITE)
                .withQuestion("What does Black want?")
                .withSaid(List.of("Sam: nothing", "Ida: ...e5"));
        CardSheet made = CardSheet.of("Where knights belong").withCard(0, words);
        return List.of(
                made,
                made.withCard(0, board),
                made.withName("Where\tknights belong").change(0, card -> card.withNote("slowly\nplease")));
    }

    /** A series; with a plan and a time left out; moved and with an aim. */
    private List<Lesson> lessons() {
        LocalDateTime monday = LocalDateTime.parse("2026-11-30T17:00");
        When weekly = new When(
                monday, ZoneId.of("Europe/Berlin"), 60, new When.Repeat(1, monday.plusWeeks(8), Set.of()), null);
        Lesson made = Lesson.of(List.of(student), weekly);
        Block moment = Block.of(
                Block.Kind.MOMENT, 8, "20.Bc4\tagain", new Block.Material(Ref.GAME, game, 38), "Dearest.\nBy far.");
        Block task = Block.of(Block.Kind.TASK, 10, "Forks", new Block.Material(Ref.PAPER, paper, 0), "");
        When.Repeat without = new When.Repeat(1, monday.plusWeeks(8), Set.of(monday.plusWeeks(3)));
        return List.of(
                made,
                made.withWhen(weekly.withRepeat(without))
                        .withBlocks(List.of(moment, task))
                        .begin(NOON)
                        .end(Block.State.DONE, NOON.plusSeconds(480)),
                made.withWhen(weekly.withStart(monday.plusHours(1), 90))
                        .withAim("To look twice.")
                        .withWord("Tired, but awake."));
    }

    private List<Assignment> homework() {
        LocalDate set = LocalDate.parse("2026-11-30");
        Assignment made = new Assignment(
                0,
                Assignment.Kind.PAPER,
                "Basis",
                paper,
                set,
                set.plusDays(7),
                0,
                List.of(new Assignment.Part(student, Assignment.State.SET)));
        return List.of(made, made.with(student, Assignment.State.BACK), made.withDue(set.plusDays(9)));
    }

    private List<Event> events() {
        LocalDate from = LocalDate.parse("2027-01-30");
        Event made = new Event(
                0,
                "Saltmarsh Cup",
                "Saltmarsh",
                from,
                from.plusDays(1),
                "90 minutes",
                5,
                List.of(new Event.Goer(student, 180, Map.of())));
        return List.of(
                made,
                made.with(new Event.Goer(student, 240, Map.of(EventPlan.Part.ENDINGS, 30))),
                new Event(0, "Saltmarsh Cup", "Old Mill", from, from.plusDays(2), "90 minutes", 7, made.goers()));
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
