package org.zeroply.desktop.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Objects;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.Stand;
import org.zeroply.desktop.calculation.CalculationModel;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.ledger.Comparison;
import org.zeroply.ledger.Entry;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Section;
import org.zeroply.ledger.ValueScale;
import org.zeroply.rules.Square;

/** The ledger of the open game: what a move changed, what a square is about, ways side by side; without a window. */
@SuppressWarnings("NullAway.Init")
class LedgerModelTest extends OnAWorkbook {
    private static final long PATIENCE_NANOS = 20_000_000_000L;

    private OpenGame game;
    private LedgerModel ledger;
    private CompareModel compare;

    @BeforeEach
    void begin() {
        Stand.startToolkit();
        onStage(() -> {
            game = new OpenGame(workbook, background);
            ledger = new LedgerModel(game, background);
            compare = new CompareModel(ledger, new CalculationModel(game, workbook, background, service));
            game.add(game("1.d4 d5 2.c4 dxc4 3.e3 *"), "add");
            return true;
        });
    }

    /** Pauses after a walk are the toolkit's, so everything is done on its thread. */
    private static <T> T onStage(Supplier<T> work) {
        return Stand.onStage(work::get);
    }

    private List<LedgerRow> rows() {
        return onStage(() -> ledger.rowsProperty().get());
    }

    private List<Factor> factors() {
        return rows().stream()
                .filter(LedgerRow.Measured.class::isInstance)
                .map(row -> ((LedgerRow.Measured) row).entry().factor())
                .toList();
    }

    private void go(int ply) {
        onStage(() -> {
            game.go(ply == 0 ? 0 : game.tree().mainLine().get(ply - 1));
            return true;
        });
        // A fast walk is followed when it pauses.
        await("the ledger follows", () -> !ledger.isBehind());
    }

    private static void await(String what, Supplier<Boolean> condition) {
        long end = System.nanoTime() + PATIENCE_NANOS;
        while (!onStage(condition)) {
            assertThat(System.nanoTime()).as(what).isLessThan(end);
        }
    }

    @Test
    void whatTheMoveChangedComesFirst() {
        go(4);
        LedgerRow.Measured first = rows().stream()
                .filter(LedgerRow.Measured.class::isInstance)
                .map(LedgerRow.Measured.class::cast)
                .findFirst()
                .orElseThrow();
        assertThat(first.change()).isNotNull();
        assertThat(factors()).contains(Factor.IMBALANCE, Factor.ISLANDS).doesNotContain(Factor.TOTAL);
        go(0);
        assertThat(rows().stream()
                        .filter(LedgerRow.Measured.class::isInstance)
                        .map(LedgerRow.Measured.class::cast)
                        .filter(row -> row.change() != null))
                .as("nothing was before the start")
                .isEmpty();
    }

    @Test
    void aLedgerIsComputedOnceAPosition() {
        Entry once = total();
        go(3);
        go(0);
        assertThat(total()).isSameAs(once);
        onStage(() -> {
            game.scaleProperty().set(ValueScale.TWO_BISHOP);
            return true;
        });
        assertThat(total()).as("another scale is another ledger").isNotSameAs(once);
    }

    /** An entry that needs no search; what is found later is put beside it. */
    private Entry total() {
        return onStage(() -> ledger.ledger(game.nodeProperty().get()).entry(Factor.TOTAL));
    }

    @Test
    void itLooksUntilTheThreatsOfBothPositionsAreThere() throws Exception {
        CompletableFuture<List<LedgerRow>> whenDone = new CompletableFuture<>();
        onStage(() -> {
            ledger.lookingProperty().addListener((at, was, looks) -> {
                if (!looks) {
                    whenDone.complete(ledger.rowsProperty().get());
                }
            });
            game.go(game.tree().mainLine().getLast());
            return true;
        });
        LedgerRow.Measured threats = whenDone.get(PATIENCE_NANOS, TimeUnit.NANOSECONDS).stream()
                .filter(LedgerRow.Measured.class::isInstance)
                .map(LedgerRow.Measured.class::cast)
                .filter(row -> row.entry().factor() == Factor.THREATS)
                .findFirst()
                .orElseThrow();
        assertThat(threats.change())
                .as("3.e3 threatens what was not threatened")
                .isNotNull();
        assertThat(Objects.requireNonNull(threats.change()).inWords()).contains("c4");
    }

