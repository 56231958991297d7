package org.zeroply.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jdbi.v3.core.Handle;
import org.zeroply.store.Revisions.State;
import org.zeroply.work.Cancel;
import org.zeroply.work.Progress;

/** Looks through the backups, the newest first, for documents that are damaged in the workbook itself. */
final class BringBack {
    private final Workbook workbook;
    private final Cancel cancel;

    BringBack(Workbook workbook, Cancel cancel) {
        this.workbook = workbook;
        this.cancel = cancel;
    }

    /** Gives those that no backup has whole. */
    List<Damaged> run(List<Damaged> damaged) throws IOException {
        List<Damaged> left = new ArrayList<>(damaged);
        for (Backups.Backup backup : workbook.backups().list()) {
            if (left.isEmpty() || cancel.isRequested()) {
                break;
            }
            Path scratch = Files.createTempDirectory("zeroply-backup");
            Path copy = scratch.resolve("backup.zeroply");
            try {
                if (Workbook.copyOf(backup.file(), copy, Progress.SILENT, cancel)
                                .isEmpty()
                        && Workbook.open(copy, workbook.clock()) instanceof WorkbookOpening.Opened opened) {
                    try (Workbook there = opened.workbook()) {
                        left.removeIf(each -> take(there, each));
                    }
                }
            } finally {
                Scratch.delete(scratch);
            }
        }
        return left;
    }

    private boolean take(Workbook there, Damaged damaged) {
        return Kinds.DOCUMENTS.stream()
                .filter(kind -> kind.name().equals(damaged.kind()))
                .anyMatch(kind -> take(there, kind, damaged));
    }

    private <D> boolean take(Workbook there, DocumentKind<D> kind, Damaged damaged) {
        record Found<D>(D document, long revision) {}
        Optional<Found<D>> found;
        try {
            found = there.read((Handle handle) -> Revisions.state(handle, kind, "uid", damaged.uid())
                    .map((State state) -> new Found<>(kind.checked(handle, state.id()), state.revision())));
        } catch (WorkbookException damagedThereToo) {
            return false;
        }
        found.ifPresent(each -> workbook.write(handle -> {
            kind.bringBack(handle, damaged.id(), each.document(), each.revision());
            return true;
        }));
        return found.isPresent();
    }
}
