package org.zeroply.defence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
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
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.search.CalculatedLine;
import org.zeroply.search.Known;
import org.zeroply.words.Words;
import org.zeroply.work.Cancel;

/** Works out of a set of quiet moves what each of them is needed for, which orders work, and how it fares against best replies. */
final class Preparing {
    private static final int MOST_ORDERS = 24;

    /** So many replies at most are answered by other moves than those of the set. */
    private static final int MOST_ANSWERS = 3;

    private static final long NODES = 10_000;

    private final Position position;
    private final Wish wish;
    private final Drops.Judge judge;
    private final Language language;
    private final Known known;
    private final Cancel cancel;
    private final Side us;

    Preparing(Position position, Wish wish, Drops.Judge judge, Language language, Known known, Cancel cancel) {
        this.known = known;
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
        return new Preparation(needed, orders, first.isEmpty() ? null : trial(order));
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
        if (drops.stalemate()) {
            reasons.add(Words.of("need.stalemate"));
        }
        Drops.Longer longer = drops.longer();
        if (longer != null) {
            reasons.add(Words.of("need.longer", San.write(open, longer.line().getFirst(), language)));
        }
        return reasons.isEmpty() ? Words.of("need.together") : String.join("; ", reasons);
    }

    /** How a move keeps a man from being lost that hangs without it. */
    private String keeps(Position end, Move move, Square man, Position without) {
        if (move.from() == man) {
            return Words.of("need.leaves", DropsText.named(without, man));
        }
        List<Square> guards = Exchange.orderOfUse(end, man, us);
        if (guards.contains(move.to())) {
            return Words.of("need.guard", Words.of("nth." + Math.min(guards.size(), 5)), man);
        }
        List<Square> fewer = Exchange.orderOfUse(without, man, us);
        for (Square guard : guards) {
            if (!fewer.contains(guard)) {
                return Words.of("need.opens", DropsText.named(end, guard), man);
            }
        }
        for (Square attacker : without.attackers(man, us.opposite())) {
            if ((Attacks.between(attacker.ordinal(), man.ordinal()) & move.to().bit()) != 0) {
                return Words.of("need.shut", DropsText.named(without, attacker));
            }
        }
        return Words.of("need.keeps", DropsText.named(without, man));
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
                        DropsText.named(next, hanging.getFirst().man()));
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

    /** How a set fares; null if it was stopped. */
    private @Nullable Trial trial(List<Move> moves) {
        Trial trial = new Trying().run(moves);
        return cancel.isRequested() ? null : trial;
    }

    /**
     * Plays a set in order and then the move. A reply that would spoil the next of them is answered first by the best move
     * there is, a few times at most.
     */
    private final class Trying {
        private final List<Move> line = new ArrayList<>();
        private Position here = position;
        private int answers;

        Trial run(List<Move> moves) {
            List<String> names = Readiness.names(position, moves, language);
            for (int i = 0; i < moves.size(); i++) {
                Piece man = Plan.after(position, moves.subList(0, i))
                        .pieceAt(moves.get(i).from());
                Trial ended = play(moves.get(i), man, names.get(i));
                if (ended != null) {
                    return ended;
                }
            }
            return wished();
        }

        /** Plays a move of the set, after answers where they are needed; null if it could be played. */
        private @Nullable Trial play(Move move, @Nullable Piece man, String name) {
            while (true) {
                if (!here.isLegal(move) || !Objects.equals(here.pieceAt(move.from()), man)) {
                    return impossible(name);
                }
                FixedEffortSearch looks = new FixedEffortSearch(here, known, cancel);
                CalculatedLine best = looks.after(move, NODES);
                String fault = fault(here, best, looks);
                if (fault.isEmpty() && best.moves().size() < 2) {
                    line.add(move);
                    return new Trial(line, "");
                }
                if (fault.isEmpty()) {
                    go(best);
                    return null;
                }
                if (!answered(looks, move)) {
                    line.addAll(best.moves().subList(0, 2));
                    return new Trial(line, fault);
                }
            }
        }

        private Trial wished() {
            while (true) {
                Optional<Move> move = wish.in(here);
                if (move.isEmpty()) {
                    return impossible(wish.text(language));
                }
                String fault = fault(here, move.get());
                if (fault.isEmpty() || !answered(new FixedEffortSearch(here, known, cancel), move.get())) {
                    line.add(move.get());
                    return new Trial(line, fault);
                }
            }
        }

        private Trial impossible(String name) {
            return new Trial(line, Words.of("trial.impossible", name));
        }

        /** Plays the best move in place of one that a reply has made bad; false where that is of no use any more. */
        private boolean answered(FixedEffortSearch looks, Move instead) {
            if (line.isEmpty() || answers == MOST_ANSWERS) {
                return false;
            }
            CalculatedLine answer = looks.best(NODES);
            if (answer.moves().size() < 2 || answer.first().equals(instead) || judge.spoils(answer, here)) {
                return false;
            }
            answers++;
            go(answer);
            return true;
        }

        /** A move and its reply. */
        private void go(CalculatedLine best) {
            line.addAll(best.moves().subList(0, 2));
            here = here.play(best.first()).play(best.moves().get(1));
        }
    }

    /** What the move drops at the end; empty for nothing. */
    private String fault(Position here, Move move) {
        Drops drops = judge.of(here, move);
        return drops.isNothing() ? "" : Words.of("trial.drops", DropsText.of(drops, here.play(move), language));
    }

    /** What the best reply to a move of the set does; empty if it spoils nothing. */
    private String fault(Position here, CalculatedLine best, FixedEffortSearch looks) {
        if (best.moves().size() < 2 || !judge.spoils(best, here)) {
            return "";
        }
        String reply = San.write(here.play(best.first()), best.moves().get(1), language);
        return Words.of("trial.spoils", reply, harm(looks, best));
    }

    private static String harm(FixedEffortSearch looks, CalculatedLine line) {
        int lost = looks.lost(line);
        return looks.isMated(line)
                ? Words.of("harm.mate")
                : lost > 0 ? Words.of("harm.lost", lost) : line.verdict().text();
    }
}
