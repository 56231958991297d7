package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.defence.Plan;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/** Own moves only: where a plan leads, and where a reply spoils it. */
public final class PlanQuestion implements CoachQuestion<Plan> {
    public static final Parameter.Words MOVES = new Parameter.Words("", "question.PLAN.typed", true, false);

    private static final int REPLIES_SHOWN = 5;
    private static final int CHANGES_SHOWN = 12;

    @Override
    public String key() {
        return "PLAN";
    }

    @Override
    public Purpose purpose() {
        return Purpose.PLAN;
    }

    @Override
    public String command() {
        return "plan";
    }

    @Override
    public String shortcut() {
        return "Alt+Shift+P";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of(MOVES);
    }

    @Override
    public Outcome<Plan> ask(Asked asked, Consumer<Plan> partial) {
        Position position = asked.position();
        String typed = asked.given().of(MOVES);
        if (position.isCheck()) {
            return new Outcome.Refused<>(Words.of("question.inCheck"));
        }
        if (typed.isEmpty()) {
            return new Outcome.Refused<>(Words.of("question.none"));
        }
        List<Move> moves = new ArrayList<>();
        Position here = position;
        for (String name : Asked.words(typed)) {
            if (here.sideToMove() != position.sideToMove()) {
                return new Outcome.Refused<>(Words.of("plan.check", name));
            }
            Move move = asked.move(here, name);
            if (move == null) {
                return new Outcome.Refused<>(Words.of("plan.noMove", name));
            }
            moves.add(move);
            Position next = here.play(move);
            here = next.isCheck() ? next : next.play(Move.PASS);
        }
        return new Outcome.Found<>(Plan.of(position, moves, asked.known(), asked.cancel()));
    }

    @Override
    public QuestionReport report(Asked asked, Plan found) {
        Position position = found.position();
        List<Row> rows = new ArrayList<>();
        List<Fact> facts = new ArrayList<>();
        List<Move> own = new ArrayList<>();
        for (Plan.Step step : found.steps()) {
            List<Move> line = Lines.withPasses(own);
            if (!own.isEmpty()) {
                line.add(Move.PASS);
            }
            line.addAll(step.line().moves());
            rows.add(Row.of(
                    MoveNames.of(step.before(), step.move(), asked.language()),
                    reply(asked, step),
                    step.spoils() ? Emphasis.STRONG : Emphasis.USUAL,
                    line));
            facts.add(Fact.named("move", San.write(step.before(), step.move()))
                    .with("spoiled", step.spoils())
                    .with("verdict", step.line().verdict().text())
                    .with("moves", Fact.moves(step.before(), step.line().moves())));
            own.add(step.move());
        }
        rows.add(Row.of(Words.of("plan.leads"), Words.of("plan.leads.what"), Emphasis.USUAL, Lines.withPasses(own))
                .over(true, () -> changes(position, found.end())));
        String headline = found.spoiled()
                .map(step -> Words.of("plan.spoiled", MoveNames.of(step.before(), step.move(), asked.language())))
                .orElseGet(() -> Words.of("plan.holds"));
        return QuestionReport.of(
                        headline,
                        found.complete() ? "" : Words.of("question.soFar"),
                        rows,
                        Fact.Named.none()
                                .with("holds", found.spoiled().isEmpty())
                                .with("steps", new Fact.Many(facts)))
                .withDrawn(Drawn.plan(own, position.sideToMove()));
    }

    private static String reply(Asked asked, Plan.Step step) {
        List<Move> moves = step.line().moves();
        if (moves.size() < 2) {
            return Words.of("plan.end");
        }
        List<Move> replies = moves.subList(1, moves.size());
        String line = San.line(
                step.before().play(step.move()),
                replies.subList(0, Math.min(REPLIES_SHOWN, replies.size())),
                asked.language());
        return Words.of(
                step.spoils() ? "plan.spoils" : "plan.reply",
                line,
                step.line().verdict().text());
    }

    private static List<Row> changes(Position position, Position end) {
        Ledger before = Ledger.of(position, ValueScale.SCHOOLROOM);
        return Ledger.of(end, ValueScale.SCHOOLROOM).changesSince(before).stream()
                .filter(change -> !change.inWords().isEmpty())
                .limit(CHANGES_SHOWN)
                .map(change -> Row.remark(change.factor().title(), change.inWords(), Emphasis.USUAL))
                .toList();
    }
}
