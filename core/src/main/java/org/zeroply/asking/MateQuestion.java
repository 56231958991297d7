package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.search.Grounds;
import org.zeroply.search.MateProof;
import org.zeroply.search.MateProver;
import org.zeroply.search.MateTree;
import org.zeroply.search.ProofSearch;
import org.zeroply.words.Words;

/** Is there a mate, whatever is replied? */
public final class MateQuestion implements CoachQuestion<MateProof> {
    public static final Parameter.Count MOVES = new Parameter.Count("mate", "mate.in", 1, ProofSearch.MOST_MOVES, 5);
    public static final Parameter.Flag CHECKS = new Parameter.Flag("checks", "mate.checksOnly", false);

    private static final int TABLE_MEGABYTES = 64;

    @Override
    public String key() {
        return "MATE";
    }

    @Override
    public Purpose purpose() {
        return Purpose.ATTACK;
    }

    @Override
    public String command() {
        return "prove";
    }

    @Override
    public String shortcut() {
        return "Alt+2";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of(MOVES, CHECKS);
    }

    @Override
    public Outcome<MateProof> ask(Asked asked, Consumer<MateProof> partial) {
        return new Outcome.Found<>(new MateProver(TABLE_MEGABYTES)
                .prove(
                        asked.position(),
                        asked.given().of(MOVES),
                        asked.given().of(CHECKS),
                        asked.amount().isFixed() ? asked.amount().nodes() : 0,
                        partial,
                        asked.cancel()));
    }

    @Override
    public QuestionReport report(Asked asked, MateProof proof) {
        MateTree solution = proof.solution();
        return solution == null ? open(proof) : proven(asked, proof, solution);
    }

    private static QuestionReport open(MateProof proof) {
        String headline = switch (proof.outcome()) {
            case DISPROVEN -> Words.of(proof.checksOnly() ? "mate.disproven.checks" : "mate.disproven", proof.asked());
            case NOT_SETTLED, PROVEN ->
                proof.refutedIn() == 0 ? Words.of("mate.open") : Words.of("mate.open.refuted", proof.refutedIn());
        };
        boolean settled = proof.outcome() == ProofSearch.Answer.DISPROVEN;
        String grounds = settled ? new Grounds.Proven().text() : Words.of("mate.notSettled");
        return QuestionReport.of(headline, grounds, List.of(), facts(proof));
    }

    private static QuestionReport proven(Asked asked, MateProof proof, MateTree solution) {
        Position position = proof.position();
        List<Row> rows = new ArrayList<>();
        rows.add(move(asked, position, List.of(), solution));
        for (MateProof.OtherMove other : proof.others()) {
            rows.add(Row.of(
                    MoveNames.of(position, other.move(), asked.language()),
                    Words.of("mate.also", other.mateIn()),
                    Emphasis.USUAL,
                    List.of(other.move())));
        }
        if (!proof.othersSettled()) {
            rows.add(Row.remark("", Words.of("mate.othersOpen"), Emphasis.WEAK));
        }
        String lines = solution.lines() == 1 ? Words.of("mate.line") : Words.of("mate.lines", solution.lines());
        boolean only = proof.others().isEmpty() && proof.othersSettled();
        String headline = Words.of(only ? "mate.proven.only" : "mate.proven", proof.mateIn(), lines);
        return QuestionReport.of(headline, new Grounds.Proven().text(), rows, facts(proof))
                .withSolution(solution);
    }

    /** The attacker's move with every reply under it. */
    private static Row move(Asked asked, Position before, List<Move> path, MateTree tree) {
        Position after = before.play(tree.move());
        List<Move> line = Lines.joined(path, tree.move());
        String detail = tree.replies().isEmpty()
                ? Words.of("mate.mates")
                : tree.replies().size() == 1
                        ? Words.of("mate.replies.one", tree.matesIn())
                        : Words.of(
                                "mate.replies", tree.matesIn(), tree.replies().size());
        return Row.of(MoveNames.of(before, tree.move(), asked.language()), detail, Emphasis.STRONG, line)
                .over(!tree.replies().isEmpty(), () -> replies(asked, after, line, tree));
    }

    private static List<Row> replies(Asked asked, Position after, List<Move> path, MateTree tree) {
        List<Row> rows = new ArrayList<>();
        for (MateTree.Reply reply : tree.replies()) {
            Position next = after.play(reply.move());
            MateTree answer = reply.answer();
            List<Move> line = Lines.joined(path, reply.move(), answer.move());
            boolean shorter = answer.matesIn() < tree.matesIn() - 1;
            String text = MoveNames.of(after, reply.move(), asked.language()) + " "
                    + MoveNames.of(next, answer.move(), asked.language());
            String detail = answer.replies().isEmpty()
                    ? shorter ? Words.of("mate.mates.sooner") : Words.of("mate.mates")
                    : Words.of(shorter ? "mate.shorter" : "mate.reply", answer.matesIn());
            Position afterAnswer = next.play(answer.move());
            rows.add(Row.of(text, detail, shorter ? Emphasis.WEAK : Emphasis.USUAL, line)
                    .over(!answer.replies().isEmpty(), () -> replies(asked, afterAnswer, line, answer)));
        }
        return rows;
    }

    private static Fact facts(MateProof proof) {
        Position position = proof.position();
        Fact.Named facts = Fact.named("outcome", proof.outcome().name())
                .with("mateIn", proof.mateIn())
                .with("refutedIn", proof.refutedIn())
                .with("nodes", proof.nodes());
        MateTree solution = proof.solution();
        if (solution == null) {
            return facts;
        }
        List<Fact> others = new ArrayList<>();
        for (MateProof.OtherMove other : proof.others()) {
            others.add(Fact.named("move", San.write(position, other.move())).with("mateIn", other.mateIn()));
        }
        return facts.with("moves", Fact.moves(position, solution.mainLine()))
                .with("lines", solution.lines())
                .with("otherFirstMoves", new Fact.Many(others))
                .with("otherFirstMovesSettled", proof.othersSettled());
    }
}
