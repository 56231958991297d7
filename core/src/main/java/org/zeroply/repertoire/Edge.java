package org.zeroply.repertoire;

import java.util.List;
import org.zeroply.gametree.OwnMark;
import org.zeroply.rules.Move;

/** A move of a repertoire, from the position it is kept at to another one: our answer or the opponent's reply. */
public sealed interface Edge permits Answer, Reply {
    Move move();

    /** The node of the position after the move. */
    int to();

    /** What is drawn on the position after the move. */
    List<OwnMark> marks();

    Edge withMarks(List<OwnMark> marks);
}
