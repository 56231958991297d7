package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.ending.Correspondence;
import org.zeroply.ending.Counted;
import org.zeroply.ending.Elementary;
import org.zeroply.ending.Exact;
import org.zeroply.ending.ExactEndings;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.Calculation;
import org.zeroply.search.Grounds;
import org.zeroply.search.Question;
import org.zeroply.search.Verdict;
import org.zeroply.words.Words;

/** Kings and pawns, or up to four men, solved to the end; what no solver finishes is calculated. */
public final class EndingQuestion implements CoachQuestion<EndingQuestion.Answer> {
    /**
     * What is known of an ending.
     *
     * @param calculated what the calculator thinks where no solver came to an end; else null
     */
    public record Answer(
            ExactEndings.Reading reading, @Nullable Calculation calculated) {}

    @Override
    public String key() {
        return "ENDING";
    }

    @Override
    public Purpose purpose() {
        return Purpose.PROVE;
    }

    @Override
    public String command() {
        return "ending";
    }

    @Override
    public String shortcut() {
        return "Alt+8";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of();
    }

    @Override
    public Outcome<Answer> ask(Asked asked, Consumer<Answer> partial) {
        Position position = asked.position();
        if (!ExactEndings.covers(position)) {
            return new Outcome.Refused<>(Words.of("ending.notCovered"));
        }
        ExactEndings.Reading reading = asked.endings().solve(position, asked.cancel());
        boolean isOpen =
                reading instanceof ExactEndings.NotSolved && !asked.cancel().isRequested();
        Calculation found = isOpen
                ? asked.analyst()
                        .calculate(Question.of(position, asked.amount().whole()), calculation -> {}, asked.cancel())
                : null;
        return new Outcome.Found<>(new Answer(reading, found));
    }

    @Override
    public QuestionReport report(Asked asked, Answer answer) {
        return switch (answer.reading()) {
            case ExactEndings.Solved solved -> solved(asked, solved.solution());
            case ExactEndings.ProvenWin won ->
                QuestionReport.of(
                        QuestionReport.sentence(won.text()),
                        new Grounds.Proven().text(),
                        List.of(),
                        Fact.named("provenWin", won.winner().name()).with("moves", won.moves()));
            case ExactEndings.NotSolved not ->
                notSolved(asked, Words.of("ending." + not.reason()), answer.calculated());
        };
    }

    /** What the calculator thinks where no solver came to an end. */
    private static QuestionReport notSolved(Asked asked, String reason, @Nullable Calculation found) {
        Fact facts = Fact.named("notSolved", reason);
        if (found == null || found.lines().isEmpty()) {
            return QuestionReport.of(QuestionReport.sentence(reason), "", List.of(), facts);
        }
        Verdict verdict = found.verdict();
        List<Move> line = found.lines().getFirst().moves();
        String text = San.line(asked.position(), line, asked.language());
        return QuestionReport.of(
                QuestionReport.sentence(reason),
                Words.of("ending.calculated", verdict.text(), found.grounds().text()),
                List.of(Row.of(text, verdict.text(), Emphasis.USUAL, line)),
                facts);
    }

    private static QuestionReport solved(Asked asked, ExactEndings.Solution solution) {
        Position position = solution.position();
        List<Row> rows = new ArrayList<>();
        for (Elementary.Choice choice : solution.choices()) {
            rows.add(choice(asked, solution, choice));
        }
        if (!solution.unsettled().isEmpty()) {
            String open = solution.unsettled().stream()
                    .map(move -> San.write(position, move, asked.language()))
                    .collect(Collectors.joining(", "));
            rows.add(Row.remark(open, Words.of("ending.unsettled"), Emphasis.WEAK));
        }
        List<Drawn> drawn = new ArrayList<>();
        Correspondence squares = solution.correspondence();
        if (squares != null) {
            for (Correspondence.Group group : squares.groups()) {
                tag(group.attacking(), squares.attacker(), group.letter(), drawn);
                tag(group.defending(), squares.attacker().opposite(), group.letter(), drawn);
            }
            rows.add(Row.remark(
                    Words.of("ending.correspond"),
                    Words.of("ending.correspond.what", Words.of("side." + squares.attacker()))
                            + squares.groups().stream()
                                    .map(group -> group.letter() + " " + text(group.attacking()) + " – "
                                            + text(group.defending()))
                                    .collect(Collectors.joining("; ")),
                    Emphasis.USUAL));
        }
        return QuestionReport.of(
                        QuestionReport.sentence(solution.text()), new Grounds.Proven().text(), rows, facts(solution))
                .withDrawn(drawn);
    }

    private static Row choice(Asked asked, ExactEndings.Solution solution, Elementary.Choice choice) {
        int outcome = choice.exact().outcome();
        String result = Words.of("ending.result." + outcome);
        return Row.of(
                MoveNames.of(solution.position(), choice.move(), asked.language()),
                outcome == 0
                        ? result
                        : Words.of(
                                "ending.within." + solution.counted(),
                                result,
                                choice.exact().moves()),
                outcome == solution.exact().outcome() ? Emphasis.STRONG : Emphasis.WEAK,
                List.of(choice.move()));
    }

    private static String text(SquareSet squares) {
        List<String> names = new ArrayList<>();
        squares.forEach(square -> names.add(square.toString()));
        return String.join(" ", names);
    }

    private static void tag(SquareSet squares, Side side, char letter, List<Drawn> drawn) {
        squares.forEach(square -> {
            boolean taken =
                    drawn.stream().anyMatch(each -> each instanceof Drawn.Letter other && other.square() == square);
            if (!taken) {
                drawn.add(new Drawn.Letter(square, side, String.valueOf(letter)));
            }
        });
    }

    private static Fact facts(ExactEndings.Solution solution) {
        List<Fact> moves = new ArrayList<>();
        for (Elementary.Choice choice : solution.choices()) {
            moves.add(counted(
                    Fact.named("move", San.write(solution.position(), choice.move())),
                    choice.exact(),
                    solution.counted()));
        }
        Fact.Named facts =
                counted(Fact.Named.none(), solution.exact(), solution.counted()).with("moves", new Fact.Many(moves));
        Correspondence squares = solution.correspondence();
        if (squares == null) {
            return facts;
        }
        Fact.Named groups = Fact.Named.none();
        for (Correspondence.Group group : squares.groups()) {
            groups = groups.with(String.valueOf(group.letter()), group.attacking() + " ~ " + group.defending());
        }
        return facts.with("attacker", squares.attacker().name()).with("corresponding", groups);
    }

    private static Fact.Named counted(Fact.Named facts, Exact exact, Counted counted) {
        String field = switch (counted) {
            case MATE -> "pliesToMate";
            case PROMOTION -> "pliesToPromotionOrMate";
            case LAST_PAWN -> "pliesToPromotionMateOrLastPawn";
        };
        return facts.with("result", exact.outcome() > 0 ? "won" : exact.outcome() < 0 ? "lost" : "drawn")
                .with(field, exact.plies());
    }
}
