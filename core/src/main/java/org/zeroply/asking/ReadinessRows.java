package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.defence.Drops;
import org.zeroply.defence.DropsText;
import org.zeroply.defence.Plan;
import org.zeroply.defence.Preparation;
import org.zeroply.defence.Readiness;
import org.zeroply.defence.Wish;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/** Whether a move may be played yet, in words and rows: for that question, and for each way to drive a piece off. */
final class ReadinessRows {
    private ReadinessRows() {}

    static String headline(Asked asked, Readiness found) {
        String name = found.wish().text(found.position(), asked.language());
        Move now = found.now();
        if (now == null) {
            boolean never = found.wish().isNeverPossible(found.position());
            return found.drops().isNothing() || never
                    ? Words.of(never ? "ready.never" : "ready.notLegal", name)
                    : Words.of("ready.notLegalHangs", name, dropped(found, asked.language()));
        }
        return found.isReady()
                ? Words.of("ready.ready", name)
                : Words.of("ready.drops", name, dropped(found, asked.language()));
    }

    private static String dropped(Readiness found, Language language) {
        Move now = found.now();
        Position position = found.position();
        return DropsText.of(found.drops(), now == null ? position : position.play(now), language);
    }

    static List<Row> of(Asked asked, Readiness found) {
        Position position = found.position();
        List<Row> rows = new ArrayList<>();
        if (found.now() == null && found.wish().isCastling()) {
            Entry castling = Ledger.of(position, ValueScale.SCHOOLROOM).entry(Factor.CASTLING);
            rows.add(Row.remark(castling.factor().title(), castling.explanation(), Emphasis.USUAL));
        }
        Drops.Longer longer = found.drops().longer();
        if (longer != null && found.now() != null) {
            List<Move> line = Lines.joined(List.of(found.now()), longer.line().toArray(Move[]::new));
            rows.add(
                    Row.of(San.line(position, line, asked.language()), Words.of("ready.longer"), Emphasis.USUAL, line));
        }
        if (!found.drops().weak().isEmpty()) {
            rows.add(Row.remark(Words.of("ready.weak"), found.drops().weak().toString(), Emphasis.USUAL));
        }
        if (!found.drops().letIn().isEmpty()) {
            rows.add(Row.remark(
                    Words.of("ready.letIn", found.drops().letIn()), Words.of("ready.letIn.what"), Emphasis.USUAL));
        }
        for (Readiness.Driven driven : found.driven()) {
            rows.add(Row.remark(
                    Words.of("ready.drives", DropsText.named(position, driven.piece())),
                    driven.isTrapped() ? Words.of("ready.trapped") : Words.of("ready.safe", driven.safe()),
                    Emphasis.USUAL));
        }
        found.sets().forEach(set -> rows.add(set(asked, position, found.wish(), set)));
        for (Readiness.Tried tried : found.tried()) {
            rows.add(Row.of(
                    San.write(position, tried.move(), asked.language()),
                    Words.of(
                            "ready.notEnough",
                            found.wish().text(asked.language()),
                            DropsText.of(tried.drops(), tried.after(), asked.language())),
                    Emphasis.WEAK,
                    List.of(tried.move())));
        }
        if (!found.isReady() && found.sets().isEmpty() && found.searched() > 0) {
            rows.add(Row.remark("", Words.of("ready.noSet", found.searched()), Emphasis.WEAK));
        }
        return rows;
    }

    private static Row set(Asked asked, Position position, Wish wish, Preparation set) {
        List<String> names = Readiness.names(position, set.inOrder(), asked.language());
        Preparation.Trial trial = set.trial();
        String detail = trial == null
                ? Words.of("ready.noOrder")
                : trial.holds() ? Words.of("ready.holds") : Words.of("ready.spoiled", trial.why());
        return Row.of(
                        String.join(", ", names),
                        detail,
                        trial != null && trial.holds() ? Emphasis.STRONG : Emphasis.USUAL,
                        trial == null ? List.of() : prepared(position, wish, set))
                .withDrawn(Drawn.plan(set.inOrder(), position.sideToMove()))
                .over(true, () -> underSet(asked, position, set, names));
    }

    /** The set and the move, the other side passing. */
    private static List<Move> prepared(Position position, Wish wish, Preparation set) {
        List<Move> moves = new ArrayList<>(set.inOrder());
        wish.in(Plan.after(position, moves)).ifPresent(moves::add);
        return Lines.withPasses(moves);
    }

    private static List<Row> underSet(Asked asked, Position position, Preparation set, List<String> names) {
        List<Row> rows = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            rows.add(Row.remark(names.get(i), set.moves().get(i).why(), Emphasis.USUAL));
        }
        for (Preparation.Order order : set.orders()) {
            if (!order.works()) {
                String moves = String.join(", ", Readiness.names(position, order.moves(), asked.language()));
                rows.add(Row.remark(Words.of("ready.order", moves), order.why(), Emphasis.WEAK));
            }
        }
        Preparation.Trial trial = set.trial();
        if (trial != null) {
            rows.add(Row.of(
                    San.line(position, trial.line(), asked.language()),
                    trial.holds() ? Words.of("ready.holds") : trial.why(),
                    trial.holds() ? Emphasis.STRONG : Emphasis.WEAK,
                    trial.line()));
        }
        return rows;
    }

    static Fact.Named facts(Readiness found) {
        Position position = found.position();
        Move now = found.now();
        List<Fact> driven = new ArrayList<>();
        for (Readiness.Driven each : found.driven()) {
            driven.add(Fact.named("piece", each.piece().toString())
                    .with("safe", each.safe().toString()));
        }
        List<Fact> sets = new ArrayList<>();
        found.sets().forEach(set -> sets.add(facts(position, set)));
        return Fact.named("move", found.wish().text(position, Language.ENGLISH))
                .with("legal", now != null)
                .with("ready", found.isReady())
                .with("drops", dropped(found, Language.ENGLISH))
                .with("weak", found.drops().weak().toString())
                .with("letIn", found.drops().letIn().toString())
                .with("driven", new Fact.Many(driven))
                .with("searched", found.searched())
                .with("sets", new Fact.Many(sets));
    }

    private static Fact facts(Position position, Preparation set) {
        List<Fact> moves = new ArrayList<>();
        List<String> names = Readiness.names(position, set.inOrder(), Language.ENGLISH);
        for (int i = 0; i < names.size(); i++) {
            moves.add(Fact.named("move", names.get(i))
                    .with("why", set.moves().get(i).why()));
        }
        List<Fact> wrong = new ArrayList<>();
        for (Preparation.Order order : set.orders()) {
            if (!order.works()) {
                String named = String.join(", ", Readiness.names(position, order.moves(), Language.ENGLISH));
                wrong.add(Fact.named("moves", named).with("why", order.why()));
            }
        }
        Preparation.Trial trial = set.trial();
        Fact.Named facts = Fact.Named.none()
                .with("moves", new Fact.Many(moves))
                .with("notInOrder", new Fact.Many(wrong))
                .with("holds", trial != null && trial.holds());
        return trial == null
                ? facts
                : facts.with("trial", San.line(position, trial.line())).with("spoiled", trial.why());
    }
}
