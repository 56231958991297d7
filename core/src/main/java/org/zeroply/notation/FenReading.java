package org.zeroply.notation;

import java.util.List;
import org.zeroply.rules.Position;

/** What became of a FEN text: a position, or every reason why there is none. */
public sealed interface FenReading {
    record Read(Position position) implements FenReading {}

    record Refused(List<String> reasons) implements FenReading {
        public Refused {
            reasons = List.copyOf(reasons);
        }
    }
}
