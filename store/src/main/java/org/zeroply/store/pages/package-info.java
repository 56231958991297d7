/** SQLite files read page by page without SQLite, for what damage leaves. */
@NullMarked
package org.zeroply.store.pages;

import org.jspecify.annotations.NullMarked;
