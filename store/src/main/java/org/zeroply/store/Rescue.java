package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.Jdbi;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.gametree.Game;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/**
 * Saves games, repertoires, papers and sittings out of a damaged workbook. Each game is asked for by its id, so that a bad
 * page costs only the games that lie on it. The damaged file is copied first and never written to.
 */
public final class Rescue {
    private static final int GAMES_AT_A_TIME = 50;

    private Rescue() {}

    /**
     * What came of a rescue.
     *
     * @param saved games that are in the new workbook
     * @param lost games that are known to have been there and could not be read
     * @param repertoires repertoires of which at least the start could be read
     * @param positions positions of these that could not be read
     * @param papers papers of which at least one task could be read
     * @param sittings sittings that could be read
     */
    public record Report(long saved, long lost, int repertoires, long positions, int papers, int sittings) {
        /** Whether nothing at all could be read. */
        public boolean isEmpty() {
            return saved == 0 && repertoires == 0 && papers == 0;
        }
    }

    static Report run(Path damaged, Path target, Clock clock, Progress progress, Cancel cancel) throws IOException {
        Path scratch = Files.createTempDirectory("zeroply-rescue");
        Path copy = scratch.resolve("damaged.zeroply");
        try {
            Copies.copyBytes(damaged, copy);
            try (Connection from = WorkbookFile.source(copy).getConnection()) {
                return switch (Workbook.open(target, clock)) {
                    case WorkbookOpening.Refused refused ->
                        throw new IOException(refused.reason() + ": " + refused.detail());
                    case WorkbookOpening.Opened opened -> {
                        try (Workbook fresh = opened.workbook()) {
                            yield save(from, fresh, progress, cancel);
                        }
                    }
                };
            } catch (SQLException unreadable) {
                return new Report(0, 0, 0, 0, 0, 0);
            }
        } finally {
            Scratch.delete(scratch);
        }
    }

    private static Report save(Connection from, Workbook fresh, Progress progress, Cancel cancel) {
        long last = lastId(from);
        Set<Long> hidden = hidden(from);
        String table = has(from, "select bytes from content limit 1") ? "bytes from content" : "content from game";
        long saved = 0;
        long lost = 0;
        for (long first = 1; first <= last && !cancel.isRequested(); first += GAMES_AT_A_TIME) {
            for (long id = first; id < first + GAMES_AT_A_TIME && id <= last; id++) {
                if (hidden.contains(id)) {
                    continue;
                }
                switch (read(from, table, id)) {
                    case Found found -> {
                        fresh.games().take(found.game());
                        saved++;
                    }
                    case Missing.NEVER_THERE -> {}
                    case Missing.DAMAGED -> lost++;
                }
            }
            progress.at((double) first / last, saved);
        }
        List<RepertoireShelf.Salvaged> repertoires =
                cancel.isRequested() ? List.of() : read(from, RepertoireShelf::salvage);
        for (RepertoireShelf.Salvaged each : repertoires) {
            fresh.repertoires().add(each.title(), each.repertoire(), "");
        }
        Map<Long, Long> papers = new HashMap<>();
        int sittings = 0;
        if (!cancel.isRequested()) {
            for (PaperShelf.Salvaged each : read(from, PaperShelf::salvage)) {
                papers.put(each.id(), fresh.papers().add(each.paper(), ""));
            }
            sittings = sittings(from, fresh, papers);
        }
        return new Report(
                saved,
                lost,
                repertoires.size(),
                repertoires.stream().mapToLong(RepertoireShelf.Salvaged::lost).sum(),
                papers.size(),
                sittings);
    }

    private static int sittings(Connection from, Workbook fresh, Map<Long, Long> papers) {
        Map<String, Student> students = new HashMap<>();
        for (Student student : read(from, SittingShelf::students)) {
            students.put(student.name(), fresh.sittings().keep(new Student(0, student.name(), student.rating())));
        }
        int saved = 0;
        for (SittingShelf.Listed listed : read(from, SittingShelf::list)) {
            List<Sitting> read = read(from, handle -> List.of(SittingShelf.read(handle, listed.id())));
            for (Sitting sitting : read) {
                Student student = students.computeIfAbsent(
                        listed.student().name(),
                        name -> fresh.sittings()
                                .keep(new Student(0, name, listed.student().rating())));
                fresh.sittings().add(papers.getOrDefault(listed.paper(), 0L), sitting.with(student));
                saved++;
            }
        }
        return saved;
    }

    /** What can be read; nothing of what cannot. */
    private static <T> List<T> read(Connection from, Function<Handle, List<T>> rows) {
        // The handle is the connection's, which is closed by whoever opened it.
        Handle handle = Jdbi.create(from).open();
        try {
            return rows.apply(handle);
        } catch (RuntimeException unreadable) {
            return List.of();
        }
    }

    /** What stands under an id of a damaged workbook. */
    private sealed interface Find {}

    private record Found(Game game) implements Find {}

    private enum Missing implements Find {
        NEVER_THERE,
        DAMAGED
    }

    private static Find read(Connection from, String table, long id) {
        try (PreparedStatement query = from.prepareStatement("select " + table + " where id = ?")) {
            query.setLong(1, id);
            try (ResultSet rows = query.executeQuery()) {
                return rows.next() ? new Found(GameBlob.read(rows.getBytes(1))) : Missing.NEVER_THERE;
            }
        } catch (SQLException | WorkbookException damaged) {
            return Missing.DAMAGED;
        }
    }

    /** The highest id that was ever given; SQLite keeps it apart from the table. */
    private static long lastId(Connection from) {
        long last = 0;
        for (String query : new String[] {
            "select seq from sqlite_sequence where name = 'game'",
            "select max(id) from content",
            "select max(id) from game"
        }) {
            try (var statement = from.createStatement();
                    ResultSet rows = statement.executeQuery(query)) {
                if (rows.next()) {
                    last = Math.max(last, rows.getLong(1));
                }
            } catch (SQLException damaged) {
                // The other questions may still have an answer.
            }
        }
        return last;
    }

    private static Set<Long> hidden(Connection from) {
        Set<Long> hidden = new HashSet<>();
        try (var statement = from.createStatement();
                ResultSet rows = statement.executeQuery("select id from game where hidden = 1")) {
            while (rows.next()) {
                hidden.add(rows.getLong(1));
            }
        } catch (SQLException damaged) {
            // Then removed games come back as well, which loses nothing.
        }
        return hidden;
    }

    private static boolean has(Connection from, String query) {
        try (var statement = from.createStatement();
                ResultSet rows = statement.executeQuery(query)) {
            return rows.next();
        } catch (SQLException missing) {
            return WorkbookException.faultOf(missing) == WorkbookException.Fault.DAMAGED;
        }
    }
}
