package org.zeroply.analysis;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceValues;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/**
 * Every check of one side with every legal reply, until no check is left, mate, or perpetual check.
 *
 * <p>Positions that come about in several ways are one, so a perpetual is a circle and not an endless line. Then the ends
 * are counted back: the checking side looks for mate first, then for checks without end, then for as many checks as it
 * can get; the other side wants the opposite. What was not reached within the limit is tried as the best and as the worst
 * for the checking side; only if both say the same is anything claimed.
 *
 * <p>Where the checks run out, those that only give material away are not counted: they lead neither to mate nor to checks
 * without end, so nobody would give them.
 */
public final class ChecksRunOut {
    /** How it ends with best play of both. */
    public enum End {
        MATE,
        PERPETUAL,
        RUN_OUT,
        /** The limit was reached before it was clear. */
        NOT_SETTLED
    }

    private static final int OPEN = -1;
    private static final int FIRST_STAGE = 250;

    private final List<Place> places = new ArrayList<>();
    private final Map<Long, Integer> index = new HashMap<>();
    private final Side checking;

    private End end = End.NOT_SETTLED;
    private int count;
    private int givenAway;
    private int explored;
    private final List<Move> line = new ArrayList<>();
    private final List<Square> kingPath = new ArrayList<>();
    private int[] ranks = {};

    /** A position with the checking side to move. */
    private static final class Place {
        final Position position;
        boolean expanded;
        final List<Check> checks = new ArrayList<>();

        Place(Position position) {
            this.position = position;
        }
    }

    /**
     * A check and every reply to it; none if it mates.
     *
     * @param givesAway whether it loses material on its square
     */
    public record Check(Move move, List<Reply> replies, boolean givesAway) {
        public Check {
            replies = List.copyOf(replies);
        }
    }

    /** A reply and the number of the place that it leads to. */
    public record Reply(Move move, int place) {}

    private ChecksRunOut(Side checking) {
        this.checking = checking;
    }

    /** Why the question cannot be asked for a side, or an empty text: it is not to move and stands in no position to. */
    public static String refusal(Position position, Side checking) {
        if (position.sideToMove() != checking && position.isCheck()) {
            return Words.of("checks.refused", Words.of("side." + position.sideToMove()));
        }
        return "";
    }

    /**
     * Goes over the checks on the calling thread. If the side is not to move, the other one passes first.
     *
     * @param most positions with the checking side to move that may be looked at
     * @throws IllegalArgumentException if {@link #refusal} has a reason
     */
    public static ChecksRunOut of(Position position, Side checking, int most, Cancel cancel) {
        if (!refusal(position, checking).isEmpty()) {
            throw new IllegalArgumentException(refusal(position, checking));
        }
        ChecksRunOut answer = new ChecksRunOut(checking);
        answer.place(position.sideToMove() == checking ? position : position.play(Move.PASS));
        // A short answer is found before much has been looked at.
        for (int stage = Math.min(FIRST_STAGE, most); ; stage = Math.min(4 * stage, most)) {
            boolean all = answer.explore(stage, cancel);
            answer.judge();
            if (answer.end != End.NOT_SETTLED || all || stage == most || cancel.isRequested()) {
                return answer;
            }
        }
    }

    public End end() {
        return end;
    }

    /** Checks until the end on the main line; for a perpetual, those until the first position comes back. */
    public int count() {
        return count;
    }

    /** The main line: the checking side's best checks, the best replies. */
    public List<Move> line() {
        return List.copyOf(line);
    }

    /** How many checks along the main line are left out since they only give material away. */
    public int givenAway() {
        return givenAway;
    }

    /** Where the king that is checked stands along the main line, its first square first. */
    public List<Square> kingPath() {
        return List.copyOf(kingPath);
    }

    /** Different positions with the checking side to move. */
    public int size() {
        return places.size();
    }

    /** Whether the checks of a place have been looked at; the answer may be clear before all have. */
    public boolean isExplored(int place) {
        return places.get(place).expanded;
    }

    public Position position(int place) {
        return places.get(place).position;
    }

    /** The checks of a place, the first being the one of the beginning. */
    public List<Check> checks(int place) {
        return List.copyOf(places.get(place).checks);
    }

    /** The answer in one line: "3 checks, then none; the king rests on d6". */
    public String text() {
        Square rest = kingPath.getLast();
        return switch (end) {
            case MATE -> Words.of("checks.mate", count);
            case PERPETUAL -> Words.of("checks.perpetual");
            case RUN_OUT -> {
                if (count == 0) {
                    yield Words.of(givenAway == 0 ? "checks.none" : "checks.noSound", Words.of("side." + checking));
                }
                yield Words.of(count == 1 ? "checks.one" : "checks.runOut", count, rest);
            }
            case NOT_SETTLED -> Words.of("checks.notSettled", places.size());
        };
    }

    // ---- the tree

    /** Whether nothing is left to explore. */
    private boolean explore(int most, Cancel cancel) {
        for (; explored < places.size() && explored < most && !cancel.isRequested(); explored++) {
            Place here = places.get(explored);
            for (Move move : here.position.legalMoves()) {
                Position after = here.position.play(move);
                if (!after.isCheck()) {
                    continue;
                }
                List<Reply> replies = new ArrayList<>();
                for (Move reply : after.legalMoves()) {
                    replies.add(new Reply(reply, place(after.play(reply))));
                }
                here.checks.add(new Check(move, replies, givesAway(here.position, move, after)));
            }
            here.expanded = true;
        }
        return explored == places.size();
    }

