package org.zeroply.desktop.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.gametree.GameTree;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.store.PaperShelf.Listed;
import org.zeroply.task.Item;
import org.zeroply.task.Opinion;
import org.zeroply.task.Paper;
import org.zeroply.task.Points;
import org.zeroply.task.Task;
import org.zeroply.task.TaskKind;

/** A paper set, its schemes built by points and keys, checked, undone and opened again; without a window. */
@SuppressWarnings("NullAway.Init")
class TasksModelTest extends OnAWorkbook {
    private static final String MATE = "6k1/5ppp/8/8/8/8/5PPP/R5K1 w - - 0 1";
    private static final String PAWN = "8/8/4k3/8/4P3/4K3/8/8 w - - 0 1";

    private TasksModel model;

    @BeforeEach
    void begin() {
        model = new TasksModel(workbook, background, service);
        model.create(Paper.of("Warm-up", List.of(task(MATE))));
    }

    private static Task task(String fen) {
        return Task.of(TaskKind.CALCULATE, GameTree.of(Fen.position(fen)), null);
    }

    private Listed open() {
        return Objects.requireNonNull(model.openProperty().get());
    }

    private Task edited() {
        return model.task().orElseThrow();
    }

    private List<String> labels() {
        return edited().scheme().items().stream().map(Item::label).toList();
    }

    private Paper kept() {
        return workbook.papers().read(open().id());
    }

    @Test
    void tasksAreAddedBehindTheOneThatIsEditedMovedAndRemoved() {
        int[] left = {0};
        model.setOnLeaving(() -> left[0]++);
        model.add(task(PAWN));
        assertThat(model.placeProperty().get()).isEqualTo(1);
        assertThat(open().tasks()).as("the row is renewed").isEqualTo(2);
        assertThat(left[0]).as("what is being typed is kept first").isEqualTo(1);
        model.move(1, 0);
        assertThat(kept().tasks().getFirst().start()).isEqualTo(Fen.position(PAWN));
        model.removeTask();
        assertThat(kept().tasks()).hasSize(1);
        model.undo();
        model.undo();
        assertThat(kept().tasks().getFirst().start()).isEqualTo(Fen.position(MATE));
        model.undo();
        assertThat(kept().tasks()).hasSize(1);
        model.redo();
        assertThat(kept().tasks()).hasSize(2);
    }

    @Test
    void aTypedLineGrowsTheSolutionAndPointsHangOnItsMoves() {
        assertThat(model.enter("Ra8#")).isTrue();
        assertThat(San.write(
                        edited().start(),
                        edited().solution().node(model.nodeProperty().get()).played()))
                .isEqualTo("Ra8#");
        model.setPoints(model.nodeProperty().get(), Points.of(3));
        assertThat(labels()).hasSize(1);
        assertThat(Objects.requireNonNull(model.worthProperty().get()).outOf().points())
                .isEqualTo(Points.of(3));
        model.setChoice(Points.of(2));
        assertThat(Objects.requireNonNull(model.worthProperty().get()).outOf().points())
                .isEqualTo(Points.of(5));
        model.setPoints(model.nodeProperty().get(), Points.ZERO);
        assertThat(Objects.requireNonNull(model.worthProperty().get()).outOf().points())
                .as("no points take the item away")
                .isEqualTo(Points.of(2));
        assertThat(kept().tasks().getFirst().scheme()).isEqualTo(edited().scheme());
    }

    @Test
    void whatCannotBeReadIsRefusedInItsPlace() {
        assertThat(model.enter("Ra8 Qh1")).isFalse();
        assertThat(Objects.requireNonNull(model.typed().refusalProperty().get()).column())
                .isEqualTo(5);
        assertThat(edited().solution().size()).isZero();
    }

    @Test
    void verdictsAndReachedPositionsAreItemsOfTheirMove() {
        model.choose(0);
        model.add(task(PAWN));
        model.enter("Kd4 Kd6 e5+ Ke6 Ke4");
        model.setJudge(Opinion.LEVEL, Points.of(2));
        assertThat(Objects.requireNonNull(model.worthProperty().get()).outOf().points())
                .isEqualTo(Points.of(2));
        model.setReach(Points.of(1));
        assertThat(Objects.requireNonNull(model.worthProperty().get()).outOf().points())
                .isEqualTo(Points.of(3));
        assertThat(Objects.requireNonNull(model.worthProperty().get()).faults()).isEmpty();
        model.undo();
        assertThat(labels()).hasSize(1);
        assertThat(model.nodeProperty().get()).as("one stands where one stood").isNotZero();
    }

    @Test
    void movesAreDeletedAndReorderedWithWhatHangsOnThem() {
        model.add(task(PAWN));
        model.enter("Kd4 Kd6");
        model.go(GameTree.ROOT);
        model.enter("Kf4 Kf6");
        model.setPoints(model.nodeProperty().get(), Points.of(1));
        model.reorder(-1);
        assertThat(edited().solution().root().children()).hasSize(2);
        model.deleteMove();
        assertThat(edited().scheme().items()).as("the item goes with its move").isEmpty();
        model.undo();
        assertThat(edited().scheme().items()).hasSize(1);
    }

    @Test
    void commentsBelongToTheMoveTheyWereTypedAt() {
        model.enter("Ra8#");
        int at = model.nodeProperty().get();
        model.go(GameTree.ROOT);
        model.setComment(0, at, "along the back rank");
        assertThat(kept().tasks().getFirst().solution().node(at).after()).isEqualTo("along the back rank");
        model.setComment(0, at, "along the eighth rank");
        model.undo();
        assertThat(edited().solution().node(at).after())
                .as("typing is undone in one")
                .isEmpty();
    }

    @Test
    void aDraftAndThemesComeFromTheSolution() {
        model.enter("Ra8#");
        model.draft();
        assertThat(labels()).isNotEmpty();
        model.findThemes();
        assertThat(edited().themes()).isNotEmpty();
        List<String> themes = edited().themes();
        model.findThemes();
        assertThat(edited().themes()).as("nothing comes twice").isEqualTo(themes);
    }

    @Test
    void theSchemeIsCheckedAgainstTheCalculator() {
        model.enter("Ra8#");
        model.check();
        assertThat(model.checkingProperty().get()).isFalse();
        assertThat(Objects.requireNonNull(model.checkProperty().get()).task()).isEqualTo(edited());
        assertThat(background.running()).isEmpty();
        model.add(task(PAWN));
        assertThat(model.checkProperty().get()).as("it was about another task").isNull();
    }

    @Test
    void papersAreListedRemovedAndBroughtBack() {
        model.create(Paper.of("Second", List.of()));
        assertThat(model.listProperty().get()).extracting(Listed::name).containsExactly("Warm-up", "Second");
        assertThat(model.task()).as("it has no task yet").isEmpty();
        model.add(task(PAWN));
        assertThat(model.placeProperty().get()).isZero();
        model.remove();
        assertThat(open().name()).isEqualTo("Warm-up");
        assertThat(model.saidProperty().get()).contains("Second");
        model.undo();
        assertThat(model.listProperty().get()).hasSize(2);
        TasksModel later = new TasksModel(workbook, background, service);
        later.refresh();
        assertThat(Objects.requireNonNull(later.openProperty().get()).name()).isEqualTo("Warm-up");
    }
}
