package org.zeroply.desktop.kit;

import javafx.scene.input.Clipboard;
import javafx.scene.input.ClipboardContent;

/** Text on the system's clipboard. */
public final class CopiedText {
    private CopiedText() {}

    public static void put(String text) {
        ClipboardContent content = new ClipboardContent();
        content.putString(text);
        Clipboard.getSystemClipboard().setContent(content);
    }

    /** What was copied last, here or elsewhere; empty if that is no text. */
    public static String get() {
        String text = Clipboard.getSystemClipboard().getString();
        return text == null ? "" : text;
    }
}
