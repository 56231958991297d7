package org.zeroply.task;

import java.util.Collections;
import java.util.EnumSet;
import java.util.OptionalInt;
import java.util.Set;
import org.zeroply.rules.Move;

/** What a script must have. Nodes are those of the solution tree; they are matched by their positions. */
public sealed interface Want {
    /** The choice is this move. */
    record Choose(Move move) implements Want {}

    /** The position after a move of the solver's is visited by a move of the solver's. */
    record Find(int node) implements Want {}

    /**
     * The opponent's move to the node is there, with a reply that the solution has or accepts; where it has none, with one of
     * its verdicts. By the old rules any reply or verdict does.
     *
     * @param isVerdictEnough whether a verdict does even where the solution has a reply
     */
    record Consider(int node, boolean isVerdictEnough) implements Want {
        public Consider(int node) {
            this(node, false);
        }
    }

    /** One line visits the first node and later the other, and the solver's moves between are in the tree or accepted. */
    record Reach(int from, int node) implements Want {}

    /** The last line that ends there, or else the first one through it, closes with one of these. */
    record Judge(int node, Set<Opinion> opinions) implements Want {
        public Judge {
            EnumSet<Opinion> copy = EnumSet.noneOf(Opinion.class);
            copy.addAll(opinions);
            opinions = Collections.unmodifiableSet(copy);
        }
    }

    /**
     * The last row that begins with the candidate of the node and says something of it refutes it: by a reply that the tree
     * has, or by one that the evidence shows to work as well. By the old rules the first row.
     */
    record Refute(int node) implements Want {}

    /** The last row that begins with the candidate of the node and says something of it says that it survives. */
    record Survive(int node) implements Want {}

    /** The question, counted from 1, is answered rightly. */
    record Answer(int question) implements Want {}

    /** The game was played out to the goal. */
    record PlayOut(Goal goal) implements Want {}

    /** What is to be reached by playing on. */
    enum Goal {
        WIN,
        /** A draw or better. */
        DRAW
    }

    /** The node that it hangs on; empty for a choice, an answer and a game played on. */
    default OptionalInt place() {
        return switch (this) {
            case Find find -> OptionalInt.of(find.node());
            case Consider consider -> OptionalInt.of(consider.node());
            case Reach reach -> OptionalInt.of(reach.node());
            case Judge judge -> OptionalInt.of(judge.node());
            case Refute refute -> OptionalInt.of(refute.node());
            case Survive survive -> OptionalInt.of(survive.node());
            case Choose choose -> OptionalInt.empty();
            case Answer answer -> OptionalInt.empty();
            case PlayOut play -> OptionalInt.empty();
        };
    }

    /** What kind of skill it shows; results are told apart by it. */
    default Skill skill() {
        return switch (this) {
            case Choose choose -> Skill.CHOOSING;
            case Find find -> Skill.FINDING;
            case Consider consider -> Skill.CONSIDERING;
            case Reach reach -> Skill.REACHING;
            case Judge judge -> Skill.JUDGING;
            case Refute refute -> Skill.REFUTING;
            case Survive survive -> Skill.REFUTING;
            case Answer answer -> Skill.ANSWERING;
            case PlayOut play -> Skill.PLAYING;
        };
    }
}
