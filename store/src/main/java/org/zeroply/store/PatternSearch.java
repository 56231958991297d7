package org.zeroply.store;

import java.sql.ResultSet;
import java.util.Optional;
import java.util.TreeMap;
import org.jdbi.v3.core.Handle;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Pattern;
import org.zeroply.rules.Board;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Plays through every main line of a workbook and looks for a pattern. */
final class PatternSearch {
    private static final int GAMES_BETWEEN_LOOKS = 500;

    private PatternSearch() {}

    static Optional<Reached> run(Handle handle, Pattern pattern, Progress progress, Cancel cancel) {
        long all = Math.max(
                1,
                handle.createQuery("select count(*) from line")
                        .mapTo(Long.class)
                        .one());
        return handle.createQuery("select line.id, start, moves from line join game using (id) where hidden = 0")
                .scanResultSet((rows, context) -> {
                    try (context) {
                        TreeMap<Long, Integer> found = new TreeMap<>();
                        long done = 0;
                        ResultSet each = rows.get();
                        while (each.next()) {
                            int ply = firstPly(pattern, each.getString(2), each.getBytes(3));
                            if (ply >= 0) {
                                found.put(each.getLong(1), ply);
                            }
                            if (++done % GAMES_BETWEEN_LOOKS == 0) {
                                if (cancel.isRequested()) {
                                    return Optional.empty();
                                }
                                progress.at((double) done / all, done);
                            }
                        }
                        return Optional.of(new Reached(found));
                    }
                });
    }

    /** After how many half-moves the pattern first holds for as long as it must, or -1. */
    private static int firstPly(Pattern pattern, @Nullable String start, byte[] line) {
        Board board = MainLine.board(start);
        int held = 0;
        for (int ply = 0; ; ply++) {
            held = pattern.holds(board) ? held + 1 : 0;
            if (held == pattern.lasting()) {
                return ply - held + 1;
            }
            int move = MainLine.code(line, ply, board);
            if (move < 0) {
                return -1;
            }
            board.make(move);
        }
    }
}
