package org.zeroply.asking;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.defence.Parries;
import org.zeroply.defence.Parry;
import org.zeroply.defence.ParryKind;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameNode;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Threat;
import org.zeroply.search.Threats;
import org.zeroply.words.Words;

/** Every legal move that meets the gravest threat, or a named one, by what it does, with its price; the other threats are told. */
public final class ParriesQuestion implements CoachQuestion<ParriesQuestion.Answer> {
    /** The first move of a threat. */
    public static final Parameter.Words THREAT = new Parameter.Words("threat", "question.PARRIES.typed", false, false);

    private static final int SHOWN = 5;
    private static final int DRAWN = 2;

    /**
     * What is found.
     *
     * @param parries the ways to meet the threat; null where nothing threatens
     * @param others what is threatened besides
     */
    public record Answer(@Nullable Parries parries, List<Threat> others) {}

    @Override
    public String key() {
        return "PARRIES";
    }

    @Override
    public Purpose purpose() {
        return Purpose.DEFEND;
    }

    @Override
    public String command() {
        return "parries";
    }

    @Override
    public String shortcut() {
        return "Alt+9";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of(THREAT);
    }

    @Override
    public Outcome<Answer> ask(Asked asked, Consumer<Answer> partial) {
        Position position = asked.position();
        String typed = asked.given().of(THREAT);
        List<Threat> threats = new Threats().against(position, asked.cancel());
        Threat threat;
        if (typed.isEmpty()) {
            if (threats.isEmpty()) {
                return new Outcome.Found<>(new Answer(null, List.of()));
            }
            threat = threats.getFirst();
        } else {
            if (position.isCheck()) {
                return new Outcome.Refused<>(Words.of("parries.inCheck"));
            }
            Move move = asked.move(position.play(Move.PASS), typed);
            if (move == null) {
                return new Outcome.Refused<>(Words.of("parries.noMove", typed));
            }
            Optional<Threat> named = threats.stream()
                    .filter(each -> each.line().getFirst().equals(move))
                    .findFirst()
                    .or(() -> Parries.named(position, move, asked.known(), asked.cancel()));
            if (named.isEmpty()) {
                return new Outcome.Refused<>(Words.of("parries.harmless", typed));
            }
            threat = named.get();
        }
        List<Threat> others =
                threats.stream().filter(each -> !each.equals(threat)).toList();
        return new Outcome.Found<>(new Answer(
                Parries.of(
                        position,
                        threat,
                        asked.known(),
                        found -> partial.accept(new Answer(found, others)),
                        asked.cancel()),
                others));
    }

    @Override
    public QuestionReport report(Asked asked, Answer answer) {
        Parries found = answer.parries();
        if (found == null) {
            return QuestionReport.of(Words.of("parries.none"), "", List.of(), Fact.named("threat", "none"));
        }
        Position position = found.position();
        Threat threat = found.threat();
        List<Row> rows = new ArrayList<>();
        if (found.empty() != null) {
            rows.add(Row.remark(
                    begin(asked, position.play(Move.PASS), found.empty().moves()),
                    Words.of("parries.empty"),
                    Emphasis.WEAK));
        }
        Set<Move> own = ownCandidates(asked);
        for (Parry parry : inOrder(found.meeting(), own)) {
            boolean isBest = parry.equals(found.meeting().getFirst());
            rows.add(row(asked, position, parry, own, isBest ? Emphasis.STRONG : Emphasis.USUAL));
        }
        answer.others().forEach(other -> rows.add(other(asked, position, other)));
        inOrder(found.failing(), own).forEach(parry -> rows.add(row(asked, position, parry, own, Emphasis.WEAK)));
        String name = Words.of("threat." + threat.kind(), threat.mateIn());
        String what = threat.line().isEmpty()
                ? name
                : Words.of("parries.threat", name, begin(asked, position.play(Move.PASS), threat.line()));
        String headline = Words.of("parries.headline", what, found.meeting().size());
        String grounds = !found.complete()
                ? Words.of("question.soFar")
                : found.meeting().isEmpty()
                        ? ""
                        : found.meeting().getFirst().grounds().text();
        QuestionReport report =
                QuestionReport.of(headline, grounds, rows, facts(answer, found)).withDrawn(drawn(position, threat));
        return found.complete() && !found.meeting().isEmpty() ? report.withSeed(new TaskSeed.Parry(found)) : report;
    }

