package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.OptionalLong;
import java.util.Set;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Question;
import org.zeroply.gametree.ThreeWay;

/** What students ask. A question is undone with its student. */
final class QuestionKind extends DocumentKind<QuestionKind.KeptQuestion> {
    /**
     * A question as it is kept.
     *
     * @param student the uid of the one who asked
     * @param game the uid of the game it is about; 0 for none
     * @param question whose ids say nothing
     */
    record KeptQuestion(long student, long game, Question question) {}

    QuestionKind() {
        super("question");
    }

    @Override
    public Set<String> tables() {
        return Set.of("question");
    }

    @Override
    KeptQuestion get(Handle handle, long id) {
        Question question = question(handle, id);
        return new KeptQuestion(
                Revisions.uid(handle, "student", question.student()),
                question.game() == 0 ? 0 : Revisions.uid(handle, "game", question.game()),
                question);
    }

    static Question question(Handle handle, long id) {
        return handle.createQuery("select id, student, text, coalesce(game, 0), ply, asked, answer from question"
                        + " where id = ?")
                .bind(0, id)
                .map((rows, context) -> new Question(
                        rows.getLong(1),
                        rows.getLong(2),
                        rows.getString(3),
                        rows.getLong(4),
                        rows.getInt(5),
                        Instant.ofEpochMilli(rows.getLong(6)),
                        rows.getString(7)))
                .findOne()
                .orElseThrow(() -> new WorkbookException("there is no question " + id));
    }

    @Override
    long studentOf(Revisions.State state, KeptQuestion kept) {
        return kept.student();
    }

    @Override
    String nameOf(Handle handle, long id) {
        return column(handle, "text", id);
    }

    @Override
    OptionalLong insert(Handle handle, KeptQuestion kept) {
        long student = Revisions.id(handle, "student", kept.student());
        if (student == 0) {
            return OptionalLong.empty();
        }
        Question question = kept.question();
        long game = kept.game() == 0 ? 0 : Revisions.id(handle, "game", kept.game());
        return OptionalLong.of(handle.createUpdate(
                        "insert into question (student, text, game, ply, asked, answer)" + " values (?, ?, ?, ?, ?, ?)")
                .bind(0, student)
                .bind(1, question.text())
                .bind(2, game == 0 ? null : game)
                .bind(3, question.ply())
                .bind(4, question.asked().toEpochMilli())
                .bind(5, question.answer())
                .executeAndReturnGeneratedKeys("id")
                .mapTo(Long.class)
                .one());
    }

    @Override
    void put(Handle handle, long id, KeptQuestion kept) {
        handle.execute(
                "update question set text = ?, answer = ? where id = ?",
                kept.question().text(),
                kept.question().answer(),
                id);
    }

    @Override
    byte[] write(KeptQuestion kept) {
        Question question = kept.question();
        String head = kept.student() + " " + kept.game() + " " + question.ply() + " "
                + question.asked().toEpochMilli() + " " + question.text().length();
        return (head + "\n" + question.text() + question.answer()).getBytes(StandardCharsets.UTF_8);
    }

    @Override
    KeptQuestion read(byte[] bytes) {
        String text = new String(bytes, StandardCharsets.UTF_8);
        int end = text.indexOf('\n');
        String[] head = text.substring(0, end).split(" ", -1);
        String rest = text.substring(end + 1);
        int asked = Integer.parseInt(head[4]);
        return new KeptQuestion(
                Long.parseLong(head[0]),
                Long.parseLong(head[1]),
                new Question(
                        0,
                        0,
                        rest.substring(0, asked),
                        0,
                        Integer.parseInt(head[2]),
                        Instant.ofEpochMilli(Long.parseLong(head[3])),
                        rest.substring(asked)));
    }

    /** Two answers both stand; of two wordings one does, and that is told. */
    @Override
    Union<KeptQuestion> unite(KeptQuestion first, KeptQuestion second, @Nullable KeptQuestion base) {
        ThreeWay<String> text = ThreeWay.of(
                base == null ? null : base.question().text(),
                first.question().text(),
                second.question().text());
        ThreeWay<String> answer = ThreeWay.ofTexts(
                base == null ? null : base.question().answer(),
                first.question().answer(),
                second.question().answer(),
                "\n");
        Question united = first.question().worded(text.value()).answered(answer.value());
        return new Union.One<>(
                new KeptQuestion(first.student(), first.game(), united),
                (text.isConflict() ? 1 : 0) + (answer.isConflict() ? 1 : 0));
    }

    /** It comes and goes with an edit of its student. */
    @Override
    String journalOf(Handle handle, long id) {
        return handle.createQuery("select student from question where id = ?")
                .bind(0, id)
                .mapTo(Long.class)
                .findFirst()
                .map(Kinds.STUDENT::journal)
                .orElse(Kinds.STUDENT.list().document());
    }

    @Override
    boolean hasJournal() {
        return false;
    }
}
