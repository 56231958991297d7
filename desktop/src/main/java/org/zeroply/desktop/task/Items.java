package org.zeroply.desktop.task;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.function.Predicate;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.gametree.GameTree;
import org.zeroply.task.Item;
import org.zeroply.task.Points;
import org.zeroply.task.SchemeRows;
import org.zeroply.task.Task;
import org.zeroply.task.Want;

/** Edits of the items of a mark scheme. */
final class Items {
    private Items() {}

    /** The items that are kept, and of groups the parts that are; a group without parts goes. */
    static List<Item> keep(List<Item> items, Predicate<Item> isKept) {
        List<Item> kept = new ArrayList<>();
        for (Item item : items) {
            if (!isKept.test(item)) {
                continue;
            }
            if (item instanceof Item.Group group) {
                List<Item> parts = keep(group.parts(), isKept);
                if (!parts.isEmpty()) {
                    kept.add(new Item.Group(group.label(), group.points(), group.reason(), group.way(), parts));
                }
            } else {
                kept.add(item);
            }
        }
        return kept;
    }

    /** The items with one replaced, wherever it stands; the very same object is looked for. */
    @SuppressWarnings("ReferenceEquality")
    static List<Item> replace(List<Item> items, Item old, Item fresh) {
        List<Item> next = new ArrayList<>();
        for (Item item : items) {
            if (item == old) {
                next.add(fresh);
            } else if (item instanceof Item.Group group) {
                next.add(new Item.Group(
                        group.label(),
                        group.points(),
                        group.reason(),
                        group.way(),
                        replace(group.parts(), old, fresh)));
            } else {
                next.add(item);
            }
        }
        return next;
    }

    @SuppressWarnings("ReferenceEquality")
    static List<Item> remove(List<Item> items, Item gone) {
        return keep(items, item -> item != gone);
    }

    private static boolean isOfMove(Item item, int node) {
        return switch (item instanceof Item.Single single ? single.want() : null) {
            case Want.Find find -> find.node() == node;
            case Want.Consider consider -> consider.node() == node;
            case null, default -> false;
        };
    }

    /** The items with other points for the move of a node; in a group whose points stand on the whole, on the whole. */
    static List<Item> withPoints(Task task, int node, Points points, String name) {
        List<Item> items = task.scheme().items();
        if (points.isZero()) {
            return keep(items, item -> !isOfMove(item, node));
        }
        boolean there = task.scheme().all().anyMatch(item -> isOfMove(item, node));
        if (there) {
            return items.stream().map(item -> withPoints(item, node, points)).toList();
        }
        boolean own = task.solution().positionAt(node).sideToMove() != task.solver();
        List<Item> next = new ArrayList<>(items);
        next.add(new Item.Single(name, points, "", own ? new Want.Find(node) : new Want.Consider(node)));
        next.sort((one, other) -> Integer.compare(order(task, one), order(task, other)));
        return next;
    }

    private static Item withPoints(Item item, int node, Points points) {
        return switch (item) {
            case Item.Single single ->
                isOfMove(single, node)
                        ? new Item.Single(single.label(), points, single.reason(), single.want())
                        : single;
            case Item.Group group -> {
                boolean inside = group.all().anyMatch(part -> isOfMove(part, node));
                if (!inside) {
                    yield group;
                }
                yield group.way().isOfParts()
                        ? new Item.Group(
                                group.label(),
                                group.points(),
                                group.reason(),
                                group.way(),
                                group.parts().stream()
                                        .map(part -> withPoints(part, node, points))
                                        .toList())
                        : new Item.Group(group.label(), points, group.reason(), group.way(), group.parts());
            }
        };
    }

    /** Where the first node of an item comes in the reading order of the tree; what hangs nowhere comes first. */
    private static int order(Task task, Item item) {
        return item.wants()
                .map(Want::place)
                .filter(OptionalInt::isPresent)
                .mapToInt(node -> order(task.solution(), node.getAsInt()))
                .min()
                .orElse(-1);
    }

    private static int order(GameTree tree, int node) {
        return SchemeRows.order(tree).indexOf(node);
    }

    /**
     * The items with some of them put into one group. Points of the parts go to the group where they stand on the whole: the
     * largest of them.
     */
    static List<Item> group(List<Item> items, List<Item> parts, Item.Way way, String label) {
        if (parts.isEmpty()) {
            return items;
        }
        Points most = parts.stream()
                .map(part -> part.earned(want -> true))
                .max(Points::compareTo)
                .orElse(Points.ZERO);
        List<Item> inside = way.isOfParts()
                ? parts
                : parts.stream().map(Items::withoutPoints).toList();
        Item.Group group = new Item.Group(label, way.isOfParts() ? Points.ZERO : most, "", way, inside);
        List<Item> next = new ArrayList<>();
        boolean put = false;
        for (Item item : items) {
            if (!parts.contains(item)) {
                next.add(item);
            } else if (!put) {
                next.add(group);
                put = true;
            }
        }
        return next;
    }

    private static Item withoutPoints(Item item) {
        return switch (item) {
            case Item.Single single -> new Item.Single(single.label(), Points.ZERO, single.reason(), single.want());
            case Item.Group group ->
                new Item.Group(
                        group.label(),
                        Points.ZERO,
                        group.reason(),
                        group.way().isOfParts() ? Item.Way.ANY : group.way(),
                        group.parts().stream().map(Items::withoutPoints).toList());
        };
    }

    /** The items with a group taken apart; parts without points get those of the group. */
    static List<Item> ungroup(List<Item> items, Item.Group group) {
        List<Item> next = new ArrayList<>();
        for (Item item : items) {
            if (item.equals(group)) {
                for (Item part : group.parts()) {
                    next.add(
                            part instanceof Item.Single single
                                            && single.points().isZero()
                                    ? new Item.Single(single.label(), group.points(), single.reason(), single.want())
                                    : part);
                }
            } else {
                next.add(item);
            }
        }
        return next;
    }

    /** What a mark is given for, in a word; with how its group counts. */
    static String kind(SchemeRows.MarkCell cell) {
        Want want = cell.item().want();
        String word = Texts.of(
                switch (want) {
                    case Want.Survive survive -> "want.SURVIVE";
                    case Want.Consider consider when consider.isVerdictEnough() -> "want.considerOrJudge";
                    default -> "want." + want.skill();
                });
        return cell.group() == null ? word : Texts.of("way." + cell.group().way()) + " \u00b7 " + word;
    }

    /** What a mark is worth; where the points stand on its group, the first part has them. */
    static String points(SchemeRows.MarkCell cell) {
        Item.Group group = cell.group();
        if (group == null || group.way().isOfParts()) {
            return cell.item().points().toString();
        }
        return cell.isFirst() ? group.points().toString() : Texts.of("way.next." + group.way());
    }
}
