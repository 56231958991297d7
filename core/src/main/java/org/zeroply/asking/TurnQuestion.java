package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.zeroply.analysis.TurnTest;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;

/** The same position with either side to move; can a move be lost? */
public final class TurnQuestion implements CoachQuestion<TurnTest> {
    @Override
    public String key() {
        return "TURN";
    }

    @Override
    public Purpose purpose() {
        return Purpose.PLAN;
    }

    @Override
    public String command() {
        return "turn";
    }

    @Override
    public String shortcut() {
        return "Alt+6";
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
    public Outcome<TurnTest> ask(Asked asked, Consumer<TurnTest> partial) {
        Position position = asked.position();
        String reason = TurnTest.refusal(position);
        if (!reason.isEmpty()) {
            return new Outcome.Refused<>(reason);
        }
        Optional<TurnTest> found =
                TurnTest.of(position, asked.amount().position(), asked.analyst(), asked.endings(), asked.cancel());
        return found.<Outcome<TurnTest>>map(Outcome.Found::new)
                .orElseGet(() -> new Outcome.Refused<>(Words.of("question.stopped")));
    }

    @Override
    public QuestionReport report(Asked asked, TurnTest test) {
        Position position = test.position();
        List<Row> rows = new ArrayList<>();
        for (Side side : Side.values()) {
            rows.add(Row.remark(
                    Words.of("turn.toMove", Words.of("side." + side)),
                    QuestionReport.sentence(test.with(side).text()),
                    test.isZugzwang() ? Emphasis.STRONG : Emphasis.USUAL));
        }
        List<Drawn> drawn = new ArrayList<>();
        if (test.losingAMove() instanceof TurnTest.Way way) {
            drawn.add(kingsWay(position, way.way()));
            rows.add(Row.of(
                            San.line(position, way.way(), asked.language()),
                            Words.of("turn.losesAMove"),
                            Emphasis.STRONG,
                            way.way())
                    .withDrawn(drawn));
        } else {
            rows.add(Row.remark(Words.of("turn.losing"), losing(asked, test), Emphasis.WEAK));
        }
        Fact facts = Fact.named("whiteToMove", test.with(Side.WHITE).text())
                .with("blackToMove", test.with(Side.BLACK).text())
                .with("word", test.text())
                .with("grounds", test.grounds().text())
                .with("losingAMove", losing(asked, test));
        return QuestionReport.of(
                        QuestionReport.sentence(test.text()), test.grounds().text(), rows, facts)
                .withDrawn(drawn);
    }

    private static String losing(Asked asked, TurnTest test) {
        return switch (test.losingAMove()) {
            case TurnTest.Way way -> Words.of("turn.way", San.line(test.position(), way.way(), asked.language()));
            case TurnTest.NoWay none -> Words.of("turn.noWay");
            case TurnTest.NotNeeded needless -> Words.of("turn.notNeeded");
            case TurnTest.NotFound open -> Words.of("turn.notFound", open.depth());
        };
    }

    /** The way of the side that loses the move. */
    private static Drawn kingsWay(Position position, List<Move> way) {
        List<Square> squares = new ArrayList<>(List.of(way.getFirst().from()));
        for (int i = 0; i < way.size(); i += 2) {
            squares.add(way.get(i).to());
        }
        return new Drawn.Way(squares, 1, position.sideToMove());
    }
}
