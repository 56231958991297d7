package org.zeroply.defence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.zeroply.defence.Preparation.Needed;
import org.zeroply.defence.Preparation.Order;
import org.zeroply.defence.Preparation.Trial;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Attacks;
import org.zeroply.rules.Exchange;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.CalculatedLine;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/** Works out of a set of quiet moves what each of them is needed for, which orders work, and how it fares against best replies. */
final class Preparing {
    private static final int MOST_ORDERS = 24;
    private static final int MOST_RECAPTURES = 3;
    private static final long NODES = 12_000;

    private final Position position;
    private final Wish wish;
    private final Drops.Judge judge;
    private final Language language;
    private final Cancel cancel;
    private final Side us;

    Preparing(Position position, Wish wish, Drops.Judge judge, Language language, Cancel cancel) {
        this.position = position;
        this.wish = wish;
        this.judge = judge;
        this.language = language;
        this.cancel = cancel;
        us = position.sideToMove();
    }

    Preparation of(List<Move> set) {
        List<Order> orders = orders(set);
        Optional<Order> first = orders.stream().filter(Order::works).findFirst();
        List<Move> order = first.map(Order::moves).orElse(set);
        List<Needed> needed = new ArrayList<>();
        for (Move move : order) {
            needed.add(new Needed(move, why(order, move)));
        }
        return new Preparation(
                needed, orders, first.map(works -> trial(works.moves())).orElse(null));
    }

    // ---- what each is needed for

    /** The position after moves of one's own, the other side passing; null if one of them is not possible. */
    private @Nullable Position after(List<Move> moves) {
        Position here = position;
        for (Move move : moves) {
            if (!here.isLegal(move)) {
                return null;
            }
            Position next = here.play(move);
            if (next.isCheck()) {
                return null;
            }
            here = next.play(Move.PASS);
        }
        return here;
    }

    private String why(List<Move> set, Move move) {
        List<Move> others = new ArrayList<>(set);
        others.remove(move);
        Position without = after(others);
        Position with = after(set);
        if (without == null || with == null) {
            return Words.of("need.possible.other");
        }
        Move wishThen = wish.in(with).orElse(null);
        Move wishNow = wish.in(without).orElse(null);
        if (wishThen == null || wishNow == null) {
            return Words.of("need.possible", wish.text(language));
        }
        Drops drops = judge.of(without, wishNow);
        Position end = with.play(wishThen);
        List<String> reasons = new ArrayList<>();
        for (Drops.Hanging hanging : drops.hanging()) {
            reasons.add(keeps(end, move, hanging.man(), without.play(wishNow)));
        }
        Position open = without.play(wishNow);
        drops.mates().stream()
                .limit(1)
                .forEach(mate -> reasons.add(Words.of("need.mate", San.write(open, mate, language))));
        drops.forks().stream()
                .limit(1)
                .forEach(fork -> reasons.add(Words.of("need.fork", San.write(open, fork, language))));
        return reasons.isEmpty() ? Words.of("need.together") : String.join("; ", reasons);
    }

    /** How a move keeps a man from being lost that hangs without it. */
    private String keeps(Position end, Move move, Square man, Position without) {
        if (move.from() == man) {
            return Words.of("need.leaves", Telling.named(without, man));
        }
        List<Square> guards = Exchange.orderOfUse(end, man, us);
        if (guards.contains(move.to())) {
            return Words.of("need.guard", Words.of("nth." + Math.min(guards.size(), 5)), man);
        }
        List<Square> fewer = Exchange.orderOfUse(without, man, us);
        for (Square guard : guards) {
            if (!fewer.contains(guard)) {
                return Words.of("need.opens", Telling.named(end, guard), man);
            }
        }
        for (Square attacker : without.attackers(man, us.opposite())) {
            if ((Attacks.between(attacker.ordinal(), man.ordinal()) & move.to().bit()) != 0) {
                return Words.of("need.shut", Telling.named(without, attacker));
            }
        }
        return Words.of("need.keeps", Telling.named(without, man));
    }

