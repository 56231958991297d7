package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import org.zeroply.notation.Language;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.work.Cancel;

/**
 * A few figures of the ledger after one move, to be followed along a game.
 *
 * @param activity White's mobility less Black's, in squares
 * @param whiteDanger enemy pieces that bear on White's king zone, and the focal points in it
 * @param blackDanger the same for Black
 * @param whiteWings White's pieces that a move brings to the other wing
 * @param blackWings the same for Black
 * @param tempo Black's lost tempi less White's; empty when the opening is over
 */
public record MoveMeasures(
        int activity, int whiteDanger, int blackDanger, int whiteWings, int blackWings, OptionalInt tempo) {
    /** The account of tempi ends at the latest before this half-move. */
    private static final int OPENING_ENDS = 34;

    /** The measures after each move of a game, as far as they were worked out before a cancel was requested. */
    public static List<MoveMeasures> along(Position start, List<Move> moves, Cancel cancel) {
        List<MoveMeasures> measures = new ArrayList<>();
        Position position = start;
        for (int ply = 0; ply < moves.size() && !cancel.isRequested(); ply++) {
            position = position.play(moves.get(ply));
            Ledger ledger = ply < OPENING_ENDS
                    ? Ledger.of(start, moves.subList(0, ply + 1), ValueScale.SCHOOLROOM, Language.ENGLISH)
                    : Ledger.of(position, ValueScale.SCHOOLROOM);
            measures.add(of(ledger));
        }
        return measures;
    }

    private static MoveMeasures of(Ledger ledger) {
        Entry mobility = ledger.entry(Factor.MOBILITY);
        OptionalInt tempo = OptionalInt.empty();
        if (ledger.has(Factor.LOST_TEMPI)
                && ledger.entry(Factor.LOST_TEMPI).white().value() instanceof Value.Count) {
            Entry lost = ledger.entry(Factor.LOST_TEMPI);
            tempo = OptionalInt.of(size(lost, Side.BLACK) - size(lost, Side.WHITE));
        }
        return new MoveMeasures(
                size(mobility, Side.WHITE) - size(mobility, Side.BLACK),
                danger(ledger, Side.WHITE),
                danger(ledger, Side.BLACK),
                size(ledger.entry(Factor.WINGS), Side.WHITE),
                size(ledger.entry(Factor.WINGS), Side.BLACK),
                tempo);
    }

    private static int danger(Ledger ledger, Side king) {
        return size(ledger.entry(Factor.KING_ATTACKERS), king.opposite())
                + size(ledger.entry(Factor.FOCAL_POINTS), king);
    }

    private static int size(Entry entry, Side side) {
        return entry.of(side).value().size();
    }
}
