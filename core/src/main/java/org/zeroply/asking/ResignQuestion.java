package org.zeroply.asking;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.defence.Resignation;
import org.zeroply.defence.Resignation.Defence;
import org.zeroply.defence.Resignation.Fate;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Limit;
import org.zeroply.search.Question;
import org.zeroply.words.Words;

/** Why resign? Every legal defence with its refutation, and the win played on to its end. */
public final class ResignQuestion implements CoachQuestion<Resignation> {
    /** Each defence gets so many times the usual number of positions. */
    private static final int TIMES = 20;

    private static final int DRAWN = 2;

    @Override
    public String key() {
        return "RESIGN";
    }

    @Override
    public Purpose purpose() {
        return Purpose.PROVE;
    }

    @Override
    public String command() {
        return "resign";
    }

    @Override
    public String shortcut() {
        return "Alt+Shift+W";
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
    public Outcome<Resignation> ask(Asked asked, Consumer<Resignation> partial) {
        Position position = asked.position();
        if (!position.hasLegalMove()) {
            return new Outcome.Refused<>(Words.of("question.noMove"));
        }
        return new Outcome.Found<>(Resignation.of(
                new Question(position, asked.before(), List.of(), 1, Limit.NONE),
                asked.amount().nodes(TIMES),
                asked.analyst(),
                asked.endings(),
                partial,
                asked.cancel()));
    }

    @Override
    public QuestionReport report(Asked asked, Resignation found) {
        List<Row> rows = new ArrayList<>();
        List<Fact> facts = new ArrayList<>();
        for (Defence defence : found.defences()) {
            rows.add(row(asked, found.position(), defence));
            facts.add(facts(found.position(), defence));
        }
        if (!found.win().isEmpty()) {
            rows.add(Row.of(
                    Words.of("resign.win"),
                    Words.of(
                            found.isWinShown() ? "resign.win.what" : "resign.win.open",
                            found.win().size()),
                    Emphasis.USUAL,
                    found.win()));
        }
        String side = Words.of("side." + found.position().sideToMove());
        List<Defence> holding = found.holding();
        String headline = !found.complete()
                ? Words.of("resign.soFar", found.defences().size())
                : holding.isEmpty()
                        ? Words.of("resign.lost", found.defences().size(), fates(found))
                        : Words.of(
                                "resign.holds",
                                side,
                                San.write(
                                        found.position(),
                                        holding.getFirst().entry().move(),
                                        asked.language()),
                                holding.size() - 1);
        return QuestionReport.of(
                headline,
                found.complete() ? grounds(found) : Words.of("question.soFar"),
                rows,
                Fact.Named.none()
                        .with("lost", found.complete() && holding.isEmpty())
                        .with("defences", new Fact.Many(facts))
                        .with("win", Fact.moves(found.position(), found.win()))
                        .with("winShown", found.isWinShown()));
    }

    /** "six are mated, two lose the queen, one loses a piece". */
    private static String fates(Resignation found) {
        Map<Fate, Integer> counts = new EnumMap<>(Fate.class);
        found.defences().forEach(each -> counts.merge(each.fate(), 1, Integer::sum));
        List<String> parts = new ArrayList<>();
        for (int i = Fate.values().length - 1; i > 0; i--) {
            Integer count = counts.get(Fate.values()[i]);
            if (count != null) {
                parts.add(Words.of("resign.fate." + Fate.values()[i], count));
            }
        }
        return String.join(", ", parts);
    }

    /** Proven if every defence is; else what the shallowest look rests on. */
    private static String grounds(Resignation found) {
        return found.defences().stream()
                .map(each -> each.entry().grounds())
                .filter(each -> !each.isProof())
                .findFirst()
                .or(() -> found.defences().stream()
                        .map(each -> each.entry().grounds())
                        .findFirst())
                .map(each -> each.text())
                .orElse("");
    }

    private static Row row(Asked asked, Position position, Defence defence) {
        List<Move> line = defence.entry().line().moves();
        String fate = defence.fate() == Fate.MATED
                ? Words.of("resign.mated", defence.matedIn())
                : Words.of("resign.one." + defence.fate());
        return Row.of(
                        San.line(position, line, asked.language()),
                        Words.of(
                                "resign.row",
                                fate,
                                defence.entry().line().verdict().text(),
                                defence.entry().grounds().text()),
                        defence.fate() == Fate.HOLDS ? Emphasis.STRONG : Emphasis.WEAK,
                        line)
                .withDrawn(Drawn.line(line, position.sideToMove(), DRAWN));
    }

    private static Fact facts(Position position, Defence defence) {
        return Fact.named("move", San.write(position, defence.entry().move()))
                .with("fate", defence.fate().name())
                .with("mateIn", defence.matedIn())
                .with("verdict", defence.entry().line().verdict().text())
                .with("grounds", defence.entry().grounds().text())
                .with("moves", Fact.moves(position, defence.entry().line().moves()));
    }
}
