package org.zeroply.desktop.register;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Student;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.kit.DocumentModel;
import org.zeroply.desktop.kit.Newest;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.store.AccountTable;
import org.zeroply.store.RegisterShelf;
import org.zeroply.store.RegisterShelf.Listed;
import org.zeroply.store.Workbook;

/** The students of the workbook: the roster, the one or the group that is shown, and edits. Lives on the interface thread. */
public final class RegisterModel extends DocumentModel<Profile, Listed> {
    private final Workbook workbook;
    private final Background background;
    private final Accounts accounts;
    private final Clock clock;
    private final Newest newest = new Newest();
    private Runnable onForgotten = () -> {};
    private final ReadOnlyObjectWrapper<@Nullable Profile> profile = new ReadOnlyObjectWrapper<>(this, "profile");
    private final ReadOnlyObjectWrapper<@Nullable StudentPage> page = new ReadOnlyObjectWrapper<>(this, "page");
    private final ReadOnlyObjectWrapper<@Nullable String> group = new ReadOnlyObjectWrapper<>(this, "group");
    private final ReadOnlyObjectWrapper<@Nullable GroupPage> groupPage = new ReadOnlyObjectWrapper<>(this, "groupPage");
    private final ReadOnlyObjectWrapper<Map<Long, Accounts.Roster>> roster =
            new ReadOnlyObjectWrapper<>(this, "roster", Map.of());
    private final ObjectProperty<StudentPage.Span> span =
            new SimpleObjectProperty<>(this, "span", StudentPage.Span.ALL);

    /**
     * @param analyst the name under which verdicts are kept
     */
    public RegisterModel(Workbook workbook, Background background, String analyst, Clock clock) {
        super(workbook.register(), background);
        this.workbook = workbook;
        this.background = background;
        this.clock = clock;
        accounts = new Accounts(workbook, analyst, clock);
        span.subscribe((before, now) -> workOut());
    }

    // ---- what a view binds to

    /** What the coach keeps of the student that is open; null if there is none. */
    public ReadOnlyObjectProperty<@Nullable Profile> profileProperty() {
        return profile.getReadOnlyProperty();
    }

    /** The page of the student that is open, once it is worked out. */
    public ReadOnlyObjectProperty<@Nullable StudentPage> pageProperty() {
        return page.getReadOnlyProperty();
    }

