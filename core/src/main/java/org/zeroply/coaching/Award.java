package org.zeroply.coaching;

import org.zeroply.task.Points;

/**
 * Points that the coach gives by hand, apart from those that are computed.
 *
 * @param row the row of the script that they are for, from 1; 0 for the script as a whole
 * @param note why
 */
public record Award(int row, Points points, String note) {}
