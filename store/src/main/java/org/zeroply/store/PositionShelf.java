package org.zeroply.store;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import org.zeroply.ledger.Pattern;
import org.zeroply.rules.Position;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Where positions and patterns occur in the games of a workbook. Any thread may call any method. */
public final class PositionShelf {
    /** Where more games came to a position than this, an earlier one is among them. */
    private static final int FEW_TO_COMPARE = 300;

    private final Workbook workbook;

    PositionShelf(Workbook workbook) {
        this.workbook = workbook;
    }

    /** How many games the position index has still to go over. */
    public long waiting() {
        return workbook.read(PositionIndex::waiting);
    }

    /** Whether so many games wait that going over them is worth it now. */
    public boolean wantsIndexing() {
        return waiting() > PositionIndex.FEW;
    }

    /** Goes over the games that wait, in short steps; what is done stays done if it is cancelled. */
    public void fill(Progress progress, Cancel cancel) {
        new PositionIndex(workbook).fill(progress, cancel);
    }

    /**
     * Which games reached a position in their first 40 moves, and what was played there.
     *
     * @param among only of these games; null for all that are listed
     */
    public PositionGames at(Position position, @Nullable Reached among) {
        return new PositionIndex(workbook).at(position.key(), among);
    }

    /**
     * Where a game left what earlier games of the workbook had played: the half-moves of its main line after which none of
     * them stood, at most as deep as positions are indexed. A game is earlier by its date, or by when it was taken in.
     *
     * @param line the positions of its main line, the start first
     * @return empty if every position was known, or if games still wait to be indexed
     */
    public OptionalInt firstNew(long id, List<Position> line) {
        for (int ply = 1; ply < Math.min(line.size(), PositionIndex.DEEPEST + 1); ply++) {
            PositionGames here = at(line.get(ply), null);
            if (here.pending() > 0) {
                return OptionalInt.empty();
            }
            List<Long> others =
                    here.games().ids().filter(other -> other != id).boxed().toList();
            if (others.size() <= FEW_TO_COMPARE && !isAnyEarlier(others, id)) {
                return OptionalInt.of(ply);
            }
        }
        return OptionalInt.empty();
    }

    private boolean isAnyEarlier(List<Long> others, long id) {
        return !others.isEmpty()
                && workbook.read(handle -> handle.createQuery(
                                        "select count(*) from game, game as this where this.id = :id"
                                                + " and game.id in (<others>)"
                                                + " and (game.date < this.date or game.date = this.date and game.id < this.id)")
                                .bind("id", id)
                                .bindList("others", others)
                                .mapTo(Long.class)
                                .one()
                        > 0);
    }

    /** Goes over the main lines of all listed games for a pattern; empty if cancelled. Progress counts games. */
    public Optional<Reached> search(Pattern pattern, Progress progress, Cancel cancel) {
        return workbook.read(handle -> PatternSearch.run(handle, pattern, progress, cancel));
    }
}
