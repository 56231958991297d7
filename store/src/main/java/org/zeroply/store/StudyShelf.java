package org.zeroply.store;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.statement.EmptyHandling;
import org.zeroply.analysis.Study;
import org.zeroply.analysis.StudyText;
import org.zeroply.rules.Position;

/** What has been calculated of positions, kept so that a game opened again shows it at once. Any thread. */
public final class StudyShelf {
    /** What is damaged is calculated again. */
    static final String WHOLE = " and sum is row_sum(position, analyst, lines, effort, content)";

    private final Workbook workbook;

    StudyShelf(Workbook workbook) {
        this.workbook = workbook;
    }

    /**
     * Keeps what was calculated of a position.
     *
     * @param analyst who calculated, see {@link org.zeroply.search.Analyst#name}
     * @param lines how many best lines were asked for
     * @param effort the level, the higher the more; a study of the same level is replaced
     */
    public void keep(Study study, String analyst, int lines, int effort) {
        keepAll(List.of(new Kept(study, effort)), analyst, lines);
    }

    /**
     * A study to be kept.
     *
     * @param effort the level, the higher the more
     */
    public record Kept(Study study, int effort) {}

    /** Keeps many at once. */
    public void keepAll(List<Kept> studies, String analyst, int lines) {
        workbook.write(handle -> {
            studies.forEach(each -> keep(handle, each.study(), analyst, lines, each.effort()));
            return true;
        });
    }

    private static void keep(Handle handle, Study study, String analyst, int lines, int effort) {
        handle.createUpdate("insert into study (position, analyst, lines, effort, content)"
                        + " values (?, ?, ?, ?, ?) on conflict do update set content = excluded.content")
                .bind(0, study.position().key())
                .bind(1, analyst)
                .bind(2, lines)
                .bind(3, effort)
                .bind(4, StudyText.write(study))
                .execute();
    }

    /** The kept study of a position by an analyst with the most effort, if it had at least this much. */
    public Optional<Study> find(Position position, String analyst, int lines, int effort) {
        return workbook.read(handle -> handle.createQuery("select content from study where position = ? and analyst = ?"
                                + " and lines = ? and effort >= ?" + WHOLE + " order by effort desc limit 1")
                        .bind(0, position.key())
                        .bind(1, analyst)
                        .bind(2, lines)
                        .bind(3, effort)
                        .mapTo(String.class)
                        .findOne())
                .flatMap(text -> StudyText.read(position, text));
    }

    /** Whose studies of a position with so many lines are kept, the latest names first. */
    public List<String> analysts(Position position, int lines) {
        return workbook.read(
                handle -> handle.createQuery("select distinct analyst from study where position = ? and lines"
                                + " = ? order by analyst desc")
                        .bind(0, position.key())
                        .bind(1, lines)
                        .mapTo(String.class)
                        .list());
    }

    /** All that an analyst has found of some positions, whatever was asked. */
    public List<Study> all(Collection<Position> positions, String analyst) {
        Map<Long, Position> byKey = new HashMap<>();
        positions.forEach(position -> byKey.put(position.key(), position));
        List<Study> found = new ArrayList<>();
        workbook.read(handle -> handle.createQuery(
                                "select position, content from study where analyst = :analyst and position in (<keys>)"
                                        + WHOLE)
                        .bind("analyst", analyst)
                        .bindList(EmptyHandling.NULL_KEYWORD, "keys", List.copyOf(byKey.keySet()))
                        .map((row, context) -> Map.entry(row.getLong(1), row.getString(2)))
                        .list())
                .forEach(row -> Optional.ofNullable(byKey.get(row.getKey()))
                        .flatMap(position -> StudyText.read(position, row.getValue()))
                        .ifPresent(found::add));
        return found;
    }
}
