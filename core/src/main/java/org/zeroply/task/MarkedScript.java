package org.zeroply.task;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.zeroply.rules.Move;

/**
 * A script with what it earns and why.
 *
 * @param items as the scheme has them
 * @param lines the rows of the script
 * @param choice the move that was chosen; null for none
 * @param choiceFault why what was written as the choice is no move; null if it is one or nothing was written
 * @param lost what a wrong choice cost
 * @param points earned, the penalty taken off; never more than {@code outOf}
 * @param outOf the most that one script can earn
 * @param used the evidence that decided something
 */
public record MarkedScript(
        List<MarkedItem> items,
        List<MarkedLine> lines,
        @Nullable Move choice,
        WrittenLine.@Nullable Fault choiceFault,
        Points lost,
        Points points,
        Points outOf,
        List<MarkEvidence> used) {
    public MarkedScript {
        items = List.copyOf(items);
        lines = List.copyOf(lines);
        used = List.copyOf(used);
    }

    /**
     * An item of the scheme.
     *
     * @param isMet whether what it asks for is there; a part of a group can be met and count for nothing
     * @param earned the points that it adds to the total; for a part of a group, to the group
     * @param row the row that earned it, from 1; 0 for the choice, an answer, or none
     * @param reason why it was earned, or what was missing
     * @param parts of a group
     */
    public record MarkedItem(Item item, boolean isMet, Points earned, int row, String reason, List<MarkedItem> parts) {
        public MarkedItem {
            parts = List.copyOf(parts);
        }

        /**
         * The items that carry the points: this one, where they stand on the whole; otherwise the parts that count. Of equal
         * best parts the first one counts.
         */
        public Stream<MarkedItem> carriers() {
            if (!(item instanceof Item.Group group) || !group.way().isOfParts()) {
                return Stream.of(this);
            }
            return group.way() == Item.Way.SUM
                    ? parts.stream().flatMap(MarkedItem::carriers)
                    : best(MarkedItem::earned).stream().flatMap(MarkedItem::carriers);
        }

        /** The first of the parts that are worth the most. */
        private Optional<MarkedItem> best(Function<MarkedItem, Points> worth) {
            return parts.stream()
                    .reduce((one, other) -> worth.apply(other).compareTo(worth.apply(one)) > 0 ? other : one);
        }
    }

    /**
     * A row of the script.
     *
     * @param counted how many of the line's moves count
     * @param uncounted why the rest does not: an illegal move, or more moves than count in a position; empty if all do
     * @param leaves how many moves of the line go before it leaves the solution for good; the number of its moves if it does not
     * @param points of the items that this row earned
     */
    public record MarkedLine(WrittenLine line, int counted, String uncounted, int leaves, Points points) {
        /** Whether it goes on where the solution tree has nothing to say; the coach may judge it. */
        public boolean isOutside() {
            return leaves < counted;
        }
    }

    /** Points earned and possible by what they are given for. A group belongs to what its first part is for. */
    public Map<Skill, Sum> bySkill() {
        Map<Skill, Sum> sums = new EnumMap<>(Skill.class);
        items.forEach(item -> add(item, sums));
        return sums;
    }

    /** Points and what could have been earned. */
    public record Sum(Points points, Points outOf) {
        public static final Sum NONE = new Sum(Points.ZERO, Points.ZERO);

        public Sum plus(Sum other) {
            return new Sum(points.plus(other.points), outOf.plus(other.outOf));
        }

        public double share() {
            return points.shareOf(outOf);
        }
    }

    /** What was earned goes where the parts that count have it; what could have been, where the best part has it. */
    private static void add(MarkedItem marked, Map<Skill, Sum> sums) {
        marked.carriers().forEach(carrier -> put(carrier, new Sum(carrier.earned(), Points.ZERO), sums));
        possible(marked)
                .forEach(carrier ->
                        put(carrier, new Sum(Points.ZERO, carrier.item().earned(want -> true)), sums));
    }

    private static void put(MarkedItem carrier, Sum sum, Map<Skill, Sum> sums) {
        carrier.item().wants().findFirst().ifPresent(want -> sums.merge(want.skill(), sum, Sum::plus));
    }

    /** The items that would carry the points of a script that has everything. */
    private static Stream<MarkedItem> possible(MarkedItem marked) {
        if (!(marked.item() instanceof Item.Group group) || !group.way().isOfParts()) {
            return Stream.of(marked);
        }
        return group.way() == Item.Way.SUM
                ? marked.parts().stream().flatMap(MarkedScript::possible)
                : marked.best(part -> part.item().earned(want -> true)).stream().flatMap(MarkedScript::possible);
    }
}
