package org.zeroply.desktop.register;

import javafx.scene.control.Label;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Region;
import org.jspecify.annotations.Nullable;
import org.zeroply.analysis.GameAccount;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.words.Words;

/**
 * The account of a game on average as two bars of one length: what one started with and was given above, what one gave away and
 * ended with below. What later calculation found stands on the side that it adds to.
 */
final class AccountBars extends Pane {
    private static final double BAR = 17;
    private static final double TEXT = 18;

    private @Nullable GameAccount account;

    AccountBars() {
        getStyleClass().add("account-bars");
        setMinHeight(2 * TEXT + 2 * BAR + 8);
        setPrefHeight(2 * TEXT + 2 * BAR + 8);
        setAccessibleText("");
    }

    void show(@Nullable GameAccount next) {
        account = next;
        setAccessibleText(next == null ? "" : next.inWords());
        requestLayout();
    }

    @Override
    protected void layoutChildren() {
        getChildren().clear();
        GameAccount now = account;
        if (now == null) {
            return;
        }
        GameAccount.Printed printed = now.printed();
        double later = now.foundLater();
        double all = now.start() + now.givenBack() + Math.max(0, later);
        double scale = all == 0 ? 0 : getWidth() / all;
        double top = TEXT;
        double x = bar("account-kept", 0, top, scale * now.start());
        x = bar("account-back", x, top, scale * now.givenBack());
        if (later > 0) {
            bar("account-later", x, top, scale * later);
        }
        double below = top + BAR + 7;
        x = bar("account-away", 0, below, scale * now.givenAway());
        if (later < 0) {
            x = bar("account-later", x, below, -scale * later);
        }
        bar("account-kept", x, below, scale * now.end());
        Label start = text(Words.of("bars.start", points(printed.start())), 0, 0);
        double from = Math.max(scale * now.start(), start.prefWidth(-1) + 12);
        text(Words.of("bars.back", points(printed.givenBack())), from, 0);
        if (printed.foundLater() != 0) {
            right(Words.of("bars.found", (printed.foundLater() > 0 ? "+" : "") + points(printed.foundLater())), 0);
        }
        double foot = below + BAR + 1;
        text(Words.of("bars.away", points(printed.givenAway())), 0, foot);
        right(Words.of("bars.end", points(printed.end())), foot);
    }

    private static String points(int hundredths) {
        return Words.share(hundredths / 100.0);
    }

    /** Gives where the next one begins. */
    private double bar(String style, double x, double y, double width) {
        Region region = new Region();
        region.getStyleClass().add(style);
        getChildren().add(region);
        region.resizeRelocate(x, y, width, BAR);
        return x + width;
    }

    private Label text(String text, double x, double y) {
        Label label = new Label(text);
        getChildren().add(label);
        label.applyCss();
        label.resizeRelocate(x, y, label.prefWidth(-1), TEXT);
        return label;
    }

    private void right(String text, double y) {
        Label label = Widgets.label("soft", text);
        getChildren().add(label);
        label.applyCss();
        double width = label.prefWidth(-1);
        label.resizeRelocate(getWidth() - width, y, width, TEXT);
    }
}
