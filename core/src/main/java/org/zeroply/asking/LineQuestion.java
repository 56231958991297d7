package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.zeroply.analysis.LineCheck;
import org.zeroply.analysis.LineCheckText;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.MoveNames;
import org.zeroply.search.Grounds;
import org.zeroply.words.Words;

/** What is wrong with the lines of this game? On the command line it is asked of files. */
public final class LineQuestion implements CoachQuestion<LineCheck> {
    public static final Parameter.Flag FROM_HERE = new Parameter.Flag("fromHere", "line.fromHere", false);

    /** A line from here: whoever shows the game enters it before asking. */
    public static final Parameter.Words TYPED = new Parameter.Words("line", "line.typed", false, true);

    @Override
    public String key() {
        return "LINE";
    }

    @Override
    public Purpose purpose() {
        return Purpose.PROVE;
    }

    @Override
    public String command() {
        return "";
    }

    @Override
    public String shortcut() {
        return "Alt+5";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of(FROM_HERE, TYPED);
    }

    @Override
    public boolean dependsOnEffort() {
        return true;
    }

    @Override
    public Outcome<LineCheck> ask(Asked asked, Consumer<LineCheck> partial) {
        return new Outcome.Found<>(LineCheck.of(
                asked.tree(),
                asked.given().of(FROM_HERE) ? asked.node() : GameTree.ROOT,
                asked.amount().position(),
                asked.analyst(),
                progress -> asked.progress().accept((double) progress.done() / progress.of()),
                asked.cancel()));
    }

    @Override
    public QuestionReport report(Asked asked, LineCheck check) {
        List<Row> rows = new ArrayList<>();
        List<Fact> facts = new ArrayList<>();
        for (LineCheck.Finding finding : check.findings()) {
            String text = LineCheckText.of(asked.tree(), finding, asked.language());
            Emphasis emphasis = switch (finding.kind()) {
                case RIGHT_VERDICT -> Emphasis.WEAK;
                case LEFT_OUT -> Emphasis.USUAL;
                default -> Emphasis.STRONG;
            };
            boolean stands = finding.inTree() && !finding.better().isEmpty();
            rows.add(Row.remark(
                            MoveNames.of(asked.tree(), finding.node(), asked.language()),
                            QuestionReport.sentence(text) + (stands ? Words.of("line.inTree") : ""),
                            emphasis)
                    .of(finding));
            facts.add(Fact.named("kind", finding.kind().name()).with("text", text));
        }
        long wrong = check.findings().stream()
                .filter(finding -> finding.kind() != LineCheck.Kind.RIGHT_VERDICT)
                .count();
        String headline = wrong == 0
                ? Words.of("line.clean", check.losses().size())
                : Words.of("line.found", wrong, check.losses().size());
        return QuestionReport.of(
                headline,
                check.complete() ? Grounds.of(check.depth()).text() : Words.of("question.soFar"),
                rows,
                new Fact.Many(facts));
    }
}
