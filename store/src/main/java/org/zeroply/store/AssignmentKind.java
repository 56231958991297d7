package org.zeroply.store;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Ref;
import org.zeroply.gametree.ThreeWay;

/** Homework. */
final class AssignmentKind extends DiaryKind<Assignment> {
    AssignmentKind() {
        super("homework");
    }

    @Override
    LocalDate first(Assignment homework) {
        return homework.set();
    }

    /** Homework concerns every day from then on until nothing is left to do with it. */
    @Override
    LocalDate last(Assignment homework) {
        return homework.isOpen() ? LocalDate.of(9999, 12, 31) : homework.due();
    }

    @Override
    List<Long> students(Assignment homework) {
        return homework.parts().stream().map(Assignment.Part::student).toList();
    }

    @Override
    String title(Assignment homework) {
        return homework.text();
    }

    @Override
    Assignment renamed(Assignment homework, Ref.Renaming names) {
        return homework.renamed(names);
    }

    @Override
    Assignment withId(Assignment homework, long id) {
        return homework.withId(id);
    }

    @Override
    String text(Assignment homework) {
        KeyedText text = new KeyedText();
        text.line("homework", homework.kind(), homework.number(), homework.set(), homework.due(), homework.lesson());
        text.line("text", homework.text());
        homework.parts().forEach(part -> text.line("student", part.student(), part.state()));
        return text.toString();
    }

    @Override
    Assignment parse(String text) {
        KeyedText.Line head = null;
        String words = "";
        List<Assignment.Part> parts = new ArrayList<>();
        for (KeyedText.Line line : KeyedText.lines(text)) {
            switch (line.key()) {
                case "homework" -> head = line;
                case "text" -> words = line.field(0);
                case "student" ->
                    parts.add(new Assignment.Part(line.number(0), Assignment.State.valueOf(line.field(1))));
                default -> {}
            }
        }
        if (head == null) {
            throw new WorkbookException(WorkbookException.Fault.DAMAGED, "homework has lost what it is");
        }
        return new Assignment(
                0,
                Assignment.Kind.valueOf(head.field(0)),
                words,
                head.number(1),
                LocalDate.parse(head.field(2)),
                LocalDate.parse(head.field(3)),
                head.number(4),
                parts);
    }

    /** A part is as far as it is in either copy. */
    @Override
    Union<Assignment> unite(Assignment first, Assignment second, @Nullable Assignment base) {
        ThreeWay<String> text = ThreeWay.of(base == null ? null : base.text(), first.text(), second.text());
        ThreeWay<LocalDate> due = ThreeWay.of(base == null ? null : base.due(), first.due(), second.due());
        List<Long> students =
                ThreeWay.ofSets(base == null ? List.of() : students(base), students(first), students(second));
        Set<Long> order = new TreeSet<>(students);
        List<Assignment.Part> parts = order.stream()
                .map(student -> {
                    Assignment.State one = state(first, student);
                    Assignment.State other = state(second, student);
                    return new Assignment.Part(student, one.compareTo(other) >= 0 ? one : other);
                })
                .toList();
        LocalDate day = due.value().isBefore(first.set()) ? first.set() : due.value();
        return new Union.One<>(
                new Assignment(0, first.kind(), text.value(), first.number(), first.set(), day, first.lesson(), parts),
                (text.isConflict() ? 1 : 0) + (due.isConflict() ? 1 : 0));
    }

    private static Assignment.State state(Assignment homework, long student) {
        return homework.of(student).map(Assignment.Part::state).orElse(Assignment.State.SET);
    }
}
