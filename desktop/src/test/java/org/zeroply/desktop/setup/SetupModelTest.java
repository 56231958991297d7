package org.zeroply.desktop.setup;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.zeroply.desktop.setup.SetupModel.Brush;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Square;

/** A position set up by brush, by list and by FEN, undone, and told what is wrong with it; without a window. */
class SetupModelTest {
    private static final String ENDING = "8/8/4k3/8/4P3/4K3/8/8 w - - 0 1";

    private final SetupModel model = new SetupModel(Draft.of(Fen.position(ENDING)));

    @Test
    void theBrushPutsMenAndTakesTheSameManAwayAgain() {
        model.brushProperty().set(new Brush(Piece.BLACK_ROOK, false));
        model.paint(Square.A8);
        assertThat(model.fen()).isEqualTo("r7/8/4k3/8/4P3/4K3/8/8 w - - 0 1");
        model.paint(Square.A8);
        assertThat(model.fen()).isEqualTo(ENDING);
        model.paint(Square.E4);
        assertThat(model.draft().at(Square.E4))
                .as("it takes the place of another")
                .isEqualTo(Piece.BLACK_ROOK);
        model.brushProperty().set(Brush.ERASER);
        model.paint(Square.E4);
        assertThat(model.draft().at(Square.E4)).isNull();
        model.brushProperty().set(Brush.HAND);
        model.paint(Square.E3);
        assertThat(model.draft().at(Square.E3)).as("the hand paints nothing").isEqualTo(Piece.WHITE_KING);
    }

    @Test
    void whatMakesItImpossibleIsSaidAndThenThereIsNoPosition() {
        assertThat(model.faultsProperty().get()).isEmpty();
        model.brushProperty().set(Brush.ERASER);
        model.paint(Square.E6);
        assertThat(model.positionProperty().get()).isNull();
        assertThat(model.fen()).isEmpty();
        assertThat(model.faultsProperty().get())
                .isNotEmpty()
                .allSatisfy(fault -> assertThat(fault).isNotBlank().doesNotContain("{"));
        model.brushProperty().set(new Brush(Piece.WHITE_PAWN, false));
        model.paint(Square.E8);
        assertThat(model.faultsProperty().get())
                .as("each thing that is wrong is named")
                .hasSizeGreaterThan(1);
    }

    @Test
    void stepsAreUndoneAndMadeAgain() {
        model.brushProperty().set(new Brush(Piece.BLACK_QUEEN, false));
        model.paint(Square.A1);
        model.paint(Square.B1);
        model.undo();
        assertThat(model.fen()).isEqualTo("8/8/4k3/8/4P3/4K3/8/q7 w - - 0 1");
        model.undo();
        model.undo();
        assertThat(model.fen()).as("there is nothing before the start").isEqualTo(ENDING);
        model.redo();
        model.redo();
        model.redo();
        assertThat(model.fen()).isEqualTo("8/8/4k3/8/4P3/4K3/8/qq6 w - - 0 1");
        model.undo();
        model.paint(Square.C1);
        model.redo();
        assertThat(model.fen())
                .as("a new step ends what could be made again")
                .isEqualTo("8/8/4k3/8/4P3/4K3/8/q1q5 w - - 0 1");
    }

    @Test
    void aFenIsTakenAsOneStepOrLeavesEverythingAsItIs() {
        assertThat(model.takeFen("rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR b KQkq - 0 1"))
                .isEmpty();
        assertThat(model.fen()).startsWith("rnbqkbnr/pppppppp/8/8/8/8/PPPPPPPP/RNBQKBNR b");
        String before = model.fen();
        assertThat(model.takeFen("rnbqkbnr/pppp")).isNotEmpty();
        assertThat(model.fen()).isEqualTo(before);
        model.undo();
        assertThat(model.fen()).isEqualTo(ENDING);
    }

    @Test
    void aListOfMenIsReadInTheLettersOfTheWorkbook() {
        assertThat(model.takeList("White Ke1 Dd1 Black Ke8", Language.GERMAN)).isEmpty();
        assertThat(model.draft().at(Square.D1)).isEqualTo(Piece.WHITE_QUEEN);
        assertThat(model.list(Language.ENGLISH)).contains("Q d1");
        String before = model.fen();
        assertThat(model.takeList("White Ke1 Qz9 Black Ke8", Language.ENGLISH)).contains("Qz9");
        assertThat(model.fen()).isEqualTo(before);
    }

    @Test
    void nothingHappensWhereNothingChanges() {
        model.change(Draft.of(Fen.position(ENDING)));
        model.undo();
        assertThat(model.fen()).isEqualTo(ENDING);
        model.change(Draft.of(Position.START));
        model.undo();
        assertThat(model.fen()).isEqualTo(ENDING);
    }
}
