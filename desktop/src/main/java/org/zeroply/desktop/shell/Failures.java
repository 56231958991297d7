package org.zeroply.desktop.shell;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.kit.CopiedText;
import org.zeroply.desktop.kit.FailureLog;
import org.zeroply.desktop.kit.Sheet;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.gametree.Game;
import org.zeroply.store.WorkbookException;
import org.zeroply.store.WorkbookException.Fault;

/** Says calmly that something failed, and what can be done about it. */
final class Failures {
    private static final Logger LOG = LoggerFactory.getLogger(Failures.class);

    private final OpenGame reading;
    private final WorkbookDesk desk;
    private final Sheets sheets;
    private @Nullable Sheet shown;

    Failures(OpenGame reading, WorkbookDesk desk, Sheets sheets) {
        this.reading = reading;
        this.desk = desk;
        this.sheets = sheets;
    }

    void show(Throwable failure) {
        LOG.error("failed: {}", FailureLog.of(failure));
        StringWriter details = new StringWriter();
        failure.printStackTrace(new PrintWriter(details));
        Fault fault = failure instanceof WorkbookException known ? known.fault() : Fault.OTHER;
        Label text = new Label(
                fault == Fault.OTHER
                        ? Texts.of("failure.text", String.valueOf(failure.getMessage()))
                        : Texts.of("failure." + fault));
        text.setId("failure-text");
        text.setWrapText(true);
        text.setPrefWidth(480);
        Button copy = new Button(Texts.of("failure.copy"));
        copy.setOnAction(event -> CopiedText.put(details.toString()));
        List<Button> buttons = new ArrayList<>(List.of(copy));
        if (fault == Fault.OTHER) {
            showOnce(Texts.of("failure.title"), text, buttons);
            return;
        }
        Button elsewhere = Widgets.button("failure.elsewhere", "failure-elsewhere", this::goOnElsewhere);
        buttons.add(elsewhere);
        Button again = new Button(Texts.of("failure.again"));
        again.setId("failure-again");
        again.getStyleClass().add("primary");
        buttons.add(again);
        Sheet sheet = showOnce(Texts.of("failure.title." + fault), text, buttons);
        again.setOnAction(event -> {
            sheet.close();
            reading.saveAgain();
        });
    }

    /** One sheet about failures at a time: a disk that is gone fails with every edit. */
    private Sheet showOnce(String heading, Label text, List<Button> buttons) {
        if (shown != null) {
            shown.close();
        }
        Sheet sheet = sheets.show(heading, text, buttons);
        shown = sheet;
        return sheet;
    }

    private void goOnElsewhere() {
        long game = reading.gameIdProperty().get();
        Game edited = reading.gameProperty().get();
        desk.goOnElsewhere((target, host) -> host.goOnIn(target, game, edited));
    }
}
