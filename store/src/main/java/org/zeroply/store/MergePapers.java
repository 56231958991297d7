package org.zeroply.store;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jdbi.v3.core.Jdbi;
import org.jspecify.annotations.Nullable;
import org.zeroply.coaching.Sitting;
import org.zeroply.coaching.Student;
import org.zeroply.task.Paper;

/**
 * Takes over the papers and sittings of another copy of a workbook. Which copy of a paper is ahead is told by its journal;
 * one that was edited in both stands beside the one here. A sitting is known by its student, its paper and when it was
 * begun; the one that was saved later counts.
 */
final class MergePapers {
    private final Workbook workbook;
    private final Jdbi other;
    private final String name;
    private final String label;
    private int papers;
    private int beside;
    private int sittings;
    private int unreadable;

    MergePapers(Workbook workbook, Jdbi other, String name, String label) {
        this.workbook = workbook;
        this.other = other;
        this.name = name;
        this.label = label;
    }

    MergeReport.Tasks run() {
        takeSittings(takePapers());
        return new MergeReport.Tasks(papers, beside, sittings, unreadable);
    }

    // ---- papers

    /** A paper here, with all states in which it is known to have been. */
    private record Mine(long id, Paper paper, String state, Set<String> past) {}

    private static String state(Paper paper) {
        return new String(PaperShelf.bytes(paper), StandardCharsets.UTF_8);
    }

    /** Gives for each paper there its id here. */
    private Map<Long, Long> takePapers() {
        Map<Long, Long> ids = new HashMap<>();
        List<Mine> here = workbook.read(handle -> PaperShelf.everyId(handle).stream()
                .map(id -> {
                    Paper paper = PaperShelf.read(handle, id);
                    return new Mine(id, paper, state(paper), PaperShelf.past(handle, id));
                })
                .toList());
        for (PaperShelf.Listed theirs : other.withHandle(PaperShelf::list)) {
            try {
                Paper there = other.withHandle(handle -> PaperShelf.read(handle, theirs.id()));
                Set<String> past = other.withHandle(handle -> PaperShelf.past(handle, theirs.id()));
                ids.put(theirs.id(), take(there, past, here));
            } catch (WorkbookException damaged) {
                unreadable++;
            }
        }
        return ids;
    }

    private long take(Paper there, Set<String> theirPast, List<Mine> here) {
        String state = state(there);
        Paper renamed = there.withName(there.name() + " (" + name + ")");
        String besideState = state(renamed);
        Optional<Mine> known = here.stream()
                .filter(mine -> mine.state().equals(state)
                        || mine.state().equals(besideState)
                        || mine.past().contains(state))
                .findFirst();
        if (known.isPresent()) {
            return known.get().id();
        }
        Optional<Mine> older =
                here.stream().filter(mine -> theirPast.contains(mine.state())).findFirst();
        if (older.isPresent()) {
            workbook.papers().save(older.get().id(), older.get().paper(), there, "", label);
            papers++;
            return older.get().id();
        }
        boolean isTaken = here.stream().anyMatch(mine -> mine.paper().name().equals(there.name()));
        beside += isTaken ? 1 : 0;
        papers += isTaken ? 0 : 1;
        return workbook.papers().add(isTaken ? renamed : there, label);
    }

    // ---- sittings

    private record Key(String student, String paper, long begun) {
        static Key of(SittingShelf.Listed sitting) {
            return new Key(
                    sitting.student().name(), sitting.name(), sitting.begun().toEpochMilli());
        }
    }

    private void takeSittings(Map<Long, Long> paperIds) {
        SittingShelf shelf = workbook.sittings();
        Map<String, Student> students = new HashMap<>();
        shelf.everyStudent().forEach(student -> students.putIfAbsent(student.name(), student));
        // Students who have not sat yet come along as well; those taken off the list here stay off.
        for (Student theirs : other.withHandle(SittingShelf::students)) {
            students.computeIfAbsent(theirs.name(), fresh -> shelf.keep(new Student(0, fresh, theirs.rating())));
        }
        Map<Key, SittingShelf.Listed> mine = new HashMap<>();
        shelf.list().forEach(sitting -> mine.put(Key.of(sitting), sitting));
        for (SittingShelf.Listed theirs : other.withHandle(SittingShelf::list)) {
            try {
                Sitting there = other.withHandle(handle -> SittingShelf.read(handle, theirs.id()));
                Student student = students.computeIfAbsent(
                        theirs.student().name(),
                        gone -> shelf.keep(new Student(0, gone, theirs.student().rating())));
                long paper = paperIds.getOrDefault(theirs.paper(), 0L);
                sittings += take(there.with(student), mine.get(Key.of(theirs)), paper) ? 1 : 0;
            } catch (WorkbookException damaged) {
                unreadable++;
            }
        }
    }

    private boolean take(Sitting there, SittingShelf.@Nullable Listed mine, long paper) {
        SittingShelf shelf = workbook.sittings();
        if (mine == null) {
            shelf.add(paper, there);
            return true;
        }
        Sitting here = shelf.read(mine.id());
        if (!there.saved().isAfter(here.saved())
                || there.tasks().size() != here.tasks().size()) {
            return false;
        }
        for (int place = 0; place < there.tasks().size(); place++) {
            shelf.save(here.id(), place, there.tasks().get(place), there.saved());
        }
        return true;
    }
}
