/**
 * Calculation: the one calculator service of the application, and the panel on Reading that shows what it found. The way
 * in is {@link org.zeroply.desktop.kit.CalculatorService}; the model decides, the pane only shows.
 */
@NullMarked
package org.zeroply.desktop.calculation;

import org.jspecify.annotations.NullMarked;
