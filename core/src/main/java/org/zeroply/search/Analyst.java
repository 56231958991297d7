package org.zeroply.search;

import java.util.function.Consumer;
import org.zeroply.work.Cancel;

/** Who calculates. The product's own is {@link Calculator}; another program behind an open protocol could be a second. */
public interface Analyst {
    /** Who this is, with the version of everything that can change a verdict; verdicts are kept under this name. */
    String name();

    /** Forgets what it remembers of earlier calculations, so that the next one repeats itself as far as it can. */
    default void forget() {}

    /**
     * Calculates on the calling thread until the limit is reached, nothing is left to find, or it is cancelled, which
     * takes effect within a few milliseconds.
     *
     * @param partial told each time a line is found anew or more deeply; called on the calling thread
     * @return the last state; what was found until a cancel is kept
     */
    Calculation calculate(Question question, Consumer<Calculation> partial, Cancel cancel);
}
