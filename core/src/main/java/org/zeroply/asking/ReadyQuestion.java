package org.zeroply.asking;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.zeroply.defence.Readiness;
import org.zeroply.defence.Wish;
import org.zeroply.rules.Position;
import org.zeroply.words.Words;

/** What a move drops now, and what must be ready first. */
public final class ReadyQuestion implements CoachQuestion<Readiness> {
    public static final Parameter.Words MOVE = new Parameter.Words("", "question.READY.typed", true, false);
    public static final Parameter.Count SETS = new Parameter.Count("sets", "ready.sets", 0, Readiness.MOST_MOVES, 3);

    @Override
    public String key() {
        return "READY";
    }

    @Override
    public Purpose purpose() {
        return Purpose.PLAN;
    }

    @Override
    public String command() {
        return "ready";
    }

    @Override
    public String shortcut() {
        return "Alt+Shift+R";
    }

    @Override
    public List<Parameter<?>> parameters() {
        return List.of(MOVE, SETS);
    }

    @Override
    public Outcome<Readiness> ask(Asked asked, Consumer<Readiness> partial) {
        Position position = asked.position();
        String typed = asked.given().of(MOVE);
        if (position.isCheck()) {
            return new Outcome.Refused<>(Words.of("question.inCheck"));
        }
        if (typed.isEmpty()) {
            return new Outcome.Refused<>(Words.of("question.none"));
        }
        Optional<Wish> wish = Wish.read(position, typed, asked.language());
        if (wish.isEmpty()) {
            return new Outcome.Refused<>(Words.of("ready.noMove", typed));
        }
        return new Outcome.Found<>(Readiness.of(
                position,
                wish.get(),
                asked.given().of(SETS),
                asked.language(),
                asked.known(),
                partial,
                asked.cancel()));
    }

    @Override
    public QuestionReport report(Asked asked, Readiness found) {
        return QuestionReport.of(
                ReadinessRows.headline(asked, found),
                found.complete() ? "" : Words.of("ready.searched", found.searched()),
                ReadinessRows.of(asked, found),
                ReadinessRows.facts(found));
    }
}
