package org.zeroply.desktop.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.zeroply.ledger.Section;

class SectionChoiceTest {
    @Test
    void whatIsWrittenIsReadAgain() {
        SectionChoice choice = SectionChoice.USUAL
                .toggleClosed(Section.TEMPO)
                .toggleHidden(Section.EXCHANGES)
                .move(Section.KING, -2);
        assertThat(SectionChoice.read(choice.text())).isEqualTo(choice);
        assertThat(choice.toggleHidden(Section.EXCHANGES).hidden()).isEmpty();
        assertThat(choice.shown()).doesNotContain(Section.EXCHANGES).contains(Section.TEMPO);
    }

    @Test
    void aSectionMovesAmongThoseThatAreShown() {
        SectionChoice choice = SectionChoice.USUAL.toggleHidden(Section.EXCHANGES);
        // Above Threats stands Exchanges, which is hidden, so Threats goes above Material.
        assertThat(choice.move(Section.THREATS, -1).shown()).startsWith(Section.THREATS, Section.MATERIAL);
        assertThat(choice.move(Section.MATERIAL, -1)).isEqualTo(choice);
        assertThat(choice.move(Section.PAWN_ENDING, 1)).isEqualTo(choice);
        assertThat(choice.move(Section.EXCHANGES, 1)).isEqualTo(choice);
    }

    @Test
    void whatCannotBeReadIsTheUsualChoice() {
        assertThat(SectionChoice.read("nonsense")).isEqualTo(SectionChoice.USUAL);
        // A workbook of an older version names fewer sections; one of a newer version names others.
        SectionChoice old = SectionChoice.read("PAWNS MATERIAL SOMETHING|KING|");
        assertThat(old.order()).startsWith(Section.PAWNS, Section.MATERIAL).hasSameSizeAs(Section.values());
        assertThat(old.hidden()).containsExactly(Section.KING);
        assertThatThrownBy(() -> new SectionChoice(List.of(Section.KING), Set.of(), Set.of()))
                .hasMessageContaining("every section once");
    }
}
