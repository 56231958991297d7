package org.zeroply.desktop.calculation;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.zeroply.defence.DrivingOff;
import org.zeroply.defence.Drops;
import org.zeroply.defence.Elimination;
import org.zeroply.defence.Parries;
import org.zeroply.defence.Parry;
import org.zeroply.defence.ParryKind;
import org.zeroply.defence.Pin;
import org.zeroply.defence.PinEscape;
import org.zeroply.defence.PinWay;
import org.zeroply.defence.Plan;
import org.zeroply.defence.Preparation;
import org.zeroply.defence.Readiness;
import org.zeroply.defence.Telling;
import org.zeroply.defence.Wish;
import org.zeroply.desktop.board.Trace;
import org.zeroply.desktop.calculation.Answer.Emphasis;
import org.zeroply.desktop.calculation.Answer.Row;
import org.zeroply.desktop.game.MoveNames;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.reading.Change;
import org.zeroply.reading.Entry;
import org.zeroply.reading.Factor;
import org.zeroply.reading.Ledger;
import org.zeroply.reading.ValueScale;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.search.Threat;
import org.zeroply.words.Words;

/** Turns what the core found about defence and readiness into what the panel shows. */
final class DefenceAnswers {
    private static final int REPLIES_SHOWN = 5;
    private static final int CHANGES_SHOWN = 12;

    private final int node;
    private final Language language;

    DefenceAnswers(int node, Language language) {
        this.node = node;
        this.language = language;
    }

    private Answer answer(
            CoachQuestion question,
            Position position,
            String headline,
            String grounds,
            List<Row> rows,
            List<Trace> traces) {
        return new Answer(question, node, position, headline, grounds, rows, List.of(), traces, null);
    }

    private String line(Position position, List<Move> moves) {
        return San.line(position, moves.subList(0, Math.min(REPLIES_SHOWN, moves.size())), language);
    }

    private static Row remark(String text, String detail, Emphasis emphasis) {
        return Row.plain(text, detail, emphasis, List.of());
    }

    // ---- parries

    Answer noThreat(Position position) {
        return answer(CoachQuestion.PARRIES, position, Texts.of("parries.none"), "", List.of(), List.of());
    }

    Answer parries(Parries found) {
        Position position = found.position();
        Threat threat = found.threat();
        List<Row> rows = new ArrayList<>();
        if (found.empty() != null) {
            rows.add(remark(
                    line(position.play(Move.PASS), found.empty().moves()), Texts.of("parries.empty"), Emphasis.WEAK));
        }
        for (Parry parry : found.meeting()) {
            rows.add(row(position, parry, rows.isEmpty() ? Emphasis.STRONG : Emphasis.USUAL));
        }
        for (Parry parry : found.failing()) {
            rows.add(row(position, parry, Emphasis.WEAK));
        }
        String what = threat.line().isEmpty()
                ? Words.of("threat." + threat.kind(), threat.mateIn())
                : Texts.of(
                        "parries.threat",
                        Words.of("threat." + threat.kind(), threat.mateIn()),
                        line(position.play(Move.PASS), threat.line()));
        String headline = Texts.of("parries.headline", what, found.meeting().size());
        List<Trace> traces = threat.line().isEmpty()
                ? List.of()
                : List.of(new Trace.Threat(
                        threat.line().getFirst().from(),
                        threat.line().getFirst().to(),
                        position.sideToMove().opposite()));
        String grounds = !found.complete()
                ? Texts.of("question.soFar")
                : found.meeting().isEmpty()
                        ? ""
                        : found.meeting().getFirst().grounds().text();
        return answer(CoachQuestion.PARRIES, position, headline, grounds, rows, traces);
    }

    private Row row(Position position, Parry parry, Emphasis emphasis) {
        String kinds = parry.kindsInOrder().stream().map(ParryKind::title).collect(Collectors.joining(", "));
        String verdict = parry.verdict().text();
        String cost = parry.lost() > 0 ? Texts.of("parries.costs", parry.lost()) : "";
        List<String> price = parry.changes().stream()
                .map(change ->
                        Texts.of("parries.change", change.factor().title(), change.inWords(position.sideToMove())))
                .toList();
        String detail = parry.meets()
                ? Texts.of("parries.meets", kinds, verdict, cost)
                : Texts.of("parries.fails", kinds, verdict, cost);
        List<Move> line = parry.line().moves();
        return new Row(
                parry.meets() ? MoveNames.of(position, parry.move(), language) : line(position, line),
                detail,
                emphasis,
                line,
                Answers.plan(line, position.sideToMove(), 2),
                null,
                () -> {
                    List<Row> under = new ArrayList<>();
                    under.add(Row.plain(San.line(position, line, language), "", Emphasis.USUAL, line));
                    price.forEach(change -> under.add(remark("", change, Emphasis.USUAL)));
                    return under;
                },
                true);
    }

