package org.zeroply.desktop.kit;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.Control;
import javafx.scene.control.IndexRange;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.jspecify.annotations.Nullable;

/** Keeps the keyboard within what lies on top of a window: Tab goes round in it, and no other key leads out of it. */
public final class FocusRing {
    private final Supplier<@Nullable Parent> top;

    private FocusRing(Supplier<@Nullable Parent> top) {
        this.top = top;
    }

    /**
     * @param top what the keyboard is kept in at the moment; null where it is free
     */
    public static void keep(Parent window, Supplier<@Nullable Parent> top) {
        FocusRing ring = new FocusRing(top);
        window.addEventFilter(KeyEvent.KEY_PRESSED, ring::tab);
        window.sceneProperty().subscribe(scene -> {
            if (scene != null) {
                scene.focusOwnerProperty().subscribe((before, now) -> ring.moved(scene, before, now));
            }
        });
    }

    private void tab(KeyEvent event) {
        Parent within = top.get();
        if (within == null || event.getCode() != KeyCode.TAB || event.isShortcutDown() || event.isAltDown()) {
            return;
        }
        List<Node> ring = new ArrayList<>();
        collect(within, ring);
        Node owner = within.getScene().getFocusOwner();
        boolean isAtEnd = !ring.isEmpty()
                && (owner == null || isWithin(owner, event.isShiftDown() ? ring.getFirst() : ring.getLast()));
        if (isAtEnd) {
            (event.isShiftDown() ? ring.getLast() : ring.getFirst()).requestFocus();
            event.consume();
        }
    }

    private void moved(Scene scene, @Nullable Node before, @Nullable Node now) {
        Parent within = top.get();
        if (within == null || now == null || isWithin(now, within)) {
            return;
        }
        boolean canGoBack = before != null && scene.equals(before.getScene()) && isWithin(before, within);
        IndexRange marked = before instanceof TextInputControl text ? text.getSelection() : new IndexRange(0, 0);
        int caret = before instanceof TextInputControl text ? text.getCaretPosition() : 0;
        FxThread.later(() -> {
            Node owner = scene.getFocusOwner();
            // Something else may have become the topmost meanwhile.
            if (within.equals(top.get()) && (owner == null || !isWithin(owner, within))) {
                if (before != null && canGoBack && !before.isDisabled()) {
                    before.requestFocus();
                    if (before instanceof TextInputControl text) {
                        // A field that gets the keyboard marks all its text, which the next letter would replace.
                        text.selectRange(caret == marked.getStart() ? marked.getEnd() : marked.getStart(), caret);
                    }
                } else {
                    focusFirst(within);
                }
            }
        });
    }

    private static void focusFirst(Parent within) {
        List<Node> ring = new ArrayList<>();
        collect(within, ring);
        (ring.isEmpty() ? within : ring.getFirst()).requestFocus();
    }

    private static boolean isWithin(Node node, Node within) {
        for (Node each = node; each != null; each = each.getParent()) {
            if (each.equals(within)) {
                return true;
            }
        }
        return false;
    }

    /** What Tab goes to, in the order in which it stands. */
    private static void collect(Node node, List<Node> ring) {
        if (!node.isVisible() || node.isDisabled()) {
            return;
        }
        if (node.isFocusTraversable()) {
            ring.add(node);
        }
        boolean isWhole = node instanceof Control && !(node instanceof ScrollPane);
        if (node instanceof Parent parent && !isWhole) {
            parent.getChildrenUnmodifiable().forEach(child -> collect(child, ring));
        }
    }
}
