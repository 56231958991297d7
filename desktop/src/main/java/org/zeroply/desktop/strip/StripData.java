package org.zeroply.desktop.strip;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.zeroply.gametree.ClockUse;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.Underway;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;

/**
 * All that the strip shows of one tree at one move, but for what is calculated.
 *
 * @param moves of the whole tree
 * @param firstSide who moves in the first column
 * @param firstNumber the move number of the first column
 * @param line the nodes of the current line, which is what the lanes are about
 * @param branchedAt the first column in which the current line is not the main line; beyond its end for the main line
 * @param material White's total minus Black's in hundredths after each move of the current line, once an exchange that the
 *     move leaves open is over
 * @param used how long was thought over each move of the current line, where it is known
 * @param current the node one is at
 */
public record StripData(
        StripMoves moves,
        Side firstSide,
        int firstNumber,
        List<Integer> line,
        int branchedAt,
        List<Integer> material,
        List<Optional<Duration>> used,
        int current) {
    private static final int A_PAWN = 100;

    /**
     * @param timeControl the tag of that name, perhaps empty
     */
    public static StripData of(StripMoves moves, GameTree tree, int current, ValueScale scale, String timeControl) {
        List<Integer> balances = new ArrayList<>();
        List<Integer> line = tree.lineThrough(current);
        Position before = tree.start();
        for (int id : line) {
            Position after = moves.positions().get(id);
            balances.add(after == null ? 0 : settled(before, tree.node(id).played(), after, scale));
            before = after == null ? before : after;
        }
        List<Integer> main = tree.mainLine();
        int same = 0;
        while (same < line.size() && same < main.size() && line.get(same).equals(main.get(same))) {
            same++;
        }
        return new StripData(
                moves,
                tree.start().sideToMove(),
                tree.start().moveNumber(),
                line,
                same,
                balances,
                ClockUse.used(tree, line, timeControl),
                current);
    }

    private static int settled(Position before, Move move, Position after, ValueScale scale) {
        Underway exchange = Underway.after(before, move);
        int open = exchange == null ? 0 : A_PAWN * exchange.retaken();
        return scale.balance(after) - (after.sideToMove() == Side.BLACK ? open : -open);
    }

    public StripLayout layout() {
        return moves.layout();
    }

    public Map<Integer, String> texts() {
        return moves.texts();
    }

    public Set<Integer> noted() {
        return moves.noted();
    }
}
