package org.zeroply.desktop.kit;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;

/** Where sheets of paper are laid over the window and short messages said. */
public interface Sheets {
    Sheet show(String heading, Node content, List<Button> buttons);

    void say(String text);
}
