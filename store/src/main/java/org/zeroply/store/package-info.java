/**
 * The workbook: one SQLite file that holds everything a coach has. The way in is {@link org.zeroply.store.Workbook}.
 * Uses the core, knows nothing of the interface. Failures of the disk or the file are {@link
 * org.zeroply.store.WorkbookException}; what a person can cause when opening is a value.
 */
@NullMarked
package org.zeroply.store;

import org.jspecify.annotations.NullMarked;
