package org.zeroply.task;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;

/**
 * What earns points.
 *
 * @param items in the order in which they are shown
 * @param rules by which version of the rules it is marked: {@link #RULES} for new papers, {@link #OLD_RULES} for those
 *     written before
 * @param counts how many different moves of the solver's count in a position, the first ones written; at least 1
 * @param replies how many different moves of the opponent's count in a position at least, the first ones written; two more
 *     than the solution has always count. By the old rules all do
 * @param candidates how many named candidates count in a task of kind {@link TaskKind#CANDIDATES}; 0 elsewhere
 * @param penalty what a choice costs that no item asks for; usually nothing
 * @param accepted moves of the solver's that are as good as those of the tree, by the coach's word
 * @param declared the total that the coach wrote down; null if none was
 */
public record Scheme(
        List<Item> items,
        int rules,
        int counts,
        int replies,
        int candidates,
        Points penalty,
        List<Accepted> accepted,
        @Nullable Points declared) {
    public static final int USUAL_COUNTS = 2;

    public static final int USUAL_REPLIES = 5;

    /** The rules of papers that do not say by which they are marked. */
    public static final int OLD_RULES = 1;

    public static final int RULES = 2;

    public static final Scheme EMPTY =
            new Scheme(List.of(), RULES, USUAL_COUNTS, USUAL_REPLIES, 0, Points.ZERO, List.of(), null);

    /**
     * A move of the solver's that was accepted beside the tree.
     *
     * @param node where it may be played
     * @param note why
     */
    public record Accepted(int node, Move move, String note) {}

    public Scheme {
        if (counts < 1) {
            throw new IllegalArgumentException("at least one move must count in a position, was " + counts);
        }
        if (replies < 1) {
            throw new IllegalArgumentException("at least one reply must count in a position, was " + replies);
        }
        if (rules < OLD_RULES || rules > RULES) {
            throw new IllegalArgumentException(
                    "the rules are those of version " + OLD_RULES + " to " + RULES + ", not " + rules);
        }
        if (candidates < 0) {
            throw new IllegalArgumentException("the number of candidates must not be negative, was " + candidates);
        }
        items = List.copyOf(items);
        accepted = List.copyOf(accepted);
    }

    public Scheme withItems(List<Item> next) {
        return new Scheme(next, rules, counts, replies, candidates, penalty, accepted, declared);
    }

    public Scheme withAccepted(List<Accepted> next) {
        return new Scheme(items, rules, counts, replies, candidates, penalty, next, declared);
    }

    public Scheme withCounts(int nextCounts, int nextCandidates) {
        return new Scheme(items, rules, nextCounts, replies, nextCandidates, penalty, accepted, declared);
    }

    public Scheme withPenalty(Points next) {
        return new Scheme(items, rules, counts, replies, candidates, next, accepted, declared);
    }

    public Scheme withDeclared(@Nullable Points next) {
        return new Scheme(items, rules, counts, replies, candidates, penalty, accepted, next);
    }

    /** The same under another version of the rules, with so many replies that count. */
    public Scheme withRules(int nextRules, int nextReplies) {
        return new Scheme(items, nextRules, counts, nextReplies, candidates, penalty, accepted, declared);
    }

    /** Whether it is marked by the rules of new papers. */
    boolean hasNewRules() {
        return rules > OLD_RULES;
    }

    public Stream<Want> wants() {
        return items.stream().flatMap(Item::wants);
    }

    /** Every item and every part of a group. */
    public Stream<Item> all() {
        return items.stream().flatMap(Item::all);
    }

    /** The moves that an item asks to choose. */
    public List<Move> choices() {
        return wants().flatMap(want ->
                        want instanceof Want.Choose choose ? Optional.of(choose.move()).stream() : Stream.empty())
                .distinct()
                .toList();
    }
}
