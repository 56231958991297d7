package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.defence.Elimination;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/** Which candidate is refuted, and by what; which survives? */
public final class EliminateQuestion implements CoachQuestion<Elimination> {
    public static final Parameter.Words CANDIDATES = new Parameter.Words("", "question.ELIMINATE.typed", false, false);

    private static final int DRAWN = 2;

    @Override
    public String key() {
        return "ELIMINATE";
    }

    @Override
    public Purpose purpose() {
        return Purpose.DEFEND;
    }

    @Override
    public String command() {
        return "eliminate";
    }

    @Override
    public String shortcut() {
        return "Alt+0";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of(CANDIDATES);
    }

    @Override
    public Outcome<Elimination> ask(Asked asked, Consumer<Elimination> partial) {
        List<Move> candidates = new ArrayList<>();
        for (String name : Asked.words(asked.given().of(CANDIDATES))) {
            Move move = asked.move(asked.position(), name);
            if (move == null) {
                return new Outcome.Refused<>(Words.of("eliminate.noMove", name));
            }
            candidates.add(move);
        }
        return new Outcome.Found<>(
                Elimination.of(asked.position(), candidates, asked.known(), partial, asked.cancel()));
    }

    @Override
    public QuestionReport report(Asked asked, Elimination found) {
        List<Row> rows = new ArrayList<>();
        List<Fact> facts = new ArrayList<>();
        for (Elimination.Tried tried : found.tried()) {
            rows.add(row(asked, found, tried));
            facts.add(Fact.named("move", San.write(found.position(), tried.move()))
                    .with("survives", tried.fate() == Elimination.Fate.SURVIVES)
                    .with("loss", new Fact.Real(tried.loss()))
                    .with("lost", tried.lost())
                    .with("grounds", tried.grounds().text())
                    .with(
                            "moves",
                            Fact.moves(found.position(), tried.refutation().moves())));
        }
        String headline = found.tried().isEmpty()
                ? Words.of("question.noMove")
                : Words.of(
                        found.isLost() ? "eliminate.lost" : "eliminate.headline",
                        found.surviving().size(),
                        found.tried().size());
        QuestionReport report = QuestionReport.of(
                headline, found.complete() ? "" : Words.of("question.soFar"), rows, new Fact.Many(facts));
        return found.complete() && found.tried().size() > 1 ? report.withSeed(new TaskSeed.Eliminate(found)) : report;
    }

    private static Row row(Asked asked, Elimination found, Elimination.Tried tried) {
        Position position = found.position();
        boolean survives = tried.fate() == Elimination.Fate.SURVIVES;
        String verdict = position.play(tried.move()).isCheckmate()
                ? Words.of("eliminate.mates")
                : tried.verdict().text();
        String grounds = tried.grounds().text();
        String detail = survives
                ? Words.of(found.isLost() ? "eliminate.leastBad" : "eliminate.survives", verdict, grounds)
                : Words.of(
                        "eliminate.refuted",
                        verdict,
                        tried.lost() > 0 ? Words.of("parries.costs", tried.lost()) : "",
                        grounds);
        List<Move> line = tried.refutation().moves();
        Emphasis emphasis =
                !survives ? Emphasis.WEAK : found.surviving().size() == 1 ? Emphasis.STRONG : Emphasis.USUAL;
        String text = survives
                ? MoveNames.of(position, tried.move(), asked.language())
                : San.line(position, line, asked.language());
        return Row.of(text, detail, emphasis, line).withDrawn(Drawn.line(line, position.sideToMove(), DRAWN));
    }
}
