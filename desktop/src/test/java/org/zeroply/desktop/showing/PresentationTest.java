package org.zeroply.desktop.showing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.gametree.GameTree;
import org.zeroply.gametree.OwnMark;
import org.zeroply.notation.Fen;
import org.zeroply.notation.San;
import org.zeroply.rules.Piece;
import org.zeroply.rules.Position;
import org.zeroply.rules.Side;
import org.zeroply.rules.Square;
import org.zeroply.showing.Card;
import org.zeroply.showing.CardSheet;
import org.zeroply.showing.Face;
import org.zeroply.showing.SheetPgn;
import org.zeroply.showing.Shown;
import org.zeroply.showing.Sketch;

/** Cards as they are made and shown, without a window. */
@SuppressWarnings("NullAway.Init")
class PresentationTest extends OnAWorkbook {
    private static final Position START = Fen.position("2r3k1/3b1ppp/1q2p3/p2pP3/3P4/P2Q4/1P1N1PPP/4R1K1 w - - 0 20");

    private CardsModel model;
    private Presentation presentation;

    @BeforeEach
    void begin() {
        model = new CardsModel(workbook, background);
        presentation = new Presentation(model, CLOCK);
        Card position = Card.of(new Face.Board(GameTree.of(START)), Side.WHITE).withQuestion("What now?");
        Card words = Card.of(new Face.Words("One.\nTwo."), Side.WHITE);
        model.add(new CardSheet("Knights", List.of(position, words)));
    }

    private Card card() {
        return Objects.requireNonNull(model.cardProperty().get());
    }

    private GameTree tree() {
        return model.tree().orElseThrow();
    }

    @Test
    void anAnswerIsTypedWithItsVerdictAndUndone() {
        assertThat(presentation.releasedProperty().get())
                .as("all of it while it is made")
                .isEqualTo(2);
        assertThat(model.enter(presentation.node(), "Nb3 a4 | White is better")).isTrue();
        assertThat(tree().mainLine()).hasSize(2);
        assertThat(presentation.releasedProperty().get())
                .as("with what was added")
                .isEqualTo(5);
        assertThat(model.enter(GameTree.ROOT, "Nb3 Zz9")).isFalse();
        assertThat(model.enter(GameTree.ROOT, "b3 | splendid")).isFalse();
        assertThat(model.saidProperty().get()).contains("splendid");
        assertThat(model.enter(GameTree.ROOT, "b3")).isTrue();
        assertThat(tree().root().children()).hasSize(2);
        model.promote(tree().root().children().getLast());
        assertThat(tree().mainLine()).hasSize(1);
        model.undo();
        model.undo();
        assertThat(tree().root().children()).hasSize(1);
        model.deleteAnswer(tree().root().children().getFirst());
        assertThat(tree().mainLine()).isEmpty();
    }

    @Test
    void whatIsShownBeginsAnewWithEveryCardAndTriesStayOutOfTheAnswer() {
        assertThat(presentation.audienceProperty().get()).isEqualTo(Shown.BLANK);
        presentation.begin();
        assertThat(presentation.releasedProperty().get()).isZero();
        assertThat(presentation.audienceProperty().get()).isEqualTo(Shown.BLANK);
        presentation.release();
        presentation.tryMove(Objects.requireNonNull(San.read(START, "b3")));
        assertThat(presentation.audienceProperty().get().moves()).isEqualTo("20.b3");
        assertThat(tree().mainLine()).isEmpty();
        presentation.takeBack();
        assertThat(presentation.audienceProperty().get().moves()).isEmpty();
        presentation.toggleBlank();
        assertThat(presentation.audienceProperty().get()).isEqualTo(Shown.BLANK);
        assertThat(presentation.shownProperty().get().board()).isPresent();
        presentation.toggleBlank();
        presentation.release();
        model.go(1);
        assertThat(presentation.audienceProperty().get())
                .as("nothing of the next card")
                .isEqualTo(Shown.BLANK);
        presentation.release();
        assertThat(presentation.audienceProperty().get().paragraphs()).containsExactly("One.");
        assertThat(presentation.release()).isTrue();
        assertThat(presentation.release()).isFalse();
        presentation.end();
        assertThat(presentation.audienceProperty().get()).isEqualTo(Shown.BLANK);
    }

    @Test
    void whatIsEditedWhileItIsShownIsNotReleasedByThat() {
        presentation.begin();
        presentation.release();
        model.change(0, "", "undo.card.hints", card -> card.withHints(List.of("Look at b2.")));
        model.draw(GameTree.ROOT, marks -> List.of(OwnMark.on(OwnMark.Kind.RING, OwnMark.Pencil.INK, Square.B2)));
        Shown seen = presentation.audienceProperty().get();
        assertThat(seen.hints()).isEmpty();
        assertThat(seen.board().orElseThrow().marks()).isEmpty();
        assertThat(presentation.releasedProperty().get()).isEqualTo(1);
    }

    @Test
    void cardsAreTakenMovedRemovedAndKept() {
        model.take(Card.of(new Face.Sketched(Sketch.EMPTY, List.of()), Side.WHITE));
        assertThat(model.atProperty().get()).isEqualTo(1);
        model.put(Square.D4, Piece.WHITE_KNIGHT);
        model.said("Ida: d4\nSam: e5\n");
        assertThat(card().said()).containsExactly("Ida: d4", "Sam: e5");
        model.moveCard(1, 0);
        assertThat(card().face()).isInstanceOf(Face.Sketched.class);
        model.removeCard();
        assertThat(model.sheetProperty().get().cards()).hasSize(2);
        model.undo();
        assertThat(((Face.Sketched) card().face()).sketch().at(Square.D4)).isEqualTo(Piece.WHITE_KNIGHT);
        // As another window would read it.
        long id = Objects.requireNonNull(model.openProperty().get()).id();
        assertThat(SheetPgn.write(workbook.sheets().read(id)))
                .isEqualTo(SheetPgn.write(model.sheetProperty().get()));
        model.removeSheet();
        assertThat(model.listProperty().get()).isEmpty();
        model.undo();
        assertThat(model.listProperty().get()).hasSize(1);
        model.proposeHints();
        model.rename("Knights and squares");
        assertThat(workbook.sheets().list().getFirst().name()).isEqualTo("Knights and squares");
    }
}
