package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.zeroply.coaching.EventPlan.Needs;
import org.zeroply.coaching.EventPlan.Part;
import org.zeroply.coaching.EventPlan.Share;
import org.zeroply.coaching.EventPlan.Week;

/** The way to an event: weeks, shares by rule, and what the coach sets over them. */
class EventPlanTest {
    private static final LocalDate TODAY = LocalDate.of(2027, 1, 12);

    private static Event event(int days, Event.Goer goer) {
        LocalDate from = TODAY.plusDays(days);
        return new Event(1, "Saltmarsh Cup", "", from, from.plusDays(1), "90 minutes", 5, List.of(goer));
    }

    private static EventPlan plan(int days, Event.Goer goer, Needs needs) {
        return EventPlan.of(event(days, goer), goer, needs, TODAY);
    }

    private static int share(List<Share> shares, Part part) {
        return shares.stream()
                .filter(each -> each.part() == part)
                .findFirst()
                .orElseThrow()
                .hundredths();
    }

    @Test
    void nothingKnownItIsSharedAsUsual() {
        EventPlan plan = plan(28, new Event.Goer(1, 200, Map.of()), Needs.UNKNOWN);
        assertThat(plan.days()).isEqualTo(28);
        assertThat(plan.shares()).extracting(Share::hundredths).containsExactly(34, 34, 17, 15);
        assertThat(plan.weeks()).hasSize(4);
        Week first = plan.weeks().getFirst();
        assertThat(first.think()).isEqualTo(45);
        assertThat(first.all()).isEqualTo(200);
        assertThat(plan.weeks()).extracting(Week::isLast).containsExactly(false, false, true, true);
        assertThat(plan.weeks().getLast().to()).isEqualTo(TODAY.plusDays(27));
    }

    @Test
    void theRepertoireHasWhatIsLostInOpeningsAndMoreInTheLastWeeks() {
        Needs needs = new Needs(Map.of(Part.ENDINGS, 0.3, Part.HABITS, 0.1), 0.32);
        EventPlan plan = plan(21, new Event.Goer(1, 200, Map.of()), needs);
        assertThat(share(plan.shares(), Part.REPERTOIRE)).isEqualTo(32);
        assertThat(share(plan.shares(), Part.ENDINGS)).isGreaterThan(share(plan.shares(), Part.HABITS));
        assertThat(share(plan.shares(), Part.CALCULATION)).as("never nothing").isGreaterThanOrEqualTo(6);
        Map<Part, Integer> early = plan.weeks().getFirst().minutes();
        Map<Part, Integer> late = plan.weeks().getLast().minutes();
        assertThat(late.get(Part.REPERTOIRE)).isGreaterThan(early.get(Part.REPERTOIRE));
        assertThat(share(
                        plan(21, new Event.Goer(1, 200, Map.of()), new Needs(Map.of(), 0.9))
                                .shares(),
                        Part.REPERTOIRE))
                .isEqualTo(50);
    }

    @Test
    void theCoachsSharesStandAndTheOthersShareTheRest() {
        Event.Goer goer = new Event.Goer(1, 200, Map.of(Part.ENDINGS, 60));
        EventPlan plan = plan(28, goer, Needs.UNKNOWN);
        assertThat(share(plan.shares(), Part.ENDINGS)).isEqualTo(60);
        assertThat(plan.shares().stream().mapToInt(Share::hundredths).sum()).isEqualTo(100);
        assertThat(plan.shares().stream().filter(Share::isOwn))
                .extracting(Share::why)
                .containsExactly("set by you");
        assertThat(goer.with(Part.ENDINGS, null).own()).isEmpty();
        EventPlan tooMuch = plan(28, new Event.Goer(1, 200, Map.of(Part.ENDINGS, 90, Part.HABITS, 90)), Needs.UNKNOWN);
        assertThat(tooMuch.shares()).extracting(Share::hundredths).containsExactly(50, 0, 50, 0);
    }

    @Test
    void weeksAddUpWhateverTheMinutes() {
        Random random = new Random(31);
        for (int i = 0; i < 300; i++) {
            int minutes = random.nextInt(900);
            int days = 1 + random.nextInt(60);
            EventPlan plan = plan(
                    days,
                    new Event.Goer(1, minutes, Map.of()),
                    new Needs(Map.of(Part.HABITS, random.nextDouble(), Part.ENDINGS, random.nextDouble() - 0.5), 0.2));
            LocalDate next = TODAY;
            for (Week week : plan.weeks()) {
                assertThat(week.from()).isEqualTo(next);
                next = week.to().plusDays(1);
                long length = week.from().datesUntil(next).count();
                assertThat(week.all()).isBetween((int) (minutes * length / 7) - 4, (int) (minutes * length / 7));
                assertThat(week.minutes().values()).allMatch(each -> each % 5 == 0 && each >= 0);
            }
            assertThat(next).isEqualTo(TODAY.plusDays(days));
        }
    }

    @Test
    void anEventThatHasBegunHasNoWeeksLeft() {
        EventPlan plan = plan(-3, new Event.Goer(1, 200, Map.of()), Needs.UNKNOWN);
        assertThat(plan.days()).isEqualTo(-3);
        assertThat(plan.weeks()).isEmpty();
        assertThatThrownBy(() -> new Event(0, " ", "", TODAY, TODAY, "", 0, List.of()))
                .hasMessageContaining("name");
        assertThatThrownBy(() -> new Event(0, "Cup", "", TODAY, TODAY.minusDays(1), "", 0, List.of()))
                .hasMessageContaining("before it begins");
    }
}
