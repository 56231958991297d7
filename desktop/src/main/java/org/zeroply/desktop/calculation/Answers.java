package org.zeroply.desktop.calculation;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.ChecksRunOut;
import org.zeroply.analysis.Ease;
import org.zeroply.analysis.EveryMove;
import org.zeroply.analysis.Forcing;
import org.zeroply.analysis.LineCheck;
import org.zeroply.analysis.LineCheckText;
import org.zeroply.analysis.TurnTest;
import org.zeroply.desktop.board.Mark;
import org.zeroply.desktop.board.Trace;
import org.zeroply.desktop.calculation.Answer.Emphasis;
import org.zeroply.desktop.calculation.Answer.Row;
import org.zeroply.desktop.game.MoveNames;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.ending.Correspondence;
import org.zeroply.ending.Elementary;
import org.zeroply.ending.ExactEndings;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.search.Calculation;
import org.zeroply.search.Grounds;
import org.zeroply.search.MateProof;
import org.zeroply.search.MateTree;
import org.zeroply.search.Verdict;
import org.zeroply.words.Words;

/** Turns what the core found into what the panel shows. */
final class Answers {
    private final int node;
    private final Language language;

    Answers(int node, Language language) {
        this.node = node;
        this.language = language;
    }

    /** A question that cannot be asked here, or has nothing to say. */
    Answer refused(CoachQuestion question, Position position, String reason) {
        return answer(question, position, reason, "", List.of());
    }

    private Answer answer(CoachQuestion question, Position position, String headline, String grounds, List<Row> rows) {
        return new Answer(question, node, position, sentence(headline), grounds, rows, List.of(), List.of(), null);
    }

    static String sentence(String text) {
        return text.isEmpty() ? text : text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
    }

    private static String share(double loss) {
        return String.format(Locale.ROOT, "%.0f", 100 * loss);
    }

    private static List<Move> joined(List<Move> moves, Move... more) {
        List<Move> all = new ArrayList<>(moves);
        all.addAll(List.of(more));
        return all;
    }

    // ---- mate

    Answer mate(MateProof proof) {
        Position position = proof.position();
        MateTree solution = proof.solution();
        if (solution == null) {
            String headline = switch (proof.outcome()) {
                case DISPROVEN ->
                    Texts.of(proof.checksOnly() ? "mate.disproven.checks" : "mate.disproven", proof.asked());
                case NOT_SETTLED, PROVEN ->
                    proof.refutedIn() == 0 ? Texts.of("mate.open") : Texts.of("mate.open.refuted", proof.refutedIn());
            };
            boolean settled = proof.outcome() == org.zeroply.search.ProofSearch.Answer.DISPROVEN;
            return answer(
                    CoachQuestion.MATE,
                    position,
                    headline,
                    settled ? new Grounds.Proven().text() : Texts.of("mate.notSettled"),
                    List.of());
        }
        List<Row> rows = new ArrayList<>();
        rows.add(solutionRow(position, List.of(), solution, Emphasis.STRONG));
        for (MateProof.OtherMove other : proof.others()) {
            rows.add(Row.plain(
                    MoveNames.of(position, other.move(), language),
                    Texts.of("mate.also", other.mateIn()),
                    Emphasis.USUAL,
                    List.of(other.move())));
        }
        if (!proof.othersSettled()) {
            rows.add(Row.plain("", Texts.of("mate.othersOpen"), Emphasis.WEAK, List.of()));
        }
        String lines = solution.lines() == 1 ? Texts.of("mate.line") : Texts.of("mate.lines", solution.lines());
        String headline = Texts.of(
                proof.others().isEmpty() && proof.othersSettled() ? "mate.proven.only" : "mate.proven",
                proof.mateIn(),
                lines);
        return new Answer(
                CoachQuestion.MATE,
                node,
                position,
                headline,
                new Grounds.Proven().text(),
                rows,
                List.of(),
                List.of(),
                solution);
    }

    /** The attacker's move with every reply under it. */
    private Row solutionRow(Position before, List<Move> path, MateTree tree, Emphasis emphasis) {
        Position after = before.play(tree.move());
        List<Move> line = joined(path, tree.move());
        String detail = tree.replies().isEmpty()
                ? Texts.of("mate.mates")
                : tree.replies().size() == 1
                        ? Texts.of("mate.replies.one", tree.matesIn())
                        : Texts.of(
                                "mate.replies", tree.matesIn(), tree.replies().size());
        return new Row(
                MoveNames.of(before, tree.move(), language),
                detail,
                emphasis,
                line,
                List.of(),
                null,
                () -> replyRows(after, line, tree),
                !tree.replies().isEmpty());
    }

