package org.zeroply.asking;

import java.util.List;
import java.util.function.Consumer;
import org.zeroply.words.Words;

/**
 * A question that a coach asks of a position or of a line from it.
 *
 * @param <R> what is found
 */
public interface CoachQuestion<R> {
    /** Names it in texts ({@code question.MATE}); never changes. */
    String key();

    /** Under which heading it is offered. */
    Purpose purpose();

    /** Its name on the command line, such as {@code prove}; empty for one that is asked of whole games. */
    String command();

    /** The keys that ask it, such as {@code Alt+2}. */
    String shortcut();

    /** How it can be asked, in the order in which it is offered. */
    List<Parameter<?>> parameters();

    /** Whether it is about one piece, so that it is offered where a piece is picked; its square is what is typed, if anything is. */
    default boolean isAboutPiece() {
        return false;
    }

    /** Whether more effort can give another answer; the others are settled, or not, whatever the effort. */
    default boolean dependsOnEffort() {
        return false;
    }

    default String title() {
        return Words.of("question." + key());
    }

    /** Its name among the commands. */
    default String request() {
        return Words.of("question." + key() + ".command");
    }

    /** What it answers, in one sentence. */
    default String explanation() {
        return Words.of("question." + key() + ".what");
    }

    /** Whether there is nothing to answer before something is typed. */
    default boolean needsWords() {
        return parameters().stream().anyMatch(each -> each instanceof Parameter.Words words && words.isNeeded());
    }

    /**
     * Asks on the calling thread, which takes from milliseconds to minutes.
     *
     * @param partial told what is known so far, on the calling thread
     */
    Outcome<R> ask(Asked asked, Consumer<R> partial);

    /** What was found, ready to be shown or printed. */
    QuestionReport report(Asked asked, R found);

    /** Asks and reports. */
    default QuestionReport answer(Asked asked, Consumer<QuestionReport> partial) {
        return switch (ask(asked, found -> partial.accept(report(asked, found)))) {
            case Outcome.Found<R> found -> report(asked, found.result());
            case Outcome.Refused<R> refused -> QuestionReport.refused(refused.reason());
        };
    }
}
