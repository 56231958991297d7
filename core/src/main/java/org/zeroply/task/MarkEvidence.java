package org.zeroply.task;

import org.zeroply.rules.Position;

/**
 * A verdict that marking may rely on where the board alone does not decide.
 *
 * @param position the position it is about
 * @param by who gave it: the calculator with its version, the exact endings, or the coach
 * @param effort with what effort, in the words of whoever gave it
 */
public record MarkEvidence(Position position, Opinion opinion, String by, String effort) {}