    private List<Row> replyRows(Position after, List<Move> path, MateTree tree) {
        List<Row> rows = new ArrayList<>();
        for (MateTree.Reply reply : tree.replies()) {
            Position next = after.play(reply.move());
            MateTree answer = reply.answer();
            List<Move> line = joined(path, reply.move(), answer.move());
            boolean shorter = answer.matesIn() < tree.matesIn() - 1;
            String text =
                    MoveNames.of(after, reply.move(), language) + " " + MoveNames.of(next, answer.move(), language);
            String detail = answer.replies().isEmpty()
                    ? shorter ? Texts.of("mate.mates.sooner") : Texts.of("mate.mates")
                    : Texts.of(shorter ? "mate.shorter" : "mate.reply", answer.matesIn());
            Position afterAnswer = next.play(answer.move());
            rows.add(new Row(
                    text,
                    detail,
                    shorter ? Emphasis.WEAK : Emphasis.USUAL,
                    line,
                    List.of(),
                    null,
                    () -> replyRows(afterAnswer, line, answer),
                    !answer.replies().isEmpty()));
        }
        return rows;
    }

    // ---- every move

    Answer everyMove(EveryMove found) {
        Position position = found.position();
        List<Row> rows = new ArrayList<>();
        for (EveryMove.Entry entry : found.moves()) {
            Move reply = entry.reply();
            String text = MoveNames.of(position, entry.move(), language)
                    + (reply == null ? "" : " " + San.write(position.play(entry.move()), reply, language));
            String verdict = sentence(entry.line().verdict().text());
            String detail = entry.holds()
                    ? Texts.of("every.holds", verdict, entry.grounds().text())
                    : Texts.of(
                            "every.loses",
                            verdict,
                            share(entry.loss()),
                            entry.grounds().text());
            Emphasis emphasis =
                    !entry.holds() ? Emphasis.WEAK : found.holding().size() == 1 ? Emphasis.STRONG : Emphasis.USUAL;
            rows.add(Row.plain(text, detail, emphasis, entry.line().moves())
                    .withTraces(plan(entry.line().moves(), position.sideToMove(), 2)));
        }
        String headline = found.moves().isEmpty()
                ? Texts.of("question.noMove")
                : found.onlyMove()
                        .map(only -> Texts.of(
                                "every.only", MoveNames.of(position, only.move(), language), share(only.margin())))
                        .orElseGet(() -> found.moves().size() == 1
                                ? Texts.of("every.single")
                                : Texts.of(
                                        "every.count",
                                        found.holding().size(),
                                        found.moves().size()));
        String grounds = found.moves().isEmpty()
                ? ""
                : found.onlyMove()
                        .map(only -> only.grounds().text())
                        .orElse(found.moves().getFirst().grounds().text());
        return answer(
                CoachQuestion.EVERY_MOVE,
                position,
                headline,
                found.complete() ? grounds : Texts.of("question.soFar"),
                rows);
    }

    /** The first moves of a line as numbered paths. */
    static List<Trace> plan(List<Move> moves, Side first, int count) {
        List<Trace> traces = new ArrayList<>();
        Side side = first;
        for (int i = 0; i < moves.size() && i < count; i++) {
            traces.add(new Trace.Plan(List.of(moves.get(i).from(), moves.get(i).to()), i + 1, side));
            side = side.opposite();
        }
        return traces;
    }

    // ---- checks

    /** @param passed whether the other side had to pass first, so that nothing can be played into the game */
    Answer checks(Position asked, ChecksRunOut found, boolean passed) {
        Side king = found.position(0).sideToMove().opposite();
        List<Trace> path = found.kingPath().size() < 2 ? List.of() : List.of(new Trace.Plan(found.kingPath(), 1, king));
        List<Row> rows = checkRows(found, 0, passed ? List.of(Move.PASS) : List.of());
        boolean settled = found.end() != ChecksRunOut.End.NOT_SETTLED;
        String line = found.line().isEmpty() ? "" : San.line(found.position(0), found.line(), language);
        List<Row> all = new ArrayList<>();
        if (!line.isEmpty()) {
            List<Move> moves = new ArrayList<>(passed ? List.of(Move.PASS) : List.of());
            moves.addAll(found.line());
            all.add(Row.plain(line, Texts.of("checks.mainLine"), Emphasis.STRONG, moves)
                    .withTraces(path));
        }
        all.addAll(rows);
        return new Answer(
                CoachQuestion.CHECKS,
                node,
                asked,
                sentence(found.text()),
                settled ? Texts.of("checks.all", found.size()) : "",
                all,
                List.of(),
                path,
                null);
    }

