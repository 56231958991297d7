package org.zeroply.coaching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** A lesson held from its first block to its close, an hour filled, and homework on its way. */
class LessonTest {
    private static final Instant FIVE = Instant.parse("2027-05-03T15:00:00Z");
    private static final LocalDate DAY = LocalDate.of(2027, 5, 3);

    private static Block block(Block.Kind kind, int minutes, String title) {
        return Block.of(kind, minutes, title, null, "");
    }

    private static Lesson planned() {
        return Lesson.of(List.of(1L), When.once(LocalDateTime.of(2027, 5, 3, 17, 0), ZoneId.of("Europe/Berlin"), 60))
                .withBlocks(List.of(
                        block(Block.Kind.HOMEWORK, 6, "back"),
                        block(Block.Kind.MOMENT, 8, "moment"),
                        block(Block.Kind.TASK, 10, "task"),
                        block(Block.Kind.CLOSE, 5, "end")));
    }

    @Test
    void heldBlockByBlockItKnowsWhatWasDoneCutAndCarriedOver() {
        Lesson lesson = planned().begin(FIVE);
        assertThat(lesson.current().map(Block::title)).contains("back");
        assertThat(lesson.next().map(Block::title)).contains("moment");
        lesson = lesson.end(Block.State.DONE, FIVE.plusSeconds(400));
        lesson = lesson.end(Block.State.CUT, FIVE.plusSeconds(700));
        assertThat(lesson.current().map(Block::title)).contains("task");
        lesson = lesson.end(Block.State.CARRIED, FIVE.plusSeconds(701));
        lesson = lesson.close(FIVE.plusSeconds(1_000)).withWord("Awake.");
        assertThat(lesson.blocks())
                .extracting(Block::state)
                .containsExactly(Block.State.DONE, Block.State.CUT, Block.State.CARRIED, Block.State.DONE);
        assertThat(lesson.blocks()).extracting(Block::seconds).containsExactly(400, 300, 1, 299);
        assertThat(lesson.taken()).contains(Duration.ofSeconds(1_000));
        assertThat(lesson.carried()).extracting(Block::title).containsExactly("task");
        assertThat(lesson.isUnderWay()).isFalse();
        Block again = lesson.carried().getFirst().again("Carried over.");
        assertThat(again.state()).isEqualTo(Block.State.OPEN);
        assertThat(again.seconds()).isZero();
    }

    @Test
    void whatWasNotOpenedIsCarriedOverWhenItIsClosedButForTheClosing() {
        Lesson lesson = planned().begin(FIVE).close(FIVE.plusSeconds(60));
        assertThat(lesson.blocks())
                .extracting(Block::state)
                .containsExactly(Block.State.DONE, Block.State.CARRIED, Block.State.CARRIED, Block.State.OPEN);
        assertThat(planned().close(FIVE)).as("before it has begun").isEqualTo(planned());
    }

    @Test
    void changedWhileItIsHeldItGoesOn() {
        Lesson lesson = planned().begin(FIVE).end(Block.State.DONE, FIVE.plusSeconds(60));
        Lesson shorter = lesson.withBlocks(lesson.blocks().subList(0, 1));
        assertThat(shorter.current()).isEmpty();
        assertThat(Objects.requireNonNull(shorter.held()).at()).isEqualTo(1);
        assertThat(shorter.end(Block.State.DONE, FIVE)).isEqualTo(shorter);
    }

    @Test
    void whoIsNotInAnotherCopyDoesNotComeAndWhatIsNotThereIsNotOpened() {
        Lesson lesson = planned()
                .withStudents(List.of(1L, 2L))
                .withBlock(
                        1,
                        Block.of(Block.Kind.MOMENT, 8, "moment", new Block.Material(Ref.GAME, 5, 12), "")
                                .withNote("slowly"));
        Lesson there = lesson.renamed((what, number) -> what == Ref.STUDENT && number == 1 ? 100 : 0);
        assertThat(there.students()).containsExactly(100L);
        assertThat(there.blocks().get(1).material()).isNull();
        assertThat(there.blocks().get(1).note()).isEqualTo("slowly");
    }

    // ---- filling the hour

    private static HourPlan.Theme theme(String student, String habit, int tasks) {
        return new HourPlan.Theme(
                student,
                habit,
                habit + " first.",
                List.of(new HourPlan.Shown(1, 20, student + " 1"), new HourPlan.Shown(2, 30, student + " 2")),
                Optional.of(new HourPlan.Shown(3, 40, "other")),
                IntStream.range(0, tasks)
                        .mapToObj(i -> new HourPlan.At(9, i, student + " task " + i, 12, 0.6))
                        .toList(),
                Optional.of(new HourPlan.Shown(4, 50, "hold")));
    }

