package org.zeroply.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.ImageView;
import javafx.scene.input.KeyCode;
import javafx.scene.text.Text;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.board.BoardView;
import org.zeroply.desktop.showing.CardsModel;
import org.zeroply.desktop.showing.LessonsPlace;
import org.zeroply.desktop.showing.Presentation;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.OwnMark;
import org.zeroply.notation.San;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Square;
import org.zeroply.showing.Card;
import org.zeroply.showing.Face;
import org.zeroply.showing.Sketch;
import org.zeroply.showing.Stop;

/** Drawing, sheets, presenting to an audience, maps and handouts through the real window. */
@SuppressWarnings("NullAway.Init")
class LessonsPlaceTest extends AtTheWindow {
    private static final String POSITION = "2r3k1/3b1ppp/1q2p3/p2pP3/3P4/P2Q4/1P1N1PPP/4R1K1 w - - 0 20";

    @BeforeEach
    void open() {
        stand = new Stand(folder, false, 1280, 800);
    }

    @AfterEach
    void close() {
        stand.close();
    }

    private LessonsPlace place() {
        return stand.shell().place(LessonsPlace.class);
    }

    private CardsModel model() {
        return place().model();
    }

    private Card card() {
        return Objects.requireNonNull(Stand.onStage(() -> model().cardProperty().get()));
    }

    private static BoardView board(Scene scene, String id) {
        return (BoardView) Objects.requireNonNull(scene.lookup(id));
    }

    private void click(BoardView board, Square square) {
        robot.clickOn(Stand.onStage(() -> Squares.middle(board, square)));
    }

    private List<OwnMark> drawn() {
        return CoachRemarks.of(reading().current()).marks();
    }

    @Test
    void marksAreDrawnByKeysKeptWithTheMoveUndoneAndSeenByTheAudience() {
        take("[White \"Quillan, Rhea\"]\n\n1. e4 e6 2. d4 d5 *");
        Stand.onStage(() -> {
            reading().toEnd();
            return true;
        });
        keys(KeyCode.F3);
        // The cursor begins on the king of the side to move.
        keys(KeyCode.ENTER);
        keys(KeyCode.ENTER);
        stand.await("a ring", () -> drawn().size() == 1);
        assertThat(drawn()).containsExactly(OwnMark.on(OwnMark.Kind.RING, OwnMark.Pencil.AMBER, Square.E1));
        keys(KeyCode.DIGIT4);
        keys(KeyCode.W);
        keys(KeyCode.ENTER);
        keys(KeyCode.UP);
        keys(KeyCode.ENTER);
        keys(KeyCode.UP);
        keys(KeyCode.ENTER);
        stand.await("a path of two stops", () -> drawn().getLast().squares().size() == 3);
        assertThat(drawn().getLast())
                .isEqualTo(OwnMark.along(OwnMark.Kind.PATH, OwnMark.Pencil.BRICK, Square.E1, Square.E2, Square.E3));
        keys(KeyCode.F8);
        assertThat(board(Objects.requireNonNull(stand.shell().boardWindow()).scene(), ".board")
                        .ownMarks())
                .as("the second window")
                .isEqualTo(drawn());
        Stand.onStage(() -> {
            stand.scene().getWindow().requestFocus();
            return true;
        });
        keys(KeyCode.ESCAPE);
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.await("one stop less", () -> drawn().getLast().squares().size() == 2);
        // Letters are moves again once the pencil is laid down.
        Stand.onStage(() -> {
            stand.shell().requestFocus();
            return true;
        });
        keys(KeyCode.F3);
        type("e5");
        keys(KeyCode.ENTER);
        stand.await("the move", () -> reading().currentName().contains("e5"));
        assertThat(drawn()).isEmpty();
        keys(KeyCode.F2);
        Stand.onStage(() -> {
            reading().toStart();
            return true;
        });
        keys(KeyCode.F2);
        assertThat(drawn()).as("a way ends behind its beginning").isEmpty();
    }

    @Test
    void theWayOfAPieceIsDrawnByOneKey() {
        take("[White \"Quillan, Rhea\"]\n\n1. Nf3 d5 2. Nd4 e5 3. Nb3 *");
        Stand.onStage(() -> {
            reading().toEnd();
            return true;
        });
        keys(KeyCode.F2);
        keys(KeyCode.F2);
        stand.await("the way", () -> !drawn().isEmpty());
        assertThat(drawn().getFirst().squares()).containsExactly(Square.G1, Square.F3, Square.D4, Square.B3);
    }

