/**
 * What every place is made with: background work, sheets of paper over the window, choice of files, parts of forms, small
 * controls, texts, settings of the machine and the look. It knows no place and no model of one.
 */
@NullMarked
package org.zeroply.desktop.kit;

import org.jspecify.annotations.NullMarked;
