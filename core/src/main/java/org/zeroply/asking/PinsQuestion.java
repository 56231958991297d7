package org.zeroply.asking;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.zeroply.asking.QuestionReport.Emphasis;
import org.zeroply.asking.QuestionReport.Row;
import org.zeroply.defence.DropsText;
import org.zeroply.defence.Pin;
import org.zeroply.defence.PinEscape;
import org.zeroply.defence.PinWay;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/** What gets a pinned man free, and what does not. */
public final class PinsQuestion implements CoachQuestion<List<PinEscape>> {
    private static final int SHOWN = 5;
    private static final int DRAWN = 2;

    @Override
    public String key() {
        return "PINS";
    }

    @Override
    public Purpose purpose() {
        return Purpose.DEFEND;
    }

    @Override
    public String command() {
        return "pins";
    }

    @Override
    public String shortcut() {
        return "Alt+Shift+I";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of();
    }

    @Override
    public Outcome<List<PinEscape>> ask(Asked asked, Consumer<List<PinEscape>> partial) {
        Position position = asked.position();
        List<PinEscape> escapes = new ArrayList<>();
        for (Pin pin : Pin.of(position, position.sideToMove())) {
            escapes.add(PinEscape.of(position, pin, asked.known(), asked.cancel()));
        }
        return new Outcome.Found<>(escapes);
    }

    @Override
    public QuestionReport report(Asked asked, List<PinEscape> escapes) {
        Position position = asked.position();
        List<Row> rows = new ArrayList<>();
        List<Drawn> drawn = new ArrayList<>();
        List<Fact> facts = new ArrayList<>();
        for (PinEscape escape : escapes) {
            Pin pin = escape.pin();
            Drawn tie = new Drawn.Tie(
                    pin.pinner(), pin.behind(), position.sideToMove().opposite());
            drawn.add(tie);
            rows.add(Row.remark(
                            Words.of(
                                    "pins.pin",
                                    DropsText.named(position, pin.pinned()),
                                    DropsText.named(position, pin.pinner())),
                            Words.of(
                                    "pins.ways",
                                    DropsText.named(position, pin.behind()),
                                    escape.ways().size()),
                            Emphasis.STRONG)
                    .withDrawn(List.of(tie))
                    .over(true, () -> ways(asked, escape)));
            facts.add(Fact.named("pinned", pin.pinned().toString())
                    .with("pinner", pin.pinner().toString())
                    .with("behind", pin.behind().toString())
                    .with("ways", new Fact.Many(facts(position, escape.ways())))
                    .with("failing", new Fact.Many(facts(position, escape.failing()))));
        }
        String headline = escapes.isEmpty() ? Words.of("pins.none") : Words.of("pins.count", escapes.size());
        return QuestionReport.of(headline, "", rows, new Fact.Many(facts)).withDrawn(drawn);
    }

    private static List<Row> ways(Asked asked, PinEscape escape) {
        List<Row> rows = new ArrayList<>();
        escape.ways().forEach(way -> rows.add(row(asked, way, Emphasis.USUAL, "pins.works")));
        escape.failing().forEach(way -> rows.add(row(asked, way, Emphasis.WEAK, "pins.fails")));
        return rows;
    }

    private static Row row(Asked asked, PinEscape.Way way, Emphasis emphasis, String words) {
        Position position = asked.position();
        List<Move> line = way.line().moves();
        return Row.of(
                        San.line(position, line.subList(0, Math.min(SHOWN, line.size())), asked.language()),
                        Words.of(words, kinds(way), way.line().verdict().text()),
                        emphasis,
                        line)
                .withDrawn(Drawn.line(line, position.sideToMove(), DRAWN));
    }

    private static String kinds(PinEscape.Way way) {
        return way.kindsInOrder().stream().map(PinWay::title).collect(Collectors.joining(", "));
    }

    private static List<Fact> facts(Position position, List<PinEscape.Way> ways) {
        List<Fact> facts = new ArrayList<>();
        for (PinEscape.Way way : ways) {
            facts.add(Fact.named("move", San.write(position, way.move()))
                    .with(
                            "kinds",
                            Fact.texts(way.kindsInOrder().stream()
                                    .map(PinWay::name)
                                    .toList()))
                    .with("verdict", way.line().verdict().text())
                    .with("moves", Fact.moves(position, way.line().moves())));
        }
        return facts;
    }
}
