package org.zeroply.desktop.game;

import org.zeroply.rules.Side;

/**
 * Where the open game left a repertoire of one of its players.
 *
 * @param side whose repertoire
 * @param repertoire its name
 * @param text what happened, in one sentence without a full stop
 * @param ply half-moves before the move that left
 * @param id of the repertoire in the workbook
 * @param node the last position of the repertoire
 */
public record Departed(Side side, String repertoire, String text, int ply, long id, int node) {}
