package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.Ease;
import org.zeroply.analysis.Forcing;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.notation.LineReader;
import org.zeroply.notation.LineReading;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Grounds;
import org.zeroply.search.Threats;
import org.zeroply.words.Words;

/** How many sensible replies does each move of a line leave? */
public final class ForcedQuestion implements CoachQuestion<Forcing> {
    public static final Parameter.Words TYPED = new Parameter.Words("line", "forced.line", false, true);

    @Override
    public String key() {
        return "FORCED";
    }

    @Override
    public Purpose purpose() {
        return Purpose.ATTACK;
    }

    @Override
    public String command() {
        return "forced";
    }

    @Override
    public String shortcut() {
        return "Alt+7";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of(TYPED);
    }

    @Override
    public boolean dependsOnEffort() {
        return true;
    }

    @Override
    public Outcome<Forcing> ask(Asked asked, Consumer<Forcing> partial) {
        String typed = asked.given().of(TYPED);
        List<Move> moves = asked.movesFromHere();
        if (!typed.isBlank()) {
            switch (new LineReader(asked.language()).read(asked.position(), typed)) {
                case LineReading.Read read -> moves = read.moves();
                case LineReading.Refused refused -> {
                    return new Outcome.Refused<>(Words.of("forced.refused", refused.token(), refused.reason()));
                }
            }
        }
        return new Outcome.Found<>(Forcing.of(
                asked.position(),
                moves,
                asked.analyst(),
                new Threats(),
                asked.amount().nodes(1),
                partial,
                asked.cancel()));
    }

    @Override
    public QuestionReport report(Asked asked, Forcing found) {
        List<Row> rows = new ArrayList<>();
        List<Fact> facts = new ArrayList<>();
        Position here = found.position();
        List<Move> path = new ArrayList<>();
        for (Forcing.Step step : found.steps()) {
            path.add(step.move());
            rows.add(Row.of(
                    MoveNames.of(here, step.move(), asked.language()),
                    QuestionReport.sentence(step.kind().text()) + ": " + replies(step.ease()),
                    step.isForcing() ? Emphasis.STRONG : Emphasis.USUAL,
                    path));
            facts.add(facts(here, step));
            here = here.play(step.move());
        }
        int depth = found.steps().stream()
                .map(Forcing.Step::ease)
                .filter(Objects::nonNull)
                .mapToInt(Ease::depth)
                .min()
                .orElse(0);
        String mover = Words.of("side." + found.position().sideToMove());
        String headline = found.steps().isEmpty()
                ? Words.of("forced.noLine")
                : Words.of(found.isForced(true) ? "forced.yes" : "forced.no", mover);
        return QuestionReport.of(
                headline,
                found.steps().isEmpty()
                        ? ""
                        : found.complete() ? new Grounds.AtDepth(depth).text() : Words.of("question.soFar"),
                rows,
                Fact.Named.none().with("forced", found.isForced(true)).with("moves", new Fact.Many(facts)));
    }

    private static String replies(@Nullable Ease ease) {
        if (ease == null) {
            return Words.of("forced.over");
        }
        return ease.replies() == 1
                ? Words.of("forced.single")
                : Words.of(ease.holding() == 1 ? "forced.one" : "forced.some", ease.holding(), ease.replies());
    }

    private static Fact facts(Position here, Forcing.Step step) {
        Ease ease = step.ease();
        Fact.Named facts = Fact.named("move", San.write(here, step.move()))
                .with("kind", step.kind().name())
                .with("forcing", step.isForcing());
        return ease == null ? facts : facts.with("replies", ease.replies()).with("holding", ease.holding());
    }
}
