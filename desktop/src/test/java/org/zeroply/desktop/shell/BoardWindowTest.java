package org.zeroply.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import javafx.geometry.Rectangle2D;
import org.junit.jupiter.api.Test;

/** On which screen the second window opens. */
class BoardWindowTest {
    private static final Rectangle2D LAPTOP = new Rectangle2D(0, 0, 1280, 800);
    private static final Rectangle2D PROJECTOR = new Rectangle2D(1280, 0, 1920, 1080);
    private static final Rectangle2D SMALL = new Rectangle2D(-800, 0, 800, 600);

    @Test
    void itGoesToTheLargestScreenOnWhichOneDoesNotWork() {
        Rectangle2D window = new Rectangle2D(20, 20, 1200, 700);
        assertThat(BoardWindow.other(window, List.of(LAPTOP))).isEmpty();
        assertThat(BoardWindow.other(window, List.of(LAPTOP, SMALL, PROJECTOR))).contains(PROJECTOR);
        Rectangle2D onProjector = new Rectangle2D(1200, 20, 1200, 700);
        assertThat(BoardWindow.other(onProjector, List.of(LAPTOP, PROJECTOR)))
                .as("by the middle of the window, wherever its edge is")
                .contains(LAPTOP);
    }
}
