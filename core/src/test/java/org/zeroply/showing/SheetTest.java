package org.zeroply.showing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.zeroply.gametree.CoachRemarks;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.gametree.OwnMark.Kind;
import org.zeroply.gametree.OwnMark.Pencil;
import org.zeroply.ledger.ConceptMap;
import org.zeroply.ledger.Ledger;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Piece;
import org.zeroply.rules.PieceType;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.task.Opinion;

/** Sheets: what is released when, cards as PGN, sketches, hints. */
class SheetTest {
    private static final Position START = Fen.position("2r3k1/3b1ppp/1q2p3/p2pP3/3P4/P2Q4/1P1N1PPP/4R1K1 w - - 0 20");
    private static final OwnMark RING = OwnMark.on(Kind.RING, Pencil.AMBER, Square.D2);
    private static final OwnMark PATH = OwnMark.along(Kind.PATH, Pencil.AMBER, Square.D2, Square.B3, Square.C5);

    private static Move move(Position position, String name) {
        return Objects.requireNonNull(San.read(position, name), name);
    }

    /** The answer 1.Nb3 a4 2.Nc5 with a verdict, two marks on the position and one after the first move. */
    private static Card card() {
        GameTree tree = GameTree.of(START);
        int node = GameTree.ROOT;
        for (String name : List.of("Nb3", "a4", "Nc5")) {
            GameTree.Edit edit = tree.add(node, move(tree.positionAt(node), name));
            tree = edit.tree();
            node = edit.focus();
        }
        tree = tree.with(Opinion.WHITE_BETTER.on(tree.node(node)));
        tree = tree.with(CoachRemarks.NONE.withMarks(List.of(RING, PATH)).onto(tree.root()));
        int first = tree.mainLine().getFirst();
        OwnMark hatch = OwnMark.on(Kind.HATCH, Pencil.INK, Square.B3);
        tree = tree.with(CoachRemarks.NONE.withMarks(List.of(hatch)).onto(tree.node(first)));
        return Card.of(new Face.Board(tree), Side.WHITE)
                .withQuestion("Meet it with the piece that does least.")
                .withHints(List.of("What does the black queen want?", "Which white piece does least?"))
                .withNote("Let them find 1.b3 first.\nThen ask again.")
                .withSaid(List.of("Ida: Nb3", "Sam: b3"))
                .withSource("set up by hand");
    }

    private static List<String> names(Card card) {
        return card.stops().stream().map(Stop::text).toList();
    }

    private static Shown shown(Card card, int released) {
        return Shown.of(card, released, List.of(), Language.ENGLISH);
    }

    @Test
    void aCardIsReleasedStepByStep() {
        Card card = card();
        assertThat(names(card))
                .containsExactly(
                        "board 0",
                        "question 0",
                        "hint 1",
                        "hint 2",
                        "mark 1",
                        "mark 2",
                        "move 1",
                        "move 2",
                        "move 3",
                        "verdict 0");
        assertThat(shown(card, 0)).isEqualTo(Shown.BLANK);
        Shown board = shown(card, 1);
        assertThat(board.board().orElseThrow().men()).isEqualTo(Sketch.of(START));
        assertThat(board.board().orElseThrow().marks()).isEmpty();
        assertThat(board.question()).isEmpty();
        Shown marked = shown(card, 5);
        assertThat(marked.hints()).hasSize(2);
        assertThat(marked.board().orElseThrow().marks()).containsExactly(RING);
        assertThat(marked.moves()).isEmpty();
        Shown moved = shown(card, 7);
        assertThat(moved.moves()).isEqualTo("20.Nb3");
        assertThat(moved.board().orElseThrow().marks())
                .as("what is drawn after the move")
                .extracting(OwnMark::kind)
                .containsExactly(Kind.HATCH);
        Shown all = shown(card, 99);
        assertThat(all.verdict()).isEqualTo("White is better");
        assertThat(all.moves()).isEqualTo("20.Nb3 a4 21.Nc5");
    }

    @Test
    void whatTheClassTriesShowsNothingOfTheAnswer() {
        Position after = START;
        List<Move> tries = new ArrayList<>();
        for (String name : List.of("b3", "Qxb3")) {
            tries.add(move(after, name));
            after = after.play(tries.getLast());
        }
        Shown shown = Shown.of(card(), 6, tries, Language.ENGLISH);
        assertThat(shown.moves()).isEqualTo("20.b3 Qxb3");
        assertThat(shown.board().orElseThrow().men()).isEqualTo(Sketch.of(after));
        assertThat(shown.board().orElseThrow().marks()).isEmpty();
        assertThat(shown.verdict()).isEmpty();
    }

