package org.zeroply.desktop.shell;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;

/** Where sheets of paper are laid over the window and short messages said. */
interface Sheets {
    Sheet show(String heading, Node content, List<Button> buttons);

    void say(String text);
}