    /** The group that is shown instead of a student; null for none. */
    public ReadOnlyObjectProperty<@Nullable String> groupProperty() {
        return group.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<@Nullable GroupPage> groupPageProperty() {
        return groupPage.getReadOnlyProperty();
    }

    /** Who comes next and who is late, by student. */
    public ReadOnlyObjectProperty<Map<Long, Accounts.Roster>> rosterProperty() {
        return roster.getReadOnlyProperty();
    }

    /** Reads who comes next and who is late. */
    public void readRoster() {
        background.read(accounts::roster, roster::set);
    }

    /** Which games the account is over. */
    public ObjectProperty<StudentPage.Span> spanProperty() {
        return span;
    }

    /** All groups with how many are in each, by name. */
    public List<Group> groups() {
        List<Group> groups = new ArrayList<>();
        listProperty().get().stream()
                .flatMap(each -> each.groups().stream())
                .distinct()
                .sorted()
                .forEach(name -> groups.add(new Group(name, (int) listProperty().get().stream()
                        .filter(each -> each.groups().contains(name))
                        .count())));
        return groups;
    }

    /** A group and how many are in it. */
    public record Group(String name, int students) {}

    // ---- opening

    @Override
    protected void show(Listed row, Profile document) {
        group.set(null);
        groupPage.set(null);
        page.set(null);
        profile.set(document);
        workOut();
    }

    @Override
    protected void showAgain(Profile document) {
        profile.set(document);
        workOut();
    }

    @Override
    protected void showNone() {
        profile.set(null);
        page.set(null);
    }

    /** Shows a group instead of a student. */
    public void openGroup(String name) {
        group.set(name);
        groupPage.set(null);
        workOut();
    }

    /** Opens the student of a name, if there is one on the list. */
    public void openNamed(String name) {
        background.read(
                () -> workbook.register().all().stream()
                        .filter(each -> each.allNames().contains(name))
                        // Whose own name it is comes before whoever has it as well.
                        .min(Comparator.comparing(each -> !each.student().name().equals(name)))
                        .flatMap(each -> workbook.register().row(each.student().id())),
                found -> found.ifPresent(this::open));
    }

    /** Works what is shown out again, behind the edits that are still being written. */
    public void workOut() {
        String ofGroup = group.get();
        Profile of = profile.get();
        if (ofGroup != null) {
            background.write(
                    () -> true,
                    written -> background.run(
                            Texts.of("register.running", ofGroup),
                            (progress, cancel) -> accounts.group(ofGroup, progress, cancel),
                            newest.only(groupPage::set)));
        } else if (of != null) {
            long id = of.student().id();
            StudentPage.Span over = span.get();
            Consumer<StudentPage> show = newest.only(page::set);
            background.write(
                    () -> true,
                    written -> background.run(
                            Texts.of("register.running", of.student().name()),
                            (progress, cancel) -> accounts.page(id, over, progress, cancel),
                            show));
        } else {
            newest.forget();
        }
    }

    /** What a table of all students holds; worked out in the background with progress. */
    void table(Consumer<List<AccountTable.Row>> show) {
        background.run(Texts.of("register.table.running"), accounts::table, show);
    }

    /** What the student who is open handed in, a line each. */
    void handedIn(Consumer<List<String>> show) {
        Profile of = profile.get();
        if (of != null) {
            background.read(() -> accounts.handedIn(of.student().id()), show);
        }
    }

    /** The tasks on a theme that are at the right level for the student who is open. */
    void tasksOn(String theme, Consumer<List<Accounts.Fitting>> show) {
        Profile of = profile.get();
        if (of != null) {
            background.read(() -> accounts.tasks(of.student().id(), theme), show);
        }
    }

    // ---- edits

    /** What is wrong with a student's form, as a key of the words; empty if nothing is. */
    public Optional<String> fault(long id, String name, String rating) {
        if (name.isBlank()) {
            return Optional.of("register.fault.name");
        }
        if (!rating.isBlank() && (!rating.matches("\\d{1,4}") || Integer.parseInt(rating) > 4000)) {
            return Optional.of("register.fault.rating");
        }
        boolean isTaken = listProperty().get().stream()
                .anyMatch(each -> each.id() != id && each.name().equalsIgnoreCase(name.strip()));
        return isTaken ? Optional.of("register.fault.taken") : Optional.empty();
    }

    /** Adds a student and opens the page. */
    public void add(Profile fresh) {
        create(() -> {
            long id = workbook.register()
                    .add(fresh, Texts.of("undo.student.new", fresh.student().name()));
            return workbook.register().row(id).orElseThrow();
        });
    }

    /** Changes what is kept of the student who is open. */
    public void edit(UnaryOperator<Profile> change) {
        Profile before = profile.get();
        if (before != null) {
            Profile after = change.apply(before);
            save(
                    before,
                    after,
                    "",
                    Texts.of("undo.student.edit", before.student().name()));
            profile.set(after);
            workOut();
        }
    }

    /** The same with another name and rating, the latter from today on. */
    public Profile renamed(Profile before, String name, int rating) {
        String today = LocalDate.now(clock).toString().replace('-', '.');
        return before.with(new Student(
                        before.student().id(), name, before.student().rating()))
                .rated(rating, today);
    }

    public void remove() {
        Profile now = profile.get();
        if (now != null) {
            String name = now.student().name();
            remove(Texts.of("undo.student.remove", name), Texts.of("register.removed", name));
        }
    }

    /** Forgets the student who is open, for good; with progress and cancel. */
    void forget(boolean inBackups) {
        Profile now = profile.get();
        if (now != null) {
            long id = now.student().id();
            String name = now.student().name();
            background.write(
                    () -> true,
                    written -> background.run(
                            Texts.of("forget.running"),
                            (progress, cancel) -> workbook.forget(id, inBackups, progress, cancel),
                            done -> {
                                say(Texts.of(done ? "forget.done" : "forget.stopped", name));
                                refresh();
                                onForgotten.run();
                            }));
        }
    }

    /** Told when somebody was forgotten, since games and papers have changed then. */
    void setOnForgotten(Runnable listener) {
        onForgotten = listener;
    }

    /** The names that games have for the student who is open, with who claims them. */
    void names(Profile of, Consumer<List<RegisterShelf.GameName>> show) {
        background.read(() -> workbook.register().names(of), show);
    }

    // ---- questions

    /**
     * Keeps a question of the student who is open.
     *
     * @param game it is about; 0 for none
     * @param ply half-moves before the move; -1 for none
     */
    public void ask(String text, long game, int ply) {
        Profile of = profile.get();
        if (of != null && !text.isBlank()) {
            Question question = new Question(0, of.student().id(), text, game, ply, clock.instant(), "");
            write(() -> workbook.register().ask(question, Texts.of("undo.question.new")));
            workOut();
        }
    }

    public void answer(Question question, String words) {
        write(() -> workbook.register().save(question.answered(words), Texts.of("undo.question.answer")));
        workOut();
    }

    public void remove(Question question) {
        write(() -> workbook.register().remove(question, Texts.of("undo.question.remove")));
        workOut();
    }

    /** Whether a row belongs to what is typed to find somebody: every word begins a part of the name or a group. */
    static boolean isFound(Listed row, String words) {
        String all = (row.name() + " " + String.join(" ", row.groups())).toLowerCase(Locale.ROOT);
        return List.of(words.toLowerCase(Locale.ROOT).strip().split("\\s+")).stream()
                .allMatch(word -> word.isEmpty()
                        || List.of(all.split("[ ,.]+")).stream().anyMatch(part -> part.startsWith(word)));
    }
}
