package org.zeroply.desktop.flow;

import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.zeroply.notation.Language;
import org.zeroply.repertoire.Likelihood;
import org.zeroply.repertoire.Repertoire;

/** What a flow shows, and where each part of it stands, which is worked out once. Immutable. */
public final class FlowData {
    private final Repertoire repertoire;
    private final Likelihood likelihood;
    private final Set<Integer> folded;
    private final Set<Integer> unfolded;
    private final List<Integer> thread;
    private final String threadName;
    private final Language language;
    private volatile @Nullable FlowLayout layout;

    /**
     * @param folded nodes after which nothing is shown although it is likely
     * @param unfolded nodes after which everything is shown although it is unlikely
     * @param thread the nodes that a game ran through, in order; empty for none
     * @param threadName what the game is called
     */
    public FlowData(
            Repertoire repertoire,
            Likelihood likelihood,
            Set<Integer> folded,
            Set<Integer> unfolded,
            List<Integer> thread,
            String threadName,
            Language language) {
        this.repertoire = repertoire;
        this.likelihood = likelihood;
        this.folded = Set.copyOf(folded);
        this.unfolded = Set.copyOf(unfolded);
        this.thread = List.copyOf(thread);
        this.threadName = threadName;
        this.language = language;
    }

    /** The same with other likelihoods. */
    public FlowData with(Likelihood other) {
        return new FlowData(repertoire, other, folded, unfolded, thread, threadName, language);
    }

    public Repertoire repertoire() {
        return repertoire;
    }

    public Likelihood likelihood() {
        return likelihood;
    }

    public Set<Integer> folded() {
        return folded;
    }

    public Set<Integer> unfolded() {
        return unfolded;
    }

    public List<Integer> thread() {
        return thread;
    }

    public String threadName() {
        return threadName;
    }

    public Language language() {
        return language;
    }

    FlowLayout layout() {
        FlowLayout known = layout;
        if (known == null) {
            known = new FlowLayout(this);
            layout = known;
        }
        return known;
    }

    /** The same, with its parts in their places, which takes some tens of milliseconds for 20,000 positions. */
    public FlowData laidOut() {
        layout();
        return this;
    }
}
