package org.zeroply.desktop.calculation;

import java.util.ArrayList;
import java.util.List;
import org.zeroply.asking.Drawn;
import org.zeroply.desktop.board.Mark;
import org.zeroply.desktop.board.Trace;

/** What answers draw, as the board draws it. */
public final class Drawings {
    private Drawings() {}

    public static List<Trace> traces(List<Drawn> drawn) {
        List<Trace> traces = new ArrayList<>();
        for (Drawn each : drawn) {
            switch (each) {
                case Drawn.Way way -> traces.add(new Trace.Plan(way.stops(), way.number(), way.side()));
                case Drawn.Threat threat -> traces.add(new Trace.Threat(threat.from(), threat.to(), threat.side()));
                case Drawn.Tie tie -> traces.add(new Trace.Tie(tie.from(), tie.to(), tie.side()));
                case Drawn.Letter letter -> {
                    // A mark, see below.
                }
            }
        }
        return traces;
    }

    public static List<Mark> marks(List<Drawn> drawn) {
        List<Mark> marks = new ArrayList<>();
        for (Drawn each : drawn) {
            if (each instanceof Drawn.Letter letter) {
                marks.add(new Mark(letter.square(), letter.side(), letter.letter()));
            }
        }
        return marks;
    }
}
