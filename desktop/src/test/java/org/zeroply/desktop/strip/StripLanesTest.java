package org.zeroply.desktop.strip;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StripLanesTest {
    @Test
    void lanesAreOrderedHiddenAndSizedAndReadAgain() {
        StripLanes lanes = StripLanes.USUAL
                .moved(StripLane.CLOCK, -1)
                .with(new StripLanes.Row(StripLane.MATERIAL, false, 1))
                .with(new StripLanes.Row(StripLane.VERDICT, true, 3));
        assertThat(lanes.text()).isEqualTo("VERDICT:3 -MATERIAL:1 ACTIVITY:1 KING:1 -WINGS:1 CLOCK:1 -TEMPO:1");
        assertThat(StripLanes.read(lanes.text())).isEqualTo(lanes);
        assertThat(lanes.moved(StripLane.VERDICT, -1)).isEqualTo(lanes);
        assertThat(lanes.moved(StripLane.TEMPO, 1)).isEqualTo(lanes);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "VERDICT:1",
                "VERDICT:1 VERDICT:1",
                "VERDICT:9 MATERIAL:1 ACTIVITY:1 KING:1 TEMPO:1 CLOCK:1",
                "a:b c"
            })
    void whatIsNoArrangementGivesTheUsualOne(String text) {
        assertThat(StripLanes.read(text)).isEqualTo(StripLanes.USUAL);
    }

    @Test
    void everyLaneStandsThereOnce() {
        assertThatThrownBy(() -> new StripLanes(List.of(new StripLanes.Row(StripLane.KING, true, 1))))
                .hasMessageContaining("every lane stands there once");
        assertThatThrownBy(() -> new StripLanes.Row(StripLane.KING, true, 0)).hasMessageContaining("not 0");
    }

    @Test
    void aLaneThatAnOlderVersionDidNotHaveComesLast() {
        StripLanes lanes = StripLanes.read("CLOCK:2 VERDICT:1 MATERIAL:1 -ACTIVITY:1 KING:3 -TEMPO:1");
        assertThat(lanes.rows().getFirst()).isEqualTo(new StripLanes.Row(StripLane.CLOCK, true, 2));
        assertThat(lanes.row(StripLane.KING).size()).isEqualTo(3);
        assertThat(lanes.rows().getLast()).isEqualTo(new StripLanes.Row(StripLane.WINGS, false, 1));
    }
}
