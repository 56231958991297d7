package org.zeroply.desktop.register;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Diary;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.JudgedGame;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.MarkedSitting;
import org.zeroply.coaching.OwnMove;
import org.zeroply.coaching.Peers;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Result;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.coaching.StudentLevels;
import org.zeroply.coaching.TaskWork;
import org.zeroply.coaching.Teaching;
import org.zeroply.desktop.judging.JudgedGames;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.repertoire.Answer;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.rules.Move;
import org.zeroply.rules.Side;
import org.zeroply.store.AccountTable;
import org.zeroply.store.PaperShelf;
import org.zeroply.store.RegisterShelf;
import org.zeroply.store.RepertoireShelf;
import org.zeroply.store.SittingShelf;
import org.zeroply.store.Workbook;
import org.zeroply.task.Task;
import org.zeroply.task.Theme;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Works out the pages of students and groups. Not for the interface thread; what is the same for all is kept meanwhile. */
public final class Accounts {
    private final Workbook workbook;
    private final JudgedGames judged;
    private final Clock clock;

    /** What was earned of the tasks of each sitting, by its id; what was handed in does not change but by awards. */
    private final Map<Long, Marked> marked = new HashMap<>();

    /** What all players give away, as it was when it was last asked for. */
    private List<Peers.PeerGame> peers = List.of();

    private long stamp;

    private record Marked(long revision, List<TaskWork> work) {}

    public Accounts(Workbook workbook, String analyst, Clock clock) {
        this.workbook = workbook;
        this.clock = clock;
        judged = new JudgedGames(workbook, analyst);
    }

    /** The page of a student; with less of the games if it was cancelled. */
    public StudentPage page(long id, StudentPage.Span span, Progress progress, Cancel cancel) {
        Profile profile = workbook.register().read(id);
        JudgedGames.Found found = judged.of(profile.allNames(), progress, cancel);
        List<TaskWork> all = work();
        StudentLevels levels = StudentLevels.of(all, ratings());
        Map<Long, Set<Move>> repertoire = answers(profile);
        List<JudgedGame> games =
                found.games().stream().filter(game -> isIn(span, game)).toList();
        StudentAccount account = StudentAccount.of(new StudentAccount.Season(
                games,
                profile.student().rating(),
                repertoire,
                all.stream().filter(each -> each.student() == id).toList(),
                Peers.of(peers(), profile.allNames()),
                clock.instant()));
        return new StudentPage(
                profile,
                span,
                account,
                found.older(),
                found.left(),
                found.selfPlayed(),
                claimed(profile),
                levels.of(id),
                levels.sittings(id),
                levels.byTheme(id),
                levels.bySkill(id),
                departed(account.games(), repertoire),
                workbook.register().questions(id),
                coming(id));
    }

    /** The names that somebody else has as well. */
    private List<String> claimed(Profile profile) {
        return workbook.register().all().stream()
                .filter(each -> each.student().id() != profile.student().id())
                .flatMap(each -> each.allNames().stream()
                        .filter(profile.allNames()::contains)
                        .map(name -> Texts.of(
                                "register.claimedBy", name, each.student().name())))
                .toList();
    }

    /** So many days ahead the next lesson of a student is looked for. */
    private static final int AHEAD = 90;

    private StudentPage.Coming coming(long student) {
        LocalDate today = LocalDate.now(clock);
        List<Lesson> lessons = workbook.diary().lessonsWith(student);
        List<Lesson> held = lessons.stream().filter(Lesson::isClosed).toList();
        return new StudentPage.Coming(
                Diary.between(lessons, today, today.plusDays(AHEAD), clock.getZone()).stream()
                        .filter(entry -> !entry.lesson().isClosed())
                        .findFirst(),
                held.size(),
                held.isEmpty() ? Optional.empty() : Optional.of(held.getLast()),
                workbook.diary().homeworkWith(student).stream()
                        .filter(each -> each.of(student)
                                .filter(part -> part.state() != Assignment.State.MARKED)
                                .isPresent())
                        .toList(),
                workbook.diary().eventsWith(student).stream()
                        .filter(event -> !event.to().isBefore(today))
                        .findFirst());
    }

