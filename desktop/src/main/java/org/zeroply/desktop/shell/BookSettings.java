package org.zeroply.desktop.shell;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import javafx.beans.property.DoubleProperty;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.judging.LanesModel;
import org.zeroply.desktop.kit.Background;
import org.zeroply.desktop.ledger.LedgerModel;
import org.zeroply.desktop.ledger.SectionChoice;
import org.zeroply.desktop.repertoire.SoundnessModel;
import org.zeroply.desktop.strip.StripLanes;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;
import org.zeroply.store.Workbook;

/** What belongs to the workbook and not to the machine: piece letters, value scale, who answers under the curtain, the ledger's sections, the strip's lanes, what a turning point costs. */
final class BookSettings {
    private final Workbook workbook;
    private final Background background;
    private final OpenGame reading;
    private final LedgerModel ledger;
    private final JudgingModel judging;
    private final LanesModel lanes;
    private final SoundnessModel soundness;
    private String keptStudent = "";

    BookSettings(
            Workbook workbook,
            Background background,
            OpenGame reading,
            LedgerModel ledger,
            JudgingModel judging,
            LanesModel lanes,
            SoundnessModel soundness) {
        this.soundness = soundness;
        this.judging = judging;
        this.lanes = lanes;
        this.workbook = workbook;
        this.background = background;
        this.reading = reading;
        this.ledger = ledger;
    }

    /** Takes the settings over and keeps each change from then on. */
    void begin() {
        Language language = workbook.settings()
                .get("language")
                .flatMap(name -> Arrays.stream(Language.values())
                        .filter(each -> each.name().equals(name))
                        .findFirst())
                .orElse(Language.ENGLISH);
        reading.languageProperty().set(language);
        workbook.settings().get("scale").ifPresent(this::readScale);
        workbook.settings()
                .get("student")
                .ifPresent(name -> reading.curtain().studentProperty().set(name));
        workbook.settings()
                .get("ledger")
                .ifPresent(text -> ledger.sectionsProperty().set(SectionChoice.read(text)));
        ledger.sectionsProperty().subscribe((before, chosen) -> keep("ledger", chosen.text()));
        share("threshold", judging.thresholdProperty(), 0.05);
        share("soundness", soundness.shareProperty(), 0.01);
        workbook.settings().get("lanes").ifPresent(text -> lanes.lanesProperty().set(StripLanes.read(text)));
        lanes.lanesProperty().subscribe((before, chosen) -> keep("lanes", chosen.text()));
        reading.curtain().nodeProperty().subscribe(node -> {
            String now = reading.curtain().studentProperty().get();
            if (!now.equals(keptStudent)) {
                keptStudent = now;
                keep("student", now);
            }
        });
        reading.languageProperty().subscribe(chosen -> keep("language", chosen.name()));
        reading.scaleProperty().subscribe(chosen -> keep("scale", scaleText(chosen)));
    }

    /** A share of a point, in hundredths. */
    private void share(String name, DoubleProperty property, double least) {
        workbook.settings()
                .get(name)
                .filter(text -> text.matches("0\\.\\d{2}"))
                .ifPresent(text -> property.set(Math.clamp(Double.parseDouble(text), least, 0.5)));
        property.subscribe((before, now) -> keep(name, String.format(Locale.ROOT, "%.2f", now.doubleValue())));
    }

    private void keep(String name, String value) {
        background.write(() -> workbook.settings().set(name, value));
    }

    private static String scaleText(ValueScale scale) {
        if (scale.equals(ValueScale.SCHOOLROOM)) {
            return "schoolroom";
        }
        if (scale.equals(ValueScale.TWO_BISHOP)) {
            return "two-bishop";
        }
        return scale.values().stream().map(String::valueOf).collect(Collectors.joining(" ")) + " " + scale.bishopPair();
    }

    private void readScale(String text) {
        if (text.equals("two-bishop")) {
            reading.scaleProperty().set(ValueScale.TWO_BISHOP);
        } else if (text.matches("((10000|\\d{1,4}) ){5}(10000|\\d{1,4})")) {
            List<Integer> numbers =
                    Arrays.stream(text.split(" ")).map(Integer::valueOf).toList();
            reading.scaleProperty().set(ValueScale.custom(numbers.subList(0, 5), numbers.get(5)));
        }
    }
}
