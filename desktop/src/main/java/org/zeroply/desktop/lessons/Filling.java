package org.zeroply.desktop.lessons;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.zeroply.coaching.AccountSentences;
import org.zeroply.coaching.Assignment;
import org.zeroply.coaching.Block;
import org.zeroply.coaching.Habit;
import org.zeroply.coaching.HourPlan;
import org.zeroply.coaching.Lesson;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Ref;
import org.zeroply.coaching.StudentAccount;
import org.zeroply.coaching.Teaching;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.register.Accounts;
import org.zeroply.desktop.register.StudentPage;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Position;
import org.zeroply.store.PaperShelf;
import org.zeroply.store.Workbook;
import org.zeroply.task.Task;
import org.zeroply.task.Theme;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Gathers what an hour can be filled with, from what the workbook knows of its students. Not for the interface thread. */
final class Filling {
    /** So many other students are looked at for an example. */
    private static final int LOOKED_AT = 4;

    private static final int THEMES_TRIED = 3;

    private final Workbook workbook;
    private final Accounts accounts;
    private final Language language;

    Filling(Workbook workbook, Accounts accounts, Language language) {
        this.workbook = workbook;
        this.accounts = accounts;
        this.language = language;
    }

    /** The blocks that are proposed for a lesson; fewer if it was cancelled. */
    List<Block> fill(Lesson lesson, LocalDate today, Progress progress, Cancel cancel) {
        List<HourPlan.Theme> themes = new ArrayList<>();
        List<HourPlan.Due> lines = new ArrayList<>();
        List<HourPlan.Back> back = new ArrayList<>();
        int done = 0;
        for (long student : lesson.students()) {
            if (cancel.isRequested()) {
                break;
            }
            StudentPage page = accounts.page(student, StudentPage.Span.ALL, Progress.SILENT, cancel);
            theme(page, cancel).ifPresent(themes::add);
            lines.addAll(lines(page));
            back.addAll(back(page.profile()));
            progress.at((double) ++done / lesson.students().size(), done);
        }
        return HourPlan.fill(lesson.when().minutes(), new HourPlan.Stock(carried(lesson, today), back, themes, lines));
    }

    /** What the last lesson with one of the students left. */
    private List<Block> carried(Lesson lesson, LocalDate today) {
        return lesson.students().stream()
                .flatMap(student -> workbook.diary().lessonsWith(student).stream())
                .filter(each -> each.id() != lesson.id() && each.isClosed())
                .filter(each -> !each.when().start().toLocalDate().isAfter(today))
                .max(Comparator.comparing(
                        each -> Objects.requireNonNull(each.held()).begun()))
                .map(Lesson::carried)
                .orElse(List.of());
    }

    private List<HourPlan.Back> back(Profile profile) {
        long student = profile.student().id();
        List<HourPlan.Back> back = new ArrayList<>();
        for (Assignment homework : workbook.diary().homeworkWith(student)) {
            boolean isBack = homework.of(student)
                    .filter(part -> part.state() == Assignment.State.BACK)
                    .isPresent();
            if (isBack) {
                int tasks = homework.kind() == Assignment.Kind.PAPER
                        ? workbook.papers()
                                .row(homework.number())
                                .map(PaperShelf.Listed::tasks)
                                .orElse(1)
                        : 1;
                back.add(new HourPlan.Back(
                        homework.id(), homework.text(), profile.student().name(), tasks));
            }
        }
        return back;
    }

    /** The first habit in the training order with what trains it. */
    private Optional<HourPlan.Theme> theme(StudentPage page, Cancel cancel) {
        StudentAccount account = page.account();
        if (account.training().isEmpty()) {
            return Optional.empty();
        }
        Habit habit = account.training().getFirst();
        Profile profile = page.profile();
        Set<String> names = profile.allNames();
        return Optional.of(new HourPlan.Theme(
                profile.student().name(),
                habit.key().text(),
                Texts.of("hour.first", habit.key().text(), AccountSentences.cost(habit)),
                habit.telling().stream().map(moment -> shown(moment, names)).toList(),
                example(habit.key(), profile, cancel),
                tasks(profile.student().id(), account.training(), Teaching.TASKS),
                account.lastChances().stream().reduce((first, second) -> second).map(moment -> shown(moment, names))));
    }

    private HourPlan.Shown shown(Habit.Moment moment, Set<String> names) {
        Position position = moment.move().slip() == null
                ? null
                : Objects.requireNonNull(moment.move().slip()).position();
        String move = position == null
                ? Texts.of("hour.move", moment.move().ply() / 2 + 1)
                : San.line(position, List.of(moment.move().move()), language);
        String other = names.contains(moment.game().opponent())
                ? moment.game().player()
                : moment.game().opponent();
        return new HourPlan.Shown(moment.game().game(), moment.move().ply(), Texts.of("hour.shown", move, other));
    }

    /** How somebody else met the same, the dearest of what is known already. */
    private Optional<HourPlan.Shown> example(Habit.Key key, Profile own, Cancel cancel) {
        return workbook.register().all().stream()
                .filter(each -> each.student().id() != own.student().id())
                .limit(LOOKED_AT)
                .filter(each -> !cancel.isRequested())
                .flatMap(each -> workbook.accounts().of(each.allNames()).kept().stream())
                .flatMap(kept -> kept.game().moves().stream()
                        .filter(move -> move.slip() != null
                                && Habit.Key.of(Objects.requireNonNull(move.slip()))
                                        .equals(key))
                        .map(move -> new Habit.Moment(kept.game(), move)))
                .max(Comparator.comparingDouble(moment -> moment.move().loss()))
                .map(moment -> {
                    HourPlan.Shown shown = shown(moment, own.allNames());
                    return new HourPlan.Shown(
                            shown.game(),
                            shown.ply(),
                            Texts.of("hour.other", shown.title(), moment.game().player()));
                });
    }

    /** Tasks at the right level on the themes of the first habits that have any. */
    private List<HourPlan.At> tasks(long student, List<Habit> training, int most) {
        Map<List<Long>, HourPlan.At> found = new LinkedHashMap<>();
        for (Habit habit : training.subList(0, Math.min(THEMES_TRIED, training.size()))) {
            for (Theme theme : habit.key().themes()) {
                for (Accounts.Fitting each : accounts.tasks(student, theme.title())) {
                    if (found.size() < most) {
                        found.putIfAbsent(List.of(each.paper(), (long) each.place()), at(each));
                    }
                }
            }
            if (!found.isEmpty()) {
                break;
            }
        }
        return List.copyOf(found.values());
    }

    private HourPlan.At at(Accounts.Fitting fitting) {
        Task task = workbook.papers().read(fitting.paper()).tasks().get(fitting.place());
        return new HourPlan.At(
                fitting.paper(),
                fitting.place(),
                Texts.of("hour.taskTitle", fitting.name(), fitting.place() + 1),
                task.minutes(),
                fitting.chance());
    }

    /** The lines of the own repertoires that games left, a repertoire each. */
    private List<HourPlan.Due> lines(StudentPage page) {
        int left = page.departures().first().size();
        if (left == 0) {
            return List.of();
        }
        Set<String> names = new HashSet<>(page.profile().allNames());
        return workbook.repertoires().list().stream()
                .filter(each -> names.contains(each.title().student()))
                .findFirst()
                .map(each -> new HourPlan.Due(each.id(), each.title().name(), left))
                .stream()
                .toList();
    }

    /** Whether something of that kind can be opened. */
    static boolean canOpen(Block block) {
        Block.Material material = block.material();
        return material != null && material.what() != Ref.STUDENT && material.what() != Ref.LESSON;
    }
}
