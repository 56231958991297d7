package org.zeroply.store;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.EventPlan;
import org.zeroply.coaching.Ref;
import org.zeroply.gametree.ThreeWay;

/** Tournaments and matches. */
final class EventKind extends DiaryKind<Event> {
    EventKind() {
        super("event");
    }

    @Override
    LocalDate first(Event event) {
        return event.from();
    }

    @Override
    LocalDate last(Event event) {
        return event.to();
    }

    @Override
    List<Long> students(Event event) {
        return event.goers().stream().map(Event.Goer::student).toList();
    }

    @Override
    String title(Event event) {
        return event.name();
    }

    @Override
    Event renamed(Event event, Ref.Renaming names) {
        return event.renamed(names);
    }

    @Override
    Event withId(Event event, long id) {
        return event.withId(id);
    }

    @Override
    String text(Event event) {
        KeyedText text = new KeyedText();
        text.line("event", event.name(), event.place(), event.from(), event.to(), event.pace(), event.rounds());
        for (Event.Goer goer : event.goers()) {
            List<Object> fields = new ArrayList<>(List.of(goer.student(), goer.minutes()));
            goer.own().forEach((part, share) -> fields.add(part + " " + share));
            text.line("student", fields.toArray());
        }
        return text.toString();
    }

    @Override
    Event parse(String text) {
        KeyedText.Line head = null;
        List<Event.Goer> goers = new ArrayList<>();
        for (KeyedText.Line line : KeyedText.lines(text)) {
            switch (line.key()) {
                case "event" -> head = line;
                case "student" -> goers.add(goer(line));
                default -> {}
            }
        }
        if (head == null) {
            throw new WorkbookException(WorkbookException.Fault.DAMAGED, "an event has lost its name");
        }
        return new Event(
                0,
                head.field(0),
                head.field(1),
                LocalDate.parse(head.field(2)),
                LocalDate.parse(head.field(3)),
                head.field(4),
                head.small(5),
                goers);
    }

    private static Event.Goer goer(KeyedText.Line line) {
        Map<EventPlan.Part, Integer> own = new EnumMap<>(EventPlan.Part.class);
        for (String field : line.fields().subList(2, line.fields().size())) {
            String[] words = field.split(" ", -1);
            own.put(EventPlan.Part.valueOf(words[0]), Integer.parseInt(words[1]));
        }
        return new Event.Goer(line.number(0), line.small(1), own);
    }

    @Override
    Union<Event> unite(Event first, Event second, @Nullable Event base) {
        ThreeWay<String> name = ThreeWay.of(base == null ? null : base.name(), first.name(), second.name());
        ThreeWay<String> place = ThreeWay.of(base == null ? null : base.place(), first.place(), second.place());
        ThreeWay<List<LocalDate>> days = ThreeWay.of(
                base == null ? null : List.of(base.from(), base.to()),
                List.of(first.from(), first.to()),
                List.of(second.from(), second.to()));
        ThreeWay<String> pace = ThreeWay.of(base == null ? null : base.pace(), first.pace(), second.pace());
        ThreeWay<Integer> rounds = ThreeWay.of(base == null ? null : base.rounds(), first.rounds(), second.rounds());
        int otherwise = 0;
        List<Event.Goer> goers = new ArrayList<>();
        for (long student :
                ThreeWay.ofSets(base == null ? List.of() : students(base), students(first), students(second))) {
            Event.Goer one = first.goer(student).orElse(null);
            Event.Goer other = second.goer(student).orElse(null);
            ThreeWay<Event.Goer> goer = one == null || other == null
                    ? null
                    : ThreeWay.of(base == null ? null : base.goer(student).orElse(null), one, other);
            if (goer != null) {
                goers.add(goer.value());
                otherwise += goer.isConflict() ? 1 : 0;
            } else {
                goers.add(one == null ? Objects.requireNonNull(other) : one);
            }
        }
        for (ThreeWay<?> each : List.of(name, place, days, pace, rounds)) {
            otherwise += each.isConflict() ? 1 : 0;
        }
        return new Union.One<>(
                new Event(
                        0,
                        name.value(),
                        place.value(),
                        days.value().getFirst(),
                        days.value().getLast(),
                        pace.value(),
                        rounds.value(),
                        goers),
                otherwise);
    }
}