    private List<Row> checkRows(ChecksRunOut found, int place, List<Move> path) {
        Position here = found.position(place);
        List<Row> rows = new ArrayList<>();
        for (ChecksRunOut.Check check : found.checks(place)) {
            Position after = here.play(check.move());
            List<Move> line = joined(path, check.move());
            List<ChecksRunOut.Reply> replies = check.replies();
            String detail = replies.isEmpty()
                    ? Texts.of("mate.mates")
                    : replies.size() == 1 ? Texts.of("checks.reply") : Texts.of("checks.replies", replies.size());
            rows.add(new Row(
                    MoveNames.of(here, check.move(), language),
                    detail,
                    Emphasis.USUAL,
                    line,
                    List.of(),
                    null,
                    () -> checkReplies(found, after, line, replies),
                    !replies.isEmpty()));
        }
        return rows;
    }

    private List<Row> checkReplies(
            ChecksRunOut found, Position after, List<Move> path, List<ChecksRunOut.Reply> replies) {
        List<Row> rows = new ArrayList<>();
        for (ChecksRunOut.Reply reply : replies) {
            List<Move> line = joined(path, reply.move());
            int more = found.checks(reply.place()).size();
            rows.add(new Row(
                    MoveNames.of(after, reply.move(), language),
                    more == 0 ? Texts.of("checks.noMore") : Texts.of("checks.more", more),
                    more == 0 ? Emphasis.WEAK : Emphasis.USUAL,
                    line,
                    List.of(),
                    null,
                    () -> checkRows(found, reply.place(), line),
                    more > 0));
        }
        return rows;
    }

    // ---- line check

    Answer line(GameTree tree, Position position, LineCheck check) {
        List<Row> rows = new ArrayList<>();
        for (LineCheck.Finding finding : check.findings()) {
            boolean fine = finding.kind() == LineCheck.Kind.RIGHT_VERDICT;
            rows.add(new Row(
                    MoveNames.of(tree, finding.node(), language),
                    sentence(LineCheckText.of(tree, finding, language))
                            + (finding.inTree() && !finding.better().isEmpty() ? Texts.of("line.inTree") : ""),
                    fine ? Emphasis.WEAK : finding.kind() == LineCheck.Kind.LEFT_OUT ? Emphasis.USUAL : Emphasis.STRONG,
                    List.of(),
                    List.of(),
                    finding,
                    List::of,
                    false));
        }
        long wrong = check.findings().stream()
                .filter(finding -> finding.kind() != LineCheck.Kind.RIGHT_VERDICT)
                .count();
        String headline = wrong == 0
                ? Texts.of("line.clean", check.losses().size())
                : Texts.of("line.found", wrong, check.losses().size());
        return answer(
                CoachQuestion.LINE,
                position,
                headline,
                check.complete() ? new Grounds.AtDepth(check.depth()).text() : Texts.of("question.soFar"),
                rows);
    }

    // ---- turn test

    Answer turn(TurnTest test) {
        Position position = test.position();
        List<Row> rows = new ArrayList<>();
        for (Side side : Side.values()) {
            Emphasis emphasis = test.inZugzwang().contains(side) ? Emphasis.STRONG : Emphasis.USUAL;
            rows.add(Row.plain(
                    Texts.of("turn.toMove", Texts.of("side." + side)),
                    sentence(test.with(side).text()),
                    emphasis,
                    List.of()));
        }
        List<Trace> traces = new ArrayList<>();
        rows.add(
                switch (test.losingAMove()) {
                    case TurnTest.Way way -> {
                        traces.addAll(kingPaths(position, way.way()));
                        yield Row.plain(
                                        San.line(position, way.way(), language),
                                        Texts.of("turn.losesAMove"),
                                        Emphasis.STRONG,
                                        way.way())
                                .withTraces(traces);
                    }
                    case TurnTest.NoWay none ->
                        Row.plain(Texts.of("turn.losing"), Words.of("turn.noWay"), Emphasis.WEAK, List.of());
                    case TurnTest.NotNeeded needless ->
                        Row.plain(Texts.of("turn.losing"), Words.of("turn.notNeeded"), Emphasis.WEAK, List.of());
                    case TurnTest.NotFound open ->
                        Row.plain(
                                Texts.of("turn.losing"),
                                Words.of("turn.notFound", open.depth()),
                                Emphasis.WEAK,
                                List.of());
                });
        return new Answer(
                CoachQuestion.TURN,
                node,
                position,
                sentence(test.text()),
                test.grounds().text(),
                rows,
                List.of(),
                traces,
                null);
    }

    /** The way of the side that loses the move as one numbered path. */
    private static List<Trace> kingPaths(Position position, List<Move> way) {
        List<Square> squares = new ArrayList<>(List.of(way.getFirst().from()));
        for (int i = 0; i < way.size(); i += 2) {
            squares.add(way.get(i).to());
        }
        return List.of(new Trace.Plan(squares, 1, position.sideToMove()));
    }

    // ---- forced or not

