package org.zeroply.desktop.lessons;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.EventPlan;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Praised;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Rate;
import org.zeroply.coaching.Ref;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.register.StudentPage;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.print.TeachingPages;
import org.zeroply.print.TeachingPages.Contents;
import org.zeroply.print.TeachingPages.Part;
import org.zeroply.store.MinutesTable;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookException;

/** What is printed around lessons and events. Not for the interface thread. */
final class TeachingPapers {
    private static final int SHOWN = 3;
    private static final int MOST_SENTENCES = 3;

    private final Workbook workbook;

    TeachingPapers(Workbook workbook) {
        this.workbook = workbook;
    }

    String names(List<Long> students) {
        return students.stream().map(this::name).collect(Collectors.joining("; "));
    }

    String name(long student) {
        return workbook.register()
                .row(student)
                .map(each -> each.student().name())
                .orElse("");
    }

    /** For the student: what we did, what to do until when; no figures about a person unless they are asked for. */
    Contents afterTheLesson(Lesson lesson, boolean withFigures) {
        List<String> did = new ArrayList<>();
        List<TeachingPages.Shown> shown = new ArrayList<>();
        for (Block block : lesson.blocks()) {
            if (block.state() == Block.State.DONE || block.state() == Block.State.CUT) {
                if (block.kind() != Block.Kind.CLOSE) {
                    did.add(
                            withFigures
                                    ? Texts.of("after.did", block.title(), Math.round(block.seconds() / 60f))
                                    : block.title());
                }
                diagram(block).filter(each -> shown.size() < SHOWN).ifPresent(shown::add);
            }
        }
        List<String> later = lesson.carried().stream().map(Block::title).toList();
        List<String> set =
                workbook.diary().homework(lesson.when().start().toLocalDate(), LocalDate.MAX.withYear(9998)).stream()
                        .filter(each -> each.lesson() == lesson.id())
                        .map(each -> Texts.of("after.homework", each.text(), DayField.shown(each.due())))
                        .toList();
        List<String> answers = lesson.students().stream()
                .flatMap(student -> workbook.register().questions(student).stream())
                .filter(question -> !question.isOpen() && isOfLastWeeks(question, lesson))
                .map(question -> Texts.of("after.answer", question.text(), question.answer()))
                .toList();
        return new Contents(
                Texts.of("after.title"),
                Texts.of(
                        "after.occasion",
                        names(lesson.students()),
                        DayField.weekday(lesson.when().start().toLocalDate())),
                List.of(
                        Part.of("", lesson.aim().isEmpty() ? List.of() : List.of(lesson.aim())),
                        Part.of(Texts.of("after.we"), did),
                        Part.of("", lesson.word().isEmpty() ? List.of() : List.of(lesson.word())),
                        Part.of(Texts.of("after.you"), set),
                        Part.of(Texts.of("after.answers"), answers),
                        Part.of(Texts.of("after.next"), later)),
                shown);
    }

    private static boolean isOfLastWeeks(Question question, Lesson lesson) {
        return question.asked().isAfter(lesson.when().begins().minusWeeks(3).toInstant());
    }

    private Optional<TeachingPages.Shown> diagram(Block block) {
        Block.Material material = block.material();
        if (material == null || material.what() != Ref.GAME || material.at() < 0) {
            return Optional.empty();
        }
        try {
            Game game = workbook.games().read(material.number());
            List<Integer> main = game.tree().mainLine();
            if (material.at() >= main.size()) {
                return Optional.empty();
            }
            var position = game.tree().positionsAlong(main).get(material.at());
            int node = material.at() == 0 ? GameTree.ROOT : main.get(material.at() - 1);
            var marks = CoachRemarks.of(game.tree().node(node)).marks();
            return Optional.of(new TeachingPages.Shown(position, position.sideToMove(), marks, block.title()));
        } catch (WorkbookException gone) {
            return Optional.empty();
        }
    }

    /** One strength, one warning, no figures, for the pocket. */
    Contents betweenRounds(Event event, StudentPage page) {
        StudentAccount account = page.account();
        String strength = account.praise().stream()
                .filter(Praised.Mastered.class::isInstance)
                .map(Praised.Mastered.class::cast)
                .findFirst()
                .map(each -> Texts.of("between.mastered", each.habit().key().text()))
                .orElse(account.praise().isEmpty() ? Texts.of("between.trust") : Texts.of("between.found"));
        String warning = account.training().isEmpty()
                ? Texts.of("between.time")
                : Texts.of(
                        "between.warning." + account.training().getFirst().key().kind(),
                        account.training().getFirst().key().text());
        return new Contents(
                Texts.of("between.title"),
                Texts.of("after.occasion", page.profile().student().name(), event.name()),
                List.of(
                        Part.of(Texts.of("between.strength"), List.of(strength)),
                        Part.of(Texts.of("between.look"), List.of(warning))),
                List.of(),
                true);
    }