    /** Everything in a scene that leaves pixels: what is written, and which men and marks stand on boards. */
    private static String pixels(Node node, Set<String> kinds) {
        if (!node.isVisible() || node.getOpacity() == 0) {
            return "";
        }
        kinds.add(node.getClass().getSimpleName());
        StringBuilder seen = new StringBuilder();
        switch (node) {
            case BoardView board -> {
                for (Square square : Square.values()) {
                    Sketch sketch = board.sketchProperty().get();
                    Piece piece =
                            sketch == null ? board.positionProperty().get().pieceAt(square) : sketch.at(square);
                    seen.append(piece == null ? "" : piece.fenLetter() + square.toString() + " ");
                }
                board.ownMarks().forEach(mark -> seen.append(mark).append(' '));
                if (board.lastMoveProperty().get() != null) {
                    seen.append("last ").append(board.lastMoveProperty().get()).append(' ');
                }
            }
            case Labeled labeled -> seen.append(labeled.getText()).append('\n');
            case Text text -> seen.append(text.getText()).append('\n');
            case TextInputControl input -> seen.append(input.getText()).append('\n');
            case ImageView image -> throw new AssertionError("pixels that nobody can read");
            default -> {}
        }
        if (node instanceof Parent parent && !(node instanceof BoardView) && !(node instanceof Labeled)) {
            parent.getChildrenUnmodifiable().forEach(each -> seen.append(pixels(each, kinds)));
        }
        return seen.toString();
    }

    @Test
    void theAudienceNeverSeesWhatWasNotReleased() {
        stand.addSheets();
        keys(KeyCode.CONTROL, KeyCode.DIGIT6);
        Presentation presentation = place().presentation();
        keys(KeyCode.CONTROL, KeyCode.ENTER);
        stand.await("the presentation", () -> presentation.presentingProperty().get());
        Scene audience = Objects.requireNonNull(place().audience()).scene();
        Set<String> kinds = new HashSet<>();
        for (int at = 0; at < model().sheetProperty().get().cards().size(); at++) {
            Card card = card();
            List<Stop> stops = card.stops();
            for (int released = 0; released <= stops.size(); released++) {
                assertThat(presentation.releasedProperty().get()).isEqualTo(released);
                String seen = Stand.onStage(() -> pixels(audience.getRoot(), kinds));
                assertSees(card, stops.subList(0, released), stops.subList(released, stops.size()), seen);
                keys(KeyCode.SPACE);
                stand.settle();
            }
            keys(KeyCode.B);
            stand.settle();
            assertThat(Stand.onStage(() -> pixels(audience.getRoot(), kinds)).strip())
                    .as("blank")
                    .isEmpty();
            keys(KeyCode.B);
            keys(KeyCode.PAGE_DOWN);
            stand.settle();
        }
        assertThat(kinds).contains("BoardView", "MapBoard", "Label");
        assertThat(kinds).doesNotContain("TextArea", "TextField", "WebView");
        keys(KeyCode.ESCAPE);
        stand.await("the end", () -> !presentation.presentingProperty().get());
        assertThat(Stand.onStage(() -> pixels(audience.getRoot(), kinds)).strip())
                .isEmpty();
    }

    private static String text(Card card, Stop stop) {
        return switch (stop.kind()) {
            case QUESTION -> card.question();
            case HINT -> card.hints().get(stop.number() - 1);
            case MOVE -> {
                var tree = ((Face.Board) card.face()).tree();
                var node = tree.node(tree.mainLine().get(stop.number() - 1));
                yield San.write(tree.positionAt(node.parent()), node.played());
            }
            case VERDICT -> "is better";
            case PARAGRAPH -> ((Face.Words) card.face()).paragraphs().get(stop.number() - 1);
            case MARK -> {
                List<OwnMark> marks = card.face() instanceof Face.Board board
                        ? board.marks(0)
                        : ((Face.Sketched) card.face()).marks();
                yield marks.get(stop.number() - 1).toString();
            }
            case BOARD, BAND, OTHER_BAND -> "";
        };
    }

