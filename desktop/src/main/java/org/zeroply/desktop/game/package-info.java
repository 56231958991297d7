/**
 * The open game: the move one is at, every edit of it, the curtain over what comes after, and what the workbook knows about
 * where one is. {@link org.zeroply.desktop.game.OpenGame} is the way in; places that show the game stand above.
 */
@NullMarked
package org.zeroply.desktop.game;

import org.jspecify.annotations.NullMarked;
