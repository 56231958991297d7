package org.zeroply.desktop;

import static org.testfx.util.NodeQueryUtils.isVisible;

import javafx.geometry.Point2D;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Window;
import org.testfx.api.FxRobot;
import org.testfx.robot.KeyboardRobot;
import org.testfx.robot.Motion;
import org.testfx.robot.MouseRobot;
import org.testfx.service.query.PointQuery;

/**
 * A robot without a person's slowness: the mouse is at its goal at once instead of in hundreds of steps, and nothing is waited
 * for between pressing and releasing. As a person does, it waits until what it shall press is there.
 */
final class QuickRobot extends FxRobot {
    private static final int STEPS = 4;

    private final Runnable settle;

    /** @param settle waits until nothing is under way any more and what has changed is where it will be seen */
    QuickRobot(Runnable settle) {
        this.settle = settle;
    }

    @Override
    public QuickRobot clickOn(String query, Motion motion, MouseButton... buttons) {
        Stand.waitFor(query, () -> lookup(query).match(isVisible()).tryQuery().isPresent());
        settle.run();
        return clickOn(point(query), motion, buttons);
    }

    @Override
    public QuickRobot clickOn(PointQuery goal, Motion motion, MouseButton... buttons) {
        return click(1, goal.query(), buttons);
    }

    @Override
    public QuickRobot doubleClickOn(PointQuery goal, Motion motion, MouseButton... buttons) {
        return click(2, goal.query(), buttons);
    }

    @Override
    public QuickRobot push(KeyCode... keys) {
        KeyboardRobot keyboard = robotContext().getKeyboardRobot();
        keyboard.pressNoWait(keys);
        KeyCode[] back = new KeyCode[keys.length];
        for (int i = 0; i < keys.length; i++) {
            back[i] = keys[keys.length - 1 - i];
        }
        keyboard.releaseNoWait(back);
        return done();
    }

    @Override
    public QuickRobot write(String text) {
        return write(text, 0);
    }

    @Override
    public QuickRobot write(String text, int pauseMillis) {
        Scene scene = Stand.onStage(
                () -> robotContext().getWindowFinder().window(Window::isFocused).getScene());
        text.chars().forEach(letter -> {
            robotContext().getBaseRobot().typeKeyboard(scene, KeyCode.UNDEFINED, Character.toString(letter));
            Stand.onStage(() -> true);
        });
        return done();
    }

    QuickRobot dragTo(String from, String to) {
        settle.run();
        return dragTo(point(from).query(), point(to).query());
    }

    /** Presses the first button at one place and lets go at another. */
    QuickRobot dragTo(Point2D from, Point2D to) {
        MouseRobot mouse = robotContext().getMouseRobot();
        mouse.moveNoWait(from);
        mouse.pressNoWait(MouseButton.PRIMARY);
        for (int step = 1; step <= STEPS; step++) {
            mouse.moveNoWait(from.interpolate(to, (double) step / STEPS));
        }
        mouse.releaseNoWait(MouseButton.PRIMARY);
        return done();
    }

    /** Nothing is waited for between two clicks, which would be two single ones then. */
    private QuickRobot click(int times, Point2D point, MouseButton... buttons) {
        MouseButton[] pressed = buttons.length == 0 ? new MouseButton[] {MouseButton.PRIMARY} : buttons;
        MouseRobot mouse = robotContext().getMouseRobot();
        mouse.moveNoWait(point);
        for (int i = 0; i < times; i++) {
            mouse.pressNoWait(pressed);
            mouse.releaseNoWait(pressed);
        }
        return done();
    }

    private QuickRobot done() {
        settle.run();
        return this;
    }
}
