package org.zeroply.coaching;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A lesson: its plan, how it is held, and what became of it.
 *
 * @param id in the workbook; 0 for one that is not kept
 * @param students who come
 * @param aim in one sentence; perhaps empty
 * @param held null before it has begun
 * @param word a sentence on how it went; perhaps empty
 * @param outside what a calendar file knows it by; empty for one that was made here
 */
public record Lesson(
        long id,
        List<Long> students,
        When when,
        String aim,
        List<Block> blocks,
        @Nullable Held held,
        String word,
        String outside) {
    /**
     * How a lesson is being held, or was.
     *
     * @param at the block that is under way; the number of blocks after the last
     * @param since when that block began
     * @param ended null until it is closed
     */
    public record Held(
            Instant begun, int at, Instant since, @Nullable Instant ended) {}

    public Lesson {
        students = students.stream().distinct().toList();
        blocks = List.copyOf(blocks);
        aim = aim.strip();
        word = word.strip();
        if (held != null && (held.at() < 0 || held.at() > blocks.size())) {
            throw new IllegalArgumentException("the lesson has no block " + held.at());
        }
    }

    /** One that is not planned yet. */
    public static Lesson of(List<Long> students, When when) {
        return new Lesson(0, students, when, "", List.of(), null, "", "");
    }

    // ---- what it is

    public boolean isPlanned() {
        return !blocks.isEmpty();
    }

    /** Whether it has begun and is not closed. */
    public boolean isUnderWay() {
        return held != null && held.ended() == null;
    }

    public boolean isClosed() {
        return held != null && held.ended() != null;
    }

    /** What the blocks come to. */
    public int plannedMinutes() {
        return blocks.stream().mapToInt(Block::minutes).sum();
    }

    /** The block under way; empty before it begins, after the last one, and once it is closed. */
    public Optional<Block> current() {
        return isUnderWay() && Objects.requireNonNull(held).at() < blocks.size()
                ? Optional.of(blocks.get(held.at()))
                : Optional.empty();
    }

    /** The open block after the one under way. */
    public Optional<Block> next() {
        return held == null
                ? Optional.empty()
                : blocks.stream()
                        .skip(held.at() + 1L)
                        .filter(block -> block.state() == Block.State.OPEN)
                        .findFirst();
    }

    /** How long it took; empty while it is under way. */
    public Optional<Duration> taken() {
        return isClosed()
                ? Optional.of(
                        Duration.between(Objects.requireNonNull(held).begun(), Objects.requireNonNull(held.ended())))
                : Optional.empty();
    }

    /** What is left for the next plan: what was carried over. */
    public List<Block> carried() {
        return blocks.stream()
                .filter(block -> block.state() == Block.State.CARRIED)
                .toList();
    }

    // ---- its plan

    public Lesson withId(long next) {
        return new Lesson(next, students, when, aim, blocks, held, word, outside);
    }

    public Lesson withWhen(When next) {
        return new Lesson(id, students, next, aim, blocks, held, word, outside);
    }

    public Lesson withStudents(List<Long> next) {
        return new Lesson(id, next, when, aim, blocks, held, word, outside);
    }

    public Lesson withAim(String text) {
        return new Lesson(id, students, when, text, blocks, held, word, outside);
    }

    public Lesson withBlocks(List<Block> next) {
        Held now = held == null
                ? null
                : new Held(held.begun(), Math.min(held.at(), next.size()), held.since(), held.ended());
        return new Lesson(id, students, when, aim, next, now, word, outside);
    }

    public Lesson withBlock(int at, Block block) {
        List<Block> next = new ArrayList<>(blocks);
        next.set(at, block);
        return withBlocks(next);
    }

    private Lesson withHeld(@Nullable Held next) {
        return new Lesson(id, students, when, aim, blocks, next, word, outside);
    }

    public Lesson withWord(String text) {
        return new Lesson(id, students, when, aim, blocks, held, text, outside);
    }

    public Lesson withOutside(String name) {
        return new Lesson(id, students, when, aim, blocks, held, word, name);
    }

    /** One time of a series as a lesson of its own, with the aim of the series and no plan yet. */
    public Lesson instead(LocalDateTime original) {
        return new Lesson(
                0,
                students,
                new When(original, when.zone(), when.minutes(), null, new When.Instead(id, original)),
                aim,
                List.of(),
                null,
                "",
                outside);
    }

    // ---- holding it

    /** Begins with the first open block. */
    public Lesson begin(Instant now) {
        int first = 0;
        while (first < blocks.size() && blocks.get(first).state() != Block.State.OPEN) {
            first++;
        }
        return withHeld(new Held(now, first, now, null));
    }

    /** Ends the block under way and goes on to the next open one. */
    public Lesson end(Block.State as, Instant now) {
        if (held == null || current().isEmpty()) {
            return this;
        }
        int seconds = (int) Math.max(0, Duration.between(held.since(), now).toSeconds());
        Block ended = blocks.get(held.at()).withState(as, blocks.get(held.at()).seconds() + seconds);
        int next = held.at() + 1;
        while (next < blocks.size() && blocks.get(next).state() != Block.State.OPEN) {
            next++;
        }
        return withBlock(held.at(), ended).withHeld(new Held(held.begun(), next, now, null));
    }

    /** Closes it; the block under way is done, and what has not been opened is carried over. */
    public Lesson close(Instant now) {
        Lesson last = end(Block.State.DONE, now);
        Held was = last.held();
        if (was == null) {
            return this;
        }
        List<Block> left = last.blocks().stream()
                .map(block -> block.state() == Block.State.OPEN && block.kind() != Block.Kind.CLOSE
                        ? block.withState(Block.State.CARRIED, block.seconds())
                        : block)
                .toList();
        return last.withBlocks(left).withHeld(new Held(was.begun(), left.size(), was.since(), now));
    }

    /** With other numbers for whatever it points at; who is not there does not come. */
    public Lesson renamed(Ref.Renaming names) {
        When.Instead instead = when.instead();
        When next = instead == null
                ? when
                : new When(
                        when.start(),
                        when.zone(),
                        when.minutes(),
                        null,
                        new When.Instead(names.of(Ref.LESSON, instead.series()), instead.original()));
        return new Lesson(
                id,
                students.stream()
                        .map(each -> names.of(Ref.STUDENT, each))
                        .filter(each -> each != 0)
                        .toList(),
                next,
                aim,
                blocks.stream().map(block -> block.renamed(names)).toList(),
                held,
                word,
                outside);
    }
}
