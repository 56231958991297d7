package org.zeroply.store;

import java.util.List;
import org.zeroply.notation.PgnFault;

/**
 * What an import did.
 *
 * @param file the file's name as the user knows it
 * @param added games that are new in the workbook
 * @param alreadyThere games that were there already, to the last remark, and were left out
 * @param otherRemarks of the added, those whose moves and players are in the workbook already with other remarks
 * @param skipped things in the file that are no game this program can keep
 * @param faults what could not be read, in the order of the file; the first thousand
 * @param faultCount how many there were
 * @param cancelled whether it was stopped before the end; what was added until then stays
 * @param batch the id under which the import can be undone
 * @param last the id of the last game that was added; 0 if none was
 */
public record ImportReport(
        String file,
        long added,
        long alreadyThere,
        long otherRemarks,
        long skipped,
        List<PgnFault> faults,
        long faultCount,
        boolean cancelled,
        long batch,
        long last) {
    public ImportReport {
        faults = List.copyOf(faults);
    }
}
