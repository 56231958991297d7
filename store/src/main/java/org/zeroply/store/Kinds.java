package org.zeroply.store;

import java.util.List;

/** Everything that a workbook holds, each after what it refers to. */
final class Kinds {
    static final GameKind GAME = new GameKind();
    static final RepertoireKind REPERTOIRE = new RepertoireKind();
    static final PaperKind PAPER = new PaperKind();
    static final StudentKind STUDENT = new StudentKind();
    static final SittingKind SITTING = new SittingKind();
    static final ReportKind REPORT = new ReportKind();

    /** The documents: each is known in every copy, edited, merged and rescued on its own. */
    static final List<DocumentKind<?>> DOCUMENTS = List.of(GAME, REPERTOIRE, PAPER, STUDENT, SITTING, REPORT);

    /** All parts, the documents first. */
    static final List<WorkbookPart> ALL = List.of(
            GAME, REPERTOIRE, PAPER, STUDENT, SITTING, REPORT, new StudyPart(), new QueuePart(), new SettingPart());

    private Kinds() {}
}
