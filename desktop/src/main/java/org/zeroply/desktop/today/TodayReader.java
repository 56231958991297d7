package org.zeroply.desktop.today;

import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Ref;
import org.zeroply.coaching.Teaching;
import org.zeroply.desktop.kit.DayField;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.today.TodayPage.Act;
import org.zeroply.desktop.today.TodayPage.Day;
import org.zeroply.desktop.today.TodayPage.Hour;
import org.zeroply.desktop.today.TodayPage.Kind;
import org.zeroply.desktop.today.TodayPage.Line;
import org.zeroply.desktop.today.TodayPage.Owed;
import org.zeroply.desktop.today.TodayPage.Section;
import org.zeroply.gametree.Game;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.rules.Side;
import org.zeroply.store.AccountShelf.Unjudged;
import org.zeroply.store.RegisterShelf;
import org.zeroply.store.SittingShelf;
import org.zeroply.store.Workbook;
import org.zeroply.store.WorkbookException;

/** Reads the page of a day out of a workbook. Not for the interface thread. */
final class TodayReader {
    /** So far back it is known when a student was seen. */
    private static final int LOOKED_BACK = 120;

    private static final int MOST_LINES = 6;
    private static final int MOST_TO_JUDGE = 500;

    private final Workbook workbook;
    private final LocalDate today;
    private final ZoneId here;
    private final Language language;
    private final List<Profile> profiles;
    private final Map<Long, String> names = new HashMap<>();
    private final List<Diary.Entry> entries;
    private final List<Assignment> homework;
    private final List<Event> events;

    TodayReader(Workbook workbook, LocalDate today, ZoneId here, Language language) {
        this.workbook = workbook;
        this.today = today;
        this.here = here;
        this.language = language;
        profiles = workbook.register().all();
        profiles.forEach(each -> names.put(each.student().id(), each.student().name()));
        LocalDate to = today.plusDays(Teaching.EVENTS_AHEAD);
        entries = Diary.between(workbook.diary().lessons(today, to), today, to, here);
        homework = arrived(workbook.diary().homework(today, to));
        events = workbook.diary().events(today, to);
    }

    TodayPage page() {
        List<Section> sections = Stream.of(
                        section(Kind.BACK, back()),
                        section(Kind.UNJUDGED, unjudged()),
                        section(Kind.DUE, due()),
                        section(Kind.PLANS, plans()),
                        section(Kind.AHEAD, ahead()),
                        section(Kind.NOT_SEEN, notSeen()))
                .filter(section -> !section.lines().isEmpty())
                .toList();
        return new TodayPage(today, profiles.size(), hours(), sections, days());
    }

    private static Section section(Kind kind, List<Line> lines) {
        if (lines.size() <= MOST_LINES) {
            return new Section(kind, lines);
        }
        List<Line> most = new ArrayList<>(lines.subList(0, MOST_LINES));
        Line last = most.removeLast();
        most.add(new Line(last.text(), Texts.of("today.more", last.more(), lines.size() - MOST_LINES), last.act()));
        return new Section(kind, most);
    }

    private String name(long student) {
        return names.getOrDefault(student, "");
    }

    private String names(List<Long> students) {
        return students.stream().map(this::name).filter(name -> !name.isEmpty()).collect(Collectors.joining("; "));
    }

    /** With papers that were handed in counted as back, whoever took them in. */
    private List<Assignment> arrived(List<Assignment> all) {
        Set<List<Long>> done = new HashSet<>();
        Map<List<Long>, LocalDate> when = new HashMap<>();
        boolean hasPapers = all.stream().anyMatch(each -> each.kind() == Assignment.Kind.PAPER && each.isOwed());
        if (hasPapers) {
            for (SittingShelf.Listed sitting : workbook.sittings().list()) {
                if (sitting.isDone()) {
                    List<Long> key = List.of(sitting.paper(), sitting.student().id());
                    done.add(key);
                    when.merge(
                            key,
                            LocalDate.ofInstant(sitting.begun(), here),
                            (one, other) -> one.isAfter(other) ? one : other);
                }
            }
        }
        return all.stream()
                .map(each -> each.withParts(each.parts().stream()
                        .map(part -> {
                            List<Long> key = List.of(each.number(), part.student());
                            boolean isIn = each.kind() == Assignment.Kind.PAPER
                                    && Assignment.isOwed(part)
                                    && done.contains(key)
                                    && !Objects.requireNonNull(when.get(key)).isBefore(each.set());
                            return isIn ? new Assignment.Part(part.student(), Assignment.State.BACK) : part;
                        })
                        .toList()))
                .toList();
    }

