package org.zeroply.defence;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
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
    private static final Trial NOT_ANSWERED = new Trial(List.of(), "");

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
            return Words.of("need.possible", wish.text(with, language));
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
            int attackers = Exchange.orderOfUse(end, man, us.opposite()).size();
            return Words.of("need.guard", man, times(guards.size()), times(attackers));
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

    private static String times(int count) {
        return Words.of("times", count);
    }

    // ---- orders

    private List<Order> orders(List<Move> set) {
        List<List<Move>> permutations = new ArrayList<>();
        permute(new ArrayList<>(), set, permutations);
        List<Order> orders = new ArrayList<>();
        for (List<Move> moves : permutations) {
            orders.add(new Order(moves, fault(moves, names(set))));
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

    /** What the moves of a set are called in the order in which it was found. */
    private Map<Move, String> names(List<Move> set) {
        Map<Move, String> names = new HashMap<>();
        Position here = position;
        for (Move move : set) {
            names.put(move, Readiness.name(here, move, language));
            here = here.isLegal(move) ? here.play(move).play(Move.PASS) : here;
        }
        return names;
    }

    /** Why an order does not work; empty if it does. */
    private String fault(List<Move> moves, Map<Move, String> names) {
        Position here = position;
        for (Move move : moves) {
            if (!here.isLegal(move)) {
                return Words.of("order.impossible", names.getOrDefault(move, move.toString()));
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
     * Plays a set in order and then the move. What the other side takes is retaken first where that gains. A reply that would
     * spoil the next move is answered first by the best move there is, a few times at most; if that takes a move of the set
     * back, the set has come to nothing.
     */
    private final class Trying {
        private final List<Move> line = new ArrayList<>();
        private final Set<Square> placed = new HashSet<>();
        private Position here = position;
        private Position before = position;
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
                Trial ended = retaken(move);
                if (ended != null) {
                    return ended;
                }
                if (!here.isLegal(move) || !Objects.equals(here.pieceAt(move.from()), man)) {
                    return impossible(name);
                }
                FixedEffortSearch looks = new FixedEffortSearch(here, known, cancel);
                CalculatedLine best = looks.after(move, NODES);
                String fault = fault(here, best);
                if (fault.isEmpty() && best.moves().size() < 2) {
                    line.add(move);
                    return new Trial(line, "");
                }
                if (fault.isEmpty()) {
                    placed.remove(move.from());
                    placed.add(move.to());
                    go(best);
                    return null;
                }
                Trial undone = answered(looks, move);
                if (undone != null) {
                    return undone.why().isEmpty() ? new Trial(joined(best), fault) : undone;
                }
            }
        }

        private List<Move> joined(CalculatedLine best) {
            List<Move> whole = new ArrayList<>(line);
            whole.addAll(best.moves().subList(0, Math.min(2, best.moves().size())));
            return whole;
        }

        private Trial wished() {
            while (true) {
                Move move = wish.in(here).orElse(null);
                Trial ended = retaken(move);
                if (ended != null) {
                    return ended;
                }
                move = wish.in(here).orElse(null);
                if (move == null) {
                    return impossible(wish.text(language));
                }
                String fault = fault(here, move);
                FixedEffortSearch looks = new FixedEffortSearch(here, known, cancel);
                Trial undone = fault.isEmpty() ? NOT_ANSWERED : answered(looks, move);
                if (undone != null) {
                    List<Move> whole = new ArrayList<>(line);
                    whole.add(move);
                    return undone.why().isEmpty() ? new Trial(whole, fault) : undone;
                }
            }
        }

        private Trial impossible(String name) {
            return new Trial(line, Words.of("trial.impossible", name));
        }

        /**
         * Takes back what the last reply has taken, and again if something was taken in turn, unless the move that is to come
         * does so; null if the way is free, else how it ends.
         */
        private @Nullable Trial retaken(@Nullable Move next) {
            while (!line.isEmpty() && !cancel.isRequested()) {
                Move reply = line.getLast();
                boolean open = before.isCapture(reply) && Exchange.result(here, reply.to(), us) > 0;
                if (!open || next != null && next.to() == reply.to()) {
                    return null;
                }
                List<Move> takes = here.legalMoves().stream()
                        .filter(move -> move.to() == reply.to())
                        .toList();
                if (takes.isEmpty()) {
                    return null;
                }
                FixedEffortSearch looks = new FixedEffortSearch(here, known, cancel);
                CalculatedLine best = takes.stream()
                        .map(move -> looks.after(move, NODES / takes.size()))
                        .min(CalculatedLine.bestFirst(us))
                        .orElseThrow();
                if (best.moves().size() < 2) {
                    return new Trial(joined(best), "");
                }
                placed.remove(best.first().from());
                go(best);
            }
            return null;
        }

        /**
         * Plays the best move in place of one that a reply has made bad; null if that was done, {@link #NOT_ANSWERED} where it is
         * of no use any more, and how it ends if it takes back a move of the set.
         */
        private @Nullable Trial answered(FixedEffortSearch looks, Move instead) {
            if (line.isEmpty() || answers == MOST_ANSWERS) {
                return NOT_ANSWERED;
            }
            CalculatedLine answer = looks.best(NODES);
            if (answer.moves().size() < 2 || answer.first().equals(instead) || judge.spoils(answer, here)) {
                return NOT_ANSWERED;
            }
            Move move = answer.first();
            if (placed.contains(move.from()) && !here.isCapture(move)) {
                List<Move> whole = new ArrayList<>(line);
                whole.add(move);
                return new Trial(whole, Words.of("trial.undone", San.write(here, move, language)));
            }
            answers++;
            go(answer);
            return null;
        }

        /** A move and its reply. */
        private void go(CalculatedLine best) {
            line.addAll(best.moves().subList(0, 2));
            before = here.play(best.first());
            here = before.play(best.moves().get(1));
        }
    }

    /** What the move drops at the end, or the whole line has cost by then; empty for nothing. */
    private String fault(Position here, Move move) {
        CalculatedLine line = judge.calculated(here, move);
        Drops drops = judge.of(here, move, () -> line);
        return drops.isNothing()
                ? fault(here, line)
                : Words.of("trial.drops", DropsText.of(drops, here.play(move), language));
    }

    /** What the best reply to a move of the set does; empty if it spoils nothing. */
    private String fault(Position here, CalculatedLine best) {
        if (best.moves().size() < 2 || !judge.spoils(best, here)) {
            return "";
        }
        String reply = San.write(here.play(best.first()), best.moves().get(1), language);
        return Words.of("trial.spoils", reply, harm(best, here));
    }

    private String harm(CalculatedLine line, Position from) {
        Drops.Longer longer = judge.longer(line, from);
        if (longer == null) {
            return line.verdict().text();
        }
        return longer.pawns() == 0 ? Words.of("harm.mate") : Words.of("harm.lost", longer.pawns());
    }
}