    private static void assertSees(Card card, List<Stop> open, List<Stop> closed, String seen) {
        boolean hasMoved = open.stream().anyMatch(stop -> stop.kind() == Stop.Kind.MOVE);
        for (Stop stop : open) {
            // Marks of the position give way to those of the moves.
            if (stop.kind() != Stop.Kind.MARK || !hasMoved) {
                assertThat(seen).as("released: %s", stop.text()).contains(text(card, stop));
            }
        }
        for (Stop stop : closed) {
            String hidden = text(card, stop);
            if (!hidden.isEmpty()) {
                assertThat(seen).as("not released: %s", stop.text()).doesNotContain(hidden);
            }
        }
        if (!card.note().isEmpty()) {
            assertThat(seen).doesNotContain(card.note());
        }
        boolean hasBoard = card.face() instanceof Face.Board || card.face() instanceof Face.Sketched;
        boolean isOpen = open.stream().anyMatch(stop -> stop.kind() == Stop.Kind.BOARD);
        if (hasBoard) {
            assertThat(seen.matches("(?s).*[PNBRQKpnbrqk][a-h][1-8] .*")).isEqualTo(isOpen);
        }
        if (card.face() instanceof Face.Maps maps) {
            for (int view = 0; view < maps.views().size(); view++) {
                Stop.Kind kind = view == 0 ? Stop.Kind.BAND : Stop.Kind.OTHER_BAND;
                boolean isFirstWhole = closed.stream().noneMatch(stop -> stop.kind() == Stop.Kind.BAND);
                for (Stop stop : closed) {
                    // Figures of the other map may be the same ones.
                    if (stop.kind() == kind
                            && (view == 1 || !isFirstWhole)
                            && maps.views().size() == 1) {
                        assertThat(seen.lines().map(String::strip)).doesNotContain(Integer.toString(stop.number()));
                    }
                }
            }
            long figures =
                    seen.lines().filter(line -> line.strip().matches("\\d+")).count();
            if (open.stream().noneMatch(stop -> stop.kind() == Stop.Kind.BAND || stop.kind() == Stop.Kind.OTHER_BAND)) {
                // Nothing but the ranks beside the board.
                assertThat(figures).isEqualTo(8L * maps.views().size());
            }
        }
    }

    @Test
    void aSheetIsMadeShownTriedOnAndGoesOut() throws IOException {
        take("[FEN \"" + POSITION + "\"]\n[SetUp \"1\"]\n[White \"Quillan, Rhea\"]\n\n20. Nb3 a4 21. Nc5 *");
        Stand.onStage(() -> {
            reading().toStart();
            return true;
        });
        // A card by one key from Reading; the sheet is made with it.
        keys(KeyCode.CONTROL, KeyCode.D);
        stand.await("the card", () -> model().cardProperty().get() != null);
        keys(KeyCode.CONTROL, KeyCode.DIGIT6);
        assertThat(card().source()).contains("Quillan");
        Stand.onStage(() -> {
            robot.lookup("#card-question").queryTextInputControl().setText("Meet the threat.");
            return true;
        });
        fire("#card-propose");
        stand.await("hints", () -> card().hints().size() == 3);
        assertThat(card().hints().get(1)).isEqualTo("White's knight moves.");
        robot.clickOn("#card-line");
        type("21...Bb5 | White is better");
        keys(KeyCode.ENTER);
        stand.await(
                "a longer answer",
                () -> ((Face.Board) card().face()).tree().mainLine().size() == 4);
        keys(KeyCode.ALT, KeyCode.W);
        stand.await(
                "the second card", () -> model().sheetProperty().get().cards().size() == 2);
        keys(KeyCode.ALT, KeyCode.UP);
        stand.await(
                "words first",
                () -> model().sheetProperty().get().cards().getFirst().face() instanceof Face.Words);
        Stand.onStage(() -> {
            robot.lookup("#card-words").queryTextInputControl().setText("A knight wants a square.");
            return true;
        });
        stand.await("the words", () -> card().title().startsWith("A knight"));
        // What the class tries is played on the audience's board and taken back.
        Stand.onStage(() -> {
            robot.lookup("#cards").queryListView().requestFocus();
            return true;
        });
        keys(KeyCode.PAGE_DOWN);
        keys(KeyCode.CONTROL, KeyCode.ENTER);
        Presentation presentation = place().presentation();
        stand.await("the presentation", () -> presentation.presentingProperty().get());
        keys(KeyCode.SPACE);
        stand.await(
                "the board", () -> presentation.audienceProperty().get().board().isPresent());
        String before = presentation
                .audienceProperty()
                .get()
                .board()
                .orElseThrow()
                .men()
                .text();
        BoardView own = board(stand.scene(), "#card-board");
        // The audience's window lies over this one on the only screen that there is.
        Stand.onStage(() -> {
            Objects.requireNonNull(place().audience()).scene().getWindow().hide();
            own.requestFocus();
            return true;
        });
        click(own, Square.B2);
        click(own, Square.B3);
        stand.await(
                "the try", () -> presentation.audienceProperty().get().moves().equals("20.b3"));
        assertThat(((Face.Board) card().face()).tree().mainLine())
                .as("the answer")
                .hasSize(4);
        keys(KeyCode.BACK_SPACE);
        stand.await(
                "taken back",
                () -> presentation
                        .audienceProperty()
                        .get()
                        .board()
                        .orElseThrow()
                        .men()
                        .text()
                        .equals(before));
        keys(KeyCode.ESCAPE);
        robot.clickOn("#card-sayer");
        type("Ida: Nb3");
        keys(KeyCode.ENTER);
        stand.await("what was said", () -> card().said().equals(List.of("Ida: Nb3")));
        Path handout = folder.resolve("handout.pdf");
        stand.answers().willExport(handout);
        fire("#sheets-handout");
        fire("#sheet-primary");
        stand.await(
                "the handout", () -> Files.exists(handout) && handout.toFile().length() > 1_000);
        Path pgn = folder.resolve("sheet.pgn");
        stand.answers().willExport(pgn);
        fire("#sheets-handout");
        Stand.onStage(() -> {
            robot.lookup("#out-kind")
                    .queryAs(ChoiceBox.class)
                    .getSelectionModel()
                    .selectLast();
            return true;
        });
        fire("#sheet-primary");
        stand.await("the file", () -> Files.exists(pgn) && pgn.toFile().length() > 100);
        stand.answers().willImport(pgn);
        keys(KeyCode.ALT, KeyCode.I);
        stand.await("two sheets", () -> model().listProperty().get().size() == 2);
        stand.await(
                "the one that was read",
                () -> model().openProperty().get() != null
                        && model().openProperty().get().id()
                                == model().listProperty().get().getLast().id());
        assertThat(model().sheetProperty().get().cards().get(1).question()).isEqualTo("Meet the threat.");
        Path nonsense = Files.writeString(folder.resolve("nonsense.pgn"), "no game");
        stand.answers().willImport(nonsense);
        keys(KeyCode.ALT, KeyCode.I);
        stand.await("the reason", () -> stand.scene().lookup("#sheet-close") != null);
        fire("#sheet-close");
        // What was made last is taken back: the sheet is off the list.
        keys(KeyCode.CONTROL, KeyCode.Z);
        stand.await("one sheet", () -> model().listProperty().get().size() == 1);
    }

