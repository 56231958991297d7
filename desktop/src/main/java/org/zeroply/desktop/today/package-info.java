/** The place where a day begins: who comes, what each owes, what came back, what is due and what lies ahead. */
@NullMarked
package org.zeroply.desktop.today;

import org.jspecify.annotations.NullMarked;
