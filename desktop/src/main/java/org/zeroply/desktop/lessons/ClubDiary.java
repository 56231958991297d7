package org.zeroply.desktop.lessons;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Event;
import org.zeroply.coaching.EventPlan;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.When;
import org.zeroply.desktop.register.Accounts;
import org.zeroply.notation.Language;
import org.zeroply.store.PaperShelf;
import org.zeroply.store.SittingShelf;
import org.zeroply.store.Workbook;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** The diary of the sample club, for whatever day it is shown on. The texts are the club's own. */
public final class ClubDiary {
    private static final String SAMPLE = "sample";

    private final Workbook workbook;
    private final Clock clock;
    private final LocalDate today;
    private final Filling filling;
    private final Map<String, Long> students = new HashMap<>();

    private ClubDiary(Workbook workbook, Clock clock, String analyst) {
        this.workbook = workbook;
        this.clock = clock;
        today = LocalDate.now(clock);
        filling = new Filling(workbook, new Accounts(workbook, analyst, clock), Language.ENGLISH);
        workbook.register().list().forEach(each -> students.put(each.name(), each.id()));
    }

    /**
     * Adds lessons held and planned, homework in every state, and two events. The students must be there.
     *
     * @param analyst the name under which verdicts are kept
     */
    public static boolean add(Workbook workbook, Clock clock, String analyst) {
        new ClubDiary(workbook, clock, analyst).add();
        return true;
    }

    private void add() {
        Lesson series = kept(
                Lesson.of(List.of(id("Brandt, Ida")), weekly(today.minusWeeks(5).atTime(16, 30), 60)));
        held(series, today.minusWeeks(2), "Threats first, then plans.", "She sees one threat, seldom two.", false);
        held(series, today.minusWeeks(1), "What the move leaves behind.", "Awake; the ending was too long.", true);
        Lesson now =
                kept(series.instead(today.atTime(16, 30)).withAim("Look once more at what the move leaves behind."));
        workbook.diary().save(now.withBlocks(filling.fill(now, today, Progress.SILENT, new Cancel())), SAMPLE);
        kept(Lesson.of(
                        List.of(id("Haddad, Noor"), id("Okafor, Sam")),
                        When.once(today.atTime(18, 0), clock.getZone(), 90))
                .withAim("Rooks belong behind passed pawns, also when it hurts."));
        kept(Lesson.of(List.of(id("Okafor, Sam")), When.once(today.plusDays(2).atTime(17, 0), clock.getZone(), 60)));
        Lesson last = kept(Lesson.of(
                        List.of(id("Lindqvist, Tove")),
                        When.once(today.minusDays(25).atTime(17, 0), clock.getZone(), 60))
                .withAim("Endings with opposite-coloured bishops.")
                .withBlocks(List.of(Block.of(Block.Kind.FREE, 55, "Three endings, played out", null, ""))));
        close(last, "Two of three held.");
        homework();
        events();
    }

    private long id(String name) {
        return students.getOrDefault(name, 0L);
    }

    private Lesson kept(Lesson lesson) {
        return workbook.diary().lesson(workbook.diary().add(lesson, SAMPLE));
    }

    private When weekly(LocalDateTime start, int minutes) {
        return new When(start, clock.getZone(), minutes, new When.Repeat(1, start.plusWeeks(20), Set.of()), null);
    }

    /** A lesson of the series as it was held. */
    private void held(Lesson series, LocalDate day, String aim, String word, boolean isLong) {
        List<Block> blocks = new ArrayList<>(List.of(
                Block.of(Block.Kind.HOMEWORK, 6, "Forks and pins", null, ""),
                Block.of(Block.Kind.MOMENT, 8, "A move that left a piece behind", null, ""),
                Block.of(Block.Kind.TASK, 20, "Two tasks at the board", null, "")));
        if (isLong) {
            blocks.add(Block.of(Block.Kind.HOLD, 10, "A rook ending to hold", null, ""));
        }
        close(kept(series.instead(day.atTime(16, 30)).withAim(aim).withBlocks(blocks)), word);
    }

    /** Held from its first minute to its last; the last of four blocks is carried over. */
    private void close(Lesson lesson, String word) {
        Instant at = lesson.when().begins().toInstant();
        Lesson now = lesson.begin(at);
        for (int i = 0; i < Math.min(3, lesson.blocks().size()); i++) {
            at = at.plusSeconds(60L * lesson.blocks().get(i).minutes());
            now = now.end(Block.State.DONE, at);
        }
        Instant end =
                lesson.when().begins().plusMinutes(lesson.when().minutes()).toInstant();
        if (now.current().isPresent()) {
            now = now.end(Block.State.CARRIED, end);
        }
        workbook.diary().save(now.close(end).withWord(word), SAMPLE);
    }

    private void homework() {
        List<PaperShelf.Listed> papers = workbook.papers().list();
        List<SittingShelf.Listed> sat = workbook.sittings().list();
        sat.stream()
                .filter(SittingShelf.Listed::isDone)
                .findFirst()
                .ifPresent(sitting -> set(
                        Assignment.Kind.PAPER,
                        sitting.name(),
                        sitting.paper(),
                        -6,
                        0,
                        sitting.student().id()));
        papers.stream()
                .filter(paper -> sat.stream()
                        .noneMatch(each ->
                                each.paper() == paper.id() && each.student().id() == id("Brandt, Ida")))
                .findFirst()
                .ifPresent(paper -> set(Assignment.Kind.PAPER, paper.name(), paper.id(), -7, 0, id("Brandt, Ida")));
        long late = set(Assignment.Kind.WORDS, "Notes to the last game", 0, -9, -2, id("Haddad, Noor"));
        workbook.diary().save(workbook.diary().homework(late).with(id("Haddad, Noor"), Assignment.State.OUT), SAMPLE);
        workbook.sheets().list().stream()
                .findFirst()
                .ifPresent(sheet -> set(Assignment.Kind.SHEET, sheet.name(), sheet.id(), -3, 6, id("Lindqvist, Tove")));
        set(Assignment.Kind.WORDS, "Ten minutes a day: name every threat before you move", 0, -1, 4, id("Okafor, Sam"));
    }

    private long set(Assignment.Kind kind, String text, long number, int set, int due, long student) {
        return workbook.diary()
                .add(
                        new Assignment(
                                0,
                                kind,
                                text,
                                number,
                                today.plusDays(set),
                                today.plusDays(due),
                                0,
                                List.of(new Assignment.Part(student, Assignment.State.SET))),
                        SAMPLE);
    }

    private void events() {
        workbook.diary()
                .add(
                        new Event(
                                0,
                                "Saltmarsh Cup",
                                "Saltmarsh, the old customs house",
                                today.plusDays(19),
                                today.plusDays(20),
                                "90 minutes and 30 seconds a move",
                                5,
                                List.of(
                                        new Event.Goer(id("Haddad, Noor"), 240, Map.of()),
                                        new Event.Goer(id("Okafor, Sam"), 180, Map.of(EventPlan.Part.ENDINGS, 30)))),
                        SAMPLE);
        workbook.diary()
                .add(
                        new Event(
                                0,
                                "Three Bridges",
                                "Hollow Mill",
                                today.plusDays(33),
                                today.plusDays(34),
                                "60 minutes",
                                6,
                                List.of(new Event.Goer(id("Lindqvist, Tove"), 200, Map.of()))),
                        SAMPLE);
    }
}
