package org.zeroply.store;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Ref;
import org.zeroply.coaching.When;
import org.zeroply.gametree.ThreeWay;

/** Lessons. */
final class LessonKind extends DiaryKind<Lesson> {
    LessonKind() {
        super("lesson");
    }

    /** A moved time of a series concerns the day it was moved from as well. */
    @Override
    LocalDate first(Lesson lesson) {
        LocalDate day = lesson.when().start().toLocalDate();
        When.Instead instead = lesson.when().instead();
        return instead != null && instead.original().toLocalDate().isBefore(day)
                ? instead.original().toLocalDate()
                : day;
    }

    @Override
    LocalDate last(Lesson lesson) {
        LocalDate day = lesson.when().lastDay();
        When.Instead instead = lesson.when().instead();
        return instead != null && instead.original().toLocalDate().isAfter(day)
                ? instead.original().toLocalDate()
                : day;
    }

    @Override
    List<Long> students(Lesson lesson) {
        return lesson.students();
    }

    @Override
    String title(Lesson lesson) {
        return lesson.when().start().toString().replace('T', ' ');
    }

    @Override
    Lesson renamed(Lesson lesson, Ref.Renaming names) {
        return lesson.renamed(names);
    }

    @Override
    Lesson withId(Lesson lesson, long id) {
        return lesson.withId(id);
    }

    @Override
    String text(Lesson lesson) {
        KeyedText text = new KeyedText();
        When when = lesson.when();
        text.line("when", when.start(), when.zone().getId(), when.minutes());
        When.Repeat repeat = when.repeat();
        if (repeat != null) {
            text.line("repeat", repeat.weeks(), repeat.until());
            new TreeSet<>(repeat.without()).forEach(time -> text.line("without", time));
        }
        When.Instead instead = when.instead();
        if (instead != null) {
            text.line("instead", instead.series(), instead.original());
        }
        lesson.students().forEach(student -> text.line("student", student));
        text.line("aim", lesson.aim());
        for (Block block : lesson.blocks()) {
            Block.Material material = block.material();
            text.line(
                    "block",
                    block.kind(),
                    block.minutes(),
                    block.state(),
                    block.seconds(),
                    material == null ? "" : material.what() + " " + material.number() + " " + material.at(),
                    block.title(),
                    block.why(),
                    block.note());
        }
        Lesson.Held held = lesson.held();
        if (held != null) {
            text.line(
                    "held",
                    held.begun().toEpochMilli(),
                    held.at(),
                    held.since().toEpochMilli(),
                    held.ended() == null ? "" : Long.toString(held.ended().toEpochMilli()));
        }
        text.line("word", lesson.word());
        text.line("outside", lesson.outside());
        return text.toString();
    }

    @Override
    Lesson parse(String text) {
        When when = null;
        When.Instead instead = null;
        List<Long> students = new ArrayList<>();
        List<Block> blocks = new ArrayList<>();
        Set<LocalDateTime> without = new TreeSet<>();
        When.Repeat repeat = null;
        Lesson.Held held = null;
        String aim = "";
        String word = "";
        String outside = "";
        for (KeyedText.Line line : KeyedText.lines(text)) {
            switch (line.key()) {
                case "when" ->
                    when = When.once(LocalDateTime.parse(line.field(0)), ZoneId.of(line.field(1)), line.small(2));
                case "repeat" -> repeat = new When.Repeat(line.small(0), LocalDateTime.parse(line.field(1)), Set.of());
                case "without" -> without.add(LocalDateTime.parse(line.field(0)));
                case "instead" -> instead = new When.Instead(line.number(0), LocalDateTime.parse(line.field(1)));
                case "student" -> students.add(line.number(0));
                case "aim" -> aim = line.field(0);
                case "block" -> blocks.add(block(line));
                case "held" ->
                    held = new Lesson.Held(
                            Instant.ofEpochMilli(line.number(0)),
                            line.small(1),
                            Instant.ofEpochMilli(line.number(2)),
                            line.field(3).isEmpty() ? null : Instant.ofEpochMilli(line.number(3)));
                case "word" -> word = line.field(0);
                case "outside" -> outside = line.field(0);
                default -> {}
            }
        }
        if (when == null) {
            throw new WorkbookException(WorkbookException.Fault.DAMAGED, "a lesson has lost its time");
        }
        When full = new When(
                when.start(),
                when.zone(),
                when.minutes(),
                repeat == null ? null : new When.Repeat(repeat.weeks(), repeat.until(), without),
                instead);
        return new Lesson(0, students, full, aim, blocks, held, word, outside);
    }

    private static Block block(KeyedText.Line line) {
        String[] material = line.field(4).split(" ", -1);
        return new Block(
                Block.Kind.valueOf(line.field(0)),
                line.small(1),
                line.field(5),
                material.length < 3
                        ? null
                        : new Block.Material(
                                Ref.valueOf(material[0]), Long.parseLong(material[1]), Integer.parseInt(material[2])),
                line.field(6),
                line.field(7),
                Block.State.valueOf(line.field(2)),
                line.small(3));
    }

    /** Blocks are put together where they were not changed in the same place; of two ways to hold it the later stands. */
    @Override
    Union<Lesson> unite(Lesson first, Lesson second, @Nullable Lesson base) {
        Lesson was = base == null ? Lesson.of(List.of(), first.when()) : base;
        ThreeWay<When> when = ThreeWay.of(base == null ? null : was.when(), first.when(), second.when());
        ThreeWay<String> aim = ThreeWay.ofTexts(was.aim(), first.aim(), second.aim(), " ");
        ThreeWay<String> word = ThreeWay.ofTexts(was.word(), first.word(), second.word(), " ");
        Optional<List<Block>> blocks = ThreeWay.ofLists(was.blocks(), first.blocks(), second.blocks());
        boolean isSecondLater = isLater(second.held(), first.held());
        Lesson holder = isSecondLater ? second : first;
        Lesson united = new Lesson(
                0,
                ThreeWay.ofSets(was.students(), first.students(), second.students()),
                when.value(),
                aim.value(),
                blocks.orElse(holder.blocks()),
                null,
                word.value(),
                first.outside());
        Lesson.Held held = holder.held();
        if (held != null) {
            united = new Lesson(
                    0,
                    united.students(),
                    united.when(),
                    united.aim(),
                    united.blocks(),
                    new Lesson.Held(
                            held.begun(), Math.min(held.at(), united.blocks().size()), held.since(), held.ended()),
                    united.word(),
                    united.outside());
        }
        int otherwise = (when.isConflict() ? 1 : 0)
                + (aim.isConflict() ? 1 : 0)
                + (word.isConflict() ? 1 : 0)
                + (blocks.isEmpty() ? 1 : 0);
        return new Union.One<>(united, otherwise);
    }

    private static boolean isLater(Lesson.@Nullable Held one, Lesson.@Nullable Held other) {
        return one != null && (other == null || one.since().isAfter(other.since()));
    }
}
