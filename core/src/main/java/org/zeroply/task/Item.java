package org.zeroply.task;

import java.util.List;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** One thing that a mark scheme gives points for, or a group of such things. */
public sealed interface Item {
    /** What the marked script calls it. */
    String label();

    /** What stands on this item; none where the points stand on the group around it, or on the parts. */
    Points points();

    /** Why it earns points, to show. */
    String reason();

    record Single(String label, Points points, String reason, Want want) implements Item {}

    /**
     * @param points none for {@link Way#SUM} and {@link Way#BEST}
     */
    record Group(String label, Points points, String reason, Way way, List<Item> parts) implements Item {
        public Group {
            parts = List.copyOf(parts);
        }
    }

    /** How the parts of a group count. */
    enum Way {
        /** Every part must be earned; the points stand on the group. */
        ALL,
        /** One part is enough; the points stand on the group. */
        ANY,
        /** The parts add; stands inside {@link #BEST}. */
        SUM,
        /** Only the best earned part counts. */
        BEST;

        /** Whether the parts carry the points, rather than the group. */
        public boolean isOfParts() {
            return this == SUM || this == BEST;
        }
    }

    /** Whether it is earned, where the points stand on the group: a part is enough or all are needed. */
    default boolean isMet(Predicate<Want> has) {
        return switch (this) {
            case Single single -> has.test(single.want());
            case Group group ->
                group.way() == Way.ALL
                        ? !group.parts().isEmpty() && group.parts().stream().allMatch(part -> part.isMet(has))
                        : group.parts().stream().anyMatch(part -> part.isMet(has));
        };
    }

    /** What a script earns that has what the test says. Having more never earns less. */
    default Points earned(Predicate<Want> has) {
        return switch (this) {
            case Single single -> isMet(has) ? single.points() : Points.ZERO;
            case Group group ->
                switch (group.way()) {
                    case ALL, ANY -> isMet(has) ? group.points() : Points.ZERO;
                    case SUM ->
                        group.parts().stream().map(part -> part.earned(has)).reduce(Points.ZERO, Points::plus);
                    case BEST ->
                        group.parts().stream()
                                .map(part -> part.earned(has))
                                .max(Points::compareTo)
                                .orElse(Points.ZERO);
                };
        };
    }

    /** Everything that it asks for, in order. */
    default Stream<Want> wants() {
        return switch (this) {
            case Single single -> Stream.of(single.want());
            case Group group -> group.parts().stream().flatMap(Item::wants);
        };
    }

    /** It and everything in it, groups before their parts. */
    default Stream<Item> all() {
        return switch (this) {
            case Single single -> Stream.of(single);
            case Group group ->
                Stream.concat(Stream.of(group), group.parts().stream().flatMap(Item::all));
        };
    }
}