    Answer forced(Forcing found, boolean complete) {
        List<Row> rows = new ArrayList<>();
        Position here = found.position();
        List<Move> path = new ArrayList<>();
        for (Forcing.Step step : found.steps()) {
            path.add(step.move());
            rows.add(Row.plain(
                    MoveNames.of(here, step.move(), language),
                    sentence(step.kind().text()) + ": " + replies(step.ease()),
                    step.isForcing() ? Emphasis.STRONG : Emphasis.USUAL,
                    path));
            here = here.play(step.move());
        }
        int depth = found.steps().stream()
                .map(Forcing.Step::ease)
                .filter(ease -> ease != null)
                .mapToInt(Ease::depth)
                .min()
                .orElse(0);
        String mover = Texts.of("side." + found.position().sideToMove());
        String headline = found.steps().isEmpty()
                ? Texts.of("forced.noLine")
                : Texts.of(found.isForced(true) ? "forced.yes" : "forced.no", mover);
        return answer(
                CoachQuestion.FORCED,
                found.position(),
                headline,
                found.steps().isEmpty()
                        ? ""
                        : complete ? new Grounds.AtDepth(depth).text() : Texts.of("question.soFar"),
                rows);
    }

    private static String replies(@Nullable Ease ease) {
        if (ease == null) {
            return Texts.of("forced.over");
        }
        return ease.replies() == 1
                ? Texts.of("forced.single")
                : Texts.of(ease.holding() == 1 ? "forced.one" : "forced.some", ease.holding(), ease.replies());
    }

    // ---- endings

    Answer ending(ExactEndings.Solution solution) {
        Position position = solution.position();
        List<Row> rows = new ArrayList<>();
        int kept = solution.exact().outcome();
        for (Elementary.Choice choice : solution.choices()) {
            boolean keeps = choice.exact().outcome() == kept;
            String result = Texts.of("ending.result." + choice.exact().outcome());
            rows.add(Row.plain(
                    MoveNames.of(position, choice.move(), language),
                    choice.exact().outcome() == 0
                            ? result
                            : Texts.of(
                                    "ending.to." + solution.counted(),
                                    result,
                                    choice.exact().moves()),
                    keeps ? Emphasis.STRONG : Emphasis.WEAK,
                    List.of(choice.move())));
        }
        if (!solution.unsettled().isEmpty()) {
            rows.add(Row.plain(
                    solution.unsettled().stream()
                            .map(move -> San.write(position, move, language))
                            .collect(Collectors.joining(", ")),
                    Texts.of("ending.unsettled"),
                    Emphasis.WEAK,
                    List.of()));
        }
        List<Mark> marks = new ArrayList<>();
        Correspondence squares = solution.correspondence();
        if (squares != null) {
            for (Correspondence.Group group : squares.groups()) {
                tag(group.attacking(), squares.attacker(), group.letter(), marks);
                tag(group.defending(), squares.attacker().opposite(), group.letter(), marks);
            }
            rows.add(Row.plain(
                    Texts.of("ending.correspond"),
                    Texts.of("ending.correspond.what", Texts.of("side." + squares.attacker()))
                            + squares.groups().stream()
                                    .map(group -> group.letter() + " " + text(group.attacking()) + " – "
                                            + text(group.defending()))
                                    .collect(Collectors.joining("; ")),
                    Emphasis.USUAL,
                    List.of()));
        }
        return new Answer(
                CoachQuestion.ENDING,
                node,
                position,
                sentence(solution.text()),
                new Grounds.Proven().text(),
                rows,
                marks,
                List.of(),
                null);
    }

    private static String text(SquareSet squares) {
        List<String> names = new ArrayList<>();
        squares.forEach(square -> names.add(square.toString()));
        return String.join(" ", names);
    }

    private static void tag(SquareSet squares, Side side, char letter, List<Mark> marks) {
        squares.forEach(square -> {
            if (marks.stream().noneMatch(mark -> mark.square() == square)) {
                marks.add(new Mark(square, side, String.valueOf(letter)));
            }
        });
    }

    Answer provenWin(Position position, ExactEndings.ProvenWin won) {
        return answer(CoachQuestion.ENDING, position, won.text(), new Grounds.Proven().text(), List.of());
    }

    /** What the calculator thinks where no solver came to an end. */
    Answer notSolved(Position position, String reason, @Nullable Calculation found) {
        if (found == null || found.lines().isEmpty()) {
            return refused(CoachQuestion.ENDING, position, reason);
        }
        Verdict verdict = found.verdict();
        List<Move> line = found.lines().getFirst().moves();
        return answer(
                CoachQuestion.ENDING,
                position,
                reason,
                Texts.of("ending.calculated", verdict.text(), new Grounds.AtDepth(found.depth()).text()),
                List.of(Row.plain(San.line(position, line, language), verdict.text(), Emphasis.USUAL, line)));
    }
}
