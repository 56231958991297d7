package org.zeroply.desktop.games;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.layout.VBox;
import org.zeroply.desktop.kit.CopiedText;
import org.zeroply.desktop.kit.Sheets;
import org.zeroply.desktop.kit.Texts;
import org.zeroply.desktop.kit.Widgets;
import org.zeroply.store.ImportReport;

/** The report of an import. */
final class ImportSheet {
    private ImportSheet() {}

    /** Says what an import did; a sheet only where there is something to read. */
    static void show(ImportReport report, Sheets sheets) {
        String said = Texts.of("import.summary", report.added(), report.alreadyThere());
        sheets.say(report.file() + ": " + said);
        boolean worthReading = report.faultCount() > 0
                || report.skipped() > 0
                || report.otherRemarks() > 0
                || report.cancelled()
                || report.added() == 0;
        if (!worthReading) {
            return;
        }
        List<String> lines = new ArrayList<>(List.of(said));
        if (report.cancelled()) {
            lines.add(Texts.of("import.cancelled"));
        }
        if (report.otherRemarks() > 0) {
            lines.add(Texts.of("import.otherRemarks", report.otherRemarks()));
        }
        if (report.skipped() > 0) {
            lines.add(Texts.of("import.skipped", report.skipped()));
        }
        if (report.faultCount() > 0) {
            lines.add(Texts.of("import.faults", report.faultCount()));
        }
        Label summary = new Label(String.join("\n", lines));
        TextArea faults = new TextArea(report.faults().stream()
                .map(fault -> Texts.of("import.fault", fault.line(), fault.game(), fault.token(), fault.reason()))
                .collect(Collectors.joining("\n")));
        faults.setEditable(false);
        faults.setWrapText(true);
        faults.setPrefSize(620, report.faults().isEmpty() ? 0 : 260);
        Widgets.present(faults, !report.faults().isEmpty());
        faults.setId("import-faults");
        Button copy = new Button(Texts.of("failure.copy"));
        copy.setOnAction(event -> CopiedText.put(summary.getText() + "\n" + faults.getText()));
        sheets.show(Texts.of("import.title", report.file()), new VBox(10, summary, faults), List.of(copy));
    }
}