    @Test
    void mapsAndSketchesAreMadeByForms() throws IOException {
        keys(KeyCode.CONTROL, KeyCode.DIGIT6);
        keys(KeyCode.ALT, KeyCode.M);
        stand.await("the form", () -> stand.scene().lookup("#map-fen") != null);
        Stand.onStage(() -> {
            ((TextField) stand.scene().lookup("#map-1-from")).setText("e4");
            return true;
        });
        fire("#sheet-primary");
        assertThat(text("#form-fault")).contains("e4");
        Stand.onStage(() -> {
            ((TextField) stand.scene().lookup("#map-1-from")).setText("g1");
            return true;
        });
        fire("#sheet-primary");
        stand.await("the map", () -> model().cardProperty().get() != null);
        assertThat(card().face()).isInstanceOf(Face.Maps.class);
        Path svg = folder.resolve("map.svg");
        stand.answers().willExport(svg);
        run("command.map.svg");
        stand.await("the drawing", () -> Files.exists(svg) && svg.toFile().length() > 500);
        keys(KeyCode.ALT, KeyCode.K);
        stand.await("the sketch", () -> card().face() instanceof Face.Sketched);
        Stand.onStage(() -> {
            ((ToggleButton) stand.scene().lookup("#sketch-N")).setSelected(true);
            return true;
        });
        BoardView board = board(stand.scene(), "#card-board");
        click(board, Square.D4);
        stand.await("the knight", () -> ((Face.Sketched) card().face()).sketch().at(Square.D4) == Piece.WHITE_KNIGHT);
        fire("#card-complete");
        fire("#sheet-primary");
        stand.await("the position", () -> card().face() instanceof Face.Board);
        assertThat(card().source()).contains("kings were added");
        List<String> kinds = new ArrayList<>(model().sheetProperty().get().cards().stream()
                .map(each -> each.face().key())
                .collect(Collectors.toList()));
        assertThat(kinds).containsExactly("map", "sketch", "position");
    }
}
