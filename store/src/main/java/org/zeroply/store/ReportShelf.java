package org.zeroply.store;

import java.util.Optional;
import org.zeroply.analysis.LessonReport;
import org.zeroply.rules.Side;
import org.zeroply.store.ReportKind.KeptReport;

/** What the coach made of the lesson reports of games. Any thread. */
public final class ReportShelf {
    private final Workbook workbook;

    ReportShelf(Workbook workbook) {
        this.workbook = workbook;
    }

    /** Keeps what the coach made of the lesson report of a game; replaces what there was. */
    public void keep(long game, LessonReport report) {
        String text = LessonText.write(report);
        workbook.write(handle -> {
            Optional<Long> known = handle.createQuery("select id from report where game = ?")
                    .bind(0, game)
                    .mapTo(Long.class)
                    .findFirst();
            KeptReport kept = new KeptReport(Revisions.uid(handle, "game", game), text);
            if (known.isEmpty()) {
                Kinds.REPORT.addNew(handle, kept);
            } else {
                Kinds.REPORT.changes(handle, known.get());
                Kinds.REPORT.put(handle, known.get(), kept);
                // Undo may have taken one away that a merge had brought.
                handle.execute("update report set hidden = 0 where id = ?", known.get());
            }
            return true;
        });
    }

    private Optional<String> text(long game) {
        return workbook.read(handle -> {
            if (Checksums.broken(handle, Kinds.REPORT.name(), "game", game) > 0) {
                throw Checksums.mismatch("report of the game", game);
            }
            return handle.createQuery("select content from report where game = ? and hidden = 0")
                    .bind(0, game)
                    .mapTo(String.class)
                    .findOne();
        });
    }

    /** Whose lesson the kept report of a game is; empty if none is kept. */
    public Optional<Side> student(long game) {
        return text(game).flatMap(LessonText::student);
    }

    /** A fresh draft with what the coach made of the report of the game before, if anything is kept. */
    public LessonReport read(long game, LessonReport draft) {
        return text(game).map(text -> LessonText.read(draft, text)).orElse(draft);
    }
}