    // ---- the hours

    private List<Hour> hours() {
        return entries.stream()
                .filter(entry -> entry.begins().toLocalDate().equals(today))
                .filter(entry -> !entry.lesson().isClosed())
                .map(entry -> new Hour(
                        entry,
                        names(entry.lesson().students()),
                        entry.lesson().students().stream()
                                .flatMap(student -> owed(student).stream())
                                .toList(),
                        entry.isOfSeries() ? Optional.empty() : board(entry.lesson())))
                .toList();
    }

    private List<Owed> owed(long student) {
        return homework.stream()
                .flatMap(each -> each.of(student).stream()
                        .filter(Assignment::isOwed)
                        .map(part -> new Owed(each, student, name(student), late(each))))
                .toList();
    }

    private int late(Assignment each) {
        return (int) Math.max(0, ChronoUnit.DAYS.between(each.due(), today));
    }

    private Optional<TodayPage.Board> board(Lesson lesson) {
        for (Block block : lesson.blocks()) {
            Block.Material material = block.material();
            if (material != null && material.what() == Ref.GAME && material.at() >= 0) {
                try {
                    Game game = workbook.games().read(material.number());
                    List<Integer> main = game.tree().mainLine();
                    if (material.at() < main.size()) {
                        var position = game.tree().positionsAlong(main).get(material.at());
                        return Optional.of(new TodayPage.Board(
                                position,
                                position.sideToMove() == Side.BLACK ? Side.BLACK : Side.WHITE,
                                game.tree().node(main.get(material.at())).played(),
                                Texts.of("today.first", MoveNames.of(game.tree(), main.get(material.at()), language))));
                    }
                } catch (WorkbookException gone) {
                    // It is told when it is opened.
                }
            }
        }
        return Optional.empty();
    }

    // ---- the lines

    private List<Line> back() {
        List<Line> lines = new ArrayList<>();
        for (Assignment each : homework) {
            List<Assignment.Part> in = each.parts().stream()
                    .filter(part -> part.state() == Assignment.State.BACK)
                    .toList();
            if (in.size() > 1) {
                lines.add(new Line(
                        Texts.of("today.batch", in.size()),
                        Texts.of("today.of", each.text()),
                        new Act.GoOver(each, in.getFirst().student())));
            } else if (in.size() == 1) {
                lines.add(new Line(
                        name(in.getFirst().student()),
                        Texts.of("today.of", each.text()),
                        new Act.GoOver(each, in.getFirst().student())));
            }
        }
        for (RegisterShelf.Listed each : workbook.register().list()) {
            if (each.open() > 0) {
                lines.add(new Line(each.name(), Texts.of("today.asked", each.open()), new Act.Answer(each.name())));
            }
        }
        return lines;
    }

    private List<Line> unjudged() {
        Map<String, String> known = new HashMap<>();
        profiles.forEach(each ->
                each.allNames().forEach(name -> known.put(name, each.student().name())));
        List<Unjudged> games = workbook.accounts().unjudged(known.keySet(), MOST_TO_JUDGE);
        if (games.isEmpty()) {
            return List.of();
        }
        Map<String, Long> whose = games.stream()
                .flatMap(game -> Stream.of(game.white(), game.black()).filter(known::containsKey))
                .map(known::get)
                .collect(Collectors.groupingBy(name -> name, Collectors.counting()));
        String counts = whose.entrySet().stream()
                .sorted(Map.Entry.<String, Long>comparingByValue().reversed())
                .limit(4)
                .map(entry -> entry.getKey().replaceFirst(",.*", "") + " " + entry.getValue())
                .collect(Collectors.joining(", "));
        return List.of(new Line(
                Texts.of("today.games", games.size()),
                counts,
                new Act.Judge(games.stream().map(Unjudged::id).toList())));
    }