    @Test
    void whatIsDrawnBeforeAnyHintBelongsToTheQuestion() {
        assertThat(card().marksOfQuestion()).isEmpty();
        assertThat(card().moved(5, 1).marksOfQuestion()).containsExactly(PATH);
        assertThat(card().withHints(List.of()).marksOfQuestion()).containsExactly(RING, PATH);
    }

    @Test
    void aStopThatIsDraggedStaysWhereItWasPutAndMovesStayInTheirOrder() {
        Card card = card().moved(5, 1);
        assertThat(names(card)).startsWith("board 0", "mark 2", "question 0");
        assertThat(shown(card, 2).board().orElseThrow().marks()).containsExactly(PATH);
        // What comes later stands where it usually would; what is gone is left out.
        assertThat(names(card.withHints(List.of("One", "Two", "Three"))))
                .startsWith("board 0", "mark 2", "question 0", "hint 1", "hint 2", "hint 3");
        assertThat(names(card.withHints(List.of()).withQuestion(""))).startsWith("board 0", "mark 2", "mark 1");
        Card turned = card().moved(8, 6);
        assertThat(names(turned)).isEqualTo(names(card()));
    }

    private static CardSheet sheet() {
        Face.MapView attacks = new Face.MapView(
                ConceptMap.Wish.onEmptyBoard(ConceptMap.Kind.ATTACKS, PieceType.KNIGHT), Face.When.NOW);
        Face.MapView change = new Face.MapView(
                new ConceptMap.Wish(ConceptMap.Kind.ATTACKS, PieceType.QUEEN, Square.D3), Face.When.CHANGE);
        Sketch sketch = Sketch.EMPTY.with(Square.D4, Piece.WHITE_KNIGHT).with(Square.D6, Piece.BLACK_PAWN);
        return new CardSheet(
                "Where knights belong",
                List.of(
                        Card.of(new Face.Words("A knight wants a square.\n\nNot a file | or \"two\"."), Side.WHITE),
                        card().moved(5, 1),
                        Card.of(new Face.Maps(START, move(START, "Nb3"), List.of(attacks, change)), Side.WHITE)
                                .withQuestion("How far does a knight see?"),
                        Card.of(new Face.Sketched(sketch, List.of(RING)), Side.BLACK)));
    }

    private static SheetPgn.Contents read(String pgn) {
        try {
            return SheetPgn.read(new ByteArrayInputStream(pgn.getBytes(StandardCharsets.UTF_8)));
        } catch (IOException impossible) {
            throw new AssertionError(impossible);
        }
    }

    @Test
    void aSheetComesBackFromPgnAsItWas() {
        CardSheet sheet = sheet();
        SheetPgn.Contents read = read(SheetPgn.write(sheet));
        assertThat(read.faults()).isEmpty();
        assertThat(read.unread()).isEmpty();
        assertThat(read.sheet().name()).isEqualTo(sheet.name());
        assertThat(SheetPgn.write(read.sheet())).isEqualTo(SheetPgn.write(sheet));
        Card words = read.sheet().cards().getFirst();
        assertThat(((Face.Words) words.face()).paragraphs())
                .containsExactly("A knight wants a square.", "Not a file | or \"two\".");
        Card card = read.sheet().cards().get(1);
        assertThat(card.stops()).isEqualTo(sheet.cards().get(1).stops());
        assertThat(card.said()).containsExactly("Ida: Nb3", "Sam: b3");
        assertThat(card.note()).isEqualTo("Let them find 1.b3 first.\nThen ask again.");
        assertThat(read.sheet().cards().get(3).bottom()).isEqualTo(Side.BLACK);
        assertThat(read.sheet().cards().get(2).stops()).anyMatch(stop -> stop.kind() == Stop.Kind.OTHER_BAND);
    }

