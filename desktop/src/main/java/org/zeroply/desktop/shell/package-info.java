/** The frame around the places: rail, bar, field for everything, status line, commands, background work, settings. */
@NullMarked
package org.zeroply.desktop.shell;

import org.jspecify.annotations.NullMarked;
