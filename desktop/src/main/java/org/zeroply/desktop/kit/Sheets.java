package org.zeroply.desktop.kit;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Region;

/** Where sheets of paper are laid over the window, short messages said and all commands listed. */
public interface Sheets {
    Sheet show(String heading, Node content, List<Button> buttons);

    void say(String text);

    /** Lists all commands, those of the place first. */
    void listCommands();

    /** The button that every place has at the end of its first row: all else that can be done there. */
    default Button moreButton(String place) {
        Button more = Widgets.button("more", place + "-more", this::listCommands);
        more.setMinWidth(Region.USE_PREF_SIZE);
        more.setTooltip(new Tooltip(Texts.of("more.hint")));
        return more;
    }
}
