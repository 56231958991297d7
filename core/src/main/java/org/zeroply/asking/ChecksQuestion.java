package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.ChecksRunOut;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.words.Words;

/** Every check with every reply, until they end. */
public final class ChecksQuestion implements CoachQuestion<ChecksRunOut> {
    public static final Parameter.OneSide SIDE = new Parameter.OneSide("side", "checks.side");

    private static final int MOST_POSITIONS = 20_000;

    @Override
    public String key() {
        return "CHECKS";
    }

    @Override
    public Purpose purpose() {
        return Purpose.ATTACK;
    }

    @Override
    public String command() {
        return "checks";
    }

    @Override
    public String shortcut() {
        return "Alt+4";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of(SIDE);
    }

    private static Side side(Asked asked) {
        @Nullable Side wanted = asked.given().of(SIDE);
        return wanted == null ? asked.position().sideToMove() : wanted;
    }

    @Override
    public Outcome<ChecksRunOut> ask(Asked asked, Consumer<ChecksRunOut> partial) {
        Side side = side(asked);
        String reason = ChecksRunOut.refusal(asked.position(), side);
        return reason.isEmpty()
                ? new Outcome.Found<>(ChecksRunOut.of(asked.position(), side, MOST_POSITIONS, asked.cancel()))
                : new Outcome.Refused<>(reason);
    }

    @Override
    public QuestionReport report(Asked asked, ChecksRunOut found) {
        Position start = found.position(0);
        Side king = start.sideToMove().opposite();
        // Where the other side had to pass first, that stands in every line.
        List<Move> first = asked.position().sideToMove() == side(asked) ? List.of() : List.of(Move.PASS);
        List<Drawn> path = found.kingPath().size() < 2 ? List.of() : List.of(new Drawn.Way(found.kingPath(), 1, king));
        List<Row> rows = new ArrayList<>();
        if (!found.line().isEmpty()) {
            rows.add(Row.of(
                            San.line(start, found.line(), asked.language()),
                            Words.of("checks.mainLine"),
                            Emphasis.STRONG,
                            Lines.joined(first, found.line().toArray(Move[]::new)))
                    .withDrawn(path));
        }
        rows.addAll(checks(asked, found, 0, first));
        if (found.givenAway() > 0) {
            rows.add(Row.remark("", Words.of("checks.givenAway", found.givenAway()), Emphasis.WEAK));
        }
        boolean settled = found.end() != ChecksRunOut.End.NOT_SETTLED;
        String grounds = settled ? Words.of("checks.all", found.size()) : "";
        Fact facts = Fact.named("end", found.end().name())
                .with("checks", found.count())
                .with("givenAway", found.givenAway())
                .with("text", found.text())
                .with("moves", Fact.moves(start, found.line()))
                .with(
                        "king",
                        String.join(
                                " ",
                                found.kingPath().stream().map(String::valueOf).toList()))
                .with("positions", found.size());
        return QuestionReport.of(QuestionReport.sentence(found.text()), grounds, rows, facts)
                .withDrawn(path);
    }

    private static List<Row> checks(Asked asked, ChecksRunOut found, int place, List<Move> path) {
        Position here = found.position(place);
        List<Row> rows = new ArrayList<>();
        for (ChecksRunOut.Check check : found.checks(place)) {
            Position after = here.play(check.move());
            List<Move> line = Lines.joined(path, check.move());
            List<ChecksRunOut.Reply> replies = check.replies();
            String detail = replies.isEmpty()
                    ? Words.of("mate.mates")
                    : check.givesAway() && found.end() == ChecksRunOut.End.RUN_OUT
                            ? Words.of("checks.givesAway")
                            : replies.size() == 1
                                    ? Words.of("checks.reply")
                                    : Words.of("checks.replies", replies.size());
            rows.add(Row.of(MoveNames.of(here, check.move(), asked.language()), detail, Emphasis.USUAL, line)
                    .over(!replies.isEmpty(), () -> replies(asked, found, after, line, replies)));
        }
        return rows;
    }

    private static List<Row> replies(
            Asked asked, ChecksRunOut found, Position after, List<Move> path, List<ChecksRunOut.Reply> replies) {
        List<Row> rows = new ArrayList<>();
        for (ChecksRunOut.Reply reply : replies) {
            List<Move> line = Lines.joined(path, reply.move());
            int more = found.checks(reply.place()).size();
            rows.add(Row.of(
                            MoveNames.of(after, reply.move(), asked.language()),
                            more == 0 ? Words.of("checks.noMore") : Words.of("checks.more", more),
                            more == 0 ? Emphasis.WEAK : Emphasis.USUAL,
                            line)
                    .over(more > 0, () -> checks(asked, found, reply.place(), line)));
        }
        return rows;
    }
}
