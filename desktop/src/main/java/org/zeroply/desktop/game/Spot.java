package org.zeroply.desktop.game;

import org.zeroply.gametree.Game;
import org.zeroply.gametree.GameTree;
import org.zeroply.ledger.ValueScale;
import org.zeroply.notation.Language;

/**
 * Where one is in the open game. Two spots are equal if nothing has moved between them.
 *
 * @param id of the game in the workbook
 * @param shown what may be seen of its tree
 * @param node the move one is at
 * @param language whose piece letters name the moves
 * @param scale what a piece is worth
 */
public record Spot(long id, Game game, GameTree shown, int node, Language language, ValueScale scale) {}
