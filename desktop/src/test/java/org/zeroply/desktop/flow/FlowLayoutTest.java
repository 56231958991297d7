package org.zeroply.desktop.flow;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.flow.FlowLayout.Box;
import org.zeroply.desktop.flow.FlowLayout.Kind;
import org.zeroply.desktop.flow.FlowLayout.Ribbon;
import org.zeroply.notation.Language;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;
import org.zeroply.sample.SampleClub;

/** How the sample club's repertoires are laid out. */
class FlowLayoutTest {
    private static FlowLayout layout(Repertoire repertoire, Set<Integer> folded, Set<Integer> unfolded) {
        return new FlowLayout(new FlowData(
                repertoire, Likelihood.of(repertoire, ""), folded, unfolded, List.of(), "", Language.ENGLISH));
    }

    private static Set<Integer> everything(Repertoire repertoire) {
        return new HashSet<>(repertoire.order());
    }

    @Test
    void nothingLiesOnSomethingElseAndEachPositionStandsOnce() {
        for (SampleClub.Prepared prepared : SampleClub.repertoires()) {
            Repertoire repertoire = prepared.repertoire();
            FlowLayout layout = layout(repertoire, Set.of(), everything(repertoire));
            List<Box> boxes = layout.boxes();
            for (int i = 0; i < boxes.size(); i++) {
                Box one = boxes.get(i);
                assertThat(one.y()).isBetween(0.0, layout.height());
                assertThat(one.right()).isLessThanOrEqualTo(layout.width());
                for (Box other : boxes.subList(i + 1, boxes.size())) {
                    boolean apart = one.right() <= other.x() + 1e-6
                            || other.right() <= one.x() + 1e-6
                            || Math.abs(one.y() - other.y()) >= FlowLayout.BOX_HEIGHT;
                    assertThat(apart).as("%s and %s", one, other).isTrue();
                }
            }
            // Every answer has its box, and each box of its own: one that joins another line says so.
            assertThat(boxes).hasSize(repertoire.answers() + 1);
            assertThat(layout.ribbons())
                    .filteredOn(ribbon -> ribbon.kind() == Kind.ANSWERED)
                    .extracting(Ribbon::node)
                    .doesNotHaveDuplicates();
            assertThat(layout.ribbons()).extracting(Ribbon::kind).contains(Kind.JOINS, Kind.STRAND);
        }
    }

    @Test
    void whatIsFoldedIsCountedAndFoundAtTheNearestBox() {
        Repertoire repertoire = SampleClub.repertoires().getFirst().repertoire();
        FlowLayout few = layout(repertoire, Set.of(), Set.of());
        assertThat(few.boxes()).hasSizeLessThan(repertoire.answers());
        Box folded =
                few.boxes().stream().filter(box -> box.hidden() > 0).findFirst().orElseThrow();
        int below = repertoire.below(folded.node()).getLast();
        assertThat(few.box(below)).isNull();
        assertThat(few.nearest(below)).isNotNull();
        FlowLayout more = layout(repertoire, Set.of(), Set.of(folded.node()));
        assertThat(more.boxes().size()).isGreaterThan(few.boxes().size());
        assertThat(Objects.requireNonNull(more.box(folded.node())).hidden()).isZero();
        int first = repertoire.root().edges().getFirst().to();
        FlowLayout none = layout(repertoire, Set.of(first), Set.of());
        assertThat(none.boxes()).hasSize(2);
        assertThat(none.boxes().stream().mapToInt(Box::hidden).sum()).isEqualTo(repertoire.answers() - 1);
    }

    @Test
    void walkingGoesBackTheWayItCame() {
        Repertoire repertoire = SampleClub.repertoires().getLast().repertoire();
        FlowLayout layout = layout(repertoire, Set.of(), everything(repertoire));
        int at = Repertoire.ROOT;
        for (int i = 0; i < 6; i++) {
            Box next = layout.after(at).getFirst();
            assertThat(layout.before(next).node()).isEqualTo(at);
            assertThat(layout.boxAt(next.x() + 0.1, next.y())).isEqualTo(next);
            at = next.node();
        }
    }
}
