package org.zeroply.desktop.game;

import java.util.List;
import java.util.Map;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.shape.SVGPath;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.notation.Signs;

/** The field's signs as drawings, since text fonts lack them; strokes on a field of 16 by 16. */
public final class SignShapes {
    /** In the order of the sign bar: about the move, then about the position from White winning to Black winning. */
    public static final List<Integer> OFFERED = List.of(1, 2, 3, 4, 5, 6, 7, 18, 16, 14, 10, 15, 17, 19, 13);

    private static final Map<Integer, String> PATHS = Map.of(
            7, "M3 3 H13 V13 H3 Z",
            10, "M3 6 H13 M3 10 H13",
            13, "M8 8 C6 4.5 2 4.5 2 8 C2 11.5 6 11.5 8 8 C10 4.5 14 4.5 14 8 C14 11.5 10 11.5 8 8",
            14, "M8 1 V9 M4 5 H12 M3 12 H13 M3 15 H13",
            15, "M3 1 H13 M3 4 H13 M8 7 V15 M4 11 H12",
            16, "M8 2 V10 M4 6 H12 M3 13.5 H13",
            17, "M3 2.5 H13 M8 6 V14 M4 10 H12",
            18, "M4 4 V12 M0.5 8 H7.5 M9.5 8 H15.5",
            19, "M0.5 8 H6.5 M12 4 V12 M8.5 8 H15.5");

    private SignShapes() {}

    /** A drawing of the sign, or its suffix as text. */
    public static Node draw(int sign) {
        String path = PATHS.get(sign);
        if (path == null) {
            String suffix = Signs.suffix(sign);
            Label label = Widgets.label("sign-text", suffix.isEmpty() ? "$" + sign : suffix);
            return label;
        }
        SVGPath shape = new SVGPath();
        shape.setContent(path);
        shape.getStyleClass().add("sign-shape");
        return shape;
    }

    /** What the sign says, in words. */
    public static String meaning(int sign) {
        return OFFERED.contains(sign) ? Texts.of("sign." + sign) : Texts.of("sign.other", sign);
    }
}
