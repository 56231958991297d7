package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.GridPane;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.board.Mark;
import org.zeroply.desktop.board.Trace;
import org.zeroply.desktop.ledger.LedgerModel;
import org.zeroply.desktop.ledger.LedgerRow;
import org.zeroply.ledger.Factor;
import org.zeroply.ledger.Section;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;

/** The ledger in the real window: sections, evidence, what concerns a square, comparison, trades and reach. */
@SuppressWarnings("NullAway.Init")
class LedgerPlaceTest extends AtTheWindow {
    /** Black's last move captures, and White can take back in three ways; before it a pawn move gives squares up. */
    private static final String GAME = """
            [White "Quillan, Rhea"]
            [Black "Brandt, Ida"]
            [Result "*"]
            [FEN "r2q1rk1/pp1n1ppp/2p1b2b/3pN3/3P1B2/2NQP3/PPP2PPP/2KR3R b - - 0 12"]

            12... f5 13. h4 Nxe5 14. dxe5 (14. Bxe5 Bf7 15. f4) *
            """;

    @BeforeEach
    void open() {
        stand = new Stand(folder, false, 1280, 800);
        Stand.onStage(() -> {
            stand.shell().take(GAME);
            return true;
        });
        stand.await("the game", () -> reading().openProperty().get());
        Stand.onStage(() -> {
            var sections = stand.ledger().sectionsProperty();
            sections.set(sections.get().allOpen());
            return true;
        });
        stand.settle();
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private void go(int ply) {
        Stand.onStage(() -> {
            reading().go(ply == 0 ? 0 : reading().tree().mainLine().get(ply - 1));
            return true;
        });
        stand.settle();
    }

    private ListView<?> list() {
        return Stand.onStage(() -> robot.lookup("#ledger").queryAs(ListView.class));
    }

    private BoardView board() {
        return Stand.onStage(() -> robot.lookup(".board").queryAs(BoardView.class));
    }

    private List<LedgerRow> rows() {
        return Stand.onStage(() -> List.copyOf(stand.ledger().rowsProperty().get()));
    }

    private List<String> headings() {
        return rows().stream()
                .filter(LedgerRow.Heading.class::isInstance)
                .map(row -> ((LedgerRow.Heading) row).text())
                .toList();
    }

    private List<Factor> factors() {
        return rows().stream()
                .filter(LedgerRow.Measured.class::isInstance)
                .map(row -> ((LedgerRow.Measured) row).entry().factor())
                .toList();
    }

    private void choose(Factor factor) {
        List<LedgerRow> rows = rows();
        for (int i = 0; i < rows.size(); i++) {
            if (rows.get(i) instanceof LedgerRow.Measured measured
                    && measured.entry().factor() == factor) {
                int index = i;
                Stand.onStage(() -> {
                    list().getSelectionModel().select(index);
                    return true;
                });
                stand.settle();
                return;
            }
        }
        throw new AssertionError("no row for " + factor + " among " + factors());
    }

    private void pick(@Nullable Square square) {
        Stand.onStage(() -> {
            board().pickedProperty().set(square);
            return true;
        });
        stand.settle();
    }

    private List<Mark> marks() {
        return Stand.onStage(() -> List.copyOf(board().marks()));
    }

    private List<Trace> traces() {
        return Stand.onStage(() -> List.copyOf(board().traces()));
    }

    @Test
    void whatTheMoveChangedComesFirstAndSaysWhat() {
        go(1);
        assertThat(headings()).startsWith("To see first", "Changed by 12...f5");
        int changed = headingIndex("Changed by 12...f5");
        assertThat(rows().subList(1, changed)).isNotEmpty().allMatch(LedgerRow.Sentence.class::isInstance);
        assertThat(rows().get(changed + 1)).isInstanceOfSatisfying(LedgerRow.Remark.class, remark -> {
            assertThat(remark.blackEvidence()).contains(Square.E5);
            assertThat(remark.text()).contains("knight e5 stands on one");
        });
        // The sections follow in their order, and an entry that came first is not told twice.
        assertThat(headings()).contains("Pawns", "Minor pieces", "King", "Lines and duties");
        assertThat(factors()).doesNotHaveDuplicates().contains(Factor.WEAK_SQUARES, Factor.COVER);
    }

    @Test
    void sectionsCloseByKeyboardAndStayAsTheyWereLeft() {
        go(0);
        keys(KeyCode.ALT, KeyCode.E);
        int pawns = headingIndex("Pawns");
        Stand.onStage(() -> {
            list().getSelectionModel().select(pawns);
            return true;
        });
        keys(KeyCode.ENTER);
        assertThat(factors()).doesNotContain(Factor.ISLANDS).contains(Factor.COVER);
        // A second time, and the choice of sections by mouse.
        MenuButton menu = Stand.onStage(() -> robot.lookup("#ledger-sections").queryAs(MenuButton.class));
        Stand.onStage(() -> {
            item(menu, Section.KING.title()).fire();
            return true;
        });
        assertThat(headings()).doesNotContain("King");
        Stand.onStage(() -> {
            var sections = stand.ledger().sectionsProperty();
            sections.set(sections.get().move(Section.MINOR_PIECES, -1));
            return true;
        });
        // What takes a short search comes a moment later.
        stand.await("what is searched for", () -> headings().contains("Threats"));
        List<String> left = headings();
        assertThat(left.indexOf("Minor pieces")).isLessThan(left.indexOf("Pawns"));
        stand.close();
        stand = new Stand(folder, false, 1280, 800);
        long game = stand.workbook().games().find("", 10).getFirst().id();
        Stand.onStage(() -> {
            stand.shell().openGame(game);
            return true;
        });
        stand.await("the game again", () -> reading().openProperty().get());
        stand.settle();
        go(0);
        stand.await("what was searched for", () -> headings().contains("Threats"));
        assertThat(headings()).isEqualTo(left);
        assertThat(factors()).doesNotContain(Factor.ISLANDS);
        Stand.onStage(() -> {
            MenuButton again = robot.lookup("#ledger-sections").queryAs(MenuButton.class);
            again.getItems().getLast().fire();
            return true;
        });
        assertThat(headings()).as("the usual order, everything closed").contains("King");
        assertThat(factors()).isEmpty();
        Stand.onStage(() -> {
            MenuButton again = robot.lookup("#ledger-sections").queryAs(MenuButton.class);
            List.copyOf(again.getItems()).stream()
                    .filter(each -> "Open all sections".equals(each.getText()))
                    .forEach(MenuItem::fire);
            return true;
        });
        assertThat(factors()).contains(Factor.ISLANDS, Factor.COVER);
    }

    private int headingIndex(String text) {
        List<LedgerRow> rows = rows();
        for (int i = 0; i < rows.size(); i++) {
            if (rows.get(i) instanceof LedgerRow.Heading heading
                    && heading.text().equals(text)) {
                return i;
            }
        }
        throw new AssertionError("no heading " + text + " among " + headings());
    }

    private static MenuItem item(MenuButton menu, String title) {
        return menu.getItems().stream()
                .filter(each -> each instanceof CheckMenuItem && title.equals(each.getText()))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void anEntryMarksItsEvidenceAndGoesIntoTheNote() {
        go(0);
        choose(Factor.RESTRICTED);
        assertThat(marks()).extracting(Mark::square).contains(Square.E6, Square.D5);
        assertThat(marks()).extracting(Mark::tag).startsWith("a", "b").doesNotHaveDuplicates();
        choose(Factor.DIAGONALS);
        assertThat(traces()).anyMatch(Trace.Tie.class::isInstance);
        choose(Factor.COVER);
        keys(KeyCode.ALT, KeyCode.J);
        String note = Stand.onStage(() -> reading().current().after());
        assertThat(note).startsWith("King's cover: White b2 c2 d4, Black f7 g7 h7.");
        assertThat(Stand.onStage(() -> robot.lookup("#note").query().isFocused()))
                .isTrue();
        // A second point goes below, the words can be edited, and undo takes them back one by one.
        choose(Factor.ISLANDS);
        fire("#ledger-take");
        assertThat(Stand.onStage(() -> reading().current().after()).split("\n")).hasSize(2);
        keys(KeyCode.SHORTCUT, KeyCode.Z);
        stand.settle();
        assertThat(Stand.onStage(() -> reading().current().after()).split("\n")).hasSizeLessThan(2);
        keys(KeyCode.ALT, KeyCode.E);
        keys(KeyCode.ESCAPE);
        assertThat(marks()).isEmpty();
    }

    @Test
    void aPickedManShowsOnlyWhatConcernsIt() {
        go(0);
        List<Factor> all = factors();
        pick(Square.E5);
        assertThat(headings().getFirst()).isEqualTo("The knight e5");
        assertThat(factors()).isNotEmpty().hasSizeLessThan(all.size()).doesNotContain(Factor.ISLANDS);
        LedgerRow distances = rows().stream()
                .filter(LedgerRow.Distances.class::isInstance)
                .findFirst()
                .orElseThrow();
        Stand.onStage(() -> {
            list().getSelectionModel().select(rows().indexOf(distances));
            return true;
        });
        stand.settle();
        assertThat(marks()).contains(Mark.plain(Square.D7, Side.WHITE, "1"));
        pick(Square.H5);
        assertThat(headings()).contains("Nothing else concerns h5");
        pick(null);
        assertThat(factors()).isEqualTo(all);
    }

    @Test
    void whatNeedsASearchComesAfterAMomentAndNotBehindTheCurtain() {
        go(3);
        stand.await("the searched entries", () -> factors().contains(Factor.THREATS));
        Stand.onStage(() -> {
            reading().curtain().drop();
            return true;
        });
        stand.settle();
        assertThat(factors()).doesNotContain(Factor.THREATS).contains(Factor.HANGING);
    }

    @Test
    void waysToTakeBackLieSideBySide() {
        go(3);
        keys(KeyCode.ALT, KeyCode.V);
        assertThat(tableTitles()).contains("14.dxe5", "14.Bxe5", "Material", "Islands");
        int rows = tableTitles().size();
        Stand.onStage(() -> {
            robot.lookup("#compare-at-end").queryAs(CheckBox.class).fire();
            return true;
        });
        assertThat(tableTitles()).isNotEmpty();
        set("#compare-typed", "Qxg9");
        focus("#compare-typed");
        keys(KeyCode.ENTER);
        assertThat(Stand.onStage(() ->
                        robot.lookup("#compare-typed").queryAs(TextField.class).getText()))
                .isEqualTo("Qxg9");
        set("#compare-typed", "g3 Nf7");
        keys(KeyCode.ENTER);
        assertThat(tableTitles()).contains("14.g3").hasSizeGreaterThanOrEqualTo(rows);
        // At the start there is one move and what a first look would choose.
        go(0);
        assertThat(tableTitles()).doesNotContain("14.dxe5");
    }

    private List<String> tableTitles() {
        return Stand.onStage(() -> {
            List<String> titles = new ArrayList<>();
            for (Node node :
                    robot.lookup("#compare-table").queryAs(GridPane.class).getChildren()) {
                if (node instanceof Label label) {
                    titles.add(label.getText());
                }
            }
            return titles;
        });
    }

    @Test
    void aTradeShowsTheBoardWithoutBothAndTheWayToIt() {
        go(0);
        keys(KeyCode.ALT, KeyCode.W);
        stand.await("the table", () -> !cells().isEmpty());
        // Bishop and two knights against bishops and knight, rooks, queens.
        assertThat(cells()).hasSize(9 + 4 + 1);
        Button first = cells().getFirst();
        Stand.onStage(() -> {
            first.fire();
            return true;
        });
        stand.settle();
        BoardView small = Stand.onStage(() -> robot.lookup("#trades-board").queryAs(BoardView.class));
        List<Square> gone = marks().stream().map(Mark::square).toList();
        assertThat(gone).hasSize(2);
        for (Square square : gone) {
            // Where one was taken back, the man that took back stands.
            assertThat(Stand.onStage(() -> small.positionProperty().get().pieceAt(square)))
                    .isNotEqualTo(Stand.onStage(
                            () -> reading().positionProperty().get().pieceAt(square)));
        }
        // The other way round, and the other side.
        fire("#trades-remain");
        Stand.onStage(() -> {
            cells().getLast().fire();
            return true;
        });
        stand.settle();
        assertThat(Stand.onStage(() -> robot.lookup("#trades-board").tryQuery().isPresent()))
                .isTrue();
        fire("#trades-black");
        stand.await("Black's table", () -> cells().size() == 14);
        // Leaving the view leaves the board as it was.
        keys(KeyCode.ALT, KeyCode.E);
        assertThat(marks()).isEmpty();
    }

    private List<Button> cells() {
        return Stand.onStage(() -> {
            List<Button> cells = new ArrayList<>();
            for (Node node :
                    robot.lookup("#trades-grid").queryAs(GridPane.class).getChildren()) {
                if (node instanceof Button button) {
                    cells.add(button);
                }
            }
            return cells;
        });
    }

    @Test
    void reachCountsMovesAndShowsAWay() {
        go(0);
        Stand.onStage(() -> {
            stand.ledger().viewProperty().set(LedgerModel.View.REACH);
            return true;
        });
        stand.settle();
        int size = Stand.onStage(() -> reading().tree().size());
        // Whatever was asked for before, a click on a piece takes that piece.
        pick(Square.C3);
        pick(Square.A4);
        assertThat(text("#reach-route")).isEqualTo("1 move: c3–a4");
        assertThat(traces()).singleElement().isInstanceOf(Trace.Plan.class);
        set("#reach-goal", "a8");
        assertThat(text("#reach-route")).contains("moves: c3–").endsWith("–a8");
        set("#reach-goal", "z9");
        assertThat(text("#reach-route")).contains("z9");
        set("#reach-goal", "");
        fire("#reach-empty");
        assertThat(figures()).contains("42", "27");
        assertThat(marks()).hasSize(63).allMatch(mark -> !mark.hatched());
        // Nothing of this was a move of the game.
        assertThat(Stand.onStage(() -> reading().tree().size())).isEqualTo(size);
    }

    private List<String> figures() {
        return Stand.onStage(() -> robot.lookup("#reach-figures").queryAs(GridPane.class).getChildren().stream()
                .map(node -> ((Label) node).getText())
                .toList());
    }
}