    @Test
    void aPickedSquareShowsWhatIsAboutIt() {
        go(4);
        int all = rows().size();
        onStage(() -> {
            ledger.pickedProperty().set(Square.C4);
            return true;
        });
        assertThat(rows()).isNotEmpty();
        assertThat(rows().size()).isLessThan(all);
        assertThat(rows()).anyMatch(row -> row instanceof LedgerRow.Remark);
        onStage(() -> {
            ledger.pickedProperty().set(Square.G1);
            return true;
        });
        assertThat(rows()).as("a piece has its distances").anyMatch(row -> row instanceof LedgerRow.Distances);
    }

    @Test
    void sectionsAreClosedAndHidden() {
        go(0);
        await("it has looked", () -> !ledger.lookingProperty().get());
        assertThat(factors()).as("closed at first").isEmpty();
        onStage(() -> {
            ledger.sectionsProperty().set(SectionChoice.USUAL.allOpen());
            return true;
        });
        int open = factors().size();
        onStage(() -> {
            ledger.sectionsProperty().set(SectionChoice.USUAL.allOpen().toggleClosed(Section.PAWNS));
            return true;
        });
        assertThat(factors()).hasSizeLessThan(open).doesNotContain(Factor.ISLANDS);
        assertThat(rows()).anyMatch(row -> row instanceof LedgerRow.Heading heading && !heading.open());
        onStage(() -> {
            ledger.sectionsProperty().set(SectionChoice.USUAL.toggleHidden(Section.PAWNS));
            return true;
        });
        assertThat(rows())
                .noneMatch(row -> row instanceof LedgerRow.Heading heading && heading.section() == Section.PAWNS);
    }

    @Test
    void anEntryGoesIntoTheNoteOfTheMove() {
        go(4);
        LedgerRow row = rows().stream()
                .filter(each -> each instanceof LedgerRow.Measured measured
                        && measured.entry().factor() == Factor.IMBALANCE)
                .findFirst()
                .orElseThrow();
        assertThat(onStage(() -> ledger.takeIntoNote(row))).isTrue();
        String note = onStage(() -> game.current().after());
        assertThat(note).contains(Factor.IMBALANCE.title());
        assertThat(onStage(() -> ledger.takeIntoNote(rows().getFirst())))
                .as("a heading is no entry")
                .isFalse();
        onStage(() -> {
            game.undo();
            return true;
        });
        assertThat(onStage(() -> game.current().after())).isEmpty();
    }

    @Test
    void behindTheCurtainThereIsNothingOfWhatComes() {
        go(4);
        onStage(() -> {
            game.toStart();
            game.curtain().drop();
            return true;
        });
        assertThat(onStage(() -> ledger.takeIntoNote(rows().getLast()))).isFalse();
    }

    @Test
    void twoWaysAreComparedAndAThirdIsTyped() {
        onStage(() -> {
            ledger.viewProperty().set(LedgerModel.View.COMPARE);
            game.toStart();
            return compare.type("e4 e5");
        });
        onStage(() -> compare.type("d4 d5"));
        Comparison two = onStage(() -> compare.comparisonProperty().get());
        assertThat(two).isNotNull();
        assertThat(Objects.requireNonNull(two).ways()).hasSize(2);
        assertThat(onStage(() -> compare.type("Qh9"))).isFalse();
        assertThat(Objects.requireNonNull(compare.line().refusalProperty().get())
                        .token())
                .isEqualTo("Qh9");
        onStage(() -> {
            compare.atEndProperty().set(true);
            return true;
        });
        Comparison atEnd = Objects.requireNonNull(
                onStage(() -> compare.comparisonProperty().get()));
        assertThat(atEnd.ways().getFirst().ledger())
                .isNotEqualTo(two.ways().getFirst().ledger());
        go(1);
        assertThat(onStage(() -> compare.offeredProperty().get()))
                .as("what was typed belonged to the position before")
                .noneMatch(way -> way.moves().getFirst().from() == Square.E2);
    }
}
