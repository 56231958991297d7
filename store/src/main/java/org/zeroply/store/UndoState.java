package org.zeroply.store;

import org.jspecify.annotations.Nullable;

/** What undo and redo would do in a document: the names of the edits, null where there is none. */
public record UndoState(@Nullable String undo, @Nullable String redo) {}