    // ---- pins

    Answer pins(Position position, List<PinEscape> escapes) {
        List<Row> rows = new ArrayList<>();
        List<Trace> traces = new ArrayList<>();
        for (PinEscape escape : escapes) {
            Pin pin = escape.pin();
            traces.add(new Trace.Tie(
                    pin.pinner(), pin.behind(), position.sideToMove().opposite()));
            rows.add(new Row(
                    Texts.of("pins.pin", Telling.named(position, pin.pinned()), Telling.named(position, pin.pinner())),
                    Texts.of(
                            "pins.ways",
                            Telling.named(position, pin.behind()),
                            escape.ways().size()),
                    Emphasis.STRONG,
                    List.of(),
                    List.of(new Trace.Tie(
                            pin.pinner(), pin.behind(), position.sideToMove().opposite())),
                    null,
                    () -> ways(position, escape),
                    true));
        }
        String headline = escapes.isEmpty() ? Texts.of("pins.none") : Texts.of("pins.count", escapes.size());
        return answer(CoachQuestion.PINS, position, headline, "", rows, traces);
    }

    private List<Row> ways(Position position, PinEscape escape) {
        List<Row> rows = new ArrayList<>();
        escape.ways().forEach(way -> rows.add(way(position, way, Emphasis.USUAL)));
        escape.failing().forEach(way -> rows.add(way(position, way, Emphasis.WEAK)));
        return rows;
    }

    private Row way(Position position, PinEscape.Way way, Emphasis emphasis) {
        String kinds = way.kindsInOrder().stream().map(PinWay::title).collect(Collectors.joining(", "));
        String detail = Texts.of(
                emphasis == Emphasis.WEAK ? "pins.fails" : "pins.works",
                kinds,
                way.line().verdict().text());
        List<Move> line = way.line().moves();
        return Row.plain(line(position, line), detail, emphasis, line)
                .withTraces(Answers.plan(line, position.sideToMove(), 2));
    }

    // ---- elimination

    Answer elimination(Elimination found) {
        Position position = found.position();
        List<Row> rows = new ArrayList<>();
        for (Elimination.Tried tried : found.tried()) {
            boolean survives = tried.fate() == Elimination.Fate.SURVIVES;
            String detail = survives
                    ? Texts.of(
                            found.isLost() ? "eliminate.leastBad" : "eliminate.survives",
                            tried.verdict().text(),
                            tried.grounds().text())
                    : Texts.of(
                            "eliminate.refuted",
                            tried.verdict().text(),
                            tried.lost() > 0 ? Texts.of("parries.costs", tried.lost()) : "",
                            tried.grounds().text());
            List<Move> line = tried.refutation().moves();
            rows.add(Row.plain(
                            survives
                                    ? MoveNames.of(position, tried.move(), language)
                                    : San.line(position, line, language),
                            detail,
                            !survives
                                    ? Emphasis.WEAK
                                    : found.surviving().size() == 1 ? Emphasis.STRONG : Emphasis.USUAL,
                            line)
                    .withTraces(Answers.plan(line, position.sideToMove(), 2)));
        }
        String headline = found.tried().isEmpty()
                ? Texts.of("question.noMove")
                : Texts.of(
                        found.isLost() ? "eliminate.lost" : "eliminate.headline",
                        found.surviving().size(),
                        found.tried().size());
        return answer(
                CoachQuestion.ELIMINATE,
                position,
                headline,
                found.complete() ? "" : Texts.of("question.soFar"),
                rows,
                List.of());
    }

    // ---- readiness

    Answer readiness(Readiness found) {
        Position position = found.position();
        List<Row> rows = new ArrayList<>(readinessRows(found));
        return answer(
                CoachQuestion.READY,
                position,
                readinessText(found),
                found.complete() ? "" : Texts.of("ready.searched", found.searched()),
                rows,
                List.of());
    }

