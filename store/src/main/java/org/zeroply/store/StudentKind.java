package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Profile;
import org.zeroply.coaching.Profile.Rated;
import org.zeroply.coaching.Student;
import org.zeroply.gametree.ThreeWay;
import org.zeroply.words.Words;

/** Students, with what a coach keeps of them. Two of the same name that were made apart are the same one. */
final class StudentKind extends DocumentKind<Profile> {
    private static final String COLUMNS = "name, rating, names, ratings, groups, goals";

    StudentKind() {
        super("student");
    }

    @Override
    public Set<String> tables() {
        return Set.of("student", "forgotten");
    }

    @Override
    Profile get(Handle handle, long id) {
        return handle.createQuery("select " + COLUMNS + " from student where id = ?")
                .bind(0, id)
                .map((rows, context) -> new Profile(
                        new Student(id, rows.getString(1), rows.getInt(2)),
                        rows.getString(3).lines().toList(),
                        ratings(rows.getString(4)),
                        rows.getString(5).lines().toList(),
                        rows.getString(6)))
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no student " + id));
    }

    /** The id of a student of that name, those on the list first; 0 if there is none. */
    static long named(Handle handle, String name) {
        return handle.createQuery("select id from student where name = ? order by hidden, id")
                .bind(0, name)
                .mapTo(Long.class)
                .findFirst()
                .orElse(0L);
    }

    /** The id of a student of that name who was taken off the list; 0 if there is none. */
    static long hidden(Handle handle, String name) {
        return handle.createQuery("select id from student where name = ? and hidden = 1")
                .bind(0, name)
                .mapTo(Long.class)
                .findFirst()
                .orElse(0L);
    }

    @Override
    String nameOf(Handle handle, long id) {
        return column(handle, "name", id);
    }

    /** Sittings without their student come back with one who has a number for a name. */
    @Override
    boolean revive(Handle handle, long id) {
        boolean hasSat = handle.createQuery("select count(*) from sitting where student = ?")
                        .bind(0, id)
                        .mapTo(Long.class)
                        .one()
                > 0;
        if (hasSat) {
            handle.execute(
                    "insert into student (id, name, rating, uid, revision) values (?, ?, 0, random(), random())",
                    id,
                    Words.of("rescue.nameless", id));
        }
        return hasSat;
    }

    @Override
    OptionalLong insert(Handle handle, Profile profile) {
        return OptionalLong.of(handle.createUpdate("insert into student (" + COLUMNS + ") values (?, ?, ?, ?, ?, ?)")
                .bind(0, profile.student().name())
                .bind(1, profile.student().rating())
                .bind(2, String.join("\n", profile.names()))
                .bind(3, ratings(profile.ratings()))
                .bind(4, String.join("\n", profile.groups()))
                .bind(5, profile.goals())
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one());
    }

    @Override
    void put(Handle handle, long id, Profile profile) {
        handle.execute(
                "update student set name = ?, rating = ?, names = ?, ratings = ?, groups = ?, goals = ? where id = ?",
                profile.student().name(),
                profile.student().rating(),
                String.join("\n", profile.names()),
                ratings(profile.ratings()),
                String.join("\n", profile.groups()),
                profile.goals(),
                id);
    }

    private static String ratings(List<Rated> ratings) {
        return ratings.stream().map(each -> each.date() + " " + each.rating()).collect(Collectors.joining("\n"));
    }

    private static List<Rated> ratings(String text) {
        return text.lines()
                .map(line -> line.split(" ", 2))
                .filter(words -> words.length == 2 && words[1].matches("\\d{1,4}"))
                .map(words -> new Rated(words[0], Integer.parseInt(words[1])))
                .toList();
    }

    /** Rating and name in the first line, as they stood alone once; then a line each for everything else. */
    @Override
    byte[] write(Profile profile) {
        StringBuilder text = new StringBuilder();
        text.append(profile.student().rating())
                .append('\t')
                .append(profile.student().name());
        profile.names().forEach(name -> text.append("\nname\t").append(name));
        profile.ratings().forEach(each -> text.append("\nrated\t").append(each.date() + " " + each.rating()));
        profile.groups().forEach(group -> text.append("\ngroup\t").append(group));
        profile.goals().lines().forEach(line -> text.append("\ngoal\t").append(line));
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    @Override
    Profile read(byte[] bytes) {
        List<String> lines = new String(bytes, StandardCharsets.UTF_8).lines().toList();
        int tab = lines.getFirst().indexOf('\t');
        return new Profile(
                new Student(
                        0,
                        lines.getFirst().substring(tab + 1),
                        Integer.parseInt(lines.getFirst().substring(0, tab))),
                told(lines, "name"),
                ratings(String.join("\n", told(lines, "rated"))),
                told(lines, "group"),
                String.join("\n", told(lines, "goal")));
    }

    private static List<String> told(List<String> lines, String what) {
        return lines.stream()
                .skip(1)
                .filter(line -> line.startsWith(what + "\t"))
                .map(line -> line.substring(what.length() + 1))
                .toList();
    }

    @Override
    long studentOf(Revisions.State state, Profile profile) {
        return state.uid();
    }

    @Override
    String sameBy(Handle handle, long id) {
        return get(handle, id).student().name();
    }

    /** Of two names or ratings that differ, one stands; that is told. A rating gives way to none. */
    @Override
    Union<Profile> unite(Profile first, Profile second, @Nullable Profile base) {
        Profile was = base == null ? Profile.of(new Student(0, "?", 0)) : base;
        Student one = first.student();
        Student other = second.student();
        ThreeWay<String> name = ThreeWay.of(base == null ? null : was.student().name(), one.name(), other.name());
        ThreeWay<Integer> rating = ThreeWay.of(was.student().rating(), one.rating(), other.rating());
        int kept = rating.isConflict() && one.rating() == 0 ? other.rating() : rating.value();
        boolean isLost = rating.isConflict() && one.rating() != 0 && other.rating() != 0;
        List<Rated> ratings = new ArrayList<>(ThreeWay.ofSets(was.ratings(), first.ratings(), second.ratings()));
        ratings.sort(Comparator.comparing(Rated::date));
        ThreeWay<String> goals = ThreeWay.ofTexts(was.goals(), first.goals(), second.goals(), "\n");
        Profile united = new Profile(
                new Student(one.id(), name.value(), kept),
                ThreeWay.ofSets(was.names(), first.names(), second.names()),
                ratings,
                ThreeWay.ofSets(was.groups(), first.groups(), second.groups()),
                goals.value());
        return new Union.One<>(united, (name.isConflict() ? 1 : 0) + (isLost ? 1 : 0) + (goals.isConflict() ? 1 : 0));
    }
}