    private static List<String> told(List<Block> blocks) {
        return blocks.stream().map(each -> each.kind() + " " + each.minutes()).toList();
    }

    @Test
    void anHourIsFilledByTheRulesAndNeverMore() {
        HourPlan.Stock stock = new HourPlan.Stock(
                List.of(block(Block.Kind.TASK, 7, "left over")),
                List.of(new HourPlan.Back(3, "Forks I", "Ida", 3)),
                List.of(theme("Ida", "Threats", 3)),
                List.of(new HourPlan.Due(5, "Quiet lines", 9)));
        List<Block> hour = HourPlan.fill(60, stock);
        assertThat(told(hour))
                .containsExactly(
                        "TASK 7", "HOMEWORK 6", "MOMENT 8", "MOMENT 8", "EXAMPLE 5", "TASK 12", "LINES 5", "CLOSE 5");
        assertThat(hour).allMatch(each -> !each.why().isEmpty());
        assertThat(hour.get(5).why()).contains(".60");
        assertThat(told(HourPlan.fill(120, stock)))
                .containsExactly(
                        "TASK 7",
                        "HOMEWORK 6",
                        "MOMENT 8",
                        "MOMENT 8",
                        "EXAMPLE 5",
                        "TASK 12",
                        "TASK 12",
                        "HOLD 10",
                        "LINES 5",
                        "CLOSE 5");
        for (int minutes = 1; minutes <= 130; minutes++) {
            int sum = HourPlan.fill(minutes, stock).stream()
                    .mapToInt(Block::minutes)
                    .sum();
            assertThat(sum).isLessThanOrEqualTo(minutes);
        }
    }

    @Test
    void aGroupHasOneThemeAndATaskEach() {
        HourPlan.Stock stock = new HourPlan.Stock(
                List.of(),
                List.of(),
                List.of(theme("Ida", "Endings", 1), theme("Sam", "Threats", 1), theme("Noor", "Threats", 1)),
                List.of());
        List<Block> hour = HourPlan.fill(90, stock);
        assertThat(hour.stream().filter(each -> each.kind() == Block.Kind.MOMENT))
                .as("of the theme that most of them have")
                .extracting(Block::title)
                .containsExactly("Sam 1", "Noor 1");
        Block tasks = hour.stream()
                .filter(each -> each.kind() == Block.Kind.TASK)
                .findFirst()
                .orElseThrow();
        assertThat(tasks.minutes()).isEqualTo(12);
        assertThat(tasks.title()).isEqualTo("Ida: Ida task 0; Sam: Sam task 0; Noor: Noor task 0");
    }

    @Test
    void withoutAnythingThereIsTheClosingAlone() {
        HourPlan.Stock nothing = new HourPlan.Stock(List.of(), List.of(), List.of(), List.of());
        assertThat(told(HourPlan.fill(60, nothing))).containsExactly("CLOSE 5");
        assertThat(HourPlan.fill(5, nothing)).isEmpty();
    }

    // ---- homework

    @Test
    void homeworkIsOwedUntilItIsBackAndOpenUntilItIsMarked() {
        Assignment homework = new Assignment(
                0,
                Assignment.Kind.WORDS,
                "Write down every threat",
                0,
                DAY,
                DAY.plusDays(7),
                0,
                List.of(new Assignment.Part(1, Assignment.State.SET), new Assignment.Part(2, Assignment.State.OUT)));
        assertThat(homework.isLate(homework.parts().getFirst(), DAY.plusDays(7)))
                .isFalse();
        assertThat(homework.isLate(homework.parts().getFirst(), DAY.plusDays(8)))
                .isTrue();
        Assignment back = homework.with(1, Assignment.State.BACK).with(2, Assignment.State.MARKED);
        assertThat(back.isOwed()).isFalse();
        assertThat(back.isOpen()).isTrue();
        assertThat(back.isLate(back.parts().getFirst(), DAY.plusDays(30))).isFalse();
        assertThat(back.with(1, Assignment.State.MARKED).isOpen()).isFalse();
        assertThatThrownBy(() -> homework.withDue(DAY.minusDays(1))).hasMessageContaining("the day it is set or later");
    }
}
