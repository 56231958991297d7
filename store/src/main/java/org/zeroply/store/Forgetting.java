package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import org.jdbi.v3.core.Handle;
import org.zeroply.coaching.Ref;
import org.zeroply.gametree.Command;
import org.zeroply.gametree.CurtainAnswer;
import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameNode;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.Tags;
import org.zeroply.showing.CardSheet;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * Forgets a student: sittings, questions and the page go, the names give way in games, reports and repertoires, and what the
 * journal, the search index and free pages still hold goes with them. What stays is a mark without a name, by which a merge knows
 * what not to bring back: the uid, and of each name a digest.
 */
final class Forgetting {
    private static final int AT_A_TIME = 50;

    private final Workbook workbook;
    private final long uid;
    private final long student;
    private final Set<String> names;
    private final Progress progress;
    private final Cancel cancel;

    /**
     * @param uid of the student, whom an older backup may not have yet
     * @param names under which games know the student
     */
    Forgetting(Workbook workbook, long uid, Set<String> names, Progress progress, Cancel cancel) {
        this.workbook = workbook;
        this.uid = uid;
        student = workbook.read(handle -> Revisions.id(handle, "student", uid));
        this.names = names;
        this.progress = progress;
        this.cancel = cancel;
    }

    /** Does it; false if it was cancelled, after which it can be asked for once more. */
    boolean run() {
        workbook.write(handle -> {
            names.forEach(name ->
                    handle.execute("insert or ignore into forgotten (uid, digest) values (?, ?)", uid, digest(name)));
            return true;
        });
        List<Long> games = workbook.read(handle -> holding(handle, "content", "id", "bytes"));
        for (int from = 0; from < games.size(); from += AT_A_TIME) {
            if (cancel.isRequested()) {
                return false;
            }
            List<Long> some = games.subList(from, Math.min(games.size(), from + AT_A_TIME));
            workbook.write(handle -> {
                some.forEach(id -> cleanGame(handle, id));
                return true;
            });
            progress.at((double) (from + some.size()) / games.size(), from + some.size());
        }
        workbook.write(handle -> {
            reports(handle);
            repertoires(handle);
            handle.createQuery("select id from sitting where student = ?")
                    .bind(0, student)
                    .mapTo(Long.class)
                    .list()
                    .forEach(id -> goes(handle, Kinds.SITTING, id));
            handle.createQuery("select id from question where student = ?")
                    .bind(0, student)
                    .mapTo(Long.class)
                    .list()
                    .forEach(id -> goes(handle, Kinds.QUESTION, id));
            diary(handle);
            sheets(handle);
            for (String name : names) {
                handle.execute("delete from journal where instr(label, ?) > 0", name);
                handle.execute("delete from setting where instr(value, ?) > 0", name);
            }
            if (student != 0) {
                page(handle);
            }
            // What was deleted from the index of words is still in its older parts until they are put together.
            handle.execute("insert into words (words) values ('optimize')");
            return true;
        });
        workbook.shrink();
        return true;
    }

    /** The rows of a table in which one of the names occurs. */
    private List<Long> holding(Handle handle, String table, String id, String column) {
        List<Long> found = new ArrayList<>();
        for (String name : names) {
            handle.createQuery("select " + id + " from " + table + " where instr(" + column + ", ?) > 0")
                    .bind(0, column.equals("bytes") ? (Object) name.getBytes(StandardCharsets.UTF_8) : name)
                    .mapTo(Long.class)
                    .forEach(each -> {
                        if (!found.contains(each)) {
                            found.add(each);
                        }
                    });
        }
        return found;
    }

    private void cleanGame(Handle handle, long id) {
        Game before = Kinds.GAME.get(handle, id);
        Game after = cleaned(before, names::contains, this::withoutNames);
        Kinds.GAME.changes(handle, id);
        Kinds.GAME.put(handle, id, after);
        handle.execute("delete from account where game = ?", id);
        handle.execute("delete from peer where game = ?", id);
        pastGoes(handle, Kinds.GAME, id);
    }

    private String withoutNames(String text) {
        String plain = text;
        for (String name : names) {
            plain = plain.replace(name, nobody());
        }
        return plain;
    }

    /** What stands where a name was. */
    static String nobody() {
        return Words.of("forgotten.name");
    }

    /**
     * A game without somebody: in its tags, in what was said under the curtain, and in notes.
     *
     * @param isOne whether a name is one of those that go
     */
    static Game cleaned(Game game, Predicate<String> isOne, UnaryOperator<String> withoutNames) {
        Tags tags = game.tags();
        for (String tag : List.copyOf(tags.values().keySet())) {
            String value = tags.get(tag);
            tags = tags.with(tag, isOne.test(value) ? nobody() : withoutNames.apply(value));
        }
        GameTree tree = game.tree();
        for (GameNode node : game.tree().table()) {
            if (node == null) {
                continue;
            }
            List<Command> commands = new ArrayList<>();
            for (Command command : node.commands()) {
                List<CurtainAnswer> said = CurtainAnswer.of(node.withCommands(List.of(command)));
                boolean isTheirs = !said.isEmpty() && isOne.test(said.getFirst().student());
                commands.add(
                        isTheirs
                                ? new CurtainAnswer(
                                                "",
                                                said.getFirst().move(),
                                                said.getFirst().reason())
                                        .command()
                                : new Command(command.name(), withoutNames.apply(command.value())));
            }
            GameNode plain = node.withCommands(commands)
                    .withBefore(withoutNames.apply(node.before()))
                    .withAfter(withoutNames.apply(node.after()));
            if (!plain.equals(node)) {
                tree = tree.with(plain);
            }
        }
        return game.with(tags).with(tree);
    }

