package org.zeroply.rules;

import java.util.List;

/** What became of a {@link PositionSetup}: a position, or everything that makes it impossible. */
public sealed interface SetupReading {
    record Possible(Position position) implements SetupReading {}

    record Impossible(List<SetupFault> faults) implements SetupReading {
        public Impossible {
            faults = List.copyOf(faults);
        }
    }
}
