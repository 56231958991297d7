package org.zeroply.defence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Settled;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Known;
import org.zeroply.work.Cancel;

/**
 * The ways out of a pin for the side to move, each proven by search: no material is lost at the end of best play beyond what the
 * best move loses, and less is given away than a refuted candidate gives.
 *
 * @param ways those that work, the best first
 * @param failing moves that do something about the pin and do not work, the least bad first
 */
public record PinEscape(Position position, Pin pin, List<Way> ways, List<Way> failing) {
    private static final long NODES = 16_000;

    /**
     * A move that does something about the pin.
     *
     * @param kinds what it does on the board
     * @param line the move and best play after it
     * @param lost in pawns at the end of the line
     */
    public record Way(Set<PinWay> kinds, CalculatedLine line, int lost) {
        public Way {
            kinds = Set.copyOf(kinds);
        }

        public Move move() {
            return line.first();
        }

        /** Kinds in their order. */
        public List<PinWay> kindsInOrder() {
            return kinds.stream().sorted().toList();
        }
    }

    public PinEscape {
        ways = List.copyOf(ways);
        failing = List.copyOf(failing);
    }

    /**
     * Finds the ways out on the calling thread.
     *
     * @throws IllegalArgumentException if the pinned man is not the side to move's
     */
    public static PinEscape of(Position position, Pin pin, Known known, Cancel cancel) {
        Piece held = position.pieceAt(pin.pinned());
        if (held == null || held.side() != position.sideToMove()) {
            throw new IllegalArgumentException("no man of the side to move is pinned on " + pin.pinned());
        }
        FixedEffortSearch looks = new FixedEffortSearch(position, known, cancel);
        List<Way> all = new ArrayList<>();
        double best = looks.expected(NODES);
        for (Move move : position.legalMoves()) {
            if (cancel.isRequested()) {
                break;
            }
            CalculatedLine line = looks.after(move, NODES);
            Set<PinWay> kinds = new Kinds(position, pin, move).found();
            if (!kinds.isEmpty()) {
                all.add(new Way(kinds, line, looks.lost(line)));
            }
        }
        Side us = position.sideToMove();
        Comparator<Way> order = Comparator.comparingInt(
                (Way way) -> (us == Side.WHITE ? -1 : 1) * way.line().verdict().hundredths());
        List<Way> ways = new ArrayList<>();
        List<Way> failing = new ArrayList<>();
        for (Way way : all) {
            (looks.costs(way.line(), best) ? failing : ways).add(way);
        }
        ways.sort(order);
        failing.sort(order);
        return new PinEscape(position, pin, ways, failing);
    }

    /** What one move does about the pin. */
    private static final class Kinds {
        private final Position position;
        private final Pin pin;
        private final Move move;
        private final Position after;
        private final Side us;
        private final EnumSet<PinWay> kinds = EnumSet.noneOf(PinWay.class);

        Kinds(Position position, Pin pin, Move move) {
            this.position = position;
            this.pin = pin;
            this.move = move;
            after = position.play(move);
            us = position.sideToMove();
        }

        Set<PinWay> found() {
            if (move.to() == pin.pinner()) {
                kinds.add(PinWay.CAPTURE);
                return kinds;
            }
            boolean stillHeld = Pin.of(after, us).stream()
                    .anyMatch(held -> held.pinned() == pin.pinned() && held.pinner() == pin.pinner());
            if (move.from() == pin.pinned()) {
                leaves();
            } else if (move.from() == pin.behind() || after.pieceAt(pin.behind()) == null) {
                // By itself, or as the rook that castles.
                add(PinWay.MOVE_BEHIND, !stillHeld);
            } else {
                add(PinWay.BETWEEN, isBetween());
                add(PinWay.GUARD, guardsMore());
                add(PinWay.WEAKNESS, !drivesOff() && after.isCheck());
            }
            add(PinWay.DRIVE_OFF, drivesOff());
            add(PinWay.COUNTER_PIN, pinsThePinner());
            return kinds;
        }

        private void add(PinWay kind, boolean does) {
            if (does) {
                kinds.add(kind);
            }
        }

        private void leaves() {
            long line = Attacks.line(pin.pinner().ordinal(), pin.pinned().ordinal());
            if ((line & move.to().bit()) != 0) {
                return;
            }
            boolean takes = position.captured(move) != null;
            boolean threatens = Settled.bestExchange(after, us) > 0;
            add(PinWay.LEAVE_WITH_CHECK, after.isCheck());
            add(PinWay.LEAVE_WITH_THREAT, !after.isCheck() && (takes || threatens));
            add(PinWay.WEAKNESS, !after.isCheck() && !takes && !threatens);
        }

        private boolean isBetween() {
            long way = Attacks.between(pin.pinner().ordinal(), pin.behind().ordinal());
            return (way & move.to().bit()) != 0;
        }

        private boolean drivesOff() {
            boolean hitBefore = Exchange.result(position, pin.pinner(), us) > 0;
            return Exchange.result(after, pin.pinner(), us) > 0 && !hitBefore;
        }

        private boolean guardsMore() {
            for (Square guarded : List.of(pin.pinned(), pin.behind())) {
                Piece man = position.pieceAt(guarded);
                if (man == null || man.type() == PieceType.KING) {
                    continue;
                }
                List<Square> old = Exchange.orderOfUse(position, guarded, us);
                for (Square guard : Exchange.orderOfUse(after, guarded, us)) {
                    Square was = guard == move.to() ? move.from() : guard;
                    if (!old.contains(was) && was != pin.pinned()) {
                        return true;
                    }
                }
            }
            return false;
        }

        private boolean pinsThePinner() {
            return Pin.of(after, us.opposite()).stream().anyMatch(held -> held.pinned() == pin.pinner())
                    && Pin.of(position, us.opposite()).stream().noneMatch(held -> held.pinned() == pin.pinner());
        }
    }
}
