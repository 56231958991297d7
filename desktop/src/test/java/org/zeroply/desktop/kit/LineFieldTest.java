package org.zeroply.desktop.kit;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import javafx.event.ActionEvent;
import javafx.scene.Group;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.Stand;
import org.zeroply.notation.Language;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;

/** The field for moves by itself: taken, refused with what was meant, mended. */
@SuppressWarnings("NullAway.Init")
class LineFieldTest {
    private Language language = Language.ENGLISH;
    private final List<List<Move>> taken = new ArrayList<>();
    private final TypedLine typed = new TypedLine(() -> language);
    private LineField field;

    @BeforeEach
    void build() {
        Stand.startToolkit();
        field = new LineField(
                "typed", "moves", typed, text -> typed.read(Position.START, text, moves -> taken.add(moves)));
    }

    private void enter(String text) {
        field.setText(text);
        enterAgain();
    }

    private void enterAgain() {
        field.getOnAction().handle(new ActionEvent());
    }

    private String reason() {
        return ((Label) field.answer().getChildren().getFirst()).getText();
    }

    private List<Button> meant() {
        return ((FlowPane) field.answer().getChildren().getLast())
                .getChildren().stream().map(Button.class::cast).toList();
    }

    private String lastTaken() {
        return San.line(Position.START, taken.getLast(), Language.ENGLISH);
    }

    @Test
    void whatIsReadIsTakenAndTheFieldIsFreeAgain() {
        enter("d4 Nf6 c4");
        assertThat(lastTaken()).isEqualTo("1.d4 Nf6 2.c4");
        assertThat(field.getText()).isEmpty();
        assertThat(field.answer().isManaged()).isFalse();
    }

    @Test
    void theWrongTokenIsSelectedAndWhatWasMeantIsOffered() {
        enter("d4 Nf6 c4 e6 Nc4");
        assertThat(taken).isEmpty();
        assertThat(field.getSelectedText()).isEqualTo("Nc4");
        assertThat(field.answer().isManaged()).isTrue();
        assertThat(reason()).startsWith("Move 3, White:");
        assertThat(meant()).extracting(Button::getText).contains("Nc3");
    }

    @Test
    void enterOnTheUnchangedTextTakesTheFirstThatWasMeant() {
        enter("d4 Nf6 c4 e6 Nc4");
        String first = meant().getFirst().getText();
        enterAgain();
        assertThat(lastTaken()).endsWith("3." + first);
        assertThat(field.getText()).isEmpty();
    }

    @Test
    void whatIsOfferedFollowsWhatIsTypedOnAndTheMarkedOneIsTaken() {
        enter("d4 d5 c4 e6 Nc4");
        field.setText("d4 d5 c4 e6 cx");
        assertThat(meant()).extracting(Button::getText).containsExactly("cxd5");
        field.setText("d4 d5 c4 e6 N");
        assertThat(meant()).extracting(Button::getText).allMatch(text -> text.startsWith("N"));
        String second = meant().get(1).getText();
        field.fireEvent(new KeyEvent(KeyEvent.KEY_PRESSED, "", "", KeyCode.DOWN, false, false, false, false));
        enterAgain();
        assertThat(lastTaken()).endsWith("3." + second);
    }

    @Test
    void aChangedTextIsReadAnewInstead() {
        enter("d4 Qh5");
        enter("d4 d5");
        assertThat(lastTaken()).isEqualTo("1.d4 d5");
        assertThat(typed.refusalProperty().get()).isNull();
    }

    @Test
    void aButtonMendsOneMoveAndTheNextFaultIsShown() {
        enter("d4 Nf6 Nc4 Qh1");
        Button offered = meant().getFirst();
        offered.fire();
        assertThat(taken).isEmpty();
        assertThat(field.getText()).isEqualTo("d4 Nf6 " + offered.getText() + " Qh1");
        assertThat(field.getSelectedText()).isEqualTo("Qh1");
    }

    @Test
    void theMeantMovesAreWrittenInTheLettersOfTheWorkbook() {
        language = Language.GERMAN;
        enter("Sc4");
        assertThat(meant()).extracting(Button::getText).contains("Sc3");
        meant().getFirst().fire();
        assertThat(taken).hasSize(1);
    }

    @Test
    void escapeClearsTheTextWithItsReasonAndThenBelongsToThePlace() {
        enter("d4 Qh5");
        assertThat(escapeIsUsed()).isTrue();
        assertThat(field.getText()).isEmpty();
        assertThat(field.answer().isVisible()).isFalse();
        assertThat(escapeIsUsed()).isFalse();
    }

    /** Whether the field used the key, so that nobody above it gets to see it. */
    private boolean escapeIsUsed() {
        boolean[] seen = {false};
        Group above = new Group(field);
        above.addEventHandler(KeyEvent.KEY_PRESSED, event -> seen[0] = true);
        field.fireEvent(new KeyEvent(KeyEvent.KEY_PRESSED, "", "", KeyCode.ESCAPE, false, false, false, false));
        return !seen[0];
    }

    @Test
    void whatTheFieldKeepsIsForThePlaceToSay() {
        field.setOnTaken(field::selectAll);
        enter("d4");
        assertThat(field.getText()).isEqualTo("d4");
    }

    @Test
    void alternativesAreReadFromOnePositionEach() {
        List<Move> named = new ArrayList<>();
        assertThat(typed.readEach(Position.START, "e4, d4;Nf3", moves -> named.addAll(moves)))
                .isTrue();
        assertThat(named).extracting(Move::toString).containsExactly("e2e4", "d2d4", "g1f3");
        assertThat(typed.readEach(Position.START, "e4 Qq9", moves -> false)).isFalse();
        assertThat(typed.refusalProperty().get()).isNotNull().satisfies(refused -> {
            assertThat(refused.column()).isEqualTo(4);
            assertThat(refused.token()).isEqualTo("Qq9");
        });
    }
}