    /**
     * What the roster tells of a student beside the name.
     *
     * @param next when the next lesson is; empty for none within six weeks
     * @param isLate whether homework is late
     */
    public record Roster(Optional<ZonedDateTime> next, boolean isLate) {}

    /** Of every student who has a lesson ahead or owes homework. */
    public Map<Long, Roster> roster() {
        LocalDate today = LocalDate.now(clock);
        LocalDate to = today.plusDays(Teaching.EVENTS_AHEAD);
        Map<Long, ZonedDateTime> next = new HashMap<>();
        for (Diary.Entry entry : Diary.between(workbook.diary().lessons(today, to), today, to, clock.getZone())) {
            entry.lesson().students().forEach(student -> next.putIfAbsent(student, entry.begins()));
        }
        Set<Long> late = new HashSet<>();
        for (Assignment homework : workbook.diary().homework(today, today)) {
            homework.parts().stream()
                    .filter(part -> homework.isLate(part, today))
                    .forEach(part -> late.add(part.student()));
        }
        Map<Long, Roster> roster = new HashMap<>();
        next.forEach((student, when) -> roster.put(student, new Roster(Optional.of(when), late.contains(student))));
        late.forEach(student -> roster.putIfAbsent(student, new Roster(Optional.empty(), true)));
        return roster;
    }

    private synchronized List<Peers.PeerGame> peers() {
        long now = workbook.accounts().stamp();
        if (now != stamp) {
            peers = workbook.accounts().peers();
            stamp = now;
        }
        return peers;
    }

    private boolean isIn(StudentPage.Span span, JudgedGame game) {
        return switch (span) {
            case ALL -> true;
            case LAST_YEAR ->
                game.date()
                                .compareTo(LocalDate.now(clock)
                                        .minusYears(1)
                                        .toString()
                                        .replace('-', '.'))
                        >= 0;
            case WITH_WHITE -> game.side() == Side.WHITE;
            case WITH_BLACK -> game.side() == Side.BLACK;
        };
    }

    /** Every sitting's tasks that have ended, marked; those that are known already are not marked again. */
    private synchronized List<TaskWork> work() {
        List<TaskWork> all = new ArrayList<>();
        Set<Long> there = new HashSet<>();
        for (SittingShelf.Listed listed : workbook.sittings().list()) {
            there.add(listed.id());
            long revision = workbook.sittings().revision(listed.id());
            Marked known = marked.get(listed.id());
            if (known == null || known.revision() != revision) {
                known = new Marked(
                        revision,
                        TaskWork.of(MarkedSitting.of(workbook.sittings().read(listed.id()))));
                marked.put(listed.id(), known);
            }
            all.addAll(known.work());
        }
        marked.keySet().retainAll(there);
        return all;
    }

    private Map<Long, Integer> ratings() {
        Map<Long, Integer> ratings = new HashMap<>();
        workbook.register()
                .list()
                .forEach(each -> ratings.put(each.id(), each.student().rating()));
        return ratings;
    }

    /** The answers of the repertoires that belong to a student, by position. */
    private Map<Long, Set<Move>> answers(Profile profile) {
        Map<Long, Set<Move>> answers = new HashMap<>();
        for (RepertoireShelf.Listed listed : workbook.repertoires().list()) {
            if (profile.allNames().contains(listed.title().student())) {
                Repertoire repertoire = workbook.repertoires().read(listed.id());
                for (Repertoire.Node node : repertoire.nodes()) {
                    for (Answer answer : node.answers()) {
                        answers.computeIfAbsent(node.position().key(), any -> new HashSet<>())
                                .add(answer.move());
                    }
                }
            }
        }
        return answers;
    }

    private static StudentPage.Departed departed(List<JudgedGame> games, Map<Long, Set<Move>> answers) {
        int began = 0;
        List<StudentPage.At> first = new ArrayList<>();
        for (JudgedGame game : games) {
            boolean isIn = false;
            for (OwnMove move : game.moves()) {
                Set<Move> own = answers.get(move.position());
                if (own == null) {
                    break;
                }
                if (!own.contains(move.move())) {
                    // The first move of all is another opening, not a departure.
                    if (isIn) {
                        first.add(new StudentPage.At(game.game(), move.ply()));
                    }
                    break;
                }
                isIn = true;
            }
            began += isIn ? 1 : 0;
        }
        return new StudentPage.Departed(began, first.reversed());
    }

