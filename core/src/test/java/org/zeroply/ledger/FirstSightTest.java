package org.zeroply.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.zeroply.notation.Fen;
import org.zeroply.notation.Language;
import org.zeroply.notation.MoveNames;
import org.zeroply.notation.San;
import org.zeroply.rules.Move;
import org.zeroply.rules.Position;
import org.zeroply.rules.RandomPlay;
import org.zeroply.work.Cancel;

/** The few sentences that stand above the ledger. */
class FirstSightTest {
    private static List<String> sentences(Position position, FirstSight.@Nullable Before before) {
        return FirstSight.of(position, Ledger.of(position, ValueScale.SCHOOLROOM), before).stream()
                .map(FirstSight.Sight::sentence)
                .toList();
    }

    private static List<String> after(String fen, String san) {
        Position before = Fen.position(fen);
        Move move = Objects.requireNonNull(San.read(before, san), san);
        return sentences(
                before.play(move),
                new FirstSight.Before(
                        Ledger.of(before, ValueScale.SCHOOLROOM),
                        MoveNames.of(before, move, Language.ENGLISH),
                        before.isCapture(move) ? move.to() : null));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "4k3/8/8/3p4/4P3/8/8/4K3 w - - 0 1 | White can take the pawn on d5, which hangs.",
                "4k3/8/8/3p4/4P3/8/8/4K3 b - - 0 1 | Black can take the pawn on e4, which hangs.",
                "4k3/8/8/8/8/8/r6N/4K3 w - - 0 1 | Black attacks Nh2, which hangs.",
                "6k1/5p2/6p1/6N1/4B2Q/8/8/6K1 b - - 0 1 | Be4 Qh4 Ng5 bear on the squares round Black's king.",
            })
    void whatFallsAndWhoseKingIsAttackedIsSaid(String fen, String sentence) {
        assertThat(sentences(Fen.position(fen), null)).contains(sentence);
    }

    @Test
    void whatCanBeTakenBackIsNotChangedForGood() {
        assertThat(after("4k3/2p5/3p4/4p3/3P4/8/8/4K3 w - - 0 1", "dxe5"))
                .contains("Black can take back on e5.")
                .noneMatch(each -> each.contains("changed"));
        assertThat(after("4k3/8/8/4p3/3P1P2/8/8/4K3 w - - 0 1", "fxe5"))
                .contains("1.fxe5 changed the material: White has more: 2 pawns.")
                .noneMatch(each -> each.contains("take back"));
    }

    @Test
    void aStructureThatCameAboutIsSaid() {
        assertThat(after("4k3/5pp1/5n2/6B1/8/8/8/4K3 w - - 0 1", "Bxf6")).contains("Black can take back on f6.");
        assertThat(after("4k3/5pp1/5B2/8/8/8/5PP1/4K3 b - - 0 1", "gxf6"))
                .anyMatch(each -> each.equals("1...gxf6 changed for good: Black: f6 f7 are isolated now."));
    }

    @Test
    void aThreatIsSaidOnceItHasBeenSearched() {
        Position position = Fen.position("n3k2b/5pr1/Bp4pp/8/R6P/3N2P1/4PK2/8 b - - 0 1");
        Ledger whole = Ledger.of(position, ValueScale.SCHOOLROOM)
                .with(new SearchedEntries().read(position, Language.ENGLISH, new Cancel()));
        assertThat(FirstSight.of(position, whole, null))
                .extracting(FirstSight.Sight::sentence)
                .startsWith("White threatens: Bb5+ wins knight a8.");
        assertThat(sentences(position, new FirstSight.Before(whole, "1.Ke3", null)))
                .noneMatch(each -> each.contains("threatens"));
    }

    @Test
    void thereAreNeverMoreThanFiveAndEachHasItsProof() {
        RandomPlay.positions(24, 20, 80, position -> {
            List<FirstSight.Sight> sights = FirstSight.of(position, Ledger.of(position, ValueScale.SCHOOLROOM), null);
            assertThat(sights).hasSizeLessThanOrEqualTo(5).allSatisfy(sight -> {
                assertThat(sight.sentence()).endsWith(".").doesNotContain("{", "..");
                assertThat(sight.entry().isEmpty()).as(sight.sentence()).isFalse();
            });
            assertThat(sights).extracting(FirstSight.Sight::sentence).doesNotHaveDuplicates();
        });
    }

    @Test
    void aChangeThatAnotherOneSaysIsNotToldTwice() {
        Position position = Fen.position("4k3/8/8/3p4/4P3/8/8/4K3 w - - 0 1");
        List<Change> changes = Ledger.of(
                        position.play(Objects.requireNonNull(San.read(position, "exd5"))), ValueScale.SCHOOLROOM)
                .changesSince(Ledger.of(position, ValueScale.SCHOOLROOM));
        List<Factor> told = changes.stream()
                .filter(change -> changes.stream().noneMatch(change::isSaidBy))
                .map(Change::factor)
                .toList();
        assertThat(changes).extracting(Change::factor).contains(Factor.TOTAL, Factor.IMBALANCE);
        assertThat(told).contains(Factor.IMBALANCE, Factor.PASSED).doesNotContain(Factor.TOTAL);
    }
}