    private List<Line> due() {
        List<Line> lines = new ArrayList<>();
        List<Assignment> soon = homework.stream()
                .filter(each -> !each.due().isAfter(today.plusDays(Teaching.DUE_AHEAD)))
                .sorted(Comparator.comparing(Assignment::due))
                .toList();
        for (Assignment each : soon) {
            for (Assignment.Part part : each.parts()) {
                if (Assignment.isOwed(part)) {
                    int late = late(each);
                    String when = late > 0
                            ? Texts.of("today.late", late)
                            : each.due().equals(today)
                                    ? Texts.of("today.dueToday")
                                    : Texts.of("day." + each.due().getDayOfWeek());
                    lines.add(new Line(
                            Texts.of("today.who", when, name(part.student())),
                            Texts.of("today.state", each.text(), part.state().text()),
                            new Act.Advance(each, part.student(), name(part.student()))));
                }
            }
        }
        return lines;
    }

    private List<Line> plans() {
        return entries.stream()
                .filter(entry -> entry.begins().toLocalDate().isAfter(today)
                        && !entry.begins().toLocalDate().isAfter(today.plusDays(Teaching.PLANS_AHEAD)))
                .filter(entry -> entry.isOfSeries() || !entry.lesson().isPlanned())
                .map(entry -> new Line(
                        names(entry.lesson().students()),
                        Texts.of(
                                "today.lesson",
                                DayField.weekday(entry.begins().toLocalDate()),
                                DayField.shown(entry.begins().toLocalTime()),
                                entry.lesson().when().minutes()),
                        new Act.Fill(entry)))
                .toList();
    }

    private List<Line> ahead() {
        return events.stream()
                .filter(event -> !event.to().isBefore(today))
                .sorted(Comparator.comparing(Event::from))
                .map(event -> {
                    long days = ChronoUnit.DAYS.between(today, event.from());
                    String when = days <= 0 ? Texts.of("today.now") : Texts.of("today.in", days);
                    String goers = names(
                            event.goers().stream().map(Event.Goer::student).toList());
                    return new Line(
                            Texts.of("today.event", event.name(), DayField.shown(event.from()), when),
                            goers.isEmpty()
                                    ? Texts.of("today.nobody")
                                    : Texts.of("today.go", goers, event.goers().size()),
                            new Act.ShowEvent(event));
                })
                .toList();
    }

    private List<Line> notSeen() {
        Map<Long, LocalDate> last = workbook.diary().lastSeen(today.minusDays(LOOKED_BACK), today.minusDays(1));
        Set<Long> comes = new HashSet<>();
        entries.forEach(entry -> comes.addAll(entry.lesson().students()));
        return last.entrySet().stream()
                .filter(entry -> !comes.contains(entry.getKey()) && names.containsKey(entry.getKey()))
                .filter(entry -> ChronoUnit.DAYS.between(entry.getValue(), today) >= Teaching.NOT_SEEN)
                .sorted(Map.Entry.comparingByValue())
                .map(entry -> new Line(
                        name(entry.getKey()),
                        Texts.of("today.lastSeen", DayField.shown(entry.getValue())),
                        new Act.FindHour(entry.getKey())))
                .toList();
    }

    // ---- the strip

    private List<Day> days() {
        List<Day> days = new ArrayList<>();
        for (int i = 0; i < Teaching.EVENTS_AHEAD; i++) {
            LocalDate day = today.plusDays(i);
            days.add(new Day(
                    day,
                    entries.stream()
                            .filter(entry -> entry.begins().toLocalDate().equals(day))
                            .map(entry -> entry.lesson().when().minutes())
                            .toList(),
                    (int) homework.stream()
                            .filter(each -> each.due().equals(day) && each.isOwed())
                            .count(),
                    events.stream()
                            .filter(event ->
                                    !event.from().isAfter(day) && !event.to().isBefore(day))
                            .toList()));
        }
        return days;
    }
}
