package org.zeroply.desktop.calculation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.zeroply.desktop.kit.CalculatorService;
import org.zeroply.rules.Position;
import org.zeroply.search.Analyst;
import org.zeroply.search.Calculation;
import org.zeroply.search.Question;
import org.zeroply.work.Cancel;

/** Who comes first, who is interrupted, and who is told; with an analyst that works until it is stopped. */
class CalculatorServiceTest {
    private final ExecutorService thread = Executors.newSingleThreadExecutor();
    private final List<String> told = Collections.synchronizedList(new ArrayList<>());
    private final CalculatorService service = new CalculatorService(
            thread,
            Runnable::run,
            plain -> plain,
            () -> new Named("looks"),
            () -> new Named("batches"),
            () -> new Named("positions"));

    private record Named(String name) implements Analyst {
        @Override
        public Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel) {
            return new Calculation(Position.START, List.of(), 0, 0, 0, true);
        }
    }

    @AfterEach
    void close() {
        service.close();
        thread.shutdownNow();
    }

    private static void await(CountDownLatch latch) {
        try {
            assertThat(latch.await(10, TimeUnit.SECONDS)).isTrue();
        } catch (InterruptedException interrupted) {
            throw new AssertionError(interrupted);
        }
    }

    /** Works until it is told to stop. */
    private static String untilStopped(Cancel cancel, String result) {
        while (!cancel.isRequested()) {
            Thread.onSpinWait();
        }
        return result;
    }

    private Consumer<String> tell(CountDownLatch done) {
        return result -> {
            told.add(result);
            done.countDown();
        };
    }

    @Test
    void aNewLookEndsTheOneBefore() {
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch done = new CountDownLatch(2);
        Runnable stopFirst = service.look(
                (analyst, cancel) -> {
                    begun.countDown();
                    return untilStopped(cancel, "first, as far as it came");
                },
                tell(done));
        await(begun);
        stopFirst.run();
        service.look((analyst, cancel) -> "second by " + analyst.name(), tell(done));
        await(done);
        assertThat(told).containsExactly("first, as far as it came", "second by looks");
    }

    /** Overtaken before it began, stopped, failed: whoever asked hears of the end. */
    @Test
    void everyLookEndsAndAFailureTakesNobodyWithIt() {
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch ended = new CountDownLatch(4);
        CountDownLatch done = new CountDownLatch(3);
        service.look(
                (analyst, cancel) -> {
                    begun.countDown();
                    return untilStopped(cancel, "first");
                },
                tell(done),
                ended::countDown);
        await(begun);
        service.look((analyst, cancel) -> untilStopped(cancel, "overtaken"), tell(done), ended::countDown);
        service.look(
                (analyst, cancel) -> {
                    throw new IllegalStateException("a fault");
                },
                tell(done),
                ended::countDown);
        service.look((analyst, cancel) -> "last", tell(done), ended::countDown);
        await(ended);
        await(done);
        assertThat(told).containsExactly("first", "overtaken", "last");
    }

    @Test
    void aLookInterruptsABatchWhichBeginsAgain() {
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch done = new CountDownLatch(3);
        int[] runs = {0};
        service.batch(
                (analyst, cancel) -> {
                    runs[0]++;
                    if (runs[0] == 1) {
                        begun.countDown();
                        return untilStopped(cancel, "interrupted");
                    }
                    return "batch, run " + runs[0] + ", by " + analyst.name();
                },
                tell(done));
        service.batch((analyst, cancel) -> "next in the batch", tell(done));
        await(begun);
        service.look((analyst, cancel) -> "look", tell(done));
        await(done);
        assertThat(told).containsExactly("look", "batch, run 2, by batches", "next in the batch");
    }

    @Test
    void aStoppedBatchJobIsNeitherRunNorTold() {
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch done = new CountDownLatch(1);
        Runnable stopRunning = service.batch(
                (analyst, cancel) -> {
                    begun.countDown();
                    return untilStopped(cancel, "stopped");
                },
                tell(new CountDownLatch(0)));
        Runnable stopWaiting = service.batch((analyst, cancel) -> "never", tell(new CountDownLatch(0)));
        await(begun);
        stopWaiting.run();
        stopRunning.run();
        service.batch((analyst, cancel) -> "last", tell(done));
        await(done);
        assertThat(told).containsExactly("last");
    }
}
