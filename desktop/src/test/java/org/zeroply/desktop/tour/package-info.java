/** Drives the real interface over the demo data and writes a picture of each main view; not shipped. */
@NullMarked
package org.zeroply.desktop.tour;

import org.jspecify.annotations.NullMarked;
