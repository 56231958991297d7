package org.zeroply.notation;

import java.util.List;
import org.zeroply.gametree.Game;

/** What a PGN file holds at one place: a game, perhaps with faults, or something that had to be left out. */
public sealed interface PgnEntry {
    /** The place in the file, from 1. */
    long number();

    /** The line at which it begins, from 1. */
    long line();

    List<PgnFault> faults();

    record Read(long number, long line, Game game, List<PgnFault> faults) implements PgnEntry {
        public Read {
            faults = List.copyOf(faults);
        }
    }

    /** The first fault says why. */
    record Skipped(long number, long line, List<PgnFault> faults) implements PgnEntry {
        public Skipped {
            faults = List.copyOf(faults);
        }
    }
}