    // ---- orders

    private List<Order> orders(List<Move> set) {
        List<List<Move>> permutations = new ArrayList<>();
        permute(new ArrayList<>(), set, permutations);
        List<Order> orders = new ArrayList<>();
        for (List<Move> moves : permutations) {
            orders.add(new Order(moves, fault(moves)));
        }
        orders.sort(Comparator.comparing(order -> !order.works()));
        return orders;
    }

    private static void permute(List<Move> chosen, List<Move> set, List<List<Move>> found) {
        if (chosen.size() == set.size()) {
            found.add(List.copyOf(chosen));
            return;
        }
        for (Move move : set) {
            if (!chosen.contains(move) && found.size() < MOST_ORDERS) {
                chosen.add(move);
                permute(chosen, set, found);
                chosen.removeLast();
            }
        }
    }

    /** Why an order does not work; empty if it does. */
    private String fault(List<Move> moves) {
        Position here = position;
        for (Move move : moves) {
            if (!here.isLegal(move)) {
                return Words.of("order.impossible", Readiness.name(here, move, language));
            }
            String name = San.write(here, move, language);
            Position next = here.play(move);
            if (next.isCheck()) {
                return Words.of("order.check", name);
            }
            List<Drops.Hanging> hanging = judge.hanging(next, move.to(), 0);
            if (!hanging.isEmpty()) {
                return Words.of(
                        "order.hangs",
                        name,
                        Telling.named(next, hanging.getFirst().man()));
            }
            List<Move> mates = judge.mates(next);
            if (!mates.isEmpty()) {
                return Words.of("order.mate", name, San.write(next, mates.getFirst(), language));
            }
            here = next.play(Move.PASS);
        }
        return wish.in(here).isPresent() ? "" : Words.of("order.impossible", wish.text(language));
    }

    // ---- against best replies

    /** Plays the set in order; what is taken is taken back before the next move of the set. */
    private @Nullable Trial trial(List<Move> moves) {
        List<Move> line = new ArrayList<>();
        Position here = position;
        double expected = new Looks(position, cancel).expected(NODES);
        for (Move move : moves) {
            Move next = move;
            for (int taken = 0; taken <= MOST_RECAPTURES && next != null; taken++) {
                if (cancel.isWished()) {
                    return null;
                }
                if (!here.isLegal(next)) {
                    return new Trial(line, Words.of("trial.impossible", Readiness.name(here, next, language)));
                }
                Looks looks = new Looks(here, cancel);
                CalculatedLine best = looks.after(next, NODES);
                line.add(next);
                if (best.moves().size() < 2) {
                    return new Trial(line, "");
                }
                Move reply = best.moves().get(1);
                line.add(reply);
                if (looks.costs(best, expected)) {
                    return new Trial(line, Words.of("trial.spoils", San.write(here.play(next), reply, language)));
                }
                expected = Math.max(expected, best.verdict().expectedFor(us));
                boolean captured = here.play(next).isCapture(reply);
                here = here.play(next).play(reply);
                next = captured ? recapture(here, reply.to()) : null;
            }
        }
        Optional<Move> wished = wish.in(here);
        if (wished.isEmpty()) {
            return new Trial(line, Words.of("trial.impossible", wish.text(language)));
        }
        Drops drops = judge.of(here, wished.get());
        line.add(wished.get());
        return new Trial(
                line,
                drops.isNothing() ? "" : Words.of("trial.drops", Telling.of(drops, here.play(wished.get()), language)));
    }

    /** The cheapest way to take back, if that wins something; else null. */
    private @Nullable Move recapture(Position here, Square square) {
        if (Exchange.result(here, square, us) == 0) {
            return null;
        }
        List<Square> takers = Exchange.orderOfUse(here, square, us);
        return here.legalMoves().stream()
                .filter(move -> move.to() == square && takers.contains(move.from()))
                .min(Comparator.comparingInt(move -> takers.indexOf(move.from())))
                .orElse(null);
    }
}
