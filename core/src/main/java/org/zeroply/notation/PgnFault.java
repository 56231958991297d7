package org.zeroply.notation;

/**
 * Something in a PGN file that could not be read as it stands. The rest of the game came through.
 *
 * @param game the number of the game in the file, from 1
 * @param line the line of the file, from 1
 * @param token what stood there, shortened
 * @param reason why it could not be read, and what became of it
 */
public record PgnFault(long game, long line, String token, String reason) {}