    private String readinessText(Readiness found) {
        String name = found.wish().text(language);
        Move now = found.now();
        if (now == null) {
            return Texts.of("ready.notLegal", name);
        }
        return found.isReady()
                ? Texts.of("ready.ready", name)
                : Texts.of(
                        "ready.drops",
                        name,
                        Telling.of(found.drops(), found.position().play(now), language));
    }

    private List<Row> readinessRows(Readiness found) {
        Position position = found.position();
        List<Row> rows = new ArrayList<>();
        if (found.now() == null && found.wish().isCastling()) {
            Entry castling = Ledger.of(position, ValueScale.SCHOOLROOM).entry(Factor.CASTLING);
            rows.add(remark(castling.factor().title(), castling.explanation(), Emphasis.USUAL));
        }
        Drops.Longer longer = found.drops().longer();
        if (longer != null && found.now() != null) {
            List<Move> line = new ArrayList<>(List.of(found.now()));
            line.addAll(longer.line());
            rows.add(Row.plain(San.line(position, line, language), Texts.of("ready.longer"), Emphasis.USUAL, line));
        }
        if (!found.drops().weak().isEmpty()) {
            rows.add(remark(Texts.of("ready.weak"), found.drops().weak().toString(), Emphasis.USUAL));
        }
        if (!found.drops().letIn().isEmpty()) {
            rows.add(remark(
                    Texts.of("ready.letIn", found.drops().letIn()), Texts.of("ready.letIn.what"), Emphasis.USUAL));
        }
        for (Readiness.Driven driven : found.driven()) {
            rows.add(remark(
                    Texts.of("ready.drives", Telling.named(position, driven.piece())),
                    driven.isTrapped() ? Texts.of("ready.trapped") : Texts.of("ready.safe", driven.safe()),
                    Emphasis.USUAL));
        }
        for (Preparation set : found.sets()) {
            rows.add(setRow(position, found.wish(), set));
        }
        if (!found.isReady() && found.sets().isEmpty()) {
            rows.add(remark("", Texts.of("ready.noSet", found.searched()), Emphasis.WEAK));
        }
        return rows;
    }

    private Row setRow(Position position, Wish wish, Preparation set) {
        List<String> names = Readiness.names(position, set.inOrder(), language);
        Preparation.Trial trial = set.trial();
        String detail = trial == null
                ? Texts.of("ready.noOrder")
                : trial.holds() ? Texts.of("ready.holds") : Texts.of("ready.spoiled", trial.why());
        boolean holds = trial != null && trial.holds();
        return new Row(
                String.join(", ", names),
                detail,
                holds ? Emphasis.STRONG : Emphasis.USUAL,
                trial == null ? List.of() : prepared(position, wish, set),
                plans(set.inOrder(), position.sideToMove()),
                null,
                () -> underSet(position, set, names),
                true);
    }

    /** The set and the move, the other side passing. */
    private static List<Move> prepared(Position position, Wish wish, Preparation set) {
        List<Move> moves = new ArrayList<>(set.inOrder());
        wish.in(Plan.after(position, moves)).ifPresent(moves::add);
        return withPasses(moves);
    }

    private static List<Move> withPasses(List<Move> own) {
        List<Move> path = new ArrayList<>();
        for (Move move : own) {
            if (!path.isEmpty()) {
                path.add(Move.PASS);
            }
            path.add(move);
        }
        return path;
    }

    private static List<Trace> plans(List<Move> moves, Side side) {
        List<Trace> traces = new ArrayList<>();
        for (int i = 0; i < moves.size(); i++) {
            traces.add(new Trace.Plan(List.of(moves.get(i).from(), moves.get(i).to()), i + 1, side));
        }
        return traces;
    }

