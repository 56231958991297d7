package org.zeroply.gametree;

import org.zeroply.rules.Position;

/** A game as it is kept, shown, read and written: tags, tree and result. */
public record Game(Tags tags, GameTree tree, GameResult result) {
    /** A new game without moves or names. */
    public static Game empty() {
        return from(Position.START);
    }

    /** A new analysis from a position. */
    public static Game from(Position position) {
        return new Game(Tags.NONE, GameTree.of(position), GameResult.OPEN);
    }

    public Game with(GameTree next) {
        return new Game(tags, next, result);
    }

    public Game with(Tags next) {
        return new Game(next, tree, result);
    }

    /** Same tags, result, moves and remarks; node ids may differ. */
    public boolean sameAs(Game other) {
        return tags.equals(other.tags) && result == other.result && tree.sameAs(other.tree);
    }
}
