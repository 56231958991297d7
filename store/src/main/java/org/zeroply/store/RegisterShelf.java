package org.zeroply.store;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeSet;
import org.jdbi.v3.core.Handle;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Question;
import org.zeroply.coaching.Student;
import org.zeroply.store.QuestionKind.KeptQuestion;

/** The students of a workbook with what is kept of them and what they ask. Each has a journal of its own. Any thread. */
public final class RegisterShelf implements DocumentShelf<Profile, RegisterShelf.Listed> {
    private final Workbook workbook;
    private final Documents<Profile> students;

    RegisterShelf(Workbook workbook) {
        this.workbook = workbook;
        students = new Documents<>(workbook, Kinds.STUDENT);
    }

    /**
     * A student of the list.
     *
     * @param open questions that wait for an answer
     */
    public record Listed(Student student, List<String> groups, int open) implements DocumentShelf.Row {
        public Listed {
            groups = List.copyOf(groups);
        }

        @Override
        public long id() {
            return student.id();
        }

        @Override
        public String name() {
            return student.name();
        }
    }

    /** Today as PGN has dates. */
    static String day(Clock clock) {
        return LocalDate.now(clock).toString().replace('-', '.');
    }

    @Override
    public List<Listed> list() {
        return rows("");
    }

    @Override
    public Optional<Listed> row(long id) {
        return rows(" and student.id = " + id).stream().findFirst();
    }

    private List<Listed> rows(String which) {
        return workbook.read(handle -> handle.createQuery(
                        "select id, name, rating, groups, (select count(*) from question"
                                + " where question.student = student.id and question.hidden = 0 and answer = '') from student"
                                + " where hidden = 0" + which + " order by name, id")
                .map((rows, context) -> new Listed(
                        new Student(rows.getLong(1), rows.getString(2), rows.getInt(3)),
                        rows.getString(4).lines().toList(),
                        rows.getInt(5)))
                .list());
    }

    /** All groups that somebody is in, by name. */
    public Set<String> groups() {
        Set<String> groups = new TreeSet<>();
        list().forEach(each -> groups.addAll(each.groups()));
        return groups;
    }

    /** Adds a student and gives the id; undone from the list. */
    public long add(Profile profile, String label) {
        String today = day(workbook.clock());
        Student student = profile.student();
        Profile rated = profile.ratings().isEmpty()
                ? profile.with(new Student(0, student.name(), 0)).rated(student.rating(), today)
                : profile;
        return students.add(rated, label);
    }

    @Override
    public Profile read(long id) {
        return students.read(id);
    }

    @Override
    public void remove(long id, String label) {
        students.remove(id, label);
    }

    @Override
    public void save(long id, Profile before, Profile after, String edit, String label) {
        students.save(id, Kinds.STUDENT.change(before, after), edit, label);
    }

    @Override
    public UndoState undoState(long id) {
        return students.undoState(id);
    }

    @Override
    public UndoState undoState() {
        return students.undoState();
    }

    @Override
    public Optional<Profile> travel(long id, boolean undo) {
        return students.travel(id, undo);
    }

    @Override
    public boolean travelInList(boolean undo) {
        return students.travelInList(undo);
    }

    // ---- names in games

    /**
     * A name that games have.
     *
     * @param games that have it
     * @param claimed by students of the list
     */
    public record GameName(String name, int games, List<String> claimed) {
        public GameName {
            claimed = List.copyOf(claimed);
        }
    }

    /** The names of games that begin like a student's last name, or are the student's already; who has most games first. */
    public List<GameName> names(Profile profile) {
        Set<String> wanted = new TreeSet<>(profile.allNames());
        String last = profile.student().name().split("[ ,.]", 2)[0];
        List<GameShelf.Player> players =
                last.isEmpty() ? List.of() : workbook.games().players(last, 30);
        players.forEach(player -> wanted.add(player.name()));
        List<Profile> all = all();
        List<GameName> names = new ArrayList<>();
        for (String name : wanted) {
            int games = workbook.games().players(name, 100).stream()
                    .filter(player -> player.name().equals(name))
                    .mapToInt(player -> (int) player.games())
                    .sum();
            List<String> claimed = all.stream()
                    .filter(each -> each.allNames().contains(name))
                    .map(each -> each.student().name())
                    .toList();
            names.add(new GameName(name, games, claimed));
        }
        names.sort((one, other) -> Integer.compare(other.games(), one.games()));
        return names;
    }

    /** Everyone on the list. */
    public List<Profile> all() {
        return workbook.read(
                handle -> handle
                        .createQuery("select id from student where hidden = 0 order by name, id")
                        .mapTo(Long.class)
                        .list()
                        .stream()
                        .map(id -> Kinds.STUDENT.get(handle, id))
                        .toList());
    }

    // ---- questions

    /** What a student asked, the newest first. */
    public List<Question> questions(long student) {
        return workbook.read(handle -> handle
                .createQuery("select id from question where student = ? and hidden = 0 order by asked desc, id desc")
                .bind(0, student)
                .mapTo(Long.class)
                .list()
                .stream()
                .map(id -> QuestionKind.question(handle, id))
                .toList());
    }

    /** Keeps a new question and gives its id, as an edit of its student. */
    public long ask(Question question, String label) {
        return workbook.write(handle -> {
            OptionalLong id = Kinds.QUESTION.addNew(handle, kept(handle, question));
            if (id.isEmpty()) {
                throw new WorkbookException("there is no student " + question.student());
            }
            Journal.list(handle, journal(question), label, named(id.getAsLong()), null);
            return id.getAsLong();
        });
    }

    /** Keeps other words or an answer, as an edit of its student. */
    public void save(Question question, String label) {
        workbook.write(handle -> {
            DocumentKind.Change change =
                    Kinds.QUESTION.change(Kinds.QUESTION.get(handle, question.id()), kept(handle, question));
            if (!change.isEmpty()) {
                Kinds.QUESTION.changes(handle, question.id());
                Kinds.QUESTION.apply(handle, question.id(), change.after());
                Journal.rewriting(
                        handle, journal(question), label, named(question.id()), change.before(), change.after());
            }
            return true;
        });
    }

    /** Takes a question away, as an edit of its student. */
    public void remove(Question question, String label) {
        workbook.write(handle -> {
            Journal.list(handle, journal(question), label, null, named(question.id()));
            Kinds.QUESTION.list().show(handle, named(question.id()), false);
            return true;
        });
    }

    private static KeptQuestion kept(Handle handle, Question question) {
        return new KeptQuestion(
                Revisions.uid(handle, "student", question.student()),
                question.game() == 0 ? 0 : Revisions.uid(handle, "game", question.game()),
                question);
    }

    private static String journal(Question question) {
        return Kinds.STUDENT.journal(question.student());
    }

    private static String named(long id) {
        return Kinds.QUESTION.list().named(id);
    }
}