    /** The moves that the coach wrote down as candidates. */
    private static Set<Move> ownCandidates(Asked asked) {
        Set<Move> own = new HashSet<>();
        GameNode node = asked.tree().node(asked.node());
        CoachRemarks.of(node).candidates().forEach(candidate -> {
            Move move = San.read(asked.position(), candidate.move());
            if (move != null) {
                own.add(move);
            }
        });
        return own;
    }

    /** The coach's own first, then the best, then by kind, and of a kind the cheapest first. */
    private static List<Parry> inOrder(List<Parry> parries, Set<Move> own) {
        return parries.stream()
                .sorted(Comparator.comparing((Parry parry) -> !own.contains(parry.move()))
                        .thenComparing(parry -> !parry.equals(parries.getFirst()))
                        .thenComparing(parry ->
                                parry.kindsInOrder().stream().findFirst().orElse(ParryKind.OTHERWISE))
                        .thenComparingInt(Parry::lost))
                .toList();
    }

    private static List<Drawn> drawn(Position position, Threat threat) {
        if (threat.line().isEmpty()) {
            return List.of();
        }
        Move first = threat.line().getFirst();
        return List.of(
                new Drawn.Threat(first.from(), first.to(), position.sideToMove().opposite()));
    }

    private static String begin(Asked asked, Position position, List<Move> moves) {
        return San.line(position, moves.subList(0, Math.min(SHOWN, moves.size())), asked.language());
    }

    /** Another threat, for which the question is asked when its row is taken. */
    private static Row other(Asked asked, Position position, Threat threat) {
        Position free = position.play(Move.PASS);
        return Row.remark(
                        begin(asked, free, threat.line()),
                        Words.of("parries.other", Words.of("threat." + threat.kind(), threat.mateIn())),
                        Emphasis.USUAL)
                .withDrawn(drawn(position, threat))
                .asking(San.write(free, threat.line().getFirst(), asked.language()));
    }

    private static Row row(Asked asked, Position position, Parry parry, Set<Move> own, Emphasis emphasis) {
        String kinds = parry.kindsInOrder().stream().map(ParryKind::title).collect(Collectors.joining(", "));
        boolean mated = parry.verdict().mateIn() != 0 && !parry.meets();
        String cost = mated
                ? ""
                : Words.of(
                        parry.lost() > 0 ? "parries.costs" : parry.lost() < 0 ? "parries.wins" : "parries.free",
                        Math.abs(parry.lost()));
        List<Move> line = parry.line().moves();
        return Row.of(
                        parry.meets()
                                ? MoveNames.of(position, parry.move(), asked.language())
                                : begin(asked, position, line),
                        (own.contains(parry.move()) ? Words.of("parries.own") + " " : "")
                                + Words.of(
                                        parry.meets() ? "parries.meets" : "parries.fails",
                                        kinds,
                                        parry.verdict().text(),
                                        cost),
                        emphasis,
                        line)
                .withDrawn(Drawn.line(line, position.sideToMove(), DRAWN))
                .over(true, () -> price(asked, position, parry));
    }

    /** The whole line, and what the ledger loses by the move. */
    private static List<Row> price(Asked asked, Position position, Parry parry) {
        List<Move> line = parry.line().moves();
        List<Row> rows = new ArrayList<>();
        rows.add(Row.of(San.line(position, line, asked.language()), "", Emphasis.USUAL, line));
        parry.changes()
                .forEach(change -> rows.add(Row.remark(
                        "",
                        Words.of("parries.change", change.factor().title(), change.inWords(position.sideToMove())),
                        Emphasis.USUAL)));
        return rows;
    }

    private static Fact facts(Answer answer, Parries parries) {
        Position position = parries.position();
        return Fact.named("threat", parries.threat().kind().name())
                .with("real", parries.empty() == null)
                .with(
                        "others",
                        Fact.texts(answer.others().stream()
                                .map(other -> San.write(
                                        position.play(Move.PASS), other.line().getFirst()))
                                .toList()))
                .with("meeting", new Fact.Many(facts(parries, parries.meeting())))
                .with("failing", new Fact.Many(facts(parries, parries.failing())));
    }

    private static List<Fact> facts(Parries parries, List<Parry> some) {
        List<Fact> facts = new ArrayList<>();
        for (Parry parry : some) {
            facts.add(Fact.named("move", San.write(parries.position(), parry.move()))
                    .with(
                            "kinds",
                            Fact.texts(parry.kindsInOrder().stream()
                                    .map(ParryKind::name)
                                    .toList()))
                    .with("lost", parry.lost())
                    .with("verdict", parry.verdict().text())
                    .with("grounds", parry.grounds().text())
                    .with("moves", Fact.moves(parries.position(), parry.line().moves())));
        }
        return facts;
    }
}
