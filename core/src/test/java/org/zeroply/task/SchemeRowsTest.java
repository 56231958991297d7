package org.zeroply.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Language;
import org.zeroply.task.SchemeRows.MarkCell;
import org.zeroply.task.SchemeRows.Row;

class SchemeRowsTest {
    private static final Task TASK = Ending.task();

    private static List<Row> rows() {
        return SchemeRows.of(TASK, Language.ENGLISH);
    }

    private static Row row(String moves) {
        return rows().stream()
                .filter(row -> row.moves().equals(moves))
                .findFirst()
                .orElseThrow(() -> new AssertionError(
                        moves + " is none of " + rows().stream().map(Row::moves).toList()));
    }

    @Test
    void everyMoveOfTheSolutionStandsInOneRow() {
        int written = rows().stream()
                .mapToInt(row -> row.moves().replaceAll("\\d+\\.+", "").split(" ").length)
                .sum();
        assertThat(written).isEqualTo(TASK.solution().size());
        Set<Integer> ends = rows().stream().map(Row::node).collect(Collectors.toCollection(HashSet::new));
        assertThat(ends).as("no two rows end at one move").hasSameSizeAs(rows());
    }

    @Test
    void everyItemStandsInTheMarginOfTheMoveItHangsOn() {
        List<Item.Single> shown = rows().stream()
                .flatMap(row -> row.marks().stream())
                .map(MarkCell::item)
                .toList();
        List<Item.Single> singles = TASK.scheme().items().stream()
                .flatMap(Item::all)
                .filter(Item.Single.class::isInstance)
                .map(Item.Single.class::cast)
                .toList();
        assertThat(shown).containsExactlyInAnyOrderElementsOf(singles);
        for (Row row : rows()) {
            for (MarkCell cell : row.marks()) {
                cell.item().want().place().ifPresent(place -> assertThat(place).isEqualTo(row.node()));
            }
        }
    }

    @Test
    void theChoiceStandsAtItsFirstMove() {
        Row key = row("52.Ke4");
        assertThat(key.isMain()).isTrue();
        assertThat(key.comment()).isEqualTo("The king gives the move away.");
        assertThat(key.marks()).extracting(cell -> cell.item().label()).containsExactly("the key");
    }

    @Test
    void aGroupShowsItsPointsOnce() {
        List<MarkCell> grouped = rows().stream()
                .flatMap(row -> row.marks().stream())
                .filter(cell -> cell.group() != null && cell.group().way() == Item.Way.ALL)
                .toList();
        assertThat(grouped).hasSize(2);
        assertThat(grouped).filteredOn(MarkCell::isFirst).hasSize(1);
    }

    @Test
    void stretchesEndWhereSomethingIsSaidAndBranchesStandFurtherIn() {
        Row stalemate = row("52.Ke6 Ke8 53.f7+ Kf8 54.Kf6");
        assertThat(stalemate.isMain()).isFalse();
        assertThat(stalemate.opinion()).isEqualTo("level");
        assertThat(stalemate.indent()).isZero();
        assertThat(row("53.Ke5").indent()).isGreaterThan(row("52...Kf7").indent());
    }

    @Test
    void readingOrderVisitsEveryNodeAndParentsBeforeChildren() {
        GameTree tree = TASK.solution();
        List<Integer> order = SchemeRows.order(tree);
        assertThat(order).hasSize(tree.size() + 1).doesNotHaveDuplicates().startsWith(GameTree.ROOT);
        for (int id : order) {
            if (id != GameTree.ROOT) {
                assertThat(order.indexOf(tree.node(id).parent())).isLessThan(order.indexOf(id));
            }
        }
    }

    @Test
    void whatHangsOnNoMoveStandsFirst() {
        Task asked = TASK.withScheme(Scheme.EMPTY.withItems(List.of(
                new Item.Single("islands", Points.of(2), "", new Want.Answer(1)),
                new Item.Single("win", Points.of(3), "", new Want.PlayOut(Want.Goal.WIN)))));
        List<Row> rows = SchemeRows.of(asked, Language.ENGLISH);
        assertThat(rows.subList(0, 2)).extracting(Row::moves).containsExactly("islands", "win");
        assertThat(rows.subList(0, 2)).extracting(Row::node).containsOnly(GameTree.ROOT);
        assertThat(rows.get(2).marks()).isEmpty();
    }
}
