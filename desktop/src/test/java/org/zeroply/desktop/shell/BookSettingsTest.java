package org.zeroply.desktop.shell;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.desktop.Stand;
import org.zeroply.desktop.game.OpenGame;
import org.zeroply.desktop.judging.JudgingModel;
import org.zeroply.desktop.judging.LanesModel;
import org.zeroply.desktop.kit.OnAWorkbook;
import org.zeroply.desktop.ledger.LedgerModel;
import org.zeroply.desktop.ledger.SectionChoice;
import org.zeroply.desktop.repertoire.RepertoireModel;
import org.zeroply.desktop.repertoire.SoundnessModel;
import org.zeroply.desktop.strip.StripLane;
import org.zeroply.desktop.strip.StripLanes;
import org.zeroply.ledger.Section;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;

/** What the coach chose for a workbook is there the next time, and what a file says wrongly is left alone. */
@SuppressWarnings("NullAway.Init")
class BookSettingsTest extends OnAWorkbook {
    private OpenGame game;
    private LedgerModel ledger;
    private JudgingModel judging;
    private LanesModel lanes;
    private SoundnessModel soundness;

    @BeforeEach
    void begin() {
        Stand.startToolkit();
        openAgain();
    }

    /** The models as the program makes them when it starts with this workbook. */
    private void openAgain() {
        game = new OpenGame(workbook, background);
        ledger = Stand.onStage(() -> new LedgerModel(game, background));
        judging = new JudgingModel(game, workbook, background, service);
        lanes = new LanesModel(game, background);
        soundness = new SoundnessModel(new RepertoireModel(workbook, background), workbook, background, service);
        new BookSettings(workbook, background, game, ledger, judging, lanes, soundness).begin();
    }

    private void says(String name, String value) {
        workbook.settings().set(name, value);
        openAgain();
    }

    @Test
    void aNewWorkbookHasWhatIsUsual() {
        assertThat(game.languageProperty().get()).isEqualTo(Language.ENGLISH);
        assertThat(game.scaleProperty().get()).isEqualTo(ValueScale.SCHOOLROOM);
        assertThat(ledger.sectionsProperty().get()).isEqualTo(SectionChoice.USUAL);
        assertThat(lanes.lanesProperty().get()).isEqualTo(StripLanes.USUAL);
        assertThat(game.curtain().studentProperty().get()).isEmpty();
    }

    @Test
    void whateverWasChosenIsThereTheNextTime() {
        SectionChoice sections = SectionChoice.USUAL.toggleClosed(Section.PAWNS).move(Section.MATERIAL, 1);
        StripLanes chosen = StripLanes.USUAL
                .with(new StripLanes.Row(StripLane.TEMPO, true, 3))
                .moved(StripLane.TEMPO, -1);
        game.languageProperty().set(Language.GERMAN);
        game.scaleProperty().set(ValueScale.TWO_BISHOP);
        ledger.sectionsProperty().set(sections);
        lanes.lanesProperty().set(chosen);
        judging.thresholdProperty().set(0.21);
        soundness.shareProperty().set(0.07);
        openAgain();
        assertThat(game.languageProperty().get()).isEqualTo(Language.GERMAN);
        assertThat(game.scaleProperty().get()).isEqualTo(ValueScale.TWO_BISHOP);
        assertThat(ledger.sectionsProperty().get()).isEqualTo(sections);
        assertThat(lanes.lanesProperty().get()).isEqualTo(chosen);
        assertThat(judging.thresholdProperty().get()).isEqualTo(0.21);
        assertThat(soundness.shareProperty().get()).isEqualTo(0.07);
    }

    @Test
    void theCoachsOwnScaleKeepsEveryValue() {
        ValueScale own = ValueScale.custom(List.of(100, 310, 340, 10_000, 0), 45);
        game.scaleProperty().set(own);
        openAgain();
        assertThat(game.scaleProperty().get()).isEqualTo(own);
        game.scaleProperty().set(ValueScale.SCHOOLROOM);
        openAgain();
        assertThat(game.scaleProperty().get()).isEqualTo(ValueScale.SCHOOLROOM);
    }

    @Test
    void whoAnsweredLastUnderTheCurtainIsProposedAgain() {
        game.add(game("1.d4 *"), "add");
        game.curtain().studentProperty().set("Rhea");
        game.curtain().drop();
        openAgain();
        assertThat(game.curtain().studentProperty().get()).isEqualTo("Rhea");
    }

    @ParameterizedTest
    @CsvSource({
        "language, KLINGON",
        "scale, 1 2 3",
        "scale, 100 300 300 500 99999 0",
        "scale, -1 0 0 0 0 0",
        "threshold, a lot",
        "soundness, 7",
        "ledger, ???",
        "lanes, TEMPO"
    })
    void whatCannotBeUnderstoodChangesNothing(String name, String value) {
        double threshold = judging.thresholdProperty().get();
        double share = soundness.shareProperty().get();
        says(name, value);
        assertThat(game.languageProperty().get()).isEqualTo(Language.ENGLISH);
        assertThat(game.scaleProperty().get()).isEqualTo(ValueScale.SCHOOLROOM);
        assertThat(judging.thresholdProperty().get()).isEqualTo(threshold);
        assertThat(soundness.shareProperty().get()).isEqualTo(share);
        assertThat(ledger.sectionsProperty().get().order()).containsExactlyInAnyOrder(Section.values());
        assertThat(lanes.lanesProperty().get().rows())
                .extracting(StripLanes.Row::lane)
                .containsExactlyInAnyOrder(StripLane.values());
    }

    @Test
    void aShareOutsideWhatIsSensibleIsBroughtInside() {
        says("threshold", "0.01");
        assertThat(judging.thresholdProperty().get()).isEqualTo(0.05);
        says("threshold", "0.99");
        assertThat(judging.thresholdProperty().get()).isEqualTo(0.5);
        says("soundness", "0.00");
        assertThat(soundness.shareProperty().get()).isEqualTo(0.01);
    }
}
