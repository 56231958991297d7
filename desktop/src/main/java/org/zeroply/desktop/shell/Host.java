package org.zeroply.desktop.shell;

import java.nio.file.Path;
import org.zeroply.gametree.Game;
import org.zeroply.store.Backups.Backup;

/** What the window can do with workbooks, for the places in it. */
public interface Host {
    /** Closes what is open and opens another workbook, made if there is none. */
    void open(Path workbook);

    /**
     * Goes on in a copy of the workbook that was just made, because the one that is open can no longer be written to.
     *
     * @param game the id of a game that was being edited, 0 for none
     * @param edited that game with the edits that could not be kept
     */
    void goOnIn(Path copy, long game, Game edited);

    /** Puts a backup in the workbook's place and opens it; the present state is kept as a backup. */
    void restore(Path workbook, Backup backup);
}
