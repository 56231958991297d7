package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.zeroply.analysis.Candidate;
import org.zeroply.analysis.Ease;
import org.zeroply.analysis.Study;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Question;
import org.zeroply.search.Threats;
import org.zeroply.words.Words;

/**
 * Which moves come into question, what best play makes of each, which natural ones fail, and how easy each is to meet? The
 * window has cards of its own for this one, which grow while it is worked out.
 */
public final class CandidatesQuestion implements CoachQuestion<Study> {
    private static final Parameter.Count LINES =
            new Parameter.Count("lines", "candidates.lines", 1, Question.MOST_LINES, 3);
    private static final Parameter.Words NAMED = new Parameter.Words("named", "candidates.named", false, false);

    private static final int DRAWN = 3;

    @Override
    public String key() {
        return "CANDIDATES";
    }

    @Override
    public Purpose purpose() {
        return Purpose.ATTACK;
    }

    @Override
    public String command() {
        return "candidates";
    }

    @Override
    public String shortcut() {
        return "Alt+1";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of(LINES, NAMED);
    }

    @Override
    public boolean dependsOnEffort() {
        return true;
    }

    @Override
    public Outcome<Study> ask(Asked asked, Consumer<Study> partial) {
        List<Move> named = new ArrayList<>();
        for (String name : Asked.words(asked.given().of(NAMED))) {
            Move move = asked.move(asked.position(), name);
            if (move == null) {
                return new Outcome.Refused<>(Words.of("eliminate.noMove", name));
            }
            named.add(move);
        }
        Question question = new Question(
                asked.position(),
                asked.before(),
                List.of(),
                asked.given().of(LINES),
                asked.amount().whole());
        Study.Task task = new Study.Task(
                question, named, asked.amount().whole(), asked.amount().nodes());
        return new Outcome.Found<>(Study.run(task, asked.analyst(), new Threats(), partial, asked.cancel()));
    }

    @Override
    public QuestionReport report(Asked asked, Study found) {
        List<Row> rows = new ArrayList<>();
        List<Fact> facts = new ArrayList<>();
        for (Candidate candidate : found.candidates(ValueScale.SCHOOLROOM)) {
            rows.add(row(asked, found, candidate));
            facts.add(facts(found, candidate));
        }
        String headline = found.verdict() == null
                ? Words.of(found.complete() ? "question.noMove" : "question.soFar")
                : QuestionReport.sentence(found.verdict().text());
        int threats = found.threats() == null ? 0 : found.threats().size();
        String grounds = !found.complete()
                ? Words.of("question.soFar")
                : threats > 0 ? Words.of("candidates.threats", threats) : "";
        return QuestionReport.of(headline, grounds, rows, new Fact.Many(facts));
    }

    private static Row row(Asked asked, Study found, Candidate candidate) {
        Position position = found.position();
        List<String> said = new ArrayList<>(
                List.of(QuestionReport.sentence(candidate.verdict().text())));
        if (candidate.isRefuted()) {
            said.add(Words.of(
                    candidate.natural() ? "candidates.naturalFails" : "candidates.fails",
                    Words.share(candidate.loss())));
        }
        Ease ease = found.ease().get(candidate.move());
        if (ease != null) {
            said.add(Words.of("candidates.ease", ease.holding(), ease.replies()));
        }
        List<Move> moves = candidate.line().moves();
        return Row.of(
                        San.line(position, moves, asked.language()),
                        String.join("; ", said),
                        candidate.isRefuted() ? Emphasis.WEAK : Emphasis.USUAL,
                        moves)
                .withDrawn(Drawn.line(moves, position.sideToMove(), DRAWN));
    }

    private static Fact facts(Study found, Candidate candidate) {
        Position position = found.position();
        Fact.Named fact = Fact.named("move", San.write(position, candidate.move()))
                .with("verdict", candidate.verdict().text())
                .with("loss", new Fact.Real(candidate.loss()))
                .with("natural", candidate.natural())
                .with("moves", Fact.moves(position, candidate.line().moves()));
        Ease ease = found.ease().get(candidate.move());
        return ease == null ? fact : fact.with("replies", ease.replies()).with("holding", ease.holding());
    }
}