    /** The way to an event, week by week, with the rule behind each share. */
    Contents plan(Event event, String student, EventPlan plan) {
        List<List<String>> shares = new ArrayList<>();
        shares.add(List.of(Texts.of("event.part"), Texts.of("event.share"), Texts.of("event.why")));
        plan.shares()
                .forEach(each -> shares.add(
                        List.of(each.part().text(), Texts.of("event.percent", each.hundredths()), each.why())));
        List<List<String>> weeks = new ArrayList<>();
        List<String> head = new ArrayList<>(List.of(Texts.of("event.week"), Texts.of("event.think")));
        for (EventPlan.Part part : EventPlan.Part.values()) {
            head.add(part.text());
        }
        head.add(Texts.of("event.all"));
        weeks.add(head);
        for (EventPlan.Week week : plan.weeks()) {
            List<String> row = new ArrayList<>(List.of(
                    Texts.of("event.days", DayField.shown(week.from()), DayField.shown(week.to())),
                    Integer.toString(week.think())));
            for (EventPlan.Part part : EventPlan.Part.values()) {
                row.add(Integer.toString(week.minutes().getOrDefault(part, 0)));
            }
            row.add(Integer.toString(week.all()));
            weeks.add(row);
        }
        return new Contents(
                Texts.of("event.plan.title", event.name()),
                Texts.of("event.plan.occasion", student, DayField.weekday(event.from()), plan.days()),
                List.of(
                        new Part(Texts.of("event.plan.shares"), List.of(), shares),
                        new Part(Texts.of("event.plan.weeks"), List.of(), weeks),
                        Part.of(
                                "",
                                List.of(Texts.of("event.plan.think", pace(event)), Texts.of("event.plan.nothingNew")))),
                List.of());
    }

    /** The pace of play behind a sentence about it; empty if it is not known. */
    static String pace(Event event) {
        return event.pace().isEmpty() ? "" : Texts.of("event.pace", event.pace());
    }

    /** For parents: what was done, what has become better, what comes. */
    Contents term(Profile profile, StudentPage page, LocalDate from, LocalDate to) {
        List<Lesson> held = workbook.diary().lessonsWith(profile.student().id()).stream()
                .filter(Lesson::isClosed)
                .filter(each -> {
                    LocalDate day = each.when().start().toLocalDate();
                    return !day.isBefore(from) && !day.isAfter(to);
                })
                .toList();
        long minutes = held.stream()
                .mapToLong(each -> each.taken().orElseThrow().toMinutes())
                .sum();
        List<String> aims = held.stream()
                .map(Lesson::aim)
                .filter(aim -> !aim.isEmpty())
                .distinct()
                .toList();
        List<Assignment> homework =
                workbook.diary().homeworkWith(profile.student().id());
        long back = homework.stream()
                .flatMap(each -> each.of(profile.student().id()).stream())
                .filter(part -> !Assignment.isOwed(part))
                .count();
        List<String> better = new ArrayList<>();
        if (page.account().trend() instanceof Rate.Trend.Better) {
            better.add(Texts.of("term.less"));
        }
        List<Praised> praise = page.account().praise();
        praise.stream()
                .filter(Praised.Mastered.class::isInstance)
                .map(Praised.Mastered.class::cast)
                .limit(MOST_SENTENCES)
                .forEach(each -> better.add(
                        Texts.of("between.mastered", each.habit().key().text())));
        if (praise.stream().anyMatch(Praised.Found.class::isInstance)) {
            better.add(Texts.of("term.found"));
        }
        List<String> comes = new ArrayList<>(page.account().training().stream()
                .limit(1)
                .map(Habit::key)
                .map(key -> Texts.of("term.train", key.text()))
                .toList());
        workbook.diary().eventsWith(profile.student().id()).stream()
                .filter(each -> each.from().isAfter(to))
                .forEach(each -> comes.add(Texts.of("term.event", each.name(), DayField.shown(each.from()))));
        List<String> did = new ArrayList<>(List.of(Texts.of("term.lessons", held.size(), minutes)));
        did.addAll(aims);
        if (!homework.isEmpty()) {
            did.add(Texts.of("term.homework", back, homework.size()));
        }
        return new Contents(
                Texts.of("term.title"),
                Texts.of("term.occasion", profile.student().name(), DayField.shown(from), DayField.shown(to)),
                List.of(
                        Part.of(Texts.of("term.did"), did),
                        Part.of(Texts.of("term.better"), better),
                        Part.of(Texts.of("term.comes"), comes)),
                List.of());
    }

    /** Minutes taught a month, by student, as CSV. */
    String minutesTaught(LocalDate from, LocalDate to, boolean withNames) {
        Map<String, Map<String, Long>> months = new TreeMap<>();
        for (Lesson lesson : workbook.diary().lessons(from, to)) {
            if (!lesson.isClosed()) {
                continue;
            }
            LocalDate day = Objects.requireNonNull(lesson.held())
                    .begun()
                    .atZone(lesson.when().zone())
                    .toLocalDate();
            String month = String.format(Locale.ROOT, "%04d-%02d", day.getYear(), day.getMonthValue());
            long minutes = lesson.taken().orElseThrow().toMinutes();
            Map<String, Long> of = months.computeIfAbsent(month, any -> new TreeMap<>());
            for (int i = 0; i < lesson.students().size(); i++) {
                long student = lesson.students().get(i);
                of.merge(withNames ? name(student) : Texts.of("minutes.student", student), minutes, Long::sum);
            }
        }
        return MinutesTable.write(months);
    }
}
