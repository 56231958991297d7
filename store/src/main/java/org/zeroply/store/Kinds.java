package org.zeroply.store;

import java.util.List;
import org.jdbi.v3.core.Handle;

/** Everything that a workbook holds, each after what it refers to. */
final class Kinds {
    static final GameKind GAME = new GameKind();
    static final RepertoireKind REPERTOIRE = new RepertoireKind();
    static final PaperKind PAPER = new PaperKind();
    static final StudentKind STUDENT = new StudentKind();
    static final SittingKind SITTING = new SittingKind();
    static final ReportKind REPORT = new ReportKind();
    static final QuestionKind QUESTION = new QuestionKind();
    static final SheetKind SHEET = new SheetKind();
    static final LessonKind LESSON = new LessonKind();
    static final AssignmentKind HOMEWORK = new AssignmentKind();
    static final EventKind EVENT = new EventKind();

    /** The documents: each is known in every copy, edited, merged and rescued on its own. */
    static final List<DocumentKind<?>> DOCUMENTS =
            List.of(GAME, REPERTOIRE, PAPER, STUDENT, SITTING, REPORT, QUESTION, SHEET, LESSON, HOMEWORK, EVENT);

    /** All parts, the documents first. */
    static final List<WorkbookPart> ALL = List.of(
            GAME,
            REPERTOIRE,
            PAPER,
            STUDENT,
            SITTING,
            REPORT,
            QUESTION,
            SHEET,
            LESSON,
            HOMEWORK,
            EVENT,
            new StudyPart(),
            new QueuePart(),
            new SettingPart(),
            new AccountPart());

    private Kinds() {}

    private static DocumentKind<?> kind(String named) {
        String name = named.substring(0, named.indexOf(' '));
        return DOCUMENTS.stream()
                .filter(kind -> kind.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new WorkbookException("the journal names something unknown: " + named));
    }

    private static long id(String named) {
        return Long.parseLong(named.substring(named.indexOf(' ') + 1));
    }

    /** Shows or hides what a journal names, such as "paper 7". */
    static void show(Handle handle, String named, boolean shown) {
        kind(named).list().show(handle, named, shown);
    }

    /** Writes what a journal names anew. */
    static void rewrite(Handle handle, String named, byte[] state) {
        DocumentKind<?> kind = kind(named);
        long id = id(named);
        kind.changes(handle, id);
        kind.apply(handle, id, state);
    }
}
