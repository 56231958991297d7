package org.zeroply.desktop.calculation;

import org.zeroply.asking.CoachQuestion;
import org.zeroply.asking.QuestionReport;

/**
 * What a question gave, and where it was asked.
 *
 * @param node the move of the game after which it was asked
 */
public record GivenAnswer(CoachQuestion<?> question, int node, QuestionReport report) {}
