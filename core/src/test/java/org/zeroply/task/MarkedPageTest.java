package org.zeroply.task;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A marked script as it is read: what carries points stands beside the rows, what is missing below, parts of groups too. */
class MarkedPageTest {
    private static final Task TASK = Ending.task();

    private static MarkedPage page(String choice, String... rows) {
        Script script = Script.of(choice, List.of(rows));
        return MarkedPage.of(TASK, script, Marker.mark(TASK, script, List.of()));
    }

    /** What all of it came to, as somebody would add up who reads the page. */
    private static Points added(MarkedPage page) {
        Stream<MarkedPage.Earned> earned = Stream.concat(
                page.choice().stream().flatMap(choice -> choice.earned().stream()),
                page.rows().stream().flatMap(row -> row.earned().stream()));
        return earned.map(MarkedPage.Earned::points).reduce(Points.ZERO, Points::plus);
    }

    private static List<String> missed(MarkedPage page) {
        return page.missed().stream()
                .map(each -> each.worth() + " " + each.label())
                .toList();
    }

    @Test
    void partsOfAGroupThatAddUpAreEarnedAndMissedEachOnItsOwn() {
        MarkedPage page = page("Ke4", "52.Ke4 Kf7 53.Kf5");
        assertThat(page.rows()).singleElement().satisfies(row -> {
            assertThat(row.moves()).isEqualTo("52.Ke4 Kf7 53.Kf5");
            assertThat(row.earned()).extracting(MarkedPage.Earned::label).containsExactly("Ke4 Kf7", "Ke4 Kf7 Kf5");
            assertThat(row.points()).isEqualTo(Points.of(4));
        });
        assertThat(missed(page))
                .as(
                        "the part that is missing with what lies behind it, not the group, and not the part that the better one replaces")
                .contains("3 Ke4 Kf7 Kf5 Ke8")
                .doesNotContain("0 SUM", "2 Ke4 Kf7 Ke5");
        assertThat(missed(page)).as("of groups as wholes the group").contains("2 ANY", "2 ALL");
        assertThat(added(page)).isEqualTo(page.points());
    }

    @Test
    void whatIsEarnedAndWhatIsMissedIsAllThereIs() {
        for (String row : List.of("", "52.Ke4 Kf7 53.Kf5", "52.Ke4 Kg8 53.Kf4 Kf8 54.Ke5 Kf7 55.Kf5", "52.Ke6 Ke8")) {
            MarkedPage page = page("Ke4", row);
            Points missing =
                    page.missed().stream().map(MarkedPage.Missed::worth).reduce(Points.ZERO, Points::plus);
            assertThat(added(page)).as(row).isEqualTo(page.points());
            assertThat(added(page).plus(missing).compareTo(page.outOf()))
                    .as("nothing is left out: " + row)
                    .isGreaterThanOrEqualTo(0);
        }
    }

    /** Of the best of a group the part stands that earned; what a better one would have given is no gap in the script. */
    @Test
    void aLesserPartThatEarnedStandsForItsGroup() {
        MarkedPage page = page("Ke4", "52.Ke4 Kf7 53.Ke5");
        assertThat(page.rows().getFirst().earned())
                .extracting(MarkedPage.Earned::label)
                .contains("Ke4 Kf7 Ke5");
        assertThat(missed(page)).doesNotContain("3 Ke4 Kf7 Kf5", "2 Ke4 Kf7 Kf5 Ke8 Kg6");
        assertThat(added(page)).isEqualTo(page.points());
    }

    @Test
    void aChoiceStandsForItselfEvenIfItIsNone() {
        assertThat(page("Ke4").choice().orElseThrow()).satisfies(choice -> {
            assertThat(choice.isMove()).isTrue();
            assertThat(choice.move()).isEqualTo("52.Ke4");
            assertThat(choice.points()).isEqualTo(Points.of(5));
            assertThat(choice.way()).hasSize(2);
        });
        assertThat(page("nonsense").choice().orElseThrow()).satisfies(choice -> {
            assertThat(choice.move()).isEqualTo("nonsense");
            assertThat(choice.points().isZero()).isTrue();
            assertThat(choice.way()).hasSize(1);
        });
        assertThat(page("").choice().orElseThrow().move()).isEmpty();
        assertThat(missed(page(""))).first().isEqualTo("5 the key");
    }

    @Test
    void rowsThatGoOnFromAnotherAreIndentedAndSayWhatIsNoMove() {
        MarkedPage page = page("Ke4", "52.Ke4 Kf7 53.Kf5", "53...Kf8 54.Kg6 Qq9");
        MarkedPage.Row second = page.rows().getLast();
        assertThat(second.number()).isEqualTo(2);
        assertThat(second.indent()).isEqualTo(3);
        assertThat(second.moves()).startsWith("53...Kf8 54.Kg6").endsWith("Qq9?");
        assertThat(second.counted())
                .as("the start, and a position for each move that counts")
                .hasSize(6);
        assertThat(second.isOutside()).isFalse();
    }
}
