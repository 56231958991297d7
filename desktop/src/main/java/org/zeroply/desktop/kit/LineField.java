package org.zeroply.desktop.kit;

import java.util.function.Predicate;
import javafx.css.PseudoClass;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.LineReading;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;

/**
 * A field where moves and whole lines are typed, the same in every place. Enter takes the text. What cannot be read stays
 * in the field with the wrong token selected; the reason and the moves that were probably meant, as buttons, stand in
 * {@link #answer()}, which the place lays where it has room. They follow what is typed on. One of them is marked: Enter
 * takes it, Up and Down mark another, Escape clears the field.
 */
public final class LineField extends TextField {
    private static final PseudoClass MARKED = PseudoClass.getPseudoClass("marked");

    private final TypedLine typed;
    private final Predicate<String> take;
    private final Label reason = Widgets.wrapped("line-reason");
    private final FlowPane meant = new FlowPane(6, 4);
    private final VBox answer = new VBox(5, reason, meant);
    private Runnable onTaken = this::clear;
    private String refusedText = "";
    private int marked;
    private boolean isFollowing;

    /**
     * @param id of the field; the reason has the same with "-reason" after it
     * @param prompt what is to be typed
     * @param take reads a text by {@code typed} and says whether it was taken
     */
    public LineField(String id, String prompt, TypedLine typed, Predicate<String> take) {
        this.typed = typed;
        this.take = take;
        setId(id);
        setPromptText(prompt);
        setAccessibleText(prompt);
        reason.setId(id + "-reason");
        setOnAction(event -> enter());
        addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.ESCAPE && (getLength() > 0 || answer.isVisible())) {
                clear();
                typed.dismiss();
                event.consume();
            } else if (offers() > 0 && (event.getCode() == KeyCode.DOWN || event.getCode() == KeyCode.UP)) {
                mark((marked + (event.getCode() == KeyCode.DOWN ? 1 : offers() - 1)) % offers());
                event.consume();
            }
        });
        textProperty().subscribe(now -> {
            if (!now.equals(refusedText)) {
                isFollowing = true;
                refusedText = now;
                typed.follow(now);
                isFollowing = false;
            }
        });
        typed.refusalProperty().subscribe(this::show);
    }

    /** Why the text was refused, and the moves that were probably meant; takes no room while there is nothing to say. */
    public VBox answer() {
        return answer;
    }

    /** What happens to a text that was taken; it is cleared unless something else is said. */
    public void setOnTaken(Runnable now) {
        onTaken = now;
    }

    /** Takes a character that was typed elsewhere on the place. */
    public void takeTyped(String character) {
        requestFocus();
        positionCaret(getLength());
        insertText(getLength(), character);
    }

    /** Puts a move in the place of what could not be read; says whether there was such a place. */
    public boolean mend(Move move) {
        LineReading.Refused refused = typed.refusalProperty().get();
        if (refused == null) {
            return false;
        }
        mend(refused, move);
        return true;
    }

    private int offers() {
        return meant.getChildren().size();
    }

    private void mark(int index) {
        marked = index;
        for (int i = 0; i < offers(); i++) {
            meant.getChildren().get(i).pseudoClassStateChanged(MARKED, i == index);
        }
    }

    private void enter() {
        LineReading.Refused refused = typed.refusalProperty().get();
        if (refused != null && offers() > 0) {
            mend(refused, refused.meant().get(marked));
        } else {
            read(getText());
        }
    }

    private void read(String text) {
        refusedText = text;
        if (take.test(text)) {
            onTaken.run();
        }
    }

    private void show(LineReading.@Nullable Refused refused) {
        Widgets.present(answer, refused != null);
        meant.getChildren().clear();
        reason.setText("");
        if (refused == null) {
            return;
        }
        reason.setText(Texts.of(
                "linePad.reason",
                refused.at().moveNumber(),
                Texts.of("side." + refused.at().sideToMove()),
                refused.reason()));
        for (Move move : refused.meant()) {
            Button button = new Button(San.write(refused.at(), move, typed.language()));
            button.getStyleClass().add("meant");
            button.setOnAction(event -> mend(refused, move));
            meant.getChildren().add(button);
        }
        Widgets.present(meant, !refused.meant().isEmpty());
        mark(0);
        int from = refused.column() - 1;
        if (!isFollowing && from + refused.token().length() <= getLength()) {
            selectRange(from, from + refused.token().length());
        }
    }

    /** Puts the meant move in the place of the wrong token and reads the text again. */
    private void mend(LineReading.Refused refused, Move move) {
        int from = refused.column() - 1;
        int to = Math.min(refusedText.length(), from + refused.token().length());
        String mended = refusedText.substring(0, from)
                + San.write(refused.at(), move, typed.language())
                + refusedText.substring(to);
        refusedText = mended;
        setText(mended);
        requestFocus();
        read(mended);
    }
}
