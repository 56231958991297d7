package org.zeroply.desktop.lessons;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.EventPlan;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.When;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.store.CalendarFile;
import org.zeroply.store.RegisterShelf;
import org.zeroply.store.Workbook;

/** The diary as a calendar file, and lessons out of one. Not for the interface thread. */
final class DiaryCalendar {
    private static final int MONTHS_OUT = 12;

    private final Workbook workbook;
    private final DiaryModel model;

    DiaryCalendar(Workbook workbook, DiaryModel model) {
        this.workbook = workbook;
        this.model = model;
    }

    private String names(List<Long> students) {
        return new TeachingPapers(workbook).names(students);
    }

    /**
     * Lessons, homework, events and the plans to them, from a month ago on, as a calendar.
     *
     * @param goers who goes to an event, with what each needs
     */
    String write(LongFunction<List<EventSheet.Goes>> goers) {
        LocalDate from = model.today().minusMonths(1);
        LocalDate to = from.plusMonths(MONTHS_OUT);
        List<CalendarFile.Timed> timed = new ArrayList<>();
        Map<Long, Lesson> series = new HashMap<>();
        List<Lesson> lessons = workbook.diary().lessons(from, to);
        lessons.forEach(lesson -> series.put(lesson.id(), lesson));
        for (Lesson lesson : lessons) {
            When.Instead instead = lesson.when().instead();
            Lesson of = instead == null ? lesson : series.getOrDefault(instead.series(), lesson);
            timed.add(new CalendarFile.Timed(
                    of.outside().isEmpty() ? uid("lesson", of.id()) : of.outside(),
                    of.equals(lesson) && instead != null
                            ? When.once(
                                    lesson.when().start(),
                                    lesson.when().zone(),
                                    lesson.when().minutes())
                            : lesson.when(),
                    names(lesson.students()),
                    lesson.aim()));
        }
        List<CalendarFile.Days> days = new ArrayList<>();
        for (Event event : workbook.diary().events(from, to)) {
            days.add(new CalendarFile.Days(
                    uid("event", event.id()), event.from(), event.to(), event.name(), event.place(), event.pace()));
            for (EventSheet.Goes goes : goers.apply(event.id())) {
                EventPlan way = EventPlan.of(event, goes.goer(), goes.needs(), model.today());
                for (EventPlan.Week week : way.weeks()) {
                    String shares = week.minutes().entrySet().stream()
                            .map(each -> Texts.of("calendar.part", each.getKey().text(), each.getValue()))
                            .collect(Collectors.joining(", "));
                    days.add(new CalendarFile.Days(
                            uid("plan", event.id()) + "-" + goes.goer().student() + "-" + week.from(),
                            week.from(),
                            week.to(),
                            Texts.of("calendar.plan", goes.name(), event.name()),
                            "",
                            Texts.of("calendar.think", week.think()) + ", " + shares));
                }
            }
        }
        List<CalendarFile.Todo> todos = workbook.diary().homework(from, to).stream()
                .map(each -> new CalendarFile.Todo(
                        uid("homework", each.id()),
                        each.due(),
                        Texts.of(
                                "calendar.homework",
                                names(each.parts().stream()
                                        .map(Assignment.Part::student)
                                        .toList()),
                                each.text()),
                        ""))
                .toList();
        return CalendarFile.write(timed, days, todos, model.now());
    }

    private String uid(String kind, long id) {
        return workbook.diary().uid(kind, id) + "@zeroply";
    }

    /** Takes the lessons of a calendar in and says what came of it. */
    String read(Path file) throws IOException {
        if (Files.size(file) > CalendarFile.LARGEST) {
            return Texts.of("calendar.large", file.getFileName(), CalendarFile.LARGEST / 1_000_000);
        }
        CalendarFile.Contents contents;
        try (InputStream in = new BufferedInputStream(Files.newInputStream(file))) {
            contents = CalendarFile.read(in, model.zone(), model.today());
        } catch (CalendarFile.Unreadable broken) {
            return broken.line() > 0
                    ? Texts.of("calendar.brokenAt", file.getFileName(), broken.line())
                    : Texts.of("calendar.broken", file.getFileName());
        }
        return taken(contents, file);
    }

    private String taken(CalendarFile.Contents contents, Path file) {
        List<RegisterShelf.Listed> students = workbook.register().list();
        Map<String, Lesson> known = new HashMap<>();
        for (Lesson each : workbook.diary().lessons(LocalDate.of(1000, 1, 1), LocalDate.of(9998, 1, 1))) {
            if (!each.outside().isEmpty() && each.when().instead() == null) {
                known.put(each.outside(), each);
            }
        }
        int added = 0;
        int again = 0;
        int strangers = 0;
        // Series first, so that their moved times find them.
        List<CalendarFile.Incoming> incoming = new ArrayList<>(contents.lessons());
        incoming.sort((one, other) -> Boolean.compare(one.original() != null, other.original() != null));
        for (CalendarFile.Incoming each : incoming) {
            List<Long> named = students.stream()
                    .filter(student -> isNamed(student.name(), each.title()))
                    .map(RegisterShelf.Listed::id)
                    .toList();
            strangers += named.isEmpty() ? 1 : 0;
            Lesson series = each.original() == null ? null : known.get(each.uid());
            if (each.original() == null && known.containsKey(each.uid())) {
                again++;
                continue;
            }
            When when = series == null
                    ? each.when()
                    : new When(
                            each.when().start(),
                            each.when().zone(),
                            each.when().minutes(),
                            null,
                            new When.Instead(series.id(), Objects.requireNonNull(each.original())));
            Lesson lesson = Lesson.of(named, when)
                    .withAim(named.isEmpty() ? each.title() : "")
                    .withOutside(each.uid());
            long id = workbook.diary().add(lesson, Texts.of("undo.calendar"));
            added++;
            if (each.original() == null && !each.uid().isEmpty()) {
                known.put(each.uid(), lesson.withId(id));
            }
        }
        List<String> said = new ArrayList<>(List.of(Texts.of("calendar.added", file.getFileName(), added)));
        say(said, "calendar.again", again);
        say(said, "calendar.strangers", strangers);
        say(said, "calendar.wholeDays", contents.wholeDays());
        say(said, "calendar.without", contents.without());
        say(said, "calendar.endless", contents.endless());
        contents.zones().forEach((name, zone) -> said.add(Texts.of("calendar.zone", name, zone.getId())));
        return String.join("\n", said);
    }

    private static void say(List<String> said, String key, int count) {
        if (count > 0) {
            said.add(Texts.of(key, count));
        }
    }

    /** Whether a title names a student: by the whole name, or by first and last name in either order. */
    private static boolean isNamed(String name, String title) {
        String plain = title.toLowerCase(Locale.ROOT);
        return List.of(name.toLowerCase(Locale.ROOT).split("[ ,]+")).stream()
                .allMatch(part -> List.of(plain.split("[^\\p{L}'-]+")).contains(part));
    }
}
