package org.zeroply.asking;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.SearchedEntries;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/** Which men duties hold where they are. */
public final class FrozenQuestion implements CoachQuestion<List<Entry>> {
    private static final Set<Factor> DUTIES =
            EnumSet.of(Factor.FROZEN, Factor.OVERLOADED, Factor.DUTIES, Factor.SQUARE_PINS);

    @Override
    public String key() {
        return "FROZEN";
    }

    @Override
    public Purpose purpose() {
        return Purpose.DEFEND;
    }

    @Override
    public String command() {
        return "frozen";
    }

    @Override
    public String shortcut() {
        return "Alt+Shift+F";
    }

    @Override
    public boolean isAboutPiece() {
        return true;
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of();
    }

    @Override
    public Outcome<List<Entry>> ask(Asked asked, Consumer<List<Entry>> partial) {
        return new Outcome.Found<>(new SearchedEntries()
                .read(asked.position(), asked.language(), asked.cancel()).stream()
                        .filter(entry -> DUTIES.contains(entry.factor()))
                        .toList());
    }

    @Override
    public QuestionReport report(Asked asked, List<Entry> entries) {
        Side side = asked.position().sideToMove();
        List<Row> rows = new ArrayList<>();
        List<Fact> facts = new ArrayList<>();
        int frozen = 0;
        for (Entry entry : entries) {
            frozen += entry.factor() == Factor.FROZEN ? entry.of(side).value().size() : 0;
            rows.add(Row.remark(entry.factor().title(), entry.explanation(), Emphasis.USUAL));
            facts.add(Fact.named("factor", entry.factor().name())
                    .with("white", entry.white().value().text())
                    .with("black", entry.black().value().text())
                    .with("explanation", entry.explanation()));
        }
        return QuestionReport.of(
                Words.of("frozen.headline", frozen), Words.of("frozen.grounds"), rows, new Fact.Many(facts));
    }
}
