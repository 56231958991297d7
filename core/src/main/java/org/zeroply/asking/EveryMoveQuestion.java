package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.zeroply.analysis.EveryMove;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.words.Words;

/** Which moves hold, which lose, and by how much? */
public final class EveryMoveQuestion implements CoachQuestion<EveryMove> {
    /** Each move gets so many times the usual number of positions. */
    private static final int TIMES = 20;

    private static final int DRAWN = 2;

    @Override
    public String key() {
        return "EVERY_MOVE";
    }

    @Override
    public Purpose purpose() {
        return Purpose.PROVE;
    }

    @Override
    public String command() {
        return "moves";
    }

    @Override
    public String shortcut() {
        return "Alt+3";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of();
    }

    @Override
    public boolean dependsOnEffort() {
        return true;
    }

    @Override
    public Outcome<EveryMove> ask(Asked asked, Consumer<EveryMove> partial) {
        Question each = new Question(asked.position(), asked.before(), List.of(), 1, Limit.NONE);
        return new Outcome.Found<>(
                EveryMove.of(each, asked.amount().nodes(TIMES), asked.analyst(), partial, asked.cancel()));
    }

    @Override
    public QuestionReport report(Asked asked, EveryMove found) {
        Position position = found.position();
        List<Row> rows = new ArrayList<>();
        List<Fact> facts = new ArrayList<>();
        for (EveryMove.Entry entry : found.moves()) {
            rows.add(row(asked, found, entry));
            facts.add(facts(position, entry));
        }
        String headline = found.moves().isEmpty()
                ? Words.of("question.noMove")
                : found.onlyMove()
                        .map(only -> Words.of(
                                "every.only",
                                MoveNames.of(position, only.move(), asked.language()),
                                Words.share(only.margin())))
                        .orElseGet(() -> found.moves().size() == 1
                                ? Words.of("every.single")
                                : Words.of(
                                        "every.count",
                                        found.holding().size(),
                                        found.moves().size()));
        String grounds = found.moves().isEmpty()
                ? ""
                : found.onlyMove()
                        .map(only -> only.grounds().text())
                        .orElse(found.moves().getFirst().grounds().text());
        return QuestionReport.of(
                headline, found.complete() ? grounds : Words.of("question.soFar"), rows, new Fact.Many(facts));
    }

    private static Row row(Asked asked, EveryMove found, EveryMove.Entry entry) {
        Position position = found.position();
        Move reply = entry.reply();
        String text = MoveNames.of(position, entry.move(), asked.language())
                + (reply == null ? "" : " " + San.write(position.play(entry.move()), reply, asked.language()));
        String verdict = QuestionReport.sentence(entry.line().verdict().text());
        String grounds = entry.grounds().text();
        String detail = entry.holds()
                ? Words.of("every.holds", verdict, grounds)
                : Words.of("every.loses", verdict, Words.share(entry.loss()), grounds);
        Emphasis emphasis =
                !entry.holds() ? Emphasis.WEAK : found.holding().size() == 1 ? Emphasis.STRONG : Emphasis.USUAL;
        List<Move> moves = entry.line().moves();
        return Row.of(text, detail, emphasis, moves).withDrawn(Drawn.line(moves, position.sideToMove(), DRAWN));
    }

    private static Fact facts(Position position, EveryMove.Entry entry) {
        return Fact.named("move", San.write(position, entry.move()))
                .with("holds", entry.holds())
                .with("loss", new Fact.Real(entry.loss()))
                .with("verdict", entry.line().verdict().text())
                .with("grounds", entry.grounds().text())
                .with("moves", Fact.moves(position, entry.line().moves()));
    }
}