    @Test
    void anybodysGamesBecomeCards() {
        SheetPgn.Contents read = read("""
                [White "Quillan, Rhea"]
                [Black "Oake, Tamsin"]

                1. e4 e6 2. d4 {What does Black want?} d5 3. e5 c5 {Is it sound?} 4. c3 *

                [FEN "8/8/4k3/8/4P3/4K3/8/8 w - - 0 1"]
                [SetUp "1"]

                1. Kf4 *
                """);
        assertThat(read.sheet().cards()).hasSize(3);
        Card first = read.sheet().cards().getFirst();
        assertThat(first.question()).isEqualTo("What does Black want?");
        assertThat(first.source()).isEqualTo("Quillan, Rhea - Oake, Tamsin");
        assertThat(first.bottom()).isEqualTo(Side.BLACK);
        assertThat(names(first)).filteredOn(name -> name.startsWith("move")).hasSize(4);
        assertThat(read.sheet().cards().get(2).question()).isEmpty();
        SheetPgn.Contents broken = read("[CardKind \"map\"]\n[CardMap \"attacks knight e5\"]\n\n*");
        assertThat(broken.unread()).containsExactly(1L);
        assertThat(broken.sheet().cards()).hasSize(1);
    }

    @Test
    void aSketchIsCompletedWithKingsThatTouchNothing() {
        Sketch sketch = Sketch.EMPTY.with(Square.D4, Piece.WHITE_KNIGHT).with(Square.D6, Piece.BLACK_PAWN);
        assertThat(Sketch.parse(sketch.text())).contains(sketch);
        Sketch.Completed done = sketch.completed(Side.WHITE).orElseThrow();
        assertThat(done.added()).hasSize(2);
        Position position = done.position();
        for (Square king : done.added()) {
            assertThat(position.attacksFrom(king).and(position.occupied())).isEmpty();
            for (Square square : position.occupied()) {
                assertThat(position.attacksFrom(square).contains(king)).isFalse();
            }
        }
        Sketch pawnOnFirst = Sketch.EMPTY.with(Square.A1, Piece.WHITE_PAWN);
        assertThat(pawnOnFirst.completed(Side.WHITE)).isEqualTo(Optional.empty());
        assertThat(Sketch.parse("8/8/8")).isEmpty();
        assertThat(Sketch.parse("9/8/8/8/8/8/8/8")).isEmpty();
        assertThatThrownBy(() -> new Sketch(List.of())).hasMessageContaining("64");
    }

    @Test
    void hintsNameWhatToLookAtThePieceAndWhatTheMoveDoes() {
        GameTree answer = ((Face.Board) card().face()).tree();
        List<String> hints = HintProposals.of(answer, position -> Ledger.of(position, ValueScale.SCHOOLROOM));
        assertThat(hints).hasSize(3);
        assertThat(hints.get(1)).isEqualTo("White's knight moves.");
        assertThat(String.join(" ", hints)).doesNotContain("Nb3").doesNotContain("b3");
        assertThat(HintProposals.of(GameTree.of(START), position -> Ledger.of(position, ValueScale.SCHOOLROOM)))
                .hasSizeLessThanOrEqualTo(1);
    }

    @Test
    void marksAreDrawnInsideTheBoardFromEitherSide() {
        for (Side bottom : Side.values()) {
            List<MarkFigures.Figure> figures = new MarkFigures(bottom, square -> square == Square.C5, MarkFigures.TAG)
                    .of(List.of(
                            PATH,
                            RING,
                            OwnMark.along(Kind.THREAT, Pencil.BRICK, Square.B6, Square.B2),
                            new OwnMark(Kind.REGION, Pencil.INK, List.of(Square.A8, Square.B8), ""),
                            OwnMark.on(Kind.HATCH, Pencil.INK, Square.H1)));
            for (MarkFigures.Figure figure : figures) {
                if (figure instanceof MarkFigures.Figure.Line line) {
                    assertThat(List.of(line.fromX(), line.fromY(), line.toX(), line.toY()))
                            .allMatch(at -> at >= 0 && at <= 8);
                }
            }
            // Two squares side by side have six outer edges.
            assertThat(figures)
                    .filteredOn(figure ->
                            figure instanceof MarkFigures.Figure.Line line && line.stroke() == MarkFigures.Stroke.FIRM)
                    .hasSize(6);
            assertThat(figures)
                    .filteredOn(MarkFigures.Figure.Tag.class::isInstance)
                    .extracting(figure -> ((MarkFigures.Figure.Tag) figure).text())
                    .containsExactly("1", "2");
        }
    }
}
