package org.zeroply.desktop.ledger;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.zeroply.ledger.Section;

/**
 * How a coach wants the sections of the ledger: in which order, which not at all, and which closed.
 *
 * @param order every section once
 */
public record SectionChoice(List<Section> order, Set<Section> hidden, Set<Section> closed) {
    /** All sections, in their own order, closed: what matters first stands above them. */
    public static final SectionChoice USUAL =
            new SectionChoice(Arrays.asList(Section.values()), Set.of(), EnumSet.allOf(Section.class));

    public SectionChoice {
        order = List.copyOf(order);
        hidden = Set.copyOf(hidden);
        closed = Set.copyOf(closed);
        if (order.size() != Section.values().length
                || !EnumSet.allOf(Section.class).equals(Set.copyOf(order))) {
            throw new IllegalArgumentException("the order names every section once, was " + order);
        }
    }

    /** The sections to show, in order. */
    public List<Section> shown() {
        return order.stream().filter(section -> !hidden.contains(section)).toList();
    }

    public SectionChoice allOpen() {
        return new SectionChoice(order, hidden, Set.of());
    }

    public SectionChoice allClosed() {
        return new SectionChoice(order, hidden, EnumSet.allOf(Section.class));
    }

    public SectionChoice toggleClosed(Section section) {
        return new SectionChoice(order, hidden, toggled(closed, section));
    }

    public SectionChoice toggleHidden(Section section) {
        return new SectionChoice(order, toggled(hidden, section), closed);
    }

    private static Set<Section> toggled(Set<Section> sections, Section section) {
        Set<Section> other = EnumSet.noneOf(Section.class);
        other.addAll(sections);
        if (!other.remove(section)) {
            other.add(section);
        }
        return other;
    }

    /** Moves a section up (-1) or down (+1) among those that are shown; unchanged at the ends. */
    public SectionChoice move(Section section, int step) {
        List<Section> visible = shown();
        int at = visible.indexOf(section) + step;
        if (at < 0 || at >= visible.size() || hidden.contains(section)) {
            return this;
        }
        List<Section> other = new ArrayList<>(order);
        int there = order.indexOf(visible.get(at));
        other.remove(section);
        other.add(there, section);
        return new SectionChoice(other, hidden, closed);
    }

    /** As it is kept among the settings of a workbook. */
    public String text() {
        return names(order) + "|" + names(hidden) + "|" + names(closed);
    }

    /** Reads what {@link #text} wrote; the usual choice for anything else. Sections that are new come last. */
    public static SectionChoice read(String text) {
        String[] parts = text.split("\\|", -1);
        if (parts.length != 3) {
            return USUAL;
        }
        List<Section> order = new ArrayList<>(sections(parts[0]));
        for (Section section : Section.values()) {
            if (!order.contains(section)) {
                order.add(section);
            }
        }
        return new SectionChoice(order, Set.copyOf(sections(parts[1])), Set.copyOf(sections(parts[2])));
    }

    private static String names(Collection<Section> sections) {
        return sections.stream().map(Enum::name).collect(Collectors.joining(" "));
    }

    private static List<Section> sections(String text) {
        return Arrays.stream(text.split(" "))
                .map(name -> Arrays.stream(Section.values())
                        .filter(section -> section.name().equals(name))
                        .findFirst())
                .flatMap(Optional::stream)
                .distinct()
                .toList();
    }
}
