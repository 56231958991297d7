package org.zeroply.ledger;

import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.rules.SquareSet;
import org.zeroply.words.Words;

/**
 * What a coach would see first in a position, in at most five sentences: what is attacked and falls, what the opponent
 * threatens, what the last move changed for good, and the greatest differences in the safety of the kings and in activity.
 */
public final class FirstSight {
    private static final int MOST = 5;

    /** From this many squares on a difference in activity is worth a sentence. */
    private static final int MORE_SQUARES = 8;

    /** One piece alone attacks no king. */
    private static final int AN_ATTACK = 2;

    /** While more are idle, nobody is developed yet. */
    private static final int MOST_IDLE = 3;

    private static final int MOST_CHANGES = 2;

    /** Structure and material, the gravest first. */
    private static final List<Factor> FOR_GOOD = List.of(
            Factor.IMBALANCE,
            Factor.PASSED,
            Factor.PROTECTED_PASSED,
            Factor.CONNECTED_PASSED,
            Factor.ISOLATED,
            Factor.DOUBLED,
            Factor.BACKWARD,
            Factor.COLOUR_COMPLEX,
            Factor.CASTLING);

    private final Position position;
    private final Ledger ledger;
    private final List<Sight> found = new ArrayList<>();

    /** A sentence, and the entry that proves it. */
    public record Sight(String sentence, Entry entry) {}

    /**
     * The move that led to a position.
     *
     * @param ledger of the position before it
     * @param move how it is named
     * @param taken where it took something; null if it did not
     */
    public record Before(
            Ledger ledger, String move, @Nullable Square taken) {}

    private FirstSight(Position position, Ledger ledger) {
        this.position = position;
        this.ledger = ledger;
    }

    /**
     * @param before the move that led here; null at the start
     */
    public static List<Sight> of(Position position, Ledger ledger, @Nullable Before before) {
        FirstSight sight = new FirstSight(position, ledger);
        Side mover = position.sideToMove();
        SquareSet open = before == null ? SquareSet.NONE : sight.toTakeBack(before);
        sight.falls(mover.opposite(), open);
        sight.falls(mover, sight.threatened(mover));
        sight.threatens(mover.opposite());
        if (before != null && open.isEmpty()) {
            sight.changed(before.ledger(), before.move());
        }
        sight.kings();
        sight.activity();
        return sight.found.subList(0, Math.min(MOST, sight.found.size()));
    }

    private void say(Entry entry, String key, Object... arguments) {
        found.add(new Sight(Words.of("sight." + key, arguments), entry));
    }

    private static String name(Side side) {
        return Words.of("side." + side);
    }

    /** While what took can be taken back, the exchange is not over and nothing is changed for good. */
    private SquareSet toTakeBack(Before before) {
        Entry hanging = ledger.entry(Factor.HANGING);
        Square taken = before.taken();
        if (taken == null
                || !(hanging.of(position.sideToMove().opposite()).value() instanceof Value.Squares men)
                || !men.squares().contains(taken)) {
            return SquareSet.NONE;
        }
        say(hanging, "takeBack", name(position.sideToMove()), taken);
        return SquareSet.of(taken);
    }

    /** What the threats against a side name already. */
    private SquareSet threatened(Side side) {
        return ledger.has(Factor.THREATS)
                        && ledger.entry(Factor.THREATS).of(side.opposite()).value() instanceof Value.Squares targets
                ? targets.squares()
                : SquareSet.NONE;
    }

    /** What stands en prise: the other side's can be taken at once, the own must be seen to. */
    private void falls(Side side, SquareSet said) {
        Entry hanging = ledger.entry(Factor.HANGING);
        if (hanging.of(side).value() instanceof Value.Squares men
                && !men.squares().without(said).isEmpty()) {
            SquareSet squares = men.squares().without(said);
            String key = side == position.sideToMove() ? "mustSee" : "canTake";
            say(hanging, key, name(side.opposite()), men.inWords(squares, "sight.pawns"), squares.size());
        }
    }

    private void threatens(Side side) {
        if (ledger.has(Factor.THREATS)) {
            Entry threats = ledger.entry(Factor.THREATS);
            if (!threats.of(side).value().isNothing()) {
                say(threats, position.isCheck() ? "check" : "threat", name(side), threats.detail(side));
            }
        }
    }

    private void changed(Ledger before, String move) {
        int told = 0;
        for (Factor factor : FOR_GOOD) {
            if (told == MOST_CHANGES || !before.has(factor) || !ledger.has(factor)) {
                continue;
            }
            Change change = new Change(before.entry(factor), ledger.entry(factor));
            String said = change.inWords();
            if (!said.isEmpty()) {
                String key = factor == Factor.IMBALANCE
                        ? "material"
                        : Words.has("change.new." + factor) ? "changed" : "changed.factor";
                say(
                        change.after(),
                        key,
                        move,
                        said,
                        factor.title(),
                        change.after().explanation());
                told++;
            }
        }
    }

    /** The king that more pieces bear on, if there is a difference. */
    private void kings() {
        Entry attackers = ledger.entry(Factor.KING_ATTACKERS);
        int white = attackers.white().value().size();
        int black = attackers.black().value().size();
        if (white != black && Math.max(white, black) >= AN_ATTACK) {
            Side attacked = white > black ? Side.BLACK : Side.WHITE;
            Value by = attackers.of(attacked.opposite()).value();
            boolean bare = ledger.entry(Factor.COVER).of(attacked).value().size() == 0;
            say(attackers, bare ? "king.bare" : "king", name(attacked), by.text());
        }
    }

    private void activity() {
        Entry mobility = ledger.entry(Factor.MOBILITY);
        int white = mobility.white().value().size();
        int black = mobility.black().value().size();
        if (Math.abs(white - black) >= MORE_SQUARES) {
            Side freer = white > black ? Side.WHITE : Side.BLACK;
            Entry idle = ledger.entry(Factor.IDLE);
            Value idlers = idle.of(freer.opposite()).value();
            say(
                    mobility,
                    idlers.isNothing() || idlers.size() > MOST_IDLE ? "activity" : "activity.idle",
                    name(freer),
                    Math.max(white, black),
                    Math.min(white, black),
                    name(freer.opposite()),
                    idlers.text(),
                    idlers.size());
        }
    }
}