    private void reports(Handle handle) {
        for (long id : holding(handle, "report", "id", "content")) {
            ReportKind.KeptReport before = Kinds.REPORT.get(handle, id);
            Kinds.REPORT.changes(handle, id);
            Kinds.REPORT.put(handle, id, new ReportKind.KeptReport(before.game(), withoutNames(before.text())));
            pastGoes(handle, Kinds.REPORT, id);
        }
    }

    private void repertoires(Handle handle) {
        for (long id : holding(handle, "repertoire", "id", "student")) {
            handle.execute("update repertoire set student = '' where id = ?", id);
            Revisions.next(handle, Kinds.REPERTOIRE, "id", id);
            pastGoes(handle, Kinds.REPERTOIRE, id);
        }
    }

    /** What was written on cards, and what the class said. */
    private void sheets(Handle handle) {
        for (long id : holding(handle, "sheet", "id", "content")) {
            CardSheet before = Kinds.SHEET.get(handle, id);
            Kinds.SHEET.changes(handle, id);
            Kinds.SHEET.put(
                    handle,
                    id,
                    Kinds.SHEET.read(withoutNames(new String(Kinds.SHEET.write(before), StandardCharsets.UTF_8))
                            .getBytes(StandardCharsets.UTF_8)));
            pastGoes(handle, Kinds.SHEET, id);
        }
    }

    /** A document goes with everything that was kept of it. */
    private static void goes(Handle handle, DocumentKind<?> kind, long id) {
        pastGoes(handle, kind, id);
        handle.execute("delete from past_state where kind = ? and id = ?", kind.name(), id);
        kind.drop(handle, id);
    }

    /** Lessons, homework and events lose the student, and go with the last one they have. */
    private void diary(Handle handle) {
        for (DiaryKind<?> kind : List.of(Kinds.LESSON, Kinds.HOMEWORK, Kinds.EVENT)) {
            diary(handle, kind);
        }
    }

    private <D> void diary(Handle handle, DiaryKind<D> kind) {
        Set<Long> ids = new TreeSet<>(holding(handle, kind.name(), "id", "content"));
        String line = "student\t" + uid;
        handle.createQuery("select id from " + kind.name() + " where instr(content, ?) > 0 or instr(content, ?) > 0")
                .bind(0, line + "\n")
                .bind(1, line + "\t")
                .mapTo(Long.class)
                .forEach(ids::add);
        for (long id : ids) {
            D before = kind.get(handle, id);
            D after = kind.renamed(before, (what, number) -> what == Ref.STUDENT && number == uid ? 0 : number);
            boolean wasTheirs = kind.students(before).contains(uid);
            if (wasTheirs && kind.students(after).isEmpty() && !kind.equals(Kinds.EVENT)) {
                goes(handle, kind, id);
            } else {
                kind.changes(handle, id);
                kind.put(handle, id, kind.parse(withoutNames(kind.text(after))));
                pastGoes(handle, kind, id);
            }
        }
    }

    /** Its edits and earlier states. */
    private static void pastGoes(Handle handle, DocumentKind<?> kind, long id) {
        String named = kind.list().named(id);
        handle.execute(
                "delete from journal where document = ? or shows = ? or hides = ?", kind.journal(id), named, named);
        handle.execute("delete from base where kind = ? and id = ?", kind.name(), id);
    }

    private void page(Handle handle) {
        Revisions.next(handle, Kinds.STUDENT, "id", student);
        handle.execute(
                "update student set name = ?, rating = 0, names = '', ratings = '', groups = '', goals = '', hidden = 1"
                        + " where id = ?",
                nobody(),
                student);
        pastGoes(handle, Kinds.STUDENT, student);
    }

    // ---- what a merge asks

    /** Whether a student was forgotten. */
    static boolean isForgotten(Handle handle, long uid) {
        return uid != 0
                && handle.createQuery("select count(*) from forgotten where uid = ?")
                                .bind(0, uid)
                                .mapTo(Long.class)
                                .one()
                        > 0;
    }

    private static boolean isForgotten(Handle handle, String name) {
        return handle.createQuery("select count(*) from forgotten where digest = ?")
                        .bind(0, digest(name))
                        .mapTo(Long.class)
                        .one()
                > 0;
    }

    /** A game from another copy without those who were forgotten here; notes are not searched, since the names are not known. */
    static Game cleaned(Handle handle, Game game) {
        boolean isAny = handle.createQuery("select count(*) from forgotten")
                        .mapTo(Long.class)
                        .one()
                > 0;
        return isAny ? cleaned(game, name -> isForgotten(handle, name), UnaryOperator.identity()) : game;
    }

    private static String digest(String name) {
        try {
            byte[] plain = name.strip().toLowerCase(Locale.ROOT).getBytes(StandardCharsets.UTF_8);
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(plain));
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException(impossible);
        }
    }
}
