package org.zeroply.desktop.showing;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import org.jspecify.annotations.Nullable;
import org.zeroply.gametree.GameTree;
import org.zeroply.rules.Move;
import org.zeroply.showing.Card;
import org.zeroply.showing.Face;
import org.zeroply.showing.Shown;
import org.zeroply.showing.Stop;

/**
 * How far the card is released, while it is made and while it is shown to an audience. What the audience's window shows is
 * {@link #audienceProperty}, which is blank while nothing is presented. Lives on the interface thread.
 */
public final class Presentation {
    private final CardsModel model;
    private final Clock clock;
    private final ReadOnlyIntegerWrapper released = new ReadOnlyIntegerWrapper(this, "released");
    private final ReadOnlyBooleanWrapper presenting = new ReadOnlyBooleanWrapper(this, "presenting");
    private final ReadOnlyBooleanWrapper blank = new ReadOnlyBooleanWrapper(this, "blank");
    private final ReadOnlyObjectWrapper<Shown> shown = new ReadOnlyObjectWrapper<>(this, "shown", Shown.BLANK);
    private final ReadOnlyObjectWrapper<Shown> audience = new ReadOnlyObjectWrapper<>(this, "audience", Shown.BLANK);
    private final List<Move> tries = new ArrayList<>();
    private @Nullable Instant begun;
    private CardsModel.Current last = new CardsModel.Current(0, -1, null);

    Presentation(CardsModel model, Clock clock) {
        this.model = model;
        this.clock = clock;
        model.currentProperty().subscribe(this::changed);
        model.languageProperty().subscribe(now -> show());
    }

    /** How many stops of the card are released. */
    public ReadOnlyIntegerProperty releasedProperty() {
        return released.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty presentingProperty() {
        return presenting.getReadOnlyProperty();
    }

    public ReadOnlyBooleanProperty blankProperty() {
        return blank.getReadOnlyProperty();
    }

    /** What is released of the card. */
    public ReadOnlyObjectProperty<Shown> shownProperty() {
        return shown.getReadOnlyProperty();
    }

    /** What the audience sees. */
    public ReadOnlyObjectProperty<Shown> audienceProperty() {
        return audience.getReadOnlyProperty();
    }

    /** What the class tries on the board. */
    List<Move> tries() {
        return List.copyOf(tries);
    }

    /** Another card begins anew; the same one edited keeps its place, with what was added to its end shown while it is made. */
    private void changed(CardsModel.Current now) {
        Card before = last.card();
        Card card = now.card();
        boolean isSame = card != null && before != null && now.at() == last.at() && now.sheet() == last.sheet();
        boolean wasWhole = before == null || released.get() >= before.stops().size();
        last = now;
        tries.clear();
        int all = card == null ? 0 : card.stops().size();
        if (isSame) {
            released.set(wasWhole && !presenting.get() ? all : Math.min(released.get(), all));
        } else {
            released.set(presenting.get() ? 0 : all);
        }
        show();
    }

    private void show() {
        Card now = model.cardProperty().get();
        shown.set(
                now == null
                        ? Shown.BLANK
                        : Shown.of(
                                now,
                                released.get(),
                                tries,
                                model.languageProperty().get()));
        audience.set(presenting.get() && !blank.get() ? shown.get() : Shown.BLANK);
    }

    // ---- what the coach does

    void begin() {
        presenting.set(true);
        blank.set(false);
        begun = clock.instant();
        tries.clear();
        released.set(0);
        show();
    }

    void end() {
        presenting.set(false);
        blank.set(false);
        begun = null;
        tries.clear();
        Card now = model.cardProperty().get();
        released.set(now == null ? 0 : now.stops().size());
        show();
    }

    /** How long it has gone on; nought while nothing is presented. */
    Duration time() {
        return begun == null ? Duration.ZERO : Duration.between(begun, clock.instant());
    }

    /** Releases what comes next; says whether there was something. */
    boolean release() {
        Card now = model.cardProperty().get();
        if (now == null || released.get() >= now.stops().size()) {
            return false;
        }
        releaseTo(released.get() + 1);
        return true;
    }

    /** Takes back what the class tried last, else what was released last. */
    void takeBack() {
        if (!tries.isEmpty()) {
            tries.removeLast();
            show();
        } else if (released.get() > 0) {
            releaseTo(released.get() - 1);
        }
    }

    void releaseTo(int count) {
        tries.clear();
        released.set(count);
        show();
    }

    void toggleBlank() {
        blank.set(!blank.get());
        show();
    }

    /** Plays a move that the class proposes. */
    void tryMove(Move move) {
        Shown.Board board = shown.get().board().orElse(null);
        if (board != null && board.position() != null && board.position().accepts(move)) {
            tries.add(move);
            show();
        }
    }

    /** The node of the answer at which the board stands. */
    int node() {
        Card now = model.cardProperty().get();
        if (now == null || !(now.face() instanceof Face.Board board)) {
            return GameTree.ROOT;
        }
        int moves = (int) now.stops().stream()
                .limit(released.get())
                .filter(stop -> stop.kind() == Stop.Kind.MOVE)
                .count();
        return moves == 0 ? GameTree.ROOT : board.tree().mainLine().get(moves - 1);
    }
}
