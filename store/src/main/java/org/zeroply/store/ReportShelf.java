package org.zeroply.store;

import java.util.Optional;
import org.zeroply.analysis.LessonReport;
import org.zeroply.rules.Side;

/** What the coach made of the lesson reports of games. Any thread. */
public final class ReportShelf {
    private final Workbook workbook;

    ReportShelf(Workbook workbook) {
        this.workbook = workbook;
    }

    /** Keeps what the coach made of the lesson report of a game; replaces what there was. */
    public void keep(long game, LessonReport report) {
        workbook.write(handle -> handle.createUpdate("insert into report (game, content) values (?, ?)"
                        + " on conflict (game) do update set content = excluded.content")
                .bind(0, game)
                .bind(1, LessonText.write(report))
                .execute());
    }

    private Optional<String> text(long game) {
        return workbook.read(handle -> handle.createQuery("select content from report where game = ?")
                .bind(0, game)
                .mapTo(String.class)
                .findOne());
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