    private static boolean givesAway(Position before, Move move, Position after) {
        Piece taken = before.captured(move);
        int won = taken == null ? 0 : PieceValues.of(taken.type());
        return Exchange.result(after, move.to(), after.sideToMove()) > won;
    }

    private int place(Position position) {
        return index.computeIfAbsent(position.key(), key -> {
            places.add(new Place(position));
            return places.size() - 1;
        });
    }

    // ---- the ends

    private void judge() {
        int[] mates = mates();
        if (mates[0] != OPEN) {
            settle(End.MATE, mates);
            return;
        }
        int[] atWorst = runOuts(mates, true, check -> false);
        int[] atBest = runOuts(mates, false, check -> false);
        if (atBest[0] != OPEN) {
            settle(End.RUN_OUT, runOuts(mates, false, Check::givesAway));
        } else if (atWorst[0] == OPEN) {
            settle(End.PERPETUAL, atWorst);
        } else if (kingPath.isEmpty()) {
            kingPath.add(places.getFirst().position.king(checking.opposite()));
        }
    }

    /** In how many checks each place is mate, whatever is replied. */
    private int[] mates() {
        int[] mates = new int[places.size()];
        Arrays.fill(mates, OPEN);
        boolean changed = true;
        for (int round = 1; changed; round++) {
            changed = false;
            List<Integer> fresh = new ArrayList<>();
            for (int at = 0; at < mates.length; at++) {
                if (mates[at] == OPEN
                        && places.get(at).checks.stream()
                                .anyMatch(check ->
                                        check.replies().stream().allMatch(reply -> mates[reply.place()] != OPEN))) {
                    fresh.add(at);
                }
            }
            for (int at : fresh) {
                mates[at] = round;
                changed = true;
            }
        }
        return mates;
    }

    /**
     * How many checks each place has at most before they run out; OPEN where they need not.
     *
     * @param unexploredEnds whether they run out at places that were not looked at
     * @param leftOut checks that do not count
     */
    private int[] runOuts(int[] mates, boolean unexploredEnds, Predicate<Check> leftOut) {
        int[] left = new int[places.size()];
        Arrays.fill(left, OPEN);
        boolean changed = true;
        for (int round = 0; changed; round++) {
            changed = false;
            List<Integer> fresh = new ArrayList<>();
            for (int at = 0; at < left.length; at++) {
                Place here = places.get(at);
                boolean ends = here.expanded
                        ? here.checks.stream().allMatch(check -> leftOut.test(check) || escapes(check, left))
                        : unexploredEnds;
                if (left[at] == OPEN && mates[at] == OPEN && ends) {
                    fresh.add(at);
                }
            }
            for (int at : fresh) {
                left[at] = round;
                changed = true;
            }
        }
        return left;
    }

    private static boolean escapes(Check check, int[] left) {
        return check.replies().stream().anyMatch(reply -> left[reply.place()] != OPEN);
    }

    // ---- the main line

    private void settle(End found, int[] values) {
        end = found;
        ranks = values;
        Side king = checking.opposite();
        kingPath.clear();
        Set<Integer> seen = new HashSet<>();
        int at = 0;
        kingPath.add(places.getFirst().position.king(king));
        while (seen.add(at)) {
            if (found == End.RUN_OUT) {
                givenAway += (int)
                        places.get(at).checks.stream().filter(Check::givesAway).count();
            }
            Check best = bestCheck(places.get(at));
            if (best == null) {
                break;
            }
            count++;
            line.add(best.move());
            Reply reply = bestReply(best);
            if (reply == null) {
                break;
            }
            line.add(reply.move());
            at = reply.place();
            Square now = places.get(at).position.king(king);
            if (now != kingPath.getLast()) {
                kingPath.add(now);
            }
        }
    }

    private @Nullable Check bestCheck(Place here) {
        Check best = null;
        int bestValue = 0;
        for (Check check : here.checks) {
            if (end == End.RUN_OUT && check.givesAway()) {
                continue;
            }
            int value = value(check);
            if (best == null || value > bestValue) {
                best = check;
                bestValue = value;
            }
        }
        return best;
    }

    /** The worth of a check for the checking side, the higher the better, within the end that was found. */
    private int value(Check check) {
        Reply reply = bestReply(check);
        return reply == null ? Integer.MAX_VALUE : worth(reply);
    }

    private @Nullable Reply bestReply(Check check) {
        Reply best = null;
        for (Reply reply : check.replies()) {
            if (best == null || worth(reply) < worth(best)) {
                best = reply;
            }
        }
        return best;
    }

    private int worth(Reply reply) {
        int rank = ranks[reply.place()];
        return switch (end) {
            // The sooner mate comes, the better; a place without mate is worst.
            case MATE -> rank == OPEN ? Integer.MIN_VALUE : -rank;
            case PERPETUAL -> rank == OPEN ? 1 : 0;
            case RUN_OUT -> rank == OPEN ? Integer.MAX_VALUE : rank;
            case NOT_SETTLED -> 0;
        };
    }
}