    /** The page of a group; with fewer rows if it was cancelled. */
    GroupPage group(String name, Progress progress, Cancel cancel) {
        List<RegisterShelf.Listed> members = workbook.register().list().stream()
                .filter(each -> each.groups().contains(name))
                .toList();
        List<GroupPage.Row> rows = new ArrayList<>();
        Map<Habit.Key, Integer> shared = new LinkedHashMap<>();
        for (int i = 0; i < members.size() && !cancel.isRequested(); i++) {
            StudentPage page = page(members.get(i).id(), StudentPage.Span.ALL, Progress.SILENT, cancel);
            StudentAccount account = page.account();
            rows.add(new GroupPage.Row(
                    members.get(i),
                    account.games().size(),
                    account.rate(),
                    page.level(),
                    account.training().stream().findFirst()));
            account.training().stream().limit(3).forEach(habit -> shared.merge(habit.key(), 1, Integer::sum));
            progress.at((double) (i + 1) / members.size(), i + 1);
        }
        List<GroupPage.Shared> most = shared.entrySet().stream()
                .filter(entry -> entry.getValue() > 1)
                .map(entry -> new GroupPage.Shared(entry.getKey(), entry.getValue()))
                .sorted(Comparator.comparingInt(GroupPage.Shared::students).reversed())
                .toList();
        return new GroupPage(name, rows, most);
    }

    /** A row for every student; fewer if it was cancelled. */
    List<AccountTable.Row> table(Progress progress, Cancel cancel) {
        List<AccountTable.Row> rows = new ArrayList<>();
        List<RegisterShelf.Listed> all = workbook.register().list();
        for (int i = 0; i < all.size() && !cancel.isRequested(); i++) {
            StudentPage page = page(all.get(i).id(), StudentPage.Span.ALL, Progress.SILENT, cancel);
            rows.add(new AccountTable.Row(page.profile().student(), page.account(), page.level()));
            progress.at((double) (i + 1) / all.size(), i + 1);
        }
        return rows;
    }

    /** What a student handed in, the newest first, a line each. */
    List<String> handedIn(long student) {
        return workbook.sittings().list().stream()
                .filter(each -> each.student().id() == student)
                .map(each -> {
                    Result result = MarkedSitting.of(workbook.sittings().read(each.id()))
                            .result();
                    return Texts.of(
                            "register.handedIn",
                            LocalDate.ofInstant(each.begun(), clock.getZone()),
                            each.name(),
                            result.points(),
                            result.outOf());
                })
                .toList();
    }

    /** A task of the papers with the chance that a student has at it. */
    public record Fitting(long paper, String name, int place, double chance) {}

    /** The tasks of papers on a theme at the right level for a student, those nearest to the middle of it first. */
    public List<Fitting> tasks(long student, String theme) {
        Profile profile = workbook.register().read(student);
        StudentLevels levels = StudentLevels.of(work(), ratings());
        List<Fitting> fitting = new ArrayList<>();
        for (PaperShelf.Listed listed : workbook.papers().list()) {
            List<Task> tasks = workbook.papers().read(listed.id()).tasks();
            for (int place = 0; place < tasks.size(); place++) {
                Task task = tasks.get(place);
                boolean isOf = task.themes().stream()
                        .anyMatch(each -> Theme.title(each).equals(theme));
                double chance = levels.chance(student, profile.student().rating(), TaskWork.idOf(task), task.level());
                if (isOf && chance >= StudentLevels.LEAST_CHANCE && chance <= StudentLevels.MOST_CHANCE) {
                    fitting.add(new Fitting(listed.id(), listed.name(), place, chance));
                }
            }
        }
        double middle = (StudentLevels.LEAST_CHANCE + StudentLevels.MOST_CHANCE) / 2;
        fitting.sort(Comparator.comparingDouble(each -> Math.abs(each.chance() - middle)));
        return fitting;
    }
}
