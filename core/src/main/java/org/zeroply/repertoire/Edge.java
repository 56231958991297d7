package org.zeroply.repertoire;

import org.zeroply.rules.Move;

/** A move of a repertoire, from the position it is kept at to another one: our answer or the opponent's reply. */
public sealed interface Edge permits Answer, Reply {
    Move move();

    /** The node of the position after the move. */
    int to();
}