    private List<Row> underSet(Position position, Preparation set, List<String> names) {
        List<Row> rows = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            rows.add(remark(names.get(i), set.moves().get(i).why(), Emphasis.USUAL));
        }
        for (Preparation.Order order : set.orders()) {
            if (!order.works()) {
                String moves = String.join(", ", Readiness.names(position, order.moves(), language));
                rows.add(remark(Texts.of("ready.order", moves), order.why(), Emphasis.WEAK));
            }
        }
        Preparation.Trial trial = set.trial();
        if (trial != null) {
            rows.add(Row.plain(
                    San.line(position, trial.line(), language),
                    trial.holds() ? Texts.of("ready.holds") : trial.why(),
                    trial.holds() ? Emphasis.STRONG : Emphasis.WEAK,
                    trial.line()));
        }
        return rows;
    }

    // ---- plans

    Answer plan(Plan found) {
        Position position = found.position();
        List<Row> rows = new ArrayList<>();
        List<Move> own = new ArrayList<>();
        for (Plan.Step step : found.steps()) {
            List<Move> line = withPasses(own);
            if (!own.isEmpty()) {
                line.add(Move.PASS);
            }
            line.addAll(step.line().moves());
            String reply = step.line().moves().size() < 2
                    ? Texts.of("plan.end")
                    : Texts.of(
                            step.spoils() ? "plan.spoils" : "plan.reply",
                            line(
                                    step.before().play(step.move()),
                                    step.line()
                                            .moves()
                                            .subList(1, step.line().moves().size())),
                            step.line().verdict().text());
            rows.add(Row.plain(
                    MoveNames.of(step.before(), step.move(), language),
                    reply,
                    step.spoils() ? Emphasis.STRONG : Emphasis.USUAL,
                    line));
            own.add(step.move());
        }
        Position end = found.end();
        rows.add(new Row(
                Texts.of("plan.leads"),
                Texts.of("plan.leads.what"),
                Emphasis.USUAL,
                withPasses(own),
                List.of(),
                null,
                () -> changes(position, end),
                true));
        String headline = found.spoiled()
                .map(step -> Texts.of("plan.spoiled", MoveNames.of(step.before(), step.move(), language)))
                .orElseGet(() -> Texts.of("plan.holds"));
        return answer(
                CoachQuestion.PLAN,
                position,
                headline,
                found.complete() ? "" : Texts.of("question.soFar"),
                rows,
                plans(own, position.sideToMove()));
    }

    private static List<Row> changes(Position position, Position end) {
        Ledger before = Ledger.of(position, ValueScale.SCHOOLROOM);
        return Ledger.of(end, ValueScale.SCHOOLROOM).changesSince(before).stream()
                .filter(change -> !change.inWords().isEmpty())
                .limit(CHANGES_SHOWN)
                .map((Change change) -> remark(change.factor().title(), change.inWords(), Emphasis.USUAL))
                .toList();
    }

    // ---- driving off, frozen men

    Answer drivingOff(DrivingOff found, boolean complete) {
        Position position = found.position();
        String piece = Telling.named(position, found.piece());
        List<Row> rows = new ArrayList<>();
        for (Readiness way : found.ways()) {
            String after = way.isReady()
                    ? Texts.of("drive.now")
                    : Texts.of(
                            "drive.after",
                            String.join(
                                    ", ",
                                    Readiness.names(
                                            position, way.sets().getFirst().inOrder(), language)));
            rows.add(new Row(
                    way.wish().text(language),
                    after,
                    way.isReady() ? Emphasis.STRONG : Emphasis.USUAL,
                    way.now() == null ? List.of() : List.of(way.now()),
                    List.of(),
                    null,
                    () -> {
                        List<Row> under = new ArrayList<>();
                        under.add(remark("", readinessText(way), Emphasis.USUAL));
                        under.addAll(readinessRows(way));
                        return under;
                    },
                    true));
        }
        String headline = found.hangs()
                ? Texts.of("drive.hangs", piece)
                : rows.isEmpty() ? Texts.of("drive.none", piece) : Texts.of("drive.count", piece, rows.size());
        return answer(
                CoachQuestion.DRIVE_OFF,
                position,
                headline,
                complete ? "" : Texts.of("question.soFar"),
                rows,
                List.of());
    }

    Answer frozen(Position position, List<Entry> entries) {
        List<Row> rows = new ArrayList<>();
        int count = 0;
        for (Entry entry : entries) {
            for (Side side : Side.values()) {
                count += side == position.sideToMove() && entry.factor() == Factor.FROZEN
                        ? entry.of(side).value().size()
                        : 0;
            }
            rows.add(remark(entry.factor().title(), entry.explanation(), Emphasis.USUAL));
        }
        return answer(
                CoachQuestion.FROZEN,
                position,
                Texts.of("frozen.headline", count),
                Texts.of("frozen.grounds"),
                rows,
                List.of());
    }
}
